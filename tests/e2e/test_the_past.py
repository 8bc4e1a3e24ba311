"""A student looks at how a page came about, goes back to an earlier state, and forward again."""

import re

from playwright.async_api import expect

from tests.e2e.steps import open_master_page, open_notebook_page, saved, type_into


async def test_a_student_goes_back_and_forward_again(person):
    isla = await person("Isla")
    await open_notebook_page(isla, "What pulls the sea")
    await type_into(isla, ".space-body p", " Today I think it is the wind.")
    await saved(isla)
    await isla.get_by_role("button", name="How it came about").click()
    past = isla.get_by_role("complementary", name="How this page came about")
    await expect(past.get_by_role("button", name=re.compile("You wrote.*now"))).to_be_visible()
    await past.get_by_role("button", name=re.compile("Edition 2 was given")).click()
    await expect(isla.get_by_text(re.compile("^As it was on"))).to_be_visible()
    await expect(isla.get_by_role("textbox", name="The page as it was")).not_to_contain_text("Today I think")
    await isla.get_by_role("button", name="Go back to this").click()
    page = isla.get_by_role("textbox", name="The page What pulls the sea")
    await expect(page).not_to_contain_text("Today I think")
    await isla.get_by_role("button", name="Undo").last.click()
    await expect(page).to_contain_text("Today I think it is the wind.")


async def test_a_teacher_looks_at_the_past_and_changes_nothing(person):
    teacher = await person("Ngozi")
    await teacher.get_by_role("link", name="Reach", exact=True).click()
    await teacher.get_by_role("button", name=re.compile("Isla Carmichael, Tide table")).click()
    await teacher.get_by_role("button", name="How it came about").click()
    past = teacher.get_by_role("complementary", name="How this page came about")
    await expect(past).to_be_visible()
    await expect(teacher.get_by_role("button", name="Go back to this")).to_have_count(0)


async def test_a_teacher_compares_editions(person):
    teacher = await person("Jonas")
    await open_master_page(teacher, "The strandline after a storm")
    await teacher.get_by_role("link", name="what it changed").first.click()
    later = teacher.get_by_role("textbox", name="The later one")
    await expect(later.locator(".differs")).to_contain_text("Leave what is alive.")
    await expect(teacher.get_by_role("textbox", name="The earlier one")).not_to_contain_text("Leave what is alive.")
    await teacher.get_by_label("in one page").check()
    await expect(teacher.get_by_role("textbox", name="Both in one page")).to_contain_text("Leave what is alive.")
    await teacher.get_by_role("combobox", name="The later one").select_option("1")
    await expect(teacher.get_by_text("The two are the same.")).to_be_visible()
