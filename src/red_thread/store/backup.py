"""Backups: PostgreSQL's own dump, and beside it the sums of every table, taken in the same moment.

The moment is a snapshot that the dump shares (`pg_export_snapshot`), so people write on meanwhile. A restored
database has to have the same sums, table for table, or it is said not to be equal.
"""

import json
import os
import subprocess
import tarfile
import tempfile
from pathlib import Path

import psycopg
from psycopg import sql
from psycopg.conninfo import conninfo_to_dict

_BINARIES = Path("/usr/lib/postgresql/15/bin")
_NOT_KEPT = ("procrastinate_workers",)  # who is alive just now is no part of a backup


class BackupFailed(Exception):
    """What could not be done, in a sentence."""


def write_backup(database_url: str, file: Path) -> str:
    """Writes a backup; says what is in it. Raises BackupFailed."""
    if file.exists():
        raise BackupFailed(f"{file} is there already. Choose another name; nothing was written.")
    with tempfile.TemporaryDirectory() as folder, psycopg.connect(database_url) as connection:
        connection.execute("BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY")
        snapshot = connection.execute("SELECT pg_export_snapshot()").fetchone()
        assert snapshot is not None
        dump = Path(folder) / "dump"
        _run("pg_dump", database_url, "-Fc", "-f", str(dump), f"--snapshot={snapshot[0]}", "--no-owner")
        sums = _sums(connection)
        (Path(folder) / "sums.json").write_text(json.dumps(sums, indent=1))
        half = file.with_name(file.name + ".half")
        # Everything of everybody is in it: nobody else on this machine reads it, not even while it is written.
        with (
            os.fdopen(os.open(half, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "wb") as written,
            tarfile.open(fileobj=written, mode="w") as archive,
        ):
            for part in ("dump", "sums.json"):
                archive.add(Path(folder) / part, part)
        half.rename(file)
    return f"{sum(int(one.split(':')[0]) for one in sums.values())} rows of {len(sums)} tables are in {file}."


def read_backup(database_url: str, file: Path) -> str:
    """Reads a backup into an empty database and compares the sums. Raises BackupFailed."""
    with psycopg.connect(database_url) as connection:
        if _tables(connection):
            raise BackupFailed(
                "This database is not empty. Start with another --data, or with --fresh, and restore there."
            )
    with tempfile.TemporaryDirectory() as folder:
        try:
            with tarfile.open(file) as archive:
                archive.extractall(folder, filter="data")
            wanted: dict[str, str] = json.loads((Path(folder) / "sums.json").read_text())
        except (OSError, tarfile.TarError, ValueError) as error:
            raise BackupFailed(f"{file} is no backup of Red Thread, or not whole.") from error
        _run(
            "pg_restore",
            database_url,
            "--no-owner",
            "--exit-on-error",
            "--single-transaction",
            str(Path(folder) / "dump"),
        )
    with psycopg.connect(database_url) as connection:
        found = _sums(connection)
        connection.execute("ANALYZE")  # a restored database knows nothing of its rows, and plans badly
    unequal = sorted(name for name in {*wanted, *found} if wanted.get(name) != found.get(name))
    if unequal:
        raise BackupFailed(f"What was restored is not equal in {', '.join(unequal)}. Keep the backup and tell us.")
    return f"Restored, and verified equal: {len(found)} tables."


def _run(program: str, database_url: str, *arguments: str) -> None:
    told = conninfo_to_dict(database_url)
    env = {**os.environ, "PGPASSWORD": str(told.get("password", ""))}
    where = [
        "-h",
        str(told.get("host", "127.0.0.1")),
        "-p",
        str(told.get("port", 5432)),
        "-U",
        str(told.get("user", "")),
    ]
    command = [str(_BINARIES / program), *where, "-d", str(told.get("dbname", "")), *arguments]
    done = subprocess.run(command, env=env, capture_output=True, text=True, check=False)
    if done.returncode:
        raise BackupFailed(f"{program} could not do it: {(done.stderr.strip().splitlines() or ['?'])[-1]}")


def _tables(connection: psycopg.Connection) -> list[str]:
    found = connection.execute("SELECT tablename FROM pg_tables WHERE schemaname = 'public' ORDER BY 1")
    return [row[0] for row in found if row[0] not in _NOT_KEPT]


def _sums(connection: psycopg.Connection) -> dict[str, str]:
    """By table, how many rows, and a sum over all that stands in them, whatever their order."""
    sums: dict[str, str] = {}
    for name in _tables(connection):
        whole = sql.SQL("SELECT count(*), coalesce(sum(hashtextextended(t::text, 0)::numeric), 0) FROM {} t")
        row = connection.execute(whole.format(sql.Identifier(name))).fetchone()
        assert row is not None
        sums[name] = f"{row[0]}:{row[1]}"
    return sums
