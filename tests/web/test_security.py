"""Who may see and do what over the wire, and what goes with every answer."""

from contextlib import aclosing

import httpx
import pytest

from red_thread.actions.people.sign_in import begin_session, sign_out
from red_thread.web.app import create_app
from red_thread.web.events import NewsHub
from red_thread.web.streams import OwnNews
from tests.school import School


async def test_every_answer_carries_the_policy(visitor):
    guest = await visitor()
    for address in ("/", "/health", "/api/welcome", "/api/nothing-here", "/master/1"):
        answer = await guest.get(address)
        policy = answer.headers["content-security-policy"]
        assert "default-src 'none'" in policy
        assert "script-src 'self';" in policy
        assert answer.headers["x-content-type-options"] == "nosniff"
    assert (await guest.get("/api/welcome")).headers["cache-control"] == "no-store"


async def test_the_cookie_is_for_the_server_alone(teacher):
    (cookie,) = teacher.client.cookies.jar
    answer = await teacher.sign_in("tess@school.example")
    said = answer.headers["set-cookie"].lower()
    assert cookie.name == "red_thread_session"
    assert "httponly" in said
    assert "samesite=lax" in said


@pytest.mark.parametrize("proof", ["", "made up"])
async def test_a_change_without_the_sessions_proof_is_refused(teacher, school: School, proof):
    teacher.proof = proof
    answer = await teacher.post(f"/api/masters/{school.master}/items", json={"kind": "section", "name": "x"})
    assert answer.status_code == 403
    assert answer.headers["content-type"] == "application/problem+json"
    assert (await teacher.get(f"/api/masters/{school.master}")).status_code == 200


async def test_only_tries_that_fail_count_and_only_for_whom_and_where_they_fail(visitor, school: School):
    guest = await visitor()
    answers = [await guest.sign_in("tess@school.example", "a wrong guess") for _ in range(7)]
    assert [answer.status_code for answer in answers] == [401] * 5 + [429] * 2
    assert answers[-1].json()["hint"].startswith("Wait a minute")
    assert (await guest.sign_in("9a.0@school.example")).status_code == 200, "another account from there is let in"
    everyone = [(await guest.sign_in(f"9a.{n % 3}@school.example")).status_code for n in range(30)]
    assert everyone == [200] * 30, "a class that signs in at once from one address"


async def test_behind_a_proxy_everyone_is_told_apart_and_nobody_makes_an_address_up(
    database, settings, school: School
):
    def asks(app, forwarded):
        transport = httpx.ASGITransport(app, client=("10.0.0.1", 1), raise_app_exceptions=False)
        client = httpx.AsyncClient(transport=transport, base_url="http://red-thread.test")
        body = {"name": "tess@school.example", "password": "a wrong guess"}
        return client.post("/api/session", json=body, headers={"x-forwarded-for": forwarded})

    trusting = create_app(settings.model_copy(update={"trusted_proxies": "10.0.0.1"}), database.database)
    plain = create_app(settings, database.database)
    for app, last in ((trusting, 401), (plain, 429)):
        answers = [(await asks(app, f"203.0.113.{n}")).status_code for n in range(8)]
        assert answers[-1] == last
    spoofed = [(await asks(trusting, f"198.51.100.{n}, 203.0.113.99")).status_code for n in range(8)]
    assert spoofed[-1] == 429, "only what the proxy itself has seen counts"


@pytest.mark.parametrize(
    "host",
    ["elsewhere.example", "127.0.0.1:8740@evil.example", "127.0.0.1@evil.example", "", "127.0.0.1:80:90", "[::1"],
)
async def test_it_answers_by_its_own_names_alone(visitor, host):
    guest = await visitor()
    answer = await guest.ask("GET", "/api/welcome", headers={"host": host})
    assert answer.status_code == 400
    assert "default-src 'none'" in answer.headers["content-security-policy"]


async def test_an_error_carries_the_headers_and_its_log_no_words(visitor, database, capsys, monkeypatch):
    guest = await visitor()
    monkeypatch.setattr(database.database, "begin_in", lambda school, now: {}["secret words of a pupil"])
    answer = await guest.sign_in("secret.name@school.example", "secret words")
    assert answer.status_code == 500
    assert "default-src 'none'" in answer.headers["content-security-policy"]
    assert "secret" not in str(capsys.readouterr())


