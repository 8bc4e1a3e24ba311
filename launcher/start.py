"""`./red-thread start`: PostgreSQL, the schema, the demo, the web and the worker; Ctrl-C stops all of it."""

import argparse
import json
import os
import signal
import socket
import subprocess
import time
import urllib.request
from collections.abc import Sequence
from pathlib import Path
from types import FrameType
from typing import Any

from launcher.parts import STILL, Part
from launcher.place import PROJECT, PYTHON, environment, give_up, say
from launcher.postgres import Cluster, free_port

_MOST_WORKERS = 16
_RUNNING = """
  Red Thread is running at  {url}
"""
_DEMO = """
  Walk in: open that address and choose a person under “Walk in as”, or sign in by
  name and password. The teacher is  n.okafor@saltmarsh.example  and a student is
  ada.nwosu@saltmarsh.example;  the password of everyone in the demo is  low tide at noon
"""
_FIRST = """
  Nobody is here yet. Whoever opens this address becomes the first teacher, and looks after the school:
  {url}/begin?code={code}
"""
_LAST = """
  Ctrl-C stops everything. Your data stay in {data}.
"""


def start(options: argparse.Namespace) -> None:
    """Runs until it is told to stop."""
    signal.signal(signal.SIGTERM, _stop)
    signal.signal(signal.SIGINT, _stop)  # one started in the background would ignore it
    given = os.environ.get("RED_THREAD_DATABASE_URL")
    cluster = None if given else Cluster(options.data / "postgres")
    parts: list[Part] = []
    try:
        if cluster is not None:
            _begin_cluster(cluster, fresh=options.fresh)
        _run(options, given or (cluster.url() if cluster else ""), parts, cluster)
    except KeyboardInterrupt:
        say("\nStopping …")
    finally:
        signal.signal(signal.SIGINT, signal.SIG_IGN)
        signal.signal(signal.SIGTERM, signal.SIG_IGN)
        for part in parts:
            if part.process.poll() is None:
                part.process.terminate()
        for part in parts:
            part.stop()
        if cluster is not None:
            cluster.stop()


def on_data(data: Path, command: list[str]) -> int:
    """Runs one of the application's commands on these data; gives its return code."""
    url = os.environ.get("RED_THREAD_DATABASE_URL")
    cluster = None if url else Cluster(data / "postgres")
    started = cluster is not None and not cluster.is_running()
    try:
        if cluster is not None and started:
            cluster.start(preferred_port=54320)
            cluster.ensure_database()
        elif cluster is not None:
            cluster.port = cluster.running_port()
        env = environment(RED_THREAD_DATABASE_URL=url or (cluster.url() if cluster else ""))
        return subprocess.run([str(PYTHON), "-m", "red_thread", *command], env=env, check=False).returncode
    finally:
        if cluster is not None and started:
            cluster.stop()


def _begin_cluster(cluster: Cluster, fresh: bool) -> None:
    if fresh and (aside := cluster.put_aside()):
        say(f"Beginning anew. What was there before is in {aside}.")
    cluster.start(preferred_port=54320)
    cluster.ensure_database()


def _run(options: argparse.Namespace, database_url: str, parts: list[Part], cluster: Cluster | None) -> None:
    # What it listens at is the launcher's own: all web processes answer there, and while one that died is started
    # again, who asks waits for a moment instead of being turned away.
    door = _listen(options.port)
    port: int = door.getsockname()[1]
    if port != options.port:
        say(f"Port {options.port} is taken; using {port}.")
    url = options.public_url or f"http://127.0.0.1:{port}"
    env = environment(RED_THREAD_DATABASE_URL=database_url, RED_THREAD_PUBLIC_URL=url)
    told = _prepare(env, "no" if options.no_demo else "as remembered")
    # A session of their own, so that Ctrl-C reaches them only through us and in order.
    for number in range(options.web):
        parts.append(Part(f"Web {number + 1}" if number else "The web", lambda: _web(env, door)))
    for number in range(_workers()):
        parts.append(Part(f"Worker {number + 1}" if number else "The worker", lambda: _started(env, "worker")))
    wait_for(f"http://127.0.0.1:{port}/health", parts)
    first = _FIRST.format(url=url, code=told["first_code"]) if told["first_code"] else ""
    last = _LAST.format(data=options.data)
    print(_RUNNING.format(url=url) + (_DEMO if told["demo"] else "") + first + last, flush=True)
    _look_after(parts, cluster)


