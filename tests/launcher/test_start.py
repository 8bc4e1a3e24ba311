"""`./red-thread start` itself: from nothing, again with the data kept, anew, and on somebody's own PostgreSQL."""

import os
import re
import shutil
import signal
import subprocess
import tempfile
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import psycopg
import pytest

from launcher.place import PROJECT
from launcher.postgres import free_port

pytestmark = pytest.mark.xdist_group("start")


@pytest.fixture
def data() -> Iterator[Path]:
    folder = Path(tempfile.mkdtemp(prefix="red-thread-start-", dir="/var/tmp"))
    folder.chmod(0o755)
    yield folder
    shutil.rmtree(folder)


@contextmanager
def started(*options: str, **env: str) -> Iterator[tuple[str, str]]:
    """The address it answers on, and what it said; stopped by Ctrl-C, after which nothing of it may be left."""
    command = [str(PROJECT / "red-thread"), "start", "--port", str(free_port()), *options]
    clean = {name: value for name, value in os.environ.items() if not name.startswith("RED_THREAD_")}
    process = subprocess.Popen(
        command,
        env={**clean, **env},
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
        start_new_session=True,
    )
    said = ""
    assert process.stdout is not None
    for line in process.stdout:
        said += line
        if "Ctrl-C" in line:
            break
    found = re.search(r"running at\s+(\S+)", said)
    try:
        assert found, said
        yield found[1], said
    finally:
        os.killpg(process.pid, signal.SIGINT)  # as a terminal does
        left, _ = process.communicate(timeout=120)
        assert process.returncode == 0
        assert left.splitlines()[-1] == "Stopping …", left


def answer(address: str) -> int:
    with urllib.request.urlopen(address, timeout=5) as response:
        return response.status


def test_it_starts_from_nothing_and_again_with_the_data_kept_and_anew(data):
    where = ("--data", str(data))
    with started(*where, "--no-demo") as (address, said):
        assert answer(f"{address}/health") == 200
        assert answer(f"{address}/sign-in") == 200
        assert str(data) in said
    made = (data / "postgres" / "password").read_text()
    with started(*where, "--no-demo") as (address, _):
        assert answer(f"{address}/health") == 200
    assert (data / "postgres" / "password").read_text() == made
    with started(*where, "--no-demo", "--fresh"):
        pass
    assert (data / "postgres" / "password").read_text() != made
    assert not (data / "postgres" / "data" / "postmaster.pid").exists()


def test_it_runs_on_a_postgresql_of_ones_own(data, database_url):
    with (
        started("--data", str(data), "--no-demo", RED_THREAD_DATABASE_URL=database_url) as (address, _),
        psycopg.connect(database_url) as connection,
    ):
        assert answer(f"{address}/health") == 200
        assert connection.execute("SELECT count(*) FROM person").fetchone() == (0,)
    assert not (data / "postgres").exists()


def test_a_public_address_is_what_it_says(data, database_url):
    public = "https://notebooks.saltmarsh.example"
    options = ("--data", str(data), "--no-demo", "--public-url", public)
    with started(*options, RED_THREAD_DATABASE_URL=database_url) as (address, _):
        assert address == public
