"""A PostgreSQL of the project's own, on loopback only. PostgreSQL refuses root: then it runs as `postgres`."""

import hashlib
import os
import pwd
import secrets
import shutil
import signal
import socket
import subprocess
import tempfile
import time
from pathlib import Path
from typing import Any

from launcher.place import IS_ROOT, give_up, say

BINARIES = Path("/usr/lib/postgresql/15/bin")
ROLE = "red_thread"
_FAST = ["fsync=off", "full_page_writes=off", "synchronous_commit=off"]
_ROOMY = ["shared_buffers=256MB", "work_mem=32MB", "max_connections=200", "max_wal_size=2GB", "jit=off"]


def free_port(preferred: int = 0) -> int:
    """A port that nothing listens on: the preferred one or one of the next, else any."""
    for port in [*range(preferred, preferred + 30), 0] if preferred else [0]:
        with socket.socket() as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            try:
                probe.bind(("127.0.0.1", port))
            except OSError:
                continue
            return probe.getsockname()[1]
    give_up("No free port was found on this machine.")


class Cluster:
    """One data folder and the server on it. `throwaway`: for tests, fast and without passwords."""

    def __init__(self, folder: Path, *, throwaway: bool = False) -> None:
        self.throwaway = throwaway
        self.folder = folder if throwaway else _reachable(folder)
        self.port = 0
        self.server: subprocess.Popen[Any] | None = None

    @property
    def password(self) -> str:
        file = self.folder / "password"
        return "" if self.throwaway else file.read_text().strip()

    def url(self, database: str = "red_thread") -> str:
        secret = f":{self.password}" if self.password else ""
        return f"postgresql://{ROLE}{secret}@127.0.0.1:{self.port}/{database}"

    def start(self, preferred_port: int = 0) -> None:
        self._claim()
        if not (self.folder / "data" / "PG_VERSION").exists():
            self._create()
        self.port = free_port(preferred_port)
        settings = [*_ROOMY, *(_FAST if self.throwaway else [])]
        settings += ["listen_addresses=127.0.0.1", f"port={self.port}", "unix_socket_directories="]
        command = [str(BINARIES / "postgres"), "-D", str(self.folder / "data")]
        for setting in settings:
            command += ["-c", setting]
        log = (self.folder / "log").open("ab")
        # The server must not outlive its launcher, however that ends; and Ctrl-C, which a terminal sends to all
        # that run in it, must not end it before those who use it.
        self.server = subprocess.Popen(
            ["setpriv", "--pdeathsig", "SIGINT", *command],
            stdout=log,
            stderr=log,
            cwd="/",
            start_new_session=True,
            **_as_postgres(),
        )
        self._wait()

    def _claim(self) -> None:
        self.folder.mkdir(parents=True, exist_ok=True)
        if IS_ROOT:
            owner = pwd.getpwnam("postgres")
            os.chown(self.folder, owner.pw_uid, owner.pw_gid)
        running = self.folder / "data" / "postmaster.pid"
        if running.exists():
            pid = int(running.read_text().split()[0])
            if Path(f"/proc/{pid}").exists() and b"postgres" in Path(f"/proc/{pid}/cmdline").read_bytes():
                give_up(f"Red Thread is already running on {self.folder}. Stop it there, or choose another --data.")

    def _create(self) -> None:
        how = ["--auth=trust"] if self.throwaway else ["--auth=scram-sha-256", f"--pwfile={self.folder / 'password'}"]
        if not self.throwaway:
            self._write_password()
        command = [str(BINARIES / "initdb"), "-D", str(self.folder / "data"), "-U", ROLE, *how]
        command += ["--locale=C.UTF-8", "--encoding=UTF8", "--no-sync", "--no-instructions"]
        done = subprocess.run(command, cwd="/", capture_output=True, text=True, check=False, **_as_postgres())
        if done.returncode:
            give_up(f"{done.stderr.strip()}\n\nPostgreSQL could not make its data folder in {self.folder}.")

    def _write_password(self) -> None:
        file = self.folder / "password"
        file.touch(mode=0o600)
        file.write_text(secrets.token_urlsafe(24))
        if IS_ROOT:
            owner = pwd.getpwnam("postgres")
            os.chown(file, owner.pw_uid, owner.pw_gid)

    def _wait(self) -> None:
        for _ in range(300):
            if self.server and self.server.poll() is not None:
                break
            ready = [str(BINARIES / "pg_isready"), "-q", "-h", "127.0.0.1", "-p", str(self.port)]
            if subprocess.run(ready, check=False).returncode == 0:
                return
            time.sleep(0.05)
        self.stop()
        last = "\n".join((self.folder / "log").read_text(errors="replace").splitlines()[-5:])
        give_up(f"{last}\n\nPostgreSQL did not start; its log is {self.folder / 'log'}.")

    def ensure_database(self, name: str = "red_thread") -> None:
        asked = self._sql(f"SELECT 1 FROM pg_database WHERE datname = '{name}'")
        if "1" not in asked:
            self._sql(f'CREATE DATABASE "{name}"')

    def _sql(self, statement: str) -> str:
        command = [str(BINARIES / "psql"), "-XAtq", self.url("postgres"), "-c", statement]
        return subprocess.run(command, capture_output=True, text=True, check=True, cwd="/").stdout

    def stop(self) -> None:
        if self.server and self.server.poll() is None:
            self.server.send_signal(signal.SIGINT)
            try:
                self.server.wait(20)
            except subprocess.TimeoutExpired:
                self.server.kill()

    def remove(self) -> None:
        self.stop()
        shutil.rmtree(self.folder, ignore_errors=True)


def throwaway_cluster() -> Cluster:
    """A started cluster in a temporary folder, for tests and benchmarks."""
    cluster = Cluster(Path(tempfile.mkdtemp(prefix="red-thread-")), throwaway=True)
    cluster.start()
    return cluster


def _as_postgres() -> Any:
    if not IS_ROOT:
        return {}
    owner = pwd.getpwnam("postgres")
    return {"user": owner.pw_uid, "group": owner.pw_gid, "extra_groups": []}


def _reachable(folder: Path) -> Path:
    """The folder, or one under /var/lib where the way to it is closed to the `postgres` user."""
    folder = folder.resolve()
    closed = [p for p in folder.parents if p.exists() and not p.stat().st_mode & 0o001]
    if not IS_ROOT or not closed:
        return folder
    name = hashlib.sha256(str(folder).encode()).hexdigest()[:12]
    other = Path("/var/lib/red-thread") / name
    say(f"The postgres user cannot reach {folder} ({closed[0]} is closed to it); the data are in {other}.")
    return other
