"""Each operation and its inverse, on PostgreSQL: every row is as it was, but for what no student ever saw."""

import pytest
from sqlalchemy import text

from red_thread.core.push import (
    Cut,
    Fetch,
    MakeHolder,
    Place,
    PlaceLoose,
    PutAway,
    Refresh,
    Rename,
    Restore,
    RestoreAt,
    TakeOut,
    Tie,
    TieHolder,
    invert,
)
from tests.school import School

PUSH = 500
_STANDING = text("""
    SELECT n.id, s.section_id, s.name, s.renamed, d.name AS divider, c.page_id, c.edition_id, c.cut_page_id, c.cut_edition_id,
        c.cut_at, c.seen_edition_id, c.put_away_at, c.order_key, c.ordinal
    FROM notebook n LEFT JOIN notebook_section s ON s.notebook_id = n.id
    LEFT JOIN notebook_divider d ON d.notebook_id = n.id
    LEFT JOIN copy c ON c.notebook_section_id = s.id AND c.pulled_back_id IS NULL ORDER BY 1, 2, c.order_key
""")


async def standing(unit):
    return [tuple(row) for row in await unit.connection.execute(_STANDING)]


@pytest.mark.parametrize(
    "name",
    [
        *(
            "make",
            "make-divider",
            "rename",
            "place",
            "place-loose",
            "refresh",
            "take-out",
            "put-away",
            "restore",
            "restore-at",
        ),
        *("fetch", "cut", "tie", "tie-section"),
    ],
)
async def test_an_operation_and_its_inverse(school: School, name):
    await school.add_class("9A", 3)
    tides, other = await school.add_page("a:one"), await school.add_page("a:two")
    await school.push([tides, other], "9A")
    push = PUSH
    section = await school.add_section("Dunes")
    async with school.database.begin() as unit:
        everyone = tuple(await unit.audiences.find(school.master, [school.classes["9A"]]))
        first = (await unit.masters.latest_editions([tides]))[tides][0]
        new = await unit.masters.page(other)
        assert new is not None
        edition = (await unit.masters.make_editions([(new, 2)], school.teacher.person_id))[other]
        dune = await unit.masters.add_page(section, None, "a0", new.document)
        autumn = await unit.masters.add_divider(school.master, None, "Autumn", "a0")
        if name.startswith("place") or name == "restore-at":
            await unit.operations.run(MakeHolder(("section", section), None, everyone, ("a5",) * 3), push)
        own = [await unit.notebooks.add_section(one, "dunes", "a9") for one in everyone]
        earlier = {"restore": TakeOut, "restore-at": TakeOut, "fetch": PutAway, "tie": Cut}
        if name in earlier:
            await unit.operations.run(earlier[name](tides, everyone), push)
        operation = {
            "make": MakeHolder(("section", section), None, everyone, ("a5",) * 3),
            "make-divider": MakeHolder(("divider", autumn), None, everyone, ("a5",) * 3),
            "rename": Rename(("section", school.section), everyone, "Tides", "Ebb"),
            "tie-section": TieHolder(("section", section), everyone, tuple(own)),
            "fetch": Fetch(tides, everyone),
            "cut": Cut(tides, everyone),
            "tie": Tie(tides, everyone),
            "place-loose": PlaceLoose(dune, section, edition, everyone, ("a0", "a1", "a2")),
            "place": Place(dune, section, edition, everyone, ("a0", "a1", "a2")),
            "refresh": Refresh(tides, everyone, first, edition),
            "take-out": TakeOut(tides, everyone),
            "put-away": PutAway(tides, everyone),
            "restore": Restore(tides, everyone, push),
            "restore-at": RestoreAt(tides, section, everyone, ("a0", "a1", "a2"), push),
        }[name]
        before = await standing(unit)
        assert await unit.operations.run(operation, push) == 3
        done = await standing(unit)
        assert done != before
        assert sorted(await unit.operations.as_left(operation, push)) == sorted(everyone)
        back = invert(operation, push)
        assert await unit.operations.run(back, push) == 3
        assert await standing(unit) == before
        if name == "place":  # what was placed rests, and stands in its place again
            back = invert(back, push)
            await unit.operations.run(back, push)
            assert await standing(unit) == done


async def test_what_was_taken_out_by_another_is_not_put_back(school: School):
    await school.add_class("9A", 2)
    tides = await school.add_page("a:one")
    await school.push([tides], "9A")
    push = PUSH
    async with school.database.begin() as unit:
        everyone = tuple(await unit.audiences.find(school.master, [school.classes["9A"]]))
        await unit.operations.run(TakeOut(tides, everyone[:1], by=push + 1), push)
        await unit.operations.run(TakeOut(tides, everyone, by=push), push)
        assert await unit.operations.run(Restore(tides, everyone, by=push), push) == 1
        assert await unit.operations.run(Restore(tides, everyone, by=push + 1, as_new=True), push) == 1
