"""Tables of the core as TypeScript, so that the front end repeats none of them."""

import json
from collections.abc import Mapping

from red_thread.core.page.kinds import INLINE, KINDS, MARKS
from red_thread.core.page.values import Described, Rule, described
from red_thread.core.push import RowOutcome
from red_thread.reading.kinds import ENDINGS

_HEAD = "// Written by ./red-thread client from the tables of the core. Change those.\n\n"


def outcomes_as_typescript() -> str:
    """Each outcome with what the core knows of it, in the order in which they matter."""
    table = {
        outcome.value: {
            "words": outcome.words,
            "under": outcome.under,
            "changes": outcome.changes,
            "of": list(outcome.of),
            "corrects": outcome.corrects,
            "readable": outcome.readable,
        }
        for outcome in RowOutcome
    }
    return _HEAD + _constant("OUTCOMES", table)


def kinds_as_typescript() -> str:
    """Each kind of node: how its content merges, what it holds and has, and whose that is; and what each mark has."""
    table = {
        kind.name: {
            "content": kind.content.name.lower(),
            "inline": kind.name in INLINE,
            "attributes": _rules(kind.attributes),
            "students": sorted(kind.students),
        }
        for kind in KINDS.values()
    }
    holds = {kind.name: sorted(kind.holds) for kind in KINDS.values()}
    marks = {name: _rules(attributes) for name, attributes in MARKS.items()}
    return _HEAD + _constant("KINDS", table) + _constant("MARKS", marks) + _constant("HOLDS", holds)


def files_as_typescript() -> str:
    """The endings of the files that are read as pages."""
    return _HEAD + _constant("ENDINGS", ENDINGS)


def _rules(attributes: Mapping[str, Rule]) -> dict[str, str | Described]:
    return {name: _short(described(attributes[name])) for name in sorted(attributes)}


def _short(rule: Described) -> str | Described:
    """A rule by its name alone where that is all of it; `?` behind it if nothing keeps it too."""
    if rule.keys() <= {"rule", "empty"}:
        return f"{rule['rule']}{'?' if rule.get('empty') else ''}"
    return rule


def _constant(name: str, table: object) -> str:
    return f"export const {name} = {json.dumps(table, indent=1, ensure_ascii=False)} as const;\n"
