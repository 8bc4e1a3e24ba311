"""The operations of a plan in PostgreSQL: one statement each, for however many notebooks."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import fields
from datetime import datetime
from typing import Any

from sqlalchemy import TextClause, text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.outline.tree import Holder
from red_thread.core.push import (
    Cut,
    Fetch,
    MakeHolder,
    Operation,
    Place,
    PlaceLoose,
    PutAway,
    Refresh,
    Rename,
    Restore,
    RestoreAt,
    TakeFromDrawer,
    TakeHolder,
    TakeLoose,
    TakeOut,
    Tie,
    TieHolder,
    UntieHolder,
    Weave,
)
from red_thread.store.documents import id_array, key_array

# No join with the list of notebooks, which is planned for one row where a page was placed just now, and then takes
# the square of the time.
_IN_THESE = "notebook_id = ANY(CAST(:notebook_ids AS bigint[]))"
_OF_PAGE = f"WHERE {_IN_THESE} AND page_id = :page_id AND ordinal = :ordinal"
_NEW = "unnest(CAST(:notebook_ids AS bigint[]), CAST(:keys AS text[])) n(id, key)"
# Those that this push placed loose and that nobody has written on.
_LOOSE = f"{_IN_THESE} AND cut_page_id = :page_id AND cut_by_id = :push AND revision = 0 AND pulled_back_id IS NULL"
# What this push cut loose, where no copy stands in its stead.
_CUT_BY = f"""
    {_IN_THESE} AND cut_page_id = :page_id AND pulled_back_id IS NULL AND cut_by_id = :cut_by AND ordinal = :ordinal
    AND NOT EXISTS (SELECT FROM copy s WHERE s.notebook_id = c.notebook_id AND s.page_id = :page_id
                    AND s.ordinal = :ordinal AND s.pulled_back_id IS NULL)
"""
_CUT_LAST = f"""
    {_IN_THESE} AND cut_page_id = :page_id AND pulled_back_id IS NULL
    AND NOT EXISTS (SELECT FROM copy s WHERE s.notebook_id = c.notebook_id AND s.page_id = :page_id
                    AND s.pulled_back_id IS NULL)
    AND NOT EXISTS (SELECT FROM copy s WHERE s.notebook_id = c.notebook_id AND s.cut_page_id = :page_id
                    AND s.pulled_back_id IS NULL AND s.id > c.id)
"""
_MAKE_SECTION = f"""
    INSERT INTO notebook_section (notebook_id, section_id, name, order_key, notebook_divider_id)
    SELECT n.id, s.id, s.name, n.key, (
        SELECT d.id FROM notebook_divider d WHERE d.notebook_id = n.id AND d.divider_id = CAST(:inside AS bigint))
    FROM {_NEW}, section s WHERE s.id = :holder
    AND NOT EXISTS (SELECT FROM section_also a WHERE a.notebook_id = n.id AND a.section_id = :holder)
    ON CONFLICT DO NOTHING
"""
_MAKE_DIVIDER = f"""
    INSERT INTO notebook_divider (notebook_id, divider_id, name, order_key, parent_id)
    SELECT n.id, d.id, d.name, n.key, (
        SELECT a.id FROM notebook_divider a WHERE a.notebook_id = n.id AND a.divider_id = CAST(:inside AS bigint))
    FROM {_NEW}, divider d WHERE d.id = :holder ON CONFLICT DO NOTHING
"""
_TAKE_SECTION = f"""
    DELETE FROM notebook_section s WHERE {_IN_THESE} AND section_id = :holder
    AND NOT EXISTS (SELECT FROM copy c WHERE c.notebook_section_id = s.id)
    AND NOT EXISTS (SELECT FROM section_also a WHERE a.notebook_section_id = s.id)
"""
_TAKE_DIVIDER = f"""
    DELETE FROM notebook_divider d WHERE {_IN_THESE} AND divider_id = :holder
    AND NOT EXISTS (SELECT FROM notebook_section s
                    WHERE s.notebook_id = d.notebook_id AND s.notebook_divider_id = d.id)
    AND NOT EXISTS (SELECT FROM notebook_divider i WHERE i.notebook_id = d.notebook_id AND i.parent_id = d.id)
