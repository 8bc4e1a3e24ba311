"""How copies are cut from the master, and how pages that were cut are tied to it again."""

from collections.abc import Sequence

from sqlalchemy import text

from red_thread.core.push import Cut, Loosen, Operation, Tie, Uncut
from red_thread.store.documents import array
from red_thread.store.push.operations.entry import Entry, Guard, Values, values_of

CUT = text("""
    UPDATE standing_copy SET cut_at = :now, cut_page_id = page_id, cut_edition_id = edition_id, cut_by_id = :push,
        page_id = NULL, edition_id = NULL
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = :page_id AND ordinal = :ordinal
""")
# Where no copy stands in its stead.
WAS_CUT = text("""
    SELECT notebook_id FROM standing_copy c
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND cut_page_id = :page_id AND cut_by_id = :push
    AND ordinal = :ordinal AND NOT EXISTS (
        SELECT FROM standing_copy s WHERE s.notebook_id = c.notebook_id AND s.page_id = :page_id
        AND s.ordinal = :ordinal)
""")
# Under its ordinal, or the next that no other copy has, not even one that was pulled back.
UNCUT = text("""
    UPDATE standing_copy c SET page_id = cut_page_id, edition_id = cut_edition_id, cut_at = NULL, cut_page_id = NULL,
        cut_edition_id = NULL, cut_by_id = NULL, ordinal = (
            SELECT CASE WHEN bool_or(s.ordinal = :ordinal) THEN max(s.ordinal) + 1 ELSE :ordinal END FROM copy s
            WHERE s.notebook_id = c.notebook_id AND s.page_id = :page_id)
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND cut_page_id = :page_id
    AND cut_by_id = CAST(:cut_by AS bigint) AND ordinal = :ordinal AND NOT EXISTS (
        SELECT FROM standing_copy s WHERE s.notebook_id = c.notebook_id AND s.page_id = :page_id
        AND s.ordinal = :ordinal)
""")
STANDS_TIED = text("""
    SELECT notebook_id FROM standing_copy
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = :page_id AND ordinal = :ordinal
""")
# The page that was cut last, where no copy stands in its stead; under an ordinal as above.
TIE = text("""
    UPDATE standing_copy c SET page_id = cut_page_id, edition_id = cut_edition_id, cut_at = NULL, cut_page_id = NULL,
        cut_edition_id = NULL, cut_by_id = NULL, ordinal = (
            SELECT CASE WHEN bool_or(s.ordinal = :ordinal) THEN max(s.ordinal) + 1 ELSE :ordinal END FROM copy s
            WHERE s.notebook_id = c.notebook_id AND s.page_id = :page_id)
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND cut_page_id = :page_id
    AND NOT EXISTS (SELECT FROM standing_copy s WHERE s.notebook_id = c.notebook_id AND s.page_id = :page_id)
    AND NOT EXISTS (SELECT FROM standing_copy s WHERE s.notebook_id = c.notebook_id AND s.cut_page_id = :page_id
                    AND s.id > c.id)
""")
# What a pull-back had cut is not cut again once that is undone. Logs of before tell nothing of how it was cut:
# then this push has cut it, now.
LOOSEN = text("""
    UPDATE standing_copy c SET cut_at = coalesce(n.at, :now),
        cut_by_id = CASE WHEN n.at IS NULL THEN :push ELSE n.by END,
        cut_page_id = page_id, cut_edition_id = edition_id, page_id = NULL, edition_id = NULL,
        ordinal = coalesce(n.ordinal, c.ordinal)
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:were_at AS timestamptz[]), CAST(:were_by AS bigint[]),
                CAST(:were_ordinal AS int[])) n(id, at, by, ordinal)
    WHERE c.notebook_id = n.id AND c.page_id = :page_id AND c.ordinal = :ordinal
    AND NOT EXISTS (SELECT FROM push WHERE id = n.by AND kind IN ('pull-back', 'cut') AND undone_at IS NOT NULL)
""")


def _were(operations: Sequence[Tie | Loosen]) -> Values:
    (operation,) = operations
    return {
        "notebook_ids": array(operation.notebook_ids),
        "page_id": operation.page_id,
        "ordinal": operation.ordinal,
        "were_at": array([copy.at for copy in operation.were]),
        "were_by": array([copy.by for copy in operation.were]),
        "were_ordinal": array([copy.ordinal for copy in operation.were]),
    }


ENTRIES: dict[type[Operation], Entry] = {
    Cut: Entry(CUT, WAS_CUT, values_of),
    Uncut: Entry(UNCUT, STANDS_TIED, values_of),
    Tie: Entry(TIE, STANDS_TIED, _were),
    # What stays tied does so on purpose; undone it is a Tie, which ties nothing that is tied.
    Loosen: Entry(LOOSEN, Guard.EVERYWHERE, _were),
}
