"""Nothing of anybody's goes because something else does: whatever is referred to cannot be deleted."""

from alembic import op

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None

_CHANGE = """
    DO $$
    DECLARE one record;
    BEGIN
        FOR one IN
            SELECT conrelid::regclass AS owner, conname, pg_get_constraintdef(oid) AS definition FROM pg_constraint
            WHERE contype = 'f' AND confdeltype = '{before}' AND connamespace = current_schema()::regnamespace
            AND conrelid::regclass::text NOT LIKE 'procrastinate%'
        LOOP
            EXECUTE format('ALTER TABLE %s DROP CONSTRAINT %I, ADD CONSTRAINT %I %s', one.owner, one.conname, one.conname,
                           replace(one.definition, 'ON DELETE {was}', 'ON DELETE {shall}'));
        END LOOP;
    END $$
"""


def upgrade() -> None:
    op.execute(_CHANGE.format(before="c", was="CASCADE", shall="RESTRICT"))


def downgrade() -> None:
    op.execute(_CHANGE.format(before="r", was="RESTRICT", shall="CASCADE"))
