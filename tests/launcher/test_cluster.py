"""The launcher's PostgreSQL: made once, found again, refused twice; ports that are taken."""

import json
import socket
import stat
import subprocess
from pathlib import Path

import psycopg
import pytest

from launcher import checks, install, postgres
from launcher.postgres import Cluster, free_port


@pytest.fixture
def folder():
    """Below /var/tmp, which the `postgres` user can reach; pytest's own folders are closed to it."""
    import tempfile

    made = Path(tempfile.mkdtemp(prefix="red-thread-test-", dir="/var/tmp"))
    made.chmod(0o755)
    yield made / "postgres"
    Cluster(made / "postgres").remove()
    made.rmdir()


def test_a_taken_port_is_stepped_past():
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        assert free_port(port) in range(port + 1, port + 30)


def test_what_was_written_is_there_after_a_second_start(folder):
    first = Cluster(folder)
    first.start()
    first.ensure_database()
    with psycopg.connect(first.url()) as connection:
        connection.execute("CREATE TABLE kept AS SELECT 'low water' AS words")
    first.stop()
    second = Cluster(folder)
    second.start()
    second.ensure_database()
    with psycopg.connect(second.url()) as connection:
        assert connection.execute("SELECT words FROM kept").fetchone() == ("low water",)
    second.stop()


def test_the_data_and_the_password_are_for_one_user_only(folder):
    cluster = Cluster(folder)
    cluster.start()
    cluster.ensure_database()
    assert stat.S_IMODE((folder / "password").stat().st_mode) == 0o600
    assert stat.S_IMODE((folder / "data").stat().st_mode) == 0o700
    guessed = cluster.url().replace(cluster.password, "guessed")
    with pytest.raises(psycopg.OperationalError, match="password authentication failed"):
        psycopg.connect(guessed)
    cluster.stop()


def test_a_second_server_on_the_same_data_is_refused(folder, capsys):
    first = Cluster(folder)
    first.start()
    with pytest.raises(SystemExit):
        Cluster(folder).start()
    assert "already running" in capsys.readouterr().err
    first.stop()


def test_a_pid_file_that_was_left_behind_is_no_hindrance(folder):
    first = Cluster(folder)
    first.start()
    first.stop()
    (folder / "data" / "postmaster.pid").write_text("999999999\n")
    second = Cluster(folder)
    second.start()
    second.ensure_database()
    second.stop()


def test_a_server_that_cannot_start_shows_its_last_words(folder, capsys):
    first = Cluster(folder)
    first.start()
    first.stop()
    (folder / "data" / "pg_hba.conf").write_text("nonsense\n")
    with pytest.raises(SystemExit):
        Cluster(folder).start()
    said = capsys.readouterr().err
    assert "PostgreSQL did not start; its log is" in said
    assert "pg_hba.conf" in said


@pytest.mark.skipif(not postgres.IS_ROOT, reason="only root has to make way for the postgres user")
def test_data_move_to_where_the_postgres_user_can_reach_them(tmp_path, capsys):
    tmp_path.chmod(0o700)
    assert Cluster(tmp_path / "data").folder.parent == Path("/var/lib/red-thread")
    assert "cannot reach" in capsys.readouterr().err


def test_an_ordinary_user_is_told_which_packages_to_install(monkeypatch, capsys):
    monkeypatch.setattr(install, "IS_ROOT", False)
    monkeypatch.setattr(install, "BINARIES", Path("/nowhere"))
    with pytest.raises(SystemExit):
        install.install_debian()
    assert "apt-get install postgresql-common postgresql-15" in capsys.readouterr().err


def test_a_step_that_fails_shows_what_it_printed(capsys):
    with pytest.raises(SystemExit):
        install._run(["sh", "-c", "echo the disk is full; exit 3"])
    assert "the disk is full" in capsys.readouterr().err


def test_a_failing_check_is_named_with_its_output(capsys, tmp_path):
    assert not checks._holds("weather", ["sh", "-c", "echo rain; exit 1"], tmp_path)
    said = capsys.readouterr().err
    assert "FAILS  weather" in said
    assert "rain" in said


def test_no_lock_file_names_an_address():
    packages = json.loads((install.PROJECT / "frontend" / "package-lock.json").read_text())["packages"]
    assert not [name for name, package in packages.items() if "resolved" in package]
    assert "://" not in (install.PROJECT / "requirements.lock").read_text()


def test_the_launcher_needs_nothing_but_python():
    probe = "import sys; sys.path.insert(0, '.'); import launcher.main; print('fastapi' in sys.modules)"
    done = subprocess.run(
        ["/usr/bin/env", "python3", "-S", "-c", probe],
        capture_output=True,
        text=True,
        cwd=install.PROJECT,
        check=False,
        env={"PATH": "/usr/bin:/bin:/usr/local/bin"},
    )
    assert done.stdout.strip() == "False", done.stderr
