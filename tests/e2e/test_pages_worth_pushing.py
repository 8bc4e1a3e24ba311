"""Who sees a page, how it is set, what can be put on it, and how it goes out: in the browser."""

import base64
import io
import re
import wave
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager

import pypdfium2
from PIL import Image
from playwright.async_api import Page, expect

from tests.e2e.running import PHONE
from tests.e2e.steps import open_notebook_page, push_now, saved, type_into


@asynccontextmanager
async def a_new_page(teacher: Page, title: str) -> AsyncIterator[None]:
    """A page in the master that is taken out again afterwards."""
    await teacher.get_by_role("button", name="New page").click()
    await teacher.get_by_label(re.compile("^Its name")).fill(title)
    await teacher.keyboard.press("Enter")
    await expect(teacher.get_by_label("Title of the page")).to_have_value(title)
    here = teacher.url
    yield
    await teacher.goto(here)
    await teacher.get_by_role("treeitem", name=re.compile(f"^{title}(,|$)")).focus()
    await teacher.keyboard.press("Delete")
    await expect(teacher.get_by_text(f"“{title}” is out of the master")).to_be_visible()


async def put(page: Page, which: str, choice: str) -> None:
    """Chooses in the line under the title."""
    await page.get_by_role("button", name=re.compile(f"^{which}:")).click()
    await page.get_by_role("radio", name=re.compile(f"^{choice}")).click()
    await page.keyboard.press("Escape")


async def test_under_wraps_a_push_holds_it_and_one_press_unwraps_it(person):
    teacher, ada = await person("Ngozi"), await person("Ada")
    async with a_new_page(teacher, "Answers to the tide table"):
        await put(teacher, "Who sees it", "under wraps")
        await expect(teacher.get_by_role("treeitem", name="Answers to the tide table, under wraps")).to_be_visible()
        page = teacher.url.rsplit("/", 1)[-1]
        await teacher.goto(re.sub("/page/.*", f"/push?pages={page}", teacher.url))
        await expect(teacher.get_by_role("button", name=re.compile(r"^\d+ held"))).to_be_visible()
        await expect(teacher.get_by_role("button", name="Nothing to push")).to_be_visible()
        await teacher.get_by_role("button", name=re.compile("under wraps, is held: unwrap it")).click()
        await push_now(teacher)
        await expect(ada.get_by_role("link", name=re.compile("Answers to the tide table")).first).to_be_visible()
        await teacher.get_by_role("button", name="Undo this push").click()
        await teacher.get_by_role("button", name=re.compile("^Put (it|them) back")).click()
        await expect(teacher.get_by_text(re.compile("^Undone"))).to_be_visible()


async def test_on_display_the_class_reads_it_as_it_is_now(person):
    teacher, ada = await person("Ngozi"), await person("Ada", PHONE)
    async with a_new_page(teacher, "Rules of the beach"):
        await type_into(teacher, ".page-body p", "Never alone.")
        await saved(teacher)
        await put(teacher, "Who sees it", "on display")
        await ada.get_by_role("link", name=re.compile("Rules of the beach")).click()
        await expect(ada.get_by_text("Never alone.")).to_be_visible()
        await expect(ada.locator(".page-body")).to_have_attribute("contenteditable", "false")
        await type_into(teacher, ".page-body p", " Tell somebody.")
        await expect(ada.get_by_text("Never alone. Tell somebody.")).to_be_visible()
        await put(teacher, "Who sees it", "given by pushes")
        await expect(ada.get_by_text("Your teacher does not show this page any more.")).to_be_visible()


