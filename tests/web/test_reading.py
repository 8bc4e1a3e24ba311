"""How somebody wants to read: kept for them on all devices, and seen by nobody else."""

import pytest

from tests.school import School

LARGE = {"letters": 150, "lines": "wide", "face": "clear", "tint": "sky", "still": True}


async def test_it_is_kept_for_the_student_on_every_device_and_for_nobody_else(visitor, school: School):
    phone, laptop = await visitor("9a.0@school.example"), await visitor("9a.0@school.example")
    assert (await phone.get("/api/session")).json()["reading"] is None
    assert (await phone.ask("PUT", "/api/session/reading", json=LARGE)).status_code == 204
    assert (await laptop.get("/api/session")).json()["reading"] == LARGE
    for other in ("9a.1@school.example", "tess@school.example"):
        told = await (await visitor(other)).get("/api/session")
        assert told.json()["reading"] is None


@pytest.mark.parametrize("said", [{"letters": 1000}, {"face": "url(evil)"}, {"lines": None}, {"tint": 3}])
async def test_what_nobody_can_choose_is_refused(visitor, school: School, said):
    ada = await visitor("9a.0@school.example")
    assert (await ada.ask("PUT", "/api/session/reading", json=LARGE | said)).status_code == 422
    assert (await ada.get("/api/session")).json()["reading"] is None


async def test_nobody_reads_so_without_signing_in(visitor, school: School):
    assert (await (await visitor()).ask("PUT", "/api/session/reading", json=LARGE)).status_code == 401
