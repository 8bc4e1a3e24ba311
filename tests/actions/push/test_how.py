"""How a push is meant, on real notebooks: where pages go, second copies, pages cut loose and tied again, sections."""

import pytest

from red_thread.actions.actor import Actor
from red_thread.actions.master.change_outline import add_divider, add_section, move_item, rename_item
from red_thread.actions.notebook.drawer import put_away
from red_thread.actions.push.look_at_pushes import look_at_push
from red_thread.actions.push.plan_push import PushRequest, preview_push
from red_thread.actions.push.start_push import start_push
from red_thread.actions.refusals import NotFound
from red_thread.core.outline.placement import At, Where
from red_thread.core.push import Drawer, How, IfCopy, IfCut, audience_of
from tests.actions.notebook.test_own_pages import opened, own
from tests.school import School, actor_of

SECOND, LEAVE = How(if_copy=IfCopy.SECOND), How(if_copy=IfCopy.LEAVE)
TIE, UNTIED, FETCH = How(if_cut=IfCut.TIE), How(untied=True), How(drawer=Drawer.FETCH)


@pytest.fixture
async def three(school: School):
    """Ada and Ben, who have Tides and Winds, and Dunes that nobody has."""
    ada, ben = await school.add_class("9A", 2)
    pages = [await school.add_page(f"a:{title}.", title) for title in ("Tides", "Winds", "Dunes")]
    await school.push(pages[:2], "9A")
    return ada, ben, *pages


@pytest.mark.parametrize(
    ("where", "then"),
    [
        (Where(At.START), ["Dunes", "Tides", "My shells", "Winds"]),
        (Where(At.NUMBER, 2), ["Tides", "Dunes", "My shells", "Winds"]),
        (Where(At.END), ["Tides", "My shells", "Winds", "Dunes"]),
    ],
)
async def test_a_page_comes_where_it_was_asked_to(school: School, three, where, then):
    ada, _, tides, _, dunes = three
    section, given = (await school.contents(ada))[0]["id"], await school.copy(ada, tides)
    await own(school, ada, section_id=section, after=given.id)
    await school.push([dunes], "9A", how=How(where))
    assert await school.shelf(ada) == ["[Tides]", *then]


async def test_behind_a_page_means_behind_what_stands_with_it(school: School, three):
    ada, ben, tides, _, dunes = three
    section, given = (await school.contents(ada))[0]["id"], await school.copy(ada, tides)
    await own(school, ada, section_id=section, after=given.id)
    await school.push([dunes], "9A", how=How(Where(At.AFTER, tides)))
    assert await school.shelf(ada) == ["[Tides]", "Tides", "My shells", "Dunes", "Winds"]
    assert await school.shelf(ben) == ["[Tides]", "Tides", "Dunes", "Winds"]


async def test_pages_may_go_into_another_section(school: School, three):
    ada, _, _, _, dunes = three
    field = await school.add_section("Field work")
    await school.push([dunes], "9A", section_id=field)
    assert await school.shelf(ada) == ["[Tides]", "Tides", "Winds", "[Field work]", "Dunes"]
    assert await school.push([dunes], "9A") == {"has-it": 2}, "wherever it stands, it is there"


async def test_what_went_to_the_wrong_place_and_was_pulled_back_comes_to_the_right_one(school: School, three):
    """Not where it stood before; and all of it can be undone, the pull-back last."""
    ada, ben, tides, winds, dunes = three
    field = await school.add_section("Field work")
    await school.write(ben, tides, "a:Tides. | m:Mine.")
    pulled, _ = await school.pull_back("teacher", [tides, winds], "9A")
    push = await school.start([tides, winds, dunes], "9A", section_id=field, how=How(Where(At.START)))
    await school.finish()
    assert await school.counts(push) == {"placed": 5, "back": 1}
    assert await school.shelf(ada) == ["[Tides]", "[Field work]", "Tides", "Winds", "Dunes"]
    assert await school.shelf(ben) == ["[Tides]", "Tides", "[Field work]", "Winds", "Dunes"], (
        "where it was written on"
    )
    await school.undo(push)
    assert [line for line in await school.shelf(ada) if line[0] != "["] == []
    assert await school.undo(pulled) == 4
    assert [line for line in await school.shelf(ada) if line[0] != "["] == ["Tides", "Winds"]


