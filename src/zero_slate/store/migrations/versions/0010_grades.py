"""The grades that cut lists carry."""

import sqlalchemy as sa
from alembic import op

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("event", sa.Column("cdl", sa.String(), nullable=False, server_default=""))


def downgrade() -> None:
    op.drop_column("event", "cdl")
