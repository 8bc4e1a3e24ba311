"""A notebook with the network really cut: it opens, is read and written in, and all of it arrives, once."""

import asyncio
import re

from playwright.async_api import BrowserContext, Page, expect

from tests.e2e.running import a_browser, walk_in
from tests.e2e.steps import saved, type_into

PAGE, OTHER = "Moon diary", "What pulls the sea"
_KEPT = """async () => {
    const registered = await navigator.serviceWorker.ready;
    return registered.active?.state === 'activated' && (await caches.keys()).some((name) => name.includes('precache'));
}"""
_ANSWERS = """async (path) => new Promise((resolve) => {
    const asked = indexedDB.open('red-thread-kept');
    asked.onerror = () => resolve(false);
    asked.onsuccess = () => {
        const db = asked.result;
        if (!db.objectStoreNames.contains('answers')) { db.close(); return resolve(false); }
        const keys = db.transaction('answers').objectStore('answers').getAllKeys();
        keys.onsuccess = () => { db.close(); resolve(keys.result.some((key) => key.endsWith(path))); };
    };
})"""


async def opened(page: Page, title: str) -> None:
    await page.get_by_role("link", name=title).last.click()
    await expect(page.get_by_role("heading", level=1)).to_have_accessible_name(title)
    await expect(page.locator(".page-body")).to_be_visible()


async def kept_on_the_device(page: Page) -> None:
    """Waits until the application and the page that is open are kept."""
    await page.wait_for_function(_KEPT, timeout=60_000)
    path = "/api/copies/" + page.url.rsplit("/", 1)[1]
    for _ in range(100):
        if await page.evaluate(_ANSWERS, path):
            return
        await asyncio.sleep(0.1)
    raise AssertionError(f"{path} is not kept")


async def isla_writing(context: BrowserContext, words: str) -> Page:
    """Isla has written on a page, which is saved, and kept on her device."""
    isla = await walk_in(context, "Isla")
    await opened(isla, PAGE)
    await type_into(isla, ".page-body", words)
    await saved(isla)
    await kept_on_the_device(isla)
    return isla


async def test_a_notebook_opens_and_is_written_in_with_no_network_and_arrives_once(browser, address):
    context = await a_browser(browser, address)
    isla = await isla_writing(context, "Seen online. ")
    list_address, page_address = isla.url.split("/page/")[0], isla.url

    await context.set_offline(True)
    await isla.close()
    isla = await context.new_page()
    await isla.goto(list_address)
    await expect(isla.get_by_role("link", name=PAGE).first).to_be_visible()
    await opened(isla, PAGE)
    await expect(isla.locator(".page-body")).to_contain_text("Seen online.")
    await type_into(isla, ".page-body", "Written at sea. ")
    await expect(
        isla.get_by_text("wait for the network").or_(isla.get_by_text("waits for the network"))
    ).to_be_visible()

    await isla.close()  # the browser is closed, and opened again, still at sea
    isla = await context.new_page()
    await isla.goto(page_address)
    await expect(isla.locator(".page-body")).to_contain_text("Written at sea.")
    await isla.close()

    await context.set_offline(False)
    isla = await context.new_page()
    await isla.goto(list_address)  # the page itself is not opened: what was left on it is sent all the same
    await saved(isla)
    await expect(isla.get_by_text(re.compile("for the network"))).to_have_count(0)
    elsewhere = await a_browser(browser, address)
    again = await walk_in(elsewhere, "Isla")
    await opened(again, PAGE)
    words = await again.locator(".page-body").inner_text()
    assert words.count("Written at sea.") == words.count("Seen online.") == 1
    await context.close()
    await elsewhere.close()


