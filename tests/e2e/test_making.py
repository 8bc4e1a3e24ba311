"""The teacher makes a section and a page, writes, reorders, undoes; brings in a class; a student comes with a code."""

import asyncio
import re

from playwright.async_api import Page, expect

from tests.e2e.running import PHONE
from tests.e2e.steps import open_master_page, push_now, saved, type_into

MASTER_SAVE = "/api/pages/"


async def make(page: Page, kind: str, name: str) -> None:
    await page.get_by_role("button", name=f"New {kind}").click()
    await page.get_by_label(re.compile("^Its name")).fill(name)
    await page.get_by_role("button", name="Make it").click()
    await expect(page.get_by_role("treeitem", name=name)).to_be_visible()


async def order_of(page: Page, *names: str) -> list[str]:
    shown = await page.get_by_role("treeitem").all_inner_texts()
    return [name for text in shown for name in names if text.strip().startswith(name)]


async def test_a_teacher_makes_writes_moves_and_undoes(person):
    teacher = await person("Ngozi")
    await make(teacher, "section", "Harbour walks")
    await teacher.get_by_role("treeitem", name="Harbour walks").focus()
    await teacher.keyboard.press("F2")
    await teacher.get_by_label("New name").fill("Walks")
    await teacher.keyboard.press("Enter")
    await expect(teacher.get_by_role("treeitem", name=re.compile("^Walks"))).to_be_visible()
    await teacher.get_by_role("treeitem", name=re.compile("^Walks")).hover()
    await teacher.get_by_role("button", name="Walks: more").click()
    await teacher.get_by_role("menuitem", name="New page").click()
    await teacher.get_by_label(re.compile("^Its name")).fill("The mole")
    await teacher.get_by_role("button", name="Make it").click()
    await expect(teacher.get_by_label("Title of the page")).to_have_value("The mole")
    await expect(teacher.get_by_text("Not given out yet")).to_be_visible()

    await write_a_page(teacher)
    await teacher.reload()
    body = teacher.locator(".page-body")
    await expect(body.locator("h2")).to_have_text("What to bring")
    await expect(body.locator("strong")).to_have_text("rope")
    await expect(body.locator("ul[data-type=taskList] li")).to_have_count(2)
    await expect(body.locator(".space-prompt textarea")).to_have_value("How long is it?")
    await expect(body.locator("table")).to_be_visible()
    await expect(body.locator(".formula math")).to_have_count(1)
    await expect(body.locator(".formula-source")).to_be_hidden()

    await teacher.get_by_role("button", name="New page", exact=True).click()
    await teacher.get_by_label(re.compile("^Its name")).fill("The lamp")
    await teacher.get_by_role("button", name="Make it").click()
    await expect(teacher.get_by_label("Title of the page")).to_have_value("The lamp")
    assert await order_of(teacher, "The mole", "The lamp") == ["The mole", "The lamp"]
    await teacher.get_by_role("treeitem", name="The lamp").focus()
    await teacher.keyboard.press("Alt+ArrowUp")
    await expect(teacher.get_by_text("“The lamp” moved.")).to_be_visible()
    assert await order_of(teacher, "The mole", "The lamp") == ["The lamp", "The mole"]
    await teacher.get_by_role("button", name="Undo").last.click()
    await expect(teacher.get_by_text("“The lamp” moved.")).to_have_count(0)
    await asyncio.sleep(0.5)
    assert await order_of(teacher, "The mole", "The lamp") == ["The mole", "The lamp"]

    await teacher.get_by_role("treeitem", name="The lamp").drag_to(
        teacher.get_by_role("treeitem", name=re.compile("^Walks"))
    )
    await expect(teacher.get_by_text("“The lamp” moved.")).to_be_visible()
    assert await order_of(teacher, "The mole", "The lamp") == ["The lamp", "The mole"]
    await teacher.get_by_role("treeitem", name="The lamp").focus()
    await teacher.keyboard.press("Delete")
    await expect(teacher.get_by_role("treeitem", name="The lamp")).to_have_count(0)
    await teacher.get_by_role("button", name="Undo").last.click()
    await expect(teacher.get_by_role("treeitem", name="The lamp")).to_be_visible()