async def test_a_second_copy_is_a_page_of_its_own_and_both_are_corrected(school: School, three):
    ada, ben, tides, *_ = three
    await school.write(ada, tides, "a:Tides. | m:First.")
    push = await school.start([tides], "9A", how=SECOND)
    await school.finish()
    assert await school.counts(push) == {"placed": 2}
    assert await school.shelf(ada) == ["[Tides]", "Tides", "Tides", "Winds"]
    await school.rewrite(tides, "a:Tides, twice.", "Tides")
    assert await school.push([tides], "9A") == {"merged": 1, "refreshed": 1}, "students, not copies"
    assert await school.undo(push) == 0, "what was corrected since has moved on"
    third = await school.start([tides], "9A", how=SECOND)
    await school.finish()
    assert await school.undo(third) == 2
    assert await school.shelf(ben) == ["[Tides]", "Tides", "Tides", "Winds"]
    _, counts = await school.pull_back("drawer", [tides], "9A")
    assert counts == {"gone": 1, "in-drawer": 1}


async def test_a_copy_that_is_there_may_be_left(school: School, three):
    ada, _, tides, _, dunes = three
    await school.rewrite(tides, "a:Tides anew.", "Tides")
    assert await school.push([tides, dunes], "9A", how=LEAVE) == {"left": 2, "placed": 2}
    assert await school.reads(ada, tides) == "a:Tides."


async def test_what_was_put_away_may_be_fetched(school: School, three):
    ada, _, tides, *_ = three
    copy = await school.copy(ada, tides)
    async with school.database.begin() as unit:
        await put_away(unit, actor_of(ada), [copy.id])
    assert await school.push([tides], "9A") == {"has-it": 2}
    push = await school.start([tides], "9A", how=FETCH)
    await school.finish()
    assert await school.counts(push) == {"back": 1, "has-it": 1}
    assert await school.shelf(ada) == ["[Tides]", "Tides", "Winds"]
    assert await school.undo(push) == 1
    assert await school.shelf(ada) == ["[Tides]", "Winds"]


async def test_what_was_fetched_and_written_on_since_stays_when_that_is_undone(school: School, three):
    ada, _, tides, *_ = three
    copy = await school.copy(ada, tides)
    async with school.database.begin() as unit:
        await put_away(unit, actor_of(ada), [copy.id])
    push = await school.start([tides], "9A", how=FETCH)
    await school.finish()
    await school.write(ada, tides, "a:Tides. | m:Mine.")
    assert await school.undo(push) == 0
    assert await school.shelf(ada) == ["[Tides]", "Tides", "Winds"]


async def test_a_page_is_cut_stays_with_its_words_and_is_tied_again(school: School, three):
    ada, ben, tides, *_ = three
    await school.write(ada, tides, "a:Tides. | m:Mine.")
    mine = await school.copy(ada, tides)
    cut, counts = await school.pull_back("own", [tides], "9A")
    assert counts == {"own": 1, "gone": 1}
    found = await opened(school, ada, mine.id)
    assert (found.copy.tie, found.tied) == ("cut", [])
    await school.save(ada, found.copy, [*found.copy.document["content"], *_more("More.")])
    await school.rewrite(tides, "a:Tides. | n:New.", "Tides")
    assert await school.push([tides], "9A") == {"loose": 1, "placed": 1}
    assert await school.push([tides], "9A", how=TIE) == {"tied": 1, "has-it": 1}
    assert await school.reads(ada, tides) == "a:Tides. | m:Mine. | more:More. | n:New."
    assert await school.reads(ben, tides) == "a:Tides. | n:New."
    assert await school.undo(cut) == 0, "both have moved on"


