"""When the history of a written-on page may be thinned out."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("writing", sa.Column("thin_at", sa.DateTime(timezone=True), nullable=True))
    op.execute("UPDATE writing SET thin_at = now()")


def downgrade() -> None:
    op.drop_column("writing", "thin_at")
