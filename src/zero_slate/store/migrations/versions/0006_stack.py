"""Elements lie over one another: their order, names, views, and what shows where they have none."""

from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None

_TEXTS = {"before": 16, "between": 16, "after": 16}


def upgrade() -> None:
    add: list[sa.Column[Any]] = [
        sa.Column("name", sa.String(), nullable=False, server_default=""),
        sa.Column("is_on", sa.Boolean(), nullable=False, server_default="1"),
        sa.Column("place", sa.Integer(), nullable=False, server_default="0"),
        *(sa.Column(name, sa.String(size)) for name, size in _TEXTS.items()),
        sa.Column("offset", sa.Integer(), nullable=False, server_default="0"),
        sa.Column("slip", sa.Integer(), nullable=False, server_default="0"),
        sa.Column("view", sa.String(), nullable=False, server_default=""),
        sa.Column("view_of", sa.Integer()),
    ]
    for column in add:
        op.add_column("element", column)
    op.execute("UPDATE element SET place = id")


def downgrade() -> None:
    for name in ("name", "is_on", "place", *_TEXTS, "offset", "slip", "view", "view_of"):
        op.drop_column("element", name)
