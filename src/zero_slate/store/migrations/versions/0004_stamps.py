"""What is kept in memory is keyed on: versions of what is changed in place, kept by triggers.

Revisions, cuts and edit formats are only added to, so that their newest number says what stands.
Elements and own formats are changed in place; whoever changes them, their version rises. So it does
for a revision that is mended by hand.
"""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None

_WATCHED = (
    *(("element", change) for change in ("INSERT", "UPDATE", "DELETE")),
    *(("own_format", change) for change in ("INSERT", "UPDATE", "DELETE")),
    ("setup_revision", "UPDATE"),
)


def upgrade() -> None:
    op.create_table(
        "table_version",
        sa.Column("name", sa.String(32), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.PrimaryKeyConstraint("name"),
    )
    op.execute("INSERT INTO table_version VALUES ('element', 0), ('own_format', 0)")
    op.add_column("shot", sa.Column("files", sa.Integer(), nullable=False, server_default="0"))
    for table, change in _WATCHED:
        row = "OLD" if change == "DELETE" else "NEW"
        name = "own_format" if table == "own_format" else "element"
        shot = (
            "UPDATE shot SET files = (SELECT version FROM table_version WHERE name = 'element') "
            f"WHERE id = {row}.shot_id;"
            if name == "element"
            else ""
        )
        op.execute(
            f"CREATE TRIGGER {table}_{change.lower()} AFTER {change} ON {table} BEGIN "
            f"UPDATE table_version SET version = version + 1 WHERE name = '{name}'; {shot} END"
        )


def downgrade() -> None:
    for table, change in _WATCHED:
        op.execute(f"DROP TRIGGER {table}_{change.lower()}")
    op.drop_column("shot", "files")
    op.drop_table("table_version")
