"""The rules of values, which the editor keeps too: `frontend/src/editor/rules.test.ts` goes by the same file."""

import json
from pathlib import Path

import pytest

from red_thread.core.page import kinds, values

CASES = json.loads(Path(__file__).parent.with_name("values.json").read_text())
RULES = {described["rule"]: rule for rule, described in values._DESCRIBED.items() if not described.get("empty")}


@pytest.mark.parametrize("name", CASES)
def test_what_keeps_a_rule(name):
    rule = RULES[name]
    assert [value for value in CASES[name]["keep"] if not rule(value)] == []
    assert [value for value in CASES[name]["break"] if rule(value)] == []


def test_every_rule_of_the_table_can_be_told_to_the_editor():
    rules = [rule for kind in kinds.KINDS.values() for rule in kind.attributes.values()]
    rules += [rule for mark in kinds.MARKS.values() for rule in mark.values()]
    assert {values.described(rule)["rule"] for rule in rules} <= CASES.keys() | {"whole", "one"}


def test_no_attribute_of_a_mark_or_a_block_names_a_style_of_ours():
    named = [kind.attributes.get("class") for kind in kinds.KINDS.values()]
    named += [mark.get("class") for mark in kinds.MARKS.values()] + [
        mark.get("style") for mark in kinds.MARKS.values()
    ]
    assert not any(rule is not None and rule("fixed") for rule in named)
