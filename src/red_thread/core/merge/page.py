"""`merge_page`: base, master and student become one page.

Method: a three-way merge of trees whose blocks have stable ids. First it is decided for every block whether
it stands (`presence`), then where (`placing`, `order`), then what is in it: words by a three-way merge of
tokens (`text`), attributes one by one. Conflicts make kept blocks (`kept`); tables are squared (`columns`).
"""

from typing import Any

from red_thread.core.merge.attributes import fits, merge_attributes
from red_thread.core.merge.changes import describe_arrivals
from red_thread.core.merge.columns import make_rectangular
from red_thread.core.merge.kept import kept_title, make_kept
from red_thread.core.merge.placing import Placing
from red_thread.core.merge.presence import Presence, find_presence
from red_thread.core.merge.result import Conflict, ConflictKind, Merged, Outcome
from red_thread.core.merge.sides import Sides
from red_thread.core.merge.text import TextMerge
from red_thread.core.page.check import check_page
from red_thread.core.page.kinds import KINDS, Content
from red_thread.core.page.nodes import (
    Node,
    attributes_of,
    content_of,
    id_of,
    is_text_block,
    paragraph,
    plain_text,
    with_attributes,
    with_content,
)
from red_thread.core.page.tokens import Token, inline_of, tokens_of


def merge_page(base: Any, master: Any, student: Any) -> Merged:
    """Merges three pages, each as the JSON of a ProseMirror document.

    base: the edition that the copy began as. master: the newer edition. student: the copy as it stands.
    Raises NotAPage, which says which of the three is none, where and why.
    """
    checked_base = check_page(base, "base")
    checked_master = check_page(master, "master", checked_base)
    checked_student = check_page(student, "student", checked_base)
    sides = Sides(checked_base, checked_master, checked_student)
    if _same(sides.master.page, sides.base.page) or _same(sides.master.page, sides.student.page):
        return Merged(sides.student.page, Outcome.UNCHANGED)
    if _same(sides.student.page, sides.base.page):
        return Merged(sides.master.page, Outcome.REFRESHED, notes=describe_arrivals(sides.base, sides.master))
    return _Assembly(sides).run()


def _same(one: Node, other: Node) -> bool:
    """Equal, where an empty content is the same as none."""
    if one is other or one == other:
        return True
    here, there = content_of(one), content_of(other)
    if len(here) != len(there) or {**one, "content": 0} != {**other, "content": 0}:
        return False
    return all(map(_same, here, there))


