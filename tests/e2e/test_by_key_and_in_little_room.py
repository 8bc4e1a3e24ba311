"""A teacher who works by keys, one who chose fifty pages and goes back, and those who have little room."""

import asyncio
import re

import pytest
from playwright.async_api import Page, Route, expect

from tests.e2e.running import PHONE
from tests.e2e.steps import open_master_page, open_notebook_page, type_into

CHOSEN = re.compile("^Push \\d+ pages?$")


def row(page: Page, name: str):
    return page.get_by_role("treeitem", name=re.compile(f"^{re.escape(name)}(,|$)")).first


async def test_the_outline_by_key(person):
    teacher = await person("Ngozi")
    section = row(teacher, "Rock pools")
    await section.focus()
    await teacher.keyboard.press("ArrowLeft")
    await expect(row(teacher, "Pool survey")).to_have_count(0)
    await expect(section).to_have_attribute("aria-expanded", "false")
    await teacher.reload()
    await expect(section).to_be_visible()
    await expect(row(teacher, "Pool survey")).to_have_count(0)
    await teacher.get_by_label("Find a page").fill("who eats")
    await teacher.keyboard.press("Enter")
    await expect(teacher.get_by_label("Title of the page")).to_have_value("Who eats whom")
    await teacher.get_by_label("Find a page").fill("")
    await expect(row(teacher, "Who eats whom")).to_be_visible()  # what is opened is unfolded
    await teacher.get_by_label("Find a page").fill("limpet")
    await teacher.keyboard.press("ArrowDown")
    await expect(row(teacher, "Limpet, drawn three ways")).to_be_focused()
    await teacher.keyboard.press("m")
    await expect(teacher.get_by_role("menuitem", name="Push this page")).to_be_visible()
    await teacher.keyboard.press("Escape")
    await teacher.get_by_label("Find a page").fill("")
    await row(teacher, "Rock pools").focus()
    await teacher.keyboard.press("?")
    await expect(teacher.get_by_role("dialog", name="Keys")).to_be_visible()
    await teacher.keyboard.press("Escape")


async def test_enter_before_the_outline_has_come_opens_the_page_when_it_is_there(person):
    teacher = await person("Ngozi")
    outline_comes = asyncio.Event()

    async def hold(route: Route) -> None:
        await outline_comes.wait()
        await route.continue_()

    await teacher.route(re.compile(r"/api/masters/\d+$"), hold)
    await teacher.goto(re.sub(r"/page/\d+$", "", teacher.url))
    await teacher.get_by_label("Find a page").fill("who eats")
    await teacher.keyboard.press("Enter")
    outline_comes.set()
    await expect(teacher.get_by_label("Title of the page")).to_have_value("Who eats whom")


async def test_what_was_chosen_is_there_after_going_back(person):
    teacher = await person("Ngozi")
    await row(teacher, "How to look into a pool").focus()
    await teacher.keyboard.press("x")
    await row(teacher, "Pool survey").click(modifiers=["Shift"])
    await expect(teacher.get_by_role("button", name="Push 3 pages")).to_be_visible()
    await row(teacher, "Rock pools").focus()
    await teacher.keyboard.press("x")
    all_of_it = await teacher.get_by_role("button", name=CHOSEN).inner_text()
    await teacher.get_by_role("button", name=CHOSEN).click()
    await teacher.get_by_role("button", name=re.compile("^Students:")).click()
    await teacher.get_by_role("list", name="Classes").get_by_role("checkbox", name="9C").click()
    await teacher.keyboard.press("Escape")
    sentence = teacher.get_by_role("button", name=re.compile("^Students: 9A(?!.*9C)"))
    await expect(sentence).to_be_visible()
    await teacher.reload()
    await expect(sentence).to_be_visible()
    titles = teacher.locator("summary")
    await expect(titles.nth(3)).to_be_visible()  # folded: names are drawn when they are asked for
    names = teacher.locator("details li")
    await expect(names).to_have_count(0)
    await titles.first.click()
    await expect(names.filter(has_text="9A").first).to_be_visible()
    await teacher.go_back()
    await expect(teacher.get_by_role("button", name=all_of_it)).to_be_visible()
    await teacher.get_by_role("button", name="Choose none").click()
    await expect(teacher.get_by_role("button", name=CHOSEN)).to_have_count(0)


async def test_what_was_taken_out_rests_and_is_undone_long_after(person):
    teacher = await person("Jonas")
    await teacher.get_by_role("button", name="New section").click()
    await teacher.get_by_label(re.compile("^Its name")).fill("By mistake")
    await teacher.keyboard.press("Enter")
    await row(teacher, "By mistake").focus()
    await teacher.keyboard.press("Delete")
    await expect(row(teacher, "By mistake")).to_have_count(0)
    assert await teacher.evaluate("document.activeElement.getAttribute('role')") == "treeitem"
    await teacher.get_by_text("is out of the master").wait_for(state="detached", timeout=20_000)
    await teacher.keyboard.press("Control+z")
    await expect(row(teacher, "By mistake")).to_be_visible()
    await row(teacher, "By mistake").focus()
    await teacher.keyboard.press("Delete")
    await expect(row(teacher, "By mistake")).to_have_count(0)
    await teacher.reload()
    await teacher.get_by_role("button", name="More about the master").click()
    await teacher.get_by_role("menuitem", name="What was taken out").click()
    await teacher.get_by_role("listitem").filter(has_text="By mistake").get_by_role("button").click()
    await teacher.keyboard.press("Escape")
    await expect(row(teacher, "By mistake")).to_be_visible()


