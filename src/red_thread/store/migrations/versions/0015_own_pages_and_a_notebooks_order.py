"""Copies that are tied to nothing; a notebook's own dividers and tucks; where a push puts what it brings.

What notebooks looked like through the master's outline becomes their own: dividers as the sections stand in them now,
pages tucked under the copies of the pages under which they are tucked now, titles where students changed them.
"""

import sqlalchemy as sa
from alembic import op

revision = "0015"
down_revision = "0014"
branch_labels = None
depends_on = None

_OWN = "nullif(current_setting('red_thread.school', true), '')::integer"
_SCHOOL = f"coalesce({_OWN}, 1)"
_NO = sa.text("false")


def upgrade() -> None:
    _copies()
    _make_tables()
    _dividers_of_notebooks()
    for name, default in (("place", "in-order"), ("if_copy", "update"), ("if_cut", "leave"), ("drawer", "leave")):
        op.add_column("push", sa.Column(name, sa.Text, nullable=False, server_default=sa.text(f"'{default}'")))
    op.add_column("push_outcome", sa.Column("holder_kind", sa.Text))
    op.add_column("push_outcome", sa.Column("holder_id", sa.BigInteger))
    _operations_by_their_new_names()
    op.add_column("push", sa.Column("section_id", sa.BigInteger))
    op.add_column("push", sa.Column("place_at", sa.BigInteger))
    op.add_column("push", sa.Column("untied", sa.Boolean, nullable=False, server_default=_NO))


def _copies() -> None:
    op.alter_column("writing_state", "edition_id", nullable=True)
    op.alter_column("copy", "page_id", nullable=True)
    op.alter_column("copy", "edition_id", nullable=True)
    op.add_column("copy", sa.Column("title", sa.Text))
    op.add_column("copy", sa.Column("cut_at", sa.DateTime(timezone=True)))
    for name in ("parent_id", "cut_page_id", "cut_edition_id", "cut_by_id"):
        op.add_column("copy", sa.Column(name, sa.BigInteger))
    op.create_check_constraint("ck_copy_tied_whole", "copy", "(page_id IS NULL) = (edition_id IS NULL)")
    op.create_index(
        "ix_copy_cut_page_id",
        "copy",
        ["cut_page_id", "notebook_id"],
        postgresql_where=sa.text("cut_page_id IS NOT NULL"),
    )
    op.execute("""
        UPDATE copy c SET parent_id = above.id FROM page p, copy above
        WHERE p.school_id = c.school_id AND p.id = c.page_id AND above.school_id = c.school_id
        AND above.notebook_id = c.notebook_id AND above.page_id = p.parent_id AND above.ordinal = 0
    """)
    op.execute("""
        UPDATE copy c SET title = w.document::jsonb #>> '{attrs,title}' FROM writing w, edition e
        WHERE w.school_id = c.school_id AND w.copy_id = c.id AND e.school_id = c.school_id AND e.id = c.edition_id
        AND w.document::jsonb #>> '{attrs,title}' <> e.title
    """)