"""
_THEIR_OWN = f"{_IN_THESE} AND id = ANY(CAST(:own_ids AS bigint[]))"
_NOT_TIED = """
    NOT EXISTS (SELECT FROM section_tie t
                WHERE t.notebook_id = s.notebook_id AND t.section_id = CAST(:holder AS bigint))
"""
# What the student made follows this master from now on; what another master's push made stands for both.
_TIE_SECTION = f"""
    WITH own AS (
        UPDATE notebook_section s SET section_id = :holder, renamed = true
        WHERE {_THEIR_OWN} AND section_id IS NULL AND {_NOT_TIED} RETURNING 1
    ), also AS (
        INSERT INTO section_also (notebook_id, section_id, notebook_section_id, master_id)
        SELECT s.notebook_id, m.id, s.id, m.master_id
        FROM (SELECT * FROM notebook_section WHERE {_THEIR_OWN} AND section_id IS NOT NULL) s, section m
        WHERE m.id = :holder AND {_NOT_TIED}
        ON CONFLICT DO NOTHING RETURNING 1
    )
    SELECT 1 FROM own UNION ALL SELECT 1 FROM also
"""
_STILL_HOLDS = "c.page_id IS NOT NULL AND c.pulled_back_id IS NULL"
_UNTIE_SECTION = f"""
    WITH own AS (
        UPDATE notebook_section s SET section_id = NULL, renamed = false WHERE {_THEIR_OWN} AND section_id = :holder
        AND NOT EXISTS (SELECT FROM copy c WHERE c.notebook_section_id = s.id AND {_STILL_HOLDS})
        RETURNING 1
    ), also AS (
        DELETE FROM section_also a WHERE a.{_IN_THESE} AND a.section_id = :holder
        AND a.notebook_section_id = ANY(CAST(:own_ids AS bigint[]))
        AND NOT EXISTS (SELECT FROM copy c JOIN page p ON p.id = c.page_id JOIN section o ON o.id = p.section_id
                        WHERE c.notebook_section_id = a.notebook_section_id AND o.master_id = a.master_id
                        AND {_STILL_HOLDS})
        RETURNING 1
    )
    SELECT 1 FROM own UNION ALL SELECT 1 FROM also
"""
_RENAME = f"""
    UPDATE notebook_{{kind}} SET name = :after
    WHERE {_IN_THESE} AND {{kind}}_id = :holder AND name = :before AND NOT renamed
"""
_PLACE = f"""
    INSERT INTO copy (notebook_id, notebook_section_id, page_id, edition_id, order_key, ordinal)
    SELECT s.notebook_id, s.notebook_section_id, :page_id, :edition_id, n.key, :ordinal
    FROM {_NEW} JOIN section_tie s ON s.notebook_id = n.id AND s.section_id = :section_id
"""
_PLACE_UNDER = f"""
    INSERT INTO copy (notebook_id, notebook_section_id, page_id, edition_id, order_key, ordinal, parent_id)
    SELECT s.notebook_id, s.notebook_section_id, :page_id, :edition_id, n.key, :ordinal, (
        SELECT a.id FROM copy a WHERE a.notebook_id = n.id AND a.page_id = :under AND a.pulled_back_id IS NULL
        ORDER BY a.ordinal LIMIT 1)
    FROM {_NEW} JOIN section_tie s ON s.notebook_id = n.id AND s.section_id = :section_id
"""
# Many pages, each in many notebooks: a page under another comes after that.
_PLACE_MANY = text("""
    INSERT INTO copy (notebook_id, notebook_section_id, page_id, edition_id, order_key, ordinal, parent_id)
    SELECT s.notebook_id, s.notebook_section_id, n.page, n.edition, n.key, n.ordinal, CASE WHEN n.under > 0 THEN (
        SELECT a.id FROM copy a WHERE a.notebook_id = n.id AND a.page_id = n.under AND a.pulled_back_id IS NULL
        ORDER BY a.ordinal LIMIT 1) END
    FROM unnest(CAST(:notebooks AS bigint[]), CAST(:keys AS text[]), CAST(:pages AS bigint[]),
                CAST(:sections AS bigint[]), CAST(:editions AS bigint[]), CAST(:ordinals AS int[]),
                CAST(:unders AS bigint[])) n(id, key, page, section, edition, ordinal, under)
    JOIN section_tie s ON s.notebook_id = n.id AND s.section_id = n.section
