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
OWNER = "red_thread"  # of the cluster; used by the launcher alone
ROLE = "red_thread_app"  # of the application: it owns its database and nothing else
SCHOOL_ROLE = "red_thread_school"  # which the application takes on for its work: it sees one school at a time
MAJOR = "15"
_FAST = ["fsync=off", "full_page_writes=off", "synchronous_commit=off"]
# What PostgreSQL says while processes of a server that was killed have not yet ended; they end by themselves.
_STILL_ENDING = ["pre-existing shared memory block", 'lock file "postmaster.pid" already exists']
_TRIES = 20  # a second apart
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
    def owner_password(self) -> str:
        """Of who may do everything with the server: it never leaves the launcher."""
        return self._secret("password")

    @property
    def password(self) -> str:
        """Of the application's role, and good for nothing else."""
        return self._secret("role-password")

    def _secret(self, name: str) -> str:
        if self.throwaway:
            return ""
        if not (self.folder / name).exists():
            self._write_password(name)
        return (self.folder / name).read_text().strip()

    def url(self, database: str = "red_thread") -> str:
        """The application's own way in; a throwaway cluster is used by its owner."""
        role = OWNER if self.throwaway else ROLE
        secret = f":{self.password}" if self.password else ""
        return f"postgresql://{role}{secret}@127.0.0.1:{self.port}/{database}"

    def start(self, preferred_port: int = 0) -> None:
        self._claim()
        if not (self.folder / "data" / "PG_VERSION").exists():
            self._create()
        self._require_version()
        self.port = free_port(preferred_port)
        self.run(others=3)

    def run(self, others: int = 0) -> None:
        """Starts the server on the port that it has and waits until it answers, or gives up.

        others: how many other ports to try, should somebody have taken it between the looking and the starting.
        """
        last = ""
        for _ in range(_TRIES):
            self.launch()
            if self._is_ready():
                return
            self.stop()
            last = "\n".join((self.folder / "log").read_text(errors="replace").splitlines()[-6:])
            if not any(sign in last for sign in _STILL_ENDING):
                break
            time.sleep(1)
        if others and "Address already in use" in last:
            self.port = free_port()
            self.run(others - 1)
            return
        give_up(f"{last}\n\nPostgreSQL did not start; its log is {self.folder / 'log'}.")

    def launch(self) -> "subprocess.Popen[Any]":
        """Starts the server's process on the port that it has, without waiting for it to answer."""
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
        log.close()
        return self.server

    def _claim(self) -> None:
        try:
            self.folder.mkdir(parents=True, exist_ok=True)
            probe = self.folder / ".probe"
            probe.touch()
            probe.unlink()
        except OSError as error:
            give_up(f"{self.folder} cannot be written to ({error.strerror}). Choose another folder with --data.")
        if IS_ROOT:
            owner = pwd.getpwnam("postgres")
            os.chown(self.folder, owner.pw_uid, owner.pw_gid)
        if self.is_running():
            give_up(f"Red Thread is already running on {self.folder}. Stop it there, or choose another --data.")

    def is_running(self) -> bool:
        """Whether a server is on this folder. A file that is empty or of another process says nothing."""
        try:
            pid = int((self.folder / "data" / "postmaster.pid").read_text().split()[0])
            told = Path(f"/proc/{pid}/cmdline").read_bytes()
        except (OSError, ValueError, IndexError):
            return False
        return b"postgres" in told and str(self.folder / "data").encode() in told

    def running_port(self) -> int:
        """The port of the server that runs on this folder: the fourth line of its pid file."""
        return int((self.folder / "data" / "postmaster.pid").read_text().splitlines()[3])

    def _require_version(self) -> None:
        found = (self.folder / "data" / "PG_VERSION").read_text().strip()
        if found != MAJOR:
            give_up(
                f"The data in {self.folder} are of PostgreSQL {found}; this is Red Thread on PostgreSQL {MAJOR}. "
                "Restore a backup into a new folder: docs/upgrades.md tells how."
            )

    def _create(self) -> None:
        """Makes the cluster beside its place and puts it there whole, so that no half of one is left behind."""
        half = self.folder / "data.new"
        shutil.rmtree(half, ignore_errors=True)
        how = ["--auth=trust"]
        if self.owner_password:
            how = ["--auth=scram-sha-256", f"--pwfile={self.folder / 'password'}"]
        command = [str(BINARIES / "initdb"), "-D", str(half), "-U", OWNER, *how]
        command += ["--locale=C.UTF-8", "--encoding=UTF8", "--no-sync", "--no-instructions"]
        done = subprocess.run(command, cwd="/", capture_output=True, text=True, check=False, **_as_postgres())
        if done.returncode:
            give_up(f"{done.stderr.strip()}\n\nPostgreSQL could not make its data folder in {self.folder}.")
        shutil.rmtree(self.folder / "data", ignore_errors=True)
        half.rename(self.folder / "data")

    def _write_password(self, name: str) -> None:
        file = self.folder / name
        made = file.with_suffix(".new")
        made.touch(mode=0o600)
        made.write_text(secrets.token_urlsafe(24))
        if IS_ROOT:
            owner = pwd.getpwnam("postgres")
            os.chown(made, owner.pw_uid, owner.pw_gid)
        made.rename(file)

    def _is_ready(self) -> bool:
        """Waits until the server answers; whether it ever did."""
        begun = told = time.monotonic()
        while True:
            if self.server is None or self.server.poll() is not None:
                return False
            if time.monotonic() - told > 15:
                told = time.monotonic()
                say(f"PostgreSQL still starts, for {told - begun:.0f} seconds now; after a power cut it reads back.")
            ready = [str(BINARIES / "pg_isready"), "-q", "-h", "127.0.0.1", "-p", str(self.port)]
            if subprocess.run(ready, check=False).returncode == 0:
                time.sleep(0.1)  # it may be another's server that answers there, and ours about to say so
                return self.server is not None and self.server.poll() is None
            time.sleep(0.05)

    def ensure_database(self, name: str = "red_thread") -> None:
        """The database and the role that owns it and nothing else; one of an earlier version is handed over to it."""
        if "1" not in self._sql(f"SELECT 1 FROM pg_roles WHERE rolname = '{ROLE}'"):
            self._sql(f"CREATE ROLE {ROLE} LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE")
        if "1" not in self._sql(f"SELECT 1 FROM pg_roles WHERE rolname = '{SCHOOL_ROLE}'"):
            self._sql(f"CREATE ROLE {SCHOOL_ROLE} NOLOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE")
        self._sql(f"GRANT {SCHOOL_ROLE} TO {ROLE}")
        self._sql(f"ALTER ROLE {ROLE} PASSWORD '{self.password}'")
        if "1" not in self._sql(f"SELECT 1 FROM pg_database WHERE datname = '{name}'"):
            self._sql(f'CREATE DATABASE "{name}" OWNER {ROLE}')
        self._sql(f'ALTER DATABASE "{name}" OWNER TO {ROLE}')
        self._sql(_HAND_OVER, name)

    def _sql(self, statement: str, database: str = "postgres") -> str:
        """Runs a statement as the owner. The password and the statement stand in no list of processes."""
        command = [str(BINARIES / "psql"), "-XAtq", "-v", "ON_ERROR_STOP=1", "-h", "127.0.0.1"]
        command += ["-p", str(self.port), "-U", OWNER, "-d", database]
        env = {**os.environ, "PGPASSWORD": self.owner_password}
        done = subprocess.run(command, input=statement, capture_output=True, text=True, check=False, cwd="/", env=env)
        if done.returncode:
            give_up(f"PostgreSQL could not be made ready: {done.stderr.strip().splitlines()[-1:]}")
        return done.stdout

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

    def put_aside(self) -> Path | None:
        """Moves the folder aside for a fresh start, if there is one and nobody is using it; tells where to."""
        if not (self.folder / "data").exists():
            return None
        self._claim()
        aside = self.folder.with_name(f"{self.folder.name}-before-{time.strftime('%Y%m%d-%H%M%S')}")
        self.folder.rename(aside)
        return aside


