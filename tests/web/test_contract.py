"""Whatever is sent, by whomever, is answered: no route breaks off. Values that break programs, in every place there is."""

import random
from typing import Any

import pytest

from red_thread.actions.notebook.own_pages import NewPage, begin_page
from red_thread.core.push import How, IfCopy
from red_thread.web.app import create_app
from tests.school import School, actor_of
from tests.web.conftest import Visitor
from tests.web.every_route import every_route

NASTY: list[Any] = [
    0, -1, 2**31, 2**63, 2**64, 10**40, 1.5, True, None, "", "x", "\u0000", "\ud800", "a" * 20_000, "٣", "../..", "%00",
    [], {}, [[]], {"type": "doc"}, "' OR 1=1 --", "<script>", "2026-02-30", [2**70], ["\u0000"],
    {"type": "doc", "attrs": {"title": "\u0000"}}, {"type": "doc", "content": [{"type": "text", "marks": 5}]},
]  # fmt: skip


def nasty_body(schema: dict[str, Any], parts: dict[str, Any], chance: random.Random) -> Any:
    """A body of about the right shape with a nasty value in some of its places."""
    reference = schema.get("$ref")
    if reference:
        return nasty_body(parts[reference.rsplit("/", 1)[-1]], parts, chance)
    if chance.random() < 0.25:
        return chance.choice(NASTY)
    if "anyOf" in schema:
        return nasty_body(chance.choice(schema["anyOf"]), parts, chance)
    kind = schema.get("type")
    if kind == "object":
        return {name: nasty_body(part, parts, chance) for name, part in schema.get("properties", {}).items()}
    if kind == "array":
        return [nasty_body(schema["items"], parts, chance), *chance.choices(NASTY, k=chance.randrange(2))]
    return {"integer": 1, "string": "x", "boolean": True}.get(kind or "")


@pytest.fixture
def routes(settings, database) -> tuple[list[tuple[str, str, dict[str, Any]]], dict[str, Any]]:
    described = create_app(settings, database.database).openapi()
    found = [(m, path, item[m]) for path, item in described["paths"].items() for m in item]
    return found, described["components"]["schemas"]


async def _with_copies_of_every_kind(school: School) -> int:
    """One page, which one student has as given, one cut loose and again, one twice; and a page of a student's own."""
    tides = await school.add_page("a:x | q=space[ p: ]")
    ada, ben, cy = school.students.values()
    await school.push([tides], "9A")
    await school.pull_back("cut", [tides], "", [ben])
    await school.push([tides], "", [ben, cy], how=How(if_copy=IfCopy.SECOND))
    async with school.database.begin() as unit:
        await begin_page(unit, actor_of(ada), ada.notebook_id, NewPage("Mine"))
    return tides


@pytest.mark.parametrize("who", ["tess@school.example", "9a.0@school.example", ""])
async def test_no_route_breaks_off(routes, visitor, school: School, who):
    tides = await _with_copies_of_every_kind(school)
    somebody: Visitor = await visitor(who)
    chance = random.Random(who)
    found, parts = routes
    broken: list[str] = []
    for method, path, told in [route for route in found for _ in range(6)]:
        if path.endswith("/events") or (method == "delete" and path == "/api/session"):
            continue
        address = path
        for parameter in told.get("parameters", []):
            value = chance.choice([1, 1, 1, tides, *(v for v in NASTY if not isinstance(v, list | dict))])
            said = str(value).encode(errors="replace").decode().replace("\0", "%00")[:2000]
            if parameter["in"] == "path":
                address = address.replace("{" + parameter["name"] + "}", said.replace("/", "%2F") or "0")
            elif parameter["in"] == "query":
                address += ("&" if "?" in address else "?") + f"{parameter['name']}={said}"
        more: dict[str, Any] = {}
        content = told.get("requestBody", {}).get("content", {}).get("application/json")
        if content:
            more["content"] = as_json(nasty_body(content["schema"], parts, chance))
            more["headers"] = {"content-type": "application/json"}
        answer = await somebody.ask(method, address, **more)
        if answer.status_code >= 500:
            broken.append(f"{answer.status_code} {method} {address[:120]} {str(more.get('content'))[:300]}")
    assert not broken, "\n".join(broken)


def with_one_thing_wrong(body: Any, chance: random.Random) -> list[Any]:
    """A body that would be taken, with each of its values exchanged in turn for some of those that break programs."""
    if isinstance(body, dict) and "type" not in body:
        parts = [(name, changed) for name, value in body.items() for changed in with_one_thing_wrong(value, chance)]
        return [{**body, name: changed} for name, changed in parts]
    if isinstance(body, list) and body:
        return [[*body[1:], changed] for changed in with_one_thing_wrong(body[0], chance)]
    return chance.sample(NASTY, 6)


