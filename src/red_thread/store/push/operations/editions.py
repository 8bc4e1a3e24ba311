"""How copies come to stand on another edition, and what their students have seen of them."""

from collections.abc import Hashable, Sequence

from sqlalchemy import text

from red_thread.core.push import Operation, Refresh, See, Weave
from red_thread.store.documents import array
from red_thread.store.push.operations.entry import Entry, Guard, Saved, Values, values_of

REFRESH = text("""
    UPDATE copy SET edition_id = :after
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = :page_id AND ordinal = :ordinal
    AND revision = 0 AND edition_id = :before
""")
REFRESHED = text("""
    SELECT notebook_id FROM copy
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = :page_id AND ordinal = :ordinal
    AND revision = 0 AND edition_id = :after
""")
SEE = text("""
    UPDATE copy c SET seen_edition_id = n.after
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:before AS bigint[]), CAST(:after AS bigint[]))
         n(id, before, after)
    WHERE c.notebook_id = n.id AND c.page_id = :page_id AND c.ordinal = :ordinal
    AND c.seen_edition_id IS NOT DISTINCT FROM n.before
""")
# Nobody has written on them since.
WOVEN = text("""
    SELECT notebook_id FROM standing_copy
    WHERE (id, revision) IN (SELECT n.id, n.revision + 1
                             FROM unnest(CAST(:copy_ids AS bigint[]), CAST(:revisions AS int[])) n(id, revision))
    ORDER BY id
""")


def _woven(weaves: Sequence[Weave]) -> Values:
    return {
        "copy_ids": array([weave.copy_id for weave in weaves]),
        "revisions": array([weave.revision for weave in weaves]),
    }


def _together(_: Weave) -> Hashable:
    return True


ENTRIES: dict[type[Operation], Entry] = {
    Refresh: Entry(REFRESH, REFRESHED, values_of),
    # A student who has looked since has seen it: See leaves that as it is.
    See: Entry(SEE, Guard.EVERYWHERE, values_of),
    Weave: Entry(Saved.AS_STATES, WOVEN, _woven, _together),
}
