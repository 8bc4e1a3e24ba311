"""A copy that its student has moved knows the section in which it stood before, so that it can go back there."""

import sqlalchemy as sa
from alembic import op

revision = "0040"
down_revision = "0039"
branch_labels = None
depends_on = None

_VIEWS = {
    "standing_copy": "pulled_back_id IS NULL",
    "copy_in_place": "pulled_back_id IS NULL AND put_away_at IS NULL",
    "own_page": "page_id IS NULL AND cut_page_id IS NULL",
}


def upgrade() -> None:
    op.add_column("copy", sa.Column("home_section_id", sa.BigInteger))
    for name, condition in _VIEWS.items():
        op.execute(
            f"CREATE OR REPLACE VIEW {name} WITH (security_invoker = true) AS SELECT * FROM copy WHERE {condition}"
        )


def downgrade() -> None:
    for name in _VIEWS:
        op.execute(f"DROP VIEW {name}")
    op.drop_column("copy", "home_section_id")
    for name, condition in _VIEWS.items():
        op.execute(f"CREATE VIEW {name} WITH (security_invoker = true) AS SELECT * FROM copy WHERE {condition}")
        op.execute(f"GRANT SELECT{', UPDATE' if name == 'standing_copy' else ''} ON {name} TO red_thread_school")
