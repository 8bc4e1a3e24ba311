"""The laws of operations, on PostgreSQL, for each that there is: what has no example here fails."""

from dataclasses import dataclass, replace

import pytest
from sqlalchemy import text

from red_thread.actions.push.apply_plan import For, apply_plan
from red_thread.actions.refusals import TakenBack
from red_thread.core.push import (
    OPERATIONS,
    Arrange,
    ArrangeSection,
    Cut,
    Done,
    Fetch,
    InDrawer,
    LayAside,
    LaySectionAside,
    Loosen,
    MakeHolder,
    Move,
    NameSection,
    Operation,
    Place,
    PlaceLoose,
    PutAway,
    Refresh,
    Rename,
    Rest,
    Restore,
    ReturnToDrawer,
    SectionName,
    SectionSpot,
    See,
    Spot,
    Step,
    StudentsSpot,
    TakeFromDrawer,
    TakeHolder,
    TakeLoose,
    TakeOut,
    Tie,
    TieHolder,
    Uncut,
    UntieHolder,
    WasCut,
    Weave,
    audience_of,
    blanks,
    plan_undo,
)
from red_thread.store.push.operations import ENTRIES, missing_entries
from red_thread.store.push.step_log import as_logged, from_log
from red_thread.store.unit import Unit
from tests.notation import page
from tests.school import School

PUSH, EARLIER = 500, 400
_SECTIONS = text("""
    SELECT s.notebook_id, s.section_id, s.name, s.order_key, s.renamed, s.put_away_at, d.name AS divider, array(
        SELECT a.section_id FROM section_also a WHERE a.notebook_section_id = s.id) AS also
    FROM notebook_section s LEFT JOIN notebook_divider d ON d.id = s.notebook_divider_id ORDER BY 1, 4, 2
""")
_DIVIDERS = text("SELECT notebook_id, divider_id, name, order_key, renamed FROM notebook_divider ORDER BY 1, 4, 2")
# Every column but the number of the state: what is woven back is a state of its own.
_COPIES = text("""
    SELECT c.notebook_id, s.section_id, s.order_key AS section_key, c.order_key, c.page_id, c.edition_id, c.ordinal,
        c.seen_edition_id, c.opened_at, c.put_away_at, c.put_away_by_id, c.title, c.parent_id, c.cut_at, c.cut_page_id,
        c.cut_edition_id, c.cut_by_id, c.answered, c.knots, c.home_section_id, c.going_at, w.document
    FROM standing_copy c JOIN notebook_section s ON s.id = c.notebook_section_id
    LEFT JOIN writing w ON w.copy_id = c.id ORDER BY 1, 3, 4, c.id
""")


async def tables(unit: Unit) -> dict[str, list[tuple[object, ...]]]:
    """All that notebooks hold, row by row."""
    asked = {"sections": _SECTIONS, "dividers": _DIVIDERS, "copies": _COPIES}
    return {name: [tuple(row) for row in await unit.connection.execute(sql)] for name, sql in asked.items()}


@dataclass(frozen=True)
class World:
    """Three notebooks with two pages in a section, and what may come into them."""

    school: School
    unit: Unit
    tides: int
    other: int
    section: int
    edition: int
    dune: int
    dunes: int
    dune_edition: int
    autumn: int
    everyone: tuple[int, ...]
    own: tuple[int, ...]
    copy_ids: tuple[int, ...]
    spots: tuple[Spot, ...]

    async def do(self, *operations: Operation, push: int = PUSH) -> None:
        await apply_plan(self.unit, For(push, self.school.teacher.person_id), [Step(operations)])

    async def undo(self, operation: Operation) -> None:
        """As an undo does it: where all is as the operation left it."""
        left = await self.unit.operations.as_left([operation], PUSH)
        plan = plan_undo([Done(Step((operation,)), left)], PUSH)
        await apply_plan(self.unit, For(PUSH, self.school.teacher.person_id), plan.steps)


