"""Every route that there is, with a body that it takes and the ids of things that are there."""

import io
from typing import Any

from PIL import Image

from red_thread.actions.actor import Actor
from red_thread.actions.classes.groups import make_group
from red_thread.actions.notebook.own_pages import begin_section
from red_thread.actions.push.run_push import run_push
from red_thread.web.app import create_app
from tests.school import School, to_classes

# Asked by anyone, or answered only about oneself.
OPEN = {
    ("get", "/api/welcome"),
    ("get", "/api/session"),
    ("post", "/api/session"),
    ("delete", "/api/session"),
    ("post", "/api/session/code"),
    ("post", "/api/session/walk-in"),
    ("get", "/api/masters"),
    ("get", "/api/notebooks"),
    ("get", "/api/begin/{code}"),
    ("post", "/api/begin"),
    ("post", "/api/masters"),
    ("get", "/api/requests"),
    ("get", "/api/following"),
    ("get", "/api/sessions"),
    ("put", "/api/session/password"),
    ("put", "/api/session/reading"),
    ("post", "/api/session/invitation"),
    ("get", "/api/accounts"),
    ("get", "/api/quotas"),
    ("get", "/api/session/schools"),
    ("get", "/api/watched/{watch}"),
    ("post", "/api/session/schools"),
    ("delete", "/api/session/schools"),
    ("post", "/api/session/school"),
}


def a_picture() -> dict[str, Any]:
    made = io.BytesIO()
    Image.new("RGB", (4, 4)).save(made, "PNG")
    return {"files": {"file": ("p.png", made.getvalue(), "image/png")}}


def as_json(**body: Any) -> dict[str, Any]:
    return {"json": body}


