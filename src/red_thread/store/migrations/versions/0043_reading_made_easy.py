"""How somebody wants to read: larger letters, wider lines, another face, a tint. Kept for them alone."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0043"
down_revision = "0042"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("person", sa.Column("reading", JSONB))


def downgrade() -> None:
    op.drop_column("person", "reading")