async def test_where_students_may_write_and_on_what_paper(person):
    teacher, yara = await person("Ngozi"), await person("Yara", PHONE)
    async with a_new_page(teacher, "Depth of the pool"):
        await type_into(teacher, ".page-body p", "Measure twice.")
        await teacher.keyboard.press("Enter")
        await teacher.keyboard.type("/place", delay=40)
        await teacher.keyboard.press("Enter")
        await teacher.keyboard.type("How deep is it?", delay=20)
        await teacher.get_by_label("What goes in here").select_option("number")
        await teacher.get_by_label("Unit").fill("cm")
        await put(teacher, "Where students may write", "only in its places")
        await put(teacher, "Paper", "squared paper")
        await expect(teacher.locator("[data-paper=squared]")).to_be_visible()
        await saved(teacher)
        await teacher.reload()
        await expect(teacher.locator("[data-paper=squared]")).to_be_visible()
        await expect(teacher.locator(".space-unit")).to_have_text("cm")
        await teacher.get_by_role("button", name="Push this page").first.click()
        await push_now(teacher)
        await open_notebook_page(yara, "Depth of the pool")
        await yara.locator(".page-body > p").first.click()
        await yara.keyboard.type("Mine", delay=30)
        await type_into(yara, ".space-body p", "34")
        await saved(yara)
        await yara.reload()
        await expect(yara.locator(".space-body")).to_have_text("34")
        await expect(yara.locator(".page-body > p").first).to_have_text("Measure twice.")
        await expect(yara.locator(".space-unit")).to_have_text("cm")
        await teacher.get_by_role("button", name="Pull it back").click()
        await teacher.get_by_role("button", name=re.compile("^Pull back from")).click()
        await expect(teacher.get_by_text(re.compile("^Done: "))).to_be_visible()


async def test_a_link_leads_each_to_their_own_and_who_has_none_asks(person):
    teacher, isla, guest = await person("Ngozi"), await person("Isla"), await person("")
    async with a_new_page(teacher, "Clouds over the bay"):
        link = f"/page/{teacher.url.rsplit('/', 1)[-1]}"
        here = teacher.url
        await isla.goto(link)
        await isla.get_by_role("button", name="Ask for it").click()
        await expect(isla.get_by_text("You have asked for it.")).to_be_visible()
        await guest.goto(link)
        await expect(guest.get_by_role("heading", name="Sign in")).to_be_visible()
        await teacher.goto(link)
        await expect(teacher).to_have_url(here)
        await teacher.get_by_role("link", name=re.compile("^Give it to Isla")).click()
        await expect(teacher.get_by_role("button", name="Push to 1 student")).to_be_visible()
        await push_now(teacher)
        await isla.goto(link)
        await expect(isla.get_by_role("heading", name="Clouds over the bay", level=1)).to_be_visible()
        await type_into(isla, ".page-body p", "Mackerel sky.")
        await saved(isla)

        await teacher.goto(here)
        await teacher.get_by_role("link", name="As a student sees it").click()
        await teacher.get_by_role("button", name=re.compile("^Student:")).click()
        await teacher.get_by_role("checkbox", name=re.compile("^Isla")).click()
        await teacher.keyboard.press("Escape")
        await expect(teacher.get_by_role("button", name="On what: a phone")).to_be_visible()
        await expect(teacher.get_by_text("Mackerel sky.")).to_be_visible()
        await teacher.go_back()
        await teacher.get_by_role("link", name="Pull it back").click()
        await teacher.get_by_role("button", name=re.compile("^Pull back from")).click()
        await expect(teacher.get_by_text(re.compile("^Done: "))).to_be_visible()


async def test_two_teachers_on_one_page_see_each_other_and_each_others_words(person):
    ngozi, jonas = await person("Ngozi"), await person("Jonas")
    async with a_new_page(ngozi, "Plan for the field day"):
        await jonas.goto(ngozi.url)
        await expect(ngozi.get_by_text("Jonas Brandt is here too")).to_be_visible()
        await expect(jonas.get_by_text("Ngozi Okafor is here too")).to_be_visible()
        await type_into(ngozi, ".page-body p", "Boots.")
        await expect(jonas.get_by_text("Boots.")).to_be_visible()
        await type_into(jonas, ".page-body p", " And rope.")
        await expect(ngozi.get_by_text("Boots. And rope.")).to_be_visible()
        await jonas.goto(re.sub("/page/.*", "/reach", jonas.url))
        await expect(ngozi.get_by_text("is here too")).to_be_hidden()


def a_picture() -> str:
    made = io.BytesIO()
    Image.new("RGB", (400, 200), "steelblue").save(made, "PNG")
    return base64.b64encode(made.getvalue()).decode()


def a_sound() -> str:
    """A second of silence."""
    made = io.BytesIO()
    with wave.open(made, "wb") as sound:
        sound.setnchannels(1)
        sound.setsampwidth(1)
        sound.setframerate(8000)
        sound.writeframes(bytes([128]) * 8000)
    return base64.b64encode(made.getvalue()).decode()


