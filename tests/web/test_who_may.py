"""Every route that there is, asked by those whom it is not for: a guest, another student, another course's teacher."""

import json
import re
from typing import Any

import pytest

from red_thread.actions.people.passwords import hash_password
from tests.school import School
from tests.web.conftest import PASSWORD
from tests.web.every_route import every_route


@pytest.fixture
async def asked(school: School, settings, database) -> list[tuple[str, str, dict[str, Any]]]:
    return await every_route(school, settings, database)


async def test_a_guest_reaches_nothing(asked, visitor):
    guest = await visitor()
    answers = {(m, address): (await guest.ask(m, address, **more)).status_code for m, address, more in asked}
    assert {key: status for key, status in answers.items() if status != 401} == {}


def others(asked: list[tuple[str, str, dict[str, Any]]], who: str) -> list[tuple[str, str, dict[str, Any]]]:
    """What leads each to their own is not another's; a student of the same class has such a page, too."""
    return [one for one in asked if who.startswith("sam") or not one[1].endswith(("/way", "/ask"))]


@pytest.mark.parametrize("who", ["9a.0@school.example", "sam@school.example"])
async def test_nobody_reaches_what_is_anothers(asked, visitor, school: School, who):
    async with school.database.begin() as unit:
        sam = await unit.people.add_teacher("Sam", "sam@school.example", hash_password(PASSWORD))
        await unit.masters.add_master("Another course", sam)
    other = await visitor(who)
    answers = {
        (m, address): (await other.ask(m, address, **more)).status_code for m, address, more in others(asked, who)
    }
    assert {key: status for key, status in answers.items() if status != 404} == {}


@pytest.mark.parametrize("who", ["9a.0@school.example", "sam@school.example"])
async def test_what_is_not_yours_does_not_exist(asked, visitor, school: School, who):
    """Another's page, class or push answers word for word as one that never was."""
    async with school.database.begin() as unit:
        sam = await unit.people.add_teacher("Sam", "sam@school.example", hash_password(PASSWORD))
        await unit.masters.add_master("Another course", sam)
    other = await visitor(who)
    for method, address, more in others(asked, who):
        never = re.sub(r"\d+", lambda number: str(int(number.group()) + 900_000), address)
        body = (
            json.loads(re.sub(r"(_ids?\": \[?)(\d+)", r"\g<1>90000\2", json.dumps(more["json"])))
            if "json" in more
            else None
        )
        theirs, nobodys = (
            await other.ask(method, address, **more),
            await other.ask(method, never, **({"json": body} if body is not None else more)),
        )
        assert (theirs.status_code, theirs.json()) == (nobodys.status_code, nobodys.json()), (method, address)
