"""A page is found by its words; more like it are made in one go; a file of any kind comes in: in the browser."""

import re

from playwright.async_api import expect

from tests.e2e.steps import open_master_page, saved

BROUGHT = "<h1>Harbour rules</h1><p>No running on the <b>slipway</b>.</p><ul><li>Boots</li><li>Vest</li></ul>"


async def test_a_page_is_found_by_what_stands_on_it(person):
    teacher = await person("Ngozi")
    await teacher.get_by_label("Find a page").fill("cuttlebone rope")
    await expect(teacher.get_by_role("heading", name="In the words of pages")).to_be_visible()
    await teacher.get_by_role("link", name=re.compile("^The strandline after a storm")).click()
    await expect(teacher.get_by_label("Title of the page")).to_have_value("The strandline after a storm")


async def test_more_pages_like_one_are_made_and_undone(person):
    teacher = await person("Ngozi")
    await open_master_page(teacher, "Log 3")
    row = teacher.get_by_role("treeitem", name=re.compile("^Log 3"))
    await row.hover()
    await row.get_by_role("button").first.click()
    await teacher.get_by_role("menuitem", name="Make more like it").click()
    await teacher.get_by_label(re.compile("^What are they called")).fill("Sea log {n}")
    await teacher.get_by_label("How many").fill("12")
    await expect(teacher.get_by_role("list", name="Their names")).to_contain_text("Sea log 12")
    await teacher.get_by_role("button", name="Make 12 pages").click()
    await expect(teacher.get_by_role("treeitem", name=re.compile("^Sea log"))).to_have_count(12)
    await teacher.get_by_role("button", name="Undo").last.click()
    await expect(teacher.get_by_role("treeitem", name=re.compile("^Sea log"))).to_have_count(0)


async def test_a_web_page_comes_in_as_a_page(person):
    teacher = await person("Ngozi")
    await teacher.get_by_role("button", name="More about the master").click()
    await teacher.get_by_role("menuitem", name="Bring in files").click()
    file = {"name": "harbour.html", "mimeType": "text/html", "buffer": BROUGHT.encode()}
    await teacher.get_by_label("File, or zip of files").set_input_files(file)
    # The first file wakes the process that reads files: on a busy machine that takes its time.
    bring = teacher.get_by_role("button", name="Bring 1 page in")
    await expect(bring).to_be_visible(timeout=90_000)
    await expect(teacher.get_by_role("dialog").get_by_text("“Harbour rules”")).to_be_visible()
    await bring.click()
    await open_master_page(teacher, "Harbour rules")
    await expect(teacher.locator(".page-body li")).to_have_count(2)
    await expect(teacher.locator(".page-body strong")).to_have_text("slipway")

    await teacher.get_by_role("button", name="More about the master").click()
    await teacher.get_by_role("menuitem", name="Bring in files").click()
    anew = {**file, "buffer": BROUGHT.replace("slipway", "long slipway").encode()}
    await teacher.get_by_label("File, or zip of files").set_input_files(anew)
    await teacher.get_by_role("button", name="Bring 1 page up to date").click(timeout=90_000)
    await expect(teacher.locator(".page-body strong")).to_have_text("long slipway")
    await expect(teacher.get_by_role("treeitem", name=re.compile("^Harbour rules"))).to_have_count(1)
    await expect(teacher.get_by_text("1 page is up to date.")).to_be_visible()  # the page may show it before
    await teacher.get_by_role("button", name="Undo").last.click()
    await expect(teacher.locator(".page-body strong")).to_have_text("slipway")
    await teacher.keyboard.press("Escape")
    for made in ("Harbour rules", "New pages"):
        row = teacher.get_by_role("treeitem", name=re.compile(f"^{made}"))
        await row.focus()
        await teacher.keyboard.press("Delete")
        await expect(row).to_have_count(0)


_NOT_DRAWN = """() => {
    const tree = document.querySelector('[role=tree]');
    let box = tree;
    while (!/auto|scroll/.test(getComputedStyle(box).overflowY)) box = box.parentElement;
    const { top, bottom } = box.getBoundingClientRect();
    const inSight = (row) => row.getBoundingClientRect().bottom > top && row.getBoundingClientRect().top < bottom;
    return [...tree.children].filter((row) => inSight(row) && !row.textContent.trim()).length;
}"""


async def test_every_row_of_the_outline_that_is_in_sight_is_drawn(person):
    """Wherever one scrolls to, and in a low window too: rows are drawn some at a time, when they come near."""
    teacher = await person("Ngozi")
    rows = teacher.get_by_role("treeitem")
    await rows.first.wait_for()
    for height in (800, 380):
        await teacher.set_viewport_size({"width": 1280, "height": height})
        for at in [*range(0, await rows.count(), 7), 0]:
            await rows.nth(at).scroll_into_view_if_needed()
            await teacher.wait_for_function(f"!({_NOT_DRAWN})()")


async def test_rows_and_columns_of_a_table_move_by_keys_alone(person):
    teacher = await person("Ngozi")
    await open_master_page(teacher, "The strandline after a storm")
    firsts = teacher.locator(".page-body tr > :first-child")
    before = await firsts.all_inner_texts()
    await teacher.locator(".page-body tr").nth(2).locator("td").last.click()
    await teacher.keyboard.type("/up")
    await expect(teacher.get_by_role("option", name="Move this row up")).to_be_visible()
    await teacher.keyboard.press("Enter")
    await expect(firsts).to_have_text([before[0], before[2], before[1], *before[3:]])
    await teacher.get_by_role("button", name="This row").click()
    await teacher.get_by_role("menuitem", name="Move this row down").click()
    await expect(firsts).to_have_text(before)
    await saved(teacher)
