"""When a state of a master page was made, and by whom: its past can be looked at, and gone back to."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column(
        "page_state",
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
    )
    op.add_column("page_state", sa.Column("made_by", sa.BigInteger(), nullable=True))


def downgrade() -> None:
    op.drop_column("page_state", "made_by")
    op.drop_column("page_state", "made_at")