""")
# Whether all of the pages stand in all of the notebooks as they were placed there.
_STAND_AS_PLACED = """
    SELECT count(*) FROM (
        SELECT FROM copy c WHERE notebook_id = ANY(CAST(:notebooks AS bigint[])) AND ordinal = :ordinal
        AND edition_id = ANY(CAST(:editions AS bigint[])) AND revision = 0 AND pulled_back_id IS NULL {lock}
    ) standing
"""
_STANDING_MANY = {lock: text(_STAND_AS_PLACED.format(lock="FOR UPDATE" if lock else "")) for lock in (True, False)}
_TAKE_OUT_MANY = text("""
    UPDATE copy SET pulled_back_id = :push WHERE notebook_id = ANY(CAST(:notebooks AS bigint[]))
    AND ordinal = :ordinal AND edition_id = ANY(CAST(:editions AS bigint[])) AND revision = 0
    AND pulled_back_id IS NULL
""")
_PLACE_LOOSE = f"""
    INSERT INTO copy (notebook_id, notebook_section_id, order_key, cut_page_id, cut_edition_id, cut_at, cut_by_id)
    SELECT s.notebook_id, s.notebook_section_id, n.key, :page_id, :edition_id, :now, :push
    FROM {_NEW} JOIN section_tie s ON s.notebook_id = n.id AND s.section_id = :section_id
"""
_TAKE_LOOSE = f"UPDATE copy SET pulled_back_id = :push WHERE {_LOOSE}"
_CUT = f"""
    UPDATE copy SET cut_at = :now, cut_page_id = page_id, cut_edition_id = edition_id, page_id = NULL,
        edition_id = NULL,
        cut_by_id = CASE WHEN CAST(:again AS boolean) THEN coalesce(cut_by_id, :push) ELSE :push END
    {_OF_PAGE} AND pulled_back_id IS NULL
"""
# Under its ordinal, or the next that no other copy has, not even one that was pulled back. Who cut it stays noted: if
# this is undone, that is whose cutting can still be undone.
_TIE = """
    UPDATE copy c SET page_id = cut_page_id, edition_id = cut_edition_id, cut_at = NULL, cut_page_id = NULL,
        cut_edition_id = NULL, ordinal = (
            SELECT CASE WHEN bool_or(s.ordinal = :ordinal) THEN max(s.ordinal) + 1 ELSE :ordinal END FROM copy s
            WHERE s.notebook_id = c.notebook_id AND s.page_id = :page_id)
    WHERE
"""
_RESTORE = f"""
    UPDATE copy SET pulled_back_id = NULL, seen_edition_id = CASE WHEN NOT :as_new THEN seen_edition_id END
    {_OF_PAGE} AND pulled_back_id = :by
"""
# Out from under what it was tucked under elsewhere.
_RESTORE_AT = f"""
    UPDATE copy c SET pulled_back_id = NULL, seen_edition_id = NULL, notebook_section_id = n.section,
        order_key = n.key, parent_id = (
            SELECT a.id FROM copy a WHERE a.id = c.parent_id AND a.notebook_section_id = n.section)
    FROM (SELECT n.id, n.key, s.notebook_section_id AS section FROM {_NEW}
          JOIN section_tie s ON s.notebook_id = n.id AND s.section_id = :section_id OFFSET 0) n
    WHERE c.notebook_id = n.id AND c.page_id = :page_id AND c.ordinal = :ordinal AND c.pulled_back_id = :by
"""
_FROM_DRAWER = f"""
    UPDATE copy SET put_away_at = NULL, put_away_by_id = NULL {_OF_PAGE}
    AND put_away_by_id = :by AND pulled_back_id IS NULL