class _Assembly:
    """Puts the result together from the decisions about each block."""

    def __init__(self, sides: Sides) -> None:
        self.sides = sides
        self.presence: Presence = find_presence(sides)
        self.placing = Placing(sides, self.presence)
        self.conflicts: list[Conflict] = []
        self.taken = {*sides.base.places, *sides.master.places, *sides.student.places}

    def run(self) -> Merged:
        attributes, title_conflict = self._page_attributes()
        blocks = self._blocks("doc", in_space=False)
        if title_conflict is not None:
            blocks.insert(0, title_conflict)
        page = with_content({"type": "doc", "attrs": attributes}, blocks)
        outcome = Outcome.CONFLICTED if self.conflicts else Outcome.MERGED
        notes = describe_arrivals(self.sides.base, self.sides.master, self.presence.came_back)
        return Merged(page, outcome, tuple(self.conflicts), notes)

    def _page_attributes(self) -> tuple[dict[str, Any], Node | None]:
        """R13: the page's attributes are the teacher's; a title that only the student changed stands."""
        base, master, student = (
            attributes_of(page.page) for page in (self.sides.base, self.sides.master, self.sides.student)
        )
        titles = base.get("title"), master.get("title"), student.get("title")
        if titles[1] == titles[0] and titles[2] is not None:
            return {**master, "title": titles[2]}, None
        if titles[2] in (titles[0], titles[1], None, ""):
            return dict(master), None
        kept = kept_title(titles[2], self.taken)
        self._conflict("doc", ConflictKind.TITLE, titles[1] or "", titles[2], kept)
        return dict(master), kept

    def _conflict(self, block_id: str, kind: ConflictKind, master: str, student: str, kept: Node | None) -> None:
        self.conflicts.append(Conflict(block_id, kind, master, student, id_of(kept) if kept else None))

    def _blocks(self, holder: str, in_space: bool) -> list[Node]:
        found: list[Node] = []
        for block_id in self.placing.kids.get(holder, ()):
            if block_id in self.presence.held:
                found.append(self._held(block_id))
            else:
                found.extend(self._block(block_id, in_space))
        return found

    def _held(self, block_id: str) -> Node:
        """R7: the kept block in the place of one that the master took out."""
        student = self.sides.student.node(block_id)
        blocks = self._answer(student) if student["type"] == "space" else [student]
        kept = make_kept(block_id, ConflictKind.TAKEN_OUT, blocks, self.taken)
        self._conflict(block_id, ConflictKind.TAKEN_OUT, "", plain_text(student), kept)
        return kept

    def _answer(self, space: Node) -> list[Node]:
        """The blocks of an answer; of a choice, what was picked and what was written."""
        if attributes_of(space).get("kind") != "choice":
            return list(content_of(space))
        chosen = [o for o in content_of(space) if attributes_of(o).get("picked") or self.sides.wrote_inside(id_of(o))]
        return [
            block for option in chosen for block in (content_of(option) if option["type"] == "option" else [option])
        ]

    def _block(self, block_id: str, in_space: bool) -> list[Node]:
        """A block of the result, and the kept block behind it if there is one."""
        untouched = self._by_reference(block_id)
        if untouched is not None:
            return [untouched]
        node = self._merged_attributes(block_id)
        if is_text_block(node):
            return self._text(block_id, node, in_space)
        if block_id in self.presence.answers:
            self._conflict(block_id, ConflictKind.ANSWER, "", plain_text(self.sides.student.node(block_id)), None)
        if not KINDS[node["type"]].holds:
            return self._leaf(block_id, with_content(node, []), in_space)
        return self._container(block_id, node, in_space)

    def _leaf(self, block_id: str, node: Node, in_space: bool) -> list[Node]:
        """A block that holds nothing. What a picture is called is words: R6 and R9 hold for it too."""
        sides = self.sides
        if node["type"] != "image" or block_id not in sides.master or block_id not in sides.student:
            return [node]
        base = plain_text(sides.base.node(block_id)) if block_id in sides.base else ""
        master, student = plain_text(sides.master.node(block_id)), sides.student.node(block_id)
        words = plain_text(student)
        if words in ("", base, master) or master == base:
            return [node]
        if in_space:
            self._conflict(block_id, ConflictKind.ANSWER, master, words, None)
            return [with_attributes(node, alt=words)]
        kept = make_kept(block_id, ConflictKind.TEXT, [student], self.taken)
        self._conflict(block_id, ConflictKind.TEXT, master, words, kept)
        return [node, kept]

    def _by_reference(self, block_id: str) -> Node | None:
        """A block that holds no blocks and that one side at most has changed: it goes in as it is."""
        began, taught, written = (
            side.places.get(block_id) for side in (self.sides.base, self.sides.master, self.sides.student)
        )
        if began is None or taught is None or written is None:
            return None
        before, theirs, mine = began.node, taught.node, written.node
        if before is theirs is mine:
            return mine
        if KINDS[theirs["type"]].content is Content.BLOCKS or theirs["type"] != mine["type"]:
            return None
        if mine in (before, theirs):
            return theirs
        return mine if theirs is before or theirs == before else None

    def _container(self, block_id: str, node: Node, in_space: bool) -> list[Node]:
        behind: list[Node] = []
        known = len(self.conflicts)
        content = self._blocks(block_id, in_space or node["type"] == "space")
        if node["type"] == "space":
            content, behind = self._retyped(block_id, node, content, known)
        if not content and KINDS[node["type"]].refills:
            content = [paragraph(self._fresh(f"{block_id}.p"))]
        if not content:
            return behind
        made = with_content(node, content)
        return [make_rectangular(made, self.sides) if node["type"] == "table" else made, *behind]

    def _fresh(self, stem: str) -> str:
        while stem in self.taken:
            stem += "+"
        self.taken.add(stem)
        return stem

    def _merged_attributes(self, block_id: str) -> Node:
        """The block's kind and attributes, without what it holds."""
        base, master, student = (
            side.node(block_id) if block_id in side else None
            for side in (self.sides.base, self.sides.master, self.sides.student)
        )
        return merge_attributes(base, master, student)

    def _text(self, block_id: str, node: Node, in_space: bool) -> list[Node]:
        sides = self.sides
        if block_id not in sides.student:
            return [sides.master.node(block_id)]
        student = sides.student.node(block_id)
        if block_id not in sides.master:
            if block_id in self.presence.answers:
                self._conflict(block_id, ConflictKind.ANSWER, "", plain_text(student), None)
            return [student]
        master = sides.master.node(block_id)
        began = tokens_of(sides.base.node(block_id)) if block_id in sides.base else list[Token]()
        merged = TextMerge(began, tokens_of(master), tokens_of(student), student_stands=in_space).run()
        made = with_content(node, _allowed(node, inline_of(merged.tokens)))
        if not merged.conflicted:
            return [made]
        wordings = plain_text(master), plain_text(student)
        if in_space:
            self._conflict(block_id, ConflictKind.ANSWER, *wordings, None)
            return [made]
        kept = make_kept(block_id, ConflictKind.TEXT, [student], self.taken)
        self._conflict(block_id, ConflictKind.TEXT, *wordings, kept)
        return [made, kept]

    def _retyped(self, block_id: str, node: Node, content: list[Node], known: int) -> tuple[list[Node], list[Node]]:
        """R9: an answer that does not fit the kind that the space has now moves into a kept block behind it.

        known: how many conflicts there were before those of the answer, which this one then takes in.
        """
        sides = self.sides
        if block_id not in sides.student or block_id not in sides.master:
            return content, []
        student, now = sides.student.node(block_id), attributes_of(node).get("kind", "lines")
        if now == attributes_of(student).get("kind", "lines"):
            return content, []
        answer = self._answer(student)
        if not sides.wrote_inside(block_id) or fits(now, " ".join(map(plain_text, answer))):
            return _without_options(content) if now != "choice" else content, []
        del self.conflicts[known:]
        kept = make_kept(block_id, ConflictKind.RETYPED, answer, self.taken)
        words = "\n".join(filter(None, map(plain_text, answer)))
        self._conflict(block_id, ConflictKind.RETYPED, "", words, kept)
        return self._as_the_master_has_it(block_id), [kept]

    def _as_the_master_has_it(self, block_id: str) -> list[Node]:
        """What a block of the master's holds, without the student's words, as far as it has its place there."""
        found: list[Node] = []
        for kid in self.placing.kids.get(block_id, ()):
            if kid not in self.sides.master:
                continue
            node = self.sides.master.node(kid)
            inside = self._as_the_master_has_it(kid) if content_of(node) and not is_text_block(node) else []
            found.append(with_content(node, inside) if inside else node)
        return found


def _without_options(content: list[Node]) -> list[Node]:
    """What stands in a space that is no choice any more: the words of the options that were picked or written in."""
    return [block for node in content for block in (content_of(node) if node["type"] == "option" else [node])]


def _allowed(node: Node, inline: list[Node]) -> list[Node]:
    """What a text block may hold; in a code block a gap or a break becomes its words."""
    allowed = KINDS[node["type"]].holds
    return [n if n["type"] in allowed else {"type": "text", "text": plain_text(n) or " "} for n in inline]
