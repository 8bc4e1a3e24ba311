"""Which blocks stand in the result (R2, R7, R8, R9, R11): decided for each block before any is placed."""

from dataclasses import dataclass, field

from red_thread.core.merge.columns import columns_that_stay
from red_thread.core.merge.sides import Sides
from red_thread.core.merge.taken_out import TakenOut, taken_out_of_tables
from red_thread.core.page.kinds import BLOCKS


@dataclass(slots=True)
class Presence:
    """`standing`: every block of the result but kept ones.

    `shells`: lists, tables and rows that the master took out and that stay around the student's own items.
    `held`: blocks that a kept block replaces. `answers`: blocks that the master took out of a writing space
    and that stay for what the student wrote in them. `came_back`: for the notes.
    """

    standing: set[str] = field(default_factory=set[str])
    shells: set[str] = field(default_factory=set[str])
    taken_out: TakenOut = field(default_factory=TakenOut)
    held: set[str] = field(default_factory=set[str])
    answers: set[str] = field(default_factory=set[str])
    came_back: list[str] = field(default_factory=list[str])

    def places(self, block_id: str) -> bool:
        """Whether the block has a place in the result, by itself or by a kept block."""
        return block_id in self.standing or block_id in self.held


def find_presence(sides: Sides) -> Presence:
    """Decides for all blocks of the three pages."""
    presence = Presence({"doc"}, taken_out=taken_out_of_tables(sides))
    _settle_master(sides, presence, "doc")
    presence.shells = _shells(sides)
    whole = _rows_that_stay(sides, presence.shells) | columns_that_stay(sides)
    _settle_student(sides, presence, "doc", in_space=False, whole=whole, stays_whole=False)
    return presence


def _settle_master(sides: Sides, presence: Presence, block_id: str) -> bool:
    """R2, R8 and R11, from the leaves up; gives whether the block stands."""
    if block_id in presence.taken_out.stay_out:
        return False
    kids = sides.master.places[block_id].kids
    inside = [_settle_master(sides, presence, kid) for kid in kids] if kids else []
    if block_id == "doc":
        return True
    if block_id in sides.student.places:
        stands = True
    elif block_id in sides.base.places:
        whole = block_id in presence.taken_out.come_back
        stands = whole or sides.changed_by_master(block_id) or any(inside)
        if stands:
            presence.came_back.append(block_id)
            _complete(sides, presence, block_id, all_of_it=whole or not any(inside))
    else:
        stands = any(inside) or not _wraps_old_blocks(sides, block_id)
    if stands:
        presence.standing.add(block_id)
    return stands


def _complete(sides: Sides, presence: Presence, block_id: str, all_of_it: bool) -> None:
    """What comes back for itself comes with what it holds; a row always comes with all its cells."""
    is_row = sides.master.node(block_id)["type"] == "tableRow"
    if all_of_it or is_row:
        for kid in sides.master.kids(block_id):
            if kid not in presence.standing and kid not in presence.taken_out.stay_out:
                presence.standing.add(kid)
                _complete(sides, presence, kid, all_of_it=True)


def _wraps_old_blocks(sides: Sides, block_id: str) -> bool:
    return any(kid in sides.base or _wraps_old_blocks(sides, kid) for kid in sides.master.kids(block_id))


def _settle_student(
    sides: Sides, presence: Presence, block_id: str, in_space: bool, whole: set[str], stays_whole: bool
) -> bool:
    """R7, R9 and R11, in reading order; gives whether anything of the block has a place."""
    place = sides.student.places[block_id]
    gone = sides.taken_out_by_master(block_id)
    if not gone and not place.kids:
        presence.standing.add(block_id)
        return True
    stays_whole = stays_whole or block_id in whole
    kind = place.node["type"]
    if gone and kind == "space":
        return _hold_space(sides, presence, block_id)
    inside = [
        _settle_student(sides, presence, kid, in_space or kind == "space", whole, stays_whole) for kid in place.kids
    ]
    if not gone:
        presence.standing.add(block_id)
        return True
    return _settle_gone(sides, presence, block_id, in_space, stays_whole, any(inside))


def _settle_gone(
    sides: Sides, presence: Presence, block_id: str, in_space: bool, stays_whole: bool, inside: bool
) -> bool:
    """A block that the master took out and that is no space."""
    wrote = sides.wrote_in(block_id)
    is_block = sides.student.node(block_id)["type"] in BLOCKS
    holds_blocks = bool(sides.student.kids(block_id))
    if in_space and (wrote or (inside and not is_block)):
        _stand_as_answer(sides, presence, block_id, wrote)
        return True
    if wrote and is_block and not holds_blocks:
        presence.held.add(block_id)
        return True
    parent = sides.student.parent(block_id)
    part_stays = inside and not is_block and (parent in sides.master or parent in presence.shells)
    if stays_whole or part_stays or block_id in presence.shells:
        presence.standing.add(block_id)
        return True
    return inside


def _stand_as_answer(sides: Sides, presence: Presence, block_id: str, wrote: bool) -> None:
    """What the student wrote in stands. An option that they picked stands with all its words."""
    below = _below(sides, block_id)
    if wrote and not any(map(sides.wrote_in, below)):
        presence.answers.add(block_id)
    presence.standing.add(block_id)
    presence.standing.update(below if wrote else [])


def _hold_space(sides: Sides, presence: Presence, block_id: str) -> bool:
    """R7: a space goes as one; one kept block holds the whole answer."""
    for below in _below(sides, block_id):
        if below in sides.master:
            presence.standing.add(below)
    if not sides.wrote_inside(block_id):
        return False
    presence.held.add(block_id)
    return True


def _below(sides: Sides, block_id: str) -> list[str]:
    kids = sides.student.kids(block_id)
    return [*kids, *(deeper for kid in kids for deeper in _below(sides, kid))]


def _shells(sides: Sides) -> set[str]:
    """What the student's own items, rows and cells stand in, as far as the master took it out."""
    found: set[str] = set()
    for block_id, place in sides.student.places.items():
        if place.node["type"] in BLOCKS or block_id == "doc" or not sides.is_own(block_id):
            continue
        above = place.parent
        while above not in found and sides.taken_out_by_master(above):
            found.add(above)
            if sides.student.node(above)["type"] in BLOCKS:
                break
            above = sides.student.parent(above)
    return found


def _rows_that_stay(sides: Sides, shells: set[str]) -> set[str]:
    """Rows that the master took out of a table that stands, with the student's writing in them."""
    return {
        row
        for row, place in sides.student.places.items()
        if place.node["type"] == "tableRow"
        and sides.taken_out_by_master(row)
        and (place.parent in sides.master or place.parent in shells)
        and sides.wrote_inside(row)
    }
