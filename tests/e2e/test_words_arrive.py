"""Whatever is pasted is saved; on plain http pages open; a picture that was left on its way arrives; the caret is in place."""

import asyncio
import json
import re
from pathlib import Path

from playwright.async_api import expect

from tests.e2e.running import PHONE, PLAIN, a_browser, walk_in
from tests.e2e.steps import open_master_page, saved

CLIPBOARD = json.loads((Path(__file__).parents[1] / "clipboard.json").read_text())
CRAB = Path(__file__).parents[2] / "docs" / "screenshots" / "sign-in.png"
PASTE = """([html]) => {
    const data = new DataTransfer();
    data.setData('text/html', html);
    const event = new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true });
    document.querySelector('.page-body').dispatchEvent(event);
}"""


async def new_page(teacher, name: str):
    await open_master_page(teacher, "Log 3")
    await teacher.get_by_role("button", name="New page").first.click()
    await teacher.get_by_label(re.compile("^Its name")).fill(name)
    await teacher.get_by_role("button", name="Make it").click()
    await expect(teacher.get_by_label("Title of the page")).to_have_value(name)


async def test_one_writes_on_at_once_and_whatever_is_pasted_is_saved(person):
    teacher = await person("Ngozi")
    await new_page(teacher, "Pasted")
    await expect(teacher.locator(".page-body")).to_be_focused()
    await teacher.keyboard.type("Written at once. ", delay=30)
    for one in CLIPBOARD:
        await teacher.evaluate(PASTE, [one["html"]])
        await teacher.keyboard.press("Control+End")
        await teacher.keyboard.press("Enter")
    await teacher.keyboard.type("And the end.", delay=30)
    await saved(teacher)
    await teacher.reload()
    body = teacher.locator(".page-body")
    for words in (
        "Written at once.",
        "The strandline after a",
        "High water",
        "8:40",
        "The ferry is late",
        "And the end.",
    ):
        await expect(body).to_contain_text(words)
    await expect(teacher.get_by_role("alert")).to_have_count(0)


async def test_on_plain_http_a_page_opens_and_is_written_on(browser, address):
    plain = address.replace("127.0.0.1", PLAIN)
    context = await a_browser(browser, plain, PHONE)
    ada = await walk_in(context, "Ada")
    broken: list[str] = []
    context.on("weberror", lambda error: broken.append(str(error.error)))
    assert not await ada.evaluate("isSecureContext")
    await ada.get_by_role("link", name=re.compile("The strandline")).first.click()
    await ada.locator(".page-body").click()
    await ada.keyboard.type("On plain http. ", delay=30)
    await expect(ada.get_by_text("All you write is saved as you go.")).to_be_visible()
    await ada.reload()
    await expect(ada.locator(".page-body")).to_contain_text("On plain http.")
    assert broken == []
    await context.close()


async def test_a_whole_visit_on_a_phone_on_plain_http_and_a_slow_line(browser, address):
    context = await a_browser(browser, address.replace("127.0.0.1", PLAIN), PHONE)
    page = await context.new_page()
    line = await context.new_cdp_session(page)
    slow = {"offline": False, "latency": 150, "downloadThroughput": 50_000, "uploadThroughput": 20_000}
    await line.send("Network.emulateNetworkConditions", slow)
    await page.goto("/sign-in")
    await page.get_by_label("Name").fill("ada.nwosu@saltmarsh.example")
    await page.get_by_label("Password").fill("low tide at noon")
    await page.get_by_role("button", name="Sign in").click()
    await page.get_by_role("link", name=re.compile("^Moon diary")).first.click()
    await page.locator(".page-body").wait_for()
    await page.locator(".space.lines .space-body p").first.click()
    await page.keyboard.press("End")
    await page.keyboard.type(" A thin moon over the wall.", delay=20)
    await line.send("Network.emulateNetworkConditions", {**slow, "offline": True})
    await page.keyboard.type(" Then rain.", delay=20)
    await line.send("Network.emulateNetworkConditions", slow)
    await saved(page)
    await page.get_by_role("link", name="My notebook").click()
    await page.get_by_role("link", name=re.compile("^Moon diary")).first.click()
    await expect(page.locator(".page-body")).to_contain_text("A thin moon over the wall. Then rain.")
    await context.close()


