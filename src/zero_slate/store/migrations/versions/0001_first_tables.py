"""First tables."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "production",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("title", sa.String(length=120), nullable=False),
        sa.Column("kind", sa.String(length=120), nullable=False),
        sa.Column("code_example", sa.String(length=64), nullable=False),
        sa.Column("created_at", sa.String(length=32), nullable=False),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_table(
        "cut",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("production_id", sa.Integer(), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("file_name", sa.String(), nullable=False),
        sa.Column("title", sa.String(), nullable=False),
        sa.Column("form", sa.String(), nullable=False),
        sa.Column("who", sa.String(length=120), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.ForeignKeyConstraint(
            ["production_id"],
            ["production.id"],
        ),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("production_id", "number"),
    )
    op.create_table(
        "edit_revision",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("production_id", sa.Integer(), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("content", sa.String(), nullable=False),
        sa.Column("what", sa.String(), nullable=False),
        sa.Column("who", sa.String(length=120), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.ForeignKeyConstraint(
            ["production_id"],
            ["production.id"],
        ),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("production_id", "number"),
    )
    op.create_table(
        "shot",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("production_id", sa.Integer(), nullable=False),
        sa.Column("code", sa.String(length=64), nullable=False),
        sa.Column("touched_at", sa.String(length=32), nullable=False),
        sa.ForeignKeyConstraint(
            ["production_id"],
            ["production.id"],
        ),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("production_id", "code"),
    )
    with op.batch_alter_table("shot", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_shot_touched_at"), ["touched_at"], unique=False)

    op.create_table(
        "element",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("shot_id", sa.Integer(), nullable=False),
        sa.Column("role", sa.String(length=32), nullable=False),
        sa.Column("volume", sa.String(), nullable=False),
        sa.Column("folder", sa.String(), nullable=False),
        sa.Column("align", sa.String(length=16), nullable=False),
        sa.Column("media", sa.String(), nullable=False),
        sa.Column("who", sa.String(length=120), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.ForeignKeyConstraint(
            ["shot_id"],
            ["shot.id"],
        ),
        sa.PrimaryKeyConstraint("id"),
    )
    with op.batch_alter_table("element", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_element_shot_id"), ["shot_id"], unique=False)

    op.create_table(
        "event",
        sa.Column("cut_id", sa.Integer(), nullable=False),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("code", sa.String(), nullable=False),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("reel", sa.String(), nullable=False),
        sa.Column("track", sa.String(), nullable=False),
        sa.Column("source_first", sa.Integer(), nullable=False),
        sa.Column("source_last", sa.Integer(), nullable=False),
        sa.Column("source_rate", sa.String(), nullable=False),
        sa.Column("source_drop", sa.Boolean(), nullable=False),
        sa.Column("record_first", sa.Integer(), nullable=False),
        sa.Column("record_last", sa.Integer(), nullable=False),
        sa.Column("record_rate", sa.String(), nullable=False),
        sa.Column("record_drop", sa.Boolean(), nullable=False),
        sa.Column("speed", sa.String(), nullable=False),
        sa.ForeignKeyConstraint(
            ["cut_id"],
            ["cut.id"],
        ),
        sa.PrimaryKeyConstraint("cut_id", "position"),
        sqlite_with_rowid=False,
    )
    op.create_table(
        "setup_revision",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("shot_id", sa.Integer(), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("content", sa.String(), nullable=False),
        sa.Column("action", sa.String(length=8), nullable=False),
        sa.Column("restores", sa.Integer(), nullable=True),
        sa.Column("what", sa.String(), nullable=False),
        sa.Column("who", sa.String(length=120), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.ForeignKeyConstraint(
            ["shot_id"],
            ["shot.id"],
        ),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("shot_id", "number"),
    )


def downgrade() -> None:
    op.drop_table("setup_revision")
    op.drop_table("event")
    with op.batch_alter_table("element", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_element_shot_id"))

    op.drop_table("element")
    with op.batch_alter_table("shot", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_shot_touched_at"))

    op.drop_table("shot")
    op.drop_table("edit_revision")
    op.drop_table("cut")
    op.drop_table("production")
