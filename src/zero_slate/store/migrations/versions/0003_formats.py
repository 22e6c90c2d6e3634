"""Own formats, placement of elements, changes to several shots at once, shared setups."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("element", sa.Column("placing", sa.String(16), nullable=True))
    op.add_column("element", sa.Column("line", sa.Boolean(), nullable=False, server_default="0"))
    op.create_table(
        "own_format",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=60), nullable=False),
        sa.Column("content", sa.String(), nullable=False),
        sa.Column("who", sa.String(length=120), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("name"),
    )
    op.create_table(
        "batch",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("production_id", sa.Integer(), nullable=False),
        sa.Column("edit_number", sa.Integer(), nullable=True),
        sa.Column("what", sa.String(), nullable=False),
        sa.Column("who", sa.String(length=120), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("undone_at", sa.String(length=32), nullable=True),
        sa.ForeignKeyConstraint(["production_id"], ["production.id"]),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_batch_production_id", "batch", ["production_id"])
    op.add_column("setup_revision", sa.Column("batch_id", sa.Integer(), nullable=True))
    op.create_index("ix_setup_revision_batch_id", "setup_revision", ["batch_id"])
    op.create_table(
        "shared_setup",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("production_id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=60), nullable=False),
        sa.ForeignKeyConstraint(["production_id"], ["production.id"]),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("production_id", "name"),
    )
    op.add_column("shot", sa.Column("shared_id", sa.Integer(), nullable=True))


def downgrade() -> None:
    op.drop_column("shot", "shared_id")
    op.drop_table("shared_setup")
    op.drop_index("ix_setup_revision_batch_id", "setup_revision")
    op.drop_column("setup_revision", "batch_id")
    op.drop_table("batch")
    op.drop_table("own_format")
    op.drop_column("element", "line")
    op.drop_column("element", "placing")