async def world(school: School, unit: Unit, tides: int, other: int) -> World:
    everyone = tuple(await unit.audiences.find(school.master, audience_of([school.classes["9A"]])))
    edition = (await unit.editions.latest([tides]))[tides][0]
    dunes = await unit.outlines.add_section(school.master, None, "Dunes", "b0")
    now = await unit.pages.get(other)
    assert now is not None
    dune = await unit.outlines.add_page(dunes, None, "a0", now.document)
    dune_edition = (await unit.editions.make([(now, 2)], school.teacher.person_id))[other]
    autumn = await unit.outlines.add_divider(school.master, None, "Autumn", "a0")
    own = tuple([await unit.notebooks.add_section(one, "dunes", "a9") for one in everyone])
    rows = (
        await unit.connection.execute(
            text(
                "SELECT id, notebook_section_id, order_key, parent_id FROM copy WHERE page_id = :tides ORDER BY notebook_id"
            ),
            {"tides": tides},
        )
    ).all()
    spots = tuple(Spot(row.notebook_section_id, row.order_key, row.parent_id) for row in rows)
    ids = tuple(row.id for row in rows)
    return World(
        *(school, unit, tides, other, school.section, edition, dune, dunes, dune_edition, autumn),
        *(everyone, own, ids, spots),
    )


async def example(kind: type[Operation], w: World) -> Operation:
    """An operation of the kind that has something to do in every notebook; what must be before is done."""
    section, divider, keys = ("section", w.dunes), ("divider", w.autumn), ("a0", "a1", "a2")
    make = MakeHolder(section, None, w.everyone, ("a5",) * 3)
    if kind in (TakeHolder, Place, PlaceLoose, TakeLoose):
        await w.do(make, push=EARLIER)
    prepared = {Restore: TakeOut, TakeFromDrawer: PutAway, Fetch: PutAway, Uncut: Cut, Tie: Cut}
    if kind in prepared:
        await w.do(prepared[kind](w.tides, w.everyone), push=PUSH if kind is Uncut else EARLIER)
    now = w.unit.now.isoformat()
    was, drawer = (WasCut(now, EARLIER, 0),) * 3, (InDrawer(now, EARLIER),) * 3
    if kind is UntieHolder:
        await w.do(TieHolder(section, w.everyone, w.own), push=EARLIER)
    if kind is TakeLoose:
        await w.do(PlaceLoose(w.dune, w.dunes, w.dune_edition, w.everyone, keys))
    if kind is Weave:
        return await _woven(w)
    examples: list[Operation] = [
        make if w.own else MakeHolder(divider, None, w.everyone, ("a5",) * 3),
        TakeHolder(section, None, w.everyone, ("a5",) * 3),
        Rename(("section", w.section), w.everyone, "Tides", "Ebb"),
        TieHolder(section, w.everyone, w.own),
        UntieHolder(section, w.everyone, w.own),
        Place(w.dune, w.dunes, w.dune_edition, w.everyone, keys),
        TakeOut(w.tides, w.everyone),
        Restore(w.tides, w.everyone, EARLIER),
        Move(w.everyone, w.copy_ids, w.spots, tuple(Spot(own, "a3") for own in w.own)),
        PlaceLoose(w.dune, w.dunes, w.dune_edition, w.everyone, keys),
        TakeLoose(w.dune, w.dunes, w.dune_edition, w.everyone, keys),
        PutAway(w.tides, w.everyone),
        TakeFromDrawer(w.tides, w.everyone, EARLIER),
        Fetch(w.tides, w.everyone, drawer),
        ReturnToDrawer(w.tides, w.everyone, drawer),
        Cut(w.tides, w.everyone),
        Uncut(w.tides, w.everyone, PUSH),
        Tie(w.tides, w.everyone, was),
        Loosen(w.tides, w.everyone, was),
        Refresh(w.tides, w.everyone, w.edition, w.dune_edition),
        See(w.tides, w.everyone, (None,) * 3, (w.edition,) * 3),
        Arrange(w.everyone, w.copy_ids, *_into_own_sections(w)),
        LayAside(w.everyone, w.copy_ids, (Rest(),) * 3, (Rest(now, EARLIER),) * 3),
        ArrangeSection(w.everyone, w.own, (SectionSpot(None, "a9"),) * 3, (SectionSpot(None, "a95"),) * 3),
        NameSection(w.everyone, w.own, (SectionName("dunes", False),) * 3, (SectionName("Sand", True),) * 3),
        LaySectionAside(w.everyone, w.own, (None,) * 3, (now,) * 3),
    ]
    return next(operation for operation in examples if type(operation) is kind)


