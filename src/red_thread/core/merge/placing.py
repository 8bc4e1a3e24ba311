"""Where every standing block goes (R4): first into which container, then in which order.

The blocks that all three pages hold in a container make its spine. The master's other blocks are put behind
the nearest of theirs before them, then the student's behind the block above them: so a block of the student's
own stays right under what it was written under, and what is new from the master comes after.
"""

from collections.abc import Iterator

from red_thread.core.merge.order import merge_order
from red_thread.core.merge.presence import Presence
from red_thread.core.merge.sides import Sides
from red_thread.core.page.check import holds
from red_thread.core.page.kinds import BLOCKS, KEPT, KINDS, PAGE_ID


class Placing:
    """`kids`: for every container of the result, the ids of what it holds, in order."""

    def __init__(self, sides: Sides, presence: Presence) -> None:
        self.sides, self.presence = sides, presence
        self.parents: dict[str, str] = {}
        self.kids: dict[str, list[str]] = {}
        self.holder: dict[str, str] = {}  # of every block that is among the kids of one
        self.left: dict[str, None] = {}  # containers of the master out of which the student moved blocks, in order
        self.among: dict[str, str] = {}  # blocks that follow their neighbours, each with the one before it
        self._choose_parents()
        self._follow_neighbours()
        self._place_masters()
        self._place_students()
        self._place_among()

    def _choose_parents(self) -> None:
        """Of the blocks that the master has: moved by the master, or by the student where that can be."""
        standing, base, master = self.presence.standing, self.sides.base.places, self.sides.master.places
        self.parents = {i: place.parent for i, place in master.items() if i in standing and i != PAGE_ID}
        for block_id, place in self.sides.student.places.items():
            target, before = place.parent, base.get(block_id)
            if block_id not in self.parents or before is None or target == before.parent:
                continue
            moved_by_master = master[block_id].parent != before.parent
            if not moved_by_master and self._may_hold(target, block_id) and not self._is_inside(target, block_id):
                self.parents[block_id] = target
                self.left[master[block_id].parent] = None
        for block_id in list(self.parents):
            self._stand_up(self.parents[block_id])

    def _stand_up(self, holder: str) -> None:
        """What a block could not leave after all has to be there for it."""
        if holder not in self.presence.standing:
            self.presence.standing.add(holder)
            self.parents[holder] = self.sides.master.parent(holder)
            self._stand_up(self.parents[holder])

    def _follow_neighbours(self) -> None:
        """What arrives between two blocks that the student put into one other container goes between them there.

        An item follows the item before it into whatever list that one stands in now, as a last one too.
        """
        for holder in self.left:
            before, waiting, are_items = "", list[str](), KINDS[self._kind(holder)].family == "list"
            for kid in self.sides.master.kids(holder):
                if kid not in self.parents:
                    continue
                if kid not in self.sides.student.places:
                    waiting.append(kid)
                    continue
                follow = are_items or (before and self.parents[before] == self.parents[kid])
                if waiting and before and follow and self.parents[before] != holder:
                    self._put_among(waiting, before, self.parents[before])
                before, waiting = kid, []
            if waiting and before and are_items and self.parents[before] != holder:
                self._put_among(waiting, before, self.parents[before])

    def _put_among(self, arriving: list[str], before: str, target: str) -> None:
        for block_id in arriving:
            if self._may_hold(target, block_id) and not self._is_inside(target, block_id):
                self.parents[block_id], self.among[block_id] = target, before
                before = block_id

    def _place_among(self) -> None:
        for block_id, before in self.among.items():
            holder = self.parents[block_id]
            siblings = self.kids[holder]
            at = siblings.index(before) + 1
            while at < len(siblings) and siblings[at] not in self.sides.master:
                at += 1
            siblings.insert(at, block_id)
            self.holder[block_id] = holder

    def _may_hold(self, holder: str, block_id: str) -> bool:
        """Whether it can; an item becomes one of whatever list it comes into."""
        if holder not in self.presence.standing:
            return False
        outer, inner = self._kind(holder), self._kind(block_id)
        return holds(outer, inner) or (KINDS[outer].family, KINDS[inner].family) == ("list", "item")

    def _kind(self, block_id: str) -> str:
        """The kind that a block has in the result; a held one is a `kept`."""
        if block_id in self.presence.held:
            return KEPT
        side = self.sides.master if block_id in self.sides.master else self.sides.student
        return side.node(block_id)["type"]

    def _is_inside(self, block_id: str, holder: str) -> bool:
        """Whether `block_id` is `holder` or stands somewhere below it, as far as is decided."""
        while block_id != PAGE_ID:
            if block_id == holder:
                return True
            block_id = self._parent_of(block_id)
        return False

    def _parent_of(self, block_id: str) -> str:
        """What is decided; else where the master has it, for there it would stand; else where the student has it."""
        found = self.parents.get(block_id)
        if found is not None:
            return found
        side = self.sides.master if block_id in self.sides.master else self.sides.student
        return side.parent(block_id)

    def _place_masters(self) -> None:
        holders = [i for i, place in self.sides.master.places.items() if place.kids]
        for holder in [i for i in holders if i in self.presence.standing]:
            self.kids[holder] = self._spine(holder)
            self.holder.update(dict.fromkeys(self.kids[holder], holder))
            before: str | None = None
            for block_id in self.sides.master.kids(holder):
                if self.parents.get(block_id) != holder:
                    continue
                if self.holder.get(block_id) != holder:
                    self._insert(holder, block_id, before)
                before = block_id

    def _spine(self, holder: str) -> list[str]:
        base, master, student = self.sides.base, self.sides.master, self.sides.student
        if holder not in base or holder not in student:
            return []
        shared = {i for i in base.kids(holder) if self.parents.get(i) == holder}
        shared &= set(master.kids(holder)) & set(student.kids(holder))
        return merge_order(
            [i for i in base.kids(holder) if i in shared],
            [i for i in master.kids(holder) if i in shared],
            [i for i in student.kids(holder) if i in shared],
        )

    def _insert(self, holder: str, block_id: str, before: str | None) -> None:
        siblings = self.kids.setdefault(holder, [])
        siblings.insert(siblings.index(before) + 1 if before is not None else 0, block_id)
        self.parents[block_id] = self.holder[block_id] = holder

    def _place_students(self) -> None:
        """Own blocks, kept ones, those that stay, and the master's that the student moved, in reading order."""
        for block_id in self.sides.student.places:
            if block_id == PAGE_ID or block_id in self.holder or not self.presence.places(block_id):
                continue
            holder, before = self._place_for(block_id)
            self._insert(holder, block_id, before)
            self.kids.setdefault(block_id, [])

    def _place_for(self, block_id: str) -> tuple[str, str | None]:
        """The container and the block to stand behind, looking up from the block in the student's page."""
        student = self.sides.student
        tied_to = self.parents.get(block_id)
        at = block_id
        if block_id in self.presence.shells and (inside := self._above_the_first_own(block_id)) is not None:
            return inside
        while at != PAGE_ID:
            holder = student.parent(at)
            siblings = student.kids(holder)
            for sibling in reversed(siblings[: siblings.index(at)]):
                for above in self._last_of(sibling):
                    found = self._behind(above, block_id, tied_to)
                    if found is not None:
                        return found
            if holder in self.presence.joined and holder not in self.presence.standing:
                holder = self.presence.joined[holder]
                return holder, (self.kids[holder] or [None])[-1]
            if self._may_hold(holder, block_id) and not self._is_inside(holder, block_id):
                return holder, None
            at = holder
        return self._before_the_next(block_id)

    def _above_the_first_own(self, shell: str) -> tuple[str, str] | None:
        """What is left of a list stands behind what its own items were written under, wherever that is now."""
        for kid in self.sides.student.kids(shell):
            if kid not in self.sides.master and kid in self.presence.standing:
                return None
            for above in self._last_of(kid):
                if self._stands_right_after(kid, shell) and (found := self._behind(above, shell, None)) is not None:
                    return found
        return None

    def _stands_right_after(self, kid: str, shell: str) -> bool:
        """Whether the next of a list's items is one that stays in it."""
        kids = self.sides.student.kids(shell)
        following = kids[kids.index(kid) + 1 :][:1]
        return any(i not in self.sides.master and i in self.presence.standing for i in following)

    def _before_the_next(self, block_id: str) -> tuple[str, str | None]:
        """An item with no neighbour above it goes before the next below it (R4: a first one stays first)."""
        holder = self.sides.student.parent(block_id)
        siblings = self.sides.student.kids(holder)
        for below in siblings[siblings.index(block_id) :]:
            target = self.holder.get(below)
            if target is not None and self._may_hold(target, block_id) and not self._is_inside(target, block_id):
                at = self.kids[target].index(below)
                return target, self.kids[target][at - 1] if at else None
        return self._in_a_shell(holder)

    def _in_a_shell(self, holder: str) -> tuple[str, None]:
        """What has no other place keeps around it what it stood in."""
        self.presence.standing.add(holder)
        if holder not in self.holder:
            outer, before = self._place_for(holder)
            self._insert(outer, holder, before)
            self.kids.setdefault(holder, [])
        return holder, None

    def _last_of(self, block_id: str) -> Iterator[str]:
        """The block, or of one that has gone what it held and is placed, the last first."""
        if block_id in self.holder:
            yield block_id
            return
        for kid in reversed(self.sides.student.kids(block_id)):
            yield from self._last_of(kid)

    def _behind(self, above: str, block_id: str, tied_to: str | None) -> tuple[str, str] | None:
        """The container in which the block may stand behind `above`, or behind the list or table of that."""
        holder = self.holder.get(above)
        is_part = self._kind(block_id) not in BLOCKS
        while holder is not None and not is_part and self._kind(above) not in BLOCKS and above != PAGE_ID:
            above, holder = holder, self.holder.get(holder)
        if holder is None or (tied_to and holder != tied_to):
            return None
        if is_part and holder != self.sides.student.parent(block_id) and KINDS[self._kind(holder)].family != "list":
            return None
        if self._may_hold(holder, block_id) and not self._is_inside(holder, block_id):
            return holder, above
        return None
