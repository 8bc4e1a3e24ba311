"""Whose batches may run in a master now, so that several workers can share one push and no two pushes mix."""

import sqlalchemy as sa
from alembic import op

revision = "0021"
down_revision = "0020"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("master", sa.Column("pushing_id", sa.BigInteger, nullable=True))


def downgrade() -> None:
    op.drop_column("master", "pushing_id")