def _into_own_sections(w: World) -> tuple[tuple[StudentsSpot, ...], tuple[StudentsSpot, ...]]:
    """Where the copies stand, and a spot for each in a section of its student's own."""
    before = tuple(StudentsSpot(spot.notebook_section_id or 0, spot.key) for spot in w.spots)
    return before, tuple(
        StudentsSpot(own, "a3", None, spot.notebook_section_id) for own, spot in zip(w.own, before, strict=True)
    )


async def _woven(w: World) -> Weave:
    before, after = page("a:one | s:mine", "Page"), page("a:two | s:mine", "Page")
    await w.unit.notebooks.save_all([])
    copy = await w.unit.notebooks.copy(w.copy_ids[0])
    assert copy is not None
    return Weave(w.tides, w.everyone[:1], copy.id, copy.revision, w.edition, w.dune_edition, before, after)


@pytest.fixture
async def made(school: School):
    students = await school.add_class("9A", 3)
    tides, other = await school.add_page("a:one"), await school.add_page("a:two")
    await school.push([tides, other], "9A")
    return school, students, tides, other


async def _written_first(kind: type[Operation], school: School, student, tides: int) -> None:
    if kind is Weave:
        await school.write(student, tides, "a:one | s:mine")


@pytest.mark.parametrize("kind", OPERATIONS, ids=lambda kind: kind.name)
async def test_an_operation_its_inverse_its_guard_and_its_log(made, kind: type[Operation]):
    school, (ada, *_), tides, other = made
    await _written_first(kind, school, ada, tides)
    async with school.database.begin() as unit:
        w = await world(school, unit, tides, other)
        operation = await example(kind, w)
        before = await tables(unit)
        await w.do(operation)
        done = await tables(unit)
        assert done != before
        assert await unit.operations.as_left([operation], PUSH) == set(operation.notebook_ids)
        if kind is not Weave:  # a second state from the same one is refused, by its revision
            await w.do(operation)
            assert await tables(unit) == done, "done twice it changes nothing more"
        await w.undo(operation)
        assert await tables(unit) == before
        blank = replace(operation, **blanks(kind, len(operation.notebook_ids)))
        for page_id, ids in ((None, ()), (tides, operation.notebook_ids)):
            assert from_log(as_logged(operation, page_id, ids), page_id, ids) == blank


async def _writes(school: School, student, tides: int, other: int) -> None:
    await school.write(student, tides, "a:one | s:mine and more")


async def _puts_away(school: School, student, tides: int, other: int) -> None:
    async with school.database.begin() as unit:
        await unit.connection.execute(
            text("UPDATE copy SET put_away_at = coalesce(put_away_at, now()) WHERE notebook_id = :notebook"),
            {"notebook": student.notebook_id},
        )


async def _moves(school: School, student, tides: int, other: int) -> None:
    async with school.database.begin() as unit:
        await unit.connection.execute(
            text("UPDATE copy SET order_key = order_key || 'V' WHERE notebook_id = :notebook"),
            {"notebook": student.notebook_id},
        )


async def _renames(school: School, student, tides: int, other: int) -> None:
    async with school.database.begin() as unit:
        await unit.connection.execute(
            text("UPDATE notebook_section SET name = 'Mine', renamed = true WHERE notebook_id = :notebook"),
            {"notebook": student.notebook_id},
        )


