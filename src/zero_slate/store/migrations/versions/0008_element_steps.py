"""What a shot's elements were before each change, so that it can be taken back."""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "element_step",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("shot_id", sa.Integer(), nullable=False),
        sa.Column("what", sa.String(), nullable=False),
        sa.Column("rows", sa.String(), nullable=False),
        sa.Column("who", sa.String(120), nullable=False),
        sa.Column("at", sa.String(32), nullable=False),
        sa.ForeignKeyConstraint(["shot_id"], ["shot.id"]),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_element_step_shot_id", "element_step", ["shot_id"])


def downgrade() -> None:
    op.drop_table("element_step")
