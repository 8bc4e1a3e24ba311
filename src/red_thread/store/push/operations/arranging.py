"""How students' own notebooks are arranged. Each says what it changes from and to: what is otherwise by now stays."""

from collections.abc import Hashable, Sequence

from sqlalchemy import text

from red_thread.core.push import Arrange, ArrangeSection, LayAside, LaySectionAside, NameSection, Operation
from red_thread.store.documents import array
from red_thread.store.push.operations.entry import Entry, Values, values_of

# Into a section of the same notebook alone. A place that is taken is left to who has it. Out from under what it was
# tucked under, where that stands in another section.
ARRANGE = text("""
    UPDATE copy c SET notebook_section_id = m.section, order_key = m.key, home_section_id = m.home, parent_id = (
        SELECT a.id FROM copy a WHERE a.id = m.parent AND a.notebook_section_id = m.section)
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:copy_ids AS bigint[]), CAST(:sections_before AS bigint[]),
                CAST(:keys_before AS text[]), CAST(:sections AS bigint[]), CAST(:keys AS text[]),
                CAST(:parents AS bigint[]), CAST(:homes AS bigint[]))
         m(notebook, page, section_before, key_before, section, key, parent, home)
    WHERE c.id = m.page AND c.notebook_id = m.notebook
    AND c.notebook_section_id = m.section_before AND c.order_key = m.key_before
    AND EXISTS (SELECT FROM notebook_section s WHERE s.id = m.section AND s.notebook_id = m.notebook)
    AND NOT EXISTS (SELECT FROM copy taken WHERE taken.notebook_section_id = m.section AND taken.order_key = m.key)
""")
ARRANGED = text("""
    SELECT c.notebook_id
    FROM unnest(CAST(:copy_ids AS bigint[]), CAST(:sections AS bigint[]), CAST(:keys AS text[]))
         m(page, section, key)
    JOIN copy c ON c.id = m.page AND c.notebook_section_id = m.section AND c.order_key = m.key
""")
LAY_ASIDE = text("""
    UPDATE copy c SET put_away_at = m.since, put_away_by_id = m.by, going_at = m.going
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:copy_ids AS bigint[]), CAST(:since_before AS timestamptz[]),
                CAST(:by_before AS bigint[]), CAST(:going_before AS timestamptz[]), CAST(:since AS timestamptz[]),
                CAST(:by_ids AS bigint[]), CAST(:going AS timestamptz[]))
         m(notebook, copy, since_before, by_before, going_before, since, by, going)
    WHERE c.id = m.copy AND c.notebook_id = m.notebook AND c.put_away_at IS NOT DISTINCT FROM m.since_before
    AND c.put_away_by_id IS NOT DISTINCT FROM m.by_before AND c.going_at IS NOT DISTINCT FROM m.going_before
""")
LAID_ASIDE = text("""
    SELECT c.notebook_id
    FROM unnest(CAST(:copy_ids AS bigint[]), CAST(:since AS timestamptz[]), CAST(:by_ids AS bigint[]),
                CAST(:going AS timestamptz[])) m(copy, since, by, going)
    JOIN copy c ON c.id = m.copy AND c.put_away_at IS NOT DISTINCT FROM m.since
    AND c.put_away_by_id IS NOT DISTINCT FROM m.by AND c.going_at IS NOT DISTINCT FROM m.going
""")
# Into a divider of the same notebook alone, or into none.
ARRANGE_SECTION = text("""
    UPDATE notebook_section s SET notebook_divider_id = m.divider, order_key = m.key
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:section_ids AS bigint[]), CAST(:dividers_before AS bigint[]),
                CAST(:keys_before AS text[]), CAST(:dividers AS bigint[]), CAST(:keys AS text[]))
         m(notebook, section, divider_before, key_before, divider, key)
    WHERE s.id = m.section AND s.notebook_id = m.notebook
    AND s.notebook_divider_id IS NOT DISTINCT FROM m.divider_before AND s.order_key = m.key_before
    AND (m.divider IS NULL OR EXISTS (
        SELECT FROM notebook_divider d WHERE d.id = m.divider AND d.notebook_id = m.notebook))
""")
SECTION_ARRANGED = text("""
    SELECT s.notebook_id
    FROM unnest(CAST(:section_ids AS bigint[]), CAST(:dividers AS bigint[]), CAST(:keys AS text[]))
         m(section, divider, key)
    JOIN notebook_section s ON s.id = m.section AND s.order_key = m.key
    AND s.notebook_divider_id IS NOT DISTINCT FROM m.divider
""")
NAME_SECTION = text("""
    UPDATE notebook_section s SET name = m.name, renamed = m.by_student
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:section_ids AS bigint[]), CAST(:names_before AS text[]),
                CAST(:by_before AS boolean[]), CAST(:names AS text[]), CAST(:by_students AS boolean[]))
         m(notebook, section, name_before, by_before, name, by_student)
    WHERE s.id = m.section AND s.notebook_id = m.notebook AND s.name = m.name_before AND s.renamed = m.by_before
""")
SECTION_NAMED = text("""
    SELECT s.notebook_id
    FROM unnest(CAST(:section_ids AS bigint[]), CAST(:names AS text[]), CAST(:by_students AS boolean[]))
         m(section, name, by_student)
    JOIN notebook_section s ON s.id = m.section AND s.name = m.name AND s.renamed = m.by_student
""")
LAY_SECTION_ASIDE = text("""
    UPDATE notebook_section s SET put_away_at = m.after
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:section_ids AS bigint[]), CAST(:before AS timestamptz[]),
                CAST(:after AS timestamptz[])) m(notebook, section, before, after)
    WHERE s.id = m.section AND s.notebook_id = m.notebook AND s.section_id IS NULL
    AND s.put_away_at IS NOT DISTINCT FROM m.before
""")
SECTION_LAID_ASIDE = text("""
    SELECT s.notebook_id
    FROM unnest(CAST(:section_ids AS bigint[]), CAST(:after AS timestamptz[])) m(section, after)
    JOIN notebook_section s ON s.id = m.section AND s.put_away_at IS NOT DISTINCT FROM m.after
""")


