"""What students do to their notebooks is logged, and is theirs as far as a course or a section allows."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0041"
down_revision = "0040"
branch_labels = None
depends_on = None

_SCHOOL = "current_setting('red_thread.school')::integer"
_VIEWS = {
    "standing_copy": "pulled_back_id IS NULL",
    "copy_in_place": "pulled_back_id IS NULL AND put_away_at IS NULL",
    "own_page": "page_id IS NULL AND cut_page_id IS NULL",
}
_ALLOWED = "arranging IN ('all', 'pages', 'nothing')"
_GOING = "going_at IS NULL OR put_away_at IS NOT NULL AND page_id IS NULL AND cut_page_id IS NULL"


def upgrade() -> None:
    op.add_column("copy", sa.Column("going_at", sa.DateTime(timezone=True)))
    op.add_column("copy", sa.Column("begun_as", sa.Text))
    op.create_check_constraint("ck_copy_own_alone_goes", "copy", _GOING)
    op.create_index(
        "ix_copy_begun_as",
        "copy",
        ["school_id", "notebook_id", "begun_as"],
        unique=True,
        postgresql_where=sa.text("begun_as IS NOT NULL"),
    )
    op.create_index(
        "ix_copy_going_at", "copy", ["school_id", "going_at"], postgresql_where=sa.text("going_at IS NOT NULL")
    )
    for name, condition in _VIEWS.items():
        op.execute(
            f"CREATE OR REPLACE VIEW {name} WITH (security_invoker = true) AS SELECT * FROM copy WHERE {condition}"
        )
    op.add_column("notebook_section", sa.Column("put_away_at", sa.DateTime(timezone=True)))
    op.create_check_constraint(
        "ck_notebook_section_own_alone_goes", "notebook_section", "put_away_at IS NULL OR section_id IS NULL"
    )
    op.add_column("master", sa.Column("arranging", sa.Text, nullable=False, server_default="all"))
    op.create_check_constraint("ck_master_arranging", "master", _ALLOWED)
    op.add_column("section", sa.Column("arranging", sa.Text))
    op.create_check_constraint("ck_section_arranging", "section", _ALLOWED)
    op.create_table(
        "arrangement",
        sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(_SCHOOL)),
        sa.Column("id", sa.BigInteger, sa.Identity(), nullable=False),
        sa.Column("notebook_id", sa.BigInteger, nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("undone_at", sa.DateTime(timezone=True)),
        sa.Column("operations", JSONB, nullable=False),
        sa.PrimaryKeyConstraint("school_id", "id"),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        sa.ForeignKeyConstraint(
            ["school_id", "notebook_id"], ["notebook.school_id", "notebook.id"], ondelete="RESTRICT"
        ),
    )
    op.create_index("ix_arrangement_notebook_id", "arrangement", ["notebook_id"])
    op.execute("ALTER TABLE arrangement ENABLE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY own_school ON arrangement TO red_thread_school USING (school_id = (SELECT {_SCHOOL}))")


def downgrade() -> None:
    op.drop_table("arrangement")
    for name in _VIEWS:
        op.execute(f"DROP VIEW {name}")
    for table, column in (
        ("section", "arranging"),
        ("master", "arranging"),
        ("notebook_section", "put_away_at"),
        ("copy", "begun_as"),
        ("copy", "going_at"),
    ):
        op.drop_column(table, column)
    for name, condition in _VIEWS.items():
        op.execute(f"CREATE VIEW {name} WITH (security_invoker = true) AS SELECT * FROM copy WHERE {condition}")
        op.execute(f"GRANT SELECT{', UPDATE' if name == 'standing_copy' else ''} ON {name} TO red_thread_school")
