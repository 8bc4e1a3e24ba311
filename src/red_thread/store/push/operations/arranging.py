"""How a student's own notebook is arranged."""

from collections.abc import Sequence

from sqlalchemy import text

from red_thread.core.push import Arrange, Operation
from red_thread.store.documents import array
from red_thread.store.push.operations.entry import Entry, Values

# Into a section of the same notebook alone. A place that is taken is left to who has it. Out from under what it was
# tucked under, where that stands in another section.
ARRANGE = text("""
    UPDATE copy c SET notebook_section_id = m.section, order_key = m.key, home_section_id = m.home, parent_id = (
        SELECT a.id FROM copy a WHERE a.id = m.parent AND a.notebook_section_id = m.section)
    FROM unnest(CAST(:notebook_ids AS bigint[]), CAST(:copy_ids AS bigint[]), CAST(:sections_before AS bigint[]),
                CAST(:keys_before AS text[]), CAST(:sections AS bigint[]), CAST(:keys AS text[]),
                CAST(:parents AS bigint[]), CAST(:homes AS bigint[]))
         m(notebook, copy, section_before, key_before, section, key, parent, home)
    WHERE c.id = m.copy AND c.notebook_id = m.notebook
    AND c.notebook_section_id = m.section_before AND c.order_key = m.key_before
    AND EXISTS (SELECT FROM notebook_section s WHERE s.id = m.section AND s.notebook_id = m.notebook)
    AND NOT EXISTS (SELECT FROM copy taken WHERE taken.notebook_section_id = m.section AND taken.order_key = m.key)
""")
ARRANGED = text("""
    SELECT c.notebook_id
    FROM unnest(CAST(:copy_ids AS bigint[]), CAST(:sections AS bigint[]), CAST(:keys AS text[]))
         m(copy, section, key)
    JOIN copy c ON c.id = m.copy AND c.notebook_section_id = m.section AND c.order_key = m.key
""")


def _arranged(operations: Sequence[Arrange]) -> Values:
    (operation,) = operations
    before, after = operation.before, operation.after
    return {
        "notebook_ids": array(operation.notebook_ids),
        "copy_ids": array(operation.copy_ids),
        "sections_before": array([spot.notebook_section_id for spot in before]),
        "keys_before": array([spot.key for spot in before]),
        "sections": array([spot.notebook_section_id for spot in after]),
        "keys": array([spot.key for spot in after]),
        "parents": array([spot.parent_id for spot in after]),
        "homes": array([spot.home_section_id for spot in after]),
    }


ENTRIES: dict[type[Operation], Entry] = {
    Arrange: Entry(ARRANGE, ARRANGED, _arranged),
}
