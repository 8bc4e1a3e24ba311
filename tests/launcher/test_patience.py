"""It starts anywhere: what lives and works is waited for, however slow the machine; what lives and does nothing is not."""

import subprocess
import sys
import tarfile

import pytest

from launcher import parts
from launcher.parts import Part
from launcher.postgres import free_port
from launcher.release import make_release
from launcher.start import wait_for
from launcher.work import Work

LATE = """
import http.server, sys, time
until = time.monotonic() + 3
while time.monotonic() < until: pass
http.server.HTTPServer(("127.0.0.1", int(sys.argv[1])), http.server.SimpleHTTPRequestHandler).serve_forever()
"""
STUCK = "import time\nwhile True: time.sleep(1000)"


def part(script: str, *arguments: str) -> Part:
    return Part(
        "The web", lambda: subprocess.Popen([sys.executable, "-c", script, *arguments], stderr=subprocess.DEVNULL)
    )


def test_what_works_is_waited_for_and_it_is_said(capfd):
    port = free_port()
    late = part(LATE, str(port))
    wait_for(f"http://127.0.0.1:{port}/", [late], still=30, tell=1)
    late.stop()
    assert "Still starting" in capfd.readouterr().err


def test_what_does_nothing_is_not_waited_for(capfd):
    stuck = part(STUCK)
    with pytest.raises(SystemExit):
        wait_for(f"http://127.0.0.1:{free_port()}/", [stuck], still=1)
    stuck.stop()
    assert "has not moved" in capfd.readouterr().err


def test_a_part_that_lives_and_does_nothing_is_started_again(monkeypatch, capfd):
    monkeypatch.setattr(parts, "STILL", 0.5)
    stuck = part(STUCK)
    first = stuck.process.pid
    for _ in range(100):
        stuck.look()
        if stuck.process.pid != first:
            break
        subprocess.run(["sleep", "0.1"], check=True)
    assert stuck.process.pid != first
    assert "lives and does nothing" in capfd.readouterr().err
    stuck.stop()


def test_work_is_counted_with_what_was_started():
    shell = subprocess.Popen(["sh", "-c", f"{sys.executable} -c 'while True: pass' & wait"])
    work = Work(shell.pid)
    subprocess.run(["sleep", "0.6"], check=True)
    work.still_for()
    subprocess.run(["sleep", "0.6"], check=True)
    assert work.still_for() < 0.3
    subprocess.run(["pkill", "-P", str(shell.pid)], check=False)
    shell.wait()


def test_a_release_holds_the_build(tmp_path):
    with tarfile.open(make_release(tmp_path)) as archive:
        names = {name.partition("/")[2] for name in archive.getnames()}
    assert {"red-thread", "frontend/dist/.built", "frontend/dist/index.html", "requirements.lock"} <= names
    assert any(name.endswith(".js.br") for name in names)
    assert not any("node_modules" in name or name.startswith(".venv") for name in names)