DROP = """([selector, data, name, type]) => {
  const bytes = Uint8Array.from(atob(data), (letter) => letter.charCodeAt(0));
  const held = new DataTransfer();
  held.items.add(new File([bytes], name, { type }));
  const onto = document.querySelector(selector);
  const { left, bottom } = onto.getBoundingClientRect();
  const at = { clientX: left + 40, clientY: bottom - 6, bubbles: true, cancelable: true };
  onto.dispatchEvent(new DragEvent('drop', { ...at, dataTransfer: held }));
}"""


async def test_a_page_stands_in_every_new_notebook_until_that_is_undone(person):
    teacher = await person("Ngozi")
    async with a_new_page(teacher, "How we keep our logs"):
        await type_into(teacher, ".page-body p", "Date first, then the sky.")
        who = teacher.get_by_role("button", name=re.compile("^Who sees it"))
        await who.click()
        await teacher.get_by_label("in every new notebook").check()
        await teacher.keyboard.press("Escape")
        await expect(who).to_contain_text("in every new notebook")
        await expect(
            teacher.get_by_text(re.compile("^New notebooks begin with “How we keep our logs”"))
        ).to_be_visible()
        await teacher.get_by_role("button", name="Undo").last.click()
        await expect(teacher.get_by_text(re.compile("do not begin with"))).to_be_visible()
        await expect(who).not_to_contain_text("in every new notebook")


async def test_a_recording_plays_where_it_stands_and_keeps_its_name(person):
    teacher = await person("Ngozi")
    async with a_new_page(teacher, "Sounds of the harbour"):
        await type_into(teacher, ".page-body p", "What do you hear?")
        await teacher.evaluate(DROP, [".page-body p", a_sound(), "halyards.wav", "audio/wav"])
        sound = teacher.locator(".page-body audio")
        await expect(sound).to_have_attribute("src", re.compile("^/api/blobs/[0-9a-f]{40}$"))
        await expect(teacher.locator("figcaption")).to_have_text("halyards")
        await teacher.locator("figcaption").click()
        await teacher.get_by_label("Name of the recording").fill("Halyards on a mast")
        await expect(sound).to_have_accessible_name("Halyards on a mast")
        lasts = await sound.evaluate("""async (element) => {
            await element.play();
            return element.duration;
        }""")
        assert round(lasts) == 1
        await expect(teacher.get_by_text("Saved", exact=False).first).to_be_visible()
        await teacher.reload()
        await expect(teacher.locator("figcaption")).to_have_text("Halyards on a mast")


async def test_pictures_links_and_words_that_are_sought(person):
    teacher = await person("Ngozi")
    async with a_new_page(teacher, "Looking at the sea"):
        await type_into(teacher, ".page-body p", "The sea is never the same sea twice.")
        await teacher.evaluate(DROP, [".page-body p", a_picture(), "sea.png", "image/png"])
        picture = teacher.locator(".page-body img")
        await expect(picture).to_have_attribute("src", re.compile("^/api/blobs/[0-9a-f]{40}$"))
        await picture.click()
        await teacher.get_by_role("button", name="Half").click()
        await teacher.get_by_label("What is on the picture").fill("A calm sea")
        await teacher.get_by_label("What stands under it").fill("Seen from the wall")
        await expect(teacher.locator("figcaption")).to_have_text("Seen from the wall")

        await teacher.get_by_role("button", name="Find on this page").click()
        await teacher.get_by_label("Words to find").fill("sea")
        await expect(teacher.get_by_text("1 of 2")).to_be_visible()
        await teacher.get_by_label("Put in its place").fill("water")
        await teacher.get_by_role("button", name="All", exact=True).click()
        await expect(teacher.get_by_text("2 replaced")).to_be_visible()
        await teacher.get_by_role("button", name="Find on this page").click()

        await teacher.locator(".page-body p").first.dblclick(position={"x": 50, "y": 12})
        await teacher.get_by_role("toolbar", name="Writing").get_by_role("button", name="Link").click()
        await teacher.get_by_label("Where the link leads").fill("javascript:alert(1)")
        await expect(teacher.get_by_role("button", name="Put the link")).to_be_disabled()
        await teacher.get_by_label("Where the link leads").fill("tides.example.org")
        await teacher.keyboard.press("Enter")
        await expect(teacher.locator(".page-body a")).to_have_attribute("href", "https://tides.example.org")
        await saved(teacher)
        await teacher.reload()
        await expect(picture).to_have_attribute("width", "50%")
        await expect(picture).to_have_attribute("alt", "A calm sea")
        await expect(teacher.locator(".page-body p").first).to_have_text("The water is never the same water twice.")


