"""Every benchmark runs through at a tiny size, so that none is broken when somebody asks for its figures."""

import json
import os
import subprocess
import sys
from pathlib import Path

import pytest

from bench.figures import TINY

HERE = Path(__file__).parent.parent
BENCHMARKS = sorted(path.stem for path in (HERE / "bench").glob("*.py"))
PARTS = {"__init__", "__main__", "figures", "district"}


@pytest.mark.parametrize("name", [name for name in BENCHMARKS if name not in PARTS])
def test_a_benchmark_runs_through(name: str) -> None:
    command = [sys.executable, "-m", "bench", name, "--json"]
    environment = {**os.environ, TINY: "1", "PYTHONPATH": f"{HERE / 'src'}:{HERE}"}
    run = subprocess.run(command, cwd=HERE, env=environment, capture_output=True, text=True, timeout=600, check=False)
    assert run.returncode == 0, run.stderr[-2000:]
    figures = run.stdout[run.stdout.index("[\n") :]  # what is started for it may write a line before
    assert all(figure["baseline"] for figure in json.loads(figures))