async def test_the_pages_around_the_one_that_is_open_are_kept_and_not_opened_by_that(browser, address):
    context = await a_browser(browser, address)
    yara = await walk_in(context, "Jonah")
    await opened(yara, PAGE)
    await kept_on_the_device(yara)
    mine = int(yara.url.rsplit("/", 1)[1])
    section = await yara.evaluate(
        """async (mine) => {
            const view = await (await fetch('/api/notebooks/' + location.pathname.split('/')[2])).json();
            const pages = view.sections.find((one) => one.pages.some((page) => page.id === mine)).pages;
            return pages.filter((page) => !page.put_away).map(({ id, news }) => [id, news]);
        }""",
        mine,
    )
    for copy, _ in section:
        for _ in range(150):
            if await yara.evaluate(_ANSWERS, f"/api/copies/{copy}"):
                break
            await asyncio.sleep(0.1)
        else:
            raise AssertionError(f"copy {copy} is not kept")
    await yara.reload()
    await expect(yara.locator(".page-body")).to_be_visible()
    health = await context.new_page()
    await health.goto("/health")
    await expect(health.locator("body")).to_contain_text('"status"')  # what is no view is not taken for one
    await health.close()
    now = await yara.evaluate(
        """async () => (await (await fetch('/api/notebooks/' + location.pathname.split('/')[2])).json())
            .sections.flatMap((one) => one.pages.map(({ id, news }) => [id, news]))"""
    )
    assert {copy: news for copy, news in now if copy != mine}.items() >= {
        copy: news for copy, news in section if copy != mine
    }.items(), "what was new before is new still"
    await context.close()


async def test_a_page_that_was_taken_back_is_not_shown_from_the_device(browser, address):
    context = await a_browser(browser, address)
    jonah = await walk_in(context, "Jonah")
    await opened(jonah, PAGE)
    await kept_on_the_device(jonah)
    path = "/api/copies/" + jonah.url.rsplit("/", 1)[1]
    await context.route(
        f"**{path}", lambda route: route.fulfill(status=410, json={"title": "TakenBack", "detail": "x"})
    )
    await jonah.reload()
    await expect(jonah.get_by_text("Your teacher has taken this page back")).to_be_visible()
    for _ in range(100):
        if not await jonah.evaluate(_ANSWERS, path):
            break
        await asyncio.sleep(0.1)
    else:
        raise AssertionError("it is kept still")
    await context.close()


async def test_signing_out_takes_all_of_it_off_the_device(browser, address):
    context = await a_browser(browser, address)
    ada = await walk_in(context, "Isla")
    await opened(ada, OTHER)
    await kept_on_the_device(ada)
    path = "/api/copies/" + ada.url.rsplit("/", 1)[1]
    await ada.get_by_role("button", name=re.compile(": settings")).first.click()
    await ada.get_by_role("menuitem", name="Sign out").click()
    await ada.wait_for_url("**/sign-in")
    await asyncio.sleep(0.5)
    assert not await ada.evaluate(_ANSWERS, path)
    await context.set_offline(True)
    await ada.goto(address + "/")
    await expect(ada.get_by_text("Isla’s")).to_have_count(0)
    await context.close()


async def test_where_the_server_is_slow_the_kept_page_is_shown_until_the_answer_comes(browser, address):
    context = await a_browser(browser, address)
    jonah = await walk_in(context, "Jonah")
    await opened(jonah, OTHER)
    await kept_on_the_device(jonah)
    path = "/api/copies/" + jonah.url.rsplit("/", 1)[1]

    async def late(route):
        await asyncio.sleep(6)
        await route.continue_()

    elsewhere = await a_browser(browser, address)
    again = await walk_in(elsewhere, "Jonah")
    await opened(again, OTHER)
    await type_into(again, ".page-body p", " Told on the other device.")
    await saved(again)
    await jonah.goto(address + "/notebook/" + jonah.url.split("/")[4])
    await context.route(f"**{path}", late)
    await opened(jonah, OTHER)
    await expect(jonah.locator(".page-body")).to_contain_text("Told on the other device.")
    await context.close()
    await elsewhere.close()


async def test_what_one_wrote_is_found_with_a_network_and_without(browser, address):
    context = await a_browser(browser, address)
    isla = await isla_writing(context, "Barnacles by the lamp. ")
    await isla.get_by_role("button", name="Find", exact=True).click()
    sought = isla.get_by_role("searchbox", name="Find in my notebook")
    pages = isla.get_by_role("search").get_by_role("link")
    for cut, typed in ((False, "barnacle lamp"), (True, "barnac lam")):
        await context.set_offline(cut)
        await sought.fill(typed)
        await expect(pages).to_have_count(1)
        await expect(pages).to_contain_text(re.compile(f"{PAGE}.*You: .*Barnac"))
        await sought.fill("xylophone")
        await expect(isla.get_by_role("search").get_by_text("Nothing found.")).to_be_visible()
    await sought.fill("barnac")
    await pages.click()
    await expect(isla.locator(".page-body")).to_contain_text("Barnacles by the lamp.")
    await context.close()