async def test_a_page_is_printed_with_room_and_a_students_with_what_is_on_it(person):
    teacher, ada = await person("Ngozi"), await person("Ada")
    await teacher.get_by_role("treeitem", name=re.compile("^The rule of twelfths")).focus()
    await teacher.keyboard.press("Shift+F10")
    await teacher.get_by_role("menuitem", name="Print").click()
    async with teacher.expect_download() as kept:
        await teacher.get_by_role("button", name="Make the file").click()
    assert (await kept.value).suggested_filename == "The rule of twelfths.pdf"
    assert "How much has the water risen" in words_of(await (await kept.value).path())
    await open_notebook_page(ada, "The rule of twelfths")
    async with ada.expect_download() as kept:
        await ada.get_by_role("button", name="Print").click()
    assert "Ada" in words_of(await (await kept.value).path())


def words_of(path) -> str:
    pages = pypdfium2.PdfDocument(path)
    return " ".join(page.get_textpage().get_text_bounded().replace("\r\n", " ") for page in pages)


async def test_a_column_is_made_wider_by_key_and_by_pointer_and_its_student_sees_it(person):
    teacher = await person("Ngozi")
    async with a_new_page(teacher, "How wide is a tide"):
        await teacher.locator(".page-body p").last.click()
        await teacher.get_by_role("button", name="Put in").click()
        await teacher.get_by_role("menuitem", name="Table", exact=True).click()
        cell = teacher.locator(".page-body th").first
        edge = teacher.get_by_role("separator", name="Where this column ends")
        wide = (await cell.bounding_box())["width"]
        await edge.focus()
        await teacher.keyboard.press("ArrowLeft")
        await expect(edge).to_have_attribute("aria-valuenow", str(round(wide - 32)))
        at = await edge.bounding_box()
        await teacher.mouse.move(at["x"] + at["width"] / 2, at["y"] + 60)
        await teacher.mouse.down()
        await teacher.mouse.move(at["x"] + at["width"] / 2 - 50, at["y"] + 60, steps=3)
        await teacher.mouse.up()
        await expect(edge).to_have_attribute("aria-valuenow", str(round(wide - 82)))
        await saved(teacher)
        await teacher.reload()
        await expect(cell).to_be_visible()
        assert abs((await cell.bounding_box())["width"] - (wide - 82)) < 3
        await cell.click()
        await teacher.get_by_role("button", name="This column").click()
        await teacher.get_by_role("menuitem", name="As wide as there is room").click()
        await expect(teacher.locator(".page-body col")).to_have_count(0)
        await saved(teacher)


async def test_what_is_typed_as_an_address_leads_there_at_a_students_tap(person):
    ada = await person("Ada", PHONE)
    await open_notebook_page(ada, "What pulls the sea")
    await ada.locator(".page-body p").last.click(position={"x": 4, "y": 12})
    await ada.keyboard.press("End")
    where = ada.url.split("/notebook/")[0] + "/about-tides"
    await ada.keyboard.type(f" See {where}, and tides.md", delay=10)
    await expect(ada.locator(".page-body a")).to_have_count(1)
    async with ada.context.expect_page() as opened:
        await ada.locator(".page-body a").tap()
    assert (await opened.value).url == where
    for _ in range(len(f" See {where}, and tides.md")):
        await ada.keyboard.press("Backspace")
    await saved(ada)


