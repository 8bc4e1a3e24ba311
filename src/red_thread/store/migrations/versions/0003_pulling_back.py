"""Pages that are taken out of notebooks again."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("copy", sa.Column("pulled_back_id", sa.BigInteger(), nullable=True))
    op.add_column("push", sa.Column("kind", sa.Text(), server_default="push", nullable=False))
    op.add_column("push", sa.Column("undone_at", sa.DateTime(timezone=True), nullable=True))


def downgrade() -> None:
    op.execute("DELETE FROM copy WHERE pulled_back_id IS NOT NULL AND revision = 0")
    op.drop_column("push", "undone_at")
    op.drop_column("push", "kind")
    op.drop_column("copy", "pulled_back_id")
