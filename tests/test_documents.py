"""The documents are walked, not believed: every file that they name is there."""

import re
from collections.abc import Iterator
from pathlib import Path

import pytest

ROOT = Path(__file__).parent.parent
WHERE = ("src", "frontend/src", "tests", "launcher", "bench", "docs", ".ci")
FILES = [f"/{file.relative_to(ROOT)}" for place in WHERE for file in (ROOT / place).rglob("*") if file.is_file()]
FILES += [f"/{file.name}" for file in ROOT.iterdir() if file.is_file()]
DOCUMENTS = [ROOT / "ARCHITECTURE.md", ROOT / "README.md", *sorted((ROOT / "docs").glob("*.md"))]
A_FILE = re.compile(r"`([\w./-]+\.(?:py|ts|svelte|md|css|sql|json))(?:::[\w…]+)?`")
A_LINK = re.compile(r"\]\(([\w./-]+)\)")


def named(document: Path) -> Iterator[str]:
    text = document.read_text()
    yield from A_FILE.findall(text)
    yield from (found for found in A_LINK.findall(text) if not found.startswith("http"))


def is_there(name: str, document: Path) -> bool:
    """As a path from anywhere: a document may leave out what its sentence has said already."""
    return (document.parent / name).exists() or any(file.endswith(f"/{name}") for file in FILES)


@pytest.mark.parametrize("document", DOCUMENTS, ids=lambda document: document.name)
def test_every_file_that_a_document_names_is_there(document: Path) -> None:
    assert [name for name in named(document) if not is_there(name, document)] == []


def test_a_file_that_is_not_there_is_found() -> None:
    assert not is_there("store/nothing.py", DOCUMENTS[0])
    assert len(list(named(DOCUMENTS[0]))) > 20
