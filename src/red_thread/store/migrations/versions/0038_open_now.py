"""Who has a page open, and how far a file has come, for all processes that answer; not worth keeping over a power cut."""

import sqlalchemy as sa
from alembic import op

revision = "0038"
down_revision = "0037"
branch_labels = None
depends_on = None

_SCHOOL = "current_setting('red_thread.school')::integer"


def upgrade() -> None:
    op.create_table(
        "open_page",
        _school(),
        sa.Column("page_id", sa.BigInteger, nullable=False),
        sa.Column("window", sa.Text, nullable=False),
        sa.Column("person_id", sa.BigInteger, nullable=False),
        sa.Column("seen_at", sa.DateTime(timezone=True), nullable=False),
        sa.PrimaryKeyConstraint("school_id", "page_id", "window"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        prefixes=["UNLOGGED"],
    )
    op.create_table(
        "progress",
        _school(),
        sa.Column("person_id", sa.BigInteger, nullable=False),
        sa.Column("watch", sa.Text, nullable=False),
        sa.Column("doing", sa.Text, nullable=False),
        sa.Column("done", sa.Integer, nullable=False),
        sa.Column("of", sa.Integer, nullable=False),
        sa.Column("told_at", sa.DateTime(timezone=True), nullable=False),
        sa.PrimaryKeyConstraint("school_id", "person_id", "watch"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        prefixes=["UNLOGGED"],
    )
    for name in ("open_page", "progress"):
        op.execute(f"ALTER TABLE {name} ENABLE ROW LEVEL SECURITY")
        op.execute(f"CREATE POLICY own_school ON {name} TO red_thread_school USING (school_id = (SELECT {_SCHOOL}))")


def _school() -> sa.Column[int]:
    return sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(_SCHOOL))


def downgrade() -> None:
    op.drop_table("progress")
    op.drop_table("open_page")