async def test_a_link_is_copied_on_plain_http(browser, address):
    context = await a_browser(browser, address.replace("127.0.0.1", PLAIN))
    teacher = await walk_in(context, "Ngozi")
    row = teacher.get_by_role("treeitem", name=re.compile("^Log 3"))
    await row.scroll_into_view_if_needed()
    await row.hover()
    await row.get_by_role("button").first.click()
    await teacher.get_by_role("menuitem", name=re.compile("link", re.I)).click()
    await expect(teacher.get_by_text(re.compile("The link to “Log 3"))).to_be_visible()
    await context.close()


async def put_in_without_a_network(teacher):
    """A picture that the server does not get, for as long as its address is cut off."""
    await teacher.context.route("**/api/masters/*/blobs", lambda route: route.abort())
    await teacher.get_by_role("button", name="Put in").click()
    async with teacher.expect_file_chooser() as chosen:
        await teacher.get_by_role("menuitem", name="Picture").click()
    await (await chosen.value).set_files(CRAB)


async def test_a_picture_that_was_left_on_its_way_arrives(person):
    teacher = await person("Ngozi")
    await new_page(teacher, "Left early")
    here = teacher.url
    await put_in_without_a_network(teacher)
    await expect(teacher.get_by_text("waiting for the network")).to_be_visible()
    await saved(teacher)
    page_id = here.rsplit("/", 1)[-1]
    await teacher.goto(re.sub(r"/page/\d+$", f"/push?pages={page_id}", here))
    await expect(teacher.get_by_text("1 picture has not arrived yet.")).to_be_visible()
    await teacher.goto(here)
    await expect(teacher.get_by_text("waiting for the network")).to_be_visible()
    await teacher.context.unroute("**/api/masters/*/blobs")
    await teacher.reload()
    await expect(teacher.locator(".page-body figure img[src^='/api/blobs/']")).to_have_count(1)
    await saved(teacher)
    await expect(teacher.get_by_text("waiting for the network")).to_have_count(0)


async def test_a_picture_arrives_on_a_page_that_nobody_opens_again(person):
    teacher = await person("Ngozi")
    await new_page(teacher, "Never again")
    here = teacher.url
    await put_in_without_a_network(teacher)
    await saved(teacher)
    await teacher.context.unroute("**/api/masters/*/blobs")
    await teacher.goto(re.sub(r"/page/\d+$", "/push", here))

    page_id = here.rsplit("/", 1)[-1]

    async def arrived() -> bool:
        answer = await teacher.request.get(f"/api/pages/{page_id}")
        return bool(re.search(r'"src":"[0-9a-f]{40}"', await answer.text()))

    async with asyncio.timeout(20):
        while not await arrived():
            await asyncio.sleep(0.3)


async def test_wherever_one_clicks_and_types_the_words_are_in_the_page(person):
    """A caret that comes to stand beside what can be written in, at a table's edge or a frame's, loses no word.

    Whatever is seen on the page of the words that were typed stands there still when it is opened anew.
    """
    jonah = await person("Jonah")
    for title in ("Moon diary", "What pulls the sea"):
        await jonah.get_by_role("link", name=title).last.click()
        await expect(jonah.get_by_role("heading", level=1)).to_have_accessible_name(title)
        body = jonah.locator(".page-body[contenteditable=true]")
        await expect(body).to_be_visible()
        box = await body.bounding_box()
        assert box
        bottom = min(box["height"], 1500)
        points = [
            (x, y) for y in range(6, int(bottom), 31) for x in (4, int(box["width"] / 2), int(box["width"]) - 5)
        ]
        for number, (x, y) in enumerate(points):
            await body.click(position={"x": x, "y": y}, force=True)
            await jonah.keyboard.press("End")
            await jonah.keyboard.type(f"q{number}z", delay=5)
            await jonah.keyboard.press("Escape")
        seen = set(re.findall(r"q\d+z", await body.inner_text()))
        assert len(seen) > len(points) / 2, "most points can be written at"
        await saved(jonah)
        await jonah.reload()
        await expect(body).to_be_visible()
        await asyncio.sleep(1)
        assert seen <= set(re.findall(r"q\d+z", await body.inner_text())), "all that was seen was kept"
