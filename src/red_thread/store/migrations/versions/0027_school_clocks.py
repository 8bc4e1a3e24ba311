"""Every school lives by a time zone of its own. Those that are there begin with that of the machine."""

import sqlalchemy as sa
from alembic import op

revision = "0027"
down_revision = "0026"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("school", sa.Column("time_zone", sa.Text, nullable=False, server_default="UTC"))
    op.execute(
        "UPDATE school SET time_zone = current_setting('TimeZone') WHERE current_setting('TimeZone') LIKE '%/%'"
    )


def downgrade() -> None:
    op.drop_column("school", "time_zone")
