"""Dividers and sections of notebooks: how each operation on them is done."""

from sqlalchemy import text

from red_thread.core.push import MakeHolder, Operation, Rename, TakeHolder, TieHolder, UntieHolder
from red_thread.store.push.operations.entry import Entry, Guard, by_holder, values_of

MAKE_SECTION = text("""
    INSERT INTO notebook_section (notebook_id, section_id, name, order_key, notebook_divider_id)
    SELECT n.id, s.id, s.name, n.key, (
        SELECT d.id FROM notebook_divider d WHERE d.notebook_id = n.id AND d.divider_id = CAST(:inside AS bigint))
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:keys AS text[])) n(id, key), section s WHERE s.id = :holder
    AND NOT EXISTS (SELECT FROM section_also a WHERE a.notebook_id = n.id AND a.section_id = :holder)
    ON CONFLICT DO NOTHING
""")
MAKE_DIVIDER = text("""
    INSERT INTO notebook_divider (notebook_id, divider_id, name, order_key, parent_id)
    SELECT n.id, d.id, d.name, n.key, (
        SELECT a.id FROM notebook_divider a WHERE a.notebook_id = n.id AND a.divider_id = CAST(:inside AS bigint))
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:keys AS text[])) n(id, key), divider d WHERE d.id = :holder
    ON CONFLICT DO NOTHING
""")
# One that holds something, or that its student has named, stays.
TAKE_SECTION = text("""
    DELETE FROM notebook_section s
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND section_id = :holder AND NOT renamed
    AND NOT EXISTS (SELECT FROM copy c WHERE c.notebook_section_id = s.id)
    AND NOT EXISTS (SELECT FROM section_also a WHERE a.notebook_section_id = s.id)
""")
TAKE_DIVIDER = text("""
    DELETE FROM notebook_divider d
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND divider_id = :holder AND NOT renamed
    AND NOT EXISTS (SELECT FROM notebook_section s
                    WHERE s.notebook_id = d.notebook_id AND s.notebook_divider_id = d.id)
    AND NOT EXISTS (SELECT FROM notebook_divider i WHERE i.notebook_id = d.notebook_id AND i.parent_id = d.id)
""")
RENAME_SECTION = text("""
    UPDATE notebook_section SET name = :after
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND section_id = :holder AND name = :before
    AND NOT renamed
""")
RENAME_DIVIDER = text("""
    UPDATE notebook_divider SET name = :after
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND divider_id = :holder AND name = :before
    AND NOT renamed
""")
SECTION_NAMED = text("""
    SELECT notebook_id FROM notebook_section
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND section_id = :holder AND name = :after
    AND NOT renamed
""")
DIVIDER_NAMED = text("""
    SELECT notebook_id FROM notebook_divider
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND divider_id = :holder AND name = :after
    AND NOT renamed
""")
# What the student made follows this master from now on; what another master's push made stands for both.
TIE_SECTION = text("""
    WITH own AS (
        UPDATE notebook_section s SET section_id = :holder, renamed = true
        WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND id = ANY(CAST(:own_ids AS bigint[]))
        AND section_id IS NULL AND NOT EXISTS (
            SELECT FROM section_tie t WHERE t.notebook_id = s.notebook_id AND t.section_id = CAST(:holder AS bigint))
        RETURNING 1
    ), also AS (
        INSERT INTO section_also (notebook_id, section_id, notebook_section_id, master_id)
        SELECT s.notebook_id, m.id, s.id, m.master_id FROM notebook_section s, section m
        WHERE s.notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND s.id = ANY(CAST(:own_ids AS bigint[]))
        AND s.section_id IS NOT NULL AND m.id = :holder AND NOT EXISTS (
            SELECT FROM section_tie t WHERE t.notebook_id = s.notebook_id AND t.section_id = CAST(:holder AS bigint))
        ON CONFLICT DO NOTHING RETURNING 1
    )
    SELECT 1 FROM own UNION ALL SELECT 1 FROM also
""")
SECTION_TIED = text("""
    SELECT notebook_id FROM notebook_section s
    WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND id = ANY(CAST(:own_ids AS bigint[]))
    AND (section_id = :holder OR EXISTS (
        SELECT FROM section_also a WHERE a.notebook_section_id = s.id AND a.section_id = :holder))
""")
# Not where a copy of that master's still stands in it.
UNTIE_SECTION = text("""
    WITH own AS (
        UPDATE notebook_section s SET section_id = NULL, renamed = false
        WHERE notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND id = ANY(CAST(:own_ids AS bigint[]))
        AND section_id = :holder AND NOT EXISTS (
            SELECT FROM standing_copy c WHERE c.notebook_section_id = s.id AND c.page_id IS NOT NULL)
        RETURNING 1
    ), also AS (
        DELETE FROM section_also a
        WHERE a.notebook_id = ANY(CAST(:notebook_ids AS bigint[])) AND a.section_id = :holder
        AND a.notebook_section_id = ANY(CAST(:own_ids AS bigint[])) AND NOT EXISTS (
            SELECT FROM standing_copy c JOIN page p ON p.id = c.page_id JOIN section o ON o.id = p.section_id
            WHERE c.notebook_section_id = a.notebook_section_id AND o.master_id = a.master_id)
        RETURNING 1
    )
    SELECT 1 FROM own UNION ALL SELECT 1 FROM also
""")

ENTRIES: dict[type[Operation], Entry] = {
    # A section that holds something by now, or has the student's name, is left by TakeHolder itself.
    MakeHolder: Entry(by_holder(MAKE_SECTION, MAKE_DIVIDER), Guard.EVERYWHERE, values_of),
    TakeHolder: Entry(by_holder(TAKE_SECTION, TAKE_DIVIDER), Guard.EVERYWHERE, values_of),
    Rename: Entry(by_holder(RENAME_SECTION, RENAME_DIVIDER), by_holder(SECTION_NAMED, DIVIDER_NAMED), values_of),
    TieHolder: Entry(TIE_SECTION, SECTION_TIED, values_of),
    # Undone it is a TieHolder, which ties nothing that is tied.
    UntieHolder: Entry(UNTIE_SECTION, Guard.EVERYWHERE, values_of),
}