def throwaway_cluster() -> Cluster:
    """A started cluster in a temporary folder, for tests and benchmarks."""
    cluster = Cluster(Path(tempfile.mkdtemp(prefix="red-thread-")), throwaway=True)
    cluster.start()
    return cluster


# What the cluster's owner made in earlier versions belongs to the application's role from now on.
_HAND_OVER = f"""
DO $$ DECLARE one record; BEGIN
  FOR one IN SELECT format('%I.%I', n.nspname, c.relname) AS name, c.relkind AS kind
    FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
    WHERE n.nspname = 'public' AND c.relkind IN ('r', 'p', 'v') AND c.relowner <> '{ROLE}'::regrole LOOP
    EXECUTE format('ALTER %s %s OWNER TO {ROLE}', CASE one.kind WHEN 'v' THEN 'VIEW' ELSE 'TABLE' END, one.name);
  END LOOP;
  FOR one IN SELECT p.oid::regprocedure AS name FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace
    WHERE n.nspname = 'public' AND p.proowner <> '{ROLE}'::regrole LOOP
    EXECUTE format('ALTER ROUTINE %s OWNER TO {ROLE}', one.name);
  END LOOP;
  FOR one IN SELECT format('%I.%I', n.nspname, t.typname) AS name FROM pg_type t
    JOIN pg_namespace n ON n.oid = t.typnamespace
    WHERE n.nspname = 'public' AND t.typtype IN ('e', 'd') AND t.typowner <> '{ROLE}'::regrole LOOP
    EXECUTE format('ALTER TYPE %s OWNER TO {ROLE}', one.name);
  END LOOP;
  EXECUTE 'ALTER SCHEMA public OWNER TO {ROLE}';
END $$;
"""


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