def _make_tables() -> None:
    op.create_table(
        "push_holder",
        sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(_SCHOOL)),
        sa.Column("push_id", sa.BigInteger, nullable=False),
        sa.Column("kind", sa.Text, nullable=False),
        sa.Column("target_id", sa.BigInteger, nullable=False),
        sa.PrimaryKeyConstraint("school_id", "push_id", "kind", "target_id"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        sa.ForeignKeyConstraint(["school_id", "push_id"], ["push.school_id", "push.id"], ondelete="RESTRICT"),
    )
    op.create_table(
        "notebook_divider",
        sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(_SCHOOL)),
        sa.Column("id", sa.BigInteger, sa.Identity(), nullable=False),
        sa.Column("notebook_id", sa.BigInteger, nullable=False),
        sa.Column("divider_id", sa.BigInteger),
        sa.Column("parent_id", sa.BigInteger),
        sa.Column("name", sa.Text, nullable=False),
        sa.Column("order_key", sa.Text(collation="C"), nullable=False),
        sa.Column("renamed", sa.Boolean, nullable=False, server_default=_NO),
        sa.PrimaryKeyConstraint("school_id", "id"),
        sa.UniqueConstraint("school_id", "notebook_id", "divider_id"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        sa.ForeignKeyConstraint(
            ["school_id", "notebook_id"], ["notebook.school_id", "notebook.id"], ondelete="RESTRICT"
        ),
        sa.ForeignKeyConstraint(
            ["school_id", "parent_id"], ["notebook_divider.school_id", "notebook_divider.id"], ondelete="RESTRICT"
        ),
    )
    for name in ("push_holder", "notebook_divider"):
        op.execute(f"ALTER TABLE {name} ENABLE ROW LEVEL SECURITY")
        op.execute(f"CREATE POLICY own_school ON {name} TO red_thread_school USING (school_id = (SELECT {_OWN}))")
    op.add_column("notebook_section", sa.Column("notebook_divider_id", sa.BigInteger))
    op.add_column("notebook_section", sa.Column("renamed", sa.Boolean, nullable=False, server_default=_NO))


def _dividers_of_notebooks() -> None:
    """Each stands before the first of the sections in it, or below it."""
    op.execute("""
        WITH RECURSIVE holds AS (
            SELECT s.school_id, s.notebook_id, m.divider_id, s.order_key
            FROM notebook_section s JOIN section m ON m.school_id = s.school_id AND m.id = s.section_id
            WHERE m.divider_id IS NOT NULL
            UNION ALL
            SELECT h.school_id, h.notebook_id, d.parent_id, h.order_key
            FROM holds h JOIN divider d ON d.school_id = h.school_id AND d.id = h.divider_id
            WHERE d.parent_id IS NOT NULL
        )
        INSERT INTO notebook_divider (school_id, notebook_id, divider_id, name, order_key)
        SELECT h.school_id, h.notebook_id, h.divider_id, d.name, min(h.order_key)
        FROM holds h JOIN divider d ON d.school_id = h.school_id AND d.id = h.divider_id GROUP BY 1, 2, 3, 4
    """)
    op.execute("""
        UPDATE notebook_divider n SET parent_id = above.id FROM divider d, notebook_divider above
        WHERE d.school_id = n.school_id AND d.id = n.divider_id AND above.school_id = n.school_id
        AND above.notebook_id = n.notebook_id AND above.divider_id = d.parent_id
    """)
    op.execute("""
        UPDATE notebook_section n SET notebook_divider_id = above.id FROM section s, notebook_divider above
        WHERE s.school_id = n.school_id AND s.id = n.section_id AND above.school_id = n.school_id
        AND above.notebook_id = n.notebook_id AND above.divider_id = s.divider_id
    """)
    op.create_foreign_key(
        None,
        "notebook_section",
        "notebook_divider",
        ["school_id", "notebook_divider_id"],
        ["school_id", "id"],
        ondelete="RESTRICT",
    )


def _operations_by_their_new_names() -> None:
    """Making a section is making a holder of pages: `make`, with the kind beside the id."""
    op.execute("""
        UPDATE push_outcome SET operations = (
            SELECT jsonb_agg(CASE o ->> 'do'
                WHEN 'make-section' THEN (o - 'section_id') || jsonb_build_object(
                    'do', 'make', 'holder', jsonb_build_array('section', o -> 'section_id'))
                WHEN 'take-section' THEN (o - 'section_id') || jsonb_build_object(
                    'do', 'take', 'holder', jsonb_build_array('section', o -> 'section_id'))
                ELSE o END ORDER BY n)
            FROM jsonb_array_elements(operations) WITH ORDINALITY e(o, n))
        WHERE operations @> '[{"do": "make-section"}]' OR operations @> '[{"do": "take-section"}]'
    """)


def downgrade() -> None:
    raise RuntimeError("There is no way back from here: read a backup of before into the version of before.")
