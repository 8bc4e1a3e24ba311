"""Several workers at one push: each batch is done once, no other push mixes in, and what rests, rests."""

import asyncio
from collections import Counter
from contextlib import asynccontextmanager

import pytest

from red_thread.actions.actor import HOUSE
from red_thread.actions.push.control_push import go_on, pause_push, stop_push
from red_thread.actions.push.run_push import help_push, run_push
from red_thread.actions.push.undo import undo_push
from red_thread.actions.refusals import NotAllowed
from red_thread.store.push import pushes
from tests.school import School

STUDENTS = 24


@pytest.fixture(autouse=True)
def small_batches(monkeypatch):
    monkeypatch.setattr(pushes, "CORRECTED_IN_A_BATCH", 2)


class Workers:
    """The transactions of several workers, who did which batch, and something to do before the first of helpers."""

    def __init__(self, school: School, meanwhile=None) -> None:
        self.school, self.meanwhile = school, meanwhile
        self.did: Counter[str] = Counter()

    def of(self, who: str):
        @asynccontextmanager
        async def transactions():
            async with self.school.database.begin() as unit:
                advance = unit.pushes.advance

                async def counted(push_id, batch, reached):
                    await asyncio.sleep(0.02)  # so that the others have their turn
                    if who != "lead" and self.meanwhile is not None:
                        meanwhile, self.meanwhile = self.meanwhile, None
                        await meanwhile()
                    self.did[who] += 1
                    return await advance(push_id, batch, reached)

                unit.pushes.advance = counted
                yield unit

        return transactions

    async def run(self, *push_ids: int) -> None:
        """Leads of these pushes, and three helpers for each, who come again and again as the queue would send them."""
        await asyncio.gather(
            *(run_push(self.of("lead"), HOUSE, push_id) for push_id in push_ids),
            *(self._help(push_id, f"helper {k}") for push_id in push_ids for k in range(3)),
        )

    async def _help(self, push_id: int, who: str) -> None:
        for _ in range(20):
            await help_push(self.of(who), HOUSE, push_id)
            await asyncio.sleep(0.02)


async def _corrected(school: School) -> int:
    """A page of which there is a second edition, and which nobody has."""
    page = await school.add_page("a:one")
    ada = await school.add_class("8Z", 1)
    await school.push([page], "", ada)
    await school.rewrite(page, "a:two")
    await school.push([page], "", ada)
    return page


async def test_several_workers_do_each_batch_once_and_share_them(school: School):
    await school.add_class("9A", STUDENTS)
    page = await _corrected(school)
    push_id = await school.start([page], "9A")
    workers = Workers(school)
    await workers.run(push_id)
    assert await school.counts(push_id) == {"placed": STUDENTS}
    assert sum(workers.did.values()) == STUDENTS / 2
    assert workers.did["lead"] < STUDENTS / 2, "nobody helped"
    assert await school.push([page], "9A") == {"has-it": STUDENTS}


async def test_two_pushes_of_one_page_with_helpers_never_mix(school: School):
    students = await school.add_class("9A", STUDENTS)
    page = await _corrected(school)
    both = [await school.start([page], "9A") for _ in range(2)]
    await Workers(school).run(*both)
    counts = [await school.counts(push_id) for push_id in both]
    assert sum(count.get("placed", 0) for count in counts) == STUDENTS
    assert sum(count.get("has-it", 0) for count in counts) == STUDENTS
    for student in students:
        assert await school.shelf(student) == ["[Tides]", "Page"]


@pytest.mark.parametrize("control", [pause_push, stop_push])
async def test_a_push_that_is_told_to_rest_while_two_are_at_it_rests_and_says_what_was_done(school: School, control):
    await school.add_class("9A", STUDENTS)
    page = await _corrected(school)
    push_id = await school.start([page], "9A")

    async def tell():
        async with school.database.begin() as unit:
            await control(unit, school.teacher, push_id)

    await Workers(school, tell).run(push_id)
    async with school.database.begin() as unit:
        push = await unit.pushes.get(push_id)
    assert push is not None and push.status == ("paused" if control is pause_push else "stopped")
    assert 0 < push.students_done < STUDENTS
    assert await school.counts(push_id) == {"placed": push.students_done}
    if control is pause_push:
        async with school.database.begin() as unit:
            await go_on(unit, school.teacher, push_id)
        await Workers(school).run(push_id)
        assert await school.counts(push_id) == {"placed": STUDENTS}


async def test_undoing_what_was_stopped_waits_for_the_batches_that_are_still_under_way(school: School):
    students = await school.add_class("9A", STUDENTS)
    page = await _corrected(school)
    push_id = await school.start([page], "9A")
    undoing: list[asyncio.Task[None]] = []

    async def undo():
        async with school.database.begin() as unit:
            await undo_push(unit, school.teacher, push_id)

    async def stop():
        async with school.database.begin() as unit:
            await stop_push(unit, school.teacher, push_id)
        undoing.append(asyncio.create_task(undo()))
        await asyncio.sleep(0.2)

    await Workers(school, stop).run(push_id)
    await undoing[0]
    for student in students:
        assert await school.shelf(student) in ([], ["[Tides]"])


async def test_only_the_house_helps(school: School):
    with pytest.raises(NotAllowed):
        await help_push(school.database.begin, school.teacher, 1)
