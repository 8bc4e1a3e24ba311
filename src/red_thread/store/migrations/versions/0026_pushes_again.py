"""A push that is made again for those for whom another failed says which."""

import sqlalchemy as sa
from alembic import op

revision = "0026"
down_revision = "0025"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("push", sa.Column("again_of", sa.BigInteger, nullable=True))


def downgrade() -> None:
    op.drop_column("push", "again_of")
