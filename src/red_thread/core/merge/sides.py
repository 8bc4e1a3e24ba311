"""The three pages side by side, and the two questions that every rule asks: who changed it, who wrote in it."""

from dataclasses import dataclass, field

from red_thread.core.merge.text import wrote_in_text
from red_thread.core.merge.three_way import ThreeWay
from red_thread.core.page.check import CheckedPage
from red_thread.core.page.kinds import KINDS
from red_thread.core.page.nodes import Node, attributes_of, is_text_block, plain_text
from red_thread.core.page.tokens import tokens_of


@dataclass(slots=True)
class Sides:
    """Base, master and student, checked.

    `renamed`: what a block was called before it had to get another id. `windows`: two windows of one student (R16),
    of which the one that stands for the master changes what is the student's too.
    """

    base: CheckedPage
    master: CheckedPage
    student: CheckedPage
    renamed: dict[str, str] = field(default_factory=dict[str, str])
    windows: bool = False
    _wrote: dict[str, bool] = field(default_factory=dict[str, bool])

    @property
    def pages(self) -> ThreeWay[CheckedPage]:
        """The three pages."""
        return ThreeWay(self.base, self.master, self.student)

    def nodes(self, block_id: str) -> ThreeWay[Node | None]:
        """A block as each side has it, None where it has not."""
        base, master, student = (
            self.base.places.get(block_id),
            self.master.places.get(block_id),
            self.student.places.get(block_id),
        )
        return ThreeWay(base and base.node, master and master.node, student and student.node)

    def is_own(self, block_id: str) -> bool:
        """The student's own: neither base nor master has it."""
        return block_id not in self.base and block_id not in self.master

    def taken_out_by_master(self, block_id: str) -> bool:
        """Whether the base had a block of this id and the master has it no more."""
        return block_id in self.base.places and block_id not in self.master.places

    def moved_by_master(self, block_id: str) -> bool:
        """Whether the master has the block in another container than the base."""
        return self.master.parent(block_id) != self.base.parent(block_id)

    def moved_by_student(self, block_id: str) -> bool:
        """Whether the student has a block of the base in another container."""
        return block_id in self.student and self.student.parent(block_id) != self.base.parent(block_id)

    def wrote_in(self, block_id: str) -> bool:
        """Whether the student wrote in the block itself, not in what it holds."""
        if block_id not in self._wrote:
            self._wrote[block_id] = self.is_own(block_id) or self._has_new_words(block_id)
        return self._wrote[block_id]

    def wrote_inside(self, block_id: str) -> bool:
        """Whether the student wrote in the block or in anything below it."""
        return self.wrote_in(block_id) or any(map(self.wrote_inside, self.student.kids(block_id)))

    def wrote_in_what_goes(self, block_id: str) -> bool:
        """The same, but for what the master has moved elsewhere: it does not go with the block (R7)."""
        kids = [kid for kid in self.student.kids(block_id) if kid not in self.master]
        return self.wrote_in(block_id) or any(map(self.wrote_in_what_goes, kids))

    def _has_new_words(self, block_id: str) -> bool:
        if block_id not in self.base:
            return False
        base, student = self.base.node(block_id), self.student.node(block_id)
        if base is student or base == student:
            return False
        if is_text_block(student):
            return wrote_in_text(tokens_of(base), tokens_of(student), self.master.gaps)
        if KINDS[student["type"]].words_in:
            return plain_text(student) != plain_text(base) and bool(plain_text(student))
        return _new_hand(base, student)

    def changed_by_master(self, block_id: str) -> bool:
        """Whether the master changed a block's own words, settings or kind.

        Marks alone are no change, nor is what is the student's: a tick, a pick, an answer.
        """
        base, master = self.base.node(block_id), self.master.node(block_id)
        settings = attributes_of if self.windows else _settings
        if base["type"] != master["type"] or settings(base) != settings(master):
            return True
        if not is_text_block(base):
            return False
        before, after = ([(t.key, t.is_text or settings(t.node)) for t in tokens_of(node)] for node in (base, master))
        return before != after


def _settings(node: Node) -> dict[str, object]:
    students = KINDS[node["type"]].students
    return {name: value for name, value in attributes_of(node).items() if name not in students}


def _new_hand(base: Node, student: Node) -> bool:
    """A pick, a pin or a stroke that base has not; a tick is not writing."""
    before, now = attributes_of(base), attributes_of(student)
    students = KINDS[student["type"]].students - {"checked"}
    return any(now.get(name) and now.get(name) != before.get(name) for name in students)
