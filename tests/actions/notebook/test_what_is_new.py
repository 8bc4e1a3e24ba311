"""What is new in a notebook says when it came: by that push that brought it, to this student."""

from datetime import UTC, datetime, timedelta

import pytest

from red_thread.actions.push.run_push import run_push
from red_thread.actions.push.start_push import start_push
from tests.school import School

FIRST = datetime(2026, 11, 2, 9, tzinfo=UTC)


@pytest.fixture
async def page(school: School) -> int:
    await school.add_class("9A", 2)
    return await school.add_page("a:The moon pulls.", "Tides")


async def push(school: School, page: int, students, on: datetime) -> None:
    async with school.database.begin(on) as unit:
        push_id = await start_push(unit, school.teacher, school.request([page], singles=students))
    await run_push(lambda: school.database.begin(on), school.teacher, push_id)


async def days(school: School, student) -> list[str | None]:
    return [page["came_at"] and page["came_at"][:10] for s in await school.contents(student) for page in s["pages"]]


async def test_each_is_told_the_day_on_which_it_came_to_them(school: School, page: int):
    ada, ben = school.students.values()
    await push(school, page, [ada], FIRST)
    await push(school, page, [ben], FIRST + timedelta(days=3))
    assert (await days(school, ada), await days(school, ben)) == (["2026-11-02"], ["2026-11-05"])
    await school.copy(ada, page, opened=True)
    assert await days(school, ada) == [None], "what was seen is not new"
    await school.rewrite(page, "a:The moon pulls the sea.", "Tides")
    await push(school, page, [ada, ben], FIRST + timedelta(days=9))
    assert (await days(school, ada), await days(school, ben)) == (["2026-11-11"], ["2026-11-11"])
