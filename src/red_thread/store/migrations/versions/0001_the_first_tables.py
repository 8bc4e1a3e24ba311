"""The first tables, and the queue's own."""

from pathlib import Path

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

_QUEUE = Path(__file__).parents[1] / "queue_schema.sql"

revision = "0001"
down_revision = None


def upgrade() -> None:
    op.create_table(
        "content",
        sa.Column("fingerprint", sa.LargeBinary(), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.PrimaryKeyConstraint("fingerprint"),
    )
    op.create_table(
        "master",
        sa.Column("id", sa.BigInteger(), sa.Identity(always=False), nullable=False),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_table(
        "person",
        sa.Column("id", sa.BigInteger(), sa.Identity(always=False), nullable=False),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("kind", sa.Text(), nullable=False),
        sa.Column("email", sa.Text(), nullable=True),
        sa.Column("outside_id", sa.Text(), nullable=True),
        sa.Column("password_hash", sa.Text(), nullable=True),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("email"),
        sa.UniqueConstraint("outside_id"),
    )
    op.create_table(
        "class",
        sa.Column("id", sa.BigInteger(), sa.Identity(always=False), nullable=False),
        sa.Column("master_id", sa.BigInteger(), nullable=False),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("outside_id", sa.Text(), nullable=True),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        sa.ForeignKeyConstraint(["master_id"], ["master.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("master_id", "name"),
    )
    op.create_index(op.f("ix_class_master_id"), "class", ["master_id"], unique=False)
    op.create_table(
        "divider",
        sa.Column("id", sa.BigInteger(), sa.Identity(always=False), nullable=False),
        sa.Column("master_id", sa.BigInteger(), nullable=False),
        sa.Column("parent_id", sa.BigInteger(), nullable=True),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("order_key", sa.Text(collation="C"), nullable=False),
        sa.Column("removed_at", sa.DateTime(timezone=True), nullable=True),
        sa.ForeignKeyConstraint(["master_id"], ["master.id"], ondelete="CASCADE"),
        sa.ForeignKeyConstraint(
            ["parent_id"],
            ["divider.id"],
        ),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index(op.f("ix_divider_master_id"), "divider", ["master_id"], unique=False)
    op.create_table(
        "master_teacher",
        sa.Column("master_id", sa.BigInteger(), nullable=False),
        sa.Column("person_id", sa.BigInteger(), nullable=False),
        sa.ForeignKeyConstraint(["master_id"], ["master.id"], ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["person_id"], ["person.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("master_id", "person_id"),
    )
    op.create_index(op.f("ix_master_teacher_person_id"), "master_teacher", ["person_id"], unique=False)
    op.create_table(
        "picture",
        sa.Column("id", sa.Text(), nullable=False),
        sa.Column("owner_id", sa.BigInteger(), nullable=False),
        sa.Column("master_id", sa.BigInteger(), nullable=True),
        sa.Column("notebook_id", sa.BigInteger(), nullable=True),
        sa.Column("media_type", sa.Text(), nullable=False),
        sa.Column("body", sa.LargeBinary(), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        sa.ForeignKeyConstraint(["owner_id"], ["person.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index(op.f("ix_picture_owner_id"), "picture", ["owner_id"], unique=False)
    op.create_table(
        "push",
        sa.Column("id", sa.BigInteger(), sa.Identity(always=False), nullable=False),
        sa.Column("master_id", sa.BigInteger(), nullable=False),
        sa.Column("made_by", sa.BigInteger(), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("finished_at", sa.DateTime(timezone=True), nullable=True),
        sa.Column("status", sa.Text(), nullable=False),
        sa.Column("sentence", sa.Text(), nullable=False),
        sa.Column("pages", postgresql.JSONB(astext_type=sa.Text()), nullable=False),
        sa.Column("notebook_ids", postgresql.ARRAY(sa.BigInteger()), nullable=False),
        sa.Column("students_done", sa.Integer(), server_default=sa.text("0"), nullable=False),
        sa.ForeignKeyConstraint(["master_id"], ["master.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index(op.f("ix_push_master_id"), "push", ["master_id"], unique=False)
    op.create_table(
        "sign_in_code",
        sa.Column("code_hash", sa.LargeBinary(), nullable=False),
        sa.Column("person_id", sa.BigInteger(), nullable=False),
        sa.Column("made_by", sa.BigInteger(), nullable=False),
        sa.Column("ends_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("used_at", sa.DateTime(timezone=True), nullable=True),
        sa.ForeignKeyConstraint(["person_id"], ["person.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("code_hash"),
    )
    op.create_index(op.f("ix_sign_in_code_person_id"), "sign_in_code", ["person_id"], unique=False)
    op.create_table(
        "sign_in_session",
        sa.Column("token_hash", sa.LargeBinary(), nullable=False),
        sa.Column("person_id", sa.BigInteger(), nullable=False),
        sa.Column("proof", sa.Text(), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        sa.Column("ends_at", sa.DateTime(timezone=True), nullable=False),
        sa.ForeignKeyConstraint(["person_id"], ["person.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("token_hash"),
    )
    op.create_index(op.f("ix_sign_in_session_person_id"), "sign_in_session", ["person_id"], unique=False)
    op.create_table(
        "enrolment",
        sa.Column("class_id", sa.BigInteger(), nullable=False),
        sa.Column("person_id", sa.BigInteger(), nullable=False),
        sa.Column("joined_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        sa.Column("left_at", sa.DateTime(timezone=True), nullable=True),
        sa.ForeignKeyConstraint(["class_id"], ["class.id"], ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["person_id"], ["person.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("class_id", "person_id"),
    )
    op.create_index(op.f("ix_enrolment_person_id"), "enrolment", ["person_id"], unique=False)
    op.create_table(
        "notebook",
        sa.Column("id", sa.BigInteger(), sa.Identity(always=False), nullable=False),
        sa.Column("class_id", sa.BigInteger(), nullable=False),
        sa.Column("person_id", sa.BigInteger(), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        sa.ForeignKeyConstraint(["class_id"], ["class.id"], ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["person_id"], ["person.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("class_id", "person_id"),
    )
    op.create_index(op.f("ix_notebook_person_id"), "notebook", ["person_id"], unique=False)
    op.create_table(
        "push_outcome",
        sa.Column("id", sa.BigInteger(), sa.Identity(always=False), nullable=False),
        sa.Column("push_id", sa.BigInteger(), nullable=False),
        sa.Column("page_id", sa.BigInteger(), nullable=False),
        sa.Column("outcome", sa.Text(), nullable=False),
        sa.Column("reason", sa.Text(), nullable=False),
        sa.Column("edition_before", sa.BigInteger(), nullable=True),
        sa.Column("notebook_ids", postgresql.ARRAY(sa.BigInteger()), nullable=False),
        sa.ForeignKeyConstraint(["push_id"], ["push.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
    )
    # Long lists of ids: worth packing, but quickly.
    for table in ("push", "push_outcome"):
        op.execute(f"ALTER TABLE {table} ALTER COLUMN notebook_ids SET COMPRESSION lz4")
    op.create_index("ix_push_outcome_push_id", "push_outcome", ["push_id"], unique=False)
    op.create_table(
        "section",
        sa.Column("id", sa.BigInteger(), sa.Identity(always=False), nullable=False),
        sa.Column("master_id", sa.BigInteger(), nullable=False),
        sa.Column("divider_id", sa.BigInteger(), nullable=True),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("order_key", sa.Text(collation="C"), nullable=False),
        sa.Column("removed_at", sa.DateTime(timezone=True), nullable=True),
        sa.ForeignKeyConstraint(
            ["divider_id"],
            ["divider.id"],
        ),
        sa.ForeignKeyConstraint(["master_id"], ["master.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index(op.f("ix_section_master_id"), "section", ["master_id"], unique=False)
    op.create_table(
        "copy",
        sa.Column("id", sa.BigInteger(), sa.Identity(always=False), nullable=False),
        sa.Column("notebook_id", sa.BigInteger(), nullable=False),
        sa.Column("notebook_section_id", sa.BigInteger(), nullable=False),
        sa.Column("page_id", sa.BigInteger(), nullable=False),
        sa.Column("edition_id", sa.BigInteger(), nullable=False),
        sa.Column("seen_edition_id", sa.BigInteger(), nullable=True),
        sa.Column("opened_at", sa.DateTime(timezone=True), nullable=True),
        sa.Column("written_at", sa.DateTime(timezone=True), nullable=True),
        sa.Column("ready_at", sa.DateTime(timezone=True), nullable=True),
        sa.Column("put_away_at", sa.DateTime(timezone=True), nullable=True),
        sa.Column("revision", sa.Integer(), server_default=sa.text("0"), nullable=False),
        sa.Column("ordinal", sa.SmallInteger(), server_default=sa.text("0"), nullable=False),
        sa.Column("answered", sa.SmallInteger(), server_default=sa.text("0"), nullable=False),
        sa.Column("knots", sa.SmallInteger(), server_default=sa.text("0"), nullable=False),
        sa.Column("order_key", sa.Text(collation="C"), nullable=False),
        sa.ForeignKeyConstraint(["notebook_id"], ["notebook.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("notebook_id", "page_id", "ordinal"),
        postgresql_with={"fillfactor": "45"},
    )
    op.create_index(
        "ix_copy_notebook_section_id",
        "copy",
        ["notebook_section_id"],
        unique=False,
        postgresql_include=["page_id", "order_key"],
    )
    op.create_table(
        "notebook_section",
        sa.Column("id", sa.BigInteger(), sa.Identity(always=False), nullable=False),
        sa.Column("notebook_id", sa.BigInteger(), nullable=False),
        sa.Column("section_id", sa.BigInteger(), nullable=True),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("order_key", sa.Text(collation="C"), nullable=False),
        sa.ForeignKeyConstraint(["notebook_id"], ["notebook.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("notebook_id", "section_id"),
    )
    op.create_table(
        "page",
        sa.Column("id", sa.BigInteger(), sa.Identity(always=False), nullable=False),
        sa.Column("section_id", sa.BigInteger(), nullable=False),
        sa.Column("parent_id", sa.BigInteger(), nullable=True),
        sa.Column("order_key", sa.Text(collation="C"), nullable=False),
        sa.Column("title", sa.Text(), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.Column("fingerprint", sa.LargeBinary(), nullable=False),
        sa.Column("revision", sa.Integer(), server_default=sa.text("1"), nullable=False),
        sa.Column("changed_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        sa.Column("removed_at", sa.DateTime(timezone=True), nullable=True),
        sa.ForeignKeyConstraint(
            ["parent_id"],
            ["page.id"],
        ),
        sa.ForeignKeyConstraint(["section_id"], ["section.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index(op.f("ix_page_section_id"), "page", ["section_id"], unique=False)
    op.create_table(
        "edition",
        sa.Column("id", sa.BigInteger(), sa.Identity(always=False), nullable=False),
        sa.Column("page_id", sa.BigInteger(), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("title", sa.Text(), nullable=False),
        sa.Column("fingerprint", sa.LargeBinary(), nullable=False),
        sa.Column("answerable", sa.SmallInteger(), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        sa.Column("made_by", sa.BigInteger(), nullable=False),
        sa.ForeignKeyConstraint(
            ["fingerprint"],
            ["content.fingerprint"],
        ),
        sa.ForeignKeyConstraint(["page_id"], ["page.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("page_id", "number"),
    )
    op.create_table(
        "page_picture",
        sa.Column("page_id", sa.BigInteger(), nullable=False),
        sa.Column("picture_id", sa.Text(), nullable=False),
        sa.ForeignKeyConstraint(["page_id"], ["page.id"], ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["picture_id"], ["picture.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("page_id", "picture_id"),
    )
    op.create_table(
        "page_state",
        sa.Column("page_id", sa.BigInteger(), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.ForeignKeyConstraint(["page_id"], ["page.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("page_id", "revision"),
    )
    op.create_table(
        "writing",
        sa.Column("copy_id", sa.BigInteger(), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.ForeignKeyConstraint(["copy_id"], ["copy.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("copy_id"),
    )
    op.create_table(
        "writing_state",
        sa.Column("copy_id", sa.BigInteger(), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("made_by", sa.BigInteger(), nullable=False),
        sa.Column("cause", sa.Text(), nullable=False),
        sa.Column("push_id", sa.BigInteger(), nullable=True),
        sa.Column("edition_id", sa.BigInteger(), nullable=False),
        sa.Column("whole", sa.Text(), nullable=True),
        sa.Column("delta", sa.Text(), nullable=True),
        sa.ForeignKeyConstraint(["copy_id"], ["copy.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("copy_id", "revision"),
    )
    op.get_bind().exec_driver_sql(_QUEUE.read_text().replace("%", "%%"))
