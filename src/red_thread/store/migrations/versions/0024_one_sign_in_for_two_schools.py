"""A teacher's accounts in several schools, brought together: signed in at one, they open the others."""

import sqlalchemy as sa
from alembic import op

revision = "0024"
down_revision = "0023"
branch_labels = None
depends_on = None

_OWN = "nullif(current_setting('red_thread.school', true), '')::integer"
_SCHOOL = f"coalesce({_OWN}, 1)"


def upgrade() -> None:
    op.create_table(
        "linked_person",
        sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(_SCHOOL)),
        sa.Column("person_id", sa.BigInteger, nullable=False),
        sa.Column("link", sa.Text, nullable=False, index=True),
        sa.PrimaryKeyConstraint("school_id", "person_id"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        sa.ForeignKeyConstraint(["school_id", "person_id"], ["person.school_id", "person.id"], ondelete="RESTRICT"),
    )
    op.execute("ALTER TABLE linked_person ENABLE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY own_school ON linked_person TO red_thread_school USING (school_id = (SELECT {_OWN}))")
    # The one question that is asked of all schools: which of them somebody has brought together. It answers with
    # names of schools alone, to who knows the link.
    op.execute("""
        CREATE FUNCTION schools_of_link(wanted text) RETURNS TABLE (school_id integer, name text)
        LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
            SELECT l.school_id, s.name FROM linked_person l JOIN school s ON s.id = l.school_id
            WHERE l.link = wanted ORDER BY l.school_id
        $$
    """)
    op.execute("REVOKE ALL ON FUNCTION schools_of_link FROM PUBLIC")
    op.execute("GRANT EXECUTE ON FUNCTION schools_of_link TO red_thread_school")


def downgrade() -> None:
    op.execute("DROP FUNCTION schools_of_link")
    op.drop_table("linked_person")