async def test_files_are_not_read_before_it_is_known_who_sends_them(visitor, school: School):
    taken = 0

    async def slowly():
        nonlocal taken
        for _ in range(20):
            taken += 1
            yield b"x" * 10_000

    guest = await visitor()
    headers = {"content-type": "multipart/form-data; boundary=x"}
    answer = await guest.post(f"/api/masters/{school.master}/pages", content=slowly(), headers=headers)
    assert answer.status_code == 401
    assert taken <= 1


async def test_walking_in_is_for_the_demo(visitor, school: School):
    guest = await visitor()
    assert (await guest.get("/api/welcome")).json() == {"demo": False, "walkers": []}
    answer = await guest.post("/api/session/walk-in", json={"person_id": school.teacher.person_id})
    assert answer.status_code == 403


async def test_a_student_reads_and_writes_their_own(student, school: School):
    tides = await school.add_page("a:one | q=space[ p: ]", "Tides today")
    await school.push([tides], "9A")
    (notebook,) = (await student.get("/api/notebooks")).json()
    view = (await student.get(f"/api/notebooks/{notebook['id']}")).json()
    (line,) = view["sections"][0]["pages"]
    assert (line["title"], line["news"]) == ("Tides today", "new")
    opened = (await student.get(f"/api/copies/{line['id']}")).json()
    document = opened["document"]
    document["content"][1]["content"][0]["content"] = [{"type": "text", "text": "Crabs"}]
    body = {"document": document, "revision": opened["revision"], "edition_id": opened["edition_id"]}
    saved = (await student.ask("PUT", f"/api/copies/{line['id']}", json=body)).json()
    assert (saved["revision"], saved["answered"], saved["document"]) == (1, 1, None)


async def test_signing_out_ends_the_session(teacher):
    assert (await teacher.ask("DELETE", "/api/session")).status_code == 204
    assert (await teacher.get("/api/session")).status_code == 401


async def test_files_outside_the_front_end_are_not_served(visitor, settings):
    (settings.front_end.parent / "secret.txt").write_text("secret")
    guest = await visitor()
    for address in ("/../secret.txt", "/%2e%2e/secret.txt", "/assets/../../secret.txt"):
        assert "secret" not in (await guest.get(address)).text


@pytest.mark.parametrize(("url", "told"), [("https://notebooks.example", True), ("http://notebooks.example", False)])
async def test_a_browser_that_came_by_https_stays_with_it(settings, database, url, told):
    app = create_app(settings.model_copy(update={"public_url": url}), database.database)
    async with httpx.AsyncClient(transport=httpx.ASGITransport(app=app), base_url=url) as client:
        answer = await client.get("/api/welcome")
    assert ("strict-transport-security" in answer.headers) == told


async def test_nothing_large_is_read_for_who_is_not_signed_in(visitor, school: School):
    guest, tess = await visitor(), await visitor("tess@school.example")
    body = b'{"name": "' + b"x" * 200_000 + b'"}'
    headers = {"content-type": "application/json"}
    for address in ("/api/pushes/plan", "/api/session", "/api/begin"):
        assert (await guest.post(address, content=body, headers=headers)).status_code == 401
        assert (await tess.post(address, content=body, headers=headers)).status_code == 422


async def test_wrong_old_passwords_count_as_wrong_tries(visitor, school: School):
    tess = await visitor("tess@school.example")
    asked = [
        (
            await tess.ask("PUT", "/api/session/password", json={"old": "a guess", "new": "three other words"})
        ).status_code
        for _ in range(7)
    ]
    assert asked[0] != 429 and asked[-1] == 429


async def test_a_stream_ends_with_the_session_that_it_was_opened_in(database, database_url, school: School):
    hub = NewsHub(database_url)
    await hub.open()
    await hub.listening.wait()
    actor = school.teacher
    async with database.begin() as unit:
        person = await unit.people.person(actor.person_id)
        session = await begin_session(unit, person)
    stream = OwnNews(hub, database.database.of(1), actor, session.token)

    async def may(unit):
        return None

    async with aclosing(stream.of(may, "push:1")) as told:
        assert await anext(told) == {"push:1"}
        async with database.begin() as unit:
            await unit.news.of_people([actor.person_id])
        assert await anext(told) == set()
        async with database.begin() as unit:
            await sign_out(unit, actor, session.token)
        with pytest.raises(StopAsyncIteration):
            await anext(told)
    await hub.close()
