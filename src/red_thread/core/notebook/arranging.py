"""How a student arranges their own notebook: which pages go where, and back to where the teacher has them."""

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace

from red_thread.core.outline.order_keys import key_between, keys_between
from red_thread.core.outline.placement import Entry, room
from red_thread.core.push.operations import Arrange, ArrangeSection, SectionSpot, StudentsSpot


@dataclass(frozen=True, slots=True)
class PageInPlace:
    """A copy in its notebook. `hidden`: it keeps its place, but is not seen there: in the drawer, or `taken_out`.

    `taken_out`: a pull-back took it; it is not its student's to arrange.
    """

    copy_id: int
    page_id: int | None
    spot: StudentsSpot
    hidden: bool = False
    taken_out: bool = False

    @property
    def section_id(self) -> int:
        """The section of the notebook in which it stands."""
        return self.spot.notebook_section_id


@dataclass(frozen=True, slots=True)
class SectionInPlace:
    """A section of a notebook, or a divider, which shares the order of sections but is not moved."""

    id: int
    spot: SectionSpot
    is_divider: bool = False


@dataclass(frozen=True, slots=True)
class Target:
    """Where pages are to go: into a section, behind a copy there and what is tucked under it; first without `after`.

    `under`: the copy under which they are to be tucked.
    """

    section_id: int
    after: int | None = None
    under: int | None = None


class CannotStandThere(ValueError):
    """A page behind or under itself, or under one that is tucked itself."""


def move_pages(
    notebook_id: int, pages: Sequence[PageInPlace], chosen: Collection[int], target: Target
) -> list[Arrange]:
    """The operations that bring the chosen pages, and what is tucked under them, to a place, in the order they have.

    pages: all copies of the notebook, in its order. Raises CannotStandThere.
    """
    moving = [page for page in pages if page.copy_id in chosen or page.spot.parent_id in chosen]
    ids = {page.copy_id for page in moving}
    by_id = {page.copy_id: page for page in pages}
    _require_place(by_id, ids, target)
    if target.under is None and target.after is not None:
        target = replace(target, after=by_id[target.after].spot.parent_id or target.after)
    before, after = _between(pages, ids, target)
    spots = zip(moving, keys_between(before, after, len(moving)), strict=True)
    return [
        Arrange((notebook_id,), (page.copy_id,), (page.spot,), (_spot(page, target, key, chosen),))
        for page, key in spots
    ]


def _require_place(by_id: Mapping[int, PageInPlace], moving: Collection[int], target: Target) -> None:
    for beside in (target.after, target.under):
        if beside is None:
            continue
        page = by_id.get(beside)
        if page is None or beside in moving or page.section_id != target.section_id:
            raise CannotStandThere
    if target.under is not None and by_id[target.under].spot.parent_id is not None:
        raise CannotStandThere


def _between(pages: Sequence[PageInPlace], moving: Collection[int], target: Target) -> tuple[str | None, str | None]:
    """The keys between which pages go. Those that move keep theirs until then: no new key is one of them."""
    in_section = [page for page in pages if page.section_id == target.section_id]
    staying = [page for page in in_section if page.copy_id not in moving]
    before = max((page.spot.key for page in staying if _comes_before(page, target, staying)), default=None)
    after = min((page.spot.key for page in in_section if before is None or page.spot.key > before), default=None)
    return before, after


def _comes_before(page: PageInPlace, target: Target, staying: Iterable[PageInPlace]) -> bool:
    """Whether it is what the pages go behind, or is tucked under that."""
    tucked = {one.copy_id for one in staying if one.spot.parent_id == target.under}
    if target.under is not None and target.after not in tucked:
        return target.under in (page.copy_id, page.spot.parent_id)
    if target.under is not None:
        return page.copy_id == target.after
    return target.after is not None and target.after in (page.copy_id, page.spot.parent_id)


def _spot(page: PageInPlace, target: Target, key: str, chosen: Collection[int]) -> StudentsSpot:
    parent_id = target.under or (page.spot.parent_id if page.spot.parent_id in chosen else None)
    home_section_id = page.spot.home_section_id or page.section_id
    return StudentsSpot(target.section_id, key, parent_id, home_section_id if page.page_id is not None else None)


def key_behind(pages: Sequence[PageInPlace], section_id: int, after: int | None, under: int | None) -> str:
    """The order key for a new page in a section: behind another and all that is tucked under that, else last.

    pages: all copies of the notebook, in its order. under: the page under which the new one is tucked, as the last.
    """
    by_id = {page.copy_id: page for page in pages if page.section_id == section_id}
    beside = under or after
    if beside not in by_id:
        return key_between(max((page.spot.key for page in by_id.values()), default=None), None)
    top = by_id[beside].spot.parent_id or beside
    target = Target(section_id, None, top) if under else Target(section_id, top)
    return key_between(*_between(pages, (), target))


def bring_home(
    notebook_id: int,
    pages: Sequence[PageInPlace],
    copy_id: int,
    rank: Mapping[int, int],
    under: Mapping[int, int],
) -> Arrange | None:
    """The operation that brings a page back to where the teacher has it; None if its student has not moved it.

    pages: all copies of the notebook, in its order. rank: the place of each master page; under: the master page under
    which each tucked one is.
    """
    page = next(page for page in pages if page.copy_id == copy_id)
    home = page.spot.home_section_id
    if home is None or page.page_id is None:
        return None
    others = [one for one in pages if one.section_id == home and one.copy_id != copy_id]
    entries = [Entry(one.page_id, one.spot.key, one.hidden) for one in others]
    new_rank = {**rank, page.page_id: rank.get(page.page_id, len(rank))}
    before, after = room(entries, new_rank, page.page_id)
    parent = next((one.copy_id for one in others if one.page_id == under.get(page.page_id)), None)
    spot = StudentsSpot(home, _free_key(before, after, page), parent)
    return Arrange((notebook_id,), (copy_id,), (page.spot,), (spot,))


def _free_key(before: str | None, after: str | None, page: PageInPlace) -> str:
    """Another than the page's own: one that stands there already is not taken for one that cannot come."""
    key = key_between(before, after)
    return key if key != page.spot.key else key_between(key, after)


def move_section(
    notebook_id: int, sections: Sequence[SectionInPlace], section_id: int, divider_id: int | None, after: str | None
) -> ArrangeSection:
    """The operation that brings a section into a divider of the notebook, None for none.

    sections: all that is in the notebook. after: the order key of what it comes behind; first without it.
    """
    section = next(one for one in sections if one.id == section_id and not one.is_divider)
    keys = sorted(one.spot.key for one in sections if one.spot.divider_id == divider_id)
    following = next((key for key in keys if after is None or key > after), None)
    spot = SectionSpot(divider_id, key_between(after, following))
    return ArrangeSection((notebook_id,), (section_id,), (section.spot,), (spot,))
