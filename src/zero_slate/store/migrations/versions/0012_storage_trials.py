"""What ways to store frames came to, tried on a shot's own."""

import sqlalchemy as sa
from alembic import op

revision = "0012"
down_revision = "0011"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "storage_trial",
        sa.Column("shot_id", sa.Integer(), nullable=False),
        sa.Column("stored_as", sa.String(60), nullable=False),
        sa.Column("element", sa.String(), nullable=False),
        sa.Column("stamp", sa.String(), nullable=False),
        sa.Column("content", sa.String(), nullable=False),
        sa.Column("who", sa.String(120), nullable=False),
        sa.Column("at", sa.String(32), nullable=False),
        sa.ForeignKeyConstraint(["shot_id"], ["shot.id"]),
        sa.PrimaryKeyConstraint("shot_id", "stored_as"),
    )


def downgrade() -> None:
    op.drop_table("storage_trial")
