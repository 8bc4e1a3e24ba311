"""Plugs the parts together."""

from red_thread.jobs.queue import Jobs
from red_thread.settings import Settings
from red_thread.store.database import Database


def make_database(settings: Settings) -> tuple[Database, Jobs]:
    """A database whose transactions can enqueue jobs, and the queue that runs them on it."""
    jobs = Jobs(settings.database_url)
    database = Database(settings.sqlalchemy_url, settings.pool_size, jobs.defer)
    jobs.database = database
    return database, jobs
