"""A section says where students may write on the pages that are made in it."""

import sqlalchemy as sa
from alembic import op

revision = "0028"
down_revision = "0027"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("section", sa.Column("writing", sa.Text, nullable=False, server_default="everywhere"))


def downgrade() -> None:
    op.drop_column("section", "writing")
