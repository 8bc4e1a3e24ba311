"""Lists of thousands of notebooks are packed by lz4: what took longest of beginning a push was packing them."""

from alembic import op

revision = "0035"
down_revision = "0034"
branch_labels = None
depends_on = None


def upgrade() -> None:
    for table in ("push_batch", "push_outcome"):
        op.execute(f"ALTER TABLE {table} ALTER COLUMN notebook_ids SET COMPRESSION lz4")


def downgrade() -> None:
    for table in ("push_batch", "push_outcome"):
        op.execute(f"ALTER TABLE {table} ALTER COLUMN notebook_ids SET COMPRESSION pglz")
