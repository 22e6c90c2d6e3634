"""The colour space that an element is read as whatever the rules say, and why."""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("element", sa.Column("space", sa.String(), nullable=False, server_default=""))
    op.add_column(
        "element", sa.Column("space_reason", sa.String(), nullable=False, server_default="")
    )


def downgrade() -> None:
    op.drop_column("element", "space_reason")
    op.drop_column("element", "space")
