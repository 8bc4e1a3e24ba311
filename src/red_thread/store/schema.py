"""Bringing a database's schema up to date."""

from pathlib import Path

from alembic import command
from alembic.config import Config

MIGRATIONS = Path(__file__).with_name("migrations")


def migrate(revision: str = "head") -> None:
    """Runs the migrations that the database of the settings still lacks."""
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    config.set_main_option("path_separator", "os")
    command.upgrade(config, revision)
