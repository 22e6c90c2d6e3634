"""Runs the migrations on the connection it is given."""

from alembic import context

from zero_slate.store.tables import Base

connection = context.config.attributes.get("connection")
if connection is None:
    raise RuntimeError("Migrations run on a connection that zero_slate.store.database gives them.")
context.configure(connection=connection, target_metadata=Base.metadata, render_as_batch=True)
with context.begin_transaction():
    context.run_migrations()
