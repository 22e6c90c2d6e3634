"""Elements at rates of their own, doubtful matches of a recut, the house setup."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("element", sa.Column("own_rate", sa.String(), nullable=True))
    op.add_column(
        "element", sa.Column("use", sa.String(16), nullable=False, server_default="frame for frame")
    )
    op.add_column("element", sa.Column("base", sa.Integer(), nullable=False, server_default="0"))
    op.create_table(
        "match_answer",
        sa.Column("cut_id", sa.Integer(), nullable=False),
        sa.Column("code", sa.String(), nullable=False),
        sa.Column("former", sa.String(), nullable=False),
        sa.Column("same", sa.Boolean(), nullable=False),
        sa.Column("who", sa.String(length=120), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.ForeignKeyConstraint(["cut_id"], ["cut.id"]),
        sa.PrimaryKeyConstraint("cut_id", "code", "former"),
    )
    op.create_table(
        "house_revision",
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("content", sa.String(), nullable=False),
        sa.Column("who", sa.String(length=120), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.PrimaryKeyConstraint("number"),
    )


def downgrade() -> None:
    op.drop_table("house_revision")
    op.drop_table("match_answer")
    op.drop_column("element", "base")
    op.drop_column("element", "use")
    op.drop_column("element", "own_rate")
