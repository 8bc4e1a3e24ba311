"""Pushes to those only who have, lack or have not opened the page, and into sections that students made."""

import sqlalchemy as sa
from alembic import op

revision = "0017"
down_revision = "0016"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("push", sa.Column("only", sa.Text, nullable=False, server_default="everyone"))
    op.add_column("push", sa.Column("if_own", sa.Text, nullable=False, server_default="beside"))


def downgrade() -> None:
    op.drop_column("push", "if_own")
    op.drop_column("push", "only")
