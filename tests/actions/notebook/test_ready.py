"""A student says that a page is ready: it is kept as it was then, writing goes on, and the teacher reads what was meant."""

from datetime import timedelta

import pytest

from red_thread.actions.notebook.look_at_notebook import open_page
from red_thread.actions.notebook.page_history import look_at_history
from red_thread.actions.notebook.ready import read_ready, say_ready, take_ready_back
from red_thread.actions.refusals import AlreadyRead, NotFound, NothingWritten, TakenBack
from red_thread.core.page.history import Cause, State, thin_out
from tests.notation import show
from tests.school import School, actor_of


async def do(school: School, act, *args):
    async with school.database.begin() as unit:
        return await act(unit, *args)


@pytest.fixture
async def ada(school: School):
    (ada, *_) = await school.add_class("9A", 2)
    ada_page = await school.add_page("a:Look.", "Tides")
    await school.push([ada_page], "9A")
    return ada


async def page_of(school: School, ada) -> int:
    return (await school.contents(ada))[0]["pages"][0]["id"]


async def master_page(school: School) -> int:
    async with school.database.begin() as unit:
        return (await unit.outlines.read(school.master)).pages[0].id


async def test_the_state_of_that_moment_is_kept_and_what_changed_since_is_told(school: School, ada):
    tides, copy_id = await master_page(school), await page_of(school, ada)
    with pytest.raises(NothingWritten):
        await do(school, say_ready, actor_of(ada), copy_id)
    await school.write(ada, tides, "a:Look. | s:A whelk.")
    await do(school, say_ready, actor_of(ada), copy_id)
    await school.write(ada, tides, "a:Look. | s:A whelk, and a limpet.")
    await school.rewrite(tides, "a:Look again.", "Tides")
    await school.push([tides], "9A")
    seen = await do(school, open_page, school.teacher, copy_id)
    assert seen.ready is not None and seen.ready.read_at is None and len(seen.ready.changed) >= 1
    assert show(await do(school, read_ready, school.teacher, copy_id)) == "a:Look. | s:A whelk."
    assert (await do(school, open_page, actor_of(ada), copy_id)).ready.read_at is not None
    assert "ready" in {moment.cause for moment in await do(school, look_at_history, actor_of(ada), copy_id)}
    assert (await school.contents(ada))[0]["pages"][0]["ready"]


async def test_it_may_be_taken_back_until_a_teacher_has_opened_that_state(school: School, ada):
    tides, copy_id = await master_page(school), await page_of(school, ada)
    await school.write(ada, tides, "a:Look. | s:A whelk.")
    await do(school, say_ready, actor_of(ada), copy_id)
    await do(school, take_ready_back, actor_of(ada), copy_id)
    await do(school, take_ready_back, actor_of(ada), copy_id)
    with pytest.raises(NotFound):
        await do(school, read_ready, school.teacher, copy_id)
    await do(school, say_ready, actor_of(ada), copy_id)
    await do(school, read_ready, actor_of(ada), copy_id)  # its own student's look is no reading
    await do(school, open_page, school.teacher, copy_id)  # nor is that at the page as it is now
    await do(school, take_ready_back, actor_of(ada), copy_id)
    await do(school, say_ready, actor_of(ada), copy_id)
    await do(school, read_ready, school.teacher, copy_id)
    with pytest.raises(AlreadyRead):
        await do(school, take_ready_back, actor_of(ada), copy_id)
    await school.write(ada, tides, "a:Look. | s:A limpet.")
    await do(school, say_ready, actor_of(ada), copy_id)  # said anew it may be taken back anew
    await do(school, take_ready_back, actor_of(ada), copy_id)


async def test_only_the_student_says_so_and_not_of_what_was_taken_back(school: School, ada):
    tides, copy_id = await master_page(school), await page_of(school, ada)
    await school.write(ada, tides, "a:Look. | s:A whelk.")
    for who in (school.teacher, actor_of(school.students["9A student 01"])):
        for act in (say_ready, take_ready_back):
            with pytest.raises(NotFound):
                await do(school, act, who, copy_id)
    await school.pull_back("teacher", [tides], "9A")
    with pytest.raises(TakenBack):
        await do(school, say_ready, actor_of(ada), copy_id)


def test_a_history_that_is_thinned_out_keeps_what_was_ready():
    day = timedelta(days=1).total_seconds()
    states = [State(n, n * 60.0, 1, Cause.READY if n == 4 else Cause.STUDENT, 1) for n in range(1, 9)]
    assert {4, 8} <= thin_out(states, now=90 * day).keep
    assert 3 in thin_out(states, now=90 * day).keep and 2 not in thin_out(states, now=90 * day).keep
