"""By which edition a push is known: a notebook tells when what is new in it came."""

from alembic import op

revision = "0046"
down_revision = "0045"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_index("ix_push_page_edition_id", "push_page", ["school_id", "edition_id"])


def downgrade() -> None:
    op.drop_index("ix_push_page_edition_id")
