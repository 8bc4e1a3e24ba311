"""Two teachers, four windows, one master page, answers that are lost: every word stands, and stands once."""

import random
from collections import Counter
from dataclasses import dataclass, field

import pytest

from red_thread.actions.actor import Actor
from red_thread.actions.master.save_master_page import save_master_page
from red_thread.core.page.nodes import Node, plain_text
from red_thread.store.windows import Window
from tests.notation import page
from tests.school import School


@dataclass
class TypingTeacher:
    """A window as the front end drives it: what was typed stays in it until it is acknowledged."""

    actor: Actor
    name: str
    document: Node
    revision: int
    own: bool
    typed: list[str] = field(default_factory=list)
    saves: int = 0

    def type(self) -> None:
        self.typed.append(f"{self.name}{len(self.typed)}")
        blocks = list(self.document["content"])
        block_id = self.name if self.own else "a"
        at = next((i for i, block in enumerate(blocks) if block["attrs"]["id"] == block_id), None)
        said = plain_text(blocks[at]) if at is not None else ""
        fresh = page(f"{block_id}:{said.strip()} {self.typed[-1]}")["content"][0]
        self.document = {
            **self.document,
            "content": [*blocks, fresh] if at is None else [*blocks[:at], fresh, *blocks[at + 1 :]],
        }

    async def save(self, school: School, page_id: int, answered: bool, types_on: bool = False) -> None:
        self.saves += 1
        window = Window(f"window-of-{self.name}", self.saves)
        async with school.database.begin() as unit:
            saved = await save_master_page(unit, self.actor, page_id, self.document, self.revision, window)
        if types_on:
            self.type()
        if answered and types_on:
            self.revision = saved.sent_revision
        elif answered:
            self.document, self.revision = saved.page.document, saved.page.revision


@pytest.mark.parametrize("seed", range(12))
async def test_no_word_is_lost_or_doubled(school: School, seed):
    chance = random.Random(seed)
    page_id = await school.add_page("a:begin")
    async with school.database.begin() as unit:
        begun = await unit.pages.get(page_id)
        colleague = await unit.people.add_teacher("Colleague", f"c{seed}@school.example", None)
        await unit.masters.add_teacher(school.master, colleague)
    assert begun is not None
    windows = [
        TypingTeacher(actor, name, begun.document, begun.revision, own)
        for actor, name, own in (
            (school.teacher, "north", False),
            (school.teacher, "east", True),
            (Actor(colleague, "teacher"), "south", True),
            (Actor(colleague, "teacher"), "west", True),
        )
    ]
    for _ in range(50):
        window = chance.choice(windows)
        window.type()
        if chance.random() < 0.6:
            await window.save(school, page_id, answered=chance.random() < 0.6, types_on=chance.random() < 0.3)
    for window in windows:
        await window.save(school, page_id, answered=True)
    async with school.database.begin() as unit:
        page = await unit.pages.get(page_id)
    assert page is not None
    counts = Counter(" ".join(plain_text(block) for block in page.document["content"]).split())
    assert [word for window in windows for word in window.typed if counts[word] != 1] == []
