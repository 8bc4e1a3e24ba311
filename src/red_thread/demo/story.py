"""Three weeks at Saltmarsh Lane: pushes, corrections, and what the students did with them.

Told by the actions that teachers and students use, only with a clock of its own.
"""

import random
from contextlib import AbstractAsyncContextManager
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

import yaml

from red_thread.actions.actor import Actor
from red_thread.actions.classes.away import note_away
from red_thread.actions.classes.groups import make_group
from red_thread.actions.master.save_master_page import save_master_page
from red_thread.actions.notebook.look_at_notebook import open_page
from red_thread.actions.notebook.save_copy import Save, save_copy
from red_thread.actions.push.plan_push import PushRequest
from red_thread.actions.push.pull_back import pull_back
from red_thread.actions.push.run_push import run_push
from red_thread.actions.push.start_push import start_push
from red_thread.core.page.nodes import Node, attributes_of, content_of, paragraph, with_attributes, with_content
from red_thread.core.push import WrittenPages, audience_of
from red_thread.store.classes.values import Student
from red_thread.store.database import OneSchool, Unit

ANSWERS: dict[str, Any] = yaml.safe_load(Path(__file__).with_name("answers.yaml").read_text())
PULLS, STRAND = "What pulls the sea", "The strandline after a storm"
LATE, KNOTTED = "Yara Costa", ("Ada Nwosu", "Chidi Eze", "Luca Moretti")
AWAY = ("Ines Duarte", "Tom Birch")


