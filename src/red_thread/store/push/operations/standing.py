"""How copies come into notebooks, go out of them, and change their place there."""

from collections.abc import Callable, Hashable, Sequence
from typing import Any

from sqlalchemy import text

from red_thread.core.push import Move, Operation, Place, PlaceLoose, Restore, TakeLoose, TakeOut
from red_thread.store.documents import array
from red_thread.store.push.operations.entry import Entry, Guard, Values, values_of

# Many pages, each in many notebooks; none where somebody else has taken the place meanwhile. No join with the list of
# notebooks where copies are looked up: that is planned for one row where a page was placed just now, and then takes
# the square of the time. Sections by their two tables and not by the view of both, of which all rows would be read.
PLACE = text("""
    INSERT INTO copy (notebook_id, notebook_section_id, page_id, edition_id, order_key, ordinal, parent_id)
    SELECT n.id, coalesce(s.id, a.notebook_section_id), n.page, n.edition, n.key, n.ordinal, CASE WHEN n.under > 0
        THEN (SELECT c.id FROM standing_copy c WHERE c.notebook_id = n.id AND c.page_id = n.under
              ORDER BY c.ordinal LIMIT 1) END
    FROM unnest(CAST(:notebooks AS bigint[]), CAST(:keys AS text[]), CAST(:pages AS bigint[]),
                CAST(:sections AS bigint[]), CAST(:editions AS bigint[]), CAST(:ordinals AS int[]),
                CAST(:unders AS bigint[])) n(id, key, page, section, edition, ordinal, under)
    LEFT JOIN notebook_section s ON s.notebook_id = n.id AND s.section_id = n.section
    LEFT JOIN section_also a ON a.notebook_id = n.id AND a.section_id = n.section
    WHERE coalesce(s.id, a.notebook_section_id) IS NOT NULL
    ON CONFLICT DO NOTHING
""")
# Nobody has written on it. One that was pulled back since counts, too: it is taken over from that pull-back.
PLACED = text("""
    SELECT notebook_id FROM copy
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = :page_id AND ordinal = :ordinal
    AND revision = 0 AND edition_id = :edition_id
""")
ALL_PLACED = text("""
    SELECT FROM standing_copy WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND ordinal = :ordinal
    AND edition_id = ANY(CAST(:edition_ids AS bigint[])) AND revision = 0
""")
# What a pull-back had taken is not taken again once that pull-back is undone.
TAKE_OUT = text("""
    UPDATE copy SET pulled_back_id = CAST(:by AS bigint)
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = ANY(CAST(:page_ids AS bigint[]))
    AND ordinal = :ordinal
    AND (pulled_back_id IS NULL OR CAST(:whoever AS boolean) AND pulled_back_id <> CAST(:by AS bigint))
    AND (CAST(:by AS bigint) = :push OR NOT EXISTS (
        SELECT FROM push WHERE id = CAST(:by AS bigint) AND kind IN ('pull-back', 'cut') AND undone_at IS NOT NULL))
""")
TAKEN_OUT = text("""
    SELECT notebook_id FROM copy
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = ANY(CAST(:page_ids AS bigint[]))
    AND ordinal = :ordinal AND (pulled_back_id = CAST(:by AS bigint) OR CAST(:by AS bigint) <> :push AND EXISTS (
        SELECT FROM push WHERE id = CAST(:by AS bigint) AND kind IN ('pull-back', 'cut') AND undone_at IS NOT NULL))
""")
RESTORE = text("""
    UPDATE copy SET pulled_back_id = NULL
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = :page_id AND ordinal = :ordinal
    AND pulled_back_id = CAST(:by AS bigint)
""")
# Nothing but the time tells whether its student has written on it since it came back.
RESTORED = text("""
    SELECT notebook_id FROM copy
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND page_id = :page_id AND ordinal = :ordinal
    AND pulled_back_id IS DISTINCT FROM CAST(:by AS bigint) AND (revision = 0 OR written_at < (
        SELECT coalesce(p.begins_at, p.made_at) FROM push p WHERE p.id = :push))
""")
# Out from under what it was tucked under, where that stands in another section. A place that is taken is left to who
# has it.
MOVE = text("""
    WITH moves AS MATERIALIZED (
        SELECT n.copy, n.was, n.key, n.parent, coalesce(n.section, s.id, a.notebook_section_id) AS section
        FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:copy_ids AS bigint[]), CAST(:before_keys AS text[]),
                    CAST(:sections AS bigint[]), CAST(:keys AS text[]), CAST(:parents AS bigint[]))
             n(id, copy, was, section, key, parent)
        LEFT JOIN notebook_section s ON s.notebook_id = n.id AND s.section_id = CAST(:section_id AS bigint)
        LEFT JOIN section_also a ON a.notebook_id = n.id AND a.section_id = CAST(:section_id AS bigint)
    )
    UPDATE copy c SET notebook_section_id = m.section, order_key = m.key, parent_id = (
        SELECT a.id FROM copy a WHERE a.id = m.parent AND a.notebook_section_id = m.section)
    FROM moves m WHERE c.id = m.copy AND c.order_key = m.was AND m.section IS NOT NULL AND NOT EXISTS (
        SELECT FROM copy taken WHERE taken.notebook_section_id = m.section AND taken.order_key = m.key)
""")
MOVED = text("""
    SELECT c.notebook_id FROM unnest(CAST(:copy_ids AS bigint[]), CAST(:keys AS text[])) n(copy, key)
    JOIN copy c ON c.id = n.copy AND c.order_key = n.key
""")
# Where TakeLoose took it out, the same page stands there again.
PLACE_LOOSE = text("""
    INSERT INTO copy (notebook_id, notebook_section_id, order_key, cut_page_id, cut_edition_id, cut_at, cut_by_id)
    SELECT n.id, coalesce(s.id, a.notebook_section_id), n.key, :page_id, :edition_id, :now, :push
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:keys AS text[])) n(id, key)
    LEFT JOIN notebook_section s ON s.notebook_id = n.id AND s.section_id = :section_id
    LEFT JOIN section_also a ON a.notebook_id = n.id AND a.section_id = :section_id
    WHERE coalesce(s.id, a.notebook_section_id) IS NOT NULL AND NOT EXISTS (
        SELECT FROM standing_copy c
        WHERE c.notebook_id = n.id AND c.cut_page_id = :page_id AND c.cut_by_id = :push)
    ON CONFLICT (school_id, notebook_section_id, order_key) DO UPDATE SET pulled_back_id = NULL
    WHERE copy.cut_page_id = :page_id AND copy.cut_by_id = :push AND copy.pulled_back_id = :push
""")
PLACED_LOOSE = text("""
    SELECT notebook_id FROM standing_copy
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND cut_page_id = :page_id AND cut_by_id = :push
    AND revision = 0
""")
TAKE_LOOSE = text("""
    UPDATE standing_copy SET pulled_back_id = :push
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND cut_page_id = :page_id AND cut_by_id = :push
    AND revision = 0
""")


