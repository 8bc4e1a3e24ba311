"""The table of kinds is the only place that knows kinds: code elsewhere asks it, or names one that has rules of its own."""

import ast
from pathlib import Path

import pytest

from red_thread import core
from red_thread.core.page import kinds

CORE = Path(core.__file__).parent
NAMED = {kinds.DOC, kinds.PARAGRAPH, kinds.TEXT, kinds.HARD_BREAK, kinds.IMAGE, kinds.SPACE, kinds.OPTION}
NAMED |= {kinds.GAP, kinds.KEPT, kinds.TABLE, kinds.TABLE_ROW, kinds.TABLE_CELL}


@pytest.mark.parametrize("file", sorted(CORE.rglob("*.py")), ids=lambda file: file.relative_to(CORE).as_posix())
def test_no_kind_is_named_beside_the_table(file: Path) -> None:
    if file == Path(kinds.__file__):
        return
    assert not [f"{file.name}:{line} {name}" for name, line in _kinds_in(ast.parse(file.read_text()))]


def test_what_is_no_rule_of_its_own_needs_no_name() -> None:
    unnamed = kinds.KINDS.keys() - NAMED
    assert {"callout", "heading", "bulletList", "horizontalRule"} <= unnamed


@pytest.mark.parametrize("kind", kinds.KINDS.values(), ids=lambda kind: kind.name)
def test_every_entry_fits_the_others(kind: kinds.Kind) -> None:
    assert kind.holds <= kinds.KINDS.keys()
    assert kind.students <= kind.attributes.keys()
    assert kind.said.keys() <= kind.attributes.keys()
    assert not kind.words_in or kind.words_in in kind.attributes
    assert (kind.content is kinds.Content.NOTHING) == (not kind.holds)


def _kinds_in(tree: ast.AST) -> list[tuple[str, int]]:
    """Names of kinds in comparisons, sets and the types of nodes that are made."""
    found: list[ast.expr] = []
    for node in ast.walk(tree):
        if isinstance(node, ast.Compare):
            found += [part for side in (node.left, *node.comparators) for part in _parts(side)]
        if isinstance(node, ast.Dict):
            found += [v for k, v in zip(node.keys, node.values, strict=True) if _text(k) == "type"]
    return [(text, node.lineno) for node in found if (text := _text(node)) in kinds.KINDS and text != "text"]


def _parts(side: ast.expr) -> list[ast.expr]:
    return list(side.elts) if isinstance(side, ast.Tuple | ast.Set | ast.List) else [side]


def _text(node: ast.expr | None) -> str:
    return node.value if isinstance(node, ast.Constant) and isinstance(node.value, str) else ""