@pytest.mark.parametrize("who", ["tess@school.example", "9a.1@school.example"])
async def test_no_route_breaks_off_that_is_asked_for_ones_own(visitor, school: School, settings, database, who):
    """Every changing route with things that are there and may be changed: with one thing wrong, then as it should be."""
    routes = await every_route(school, settings, database)
    somebody: Visitor = await visitor(who)
    chance = random.Random(who)
    wrong = [
        (method, address, {"content": as_json(body), "headers": {"content-type": "application/json"}})
        for method, address, more in routes
        for body in with_one_thing_wrong(more.get("json"), chance)
        if "json" in more
    ]
    right = [route for route in routes if not route[1].endswith("/events")]
    for way in ([*wrong, *right], chance.sample(wrong, 200)):  # then with things that are gone
        answers = [(m, address, more, (await somebody.ask(m, address, **more))) for m, address, more in way]
        broken = [
            f"{a.status_code} {m} {address} {more}"[:300] for m, address, more, a in answers if a.status_code >= 500
        ]
        assert not broken, "\n".join(broken)


def as_json(value: Any) -> bytes:
    """JSON as a browser may send it: lone surrogates and numbers of any length in it."""
    import json

    return json.dumps(value).encode()


@pytest.mark.parametrize("body", [b"{", b"\xff\xfe", b"[" * 100_000, b'{"a": 1e999}', b"nul", b'"\\ud800"', b""])
async def test_no_body_breaks_off(teacher, school: School, body):
    for address in ("/api/pushes/plan", "/api/session", f"/api/masters/{school.master}/items"):
        answer = await teacher.post(address, content=body, headers={"content-type": "application/json"})
        assert 400 <= answer.status_code < 500
    for sort in ("multipart/form-data", "multipart/form-data; boundary=x", "application/x-www-form-urlencoded"):
        answer = await teacher.post(
            f"/api/masters/{school.master}/pages", content=body, headers={"content-type": sort}
        )
        assert 400 <= answer.status_code < 500


@pytest.mark.parametrize(
    "path", ["", "a" * 300, "a/" * 400, "%00", "%2e%2e/%2e%2e/etc/passwd", "assets/" + "x" * 300, "ü" * 200]
)
async def test_no_address_outside_the_api_breaks_off(visitor, path):
    guest: Visitor = await visitor("")
    answer = await guest.ask("GET", f"/{path}")
    assert answer.status_code < 500


def loose_ends(schema: dict[str, Any], parts: dict[str, Any], where: str, seen: set[str]) -> list[str]:
    """Where a schema takes a number of any size, a text of any length, a list without an end."""
    name = schema.get("$ref", "").rsplit("/", 1)[-1]
    if name:
        fresh = {name} - seen
        seen |= fresh
        return loose_ends(parts[name], parts, name, seen) if fresh else []
    found = [one for part in schema.get("anyOf", []) for one in loose_ends(part, parts, where, seen)]
    inner = {f"{where}.{field}": part for field, part in schema.get("properties", {}).items()}
    inner |= {f"{where}[]": schema["items"]} if "items" in schema else {}
    for place, part in inner.items():
        found += loose_ends(part, parts, place, seen)
    needed = _BOUNDS.get(schema.get("type", ""))
    return [*found, where] if needed and not any(some <= schema.keys() for some in needed) else found


_NUMBER = [{"minimum", "maximum"}, {"enum"}, {"const"}]
_BOUNDS = {
    "integer": _NUMBER,
    "number": _NUMBER,
    "string": [{"maxLength"}, {"pattern"}, {"enum"}, {"const"}, {"format"}],
    "array": [{"maxItems"}],
}


def test_every_number_that_comes_in_has_bounds_and_every_text_a_length(routes):
    """PostgreSQL holds no number of thirty digits, and nobody a text without an end."""
    found, parts = routes
    loose: list[str] = []
    for method, path, told in found:
        content = told.get("requestBody", {}).get("content", {}).get("application/json", {})
        loose += loose_ends(content.get("schema", {}), parts, f"{method} {path}", set())
        for parameter in told.get("parameters", []):
            if parameter["in"] == "query":
                loose += loose_ends(parameter["schema"], parts, f"{method} {path}?{parameter['name']}", set())
    assert sorted(set(loose)) == []


async def test_a_page_that_was_emptied_shows_how_it_came_about(school: School, visitor):
    """What is kept of a large deletion is a moment like others: the list of them once broke off at it."""
    ada, *_ = school.students.values()
    tides = await school.add_page("a:Look.", "Tides")
    await school.push([tides], "9A")
    await school.write(ada, tides, "a:Look. | s:" + "A whelk, a limpet, and a crab. " * 12)
    await school.write(ada, tides, "a:Look.")
    copy = await school.copy(ada, tides)
    asked = await (await visitor("9a.0@school.example")).ask("get", f"/api/copies/{copy.id}/history")
    assert asked.status_code == 200 and {moment["cause"] for moment in asked.json()} == {"student", "given"}
