"""Which window sent a state: a window goes on from its own saves, even from those whose answers it never got."""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("writing_state", sa.Column("window_id", sa.Text(), nullable=True))
    op.add_column("writing_state", sa.Column("window_save", sa.BigInteger(), nullable=True))


def downgrade() -> None:
    op.drop_column("writing_state", "window_save")
    op.drop_column("writing_state", "window_id")
    op.execute("UPDATE writing_state SET cause = 'student' WHERE cause = 'full'")
