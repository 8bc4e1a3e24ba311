"""How copies go into the drawer and come out of it."""

from collections.abc import Sequence

from sqlalchemy import text

from red_thread.core.push import Fetch, Operation, PutAway, ReturnToDrawer, TakeFromDrawer
from red_thread.store.documents import array
from red_thread.store.push.operations.entry import Entry, Guard, Values, values_of

# What a pull-back had put away is not put away again once that pull-back is undone.
PUT_AWAY = text("""
    UPDATE copy SET put_away_at = :now, put_away_by_id = CAST(:by AS bigint)
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = :page_id AND ordinal = :ordinal
    AND put_away_at IS NULL AND (CAST(:by AS bigint) = :push OR NOT EXISTS (
        SELECT FROM push WHERE id = CAST(:by AS bigint) AND kind IN ('pull-back', 'cut') AND undone_at IS NOT NULL))
""")
# Also one that was cut loose since: it is in the drawer by the same hand.
WAS_PUT_AWAY = text("""
    SELECT notebook_id FROM copy
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND ordinal = :ordinal
    AND (page_id = :page_id OR cut_page_id = :page_id)
    AND (put_away_by_id = CAST(:by AS bigint) OR CAST(:by AS bigint) <> :push AND EXISTS (
        SELECT FROM push WHERE id = CAST(:by AS bigint) AND kind IN ('pull-back', 'cut') AND undone_at IS NOT NULL))
""")
TAKE_FROM_DRAWER = text("""
    UPDATE copy SET put_away_at = NULL, put_away_by_id = NULL
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND ordinal = :ordinal
    AND (page_id = :page_id OR cut_page_id = :page_id)
    AND put_away_by_id = CAST(:by AS bigint)
""")
OUT_OF_DRAWER = text("""
    SELECT notebook_id FROM copy
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = :page_id AND ordinal = :ordinal
    AND put_away_at IS NULL
""")
FETCH = text("""
    UPDATE copy SET put_away_at = NULL, put_away_by_id = NULL
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = :page_id AND ordinal = :ordinal
    AND put_away_at IS NOT NULL
""")
# Nothing but the time tells whether its student has written on it since it came back.
FETCHED = text("""
    SELECT notebook_id FROM copy
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = :page_id AND ordinal = :ordinal
    AND put_away_at IS NULL AND (revision = 0 OR written_at < (
        SELECT coalesce(p.begins_at, p.made_at) FROM push p WHERE p.id = :push))
""")
# Logs of before tell nothing of how a copy was in the drawer: then this push has put it there, now.
RETURN_TO_DRAWER = text("""
    UPDATE copy c SET put_away_at = coalesce(n.since, :now),
        put_away_by_id = CASE WHEN n.since IS NULL THEN :push ELSE n.by END
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:since AS timestamptz[]), CAST(:were_by AS bigint[]))
         n(id, since, by)
    WHERE c.notebook_id = n.id AND c.page_id = :page_id AND c.ordinal = :ordinal AND c.put_away_at IS NULL
    AND NOT EXISTS (SELECT FROM push WHERE id = n.by AND kind IN ('pull-back', 'cut') AND undone_at IS NOT NULL)
""")


def _were(operations: Sequence[Fetch | ReturnToDrawer]) -> Values:
    (operation,) = operations
    return {
        "notebook_ids": array(operation.notebook_ids),
        "page_id": operation.page_id,
        "ordinal": operation.ordinal,
        "since": array([copy.since for copy in operation.were]),
        "were_by": array([copy.by for copy in operation.were]),
    }


ENTRIES: dict[type[Operation], Entry] = {
    PutAway: Entry(PUT_AWAY, WAS_PUT_AWAY, values_of),
    TakeFromDrawer: Entry(TAKE_FROM_DRAWER, OUT_OF_DRAWER, values_of),
    Fetch: Entry(FETCH, FETCHED, _were),
    # What is not in the drawer by now is out of it on purpose; undone it is a Fetch, which asks nothing else.
    ReturnToDrawer: Entry(RETURN_TO_DRAWER, Guard.EVERYWHERE, _were),
}
