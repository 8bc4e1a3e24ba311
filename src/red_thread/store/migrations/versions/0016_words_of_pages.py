"""The words of master pages beside them, to be found."""

import sqlalchemy as sa
from alembic import op

revision = "0016"
down_revision = "0015"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("page", sa.Column("words", sa.Text, nullable=False, server_default=""))
    op.execute("""
        UPDATE page SET words = coalesce((
            SELECT string_agg(found #>> '{}', ' ')
            FROM unnest(ARRAY['text', 'prompt', 'alt', 'answer']) key
            CROSS JOIN jsonb_path_query(document::jsonb, ('strict $.**.' || key)::jsonpath, silent => true) found
            WHERE jsonb_typeof(found) = 'string'), '')
    """)
    op.create_index("ix_page_words", "page", [sa.text("to_tsvector('simple', words)")], postgresql_using="gin")


def downgrade() -> None:
    op.drop_index("ix_page_words", "page")
    op.drop_column("page", "words")
