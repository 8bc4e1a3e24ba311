"""Whom and when: a push that waits for its time, a group, and a student who comes when others have pages already."""

import re

from playwright.async_api import expect

from tests.e2e.steps import open_master_page
from tests.e2e.test_making import make


async def test_a_push_waits_and_is_then_wanted_now(person):
    teacher = await person("Ngozi")
    await open_master_page(teacher, "What the dune is for")
    await teacher.get_by_role("button", name=re.compile("^Push")).first.click()
    # The sentence grows while its plan is made: what is to be pressed has come to rest then.
    await expect(teacher.get_by_role("button", name=re.compile("^Push to "))).to_be_visible()
    await teacher.get_by_role("button", name=re.compile("^When")).click()
    await teacher.get_by_role("button", name="Tomorrow at 08:00").click()
    await teacher.keyboard.press("Escape")
    await expect(teacher.get_by_text(re.compile("^It waits for .* at 08:00"))).to_be_visible()
    await teacher.reload()
    await expect(teacher.get_by_text(re.compile("^It waits for .* at 08:00"))).to_be_visible()
    await teacher.get_by_role("button", name=re.compile("^Push to .* later$")).click()
    await expect(teacher.get_by_role("heading", name=re.compile("^To be pushed"))).to_be_visible()
    await teacher.get_by_role("link", name="Pushes").click()
    await teacher.get_by_role("link", name=re.compile("What the dune is for.*waits for", re.DOTALL)).first.click()
    await teacher.get_by_role("button", name="Don’t push it").click()
    await expect(teacher.get_by_text("Nobody has been given anything.")).to_be_visible()


async def test_who_comes_later_has_what_the_class_was_given(person):
    teacher = await person("Ngozi")
    await teacher.get_by_role("link", name="Classes").click()
    await expect(teacher.get_by_text(re.compile("^Everyone in 9A has all"))).to_be_visible()
    for name, comes_at_once in (("Zoe Late", True), ("Max Later", False)):
        await teacher.get_by_label("Whoever joins later is given these pages at once").set_checked(comes_at_once)
        await teacher.get_by_role("button", name="Bring students in").click()
        await teacher.get_by_label(re.compile("ames")).last.fill(name)
        await teacher.get_by_role("button", name=re.compile("^(See|Look|What)")).first.click()
        await teacher.get_by_role("button", name="Take 1 student in").click()
        told = "on the way to them" if comes_at_once else "1 student is in."
        await expect(teacher.get_by_text(re.compile(told))).to_be_visible()
    await expect(teacher.get_by_text("1 student lacks")).to_be_visible()
    await teacher.get_by_role("button", name="Give them what they lack").click()
    await expect(teacher.get_by_text(re.compile("^On its way"))).to_be_visible()
    await expect(teacher.get_by_text(re.compile("^Everyone in 9A has all"))).to_be_visible()
    await teacher.get_by_role("link", name="Pushes").click()
    await teacher.get_by_role("link", name=re.compile("Caught up.*Max Later")).click()
    await expect(teacher.get_by_text(re.compile("^Done: "))).to_be_visible()
    await teacher.get_by_role("button", name="Undo this push").click()
    await teacher.get_by_role("button", name="Put them back").click()
    await expect(teacher.get_by_text(re.compile("are as before"))).to_be_visible()
    await teacher.get_by_role("link", name="Classes").click()
    for name in ("Zoe Late", "Max Later"):
        await teacher.get_by_role("button", name=f"{name}: more").click()
        await teacher.get_by_role("menuitem", name="Take out of the class").click()
        await expect(teacher.get_by_text(re.compile(f"^{name} has left the class"))).to_be_visible()
    await teacher.get_by_label("Whoever joins later is given these pages at once").set_checked(True)


async def test_a_group_is_made_given_a_page_and_removed(person):
    teacher = await person("Ngozi")
    await teacher.get_by_role("link", name="Classes").click()
    await teacher.get_by_role("group", name="Groups").get_by_role("button", name="New").click()
    await teacher.get_by_label("Name of the group").fill("Night watch")
    for name in ("Ada Nwosu", "Anna Lindqvist"):
        await teacher.get_by_label("Find in Students").fill(name)
        await teacher.get_by_role("checkbox", name=re.compile(name)).click()
    await teacher.get_by_role("button", name="Make it: 2 students").click()
    await expect(teacher.get_by_text(re.compile("^Night watch is there"))).to_be_visible()
    await teacher.get_by_role("link", name="Master").click()
    await make(teacher, "page", "By night")
    await teacher.get_by_role("button", name="Push this page").click()
    await teacher.get_by_role("button", name=re.compile("^Students:")).click()
    await teacher.get_by_role("button", name="Nobody", exact=True).click()
    await teacher.get_by_role("checkbox", name=re.compile("Night watch")).click()
    await teacher.keyboard.press("Escape")
    await expect(teacher.get_by_role("button", name="Push to 2 students")).to_be_visible()
    await teacher.reload()
    await teacher.get_by_role("button", name="Push to 2 students").click()
    await expect(teacher.get_by_role("heading", name=re.compile("to Night watch$"))).to_be_visible()
    await teacher.get_by_role("link", name="Classes").click()
    await teacher.get_by_role("button", name="Night watch").click()
    await teacher.get_by_role("button", name="Remove the group").click()
    await expect(teacher.get_by_text(re.compile("^Night watch is no group any more"))).to_be_visible()
    await teacher.get_by_role("link", name="Master").click()
    await teacher.get_by_role("treeitem", name=re.compile("^By night")).focus()
    await teacher.keyboard.press("Delete")
    await expect(teacher.get_by_role("treeitem", name=re.compile("^By night"))).to_have_count(0)
