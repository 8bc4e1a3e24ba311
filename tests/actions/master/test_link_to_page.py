"""A link to a page leads each to their own, and who has none may ask for it."""

import pytest

from red_thread.actions.master.change_outline import remove_item, set_display
from red_thread.actions.master.link_to_page import ask_for_page, find_way
from red_thread.actions.master.look_at_master import look_at_page
from red_thread.actions.master.see_as_student import see_as_student
from red_thread.actions.notebook.drawer import put_away
from red_thread.actions.refusals import NotFound
from red_thread.core.outline.display import Display
from red_thread.core.push import RowOutcome
from tests.notation import show
from tests.school import School, actor_of, found_school


@pytest.fixture
async def school(database) -> School:
    school = await found_school(database)
    await school.add_class("9A", 2)
    return school


async def do(school: School, action, *said):
    async with school.database.begin() as unit:
        return await action(unit, *said)


async def asking(school: School, page: int) -> list[str]:
    return [one.name for one in (await do(school, look_at_page, school.teacher, page)).asking]


async def test_each_comes_to_their_own(school: School):
    ada, ben = school.students.values()
    ebb = await school.add_page("a:Ebb", "Ebb")
    assert (await do(school, find_way, school.teacher, ebb)).notebook_id is None
    way = await do(school, find_way, actor_of(ada), ebb)
    assert (way.notebook_id, way.copy_id, way.asked) == (ada.notebook_id, None, False)
    await school.push([ebb], singles=[ada])
    copy = await school.copy(ada, ebb)
    assert (await do(school, find_way, actor_of(ada), ebb)).copy_id == copy.id
    await do(school, put_away, actor_of(ada), [copy.id])
    assert (await do(school, find_way, actor_of(ada), ebb)).copy_id == copy.id, "what is in the drawer is theirs too"
    await do(school, set_display, school.teacher, "page", ebb, Display.DISPLAY)
    way = await do(school, find_way, actor_of(ben), ebb)
    assert (way.copy_id, way.on_display) == (None, True)


async def test_who_has_none_asks_once_and_is_answered_by_any_push(school: School):
    ada, ben = school.students.values()
    ebb = await school.add_page("a:Ebb", "Ebb")
    for one in (ben, ada, ben):
        await do(school, ask_for_page, actor_of(one), ebb)
    assert await asking(school, ebb) == [ben.name, ada.name]
    assert (await do(school, find_way, actor_of(ben), ebb)).asked
    await school.push([ebb], singles=[ben])
    assert await asking(school, ebb) == [ada.name]
    await school.pull_back("drawer", [ebb], singles=[ben])
    assert (await do(school, find_way, actor_of(ben), ebb)).copy_id is None


async def test_what_is_under_wraps_taken_out_or_anothers_is_nowhere(school: School, database):
    ada, _ = school.students.values()
    ebb, key = await school.add_page("a:Ebb", "Ebb"), await school.add_page("a:Key", "Key")
    await do(school, set_display, school.teacher, "page", key, Display.WRAPS)
    await do(school, remove_item, school.teacher, "page", ebb)
    other = await found_school(database, "elsewhere")
    (eve,) = await other.add_class("9Z", 1)
    theirs = await other.add_page("a:Theirs", "Theirs")
    nowhere = [(ada, ebb), (ada, key), (ada, theirs), (ada, 999_999), (eve, ebb)]
    for student, page in nowhere:
        for action in (find_way, ask_for_page):
            with pytest.raises(NotFound):
                await do(school, action, actor_of(student), page)
    for action, actor in ((ask_for_page, school.teacher), (find_way, other.teacher)):
        with pytest.raises(NotFound):
            await do(school, action, actor, key)


async def test_a_teacher_sees_it_as_a_student_has_it_and_would_have_it(school: School):
    ada, ben = school.students.values()
    ebb = await school.add_page("a:Ebb falls. | q=space[ q.p: ]", "Ebb")
    await school.push([ebb], singles=[ada])
    await school.write(ada, ebb, "a:Ebb falls. | q=space[ q.p:Slowly ]")
    await school.rewrite(ebb, "a:Ebb falls twice. | q=space[ q.p: ]", "Ebb")
    seen = await do(school, see_as_student, school.teacher, ebb, ada.notebook_id)
    assert show(seen.has) == "a:Ebb falls. | q=space[ q.p:Slowly ]"
    assert show(seen.would_have) == "a:Ebb falls twice. | q=space[ q.p:Slowly ]"
    assert (seen.outcome, "a" in seen.given) == (RowOutcome.MERGED, True)
    seen = await do(school, see_as_student, school.teacher, ebb, ben.notebook_id)
    assert (seen.has, seen.copy_id, seen.outcome) == (None, None, RowOutcome.PLACED)
    assert show(seen.would_have) == "a:Ebb falls twice. | q=space[ q.p: ]"
    assert await school.reads(ada, ebb) == "a:Ebb falls. | q=space[ q.p:Slowly ]", "nothing happened"
    for actor in (actor_of(ada), actor_of(ben)):
        with pytest.raises(NotFound):
            await do(school, see_as_student, actor, ebb, ada.notebook_id)
