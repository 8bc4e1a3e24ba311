"""The demo as the brief describes it, loaded by the importers that anyone uses."""

from collections.abc import AsyncIterator
from itertools import pairwise

import orjson
import pytest

from red_thread.core.merge import merge_page
from red_thread.core.page.check import check_page
from red_thread.core.page.kinds import KINDS, SPACE_KINDS
from red_thread.core.page.nodes import walk
from red_thread.core.reach.state import BEHIND, CELL_STATES, KNOTTED
from red_thread.demo import DemoBrokenOff, load_demo
from red_thread.settings import Settings
from red_thread.store.database import HOME_SCHOOL, Database, Unit
from tests.school import pushes_of

pytestmark = pytest.mark.xdist_group("demo")


@pytest.fixture
async def demo(database_url: str) -> AsyncIterator[Unit]:
    settings = Settings(database_url=database_url)
    assert await load_demo(settings)
    assert not await load_demo(settings), "a second start loads nothing twice"
    database = Database(settings.sqlalchemy_url)
    async with database.begin_in(HOME_SCHOOL) as unit:
        yield unit
    await database.close()


async def test_the_demo_is_what_the_brief_describes(demo: Unit):
    await _the_course(demo)
    await _the_classes(demo)
    await _the_pages(demo)
    await _the_board(demo)


async def test_half_a_demo_is_not_taken_for_a_whole_one(database_url: str, monkeypatch: pytest.MonkeyPatch):
    async def power_cut(self: object) -> None:
        raise KeyboardInterrupt

    settings = Settings(database_url=database_url)
    monkeypatch.setattr("red_thread.demo.load.Story.tell", power_cut)
    with pytest.raises(KeyboardInterrupt):
        await load_demo(settings)
    with pytest.raises(DemoBrokenOff, match="broken off"):
        await load_demo(settings)


async def _the_course(unit: Unit) -> None:
    outline = await unit.outlines.read(1)
    assert len(outline.dividers) == 2
    assert len(outline.sections) == 8
    assert [sum(page.template is kind for page in outline.pages) for kind in (False, True)] == [60, 1]
    pushes = sorted(await pushes_of(unit, 1), key=lambda push: push.made_at)
    assert len(pushes) >= 10
    assert (pushes[-1].made_at - pushes[0].made_at).days >= 20
    assert all(push.made_at.weekday() < 5 for push in pushes)
    assert all(one.made_at < other.made_at for one, other in pairwise(pushes))


async def _the_classes(unit: Unit) -> None:
    classes = await unit.classes.of_master(1)
    assert {c.name: c.students for c in classes} == {"9A": 28, "9B": 26, "9C": 30}
    ways_in = {student.way_in for c in classes for student in await unit.classes.students(c.id)}
    assert ways_in == {"password", "none"}


async def _the_pages(unit: Unit) -> None:
    outline = await unit.outlines.read(1)
    pages = await unit.pages.get_many([page.id for page in outline.pages])
    words = 0
    for page in pages:
        check_page(page.document)
        assert merge_page(page.document, page.document, page.document).page == page.document
        words += sum(len(node["text"].split()) for node in walk(page.document) if node["type"] == "text")
    assert words > 1500, "the pages are of real text"
    kinds = {node["type"] for page in pages for node in walk(page.document)}
    # Whatever a teacher can put in is somewhere in the demo; "kept" is what a knot leaves.
    assert kinds >= set(KINDS) - {"kept", "hardBreak", "horizontalRule"}, set(KINDS) - kinds
    asks = {node["attrs"]["kind"] for page in pages for node in walk(page.document) if node["type"] == "space"}
    assert asks == set(SPACE_KINDS)


async def _the_board(unit: Unit) -> None:
    outline = await unit.outlines.read(1)
    given = [page.id for page in outline.pages if page.edition]
    states, behind, knotted = set(), 0, 0
    for found in await unit.classes.of_master(1):
        for student in orjson.loads(await unit.boards.board(found.id, given)):
            states |= {cell % BEHIND for cell in student["cells"]}
            behind += sum(bool(cell & BEHIND) for cell in student["cells"])
            knotted += sum(bool(cell & KNOTTED) for cell in student["cells"])
    assert {CELL_STATES[name] for name in ("not-given", "not-opened", "opened", "writing")} <= states
    assert behind > 0
    assert knotted >= 2
