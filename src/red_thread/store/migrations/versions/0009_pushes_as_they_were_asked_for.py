"""A push keeps what was asked: pages with their editions, whom, and its audience in batches; its sentence is made anew.

Whom older pushes were for is worked out from whom they reached: a class that was reached as a whole was meant as one.
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None

_IDS = postgresql.ARRAY(sa.BigInteger())


def upgrade() -> None:
    _make_tables()
    op.add_column("push_outcome", sa.Column("students", sa.Integer(), server_default="0", nullable=False))
    op.execute("UPDATE push_outcome SET students = cardinality(notebook_ids)")
    op.add_column("push", sa.Column("students", sa.Integer(), server_default="0", nullable=False))
    op.execute("""
        INSERT INTO push_page (push_id, position, page_id, edition_id)
        SELECT p.id, row_number() OVER (PARTITION BY p.id ORDER BY e.key::bigint), e.key::bigint, e.value::bigint
        FROM push p CROSS JOIN jsonb_each_text(p.pages) e
    """)
    op.execute("""
        INSERT INTO push_batch (push_id, number, done, notebook_ids)
        SELECT id, 0, students_done, notebook_ids FROM push
    """)
    op.execute("UPDATE push SET students = cardinality(notebook_ids)")
    op.execute("""
        WITH reached AS (
            SELECT p.id, p.made_at, n.class_id, array_agg(n.id) AS notebooks
            FROM push p JOIN notebook n ON n.id = ANY(p.notebook_ids) GROUP BY p.id, n.class_id
        ), meant AS (
            SELECT r.*, cardinality(notebooks) >= (
                SELECT count(*) FROM notebook n WHERE n.class_id = r.class_id AND n.made_at <= r.made_at) AS whole
            FROM reached r
        )
        INSERT INTO push_whom (push_id, kind, target_id)
        SELECT id, 'class', class_id FROM meant WHERE whole
        UNION ALL SELECT id, 'notebook', unnest(notebooks) FROM meant WHERE NOT whole
    """)
    for column in ("sentence", "pages", "notebook_ids"):
        op.drop_column("push", column)


def _make_tables() -> None:
    op.create_table(
        "push_page",
        sa.Column("push_id", sa.BigInteger(), sa.ForeignKey("push.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("position", sa.Integer(), primary_key=True, autoincrement=False),
        sa.Column("page_id", sa.BigInteger(), nullable=False),
        sa.Column("edition_id", sa.BigInteger(), nullable=False),
    )
    op.create_table(
        "push_whom",
        sa.Column("push_id", sa.BigInteger(), sa.ForeignKey("push.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("kind", sa.Text(), primary_key=True),
        sa.Column("target_id", sa.BigInteger(), primary_key=True, autoincrement=False),
    )
    op.create_table(
        "push_batch",
        sa.Column("push_id", sa.BigInteger(), sa.ForeignKey("push.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("number", sa.Integer(), primary_key=True, autoincrement=False),
        sa.Column("done", sa.Integer(), server_default="0", nullable=False),
        sa.Column("notebook_ids", _IDS, nullable=False),
    )


def downgrade() -> None:
    op.add_column("push", sa.Column("sentence", sa.Text(), server_default="", nullable=False))
    op.add_column("push", sa.Column("pages", postgresql.JSONB(), server_default="{}", nullable=False))
    op.add_column("push", sa.Column("notebook_ids", _IDS, server_default="{}", nullable=False))
    op.execute("""
        UPDATE push p SET
            pages = (SELECT coalesce(jsonb_object_agg(page_id, edition_id), '{}') FROM push_page WHERE push_id = p.id),
            notebook_ids = (SELECT coalesce(array_agg(n ORDER BY number), '{}')
                            FROM push_batch b CROSS JOIN unnest(b.notebook_ids) n WHERE push_id = p.id)
    """)
    op.drop_column("push", "students")
    op.drop_column("push_outcome", "students")
    for table in ("push_batch", "push_whom", "push_page"):
        op.drop_table(table)
