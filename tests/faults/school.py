"""The school that all of it happens to: made by the first screen's own request, over a line that is still good."""

import random
from dataclasses import dataclass
from typing import Any

from tests.faults.application import Application, first_code
from tests.faults.people import Browser, Teacher, Window
from tests.school import to_classes

PASSWORD = "seven herons at dusk"
WRITERS = 6
STUDENTS = 40


@dataclass
class School:
    """Everybody's windows; the first of the teachers' is the one whose page is pushed."""

    teacher: Teacher
    windows: list[Window]
    page: int
    notebooks: list[int]


async def make_school(application: Application, line: str, chance: random.Random) -> School:
    """One course, one class, one page; some students with a browser each, the others with a notebook only."""
    near, begun = await begin(application)
    master = begun["master_id"]
    class_id = (await near.ask("POST", f"/masters/{master}/classes", {"name": "9A"}))["id"]
    await bring_in(near, master, STUDENTS)
    students = (await near.ask("GET", f"/classes/{class_id}"))["students"]
    page = await first_page(near, master)
    request = {"master_id": master, "page_ids": [page], "audience": to_classes(class_id)}
    await near.ask("POST", "/pushes", request)
    sheet = await near.ask("POST", f"/classes/{class_id}/codes")
    browser = await sign_in(line, "/session", {"name": begun["session"]["person"]["signs_in_as"]})
    windows = [Window(browser, f"/pages/{page}", f"teacher{n}w", random.Random(chance.random())) for n in (0, 1)]
    for number, slip in enumerate(sheet["codes"][:WRITERS]):
        own = await sign_in(line, "/session/code", {"code": slip["code"]})
        copy = await _copy(own)
        for window in range(1 + number % 2):
            name = f"student{number}w{window}w"
            windows.append(Window(own, f"/copies/{copy}", name, random.Random(chance.random())))
    for window in windows:
        await window.load()
    teacher = Teacher(browser, windows[0], request)
    return School(teacher, windows, page, [student["notebook_id"] for student in students])


async def sign_in(line: str, path: str, how: dict[str, Any]) -> Browser:
    browser = Browser(line)
    browser.proof = (await browser.ask("POST", path, {**how, "password": PASSWORD}))["proof"]
    return browser


async def begin(application: Application) -> tuple[Browser, Any]:
    """The first teacher with the first course, over a good line; and what the first screen was answered."""
    near = Browser(application.address)
    beginning = {"name": "Tess Tan", "email": "", "password": PASSWORD, "school": "Saltmarsh", "course": "Shores"}
    begun = await near.ask("POST", "/begin", {"code": first_code(application.said), **beginning})
    near.proof = begun["session"]["proof"]
    return near, begun


async def bring_in(near: Browser, master: int, students: int) -> None:
    names = "\n".join(f"Student {number:04d}" for number in range(students))
    headers = {"X-Red-Thread-Proof": near.proof}
    form = {"names": names, "class_name": "9A"}
    answer = await near.client.post(
        f"/api/masters/{master}/roster", files={k: (None, v) for k, v in form.items()}, headers=headers
    )
    assert answer.status_code == 200, answer.text


async def first_page(near: Browser, master: int) -> int:
    headers = {"X-Red-Thread-Proof": near.proof}
    file = {"file": ("Shores/Tides.md", b"# Tides\n\nWhat do you see?\n\nAnd why?\n")}
    answer = await near.client.post(f"/api/masters/{master}/pages", files=file, headers=headers)
    return answer.json()["page_ids"][0]


async def _copy(own: Browser) -> int:
    """The student's copy of the page, as soon as the push has brought it."""
    notebook = (await own.ask("GET", "/notebooks"))[0]["id"]
    while True:
        view = await own.ask("GET", f"/notebooks/{notebook}")
        for section in view["sections"]:
            for page in section["pages"]:
                return page["id"]
