"""Pictures by fingerprint: kept once, seen by those whose editions have them."""

from typing import Any

import pytest

from red_thread.actions.actor import Actor
from red_thread.actions.add_blob import CleanBlob, add_to_copy, add_to_master, see_blob
from red_thread.actions.master.save_master_page import save_master_page
from red_thread.actions.notebook.save_copy import Save, save_copy
from red_thread.actions.push.undo import undo_push
from red_thread.actions.refusals import NotFound
from red_thread.store.blobs import PART
from tests.school import School, actor_of

LIMPET, CRAB = CleanBlob("image/png", b"limpet" * 100_000), CleanBlob("image/png", b"crab")


def with_picture(document: dict[str, Any], name: str) -> dict[str, Any]:
    image = {"type": "image", "attrs": {"id": f"i{name[:4]}", "src": name, "alt": ""}}
    return {**document, "content": [*document["content"], image]}


async def put_on(school: School, page_id: int, blob: CleanBlob) -> str:
    async with school.database.begin() as unit:
        name = await add_to_master(unit, school.teacher, school.master, blob)
        page = await unit.pages.get(page_id)
        assert page is not None
        document = with_picture(page.document, name)
        await save_master_page(unit, school.teacher, page_id, document, page.revision)
    return name


async def sees(school: School, actor: Actor, name: str) -> bool:
    async with school.database.begin() as unit:
        try:
            return bool(await see_blob(unit, actor, name))
        except NotFound:
            return False


async def test_the_same_bytes_are_kept_once_and_come_back_whole(school: School):
    (ada,) = await school.add_class("9A", 1)
    page = await school.add_page("a:x")
    name = await put_on(school, page, LIMPET)
    await school.push([page], "9A")
    copy = await school.copy(ada, page)
    async with school.database.begin() as unit:
        assert await add_to_copy(unit, actor_of(ada), copy.id, LIMPET) == name
        parts = await unit.connection.exec_driver_sql("SELECT octet_length(body) FROM blob_part ORDER BY number")
        assert list(parts.scalars()) == [PART, PART, len(LIMPET.body) - 2 * PART]
        blob = await see_blob(unit, actor_of(ada), name)
        assert await unit.blobs.body(blob) == LIMPET.body
        assert await unit.blobs.parts(name, 2, 2) == LIMPET.body[2 * PART :]


async def test_a_picture_goes_with_the_edition_that_it_stands_on(school: School):
    """Who stands on the edition before does not see what is on the next; who goes back does not either."""
    ada, ben = await school.add_class("9A", 2)
    page = await school.add_page("a:x")
    first = await put_on(school, page, CRAB)
    await school.push([page], "9A")
    second = await put_on(school, page, LIMPET)
    push_id = await school.run(school.request([page], "", [ada]))
    assert [await sees(school, actor_of(who), first) for who in (ada, ben)] == [True, True]
    assert [await sees(school, actor_of(who), second) for who in (ada, ben)] == [True, False]
    await school.undo(push_id)
    assert not await sees(school, actor_of(ada), second)


async def test_what_stands_in_the_past_of_a_page_is_still_seen(school: School):
    (ada,) = await school.add_class("9A", 1)
    page = await school.add_page("a:x | q=space[ p: ]")
    await school.push([page], "9A")
    name = await put_on(school, page, CRAB)
    push_id = await school.run(school.request([page], "9A"))
    copy = await school.copy(ada, page, opened=True)
    without, *_ = copy.document["content"]
    written = await school.save(ada, copy, [without])
    async with school.database.begin() as unit:
        assert (await undo_push(unit, school.teacher, push_id, frozenset({(page, ada.notebook_id)}))).besides == 1
    assert (await school.copy(ada, page)).edition_id != written.edition_id
    assert await sees(school, actor_of(ada), name)


async def test_a_name_that_somebody_tells_a_friend_opens_nothing(school: School):
    ada, ben = await school.add_class("9A", 2)
    page = await school.add_page("a:x")
    await school.push([page], "9A")
    mine = await school.copy(ada, page)
    theirs = await school.copy(ben, page, opened=True)
    async with school.database.begin() as unit:
        name = await add_to_copy(unit, actor_of(ada), mine.id, CRAB)
    await school.save(ben, theirs, with_picture(theirs.document, name)["content"])
    assert not await sees(school, actor_of(ben), name)
    assert await sees(school, school.teacher, name)


@pytest.mark.parametrize("known", [True, False])
async def test_a_window_of_before_still_saves_its_pictures_by_their_former_names(school: School, known: bool):
    (ada,) = await school.add_class("9A", 1)
    page = await school.add_page("a:x")
    await school.push([page], "9A")
    copy = await school.copy(ada, page, opened=True)
    async with school.database.begin() as unit:
        name = await add_to_copy(unit, actor_of(ada), copy.id, CRAB)
        if known:
            await unit.connection.exec_driver_sql(
                "INSERT INTO former_picture (id, fingerprint) VALUES ('old-1', %s)", (name,)
            )
    sent = Save(with_picture(copy.document, "/api/pictures/old-1"), copy.revision, copy.edition_id)
    async with school.database.begin() as unit:
        if not known:
            saved = await save_copy(unit, actor_of(ada), copy.id, sent)
            assert saved.document["content"][-1]["attrs"]["src"] == ""
            assert "a picture from elsewhere" in saved.left_out[0]
            return
        saved = await save_copy(unit, actor_of(ada), copy.id, sent)
    assert saved.document["content"][-1]["attrs"]["src"] == name
    assert await sees(school, actor_of(ada), "old-1")