async def write_a_page(page: Page) -> None:
    tools = page.get_by_role("toolbar", name="Writing")
    await page.locator(".page-body p").first.click()
    await tools.get_by_role("button", name="Kind of text").click()
    await page.get_by_role("menuitem", name="Heading", exact=True).click()
    await page.keyboard.type("What to bring", delay=30)
    await page.keyboard.press("Enter")
    await page.keyboard.type("A ", delay=30)
    await tools.get_by_role("button", name="Bold").click()
    await page.keyboard.type("rope", delay=30)
    await page.keyboard.press("Enter")
    await tools.get_by_role("button", name="Tick list").click()
    await page.keyboard.type("boots", delay=30)
    await page.keyboard.press("Enter")
    await page.keyboard.type("coat", delay=30)
    await page.keyboard.press("Enter")
    await page.keyboard.press("Enter")
    for what in ("Table", "Place to answer"):
        await tools.get_by_role("button", name="Put in").click()
        await page.get_by_role("menuitem", name=what, exact=True).click()
        await page.keyboard.press("Control+End")
    await page.get_by_role("toolbar", name="Writing").get_by_role("button", name="Put in").click()
    await page.get_by_role("menuitem", name="Formula", exact=True).click()
    await page.keyboard.type("\\frac{h}{2}", delay=30)
    await page.locator(".space-prompt textarea").first.fill("How long is it?")
    await saved(page)


async def test_a_class_comes_in_and_a_student_comes_with_a_code_on_a_phone(person):
    teacher, phone = await person("Jonas"), await person("", PHONE)
    await teacher.get_by_role("link", name="Classes").click()
    await teacher.get_by_role("button", name="Bring students in").click()
    await teacher.get_by_label(re.compile("^Name of the class")).fill("9D")
    roster = "name,email\nNoor Haddad,noor.h@saltmarsh.example\n,nobody@saltmarsh.example\nPia Berg,pia.b@saltmarsh.example\n"
    chosen = {"name": "9d.csv", "mimeType": "text/csv", "buffer": roster.encode()}
    await teacher.get_by_label("Roster file").set_input_files(chosen)
    await expect(teacher.get_by_text("9d.csv, line 3: the name is missing")).to_be_visible()
    await expect(teacher.get_by_text("2 new")).to_be_visible()
    await teacher.get_by_role("button", name="Take 2 students in").click()
    await expect(teacher.get_by_text("2 students are in.")).to_be_visible()
    await expect(teacher.get_by_role("button", name="9D", pressed=True)).to_be_visible()
    await teacher.get_by_role("button", name="Bring students in").click()
    await teacher.get_by_label("Roster file").set_input_files(chosen)
    await expect(teacher.get_by_text("2 there already")).to_be_visible()
    await teacher.keyboard.press("Escape")
    await teacher.get_by_role("button", name="9D").click()
    await teacher.get_by_role("button", name="Make a sheet of sign-in codes for 2").click()
    slip = teacher.get_by_role("listitem").filter(has_text="Noor Haddad")
    code = await slip.locator(".font-mono").inner_text()
    address = await slip.get_by_role("img", name="QR code for Noor Haddad").get_attribute("src")
    assert address is not None
    assert address.startswith("data:image/svg+xml")

    await phone.goto(f"/code?code={code}")
    await phone.get_by_label(re.compile("^Choose a password")).fill("salt and wind")
    await phone.get_by_role("button", name="Open my notebook").click()
    await expect(phone.get_by_text("Nothing here yet.")).to_be_visible()

    await teacher.get_by_role("button", name="Back to the class").click()
    await teacher.get_by_role("link", name="Master").click()
    await open_master_page(teacher, "The rule of twelfths")
    await teacher.get_by_role("button", name="Push it to more").click()
    await teacher.get_by_role("button", name=re.compile("^Students:")).click()
    await teacher.get_by_role("button", name="Nobody", exact=True).click()
    await teacher.get_by_role("list", name="Classes").get_by_role("checkbox", name="9D").click()
    await teacher.keyboard.press("Escape")
    await expect(teacher.get_by_role("button", name="Push to 2 students")).to_be_visible()
    await push_now(teacher)

    await phone.get_by_role("link", name="The rule of twelfths").first.click()
    await type_into(phone, ".space-body p", "Nought point nine metres")
    await saved(phone)
    await phone.get_by_role("link", name="My notebook").click()
    await expect(phone.get_by_role("link", name=re.compile("The rule of twelfths.*1 of 2"))).to_be_visible()