def _together(_: Place) -> Hashable:
    return True


def _placed(places: Sequence[Place]) -> Values:
    def each(value: Callable[[Place], int | None]) -> str:
        return array([value(place) or 0 for place in places for _ in place.notebook_ids])

    return {
        "notebooks": array([notebook for place in places for notebook in place.notebook_ids]),
        "keys": array([key for place in places for key in place.keys]),
        "pages": each(lambda place: place.page_id),
        "sections": each(lambda place: place.section_id),
        "editions": each(lambda place: place.edition_id),
        "ordinals": each(lambda place: place.ordinal),
        "unders": each(lambda place: place.under),
        # for the guards, which ask for one page, or for several in the same notebooks
        "notebook_ids": array(places[0].notebook_ids),
        "page_id": places[0].page_id,
        "edition_id": places[0].edition_id,
        "edition_ids": array([place.edition_id for place in places]),
        "ordinal": places[0].ordinal,
    }


def _same_notebooks(out: TakeOut) -> Hashable:
    return out.notebook_ids, out.by, out.ordinal, out.whoever


def _taken_out(outs: Sequence[TakeOut]) -> Values:
    first = outs[0]
    return {
        "notebook_ids": array(first.notebook_ids),
        "page_ids": array([out.page_id for out in outs]),
        "by": first.by,
        "ordinal": first.ordinal,
        "whoever": first.whoever,
    }


def _moved(moves: Sequence[Move]) -> Values:
    (move,) = moves
    return {
        "notebook_ids": array(move.notebook_ids),
        "copy_ids": array(move.copy_ids),
        "before_keys": array([spot.key for spot in move.before]),
        "sections": array([spot.notebook_section_id for spot in move.after]),
        "keys": array([spot.key for spot in move.after]),
        "parents": array([spot.parent_id for spot in move.after]),
        "section_id": move.section_id,
    }


ENTRIES: dict[type[Operation], Entry] = {
    Place: Entry(PLACE, PLACED, _placed, _together, ALL_PLACED),
    TakeOut: Entry(TAKE_OUT, TAKEN_OUT, _taken_out, _same_notebooks),
    Restore: Entry(RESTORE, RESTORED, values_of),
    Move: Entry(MOVE, MOVED, _moved),
    PlaceLoose: Entry(PLACE_LOOSE, PLACED_LOOSE, values_of),
    # Whatever was written on is left by TakeLoose itself, and by PlaceLoose nothing is changed that is there.
    TakeLoose: Entry(TAKE_LOOSE, Guard.EVERYWHERE, values_of),
}


def in_waves(places: Sequence[Any]) -> list[list[Any]]:
    """Places so that each page comes after the one under which it is tucked: those of one list are done at once."""
    waves: list[list[Any]] = []
    waiting = list(places)
    while waiting:
        pages = {place.page_id for place in waiting}
        wave = [place for place in waiting if place.under not in pages] or waiting
        waves.append(wave)
        waiting = [place for place in waiting if place not in wave]
    return waves
