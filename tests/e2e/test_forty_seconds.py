"""Between two classes: today's page to three classes, minus a student, and the certainty that it is done."""

import re
from collections.abc import Awaitable

from playwright.async_api import Page, expect

from tests.e2e.steps import open_master_page

PAGE, OTHER = "How rough is rough?", "Wave by wave"


class Counted:
    """A teacher whose every action is counted."""

    def __init__(self, teacher: Page) -> None:
        self.teacher, self.actions = teacher, 0

    async def act(self, doing: Awaitable[None]) -> None:
        await doing
        self.actions += 1

    async def press(self, name: str) -> None:
        await self.act(self.teacher.get_by_role("button", name=re.compile(name)).click())

    async def type(self, words: str) -> None:
        """Typed and entered, where the caret stands already."""
        await self.teacher.keyboard.type(words)
        await self.act(self.teacher.keyboard.press("Enter"))


async def undo(teacher: Page) -> None:
    await teacher.get_by_role("button", name="Undo").click()
    await teacher.get_by_role("button", name=re.compile("^Put ")).click()
    await expect(teacher.get_by_text(re.compile("^Undone"))).to_be_visible()


async def test_to_three_classes_in_two_actions(person):
    teacher = await person("Ngozi")
    await open_master_page(teacher, PAGE)
    counted = Counted(teacher)
    await counted.press("^Push this page")
    await counted.press(r"^Push to \d+ students")
    await expect(teacher.get_by_text(re.compile(r"^Done: \d+ students of \d+\. Everyone has it\."))).to_be_visible()
    assert counted.actions <= 3
    await undo(teacher)


async def test_minus_a_student_by_a_few_letters(person):
    teacher, isla = await person("Ngozi"), await person("Isla")
    await open_master_page(teacher, OTHER)
    counted = Counted(teacher)
    await counted.press("^Push this page")
    await counted.press("^Students:")
    last = teacher.get_by_role("list", name="Single students").get_by_role("checkbox").last
    await last.scroll_into_view_if_needed()
    await expect(last).to_be_in_viewport()  # however much stands above it in the picker
    await teacher.keyboard.type("9a b minus nobody")
    await expect(teacher.get_by_text("Nobody, or more than one, is meant by “nobody”")).to_be_visible()
    for _ in "nobody":
        await teacher.keyboard.press("Backspace")
    await counted.type("isla")
    await expect(teacher.get_by_role("button", name="Students: 9A and 9B")).to_be_visible()
    await expect(teacher.get_by_role("button", name="Leave out: without Isla Carmichael")).to_be_visible()
    await counted.act(teacher.keyboard.press("Control+Enter"))
    await expect(teacher.get_by_text(re.compile("^Done: 53 students of 53"))).to_be_visible()
    assert counted.actions <= 4
    await expect(isla.get_by_role("navigation", name="Notebook").get_by_role("link", name=OTHER)).to_have_count(0)
    await undo(teacher)