# The names and places that the student gave, what is in the drawer by their doing, and what they wrote, where it stands.
_OF_ADA = text("""
    SELECT 'name', id, name FROM notebook_section WHERE notebook_id = :notebook AND name = 'Mine'
    UNION ALL SELECT 'place', id, order_key FROM copy WHERE notebook_id = :notebook AND order_key LIKE '%V'
    UNION ALL SELECT 'drawer', id, '' FROM copy
    WHERE notebook_id = :notebook AND put_away_at IS NOT NULL AND put_away_by_id IS NULL
    UNION ALL SELECT 'words', c.id, w.document FROM standing_copy c JOIN writing w ON w.copy_id = c.id
    WHERE c.notebook_id = :notebook AND w.document LIKE '%mine%'
""")


@pytest.mark.parametrize("act", [_writes, _puts_away, _moves, _renames], ids=lambda act: act.__name__)
@pytest.mark.parametrize("kind", [kind for kind in OPERATIONS if kind is not Weave], ids=lambda kind: kind.name)
async def test_what_a_student_did_since_stays_when_it_is_undone(made, kind: type[Operation], act):
    school, (ada, *_), tides, other = made
    async with school.database.begin() as unit:
        operation = await example(kind, await world(school, unit, tides, other))
        await World.do(await _again(school, unit, tides, other), operation)
    try:
        await act(school, ada, tides, other)
    except TakenBack:
        return  # there is no such copy to write on
    async with school.database.begin() as unit:
        theirs = (await unit.connection.execute(_OF_ADA, {"notebook": ada.notebook_id})).all()
        await World.undo(await _again(school, unit, tides, other), operation)
        left = (await unit.connection.execute(_OF_ADA, {"notebook": ada.notebook_id})).all()
        assert set(theirs) <= set(left), "what the student did is as it was"


async def _again(school: School, unit: Unit, tides: int, other: int) -> World:
    return World(school, unit, tides, other, *(0,) * 6, (), (), (), ())


@pytest.mark.parametrize(
    ("kept", "operation"),
    [
        ({"do": "make", "holder": ["section", 3]}, MakeHolder(("section", 3), None, (1, 2), ("", ""))),
        ({"do": "tie"}, Tie(5, (1, 2), (WasCut(), WasCut()))),
        ({"do": "fetch", "ordinal": 1}, Fetch(5, (1, 2), (InDrawer(), InDrawer()), 1)),
        ({"do": "cut"}, Cut(5, (1, 2))),
        ({"do": "restore", "by": 4, "as_new": True}, Restore(5, (1, 2), 4)),
        ({"do": "place", "section_id": 1, "edition_id": 2}, Place(5, 1, 2, (1, 2), ("", ""))),
        ({"do": "put-away", "by": 3}, PutAway(5, (1, 2), 3)),
        (
            {"do": "rename", "holder": ["divider", 3], "before": "a", "after": "b"},
            Rename(("divider", 3), (1, 2), "a", "b"),
        ),
    ],
)
def test_logs_of_earlier_releases_are_read(kept, operation):
    assert from_log(kept, 5, (1, 2)) == operation


def test_an_operation_without_an_entry_lets_nothing_start():
    assert not missing_entries(ENTRIES)
    assert missing_entries({kind: entry for kind, entry in ENTRIES.items() if kind is not Move}) == ["Move"]


async def test_what_was_taken_out_by_another_is_not_put_back(made):
    school, _, tides, _ = made
    async with school.database.begin() as unit:
        everyone = tuple(await unit.audiences.find(school.master, audience_of([school.classes["9A"]])))
        await unit.operations.run([TakeOut(tides, everyone[:1], by=PUSH + 1)], PUSH)
        await unit.operations.run([TakeOut(tides, everyone, by=PUSH)], PUSH)
        assert await unit.operations.run([Restore(tides, everyone, by=PUSH)], PUSH) == 2
        assert await unit.operations.run([Restore(tides, everyone, by=PUSH + 1)], PUSH) == 1