def _more(words):
    return [{"type": "paragraph", "attrs": {"id": "more"}, "content": [{"type": "text", "text": words}]}]


async def test_cutting_all_takes_nothing_away_and_is_undone_with_what_was_written_since(school: School, three):
    ada, ben, tides, *_ = three
    mine = await school.copy(ada, tides)
    cut, counts = await school.pull_back("cut", [tides], "9A")
    assert counts == {"own": 2}
    assert await school.shelf(ada) == await school.shelf(ben) == ["[Tides]", "Tides", "Winds"]
    await school.rewrite(tides, "a:Tides anew.", "Tides")
    await school.save(ada, (await opened(school, ada, mine.id)).copy, _more("Mine."))
    assert await school.undo(cut) == 2
    assert await school.push([tides], "9A") == {"merged": 1, "refreshed": 1}
    assert "Mine." in await school.reads(ada, tides)


async def test_a_page_that_was_cut_takes_writing_everywhere_and_from_late_windows(school: School):
    (ada,) = await school.add_class("9A", 1)
    page = await school.add_page("a:Read. | q=space[ p: ]", writing="spaces")
    await school.push([page], "9A")
    began = await school.copy(ada, page, opened=True)
    await school.pull_back("cut", [page], "9A")
    saved = await school.save(ada, began, [*began.document["content"], *_more("Below.")])
    assert (saved.revision, saved.merged) == (1, False)


async def test_a_page_may_be_given_untied(school: School, three):
    ada, _, _, _, dunes = three
    push = await school.start([dunes], "9A", how=UNTIED)
    await school.finish()
    assert await school.counts(push) == {"placed": 2}
    assert await school.shelf(ada) == ["[Tides]", "Tides", "Winds", "Dunes"]
    assert await school.push([dunes], "9A", how=UNTIED) == {"has-it": 2}
    await school.rewrite(dunes, "a:Dunes anew.", "Dunes")
    assert await school.push([dunes], "9A") == {"loose": 2}
    assert await school.undo(push) == 2
    assert await school.shelf(ada) == ["[Tides]", "Tides", "Winds"]


async def test_sections_and_dividers_are_given_empty_and_follow_their_names(school: School, three):
    ada, *_ = three
    async with school.database.begin() as unit:
        autumn = await add_divider(unit, school.teacher, school.master, "Autumn")
        field = await add_section(unit, school.teacher, school.master, "Field work", autumn)
    asked = school.request([], "9A", holders=(("divider", autumn), ("section", field)))
    push = await school.run(asked)
    assert await school.counts(push) == {"placed": 4}
    assert await school.shelf(ada) == ["[Tides]", "Tides", "Winds", "[Field work]"]
    async with school.database.begin() as unit:
        await rename_item(unit, school.teacher, "section", field, "Out of doors")
        view = await look_at_push(unit, school.teacher, push)
    assert view.holders == {("divider", autumn): "Autumn", ("section", field): "Out of doors"}
    assert view.summary.said.holders == ["Autumn", "Out of doors"]
    again = await school.run(asked)
    assert await school.counts(again) == {"renamed": 2, "has-it": 2}
    assert (await school.shelf(ada))[-1] == "[Out of doors]"
    assert await school.undo(again) == 2
    assert (await school.shelf(ada))[-1] == "[Field work]"
    assert await school.undo(push) == 4
    assert await school.shelf(ada) == ["[Tides]", "Tides", "Winds"]


async def test_who_comes_later_has_the_empty_sections_too(school: School, three):
    field = await school.add_section("Field work")
    await school.run(school.request([], "9A", holders=(("section", field),)))
    await school.add_class("9A", 3)
    await school.finish()
    late = school.students["9A student 02"]
    assert await school.shelf(late) == ["[Tides]", "Tides", "Winds", "[Field work]"]


