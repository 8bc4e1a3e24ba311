"""A push, two students at once, a correction, and every word still there."""

import asyncio
import re

from playwright.async_api import expect

from tests.e2e.running import PHONE
from tests.e2e.steps import open_master_page, open_notebook_page, push_now, saved, type_into


async def test_a_correction_reaches_students_while_they_write(person):
    teacher, ada, jonah = await person("Ngozi"), await person("Ada"), await person("Jonah", PHONE)
    await open_notebook_page(ada, "The strandline after a storm")
    await open_notebook_page(jonah, "The strandline after a storm")
    await type_into(jonah, ".space-body p", "A boot with barnacles")
    await saved(jonah)

    await open_master_page(teacher, "The strandline after a storm")
    await expect(teacher.get_by_text("“paces” is now “metres”")).to_be_visible()
    await teacher.get_by_role("button", name="Push the change").click()
    await expect(teacher.get_by_role("button", name=re.compile(r"^Push to \d+ students"))).to_be_enabled()
    await expect(teacher.get_by_role("button", name=re.compile("^Students: those in .* who have it"))).to_be_visible()
    await expect(teacher.get_by_text(re.compile(r"students lack it: give it to them too"))).to_be_visible()
    await expect(teacher.get_by_text("Count along ten of my brother's steps")).to_be_visible()

    typing = asyncio.create_task(
        type_into(ada, ".space.answered .space-body p", " and a whole oar, from very far away")
    )
    await push_now(teacher)
    await typing
    await expect(teacher.get_by_text(re.compile(r"Done: (\d+) students of \1\."))).to_be_visible()

    question = "Which three things had travelled furthest?"
    for student, words in ((ada, "and a whole oar, from very far away"), (jonah, "A boot with barnacles")):
        await expect(student.get_by_text(question)).to_be_visible()
        await expect(student.get_by_text("ten metres of the line").first).to_be_visible()
        await expect(student.get_by_text(words)).to_be_visible()
    part = ada.get_by_role("button", name=re.compile("parts? (is|are) new$"))
    await expect(part).to_be_visible()
    await ada.locator(".page-body").evaluate("(body) => body.closest('.overflow-y-auto').scrollTo(0, 0)")
    await ada.keyboard.press("Alt+KeyN")
    await expect(ada.locator(".page-body .arrived").first).to_be_in_viewport()
    await asyncio.sleep(1.5)
    for student, words in ((ada, "and a whole oar, from very far away"), (jonah, "A boot with barnacles")):
        await student.reload()
        await expect(student.get_by_text(question)).to_be_visible()
        await expect(student.get_by_text(words)).to_be_visible()

    await teacher.get_by_role("button", name="Back to the page").click()
    await expect(teacher.get_by_text("Nothing new")).to_be_visible()
    await teacher.get_by_role("button", name="Push it to more").click()
    await expect(teacher.get_by_text("has it already")).to_be_visible()
    await push_now(teacher)
    await teacher.get_by_role("button", name="Back to the page").click()
    await teacher.get_by_role("button", name="Push it to more").click()
    await expect(teacher.get_by_text("Everyone has it already, on the newest edition.")).to_be_visible()
    await expect(teacher.get_by_role("button", name="Nothing to push")).to_be_disabled()


async def test_a_knot_is_untied_with_one_touch_and_can_be_tied_again(person):
    chidi = await person()
    await chidi.goto("/sign-in")
    await chidi.get_by_label("E-mail").fill("chidi.eze@saltmarsh.example")
    await chidi.get_by_label("Password").fill("low tide at noon")
    await chidi.get_by_role("button", name="Sign in").click()
    await open_notebook_page(chidi, "What pulls the sea")
    await expect(chidi.get_by_text("You had written")).to_be_visible()
    await chidi.get_by_role("button", name="Keep mine").click()
    await expect(chidi.get_by_text("You had written")).to_have_count(0)
    await expect(chidi.get_by_text("No engine in the world pumps it")).to_have_count(1)
    await chidi.get_by_role("button", name="Undo").click()
    await expect(chidi.get_by_text("You had written")).to_be_visible()
    await chidi.get_by_role("button", name="Take the teacher’s").click()
    await saved(chidi)
    await chidi.reload()
    await expect(chidi.get_by_text("No machine pumps it")).to_be_visible()
    await expect(chidi.get_by_text("No engine in the world")).to_have_count(0)


async def test_the_board_shows_who_has_what_and_opens_a_students_page(person):
    teacher = await person("Ngozi")
    await teacher.get_by_role("link", name="Reach").click()
    await teacher.get_by_role("button", name="9B").click()
    cell = teacher.get_by_role("button", name=re.compile("^Ada Nwosu, Tide table, my harbour: writing"))
    await cell.focus()
    await expect(teacher.get_by_role("status").filter(has_text="Ada Nwosu, Tide table")).to_be_visible()
    await teacher.keyboard.press("ArrowDown")
    await expect(teacher.get_by_role("status").filter(has_text="Ada Nwosu, Reading the table")).to_be_visible()
    await cell.click()
    await expect(teacher.get_by_role("heading", name="Tide table, my harbour")).to_be_visible()
    await expect(teacher.get_by_text("Ada Nwosu, 9B. You are reading")).to_be_visible()
    assert await teacher.locator(".page-body").get_attribute("contenteditable") == "false"


async def test_words_outlive_a_session_that_ends_while_one_writes(person):
    isla = await person("Isla")
    await open_notebook_page(isla, "Dune grasses by touch")
    await isla.context.clear_cookies()
    await type_into(isla, ".space.lines .space-body p", "Marram pricks like a needle")
    await expect(isla.get_by_text("You are not signed in any more.")).to_be_visible()
    await isla.get_by_role("link", name="Sign in again").click()
    await isla.get_by_role("button", name="Isla").click()
    await expect(isla.get_by_text("Marram pricks like a needle")).to_be_visible()
    await asyncio.sleep(1)
    await isla.reload()
    await expect(isla.get_by_text("Marram pricks like a needle")).to_be_visible()


async def test_a_page_that_takes_writing_only_in_its_spaces(person):
    isla = await person("Isla")
    await open_notebook_page(isla, "Reading the table, worksheet")
    before = await isla.locator(".page-body > ol").inner_text()
    await type_into(isla, ".page-body > ol p", "not allowed here")
    assert await isla.locator(".page-body > ol").inner_text() == before
    await type_into(isla, ".space.lines .space-body p", "allowed here")
    await saved(isla)
    await expect(isla.get_by_text("allowed here")).to_be_visible()
