"""Quotas of a school, its courses and its students; since when new notebooks begin with a page."""

import sqlalchemy as sa
from alembic import op

revision = "0032"
down_revision = "0031"
branch_labels = None
depends_on = None

_OWN = "nullif(current_setting('red_thread.school', true), '')::integer"


def upgrade() -> None:
    op.create_table(
        "quota",
        sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(f"coalesce({_OWN}, 1)")),
        sa.Column("whose", sa.Text, nullable=False),
        sa.Column("bytes", sa.BigInteger, nullable=False),
        sa.Column("pictures", sa.BigInteger, nullable=False),
        sa.Column("pages", sa.BigInteger, nullable=False),
        sa.PrimaryKeyConstraint("school_id", "whose"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        sa.CheckConstraint("whose IN ('school', 'course', 'student')", name="ck_quota_whose"),
    )
    op.execute("ALTER TABLE quota ENABLE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY own_school ON quota TO red_thread_school USING (school_id = (SELECT {_OWN}))")
    op.create_index("ix_blob_put_in_master_id", "blob_put_in", ["master_id"])
    op.add_column("page", sa.Column("starter_since", sa.DateTime(timezone=True)))


def downgrade() -> None:
    op.drop_column("page", "starter_since")
    op.drop_index("ix_blob_put_in_master_id", "blob_put_in")
    op.drop_table("quota")
