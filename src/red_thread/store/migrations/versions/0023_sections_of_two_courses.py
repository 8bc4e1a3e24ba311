"""A section of a notebook may stand for sections of several masters: one made it, others were found to be the same."""

import sqlalchemy as sa
from alembic import op

revision = "0023"
down_revision = "0022"
branch_labels = None
depends_on = None

_OWN = "nullif(current_setting('red_thread.school', true), '')::integer"
_SCHOOL = f"coalesce({_OWN}, 1)"


def upgrade() -> None:
    op.create_table(
        "section_also",
        sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(_SCHOOL)),
        sa.Column("notebook_id", sa.BigInteger, nullable=False),
        sa.Column("section_id", sa.BigInteger, nullable=False),
        sa.Column("notebook_section_id", sa.BigInteger, nullable=False),
        sa.Column("master_id", sa.BigInteger, nullable=False),
        sa.PrimaryKeyConstraint("school_id", "notebook_id", "section_id"),
        sa.UniqueConstraint("school_id", "notebook_section_id", "master_id"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        *[
            sa.ForeignKeyConstraint(["school_id", f"{to}_id"], [f"{to}.school_id", f"{to}.id"], ondelete="RESTRICT")
            for to in ("notebook", "section", "notebook_section", "master")
        ],
    )
    op.execute("ALTER TABLE section_also ENABLE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY own_school ON section_also TO red_thread_school USING (school_id = (SELECT {_OWN}))")
    # As whoever asks: a view of its owner's would show the rows of every school.
    op.execute("""
        CREATE VIEW section_tie WITH (security_invoker = true) AS
        SELECT school_id, notebook_id, section_id, id AS notebook_section_id FROM notebook_section
        WHERE section_id IS NOT NULL
        UNION ALL SELECT school_id, notebook_id, section_id, notebook_section_id FROM section_also
    """)
    op.execute("GRANT SELECT ON section_tie TO red_thread_school")


def downgrade() -> None:
    op.execute("DROP VIEW section_tie")
    op.drop_table("section_also")
