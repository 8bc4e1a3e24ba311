"""How a push is meant: where its pages go, and what becomes of copies that are there already."""

from dataclasses import dataclass
from enum import StrEnum

from red_thread.core.outline.placement import IN_ORDER, Where


class IfCopy(StrEnum):
    """What becomes of a copy that is there: it comes up to date, stays as it is, or gets a second one beside it."""

    UPDATE = "update"
    LEAVE = "leave"
    SECOND = "second"


class IfCut(StrEnum):
    """What becomes of a page that was cut loose: it stays the student's own, or is tied again."""

    LEAVE = "leave"
    TIE = "tie"


class IfOwn(StrEnum):
    """Where the student made a section of the same name: the page comes into one beside it, or into theirs.

    NEAR: into theirs also where its name is only near. Somebody has seen these names and said so.
    """

    BESIDE = "beside"
    THEIRS = "theirs"
    NEAR = "near"


class Drawer(StrEnum):
    """What becomes of a copy that was put away: it comes up to date in the drawer, or out of it."""

    LEAVE = "leave"
    FETCH = "fetch"


@dataclass(frozen=True, slots=True)
class How:
    """`untied`: what is placed is tied to nothing from the beginning."""

    where: Where = IN_ORDER
    if_copy: IfCopy = IfCopy.UPDATE
    if_cut: IfCut = IfCut.LEAVE
    drawer: Drawer = Drawer.LEAVE
    untied: bool = False
    if_own: IfOwn = IfOwn.BESIDE


USUAL = How()
