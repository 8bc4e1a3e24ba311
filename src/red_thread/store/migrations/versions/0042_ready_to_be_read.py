"""A page that its student said is ready to be read: which state of it that was, and when a teacher opened that."""

import sqlalchemy as sa
from alembic import op

revision = "0042"
down_revision = "0041"
branch_labels = None
depends_on = None

_VIEWS = {
    "standing_copy": "pulled_back_id IS NULL",
    "copy_in_place": "pulled_back_id IS NULL AND put_away_at IS NULL",
    "own_page": "page_id IS NULL AND cut_page_id IS NULL",
}
_WHOLE = "(ready_at IS NULL) = (ready_revision IS NULL) AND (ready_at IS NOT NULL OR ready_read_at IS NULL)"


def upgrade() -> None:
    op.add_column("copy", sa.Column("ready_revision", sa.Integer))
    op.add_column("copy", sa.Column("ready_read_at", sa.DateTime(timezone=True)))
    # Nothing set it in earlier releases but tests.
    op.execute("UPDATE copy SET ready_at = NULL WHERE ready_at IS NOT NULL")
    op.create_check_constraint("ck_copy_ready_whole", "copy", _WHOLE)
    for name, condition in _VIEWS.items():
        op.execute(
            f"CREATE OR REPLACE VIEW {name} WITH (security_invoker = true) AS SELECT * FROM copy WHERE {condition}"
        )


def downgrade() -> None:
    for name in _VIEWS:
        op.execute(f"DROP VIEW {name}")
    op.drop_column("copy", "ready_read_at")
    op.drop_column("copy", "ready_revision")
    for name, condition in _VIEWS.items():
        op.execute(f"CREATE VIEW {name} WITH (security_invoker = true) AS SELECT * FROM copy WHERE {condition}")
        op.execute(f"GRANT SELECT{', UPDATE' if name == 'standing_copy' else ''} ON {name} TO red_thread_school")
