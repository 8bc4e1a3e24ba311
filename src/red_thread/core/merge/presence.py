"""Which blocks stand in the result (R2, R7, R8, R9, R11): decided for each block before any is placed."""

from collections.abc import Iterator
from dataclasses import dataclass, field

from red_thread.core.merge.columns import columns_that_stay, joined_away
from red_thread.core.merge.sides import Sides
from red_thread.core.merge.taken_out import TakenOut, taken_out_of_tables
from red_thread.core.page.kinds import BLOCKS, KINDS, PAGE_ID, SPACE, TABLE, TABLE_ROW


@dataclass(slots=True)
class Presence:
    """`standing`: every block of the result but kept ones.

    `shells`: lists, tables and rows that the master took out and that stay around the student's own items.
    `held`: blocks that a kept block replaces. `answers`: blocks that the master took out of a writing space
    and that stay for what the student wrote in them. `joined`: cells that the master joined to another, with that
    other. `came_back`: for the notes.
    """

    standing: set[str] = field(default_factory=set[str])
    shells: set[str] = field(default_factory=set[str])
    taken_out: TakenOut = field(default_factory=TakenOut)
    held: set[str] = field(default_factory=set[str])
    answers: set[str] = field(default_factory=set[str])
    joined: dict[str, str] = field(default_factory=dict[str, str])
    came_back: list[str] = field(default_factory=list[str])

    def places(self, block_id: str) -> bool:
        """Whether the block has a place in the result, by itself or by a kept block."""
        return block_id in self.standing or block_id in self.held


def find_presence(sides: Sides, windows: bool = False) -> Presence:
    """Decides for all blocks of the three pages. windows: what was typed last stands, in spaces and outside."""
    presence = Presence({PAGE_ID}, taken_out=taken_out_of_tables(sides))
    for table in [i for i, place in sides.student.places.items() if place.node["type"] == TABLE]:
        presence.joined.update(joined_away(sides, table))
    _settle_master(sides, presence, PAGE_ID)
    presence.shells = _shells(sides)
    whole = _rows_that_stay(sides, presence.shells) | columns_that_stay(sides) | _starter_tables(sides)
    _settle_student(sides, presence, PAGE_ID, in_space=windows, whole=whole, stays_whole=False)
    if windows:
        _let_stand(sides, presence)
    return presence


def _let_stand(sides: Sides, presence: Presence) -> None:
    """Of two windows of one student none takes out what was written in the other."""
    for block_id in presence.held:
        presence.standing.update([block_id, *_below(sides, block_id)])
    presence.held.clear()
    presence.answers.clear()


def _settle_master(sides: Sides, presence: Presence, block_id: str) -> bool:
    """R2, R8 and R11, from the leaves up; gives whether the block stands."""
    if block_id in presence.taken_out.stay_out:
        return False
    kids = sides.master.places[block_id].kids
    settled = [(kid, _settle_master(sides, presence, kid)) for kid in kids]
    inside = [stands for kid, stands in settled if not _left(sides, kid)]
    if block_id == PAGE_ID:
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


def _left(sides: Sides, kid: str) -> bool:
    """Whether the student alone has moved the block elsewhere: it is no content of where it was (R7, R8)."""
    return kid in sides.base and not sides.moved_by_master(kid) and sides.moved_by_student(kid)


def _complete(sides: Sides, presence: Presence, block_id: str, all_of_it: bool) -> None:
    """What comes back for itself comes with what it holds; a row always comes with all its cells."""
    is_row = sides.master.node(block_id)["type"] == TABLE_ROW
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
    if gone and kind == SPACE:
        return _hold_space(sides, presence, block_id)
    settled = [
        (kid, _settle_student(sides, presence, kid, in_space or kind == SPACE, whole, stays_whole))
        for kid in place.kids
    ]
    inside = [stands for kid, stands in settled if kid not in sides.master]
    if not gone:
        presence.standing.add(block_id)
        return True
    return _settle_gone(sides, presence, block_id, in_space, stays_whole, any(inside))


def _settle_gone(
    sides: Sides, presence: Presence, block_id: str, in_space: bool, stays_whole: bool, inside: bool
) -> bool:
    """A block that the master took out and that is no space."""
    wrote = sides.wrote_in(block_id)
    kind = sides.student.node(block_id)["type"]
    is_block, holds_blocks = kind in BLOCKS, bool(sides.student.kids(block_id))
    holds_items = not KINDS[kind].holds & BLOCKS and not _neighbours_went_on(sides, block_id)
    if in_space and (wrote or (inside and (holds_items or not is_block))):
        _stand_as_answer(sides, presence, block_id, wrote)
        return True
    if wrote and is_block and not holds_blocks:
        presence.held.add(block_id)
        return True
    if block_id in presence.joined:
        return inside
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
    """R7: a space goes as one; one kept block holds the whole answer, but for what the master has elsewhere."""
    for below in _moved_out(sides, block_id):
        _settle_student(sides, presence, below, in_space=False, whole=set(), stays_whole=False)
    if not sides.wrote_in_what_goes(block_id):
        return False
    presence.held.add(block_id)
    return True


def _moved_out(sides: Sides, block_id: str) -> Iterator[str]:
    """What the master has moved out of a block that it took out: the outermost of it."""
    for kid in sides.student.kids(block_id):
        if kid in sides.master:
            yield kid
        else:
            yield from _moved_out(sides, kid)


def _below(sides: Sides, block_id: str) -> list[str]:
    kids = sides.student.kids(block_id)
    return [*kids, *(deeper for kid in kids for deeper in _below(sides, kid))]


def _shells(sides: Sides) -> set[str]:
    """What the student's own items, rows and cells stand in, as far as the master took it out.

    An item needs none whose neighbours stand in another list of the master's now: it goes there with them (R4).
    """
    found: set[str] = set()
    for block_id, place in sides.student.places.items():
        if place.node["type"] in BLOCKS or block_id == PAGE_ID or not sides.is_own(block_id):
            continue
        above = place.parent
        if KINDS[place.node["type"]].family == "item" and _neighbours_went_on(sides, above):
            continue
        while above not in found and sides.taken_out_by_master(above):
            found.add(above)
            if sides.student.node(above)["type"] in BLOCKS:
                break
            above = sides.student.parent(above)
    return found


def _neighbours_went_on(sides: Sides, holder: str) -> bool:
    """Whether the master took a list out and put some of its items into another."""
    return sides.taken_out_by_master(holder) and any(
        kid in sides.master and KINDS[sides.master.node(kid)["type"]].family == "item"
        for kid in sides.student.kids(holder)
    )


def _starter_tables(sides: Sides) -> set[str]:
    """Tables in a writing space that the master took out and the student wrote in: they stand whole (R9)."""
    return {
        table
        for table, place in sides.student.places.items()
        if place.node["type"] == TABLE
        and sides.taken_out_by_master(table)
        and sides.wrote_inside(table)
        and any(sides.student.node(above)["type"] == SPACE for above in sides.student.ancestors(table))
    }


def _rows_that_stay(sides: Sides, shells: set[str]) -> set[str]:
    """Rows that the master took out of a table that stands, with the student's writing in them."""
    return {
        row
        for row, place in sides.student.places.items()
        if place.node["type"] == TABLE_ROW
        and sides.taken_out_by_master(row)
        and (place.parent in sides.master or place.parent in shells)
        and sides.wrote_inside(row)
    }
