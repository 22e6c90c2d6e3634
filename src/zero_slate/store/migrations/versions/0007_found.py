"""What was found on disk: a production's own folder, its passes, and what each of them saw."""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("production", sa.Column("volume", sa.String()))
    op.add_column("production", sa.Column("folder", sa.String()))
    op.create_table(
        "media_pass",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("production_id", sa.Integer(), nullable=False),
        sa.Column("volume", sa.String(), nullable=False),
        sa.Column("folder", sa.String(), nullable=False),
        sa.Column("folders", sa.Integer(), nullable=False),
        sa.Column("files", sa.Integer(), nullable=False),
        sa.Column("read", sa.Integer(), nullable=False),
        sa.Column("who", sa.String(120), nullable=False),
        sa.Column("at", sa.String(32), nullable=False),
        sa.ForeignKeyConstraint(["production_id"], ["production.id"]),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_media_pass_production_id", "media_pass", ["production_id"])
    op.create_table(
        "found_media",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("production_id", sa.Integer(), nullable=False),
        sa.Column("volume", sa.String(), nullable=False),
        sa.Column("folder", sa.String(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("kind", sa.String(16), nullable=False),
        sa.Column("files", sa.Integer(), nullable=False),
        sa.Column("stamp", sa.String(64), nullable=False),
        sa.Column("words", sa.String(), nullable=False),
        sa.Column("media", sa.String()),
        sa.Column("problem", sa.String()),
        sa.Column("first_pass", sa.Integer(), nullable=False),
        sa.Column("last_pass", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["production_id"], ["production.id"]),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("production_id", "volume", "folder", "name"),
    )


def downgrade() -> None:
    op.drop_table("found_media")
    op.drop_table("media_pass")
    op.drop_column("production", "folder")
    op.drop_column("production", "volume")