async def test_a_new_page_begins_as_a_template_is(person):
    teacher = await person("Ngozi")
    async with a_new_page(teacher, "Log of a walk"):
        await type_into(teacher, ".page-body p", "Where I went.")
        await saved(teacher)
        await teacher.get_by_role("button", name=re.compile("^Who sees it:")).click()
        await teacher.get_by_role("checkbox", name=re.compile("^a template")).check()
        await expect(teacher.get_by_role("treeitem", name="Log of a walk, under wraps, a template")).to_be_visible()
        await teacher.keyboard.press("Escape")
        await teacher.get_by_role("button", name="New page").click()
        await teacher.get_by_label("It begins as").select_option(label="“Log of a walk”")
        await teacher.get_by_label(re.compile("^Its name")).fill("Log of a Monday")
        await teacher.keyboard.press("Enter")
        await expect(teacher.locator(".page-body p")).to_have_text("Where I went.")
        await expect(teacher.get_by_role("treeitem", name="Log of a Monday", exact=True)).to_be_visible()
        await teacher.get_by_role("button", name="Undo", exact=True).last.click()
        await expect(teacher.get_by_role("treeitem", name="Log of a Monday")).to_have_count(0)


async def test_a_block_is_drawn_to_another_place_and_moved_by_key(person):
    teacher = await person("Ngozi")
    async with a_new_page(teacher, "In another order"):
        await teacher.locator(".page-body p").first.click()
        for word in ("one", "two", "three", "four"):
            await teacher.keyboard.type(word, delay=20)
            await teacher.keyboard.press("Enter")
        words = teacher.locator(".page-body > p")
        await words.filter(has_text="one").click()
        grip = teacher.get_by_role("button", name=re.compile("^Move this block"))
        at, last = await grip.bounding_box(), await words.filter(has_text="three").bounding_box()
        await teacher.mouse.move(at["x"] + 7, at["y"] + 12)
        await teacher.mouse.down()
        await teacher.mouse.move(at["x"] + 7, last["y"] + last["height"] - 2, steps=6)
        await teacher.mouse.up()
        await expect(words).to_have_text(["two", "three", "one", "four", ""])
        await teacher.keyboard.press("Alt+ArrowUp")
        await expect(words).to_have_text(["two", "one", "three", "four", ""])
        await teacher.keyboard.press("Control+z")
        await teacher.keyboard.press("Control+z")
        await expect(words).to_have_text(["one", "two", "three", "four", ""])
        await saved(teacher)


async def test_a_page_is_doubled_from_its_menu_and_a_term_folds_away(person):
    teacher = await person("Ngozi")
    async with a_new_page(teacher, "A page to double"):
        row = teacher.get_by_role("treeitem", name="A page to double", exact=True)
        await row.hover()
        await row.get_by_role("button", name="A page to double: more").click()
        await teacher.get_by_role("menuitem", name="Another just like it").click()
        second = teacher.get_by_role("treeitem", name="A page to double (2)")
        await expect(second).to_be_visible()
        await teacher.get_by_role("button", name="Undo", exact=True).last.click()
        await expect(second).to_have_count(0)
    term = teacher.get_by_role("treeitem", name="Autumn term")
    await term.click()
    await expect(term).to_have_attribute("aria-expanded", "false")
    await expect(teacher.get_by_role("treeitem", name=re.compile("^What pulls the sea"))).to_have_count(0)
    await expect(teacher.get_by_role("treeitem", name="Spring term")).to_be_visible()
    await term.press("ArrowRight")
    await expect(teacher.get_by_role("treeitem", name=re.compile("^What pulls the sea"))).to_be_visible()


async def test_what_can_be_done_with_chosen_words_stands_beside_them(person):
    teacher = await person("Ngozi")
    async with a_new_page(teacher, "Words to choose"):
        await type_into(teacher, ".page-body p", "the wind and the sea")
        await teacher.locator(".page-body p").dblclick(position={"x": 48, "y": 14})
        bar = teacher.get_by_role("toolbar", name="Chosen words")
        await bar.get_by_role("button", name="Bold").click()
        await expect(teacher.locator(".page-body strong")).to_have_text("the")
        await bar.get_by_role("button", name="Link").click()
        await bar.get_by_role("textbox").fill("example.org/tides")
        await teacher.keyboard.press("Enter")
        link = teacher.locator(".page-body a")
        await expect(link).to_have_attribute("href", "https://example.org/tides")
        # Elsewhere first: a third press at one place within half a second chooses the whole paragraph.
        await teacher.locator(".page-body p").click(position={"x": 160, "y": 14})
        await link.click()
        await expect(bar).to_have_count(0)
        await saved(teacher)
