"""Pages and sections under wraps, and on display."""

import sqlalchemy as sa
from alembic import op

revision = "0018"
down_revision = "0017"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("section", sa.Column("display", sa.Text, nullable=False, server_default="ordinary"))
    op.add_column("page", sa.Column("display", sa.Text, nullable=True))


def downgrade() -> None:
    op.drop_column("page", "display")
    op.drop_column("section", "display")
