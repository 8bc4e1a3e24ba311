"""What the planner has to know. Alike notebooks come together, so ten thousand are as easy as ten."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from red_thread.core.notebook.copy_state import CopyState, Place, Tie
from red_thread.core.outline.placement import Entry
from red_thread.core.outline.tree import Holder
from red_thread.core.page.nodes import Node
from red_thread.core.push.how import USUAL, How
from red_thread.core.push.operations import InDrawer, Spot, WasCut


@dataclass(frozen=True, slots=True)
class PushedPage:
    """A page to push, as it stands in the master now. `section_id`: into which section it goes.

    `edition_id`: the edition that holds just this state, None if the push has yet to make it. `wrapped`: nobody is
    given it.
    """

    page_id: int
    section_id: int
    document: Node
    edition_id: int | None
    wrapped: bool = False


@dataclass(frozen=True, slots=True)
class Untouched:
    """Copies of one page that stand on one edition and that nobody has written on.

    `pulled_back`: the pull-back that took them out of their notebooks again. `ordinal`: 0 for the first copy in a
    notebook, 1 for a second. Not `tied`: they came from that edition and were cut. `elsewhere`: what was pulled
    back had stood in another section than that into which the page goes now. `moved_by_student`: it comes back to
    where its student had put it.
    """

    page_id: int
    edition_id: int
    put_away: bool
    notebook_ids: tuple[int, ...]
    pulled_back: int | None = None
    ordinal: int = 0
    tied: bool = True
    elsewhere: bool = False
    moved_by_student: bool = False


@dataclass(frozen=True, slots=True)
class Written:
    """A copy that its student has written on. `base`: the edition that it stands on; `document`: as it is.

    The rest is as for `Untouched`.
    """

    page_id: int
    notebook_id: int
    copy_id: int
    edition_id: int
    revision: int
    put_away: bool
    base: Node
    document: Node
    pulled_back: int | None = None
    ordinal: int = 0
    tied: bool = True

    @property
    def state(self) -> CopyState:
        """What the copy is; who put it into the drawer makes no difference to a plan."""
        place = Place.IN_DRAWER if self.put_away else Place.IN_PLACE
        return CopyState(Tie.TIED if self.tied else Tie.CUT, place, True, self.pulled_back is not None)

    @property
    def notebook_ids(self) -> tuple[int]:
        """The notebook in which it stands written on."""
        return (self.notebook_id,)


@dataclass(frozen=True, slots=True)
class Stood:
    """A copy as it was before a push brings it back, so that undoing the push leaves it just so.

    `seen`: the edition that its student has seen of it.
    """

    copy_id: int
    spot: Spot
    seen: int | None = None
    in_drawer: InDrawer = field(default_factory=InDrawer)
    was_cut: WasCut = field(default_factory=WasCut)


@dataclass(frozen=True, slots=True)
class Layout:
    """Notebooks that hold the same pages in the same order in one section."""

    section_id: int
    entries: tuple[Entry[int], ...]
    notebook_ids: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class HolderLayout:
    """Notebooks that hold the same dividers and sections in the same order."""

    entries: tuple[Entry[Holder], ...]
    notebook_ids: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class OwnSection:
    """A section that follows none of this master's. `own_id`: which; `entries`: what is in it, where it is wanted.

    `taught`: another master's push made it, not the student.
    """

    notebook_id: int
    own_id: int
    name: str
    entries: tuple[Entry[int], ...] = ()
    taught: bool = False


@dataclass(frozen=True, slots=True)
class Named:
    """Notebooks in which a divider or section bears this name. `renamed`: their students gave it."""

    holder: Holder
    name: str
    renamed: bool
    notebook_ids: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class PushFacts:
    """All that a plan follows from.

    `pages` in master order. `page_rank`, `holder_rank`: the place of each in the master; `holders`: what each divider
    and section stands in; `tucked`: what hangs under which page.
    `audience`: every notebook that the push is for. `edition_numbers`: of all editions of these pages, by their ids:
    which of two is newer is told by its number alone. `given_empty`: dividers and sections that the push is of, with
    their names now; `named`: how notebooks call them. `own_sections`: in notebooks that lack a section, whose names
    are in `section_names`. `wrapped`, `wrapped_holders`: what was asked for too and is under wraps.
    `stood`: by page, notebook and ordinal, copies that were pulled back, and those in the drawer if the push fetches
    them; `stood_loose`: by page and notebook, pages that were cut loose, if the push ties them again.
    """

    pages: tuple[PushedPage, ...]
    page_rank: Mapping[int, int]
    holder_rank: Mapping[Holder, int]
    audience: tuple[int, ...]
    untouched: tuple[Untouched, ...]
    written: tuple[Written, ...]
    pages_in: tuple[Layout, ...]
    holders_in: tuple[HolderLayout, ...]
    edition_numbers: Mapping[int, int]
    holders: Mapping[Holder, Holder | None] = field(default_factory=dict[Holder, "Holder | None"])
    tucked: Mapping[int, int] = field(default_factory=dict[int, int])
    how: How = USUAL
    given_empty: Mapping[Holder, str] = field(default_factory=dict[Holder, str])
    named: tuple[Named, ...] = ()
    own_sections: tuple[OwnSection, ...] = ()
    section_names: Mapping[int, str] = field(default_factory=dict[int, str])
    wrapped: tuple[int, ...] = ()
    wrapped_holders: tuple[Holder, ...] = ()
    stood: Mapping[tuple[int, int, int], Stood] = field(default_factory=dict[tuple[int, int, int], Stood])
    stood_loose: Mapping[tuple[int, int], Stood] = field(default_factory=dict[tuple[int, int], Stood])

    def stood_of(self, copy: Untouched | Written) -> list[Stood]:
        """How a copy stood in each of its notebooks."""
        if not copy.tied:
            return [self.stood_loose[copy.page_id, notebook] for notebook in copy.notebook_ids]
        return [self.stood[copy.page_id, notebook, copy.ordinal] for notebook in copy.notebook_ids]
