"""`./red-thread start`: PostgreSQL, the schema, the demo, the web and the worker; Ctrl-C stops all of it."""

import argparse
import os
import signal
import subprocess
import time
import urllib.request
from types import FrameType

from launcher.place import PROJECT, PYTHON, environment, give_up, say
from launcher.postgres import Cluster, free_port

_WELCOME = """
  Red Thread is running at  {url}

  Walk in: open that address and choose a person under “Walk in as”, or sign in by
  name and password. The teacher is  n.okafor@saltmarsh.example  and a student is
  ada.nwosu@saltmarsh.example;  the password of everyone in the demo is  low tide at noon

  Ctrl-C stops everything. Your data stay in {data}.
"""


def start(options: argparse.Namespace) -> None:
    """Runs until it is told to stop."""
    signal.signal(signal.SIGTERM, _stop)
    signal.signal(signal.SIGINT, _stop)  # one started in the background would ignore it
    given = os.environ.get("RED_THREAD_DATABASE_URL")
    cluster = None if given else Cluster(options.data / "postgres")
    processes: list[subprocess.Popen[bytes]] = []
    try:
        if cluster is not None:
            if options.fresh:
                cluster.remove()
            cluster.start(preferred_port=54320)
            cluster.ensure_database()
        _run(options, given or (cluster.url() if cluster else ""), processes)
    except KeyboardInterrupt:
        say("\nStopping …")
    finally:
        signal.signal(signal.SIGINT, signal.SIG_IGN)
        for process in processes:
            process.terminate()
        for process in processes:
            process.wait(20)
        if cluster is not None:
            cluster.stop()


def _run(options: argparse.Namespace, database_url: str, processes: list[subprocess.Popen[bytes]]) -> None:
    port = free_port(options.port)
    if port != options.port:
        say(f"Port {options.port} is taken; using {port}.")
    url = options.public_url or f"http://127.0.0.1:{port}"
    env = environment(
        RED_THREAD_DATABASE_URL=database_url,
        RED_THREAD_PUBLIC_URL=url,
        RED_THREAD_DEMO="false" if options.no_demo else "true",
    )
    _once("prepare", env, "The database could not be made ready; what went wrong is said above.")
    # A session of their own, so that Ctrl-C reaches them only through us and in order.
    for command in (["web", "--port", str(port)], ["worker"]):
        processes.append(
            subprocess.Popen(
                ["setpriv", "--pdeathsig", "SIGTERM", str(PYTHON), "-m", "red_thread.cli", *command],
                cwd=PROJECT,
                env=env,
                start_new_session=True,
            )
        )
    _wait_for(f"http://127.0.0.1:{port}/health", processes)
    print(_WELCOME.format(url=url, data=options.data), flush=True)
    _watch(processes)


def _once(command: str, env: dict[str, str], failed: str) -> None:
    done = subprocess.run([str(PYTHON), "-m", "red_thread.cli", command], cwd=PROJECT, env=env, check=False)
    if done.returncode:
        give_up(failed)


def _wait_for(address: str, processes: list[subprocess.Popen[bytes]]) -> None:
    for _ in range(300):
        if any(process.poll() is not None for process in processes):
            give_up("Red Thread could not start; what went wrong is said above.")
        try:
            with urllib.request.urlopen(address, timeout=2):
                return
        except OSError:
            time.sleep(0.1)
    give_up("Red Thread did not answer within half a minute.")


def _watch(processes: list[subprocess.Popen[bytes]]) -> None:
    while all(process.poll() is None for process in processes):
        time.sleep(0.5)
    give_up("A part of Red Thread has ended by itself; stopping the rest. Start again to go on: nothing is lost.")


def _stop(number: int, frame: FrameType | None) -> None:
    raise KeyboardInterrupt
