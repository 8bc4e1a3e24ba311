"""Who may see and do what over the wire, and what goes with every answer."""

import pytest

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


async def test_signing_in_is_limited(visitor, school: School):
    guest = await visitor()
    answers = [await guest.sign_in("tess@school.example", "a wrong guess") for _ in range(7)]
    assert [answer.status_code for answer in answers] == [401] * 5 + [429] * 2
    assert answers[-1].json()["hint"].startswith("Wait a minute")


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
