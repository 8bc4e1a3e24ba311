"""Two schools over the wire: who is signed in at one is nobody at the other."""

import pytest

from tests.school import to_classes
from tests.web.conftest import PASSWORD

THERE = {"X-Red-Thread-School": "2"}


async def sign_in(who, headers=None):
    body = {"name": "tess@school.example", "password": PASSWORD}
    answer = await who.post("/api/session", json=body, headers=headers or {})
    who.proof = answer.json()["proof"]
    return answer.json()["person"]["name"]


async def test_an_address_leads_to_its_school_and_the_session_stays_there(visitor, school, harbour):
    here, there = await visitor(), await visitor()
    assert await sign_in(here) == "Tess Teacher"
    assert await sign_in(there, THERE) == "Ida"
    for who, own, other in ((here, school, harbour), (there, harbour, school)):
        assert (await who.get(f"/api/masters/{own.master}")).status_code == 200
        missing = await who.get(f"/api/masters/{other.master}")
        assert missing.status_code == 404
        made_up = await who.get("/api/masters/987654")
        assert missing.json() == made_up.json()
        again = await who.ask("GET", f"/api/masters/{other.master}", headers=THERE if who is here else {})
        assert again.status_code == 404


@pytest.mark.parametrize("named", ["1", "3", "0", "-2", "2 OR 1=1", "99999999999999999999", "٢", "2.2"])
async def test_a_token_is_good_in_its_own_school_alone(visitor, school, harbour, named):
    there = await visitor()
    await sign_in(there, THERE)
    token = there.client.cookies["red_thread_session"]
    assert token.startswith("2.")
    cookie = f"red_thread_session={named}.{token.partition('.')[2]}".encode()
    there.client.cookies.clear()
    answer = await there.client.get("/api/session", headers={b"cookie": cookie})
    assert answer.status_code == 401


@pytest.mark.parametrize("named", ["77", "0", "-1", "x", "999999999999", "2; DROP TABLE person"])
async def test_an_address_of_a_school_that_is_not_there_says_so(visitor, school, harbour, named):
    here = await visitor()
    body = {"name": "tess@school.example", "password": PASSWORD}
    answer = await here.post("/api/session", json=body, headers={"X-Red-Thread-School": named})
    assert (answer.status_code, answer.json()["title"]) == (404, "NoSuchSchool")
    assert await sign_in(here) == "Tess Teacher", "and the next address is looked at by itself"


async def test_a_made_up_session_of_no_school_keeps_nobody_out(visitor, school):
    visiting = await visitor()
    answer = await visiting.client.get("/api/session", headers={"cookie": "red_thread_session=77.made-up"})
    assert answer.status_code == 401
    assert answer.headers["set-cookie"].startswith('red_thread_session=""; ')


async def test_a_large_body_for_a_school_that_is_not_there_is_not_read(visitor, school):
    visiting = await visitor("tess@school.example")
    for headers in ({"cookie": "red_thread_session=77.made-up"}, {"cookie": "", "X-Red-Thread-School": "77"}):
        answer = await visiting.client.post("/api/blobs", content=b"x" * 2_000_000, headers=headers)
        assert answer.status_code == 401, headers


async def test_a_push_there_is_done_there(visitor, harbour, school, jobs):
    there = await visitor()
    await sign_in(there, THERE)
    page = await harbour.add_page("a:Ropes")
    request = {"master_id": harbour.master, "page_ids": [page], "audience": to_classes(harbour.classes["3B"])}
    push = (await there.post("/api/pushes", json=request)).json()["id"]
    async with jobs.app.open_async():
        await jobs.take_up_unfinished()
        await jobs.app.run_worker_async(wait=False, install_signal_handlers=False)
    seen = (await there.get(f"/api/pushes/{push}")).json()["push"]
    assert (seen["status"], seen["counts"]) == ("done", {"placed": 2})
    for student in harbour.students.values():
        assert await harbour.reads(student, page) == "a:Ropes"
    first = await visitor("tess@school.example")
    assert (await first.get(f"/api/pushes/{push}")).status_code == 404