def _listen(preferred: int) -> socket.socket:
    """Listens at the preferred port, or at the next one that is free."""
    return socket.create_server(("127.0.0.1", free_port(preferred)), backlog=2048)


def _web(env: dict[str, str], door: socket.socket) -> "subprocess.Popen[bytes]":
    port, handed_down = door.getsockname()[1], door.fileno()
    return _started(env, "web", "--port", str(port), "--listening", str(handed_down), keeps=(handed_down,))


def _workers() -> int:
    """How many workers share the pushes: one, unless RED_THREAD_WORKERS says more."""
    said = os.environ.get("RED_THREAD_WORKERS", "1")
    if not said.isdecimal() or not 1 <= int(said) <= _MOST_WORKERS:
        give_up(f"RED_THREAD_WORKERS says “{said}”; say a number from 1 to {_MOST_WORKERS}.")
    return int(said)


def _started(env: dict[str, str], *command: str, keeps: Sequence[int] = ()) -> "subprocess.Popen[bytes]":
    """Starts a part. `keeps`: the open files that it is handed down."""
    dies_with_us = ["setpriv", "--pdeathsig", "SIGTERM"]
    run = [*dies_with_us, str(PYTHON), "-m", "red_thread", *command]
    return subprocess.Popen(run, cwd=PROJECT, env=env, start_new_session=True, pass_fds=keeps)


def _prepare(env: dict[str, str], demo: str) -> dict[str, Any]:
    """Makes the database ready; tells whether it holds the demo, and the code of a first start."""
    command = [str(PYTHON), "-m", "red_thread", "prepare", "--demo", demo]
    done = subprocess.run(command, cwd=PROJECT, env=env, check=False, stdout=subprocess.PIPE, text=True)
    if done.returncode:
        give_up("The database could not be made ready; what went wrong is said above.")
    return json.loads(done.stdout.splitlines()[-1])


def wait_for(address: str, parts: Sequence[Part], still: float = STILL, tell: float = 15.0) -> None:
    """Waits until it answers, for as long as all parts live and the first of them works.

    tell: after how many seconds it is said again what is waited for.
    """
    begun = told = time.monotonic()
    while True:
        if any(part.process.poll() is not None for part in parts):
            give_up("Red Thread could not start; what went wrong is said above.")
        if parts[0].work.still_for() > still:
            give_up(f"{parts[0].name} has not moved for {still:.0f} seconds. Is this machine out of memory?")
        try:
            with urllib.request.urlopen(address, timeout=10):
                return
        except OSError:
            time.sleep(0.1)
        if time.monotonic() - told > tell:
            told = time.monotonic()
            say(f"Still starting, for {told - begun:.0f} seconds now: this machine is slow, or has much else to do …")


def _look_after(parts: list[Part], cluster: Cluster | None) -> None:
    """For as long as it runs: whatever dies is started again, the database first."""
    database = Part("PostgreSQL", lambda: _server(cluster)) if cluster is not None else None
    while True:
        for part in [*([database] if database else []), *parts]:
            part.look()
        time.sleep(0.5)


def _server(cluster: Cluster) -> "subprocess.Popen[Any]":
    if cluster.server is None or cluster.server.poll() is not None:
        # Without waiting: it may refuse while processes of the one that died still end, and is then tried again.
        return cluster.launch()
    return cluster.server


def _stop(number: int, frame: FrameType | None) -> None:
    raise KeyboardInterrupt
