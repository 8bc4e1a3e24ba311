"""A colleague helps, then begins a course of her own that a class of the first course follows too."""

import re

from playwright.async_api import Page, expect

from tests.e2e.running import PHONE
from tests.e2e.steps import push_now


async def test_a_helper_reads_along_and_a_class_follows_two_courses(person):
    owner, hana, pupil = await person("Ngozi"), await person(), await person("Yara", PHONE)
    await _in_more(owner, "Invite a colleague")
    await owner.get_by_label("Their name").fill("Hana Ito")
    await owner.get_by_role("radio", name=re.compile("^Reads along")).click()
    await owner.get_by_role("button", name="Invite", exact=True).click()
    code = await owner.locator(".font-mono").inner_text()
    await hana.goto(f"/code?code={code}")
    await hana.get_by_label(re.compile("^Choose a password")).fill("salt and wind")
    await hana.get_by_role("button", name=re.compile("^Open")).click()
    await _reads_along(hana)
    await _gives_from_her_own(hana, owner)
    await pupil.reload()
    await expect(pupil.get_by_role("link", name="What to bring", exact=True)).to_be_visible()
    await _ends(hana, owner)


async def _in_more(teacher: Page, what: str) -> None:
    await teacher.get_by_role("link", name="Classes").click()
    await teacher.get_by_role("button", name="More about classes").click()
    await teacher.get_by_role("menuitem", name=what).click()


async def _reads_along(hana: Page) -> None:
    await hana.get_by_role("treeitem", name=re.compile("^What pulls the sea")).click()
    await expect(hana.get_by_role("heading", name="What pulls the sea", level=1)).to_be_visible()
    await expect(hana.get_by_text("You read along in this course.").last).to_be_visible()
    await expect(hana.locator(".page-body [contenteditable=true]")).to_have_count(0)
    for button in ("New page", "New section", "Push it to more"):
        await expect(hana.get_by_role("button", name=button)).to_have_count(0)
    await hana.get_by_role("link", name="Reach").click()
    await expect(hana.get_by_role("heading", name="Who has what")).to_be_visible()
    await hana.get_by_role("link", name="Pushes").click()
    await hana.get_by_role("link", name=re.compile("^Pushed|^“|class 9")).first.click()
    await expect(hana.get_by_role("button", name="See who has what")).to_be_visible()
    await expect(hana.get_by_role("button", name=re.compile("Undo|Pull it back|Try again"))).to_have_count(0)
    await hana.get_by_role("link", name="Classes").click()
    await expect(hana.get_by_text("You read along.")).to_be_visible()
    await expect(hana.get_by_text("@saltmarsh.example")).to_have_count(0)


async def _gives_from_her_own(hana: Page, owner: Page) -> None:
    await hana.goto("/?all")
    await hana.get_by_label("Name of a further course").fill("Field trips")
    await hana.get_by_role("button", name="Make it").click()
    await _in_more(hana, "Another class follows")
    await hana.get_by_label("A colleague’s class: their e-mail").fill("n.okafor@saltmarsh.example")
    await hana.get_by_role("button", name="Ask them").click()
    await expect(hana.get_by_text("Ngozi Okafor is asked")).to_be_visible()

    await owner.get_by_role("button", name="Back to the class").click()
    await owner.reload()
    asked = owner.get_by_role("list", name="Requests")
    await expect(asked).to_contain_text("Field trips")
    await asked.get_by_role("button", name="Let 9B follow").click()

    await hana.get_by_role("link", name="Master").click()
    await hana.get_by_role("button", name="New page").click()
    await hana.get_by_role("dialog").get_by_role("textbox").fill("What to bring")
    await hana.keyboard.press("Enter")
    await hana.get_by_role("button", name="Push this page").first.click()
    await expect(hana.get_by_role("button", name=re.compile(r"^Students: 9B \(Shore Studies\)"))).to_be_visible()
    await push_now(hana)


async def _ends(hana: Page, owner: Page) -> None:
    """Everything is undone by those who did it: the next test finds the classes as they were."""
    await hana.get_by_role("link", name="Pushes").click()
    await hana.get_by_role("link", name=re.compile("What to bring")).first.click()
    await hana.get_by_role("button", name="Undo this push").click()
    await hana.get_by_role("button", name=re.compile("^Put (it|them) back")).click()
    await expect(hana.get_by_text(re.compile("as before"))).to_be_visible()
    await _in_more(hana, "9B follows no more")
    await expect(hana.get_by_text(re.compile("follows this course no more"))).to_be_visible()
    await owner.reload()
    await _in_more(owner, "Who works here")
    await owner.get_by_role("button", name="Hana Ito: more").click()
    await owner.get_by_role("menuitem", name="Take out of the course").click()
    await expect(owner.get_by_text("Hana Ito works here no more.")).to_be_visible()
