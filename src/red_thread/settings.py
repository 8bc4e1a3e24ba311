"""What can be set from outside, all by environment variables that begin with RED_THREAD_."""

from functools import lru_cache
from pathlib import Path
from urllib.parse import urlsplit

from pydantic_settings import BaseSettings, SettingsConfigDict

PROJECT = Path(__file__).resolve().parents[2]


class Settings(BaseSettings):
    """Where the database is, where the application answers, and whether this is the demo."""

    model_config = SettingsConfigDict(env_prefix="RED_THREAD_")

    database_url: str = "postgresql://localhost/red_thread"
    public_url: str = "http://127.0.0.1:8420"
    demo: bool = False
    front_end: Path = PROJECT / "frontend" / "dist"
    pool_size: int = 10
    upload_limit: int = 25 * 1024 * 1024
    master_upload_limit: int = 100 * 1024 * 1024  # what teachers bring in: scans, films, a year of pages
    sign_in_tries: str = "10/minute"  # that fail, for one account from one address
    address_tries: str = "300/minute"  # that fail, from one address: a whole school may share one
    trusted_proxies: str = ""  # addresses, parted by commas, whose X-Forwarded-For is believed
    allowed_hosts: str = ""  # names, parted by commas; the public address and this machine if empty

    @property
    def sqlalchemy_url(self) -> str:
        """The address of the database, with the driver that speaks to it."""
        _, _, rest = self.database_url.partition("://")
        return f"postgresql+psycopg://{rest}"

    @property
    def hosts(self) -> list[str]:
        """The names by which the application answers."""
        own = [urlsplit(self.public_url).hostname or "localhost", "127.0.0.1", "localhost", "[::1]"]
        return _parted(self.allowed_hosts) or own

    @property
    def proxies(self) -> frozenset[str]:
        """The addresses of proxies that are believed."""
        return frozenset(_parted(self.trusted_proxies))


def _parted(names: str) -> list[str]:
    return [name.strip() for name in names.split(",") if name.strip()]


@lru_cache
def load_settings() -> Settings:
    """The settings, read once."""
    return Settings()
