"""Each step of a push is logged with its operations, from which it is undone; nothing is found by equal moments."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("copy", sa.Column("put_away_by_id", sa.BigInteger(), nullable=True))
    op.execute("""
        UPDATE copy c SET put_away_by_id = p.id
        FROM push p JOIN push_outcome o ON o.push_id = p.id AND o.outcome = 'in-drawer'
        WHERE p.kind = 'pull-back' AND p.undone_at IS NULL AND c.page_id = o.page_id
        AND c.notebook_id = ANY(o.notebook_ids) AND c.put_away_at = p.made_at
    """)
    op.add_column(
        "push_outcome",
        sa.Column("operations", postgresql.JSONB(), server_default=sa.text("'[]'"), nullable=False),
    )
    op.alter_column("push_outcome", "page_id", nullable=True)
    op.execute("""
        UPDATE push_outcome SET operations = CASE outcome
            WHEN 'in-drawer' THEN '[{"do": "put-away"}]'::jsonb ELSE '[{"do": "take-out"}]'::jsonb END
        WHERE outcome IN ('in-drawer', 'gone', 'kept')
    """)


def downgrade() -> None:
    op.execute("DELETE FROM push_outcome WHERE page_id IS NULL")
    op.alter_column("push_outcome", "page_id", nullable=False)
    op.drop_column("push_outcome", "operations")
    op.drop_column("copy", "put_away_by_id")
