"""Groups of students."""

import sqlalchemy as sa
from alembic import op

revision = "0014"
down_revision = "0013"
branch_labels = None
depends_on = None

_OWN = "nullif(current_setting('red_thread.school', true), '')::integer"
_SCHOOL = f"coalesce({_OWN}, 1)"


def upgrade() -> None:
    op.create_table(
        "student_group",
        sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(_SCHOOL)),
        sa.Column("id", sa.BigInteger, sa.Identity(), nullable=False),
        sa.Column("master_id", sa.BigInteger, nullable=False, index=True),
        sa.Column("name", sa.Text, nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.func.now()),
        sa.Column("removed_at", sa.DateTime(timezone=True)),
        sa.PrimaryKeyConstraint("school_id", "id"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        sa.ForeignKeyConstraint(["school_id", "master_id"], ["master.school_id", "master.id"], ondelete="RESTRICT"),
    )
    op.create_table(
        "group_member",
        sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(_SCHOOL)),
        sa.Column("group_id", sa.BigInteger, nullable=False),
        sa.Column("notebook_id", sa.BigInteger, nullable=False, index=True),
        sa.PrimaryKeyConstraint("school_id", "group_id", "notebook_id"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        sa.ForeignKeyConstraint(
            ["school_id", "group_id"], ["student_group.school_id", "student_group.id"], ondelete="RESTRICT"
        ),
        sa.ForeignKeyConstraint(
            ["school_id", "notebook_id"], ["notebook.school_id", "notebook.id"], ondelete="RESTRICT"
        ),
    )
    for name in ("student_group", "group_member"):
        op.execute(f"ALTER TABLE {name} ENABLE ROW LEVEL SECURITY")
        op.execute(f"CREATE POLICY own_school ON {name} TO red_thread_school USING (school_id = (SELECT {_OWN}))")


def downgrade() -> None:
    op.drop_table("group_member")
    op.drop_table("student_group")