def bodies(school: School, page: int, copy: int, document: dict[str, Any]) -> dict[tuple[str, str], dict[str, Any]]:
    """What each changing route is sent: nothing that it would refuse for another reason."""
    push = {"master_id": school.master, "page_ids": [page], "audience": to_classes(school.classes["9A"])}
    return {
        ("post", "/api/masters/{master_id}/items"): as_json(kind="section", name="x"),
        ("post", "/api/masters/{master_id}/pages"): {"files": {"file": ("p.md", b"# Page", "text/markdown")}},
        ("post", "/api/masters/{master_id}/pages/plan"): {"files": {"file": ("p.md", b"# Page", "text/markdown")}},
        ("post", "/api/masters/{master_id}/pages/back"): as_json(page_ids=[page]),
        ("post", "/api/masters/{master_id}/roster"): {"files": {"file": ("r.csv", b"name,email\nA,a@b.example")}},
        ("post", "/api/masters/{master_id}/roster/plan"): {
            "files": {"file": ("r.csv", b"name,email\nA,a@b.example")}
        },
        ("post", "/api/masters/{master_id}/classes"): as_json(name="x"),
        ("post", "/api/masters/{master_id}/teachers"): as_json(name="x"),
        ("put", "/api/masters/{master_id}/teachers/{person_id}"): as_json(role="helper"),
        ("post", "/api/masters/{master_id}/following"): as_json(email="a@b.example"),
        ("post", "/api/following/{master_id}"): as_json(class_ids=[]),
        ("patch", "/api/classes/{class_id}"): as_json(name="x"),
        ("patch", "/api/classes/{class_id}/students/{person_id}"): as_json(name="x"),
        ("post", "/api/classes/{class_id}/students/{person_id}/move"): as_json(class_id=school.classes["9A"]),
        ("post", "/api/requests/{class_id}/{person_id}"): as_json(agreed=True),
        ("post", "/api/masters/{master_id}/blobs"): a_picture(),
        ("post", "/api/copies/{copy_id}/blobs"): a_picture(),
        ("patch", "/api/items/{kind}/{item_id}"): as_json(name="x"),
        ("put", "/api/school"): as_json(name="x", time_zone="UTC", language="en"),
        ("put", "/api/accounts/{person_id}/names"): as_json(email="x@y.example"),
        ("put", "/api/quotas/{whose}"): as_json(bytes=1, pictures=1, pages=1),
        ("put", "/api/sections/{section_id}/writing"): as_json(writing="spaces"),
        ("put", "/api/pages/{page_id}/starter"): as_json(on=True),
        ("put", "/api/pages/{page_id}/template"): as_json(on=True),
        ("put", "/api/items/{kind}/{item_id}/display"): as_json(display="display"),
        ("post", "/api/items/{kind}/{item_id}/move"): as_json(holder_id=None, after_id=None),
        ("put", "/api/pages/{page_id}"): as_json(document=document, revision=1),
        ("post", "/api/notebooks/{notebook_id}/pages"): as_json(title="x"),
        ("post", "/api/notebooks/{notebook_id}/sections"): as_json(name="x"),
        ("put", "/api/copies/{copy_id}/ready"): as_json(on=False),
        ("post", "/api/notebooks/{notebook_id}/move"): as_json(section_id=1, copy_ids=[copy]),
        ("post", "/api/drawer"): as_json(deed="put-away", copy_ids=[copy]),
        ("post", "/api/notebooks/{notebook_id}/sections/{section_id}/move"): as_json(divider_id=None),
        ("patch", "/api/notebooks/{notebook_id}/sections/{section_id}"): as_json(name="x"),
        ("put", "/api/masters/{master_id}/arranging"): as_json(arranging="all"),
        ("put", "/api/sections/{section_id}/arranging"): as_json(arranging=None),
        ("post", "/api/pages/{page_id}/many"): as_json(pattern="x", count=1, begins="2026-11-26"),
        ("post", "/api/pages/{page_id}/many/names"): as_json(pattern="x", count=1, begins="2026-11-26"),
        ("put", "/api/copies/{copy_id}"): as_json(document=document, revision=0, edition_id=1),
        ("post", "/api/pages/{page_id}/knots"): as_json(knots=[{"copy_id": copy, "knot": "a"}], how="both"),
        ("post", "/api/pages/{page_id}/knots/again"): as_json(copies=[{"copy_id": copy, "revision": 1}]),
        ("post", "/api/pushes"): as_json(**push),
        ("post", "/api/pushes/plan"): as_json(**push),
        ("post", "/api/masters/{master_id}/groups"): as_json(name="x", notebook_ids=[]),
        ("put", "/api/groups/{group_id}"): as_json(name="x", notebook_ids=[]),
        ("put", "/api/masters/{master_id}/away"): as_json(day="2026-12-01", notebook_ids=[]),
        ("put", "/api/pushes/{push_id}/time"): as_json(begins_at=None),
        ("put", "/api/classes/{class_id}/catching-up"): as_json(on=False),
        ("post", "/api/pull-backs"): as_json(**push, written="drawer"),
        ("post", "/api/pull-backs/plan"): as_json(**push, written="drawer"),
    }


async def every_route(school: School, settings, database) -> list[tuple[str, str, dict[str, Any]]]:
    """Method, address and body of every route that is not open to all, with what is another student's in it."""
    page = await school.add_page("a:x", "Tides")
    push_id = await school.start([page], "9A")
    copy = await _given(school, page, push_id)
    async with database.begin() as unit:
        group_id = await make_group(unit, school.teacher, school.master, "Divers", [copy.notebook_id])
        student = Actor(copy.person_id, "student")
        begun = await begin_section(unit, student, copy.notebook_id, "Shells")
    filled = {
        "master_id": school.master,
        "class_id": school.classes["9A"],
        "page_id": page,
        "item_id": page,
        "section_id": school.section,
        "kind": "page",
        "whose": "school",
        "push_id": push_id,
        "notebook_id": copy.notebook_id,
        "copy_id": copy.id,
        "group_id": group_id,
        "arrangement_id": begun.arrangement_id,
        "revision": 0,
        "name": "none",
        "person_id": school.students["9A student 01"].person_id,
        "taking_id": 1,
        "number": "none",
    }
    sent = bodies(school, page, copy.id, copy.document)
    routes = {
        (method, path)
        for path, item in create_app(settings, database.database).openapi()["paths"].items()
        for method in item
    }
    assert OPEN | set(sent) <= routes, "a route that is named here is no more"
    return [(m, path.format(**filled), sent.get((m, path), {})) for m, path in sorted(routes - OPEN)]


async def _given(school: School, page: int, push_id: int):
    await run_push(school.database.begin, school.teacher, push_id)
    return await school.copy(school.students["9A student 01"], page)