"""
_FETCH = f"UPDATE copy SET put_away_at = NULL, put_away_by_id = NULL {_OF_PAGE} AND put_away_at IS NOT NULL"
_STATEMENTS = {
    (MakeHolder, "section"): text(_MAKE_SECTION),
    (MakeHolder, "divider"): text(_MAKE_DIVIDER),
    (TakeHolder, "section"): text(_TAKE_SECTION),
    (TakeHolder, "divider"): text(_TAKE_DIVIDER),
    TieHolder: text(_TIE_SECTION),
    UntieHolder: text(_UNTIE_SECTION),
    (Rename, "section"): text(_RENAME.format(kind="section")),
    (Rename, "divider"): text(_RENAME.format(kind="divider")),
    (Place, False): text(_PLACE),
    (Place, True): text(_PLACE_UNDER),
    PlaceLoose: text(_PLACE_LOOSE),
    TakeLoose: text(_TAKE_LOOSE),
    TakeOut: text(f"UPDATE copy SET pulled_back_id = :by {_OF_PAGE} AND pulled_back_id IS NULL"),
    Restore: text(_RESTORE),
    RestoreAt: text(_RESTORE_AT),
    PutAway: text(f"UPDATE copy SET put_away_at = :now, put_away_by_id = :by {_OF_PAGE} AND put_away_at IS NULL"),
    TakeFromDrawer: text(_FROM_DRAWER),
    Fetch: text(_FETCH),
    Cut: text(_CUT),
    (Tie, False): text(_TIE + _CUT_LAST),
    (Tie, True): text(_TIE + _CUT_BY),
    Refresh: text(f"UPDATE copy SET edition_id = :after {_OF_PAGE} AND revision = 0 AND edition_id = :before"),
}
_KNOW_SECTIONS = text("SELECT know_notebook_sections()")
MANY = 1000
# Where all is still as a push left it by an operation.
_STANDING = f"SELECT notebook_id FROM copy c {_OF_PAGE}"
_NAMED = f"SELECT notebook_id FROM notebook_{{kind}} WHERE {_IN_THESE} AND {{kind}}_id = :holder AND name = :after"
# Of a copy that came back nothing but the time tells whether its student has written on it since.
_NOT_WRITTEN_SINCE = """
    (c.revision = 0 OR c.written_at < (SELECT coalesce(p.begins_at, p.made_at) FROM push p WHERE p.id = :push))
"""
_BACK = text(f"{_STANDING} AND pulled_back_id IS NULL AND {_NOT_WRITTEN_SINCE}")
_AS_LEFT = {
    Restore: _BACK,
    RestoreAt: _BACK,
    TakeOut: text(f"{_STANDING} AND pulled_back_id = :by"),
    PutAway: text(f"{_STANDING} AND put_away_by_id = :by AND pulled_back_id IS NULL"),
    Fetch: text(f"{_STANDING} AND put_away_at IS NULL AND pulled_back_id IS NULL AND {_NOT_WRITTEN_SINCE}"),
    Cut: text(f"SELECT notebook_id FROM copy c WHERE {_CUT_BY}"),
    (Tie, False): text(f"{_STANDING} AND pulled_back_id IS NULL"),
    Refresh: text(f"{_STANDING} AND revision = 0 AND edition_id = :after AND pulled_back_id IS NULL"),
    Place: text(f"{_STANDING} AND revision = 0 AND edition_id = :edition_id AND pulled_back_id IS NULL"),
    PlaceLoose: text(f"SELECT notebook_id FROM copy c WHERE {_LOOSE}"),
    TieHolder: text(f"""
        SELECT notebook_id FROM notebook_section s WHERE {_THEIR_OWN} AND (section_id = :holder OR EXISTS (
            SELECT FROM section_also a WHERE a.notebook_section_id = s.id AND a.section_id = :holder))
    """),
    (Rename, "section"): text(_NAMED.format(kind="section")),
    (Rename, "divider"): text(_NAMED.format(kind="divider")),
}
_WOVEN_AS_LEFT = """
    SELECT notebook_id FROM copy
    WHERE (id, revision) IN (SELECT n.id, n.revision + 1
                             FROM unnest(CAST(:copies AS bigint[]), CAST(:revisions AS int[])) n(id, revision))
    AND pulled_back_id IS NULL ORDER BY id
