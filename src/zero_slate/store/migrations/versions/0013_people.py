"""Who works here: profiles, each with what their desk keeps."""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "person",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("folded", sa.String(120), nullable=False),
        sa.Column("profile", sa.String(), nullable=False),
        sa.Column("room", sa.String(), nullable=False),
        sa.Column("put_away", sa.Boolean(), nullable=False, server_default="0"),
        sa.Column("at", sa.String(32), nullable=False),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("folded"),
    )


def downgrade() -> None:
    op.drop_table("person")
