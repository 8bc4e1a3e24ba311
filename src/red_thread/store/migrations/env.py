"""Brings a database's schema up to date."""

from alembic import context
from sqlalchemy import create_engine

from red_thread.settings import load_settings
from red_thread.store.tables import Table


def _ours(name: str | None, kind: str, parents: object) -> bool:
    """The queue's own tables are none of ours."""
    return not (kind == "table" and (name or "").startswith("procrastinate_"))


def run() -> None:
    engine = create_engine(load_settings().sqlalchemy_url)
    with engine.begin() as connection:
        context.configure(connection=connection, target_metadata=Table.metadata, include_name=_ours)
        with context.begin_transaction():
            context.run_migrations()
    engine.dispose()


run()
