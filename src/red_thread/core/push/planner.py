"""The planner: facts in, a plan out.

For each page every notebook of the audience falls into one of three: its copy is untouched (then it is
refreshed, or has the edition already), it is written on (then the real merge is run), or there is none (then
one is placed, in master order, in the page's own section, which is made where it is missing). A copy that was
pulled back once comes to its place again, with what was written on it.
"""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping

from red_thread.core.merge import Merged, Outcome, merge_page
from red_thread.core.outline.placement import Entry, place_in_order, put_in
from red_thread.core.page.check import NotAPage
from red_thread.core.page.nodes import Node
from red_thread.core.push.facts import Layout, PushedPage, PushFacts, Untouched, Written
from red_thread.core.push.plan import CHANGING, Placement, PlannedRows, PushPlan, RowOutcome, WovenCopy

_BY_MERGE = {
    Outcome.UNCHANGED: RowOutcome.MERGED,
    Outcome.REFRESHED: RowOutcome.MERGED,
    Outcome.MERGED: RowOutcome.MERGED,
    Outcome.CONFLICTED: RowOutcome.CONFLICTED,
}


def plan_push(facts: PushFacts) -> PushPlan:
    """Plans a push. Pure: the same facts always give the same plan."""
    by_id = {page.page_id: page for page in facts.pages}
    woven = tuple(_weave(written, by_id[written.page_id]) for written in facts.written)
    rows = [_row_of_untouched(group, by_id[group.page_id]) for group in facts.untouched]
    rows += _rows_of_woven(woven)
    missing = _missing(facts)
    rows += [PlannedRows(page, RowOutcome.PLACED, ids) for page, ids in missing.items() if ids]
    placements = (*_place_sections(facts, missing), *_place_pages(facts, missing))
    return PushPlan(tuple(rows), placements, woven, len(facts.audience))


def weave(base: Node, master: Node, student: Node) -> tuple[RowOutcome, Merged | None, str]:
    """The merge of one copy; a copy that cannot be read fails with the reason and stays as it is."""
    try:
        merged = merge_page(base, master, student, stored=True)
    except NotAPage as error:
        return RowOutcome.FAILED, None, str(error)
    except Exception as error:
        # A defect in the merge must fail this one student's row and no other's; the reason is kept.
        return RowOutcome.FAILED, None, f"The merge broke off: {error!r}."
    return _BY_MERGE[merged.outcome], merged, ""


def _weave(written: Written, page: PushedPage) -> WovenCopy:
    outcome, merged, reason = RowOutcome.HAS_IT, None, ""
    if not _stands_on(written.edition_id, page):
        outcome, merged, reason = weave(written.base, page.document, written.document)
    if written.pulled_back and outcome in (RowOutcome.HAS_IT, RowOutcome.MERGED):
        outcome = RowOutcome.BACK
    return WovenCopy(
        written.page_id,
        written.notebook_id,
        written.copy_id,
        written.edition_id,
        written.revision,
        RowOutcome.PUT_AWAY if written.put_away and outcome in CHANGING else outcome,
        merged,
        reason,
    )


def _stands_on(edition_id: int, page: PushedPage) -> bool:
    """Whether a copy has this edition, or a newer one that an older push must not undo."""
    return page.edition_id is not None and edition_id >= page.edition_id


def _row_of_untouched(group: Untouched, page: PushedPage) -> PlannedRows:
    outcome = RowOutcome.PUT_AWAY if group.put_away else RowOutcome.REFRESHED
    if group.pulled_back:
        outcome = RowOutcome.PUT_AWAY if group.put_away else RowOutcome.PLACED
    elif _stands_on(group.edition_id, page):
        outcome = RowOutcome.HAS_IT
    return PlannedRows(group.page_id, outcome, group.notebook_ids, edition_before=group.edition_id)


def _rows_of_woven(woven: Iterable[WovenCopy]) -> Iterator[PlannedRows]:
    alike: dict[tuple[int, RowOutcome, str, int], list[int]] = defaultdict(list)
    for copy in woven:
        alike[copy.page_id, copy.outcome, copy.reason, copy.edition_before].append(copy.notebook_id)
    for (page_id, outcome, reason, edition), ids in alike.items():
        yield PlannedRows(page_id, outcome, tuple(ids), reason, edition)


def _missing(facts: PushFacts) -> dict[int, tuple[int, ...]]:
    """For each page, the notebooks that have no copy of it."""
    have: dict[int, set[int]] = {page.page_id: set() for page in facts.pages}
    for group in facts.untouched:
        have[group.page_id].update(group.notebook_ids)
    for written in facts.written:
        have[written.page_id].add(written.notebook_id)
    return {
        page_id: tuple(n for n in facts.audience if n not in found) if found else facts.audience
        for page_id, found in have.items()
    }


def _place_sections(facts: PushFacts, missing: dict[int, tuple[int, ...]]) -> Iterator[Placement]:
    """Sections that have to be made: for a page to place, where the notebook has none tied to its section."""
    wanted: dict[int, set[int]] = defaultdict(set)
    for page in facts.pages:
        wanted[page.section_id].update(missing[page.page_id])
    for layout in facts.sections_in:
        yield from _place_in(layout, facts.section_rank, wanted, None)


def _place_pages(facts: PushFacts, missing: dict[int, tuple[int, ...]]) -> Iterator[Placement]:
    for layout in facts.pages_in:
        wanted = {p.page_id: set(missing[p.page_id]) for p in facts.pages if p.section_id == layout.section_id}
        yield from _place_in(layout, facts.page_rank, wanted, layout.section_id)


def _place_in(
    layout: Layout, ranks: Mapping[int, int], wanted: dict[int, set[int]], section_id: int | None
) -> Iterator[Placement]:
    present = {entry.tied_to for entry in layout.entries}
    new = sorted((item for item in wanted if item not in present), key=ranks.__getitem__)
    for items, ids in _alike(layout.notebook_ids, new, wanted):
        entries = layout.entries
        for item in items:
            key = place_in_order(entries, ranks, item)
            entries = put_in(entries, Entry(item, key))
            yield Placement(section_id or item, item if section_id else None, key, ids)


def _alike(
    notebook_ids: tuple[int, ...], new: list[int], wanted: dict[int, set[int]]
) -> Iterator[tuple[tuple[int, ...], tuple[int, ...]]]:
    """Notebooks that want the same new things, together."""
    if len(new) == 1:
        yield (new[0],), tuple(n for n in notebook_ids if n in wanted[new[0]])
        return
    groups: dict[tuple[int, ...], list[int]] = defaultdict(list)
    for notebook in notebook_ids:
        groups[tuple(item for item in new if notebook in wanted[item])].append(notebook)
    for items, ids in groups.items():
        if items:
            yield items, tuple(ids)
