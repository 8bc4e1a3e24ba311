"""A page that should not have gone out: pulled back in a moment, with nothing lost and all of it undone again."""

import re

from playwright.async_api import Page, expect

from tests.e2e.running import PHONE
from tests.e2e.steps import open_master_page, open_notebook_page, push_now, saved, type_into

WRONG = "Moon diary"
SPACE = ".page-body .space"


async def about_to_pull_back(teacher: Page) -> None:
    await open_master_page(teacher, WRONG)
    await teacher.get_by_role("link", name="Pull it back").click()
    await expect(teacher.get_by_role("button", name=re.compile(r"^Pull back from \d+ students"))).to_be_enabled()


async def pull_back(teacher: Page) -> None:
    await teacher.get_by_role("button", name=re.compile("^Pull back from")).click()
    await expect(teacher.get_by_text("Nothing that they wrote is lost.")).to_be_visible()


async def undo(teacher: Page) -> None:
    await teacher.get_by_role("button", name=re.compile("^Undo")).click()
    await teacher.get_by_role("button", name=re.compile("^Put (them|it) back")).click()
    await expect(teacher.get_by_text(re.compile("everything is back where it was"))).to_be_visible()


async def test_a_page_is_kept_for_the_teacher_with_what_was_typed_just_then(person):
    teacher, ada = await person("Ngozi"), await person("Ada", PHONE)
    await open_notebook_page(ada, WRONG)
    await about_to_pull_back(teacher)
    await expect(teacher.get_by_text(re.compile(r"^9B\s· \d+ words$")).first).to_be_visible()
    await teacher.get_by_role("button", name=re.compile("^Where a student has written")).click()
    await teacher.get_by_role("radio", name=re.compile("kept for me")).click()
    await teacher.keyboard.press("Escape")
    await expect(teacher.get_by_role("button", name=re.compile("kept for you"))).to_be_visible()
    await type_into(ada, f"{SPACE} p", " Half a moon tonight.")
    await pull_back(teacher)
    await expect(ada.get_by_text("Your teacher has taken this page back.")).to_be_visible()
    await expect(ada.get_by_role("toolbar")).to_have_count(0)
    await expect(ada.locator(".page-body[contenteditable=false]")).to_have_count(1)

    await teacher.get_by_role("button", name="Ada Nwosu").click()
    await expect(teacher.get_by_text("Half a moon tonight.")).to_be_visible()
    await teacher.go_back()
    await undo(teacher)
    await expect(ada.get_by_text("Your teacher has taken this page back.")).to_have_count(0)
    await type_into(ada, f"{SPACE} p", " Clouds.")
    await saved(ada)
    await ada.reload()
    await expect(ada.get_by_text("Half a moon tonight.")).to_be_visible()
    await expect(ada.get_by_text("Clouds.")).to_be_visible()


async def test_a_page_in_the_drawer_is_brought_back_by_its_student(person):
    teacher, ada = await person("Ngozi"), await person("Ada", PHONE)
    await about_to_pull_back(teacher)
    await pull_back(teacher)
    await ada.get_by_role("heading", name="My drawer").wait_for()
    await open_notebook_page(ada, WRONG)
    await ada.get_by_role("button", name="Bring it back").click()
    await expect(ada.get_by_text("This page is in your drawer.")).to_have_count(0)
    await ada.get_by_role("link", name="My notebook").click()
    await expect(ada.get_by_role("heading", name="My drawer")).to_have_count(0)
    await teacher.get_by_role("link", name="Pushes").click()
    await teacher.get_by_role("link", name=re.compile(f"^Pulled back “{WRONG}”")).first.click()
    await undo(teacher)


async def test_a_push_to_the_wrong_class_is_pulled_back_from_just_those(person):
    teacher = await person("Ngozi")
    await open_master_page(teacher, "Neaps on the harbour wall")
    await teacher.get_by_role("button", name="Push this page").click()
    await teacher.get_by_role("button", name=re.compile("^Students:")).click()
    await teacher.get_by_role("button", name="Nobody", exact=True).click()
    await teacher.get_by_role("checkbox", name=re.compile("^9B")).first.click()
    await teacher.keyboard.press("Escape")
    await push_now(teacher)
    await teacher.get_by_role("button", name="Pull it back").click()
    await expect(teacher.get_by_role("button", name="Students: 9B")).to_be_visible()
    await pull_back(teacher)
    await expect(teacher.get_by_text("26 students have it no more.")).to_be_visible()


async def test_a_push_is_undone_and_the_page_is_as_before(person):
    teacher = await person("Jonas")
    await open_master_page(teacher, "Limpet, drawn three ways")
    await teacher.get_by_role("button", name="Push this page").click()
    await teacher.get_by_role("button", name=re.compile("^Students:")).click()
    for name in ("9A", "9B"):
        await teacher.get_by_role("list", name="Classes").get_by_role("checkbox", name=name).click()
    await teacher.keyboard.press("Escape")
    await push_now(teacher)
    await teacher.get_by_role("button", name="Undo this push").click()
    await expect(teacher.get_by_text(re.compile("go(es)? back to what"))).to_be_visible()
    await teacher.get_by_role("button", name=re.compile("^Put (them|it) back")).click()
    await expect(teacher.get_by_text(re.compile("pages are as before"))).to_be_visible()
    await expect(teacher.get_by_text(re.compile("^Undone "))).to_be_visible()
    await expect(teacher.get_by_role("button", name="Undo this push")).to_have_count(0)
    await teacher.get_by_role("link", name="Pushes").click()
    await expect(teacher.get_by_text(re.compile("^undone ")).first).to_be_visible()
