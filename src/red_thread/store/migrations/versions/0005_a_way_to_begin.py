"""A way to begin and to be let in: what is remembered of the installation, names to sign in with, who asks for whom."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "setting", sa.Column("name", sa.Text(), primary_key=True), sa.Column("value", sa.Text(), nullable=False)
    )
    op.add_column("person", sa.Column("sign_in_name", sa.Text(), nullable=True))
    op.create_unique_constraint("person_sign_in_name_key", "person", ["sign_in_name"])
    op.add_column("person", sa.Column("administers", sa.Boolean(), server_default="false", nullable=False))
    op.add_column(
        "sign_in_code",
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
    )
    op.add_column("sign_in_session", sa.Column("browser", sa.Text(), server_default="", nullable=False))
    op.create_table(
        "enrolment_request",
        sa.Column("class_id", sa.BigInteger(), sa.ForeignKey("class.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("person_id", sa.BigInteger(), sa.ForeignKey("person.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("asked_by", sa.BigInteger(), nullable=False),
        sa.Column("asked_at", sa.DateTime(timezone=True), nullable=False),
    )
    op.create_index("ix_enrolment_request_person_id", "enrolment_request", ["person_id"])
    op.add_column("push", sa.Column("problem", sa.Text(), nullable=True))
    op.create_table(
        "roster_taking",
        sa.Column("id", sa.BigInteger(), sa.Identity(), primary_key=True),
        sa.Column("master_id", sa.BigInteger(), sa.ForeignKey("master.id", ondelete="CASCADE"), nullable=False),
        sa.Column("made_by", sa.BigInteger(), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("undone_at", sa.DateTime(timezone=True), nullable=True),
        sa.Column("lines", sa.Text(), nullable=False),
    )
    op.create_index("ix_roster_taking_master_id", "roster_taking", ["master_id"])


def downgrade() -> None:
    op.drop_table("roster_taking")
    op.drop_column("push", "problem")
    op.drop_table("enrolment_request")
    op.drop_column("sign_in_session", "browser")
    op.drop_column("sign_in_code", "made_at")
    op.drop_column("person", "administers")
    op.drop_column("person", "sign_in_name")
    op.drop_table("setting")
