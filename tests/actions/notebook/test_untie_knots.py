"""A teacher unties knots for students, and takes it back."""

import pytest

from red_thread.actions.notebook.page_history import look_at_history
from red_thread.actions.notebook.untie_knots import look_at_knots, tie_again, untie_knots
from red_thread.actions.refusals import NotFound
from red_thread.core.merge import Untying
from tests.notation import page
from tests.school import School, actor_of


@pytest.fixture
async def knotted(school: School):
    """Three students who changed the word that the teacher changed too, and one who did not."""
    students = await school.add_class("9A", 4)
    page_id = await school.add_page("a:count ten paces | b:end")
    await school.push([page_id], "9A")
    for k, student in enumerate(students[:3]):
        await school.write(student, page_id, f"a:count ten steps{k} | b:end")
    await school.rewrite(page_id, "a:count ten metres | b:end")
    await school.push([page_id], "9A")
    return page_id, students


async def knots(school: School, page_id):
    async with school.database.begin() as unit:
        _, copies = await look_at_knots(unit, school.teacher, page_id)
    return {copy.person_name[-2:]: copy for copy in copies}


async def do_untie(school: School, page_id, copies, how, actor=None):
    chosen = [(copy.copy_id, knot.id) for copy in copies for knot in copy.knots]
    async with school.database.begin() as unit:
        return await untie_knots(unit, actor or school.teacher, page_id, chosen, how)


async def take_back(school: School, page_id, untied):
    async with school.database.begin() as unit:
        return await tie_again(unit, school.teacher, page_id, [(one.copy_id, one.revision) for one in untied])


async def test_the_teacher_sees_who_has_knots_and_both_wordings(school, knotted):
    page_id, _ = knotted
    found = await knots(school, page_id)
    assert list(found) == ["00", "01", "02"]
    (knot,) = found["01"].knots
    assert (knot.teacher, knot.student) == ("count ten metres", "count ten steps1")


async def test_untying_for_one_and_for_the_rest_in_the_same_way(school, knotted):
    page_id, students = knotted
    found = await knots(school, page_id)
    await do_untie(school, page_id, [found["00"]], Untying.STUDENTS)
    await do_untie(school, page_id, [found["01"], found["02"]], Untying.TEACHERS)
    assert [await school.reads(student, page_id) for student in students] == [
        "a:count ten steps0 | b:end",
        *3 * ["a:count ten metres | b:end"],
    ]
    assert not await knots(school, page_id)


async def test_it_can_be_taken_back_until_the_student_writes_on(school, knotted):
    page_id, students = knotted
    before = await knots(school, page_id)
    untied = await do_untie(school, page_id, before.values(), Untying.TEACHERS)
    await school.write(students[0], page_id, "a:count ten metres | b:end, and mine")
    back = await take_back(school, page_id, untied)
    assert len(untied) == 3
    assert len(back) == 2
    after = await knots(school, page_id)
    assert {name: copy.knots for name, copy in after.items()} == {name: before[name].knots for name in ("01", "02")}
    assert await school.reads(students[0], page_id) == "a:count ten metres | b:end, and mine"


async def test_a_student_who_writes_meanwhile_loses_nothing(school, knotted):
    page_id, students = knotted
    found = await knots(school, page_id)
    before_them = await school.copy(students[0], page_id, opened=True)
    await do_untie(school, page_id, [found["00"]], Untying.STUDENTS)
    typed = [*before_them.document["content"][:-1], *page("b:end and more")["content"]]
    await school.save(students[0], before_them, typed)
    assert await school.reads(students[0], page_id) == "a:count ten steps0 | b:end and more"


async def test_a_knot_that_is_gone_is_passed_over(school, knotted):
    page_id, _ = knotted
    found = await knots(school, page_id)
    assert await do_untie(school, page_id, [found["00"]], Untying.BOTH)
    assert not await do_untie(school, page_id, [found["00"]], Untying.BOTH)


async def test_the_history_tells_who_untied(school, knotted):
    page_id, students = knotted
    await do_untie(school, page_id, (await knots(school, page_id)).values(), Untying.TEACHERS)
    copy = await school.copy(students[0], page_id)
    async with school.database.begin() as unit:
        newest = (await look_at_history(unit, actor_of(students[0]), copy.id))[0]
    assert (newest.cause, newest.made_by) == ("untied", "Tess Teacher")


async def test_a_student_who_unties_makes_a_state_of_its_own(school, knotted):
    page_id, students = knotted
    await school.write(students[0], page_id, "a:count ten steps0 | b:end")
    copy = await school.copy(students[0], page_id)
    async with school.database.begin() as unit:
        newest = (await look_at_history(unit, actor_of(students[0]), copy.id))[0]
    assert (newest.cause, newest.made_by) == ("untied", "9A student 00")


async def test_only_who_teaches_it_sees_or_unties(school, knotted):
    page_id, students = knotted
    found = await knots(school, page_id)
    for actor in (actor_of(students[0]), actor_of(students[3])):
        with pytest.raises(NotFound):
            await do_untie(school, page_id, found.values(), Untying.TEACHERS, actor)
    assert len(await knots(school, page_id)) == 3


async def test_copies_of_another_page_are_out_of_reach(school, knotted):
    page_id, _ = knotted
    other = await school.add_page("z:other")
    assert not await do_untie(school, other, (await knots(school, page_id)).values(), Untying.TEACHERS)
    assert len(await knots(school, page_id)) == 3
