"""Who was not there on a day, so that they can be given what the others were given."""

import sqlalchemy as sa
from alembic import op

revision = "0044"
down_revision = "0043"
branch_labels = None
depends_on = None

_SCHOOL = "current_setting('red_thread.school')::integer"


def upgrade() -> None:
    op.create_table(
        "away_list",
        _school(),
        sa.Column("id", sa.BigInteger, sa.Identity(), nullable=False),
        sa.Column("master_id", sa.BigInteger, nullable=False),
        sa.Column("day", sa.Date, nullable=False),
        sa.PrimaryKeyConstraint("school_id", "id"),
        sa.UniqueConstraint("school_id", "master_id", "day"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        sa.ForeignKeyConstraint(["school_id", "master_id"], ["master.school_id", "master.id"], ondelete="RESTRICT"),
    )
    op.create_table(
        "away",
        _school(),
        sa.Column("list_id", sa.BigInteger, nullable=False),
        sa.Column("notebook_id", sa.BigInteger, nullable=False, index=True),
        sa.PrimaryKeyConstraint("school_id", "list_id", "notebook_id"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        sa.ForeignKeyConstraint(
            ["school_id", "list_id"], ["away_list.school_id", "away_list.id"], ondelete="RESTRICT"
        ),
        sa.ForeignKeyConstraint(
            ["school_id", "notebook_id"], ["notebook.school_id", "notebook.id"], ondelete="RESTRICT"
        ),
    )
    for name in ("away_list", "away"):
        op.execute(f"ALTER TABLE {name} ENABLE ROW LEVEL SECURITY")
        op.execute(f"CREATE POLICY own_school ON {name} TO red_thread_school USING (school_id = (SELECT {_SCHOOL}))")


def _school() -> sa.Column[int]:
    return sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(_SCHOOL))


def downgrade() -> None:
    op.drop_table("away")
    op.drop_table("away_list")