def _arranged(operations: Sequence[Arrange]) -> Values:
    before = [spot for operation in operations for spot in operation.before]
    after = [spot for operation in operations for spot in operation.after]
    return {
        "notebook_ids": array([notebook for operation in operations for notebook in operation.notebook_ids]),
        "copy_ids": array([copy for operation in operations for copy in operation.copy_ids]),
        "sections_before": array([spot.notebook_section_id for spot in before]),
        "keys_before": array([spot.key for spot in before]),
        "sections": array([spot.notebook_section_id for spot in after]),
        "keys": array([spot.key for spot in after]),
        "parents": array([spot.parent_id for spot in after]),
        "homes": array([spot.home_section_id for spot in after]),
    }


def _tucked(operation: Arrange) -> Hashable:
    """By statements of their own: a page is tucked under another once that stands there."""
    return any(spot.parent_id is not None for spot in operation.after)


def _laid_aside(operations: Sequence[LayAside]) -> Values:
    before = [rest for operation in operations for rest in operation.before]
    after = [rest for operation in operations for rest in operation.after]
    return {
        "notebook_ids": array([notebook for operation in operations for notebook in operation.notebook_ids]),
        "copy_ids": array([copy for operation in operations for copy in operation.copy_ids]),
        "since_before": array([rest.since for rest in before]),
        "by_before": array([rest.by for rest in before]),
        "going_before": array([rest.going_at for rest in before]),
        "since": array([rest.since for rest in after]),
        "by_ids": array([rest.by for rest in after]),
        "going": array([rest.going_at for rest in after]),
    }


def _all(_: LayAside) -> Hashable:
    return True


def _section_arranged(operations: Sequence[ArrangeSection]) -> Values:
    (operation,) = operations
    return {
        "notebook_ids": array(operation.notebook_ids),
        "section_ids": array(operation.section_ids),
        "dividers_before": array([spot.divider_id for spot in operation.before]),
        "keys_before": array([spot.key for spot in operation.before]),
        "dividers": array([spot.divider_id for spot in operation.after]),
        "keys": array([spot.key for spot in operation.after]),
    }


def _section_named(operations: Sequence[NameSection]) -> Values:
    (operation,) = operations
    return {
        "notebook_ids": array(operation.notebook_ids),
        "section_ids": array(operation.section_ids),
        "names_before": array([before.name for before in operation.before]),
        "by_before": array([before.by_student for before in operation.before]),
        "names": array([after.name for after in operation.after]),
        "by_students": array([after.by_student for after in operation.after]),
    }


ENTRIES: dict[type[Operation], Entry] = {
    Arrange: Entry(ARRANGE, ARRANGED, _arranged, _tucked),
    LayAside: Entry(LAY_ASIDE, LAID_ASIDE, _laid_aside, _all),
    ArrangeSection: Entry(ARRANGE_SECTION, SECTION_ARRANGED, _section_arranged),
    NameSection: Entry(NAME_SECTION, SECTION_NAMED, _section_named),
    LaySectionAside: Entry(LAY_SECTION_ASIDE, SECTION_LAID_ASIDE, values_of),
}
