"""Loads the demo course from its open files, by the same importers and actions that anyone uses."""

import io
import zipfile
from collections.abc import Callable
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import structlog

from red_thread.actions.actor import Actor
from red_thread.actions.classes.import_roster import import_roster
from red_thread.actions.master.import_pages import import_pages
from red_thread.actions.people.begin_school import expect_first_teacher
from red_thread.actions.people.passwords import hash_password
from red_thread.demo.story import Story
from red_thread.reading.files import read_as_pages
from red_thread.reading.rosters import read_listed
from red_thread.settings import Settings
from red_thread.store.database import HOME_SCHOOL, Database
from red_thread.store.unit import Unit

HERE = Path(__file__).parent
DEMO_PASSWORD = "low tide at noon"
TEACHER, CO_TEACHER = "n.okafor@saltmarsh.example", "j.brandt@saltmarsh.example"
DEMO_PEOPLE = {
    TEACHER: "teaches Shore Studies to 9A, 9B and 9C",
    CO_TEACHER: "teaches the course together with her",
    "ada.nwosu@saltmarsh.example": "in 9B, writes a lot and has a knot to untie",
    "jonah.pike@saltmarsh.example": "in 9B, reads more than he writes",
    "isla.carmichael@saltmarsh.example": "in 9A",
    "yara.costa@saltmarsh.example": "joined 9B late",
}
log = structlog.get_logger()


_REMEMBERED = "demo"


async def holds_demo(settings: Settings) -> bool:
    """Whether these data are the demo, and one may walk in."""
    database = Database(settings.sqlalchemy_url, pool_size=1)
    home = database.of(HOME_SCHOOL)
    try:
        async with home.begin() as unit:
            return await unit.people.setting(_REMEMBERED) == "yes"
    finally:
        await database.close()


async def prepare_data(settings: Settings, demo: str, say: Callable[[str], None]) -> dict[str, Any]:
    """Loads the demo where the data are to be it; else expects a first teacher. The first start decides for ever.

    demo: "yes", "no" or "as remembered", which is yes for data that nobody is in yet. Raises DemoBrokenOff.
    """
    database = Database(settings.sqlalchemy_url, pool_size=2)
    home = database.of(HOME_SCHOOL)
    try:
        async with home.begin() as unit:
            remembered = await unit.people.setting(_REMEMBERED)
            before_it_was_remembered = await unit.people.by_email(TEACHER) is not None
            if remembered is None:
                somebody = bool(await unit.people.teachers())
                remembered = "yes" if before_it_was_remembered or (not somebody and demo != "no") else "no"
            if remembered == "yes" and demo == "no":
                remembered = "closed" if before_it_was_remembered else "no"
                await _let_none_in(unit)
            await unit.people.remember(_REMEMBERED, remembered)
        if remembered == "yes":
            await load_demo(settings, say)
        async with home.begin() as unit:
            code = await expect_first_teacher(unit) if remembered == "no" else None
        return {"demo": remembered == "yes", "first_code": code}
    finally:
        await database.close()


async def _let_none_in(unit: Unit) -> None:
    """The demo's people stay in data that held it, but none of them has a way in any more."""
    await unit.people.close_ways_in(f"%@{TEACHER.partition('@')[2]}")


class DemoBrokenOff(Exception):
    """The demo was broken off while it was being loaded."""


async def load_demo(settings: Settings, say: Callable[[str], None] = log.info) -> bool:
    """Loads the demo into a database without it. Returns whether it did. Raises DemoBrokenOff over half of one."""
    database = Database(settings.sqlalchemy_url, pool_size=4)
    home = database.of(HOME_SCHOOL)
    try:
        async with home.begin() as unit:
            found = await unit.people.by_email(TEACHER)
            if found and not found.password_hash:
                raise DemoBrokenOff("The demo was broken off while it was being loaded.")
            if found:
                return False
            say("Loading the demo, three weeks of a course …")
            teacher, master_id = await _set_up(unit)
        await Story(home, teacher, master_id, datetime.now(UTC)).tell()
        async with home.begin() as unit:
            for email in (TEACHER, CO_TEACHER):  # the last step of all: it tells that the demo is whole
                await _give_password(unit, email)
        return True
    finally:
        await database.close()


async def _set_up(unit: Unit) -> tuple[Actor, int]:
    """Teachers, the course and its pages, the roster."""
    password_hash = hash_password(DEMO_PASSWORD)
    await unit.schools.call("Saltmarsh Lane School")
    await unit.schools.set_clock("Europe/London")
    await unit.schools.set_language("en")
    teacher_id = await unit.people.add_teacher("Ngozi Okafor", TEACHER, None, administers=True)
    second_id = await unit.people.add_teacher("Jonas Brandt", CO_TEACHER, None)
    master_id = await unit.masters.add_master("Shore Studies", teacher_id)
    await unit.masters.add_teacher(master_id, second_id)
    teacher = Actor(teacher_id, "teacher")
    course = await read_as_pages("course.zip", _zipped(HERE / "course"))
    await import_pages(unit, teacher, master_id, course.items)
    roster = await read_listed("roster.zip", _zipped(HERE / "roster"), "")
    taken = await import_roster(unit, teacher, master_id, roster.listed)
    for name, class_id in taken.classes.items():
        students = await unit.classes.students(class_id)
        for number, student in enumerate(students):
            # In 9C the second half of the class has not got its sign-in codes yet.
            if name != "9C" or number < len(students) // 2:
                await unit.people.set_password(student.person_id, password_hash)
    return teacher, master_id


async def _give_password(unit: Unit, email: str) -> None:
    person = await unit.people.by_email(email)
    assert person is not None
    await unit.people.set_password(person.id, hash_password(DEMO_PASSWORD))


def _zipped(folder: Path) -> bytes:
    written = io.BytesIO()
    with zipfile.ZipFile(written, "w") as archive:
        for file in sorted(folder.rglob("*")):
            if file.is_file():
                archive.write(file, file.relative_to(folder))
    return written.getvalue()
