"""One sign-in for two schools: by whom it is set up, what it opens, and what it does not."""

from datetime import timedelta

import pytest

from red_thread.actions.people.passwords import hash_code, hash_password
from red_thread.store.database import OneSchool
from tests.school import School
from tests.web.conftest import PASSWORD, Visitor

THERE = {"school": 2, "name": "tess@school.example", "password": PASSWORD}


async def opens(who: Visitor, school: int) -> int:
    answer = await who.post("/api/session/school", json={"school": school})
    who.proof = answer.json().get("proof", who.proof)
    return answer.status_code


async def names(who: Visitor) -> list[tuple[str, bool]]:
    found = (await who.get("/api/session/schools")).json()
    return [(school["name"], school["here"]) for school in found["schools"]]


@pytest.mark.usefixtures("harbour")
async def test_brought_together_each_opens_the_other_and_ends_the_session_behind_it(teacher: Visitor):
    assert await names(teacher) == []
    assert await opens(teacher, 2) == 404
    assert (await teacher.post("/api/session/schools", json=THERE)).status_code == 204
    assert [here for _, here in await names(teacher)] == [True, False]
    behind = teacher.client.cookies["red_thread_session"]
    assert await opens(teacher, 2) == 200
    assert (await teacher.get("/api/session")).json()["person"]["name"] == "Ida"
    assert [here for _, here in await names(teacher)] == [False, True]
    assert await opens(teacher, 1) == 200
    teacher.client.cookies.set("red_thread_session", behind)
    assert (
        await teacher.client.get("/api/session", headers={"cookie": f"red_thread_session={behind}"})
    ).status_code == 401


@pytest.mark.usefixtures("harbour")
async def test_parted_neither_opens_the_other(teacher: Visitor):
    await teacher.post("/api/session/schools", json=THERE)
    assert (await teacher.ask("DELETE", "/api/session/schools")).status_code == 204
    assert await names(teacher) == []
    assert await opens(teacher, 2) == 404
    assert (await teacher.post("/api/session/schools", json=THERE)).status_code == 204, "and together again"


@pytest.mark.parametrize(
    ("body", "status"),
    [
        ({**THERE, "password": "not the password"}, 401),
        ({**THERE, "name": "3b.0@school.example"}, 401),
        ({**THERE, "school": 3}, 401),
        ({**THERE, "school": 1}, 409),
        ({**THERE, "school": 0}, 422),
        ({**THERE, "school": 10**12}, 422),
    ],
)
async def test_without_both_passwords_nothing_comes_together(
    teacher: Visitor, database: OneSchool, harbour: School, body, status
):
    async with harbour.database.begin() as unit:
        for student in harbour.students.values():
            await unit.people.set_password(student.person_id, hash_password(PASSWORD))
    if body["school"] == 1:  # somebody else of one's own school
        async with database.begin() as unit:
            await unit.people.add_teacher("Jonas", "jonas@school.example", hash_password(PASSWORD))
        body = {**body, "name": "jonas@school.example"}
    assert (await teacher.post("/api/session/schools", json=body)).status_code == status
    assert await names(teacher) == []
    assert await opens(teacher, 2) == 404


@pytest.mark.usefixtures("harbour")
async def test_a_code_that_others_hand_out_opens_this_school_alone(teacher: Visitor, visitor, school: School):
    await teacher.post("/api/session/schools", json=THERE)
    async with school.database.begin() as unit:
        ends = unit.now + timedelta(days=1)
        await unit.people.add_code(hash_code("ABCD-EFGH"), school.teacher.person_id, school.teacher.person_id, ends)
    other = await visitor()
    answer = await other.post("/api/session/code", json={"code": "ABCD-EFGH", "password": "salt and wind"})
    assert answer.status_code == 200, answer.text
    other.proof = answer.json()["proof"]
    assert await names(other) == []
    assert await opens(other, 2) == 404


@pytest.mark.usefixtures("harbour")
async def test_guessing_a_password_of_another_school_is_stopped(teacher: Visitor):
    tries = [
        (await teacher.post("/api/session/schools", json={**THERE, "password": f"guess {k}"})).status_code
        for k in range(7)
    ]
    assert tries == [401] * 5 + [429] * 2


@pytest.mark.usefixtures("harbour")
async def test_pupils_are_of_one_school(student: Visitor):
    assert (await student.post("/api/session/schools", json=THERE)).status_code == 404
    assert await opens(student, 2) == 404
    assert await opens(student, 1) == 404


@pytest.mark.usefixtures("harbour")
async def test_who_goes_together_with_another_is_not_taken_from_them(teacher: Visitor, visitor, school: School):
    await teacher.post("/api/session/schools", json=THERE)
    async with school.database.begin() as unit:
        await unit.people.add_teacher("Jonas", "jonas@school.example", hash_password(PASSWORD))
    jonas = await visitor("jonas@school.example")
    assert (await jonas.post("/api/session/schools", json=THERE)).status_code == 409
    assert await opens(teacher, 2) == 200


@pytest.mark.parametrize(
    ("method", "address"), [("GET", "schools"), ("POST", "schools"), ("DELETE", "schools"), ("POST", "school")]
)
async def test_a_guest_has_no_schools(visitor, method, address):
    guest = await visitor()
    assert (await guest.ask(method, f"/api/session/{address}", json=THERE)).status_code in (401, 422)
