"""The copies that a push finds: which of them it is about, and who gets a new one."""

from collections import defaultdict
from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import TypeVar

from red_thread.core.push.facts import PushedPage, PushFacts, Untouched, Written
from red_thread.core.push.how import How, IfCopy, IfCut

C = TypeVar("C", Untouched, Written)
_ByPage = dict[int, set[int]]


@dataclass(frozen=True, slots=True)
class Copies:
    """What the push finds. `untouched`, `written`: the copies that it is about.

    A notebook may have several copies of a page: all that stand in it are meant. Where none does, one that was cut
    loose is meant, or else one that was pulled back. `anew`: of the latter, those that are put where this push wants
    them. `ordinal` of a loose one: what it would have, tied again.
    """

    facts: PushFacts
    pages: Mapping[int, PushedPage]
    has_it: Collection[int]
    untouched: Sequence[Untouched]
    anew: Sequence[Untouched]
    written: Sequence[Written]
    missing: Mapping[int, tuple[int, ...]]
    seconds: Mapping[int, Mapping[int, tuple[int, ...]]]

    @classmethod
    def of(cls, facts: PushFacts) -> "Copies":
        """Parts what stands in notebooks of a page into what is done for it."""
        stands = _notebooks(facts, lambda copy: copy.tied and copy.pulled_back is None)
        out = _notebooks(facts, lambda copy: copy.tied and copy.pulled_back is not None)
        last = _last_ordinals(facts)
        untouched = [tied for group in facts.untouched for tied in _by_ordinal(group, last)]
        written = [tied for copy in facts.written for tied in _by_ordinal(copy, last)]
        meant = list(_meant([*untouched, *written], stands, facts.how))
        return cls(
            facts,
            {page.page_id: page for page in facts.pages},
            _has_it(facts),
            [copy for copy in meant if isinstance(copy, Untouched) and not _is_put_anew(copy, facts.how)],
            [copy for copy in meant if isinstance(copy, Untouched) and _is_put_anew(copy, facts.how)],
            [copy for copy in meant if isinstance(copy, Written)],
            {page.page_id: _missing(facts, page.page_id, stands, out) for page in facts.pages},
            _seconds(facts, stands, last) if facts.how.if_copy is IfCopy.SECOND else {},
        )

    def first(self) -> Mapping[int, Collection[int]]:
        """For each page the notebooks in which its first copy gets a place: a new one, or what was pulled back."""
        if not self.anew:
            return self.missing
        found = {page_id: set(ids) for page_id, ids in self.missing.items()}
        for copy in self.anew:
            found[copy.page_id].update(copy.notebook_ids)
        return found

    def come_to(self) -> dict[int, set[int]]:
        """For each page the notebooks in which a copy of it gets a place."""
        seconds = list(self.seconds.values())
        first = self.first().items()
        return {page_id: set(ids).union(*(wanted[page_id] for wanted in seconds)) for page_id, ids in first}


def _is_put_anew(copy: Untouched, how: How) -> bool:
    """Whether the push says where it goes: nobody has seen it, or written on it, where it stood before."""
    if copy.pulled_back is None or copy.put_away or copy.moved_by_student or copy.ordinal or how.untied:
        return False
    return copy.elsewhere or not how.where.is_in_order


def _notebooks(facts: PushFacts, are: Callable[[Untouched | Written], bool]) -> _ByPage:
    found: _ByPage = {page.page_id: set() for page in facts.pages}
    for copy in (*facts.untouched, *facts.written):
        if are(copy):
            found[copy.page_id].update(copy.notebook_ids)
    return found


def _last_ordinals(facts: PushFacts) -> dict[tuple[int, int], int]:
    """By page and notebook the ordinal of the last copy, standing or not."""
    last: dict[tuple[int, int], int] = {}
    if facts.how.if_copy is IfCopy.SECOND or facts.how.if_cut is IfCut.TIE:
        for copy in (copy for copy in (*facts.untouched, *facts.written) if copy.tied):
            for notebook in copy.notebook_ids:
                key = copy.page_id, notebook
                last[key] = max(copy.ordinal, last.get(key, 0))
    return last


def _by_ordinal(copy: C, last: Mapping[tuple[int, int], int]) -> Iterator[C]:
    """What was cut loose, parted by the ordinal under which it would be tied again."""
    if copy.tied or not last:
        yield copy
        return
    groups: dict[int, list[int]] = defaultdict(list)
    for notebook in copy.notebook_ids:
        groups[last.get((copy.page_id, notebook), -1) + 1].append(notebook)
    for ordinal, ids in groups.items():
        parted = replace(copy, ordinal=ordinal)
        yield parted if isinstance(parted, Written) else replace(parted, notebook_ids=tuple(ids))


def _meant(copies: list[Untouched | Written], stands: _ByPage, how: How) -> Iterator[Untouched | Written]:
    """Those that stand; where none does what was cut loose, or else the first that was pulled back."""
    taken: _ByPage = {page: set(found) for page, found in stands.items()}
    for copy in sorted(copies, key=lambda copy: (copy.pulled_back is not None, not copy.tied, copy.ordinal)):
        if copy.tied and copy.pulled_back is None:
            yield copy
            continue
        left = tuple(notebook for notebook in copy.notebook_ids if notebook not in taken[copy.page_id])
        if copy.tied or how.if_copy is not IfCopy.SECOND:
            taken[copy.page_id].update(left)
        if left:
            yield copy if isinstance(copy, Written) else replace(copy, notebook_ids=left)


def _missing(facts: PushFacts, page_id: int, stands: _ByPage, out: _ByPage) -> tuple[int, ...]:
    """The notebooks that get their first copy of a page."""
    there = set(stands[page_id])
    if not facts.how.untied:
        there |= out[page_id]
    if facts.how.untied or facts.how.if_copy is not IfCopy.SECOND:
        loose = (copy for copy in (*facts.untouched, *facts.written) if not copy.tied and copy.page_id == page_id)
        there.update(*(copy.notebook_ids for copy in loose))
    return tuple(n for n in facts.audience if n not in there) if there else facts.audience


def _seconds(
    facts: PushFacts, stands: _ByPage, last: Mapping[tuple[int, int], int]
) -> dict[int, dict[int, tuple[int, ...]]]:
    """By the ordinal that it will have: for each page the notebooks that get one more copy."""
    if facts.how.untied:
        return {}
    found: dict[int, dict[int, list[int]]] = defaultdict(lambda: {page.page_id: [] for page in facts.pages})
    for page in facts.pages:
        for notebook in facts.audience:
            if notebook in stands[page.page_id]:
                found[last[page.page_id, notebook] + 1][page.page_id].append(notebook)
    return {ordinal: {page: tuple(ids) for page, ids in pages.items()} for ordinal, pages in found.items()}


def _has_it(facts: PushFacts) -> frozenset[int]:
    """Editions that count as had: those that are pushed, and newer ones that an older push must not undo."""
    numbers = facts.edition_numbers
    pushed = {page.page_id: numbers[page.edition_id] for page in facts.pages if page.edition_id is not None}
    held = {(copy.page_id, copy.edition_id) for copy in (*facts.untouched, *facts.written)}
    return frozenset(edition for page, edition in held if page in pushed and numbers[edition] >= pushed[page])
