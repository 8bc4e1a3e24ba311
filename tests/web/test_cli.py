"""`./red-thread merge` beside a shell."""

import json
import subprocess
import sys

import pytest

from red_thread.settings import PROJECT
from tests.notation import page, show

COMMAND = [sys.executable, "-m", "red_thread", "merge"]
PAGES = {"base": page("a:one"), "master": page("a:one | b:two"), "student": page("a:one mine")}


def run(*arguments, feed=""):
    return subprocess.run(
        [*COMMAND, *arguments],
        input=feed,
        capture_output=True,
        text=True,
        cwd=PROJECT,
        env={"PYTHONPATH": "src", "PATH": ""},
        check=False,
    )


def test_three_files_become_one_result(tmp_path):
    for name, made in PAGES.items():
        (tmp_path / f"{name}.json").write_text(json.dumps(made))
    done = run(*(str(tmp_path / f"{name}.json") for name in PAGES))
    assert show(json.loads(done.stdout)["page"]) == "a:one mine | b:two"


def test_a_merge_is_explained_block_by_block(tmp_path):
    for name, made in {
        "base": page("a:one by one"),
        "master": page("a:ONE by one | b:two"),
        "student": page("a:one by one mine"),
    }.items():
        (tmp_path / f"{name}.json").write_text(json.dumps(made))
    lines = run("--explain", *(str(tmp_path / f"{name}.json") for name in PAGES)).stdout.splitlines()
    assert lines == [
        "merged",
        "",
        "a  paragraph: changed by master and student",
        "    ONE by one mine",
        "      only the master changed it:",
        "        base     “one”",
        "        master   “ONE”",
        "        student  “one”",
        "        stands   “ONE”",
        "      only the student changed it:",
        "        base     nothing",
        "        master   nothing",
        "        student  “mine”",
        "        stands   “mine”",
        "",
        "b  paragraph: new from the master",
        "    two",
        "",
        "- 1 paragraph is new",
        "- 1 paragraph changed",
    ]


def test_a_stream_gives_one_result_a_line_in_order():
    broken = {**PAGES, "master": {"type": "doc", "content": [{"type": "hologram"}]}}
    feed = "\n".join([json.dumps(PAGES), json.dumps(broken), "{", json.dumps({"base": {}}), "", json.dumps(PAGES)])
    lines = [json.loads(line) for line in run("--stream", feed=feed).stdout.splitlines()]
    assert [line.get("outcome") for line in lines] == ["merged", None, None, None, "merged"]
    assert "master" in lines[1]["error"]
    assert "hologram" in lines[1]["error"]
    assert "not JSON" in lines[2]["error"]
    assert "no master and no student" in lines[3]["error"]


@pytest.mark.parametrize(
    ("body", "says"),
    [(None, "cannot be opened"), ("{", "is not JSON"), ('{"type": "x"}', "The base page is not a page")],
)
def test_what_cannot_be_merged_is_said_on_standard_error(tmp_path, body, says):
    file = tmp_path / "x.json"
    if body is not None:
        file.write_text(body)
    done = run(str(file), str(file), str(file))
    assert done.returncode == 1
    assert says in done.stderr
    assert done.stdout == ""
