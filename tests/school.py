"""A small school for tests: a teacher, a master, classes of students, all made by the application's own actions."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any, Literal

import orjson

from red_thread.actions.actor import HOUSE, Actor
from red_thread.actions.classes.import_roster import import_roster
from red_thread.actions.master.change_outline import add_page, add_section, set_display
from red_thread.actions.master.save_master_page import save_master_page
from red_thread.actions.notebook.look_at_notebook import look_at_notebook, open_page
from red_thread.actions.notebook.save_copy import Save, Saved, save_copy
from red_thread.actions.push.plan_push import Preview, PushRequest, preview_push
from red_thread.actions.push.pull_back import pull_back
from red_thread.actions.push.run_push import run_push
from red_thread.actions.push.start_push import start_push
from red_thread.actions.push.undo import undo_push
from red_thread.core.classes.roster_plan import Listed
from red_thread.core.outline.display import Display
from red_thread.core.push import Only, WrittenPages, audience_of
from red_thread.store.classes.values import Student
from red_thread.store.database import OneSchool
from red_thread.store.notebook.values import CopyInfo
from red_thread.store.push.values import PushInfo
from red_thread.store.unit import Unit
from tests.notation import page, show


@dataclass
class School:
    """What a test asks of the school; pages are in the notation of `tests.notation`."""

    database: OneSchool
    teacher: Actor
    master: int
    section: int
    name: str = "school"
    classes: dict[str, int] = field(default_factory=dict)
    students: dict[str, Student] = field(default_factory=dict)

    async def add_class(self, name: str, count: int) -> list[Student]:
        people = [
            Listed(name, f"{name} student {n:02d}", f"{name.lower()}.{n}@{self.name}.example", None)
            for n in range(count)
        ]
        async with self.database.begin() as unit:
            taken = await import_roster(unit, self.teacher, self.master, people)
            self.classes[name] = taken.classes[name]
            found = await unit.classes.students(taken.classes[name])
        self.students |= {student.name: student for student in found}
        return found

    async def add_page(
        self, notation: str, title: str = "Page", section: int | None = None, **attributes: str
    ) -> int:
        async with self.database.begin() as unit:
            return await add_page(unit, self.teacher, section or self.section, page(notation, title, **attributes))

    async def add_section(self, name: str) -> int:
        async with self.database.begin() as unit:
            return await add_section(unit, self.teacher, self.master, name)

    async def rewrite(self, page_id: int, notation: str, title: str = "Page", **attributes: str) -> None:
        async with self.database.begin() as unit:
            now = await unit.pages.get(page_id)
            assert now is not None
            await save_master_page(unit, self.teacher, page_id, page(notation, title, **attributes), now.revision)

    async def show(self, kind: Literal["section", "page"], item_id: int, display: Display | None) -> None:
        """Puts it under wraps, on display, or neither."""
        async with self.database.begin() as unit:
            await set_display(unit, self.teacher, kind, item_id, display)

    def request(
        self,
        pages: list[int],
        classes: str = "",
        singles: Sequence[Student] = (),
        without: Sequence[Student] = (),
        groups: Sequence[int] = (),
        only: Only = Only.EVERYONE,
        **more: Any,
    ) -> PushRequest:
        return PushRequest(
            self.master,
            tuple(pages),
            audience_of(
                [self.classes[name] for name in classes.split()],
                groups,
                [student.notebook_id for student in singles],
                [student.notebook_id for student in without],
                only,
            ),
            **more,
        )

    async def plan(self, *request: object, **more: object) -> Preview:
        async with self.database.begin() as unit:
            return await preview_push(unit, self.teacher, self.request(*request, **more))  # type: ignore[arg-type]

    async def start(self, *request: object, **more: object) -> int:
        async with self.database.begin() as unit:
            return await start_push(unit, self.teacher, self.request(*request, **more))  # type: ignore[arg-type]

    async def push(self, *request: object, **more: object) -> dict[str, int]:
        """Pushes to the end; the counts of what happened."""
        push_id = await self.start(*request, **more)
        await run_push(self.database.begin, self.teacher, push_id)
        return await self.counts(push_id)

    async def run(self, request: PushRequest) -> int:
        """The same for a request that is made already; the id of the push."""
        async with self.database.begin() as unit:
            push_id = await start_push(unit, self.teacher, request)
        await run_push(self.database.begin, self.teacher, push_id)
        return push_id

    async def finish(self) -> None:
        """Runs all pushes that wait."""
        async with self.database.begin() as unit:
            rows = await unit.connection.exec_driver_sql("SELECT id FROM push WHERE finished_at IS NULL ORDER BY id")
            waiting = list(rows.scalars())
        for push_id in waiting:
            await run_push(self.database.begin, HOUSE, push_id)

    async def counts(self, push_id: int) -> dict[str, int]:
        async with self.database.begin() as unit:
            return {outcome.value: n for outcome, n in (await unit.pushes.counted([push_id]))[0][1].items()}

    async def pull_back(self, written: str, *request: object, **more: object) -> tuple[int, dict[str, int]]:
        """Pulls back; the id in the log, and the counts of what happened."""
        async with self.database.begin() as unit:
            made = self.request(*request, **more)  # type: ignore[arg-type]
            pull_back_id = await pull_back(unit, self.teacher, made, WrittenPages(written))
        return pull_back_id, await self.counts(pull_back_id)

    async def undo(self, pull_back_id: int) -> int:
        async with self.database.begin() as unit:
            return (await undo_push(unit, self.teacher, pull_back_id)).back

    async def copy(self, student: Student, page_id: int, opened: bool = False) -> CopyInfo:
        async with self.database.begin() as unit:
            copy_id = await unit.notebooks.copy_of_page(student.notebook_id, page_id)
            assert copy_id is not None, f"{student.name} has no copy"
            if opened:
                return (await open_page(unit, actor_of(student), copy_id)).copy
            found = await unit.notebooks.copy(copy_id)
            assert found is not None
            return found

    async def write(self, student: Student, page_id: int, notation: str, began: CopyInfo | None = None) -> Saved:
        """The student saves a page; `began` is the copy that they had before them, the newest if not said."""
        began = began or await self.copy(student, page_id, opened=True)
        return await self.save(student, began, page(notation)["content"])

    async def save(self, student: Student, began: CopyInfo, content: list[dict[str, object]]) -> Saved:
        made = {**began.document, "content": content}
        async with self.database.begin() as unit:
            return await save_copy(unit, actor_of(student), began.id, Save(made, began.revision, began.edition_id))

    async def reads(self, student: Student, page_id: int) -> str:
        return show((await self.copy(student, page_id)).document)

    async def contents(self, student: Student) -> list[dict[str, Any]]:
        return (await self.notebook(student))["sections"]

    async def notebook(self, student: Student) -> dict[str, Any]:
        async with self.database.begin() as unit:
            _, contents = await look_at_notebook(unit, actor_of(student), student.notebook_id)
        return orjson.loads(contents)

    async def shelf(self, student: Student) -> list[str]:
        """Titles in the notebook, in order; sections by name in brackets."""
        sections = await self.contents(student)
        return [
            line
            for s in sections
            for line in (f"[{s['name']}]", *(p["title"] for p in s["pages"] if not p["put_away"]))
        ]


def to_classes(*class_ids: int) -> dict[str, Any]:
    """Whole classes as the audience of a request over the wire."""
    return {"selectors": [{"kind": "class", "ids": list(class_ids)}]}


def actor_of(student: Student) -> Actor:
    return Actor(student.person_id, "student")


async def found_school(database: OneSchool, name: str = "school") -> School:
    async with database.begin() as unit:
        teacher_id = await unit.people.add_teacher("Tess Teacher", f"tess@{name}.example", None)
        master_id = await unit.masters.add_master("Shore Studies", teacher_id)
        section_id = await add_section(unit, Actor(teacher_id, "teacher"), master_id, "Tides")
    return School(database, Actor(teacher_id, "teacher"), master_id, section_id, name)


async def pushes_of(unit: Unit, master_id: int) -> list[PushInfo]:
    """The pushes of a master, newest first."""
    return [push for push, _ in await unit.pushes.counted(await unit.pushes.newest(master_id))]
