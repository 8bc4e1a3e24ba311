"""Knots, untied by the student with keys or a thumb, and by the teacher for one or for all."""

import re

from playwright.async_api import Page, expect

from tests.e2e.running import PHONE
from tests.e2e.steps import open_master_page, open_notebook_page, saved

KNOTTED = "What pulls the sea"
MINE, THE_TEACHERS = "No engine in the world pumps it", "No machine pumps it"


async def at_the_knot(page: Page) -> None:
    await open_notebook_page(page, KNOTTED)
    await expect(page.get_by_text("You had written")).to_be_visible()


async def test_a_teacher_unties_for_one_and_for_all_and_takes_it_back(person):
    teacher, ada = await person("Ngozi"), await person("Ada", PHONE)
    await at_the_knot(ada)
    await open_master_page(teacher, KNOTTED)
    await teacher.get_by_role("link", name="See and untie").click()
    luca = teacher.get_by_role("group", name="Untie for Luca Moretti")
    await luca.get_by_role("button", name="Use mine").click()
    await expect(teacher.get_by_text("Untied for Luca Moretti.")).to_be_visible()
    await expect(luca).to_have_count(0)
    await teacher.get_by_role("button", name="Undo").click()
    await expect(luca).to_be_visible()

    everybody = teacher.get_by_role("group", name="Untie for all")
    await everybody.get_by_role("button", name="Use mine").click()
    await expect(teacher.get_by_text("No knots in this page.")).to_be_visible()
    await expect(ada.get_by_text("You had written")).to_have_count(0)
    await expect(ada.get_by_text(THE_TEACHERS)).to_be_visible()
    await teacher.get_by_role("button", name="Undo").last.click()
    await expect(ada.get_by_text("You had written")).to_be_visible()
    await expect(ada.get_by_text(MINE)).to_be_visible()


async def test_a_teacher_unties_where_they_read(person):
    teacher = await person("Ngozi")
    await open_master_page(teacher, KNOTTED)
    await teacher.get_by_role("link", name="See and untie").click()
    await teacher.get_by_role("link", name="Ada Nwosu").click()
    await teacher.get_by_role("button", name="Keep theirs", exact=True).click()
    await expect(teacher.get_by_text(MINE)).to_have_count(1)
    await expect(teacher.get_by_text("The student had written")).to_have_count(0)
    await teacher.get_by_role("button", name="Undo").click()
    await expect(teacher.get_by_text("The student had written")).to_be_visible()


async def test_a_knot_is_untied_with_keys_alone(person):
    ada = await person("Ada")
    await at_the_knot(ada)
    await ada.locator(".kept-body p").click()
    await ada.keyboard.press("Tab")
    await expect(ada.get_by_role("button", name="Keep mine")).to_be_focused()
    await ada.keyboard.press("Tab")
    await ada.keyboard.press("Enter")
    await expect(ada.get_by_text("You had written")).to_have_count(0)
    await expect(ada.get_by_text(THE_TEACHERS)).to_be_visible()
    await ada.keyboard.press("Control+z")
    await expect(ada.get_by_text("You had written")).to_be_visible()


async def test_a_knot_is_written_anew_on_a_phone(person):
    ada = await person("Ada", PHONE)
    await at_the_knot(ada)
    await ada.get_by_role("button", name="Write it anew").click()
    await ada.keyboard.type(" Nothing at all.", delay=30)
    await ada.get_by_role("button", name="Keep these words").click()
    await saved(ada)
    await ada.reload()
    await expect(ada.get_by_text(re.compile(f"{MINE}.*Nothing at all"))).to_be_visible()
    await expect(ada.get_by_text("You had written")).to_have_count(0)
    await ada.get_by_role("button", name="How it came about").click()
    await expect(ada.get_by_role("button", name=re.compile("^You untied a knot"))).to_be_visible()
