"""A statement outside a school is an error: before, it was taken to be of the first, or saw nothing and went on."""

import sqlalchemy as sa
from alembic import op

revision = "0037"
down_revision = "0036"
branch_labels = None
depends_on = None

_THIS_OR_FIRST = "coalesce(nullif(current_setting('red_thread.school', true), '')::integer, 1)"
_THIS_OR_NONE = "nullif(current_setting('red_thread.school', true), '')::integer"
_THIS = "current_setting('red_thread.school')::integer"
_TABLES = sa.text("""
    SELECT relname FROM pg_class c
    JOIN pg_attribute a ON a.attrelid = c.oid AND a.attname = 'school_id' AND NOT a.attisdropped
    WHERE c.relkind IN ('r', 'p') AND c.relrowsecurity ORDER BY 1
""")


def upgrade() -> None:
    _know_the_school_by(default=_THIS, policy=_THIS)


def downgrade() -> None:
    _know_the_school_by(default=_THIS_OR_FIRST, policy=_THIS_OR_NONE)


def _know_the_school_by(default: str, policy: str) -> None:
    for table in op.get_bind().scalars(_TABLES).all():
        op.execute(f"ALTER TABLE {table} ALTER school_id SET DEFAULT {default}")
        op.execute(f"ALTER POLICY own_school ON {table} USING (school_id = (SELECT {policy}))")
    op.execute(f"ALTER POLICY own_school ON school USING (id = (SELECT {policy}))")
