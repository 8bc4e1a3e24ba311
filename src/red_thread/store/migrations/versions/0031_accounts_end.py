"""Accounts are closed, brought back, and erased on request; who signed in last when is known."""

import sqlalchemy as sa
from alembic import op

revision = "0031"
down_revision = "0030"
branch_labels = None
depends_on = None

_OWN = "nullif(current_setting('red_thread.school', true), '')::integer"


def upgrade() -> None:
    for column in ("closed_at", "seen_at"):
        op.add_column("person", sa.Column(column, sa.DateTime(timezone=True)))
    op.execute("""
        UPDATE person p SET seen_at = (
            SELECT max(made_at) FROM sign_in_session s WHERE s.school_id = p.school_id AND s.person_id = p.id)
    """)
    op.create_table(
        "erasure",
        sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(f"coalesce({_OWN}, 1)")),
        sa.Column("person_id", sa.BigInteger, nullable=False),
        sa.Column("erased_by", sa.BigInteger, nullable=False),
        sa.Column("erased_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("pages", sa.BigInteger, nullable=False),
        sa.PrimaryKeyConstraint("school_id", "person_id"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        sa.ForeignKeyConstraint(["school_id", "person_id"], ["person.school_id", "person.id"], ondelete="RESTRICT"),
    )
    op.execute("ALTER TABLE erasure ENABLE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY own_school ON erasure TO red_thread_school USING (school_id = (SELECT {_OWN}))")


def downgrade() -> None:
    op.drop_table("erasure")
    for column in ("closed_at", "seen_at"):
        op.drop_column("person", column)
