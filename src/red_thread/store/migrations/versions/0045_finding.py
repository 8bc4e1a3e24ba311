"""Words are found in the language of the school; the lines of a page are read out of it where they are kept."""

import sqlalchemy as sa
from alembic import op

revision = "0045"
down_revision = "0044"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("school", sa.Column("language", sa.Text, nullable=False, server_default=""))
    # A line for the words of each block, and one for each answer in a gap, description and question.
    op.execute("""
        CREATE FUNCTION lines_of_page(page jsonb) RETURNS text[] LANGUAGE sql IMMUTABLE PARALLEL SAFE AS $$
            SELECT coalesce(array_agg(line) FILTER (WHERE line <> ''), '{}') FROM (
                SELECT (SELECT string_agg(coalesce(word->>'text', ' '), '' ORDER BY number)
                        FROM jsonb_array_elements(words) WITH ORDINALITY each (word, number)) AS line
                FROM jsonb_path_query(page, 'strict $.**.content ? (@[*].type == "text")') words
                UNION ALL
                SELECT told #>> '{}' FROM jsonb_path_query(page, 'strict $.**.attrs.answer') told
                UNION ALL SELECT told #>> '{}' FROM jsonb_path_query(page, 'strict $.**.attrs.alt') told
                UNION ALL SELECT told #>> '{}' FROM jsonb_path_query(page, 'strict $.**.attrs.prompt') told
            ) lines
        $$
    """)


def downgrade() -> None:
    op.execute("DROP FUNCTION lines_of_page(jsonb)")
    op.drop_column("school", "language")