async def test_select_all_takes_the_answer_first_then_the_page(person):
    student = await person("Isla")
    await open_notebook_page(student, "The rule of twelfths")
    await type_into(student, ".space-body p", "Two metres")
    chosen = "window.getSelection().toString().trim()"
    await student.keyboard.press("Control+a")
    answer = await student.evaluate(chosen)
    assert answer.endswith("Two metres")
    assert "rule of thumb" not in answer
    await student.keyboard.press("Control+a")
    assert "rule of thumb" in await student.evaluate(chosen)


async def test_behind_leads_to_the_push_that_mends_it(person):
    teacher = await person("Ngozi")
    await teacher.get_by_role("link", name="Reach").click()
    await teacher.get_by_role("button", name="9B", exact=True).click()
    await teacher.get_by_role("button", name=re.compile("students? (is|are) behind")).click()
    await teacher.get_by_role("button", name="Bring them up to date").click()
    await expect(teacher.get_by_role("button", name=re.compile("^Push to \\d+ student"))).to_be_enabled()


async def test_those_who_are_behind_become_a_group_and_a_group_takes_in_whole_others(person):
    teacher = await person("Ngozi")
    await teacher.get_by_role("link", name="Reach").click()
    await teacher.get_by_role("button", name="9B", exact=True).click()
    await teacher.get_by_role("button", name=re.compile("students? (is|are) behind")).click()
    await teacher.get_by_role("button", name="Keep them as a group").click()
    await expect(teacher.get_by_text(re.compile("^“9B, behind on .* is a group now"))).to_be_visible()
    await teacher.get_by_role("link", name="Classes").click()
    await teacher.get_by_role("button", name=re.compile("^9B, behind on")).click()
    group = teacher.get_by_role("dialog")
    await group.get_by_role("button", name="none", exact=True).click()
    await group.get_by_role("button", name="9A", exact=True).click()
    await group.get_by_role("button", name="9A", exact=True).click()
    await expect(group.get_by_role("button", name="Keep it: 28 students")).to_be_visible()
    await group.get_by_role("button", name="Boat crew", exact=True).click()
    await group.get_by_role("button", name="Remove the group").click()
    await expect(teacher.get_by_text(re.compile("is no group any more"))).to_be_visible()


@pytest.mark.parametrize("size", [(768, 1024), (640, 400), PHONE])
async def test_the_page_and_its_next_step_are_in_sight(person, size):
    teacher = await person("Ngozi", size)
    outline = teacher.get_by_role("tree", name="Outline")
    await expect(outline).to_be_visible()
    box = await outline.locator("xpath=..").bounding_box()
    assert box is not None
    assert box["height"] > 120, "the outline has room to be read in"
    await open_master_page(teacher, "The strandline after a storm")
    push = teacher.get_by_role("button", name="Push the change").first
    await expect(push).to_be_in_viewport()
    title = teacher.get_by_label("Title of the page")
    assert await title.evaluate("e => e.scrollWidth <= e.clientWidth && e.scrollHeight <= e.clientHeight + 6")
    if size[0] < 768:
        await teacher.get_by_role("link", name="All pages").click()
        await expect(outline).to_be_visible()


async def test_on_a_phone_a_table_can_be_put_in_and_gets_rows(person):
    student = await person("Jonah", PHONE)
    await open_notebook_page(student, "What pulls the sea")
    await student.locator(".page-body p").last.click()
    tools = student.get_by_role("toolbar", name="Writing")
    put_in = tools.get_by_role("button", name="Put in")
    await expect(put_in).to_be_in_viewport(ratio=1)
    await put_in.click()
    await student.get_by_role("menuitem", name="Table", exact=True).click()
    await student.locator(".page-body td").last.click()
    rows = await student.locator(".page-body tr").count()
    await tools.get_by_role("button", name="Table").click()
    await student.get_by_role("menuitem", name="Add a row below").click()
    await expect(student.locator(".page-body tr")).to_have_count(rows + 1)


async def test_menus_are_there_when_the_line_is_cut(person):
    pupil = await person("Ada", PHONE)
    # By itself, once the page has come to rest.
    fetched = "() => performance.getEntriesByType('resource').some((one) => one.name.includes('MenuList'))"
    await pupil.wait_for_function(fetched)
    await pupil.context.set_offline(True)
    await pupil.get_by_role("button", name=re.compile("settings$")).first.click()
    await expect(pupil.get_by_role("menuitem", name="Sign out")).to_be_visible()


async def test_where_nothing_is_it_is_said_and_a_way_on_is_offered(person):
    teacher = await person("Ngozi")
    for address in ("/master/1/page/99999", "/master/1/pushes/99999", "/master/1/page/1/editions/77/0"):
        await teacher.goto(address)
        await expect(teacher.get_by_role("heading", name="There is nothing at this address")).to_be_focused()
    await teacher.get_by_role("link", name="To the course").click()
    await expect(teacher.get_by_role("tree")).to_be_visible()


async def test_a_dialog_gives_the_focus_back_and_one_key_leads_to_the_page(person):
    teacher = await person("Ngozi")
    more = teacher.get_by_role("button", name="More about the master")
    for opener, item in ((teacher.get_by_role("button", name="New section"), None), (more, "Print it all")):
        await opener.click()
        if item:
            await teacher.get_by_role("menuitem", name=item).click()
        await expect(teacher.get_by_role("dialog")).to_be_visible()
        await teacher.keyboard.press("Escape")
        await expect(opener).to_be_focused()
    await teacher.reload()
    await expect(teacher.locator("h1:focus")).to_be_visible()
    await teacher.get_by_role("button", name="Skip to the page").focus()
    await teacher.keyboard.press("Enter")
    await expect(teacher.locator("h1:focus")).to_be_visible()
