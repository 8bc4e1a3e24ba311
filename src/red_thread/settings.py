"""What can be set from outside, all by environment variables that begin with RED_THREAD_."""

from functools import lru_cache
from pathlib import Path

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
    sign_in_tries: str = "12/minute"

    @property
    def sqlalchemy_url(self) -> str:
        return self.database_url.replace("postgresql://", "postgresql+psycopg://", 1)


@lru_cache
def load_settings() -> Settings:
    return Settings()
