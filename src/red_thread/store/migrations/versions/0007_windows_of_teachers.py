"""Which window sent a state of a master page: a teacher's window goes on from its own saves, as a student's does."""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("page_state", sa.Column("window_id", sa.Text(), nullable=True))
    op.add_column("page_state", sa.Column("window_save", sa.BigInteger(), nullable=True))


def downgrade() -> None:
    op.drop_column("page_state", "window_save")
    op.drop_column("page_state", "window_id")
