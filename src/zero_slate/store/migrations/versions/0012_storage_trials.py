"""What ways to store frames came to; how many versions of setups a production keeps."""

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
    op.add_column("production", sa.Column("keeps", sa.Integer()))


def downgrade() -> None:
    op.drop_column("production", "keeps")
    op.drop_table("storage_trial")
