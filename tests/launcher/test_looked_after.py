"""The launcher looks after what it started, and leaves nothing behind when it is killed itself."""

import os
import re
import shutil
import signal
import subprocess
import tempfile
import threading
import time
from collections.abc import Iterator
from pathlib import Path

import psycopg
import pytest

from launcher.place import PROJECT
from launcher.postgres import free_port
from tests.faults.application import WELL, health, processes_of

pytestmark = pytest.mark.xdist_group("start")


def ours() -> dict[str, str]:
    return {name: value for name, value in os.environ.items() if not name.startswith("RED_THREAD_")}


def tool(*arguments: str) -> "subprocess.CompletedProcess[str]":
    command = [str(PROJECT / "red-thread"), *arguments]
    return subprocess.run(command, env=ours(), capture_output=True, text=True, check=False)


@pytest.fixture
def running() -> Iterator[tuple[Path, str, "subprocess.Popen[str]"]]:
    data = Path(tempfile.mkdtemp(prefix="red-thread-after-", dir="/var/tmp"))
    data.chmod(0o755)
    command = [str(PROJECT / "red-thread"), "start", "--no-demo", "--web", "2", "--data", str(data)]
    command += ["--port", str(free_port())]
    process = subprocess.Popen(
        command, env=ours(), stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True, start_new_session=True
    )
    assert process.stdout is not None
    said = ""
    while "Ctrl-C" not in said:
        line = process.stdout.readline()
        assert line, said
        said += line
    found = re.search(r"running at\s+(\S+)", said)
    assert found, said
    # What it says later is read as well: all that run in it write there, and would stand still at a full pipe.
    reading = threading.Thread(target=process.stdout.read, daemon=True)
    reading.start()
    yield data, found[1], process
    if process.poll() is None:
        os.killpg(process.pid, signal.SIGINT)
        process.wait(timeout=120)
    reading.join(timeout=10)
    shutil.rmtree(data, ignore_errors=True)


def wait_until(holds, seconds: float = 60) -> None:
    for _ in range(int(seconds / 0.25)):
        if holds():
            return
        time.sleep(0.25)
    raise AssertionError("it did not come about in time")


@pytest.mark.parametrize("part", ["web", "worker", "database"])
def test_what_is_killed_is_started_again(running, part):
    _, address, launcher = running
    wait_until(lambda: health(address).get("worker") is True)
    before = processes_of(launcher.pid)
    os.kill(before[part], signal.SIGKILL)
    wait_until(lambda: processes_of(launcher.pid).get(part) not in (None, before[part]))
    wait_until(lambda: health(address) == WELL)
    assert launcher.poll() is None


def test_while_one_of_two_that_answer_is_started_again_the_other_does(running):
    _, address, launcher = running
    wait_until(lambda: health(address).get("worker") is True)
    os.kill(processes_of(launcher.pid)["web"], signal.SIGKILL)
    assert all(health(address).get("database") for _ in range(20))
    assert launcher.poll() is None


def test_a_database_whose_old_processes_linger_is_started_again_once_they_have_ended(running):
    """A busy or stopped process of the killed server keeps its memory, and PostgreSQL refuses until it has ended."""
    data, address, launcher = running
    wait_until(lambda: health(address).get("worker") is True)
    before = processes_of(launcher.pid)
    lingering = next(iter(processes_of_kind(before["database"], "checkpointer")))
    os.kill(lingering, signal.SIGSTOP)
    try:
        os.kill(before["database"], signal.SIGKILL)
        log = data / "postgres" / "log"
        wait_until(lambda: log.read_text().count("pre-existing shared memory block") >= 2)
        assert launcher.poll() is None
    finally:
        os.kill(lingering, signal.SIGKILL)
    wait_until(lambda: health(address) == WELL)
    assert launcher.poll() is None


def processes_of_kind(server: int, kind: str) -> list[int]:
    """The processes under PostgreSQL's first one whose title says that they are of this kind."""
    command = ["ps", "-wwo", "pid,args", "--ppid", str(server)]
    listed = subprocess.run(command, capture_output=True, text=True, check=False)
    return [int(line.split()[0]) for line in listed.stdout.splitlines() if kind in line]


def test_no_password_stands_in_the_list_of_processes_and_the_role_owns_its_database_alone(running):
    data, address, launcher = running
    wait_until(lambda: health(address).get("worker") is True)
    owners, roles = ((data / "postgres" / name).read_text().strip() for name in ("password", "role-password"))
    listed = subprocess.run(["ps", "-wweo", "args"], capture_output=True, text=True, check=True).stdout
    assert owners not in listed and roles not in listed
    worker = processes_of(launcher.pid)["worker"]
    given = dict(
        part.split("=", 1) for part in Path(f"/proc/{worker}/environ").read_text().split("\0") if "=" in part
    )
    with psycopg.connect(given["RED_THREAD_DATABASE_URL"]) as connection:
        found = connection.execute(
            "SELECT rolsuper, rolcreatedb, rolcreaterole FROM pg_roles WHERE rolname = current_user"
        ).fetchone()
    assert found == (False, False, False)
    as_owner = given["RED_THREAD_DATABASE_URL"].replace("red_thread_app:", "red_thread:")
    with pytest.raises(psycopg.OperationalError):
        psycopg.connect(as_owner)
    assert roles in as_owner and owners not in as_owner


def test_a_launcher_that_is_killed_leaves_no_orphans_and_its_data_start_again(running):
    data, address, launcher = running
    wait_until(lambda: health(address).get("worker") is True)
    parts = processes_of(launcher.pid)
    assert set(parts) == {"web", "worker", "database"}
    launcher.kill()
    launcher.wait()
    wait_until(lambda: not any(Path(f"/proc/{pid}").exists() for pid in parts.values()))
    file = data.parent / f"{data.name}.backup"
    done = tool("backup", str(file), "--data", str(data))
    assert done.returncode == 0, done.stderr
    other = Path(tempfile.mkdtemp(prefix="red-thread-restored-", dir="/var/tmp"))
    other.chmod(0o755)
    try:
        restored = tool("restore", str(file), "--data", str(other))
        assert "verified equal" in restored.stdout, restored.stderr
        assert "not empty" in tool("restore", str(file), "--data", str(other)).stderr
    finally:
        file.unlink()
        shutil.rmtree(other)