class Story:
    """The demo's history, told once."""

    def __init__(self, database: OneSchool, teacher: Actor, master_id: int, today: datetime) -> None:
        self.database, self.teacher, self.master_id, self.today = database, teacher, master_id, today
        self.chance = random.Random(9)
        self.now = today
        self.pages: dict[str, int] = {}
        self.classes: dict[str, int] = {}
        self.students: dict[str, Student] = {}
        self.of_class: dict[str, list[Student]] = {}

    def unit(self) -> AbstractAsyncContextManager[Unit]:
        """A transaction at the moment that the story has come to."""
        return self.database.begin(self.now)

    async def tell(self) -> None:
        """All of it, from the first lesson to today."""
        await self._meet()
        await self._make_groups()
        await self._first_weeks()
        await self._corrections()
        await self._this_week()

    async def _meet(self) -> None:
        async with self.unit() as unit:
            outline = await unit.outlines.read(self.master_id)
            self.pages = {page.title: page.id for page in outline.pages}
            for found in await unit.classes.of_master(self.master_id):
                self.classes[found.name] = found.id
                self.of_class[found.name] = await unit.classes.students(found.id)
                self.students |= {student.name: student for student in self.of_class[found.name]}

    async def _make_groups(self) -> None:
        """Out of all classes: every so many students, from one on."""
        everyone = [student.notebook_id for students in self.of_class.values() for student in students]
        async with self.unit() as unit:
            for name, first, step in (("Boat crew", 2, 17), ("Early readers", 5, 13), ("Field helpers", 8, 20)):
                await make_group(unit, self.teacher, self.master_id, name, everyone[first::step])
            yesterday = (self.now - timedelta(days=1)).date()
            await note_away(unit, self.teacher, self.master_id, yesterday, everyone[11::30])

    async def _first_weeks(self) -> None:
        self._go_back(16)
        await self._push([PULLS], "9A 9B 9C", without=(LATE,))
        await self._work([PULLS], "9A 9B 9C", opened=0.95, wrote=0.75, without=(LATE,))
        await self._reword(KNOTTED, PULLS, "Nobody pumps it.", "No engine in the world pumps it.")
        self._go_back(14)
        table = ["Tide table, my harbour", "Reading the table, worksheet"]
        await self._push(table, "9A 9B 9C", without=(LATE,))
        await self._work(table, "9A 9B 9C", opened=0.9, wrote=0.6, without=(LATE,))
        self._go_back(12)
        await self._push(["The rule of twelfths"], "9A 9B 9C", without=(LATE,))
        await self._work(["The rule of twelfths"], "9A 9B 9C", opened=0.8, wrote=0.5, without=(LATE,))
        self._go_back(11)
        await self._push(["Moon diary", "Reading the wrack"], "9A 9B 9C", without=(LATE,))
        await self._work(["Moon diary", "Reading the wrack"], "9A 9B 9C", opened=0.8, wrote=0.45, without=(LATE,))

    async def _corrections(self) -> None:
        self._go_back(9)
        await self._push([STRAND], "9A 9B", without=(LATE,))
        await self._work([STRAND], "9A 9B", opened=0.9, wrote=0.6, without=(LATE,))
        self._go_back(7)
        await self._edit(STRAND, "write down every kind once.", "write down every kind once. Leave what is alive.")
        await self._push([STRAND], "9A 9B", without=(LATE, *AWAY))
        self._go_back(6)
        await self._push(["Dune grasses by touch"], "9A 9B 9C")
        await self._work(["Dune grasses by touch"], "9A 9B 9C", opened=0.7, wrote=0.35)
        self._go_back(4)
        await self._edit(PULLS, "Nobody pumps it.", "No machine pumps it.")
        await self._push([PULLS], "9A 9B 9C")

    async def _this_week(self) -> None:
        self._go_back(2)
        transect = ["A transect in ten steps", "Transect sheet"]
        await self._push(transect, "9A 9B")
        await self._work(transect, "9A 9B", opened=0.55, wrote=0.25)
        self._go_back(1)
        await self._push(["Wind and ripples"], "9B")
        await self._work(["Wind and ripples"], "9B", opened=0.4, wrote=0.15)
        await self._by_mistake("Wind and ripples", "9C")
        await self._reword(("Ada Nwosu",), STRAND, "ten paces", "ten of my brother's steps")
        self.now = self.today - timedelta(hours=2)
        await self._edit(STRAND, "ten paces of the line", "ten metres of the line")
        await self._ask(STRAND, "Which three things had travelled furthest? How do you know?")

    async def _by_mistake(self, title: str, name: str) -> None:
        """A page goes out to the wrong class; some have opened it and one has written before it is pulled back."""
        await self._push([title], name)
        first, *others = self.of_class[name][:5]
        await self._open(first, title, writes=True)
        for student in others:
            await self._open(student, title, writes=False)
        request = PushRequest(self.master_id, (self.pages[title],), audience_of([self.classes[name]]))
        async with self.unit() as unit:
            await pull_back(unit, self.teacher, request, WrittenPages.DRAWER)

    def _go_back(self, school_days: int) -> None:
        """To the morning of that many school days ago."""
        day = self.today
        while school_days:
            day -= timedelta(days=1)
            school_days -= day.weekday() < 5
        self.now = day.replace(hour=8, minute=40)

    async def _push(self, titles: list[str], classes: str, without: tuple[str, ...] = ()) -> None:
        request = PushRequest(
            self.master_id,
            tuple(self.pages[title] for title in titles),
            audience_of(
                [self.classes[name] for name in classes.split()],
                without=[self.students[name].notebook_id for name in without],
            ),
        )
        async with self.unit() as unit:
            push_id = await start_push(unit, self.teacher, request)
        await run_push(self.unit, self.teacher, push_id)

    async def _edit(self, title: str, was: str, now: str) -> None:
        """The teacher changes a wording."""
        async with self.unit() as unit:
            page = await unit.pages.get(self.pages[title])
            assert page is not None
            document = _replaced(page.document, was, now)
            await save_master_page(unit, self.teacher, page.id, document, page.revision)

    async def _ask(self, title: str, prompt: str) -> None:
        """The teacher adds a question at the end."""
        async with self.unit() as unit:
            page = await unit.pages.get(self.pages[title])
            assert page is not None
            attributes = {"id": "later", "prompt": prompt, "kind": "lines"}
            space: Node = {"type": "space", "attrs": attributes, "content": [paragraph("later.p")]}
            document = with_content(page.document, [*content_of(page.document), space])
            await save_master_page(unit, self.teacher, page.id, document, page.revision)

    async def _work(
        self, titles: list[str], classes: str, *, opened: float, wrote: float, without: tuple[str, ...] = ()
    ) -> None:
        """Some students open the pages, some write in them."""
        for name in classes.split():
            for student in self.of_class[name]:
                diligent = student.name in KNOTTED
                for title in titles if student.name not in without else ():
                    if diligent or self.chance.random() < opened:
                        await self._open(student, title, writes=diligent or self.chance.random() < wrote / opened)

    async def _open(self, student: Student, title: str, writes: bool) -> None:
        actor = Actor(student.person_id, "student")
        self.now += timedelta(minutes=1)
        async with self.unit() as unit:
            copy_id = await unit.notebooks.copy_of_page(student.notebook_id, self.pages[title])
            assert copy_id is not None
            found = (await open_page(unit, actor, copy_id)).copy
            if writes:
                document = self._answered(found.document, title, student.name)
                await save_copy(unit, actor, copy_id, Save(document, found.revision, found.edition_id))

    def _answered(self, document: Node, title: str, name: str) -> Node:
        """The page with some of its spaces filled, and now and then a paragraph of the student's own."""
        variants: list[list[str]] = list(ANSWERS.get(title, []))
        blocks = [self._answered_block(block, variants) for block in content_of(document)]
        everywhere = attributes_of(document).get("writing") != "spaces"
        if everywhere and (self.chance.random() < 0.2 or name == "Ada Nwosu"):
            own = paragraph(f"own-{title[:3].lower()}", self.chance.choice(ANSWERS["own"]))
            blocks.insert(min(len(blocks), 1 + self.chance.randrange(3)), own)
        return with_content(document, blocks)

    def _answered_block(self, block: Node, variants: list[list[str]]) -> Node:
        if block["type"] == "taskList":
            return self._ticked(block)
        asks = block["type"] == "space" and attributes_of(block).get("kind") in ("lines", "number")
        if not asks or not variants:
            return block
        said = self.chance.choice(variants.pop(0))
        if self.chance.random() > 0.85:
            return block
        return with_content(block, [paragraph(f"{attributes_of(block)['id']}.own", said)])

    def _ticked(self, block: Node) -> Node:
        items = [with_attributes(item, checked=self.chance.random() < 0.6) for item in content_of(block)]
        return with_content(block, items)

    async def _reword(self, names: tuple[str, ...], title: str, was: str, now: str) -> None:
        """Some students change the very words that the teacher will correct."""
        for name in names:
            student = self.students[name]
            actor = Actor(student.person_id, "student")
            async with self.unit() as unit:
                copy_id = await unit.notebooks.copy_of_page(student.notebook_id, self.pages[title])
                assert copy_id is not None
                found = (await open_page(unit, actor, copy_id)).copy
                document = _replaced(found.document, was, now)
                await save_copy(unit, actor, copy_id, Save(document, found.revision, found.edition_id))


def _replaced(node: Node, was: str, now: str) -> Node:
    if node["type"] == "text":
        return {**node, "text": node["text"].replace(was, now)}
    if "content" not in node:
        return node
    return with_content(node, [_replaced(child, was, now) for child in content_of(node)])
