"""A push may wait for its time; then its editions are made when that comes."""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("push", sa.Column("begins_at", sa.DateTime(timezone=True)))
    op.alter_column("push_page", "edition_id", nullable=True)


def downgrade() -> None:
    op.execute("DELETE FROM push_page WHERE edition_id IS NULL")
    op.alter_column("push_page", "edition_id", nullable=False)
    op.drop_column("push", "begins_at")
