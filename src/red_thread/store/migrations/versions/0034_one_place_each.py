"""No two copies of a section share a place: a unique index instead of a plain one, after those that did are parted."""

from itertools import groupby

import sqlalchemy as sa
from alembic import op

from red_thread.core.outline.order_keys import keys_between

revision = "0034"
down_revision = "0033"
branch_labels = None
depends_on = None

_SHARED = sa.text("""
    SELECT id, notebook_section_id, order_key FROM copy WHERE notebook_section_id IN (
        SELECT notebook_section_id FROM copy GROUP BY notebook_section_id, order_key HAVING count(*) > 1)
    ORDER BY notebook_section_id, order_key, id
""")
_PLACE = sa.text("UPDATE copy SET order_key = :key WHERE id = :id")


def upgrade() -> None:
    connection = op.get_bind()
    for _, section in groupby(connection.execute(_SHARED).all(), lambda row: row.notebook_section_id):
        _part(connection, [list(rows) for _, rows in groupby(section, lambda row: row.order_key)])
    op.drop_index("ix_copy_notebook_section_id", "copy")
    # The school first, as in all keys: a transaction asks for its own, and an index without it is passed over for one
    # with nothing else in it while a table that grew just now has no statistics.
    op.create_index(
        "one_place_each",
        "copy",
        ["school_id", "notebook_section_id", "order_key"],
        unique=True,
        postgresql_include=["page_id"],
    )
    _index_of_cut(["school_id", "cut_page_id", "notebook_id"])


def _part(connection: sa.Connection, places: list[list[sa.Row]]) -> None:
    """Who shares a place with an earlier one comes right behind it, before the next place."""
    for at, shared in enumerate(places):
        behind = places[at + 1][0].order_key if at + 1 < len(places) else None
        keys = keys_between(shared[0].order_key, behind, len(shared) - 1)
        for row, key in zip(shared[1:], keys, strict=True):
            connection.execute(_PLACE, {"id": row.id, "key": key})


def _index_of_cut(columns: list[str]) -> None:
    op.drop_index("ix_copy_cut_page_id", "copy")
    op.create_index("ix_copy_cut_page_id", "copy", columns, postgresql_where=sa.text("cut_page_id IS NOT NULL"))


def downgrade() -> None:
    _index_of_cut(["cut_page_id", "notebook_id"])
    op.drop_index("one_place_each", "copy")
    op.create_index(
        "ix_copy_notebook_section_id", "copy", ["notebook_section_id"], postgresql_include=["page_id", "order_key"]
    )
