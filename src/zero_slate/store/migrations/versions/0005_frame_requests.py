"""What is to be asked for stays, after the recut that asks for it was taken."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "frame_request",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("production_id", sa.Integer(), nullable=False),
        sa.Column("shot_id", sa.Integer(), nullable=False),
        sa.Column("cut", sa.Integer(), nullable=False),
        sa.Column("frames", sa.Integer(), nullable=False),
        sa.Column("words", sa.String(), nullable=False),
        sa.Column("reel", sa.String(), nullable=False),
        sa.Column("shot_frames", sa.String(), nullable=False),
        sa.Column("source", sa.String(), nullable=False),
        sa.Column("who", sa.String(120), nullable=False),
        sa.Column("at", sa.String(32), nullable=False),
        sa.Column("got_who", sa.String(120)),
        sa.Column("got_at", sa.String(32)),
        sa.ForeignKeyConstraint(["production_id"], ["production.id"]),
        sa.ForeignKeyConstraint(["shot_id"], ["shot.id"]),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index("ix_frame_request_production_id", "frame_request", ["production_id"])
    op.create_index("ix_frame_request_shot_id", "frame_request", ["shot_id"])


def downgrade() -> None:
    op.drop_table("frame_request")