"""
# The same, and nobody writes on them until what follows from it is done.
_AS_LEFT_AND_HELD = {kind: text(f"{statement.text} FOR UPDATE") for kind, statement in _AS_LEFT.items()}
_OF_HOLDERS = MakeHolder | TakeHolder | Rename


class OperationStore:
    """Does operations. What is written on goes by `NotebookStore.save`, copy by copy, and is none of these."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def run(self, operation: Operation, push_id: int) -> int:
        """Does one for the push; gives for how many notebooks it came about."""
        statement = _STATEMENTS[_kind(operation)]
        done = (await self.connection.execute(statement, self._values(operation, push_id))).rowcount
        if isinstance(operation, MakeHolder) and done > MANY:
            # What is placed next is joined with these; planned as if there were none, it compares all with all.
            await self.connection.execute(_KNOW_SECTIONS)
        return done

    async def place(self, places: Sequence[Place]) -> int:
        """Does them all; gives how many copies came of it."""
        done = 0
        for wave in _waves(places):
            done += (await self.connection.execute(_PLACE_MANY, _placed(wave))).rowcount
        return done

    async def stand_as_placed(self, places: Sequence[Place], lock: bool = True) -> bool:
        """Whether nothing has happened to what was placed, in the same notebooks, and under the same ordinal."""
        first = places[0]
        standing = await self.connection.scalar(_STANDING_MANY[lock], _alike(places))
        return standing == len(places) * len(first.notebook_ids)

    async def take_out_placed(self, places: Sequence[Place], push_id: int) -> int:
        """Takes out again what stands as it was placed, in the same notebooks; gives how many copies that are."""
        return (await self.connection.execute(_TAKE_OUT_MANY, {**_alike(places), "push": push_id})).rowcount

    async def as_left(self, operation: Operation, push_id: int, lock: bool = True) -> Sequence[int]:
        """Those of its notebooks in which all is still as the push left it by this operation."""
        statements: dict[Any, TextClause] = _AS_LEFT_AND_HELD if lock else _AS_LEFT
        kind = type(operation) if isinstance(operation, Place) else _kind(operation)
        if kind not in statements:
            return operation.notebook_ids
        return list((await self.connection.execute(statements[kind], self._values(operation, push_id))).scalars())

    async def woven_as_left(self, woven: Sequence[Weave], lock: bool = True) -> set[int]:
        """The notebooks among theirs in which nobody has written on the copy since it was woven in."""
        statement = text(f"{_WOVEN_AS_LEFT} FOR UPDATE" if lock else _WOVEN_AS_LEFT)
        values = {"copies": id_array([one.copy_id for one in woven]), "revisions": [one.revision for one in woven]}
        return set(await self.connection.scalars(statement, values))

    def _values(self, operation: Operation, push_id: int) -> dict[str, Any]:
        values = {field.name: getattr(operation, field.name) for field in fields(operation)}
        values["notebook_ids"] = id_array(operation.notebook_ids)
        if "own_ids" in values:
            values["own_ids"] = id_array(values["own_ids"])
        if "keys" in values:
            values["keys"] = key_array(values["keys"])
        if "by" in values:
            values["by"] = values["by"] or push_id
        for name in {"holder", "inside"} & values.keys():
            holder: Holder | None = values[name]
            values[name] = holder[1] if holder else None
        if isinstance(operation, Cut):
            values["cut_by"] = push_id  # whether all is as this push left it
        return {**values, "now": self.now, "push": push_id}


def _waves(places: Sequence[Place]) -> Iterator[list[Place]]:
    """What hangs under nothing of the rest, again and again: a page is placed after that under which it hangs."""
    left = list(places)
    while left:
        there = {place.page_id for place in left}
        now, later = [], []
        for place in left:
            (later if place.under in there else now).append(place)
        yield now or later
        left = later if now else []


def _placed(places: Sequence[Place]) -> dict[str, Any]:
    def each(value: Callable[[Place], int | None]) -> str:
        return id_array([value(place) or 0 for place in places for _ in place.notebook_ids])

    return {
        "notebooks": id_array([notebook for place in places for notebook in place.notebook_ids]),
        "keys": key_array([key for place in places for key in place.keys]),
        "pages": each(lambda place: place.page_id),
        "sections": each(lambda place: place.section_id),
        "editions": each(lambda place: place.edition_id),
        "ordinals": each(lambda place: place.ordinal),
        "unders": each(lambda place: place.under),
    }


def _alike(places: Sequence[Place]) -> dict[str, Any]:
    editions = id_array([place.edition_id for place in places])
    return {"notebooks": id_array(places[0].notebook_ids), "ordinal": places[0].ordinal, "editions": editions}


def _kind(operation: Operation) -> Any:
    """Which statement does it: for some it depends on more than what is to be done."""
    if isinstance(operation, _OF_HOLDERS):
        return type(operation), operation.holder[0]
    if isinstance(operation, Place):
        return Place, operation.under is not None
    if isinstance(operation, Tie):
        return Tie, operation.cut_by is not None
    return type(operation)
