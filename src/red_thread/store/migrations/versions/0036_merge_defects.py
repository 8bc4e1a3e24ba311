"""Merges that broke off, so that somebody hears of them: where in the program, and of which copy; no words of anybody."""

import sqlalchemy as sa
from alembic import op

revision = "0036"
down_revision = "0035"
branch_labels = None
depends_on = None

_OWN = "nullif(current_setting('red_thread.school', true), '')::integer"


def upgrade() -> None:
    op.create_table(
        "merge_defect",
        sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(f"coalesce({_OWN}, 1)")),
        sa.Column("push_id", sa.BigInteger, nullable=False),
        sa.Column("page_id", sa.BigInteger, nullable=False),
        sa.Column("notebook_id", sa.BigInteger, nullable=False),
        sa.Column("broke_off_at", sa.Text, nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.func.now()),
        sa.PrimaryKeyConstraint("school_id", "push_id", "page_id", "notebook_id"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
    )
    op.execute("ALTER TABLE merge_defect ENABLE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY own_school ON merge_defect TO red_thread_school USING (school_id = (SELECT {_OWN}))")
    # Who looks whether all runs is of no school: a number, and nothing of anybody's.
    op.execute("""
        CREATE FUNCTION count_merge_defects() RETURNS bigint LANGUAGE sql STABLE SECURITY DEFINER
        SET search_path = public, pg_temp
        AS 'SELECT count(*) FROM merge_defect WHERE made_at > now() - interval ''30 days'''
    """)
    op.execute("GRANT EXECUTE ON FUNCTION count_merge_defects() TO red_thread_school")


def downgrade() -> None:
    op.execute("DROP FUNCTION count_merge_defects()")
    op.drop_table("merge_defect")
