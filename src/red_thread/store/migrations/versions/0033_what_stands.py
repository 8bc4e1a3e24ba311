"""The copies that stand in notebooks, as a view; operations that the log kept as one, as those that they were."""

from alembic import op

revision = "0033"
down_revision = "0032"
branch_labels = None
depends_on = None

# To restore copies and to show them as new are two operations, and so is moving them.
_PARTED = """
    UPDATE push_outcome SET operations = (
        SELECT jsonb_agg(CASE
            WHEN o.value ->> 'do' = 'restore-at' THEN (o.value - 'section_id') || '{"do": "restore"}'
            ELSE o.value - 'as_new' END ORDER BY o.ordinality)
        FROM jsonb_array_elements(operations) WITH ORDINALITY o)
    WHERE operations @> '[{"do": "restore-at"}]' OR operations @> '[{"as_new": true}]'
"""


def upgrade() -> None:
    op.execute(
        "CREATE VIEW standing_copy WITH (security_invoker = true) AS SELECT * FROM copy WHERE pulled_back_id IS NULL"
    )
    op.execute("GRANT SELECT, UPDATE ON standing_copy TO red_thread_school")
    op.execute(_PARTED)


def downgrade() -> None:
    op.execute("DROP VIEW standing_copy")