async def test_a_notebook_keeps_its_dividers_when_the_master_is_rebuilt(school: School):
    (ada,) = await school.add_class("9A", 1)
    async with school.database.begin() as unit:
        autumn = await add_divider(unit, school.teacher, school.master, "Autumn")
        field = await add_section(unit, school.teacher, school.master, "Field work", autumn)
    page = await school.add_page("a:x", "Rain", field)
    await school.push([page], "9A")
    async with school.database.begin() as unit:
        await move_item(unit, school.teacher, "section", field, None, None)
        await rename_item(unit, school.teacher, "divider", autumn, "Winter")
    view = await school.notebook(ada)
    assert [(one["name"], one["divider_id"]) for one in view["dividers"]] == [("Autumn", None)]
    assert view["sections"][0]["divider_id"] == view["dividers"][0]["id"]


async def test_a_tucked_page_hangs_under_its_page_in_the_notebook(school: School):
    ada, ben = await school.add_class("9A", 2)
    reading = await school.add_page("a:x", "Reading")
    async with school.database.begin() as unit:
        sheet = await unit.outlines.add_page(school.section, reading, "a9", (await _document(unit, reading)))
    await school.push([reading], "", [ada])
    plan = (await school.plan([sheet], "9A")).plan
    assert {row.notebook_ids: row.reason for row in plan.rows} == {
        (ada.notebook_id,): "",
        (ben.notebook_id,): "the page under which it hangs is not there",
    }
    await school.push([sheet], "9A")
    tucked = {who: [line["tucked"] for line in (await school.contents(who))[0]["pages"]] for who in (ada, ben)}
    assert tucked == {ada: [False, True], ben: [False]}


async def _document(unit, page_id):
    return (await unit.pages.get(page_id)).document


async def test_places_that_are_not_there_are_refused(school: School, three):
    *_, dunes = three
    for wrong in (
        {"section_id": 999_999},
        {"how": How(Where(At.AFTER, 999_999))},
        {"holders": (("divider", 999_999),)},
    ):
        async with school.database.begin() as unit:
            with pytest.raises(NotFound):
                await preview_push(unit, school.teacher, school.request([dunes], "9A", **wrong))


async def test_another_courses_section_is_no_place(school: School, three):
    *_, dunes = three
    async with school.database.begin() as unit:
        other = await unit.masters.add_master("Other", school.teacher.person_id)
        section = await add_section(unit, school.teacher, other, "Elsewhere")
        request = PushRequest(school.master, (dunes,), audience_of([school.classes["9A"]]), section_id=section)
        with pytest.raises(NotFound):
            await start_push(unit, school.teacher, request)
        with pytest.raises(NotFound):
            await start_push(unit, Actor(10**6, "teacher"), request)


async def test_undoing_a_push_that_tied_what_was_cut_leaves_it_to_who_cut_it(school: School, three):
    """In whichever order the two are undone, all is as it was; found by the months of a course."""
    ada, _, tides, *_ = three
    await school.write(ada, tides, "a:Tides. | m:Mine.")
    pulled, counts = await school.pull_back("cut", [tides], "9A")
    assert counts == {"own": 2}
    push = await school.start([tides], "9A", how=TIE)
    await school.finish()
    await school.undo(push)
    assert await school.undo(pulled) == 2
    assert await school.push([tides], "9A") == {"has-it": 2}
    assert await school.reads(ada, tides) == "a:Tides. | m:Mine."


@pytest.mark.parametrize("at", [At.START, At.END, At.IN_ORDER])
async def test_what_comes_at_once_never_gets_one_place(school: School, three, at):
    """A second copy and a new page in one push."""
    _, _, tides, winds, dunes = three
    await school.push([tides, winds, dunes], "9A", how=How(if_copy=IfCopy.SECOND, where=Where(at)))
    async with school.database.begin() as unit:
        rows = await unit.connection.exec_driver_sql(
            "SELECT notebook_section_id, order_key FROM copy GROUP BY 1, 2 HAVING count(*) > 1"
        )
        assert rows.all() == []
