"""Pages that students asked to be given."""

import sqlalchemy as sa
from alembic import op

revision = "0019"
down_revision = "0018"
branch_labels = None
depends_on = None

_OWN = "nullif(current_setting('red_thread.school', true), '')::integer"
_SCHOOL = f"coalesce({_OWN}, 1)"


def upgrade() -> None:
    op.create_table(
        "page_request",
        sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(_SCHOOL)),
        sa.Column("page_id", sa.BigInteger, nullable=False),
        sa.Column("notebook_id", sa.BigInteger, nullable=False, index=True),
        sa.Column("asked_at", sa.DateTime(timezone=True), nullable=False),
        sa.PrimaryKeyConstraint("school_id", "page_id", "notebook_id"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        sa.ForeignKeyConstraint(["school_id", "page_id"], ["page.school_id", "page.id"], ondelete="RESTRICT"),
        sa.ForeignKeyConstraint(
            ["school_id", "notebook_id"], ["notebook.school_id", "notebook.id"], ondelete="RESTRICT"
        ),
    )
    op.execute("ALTER TABLE page_request ENABLE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY own_school ON page_request TO red_thread_school USING (school_id = (SELECT {_OWN}))")


def downgrade() -> None:
    op.drop_table("page_request")
