"""Tables of the core as TypeScript, so that the front end repeats none of them."""

import json

from red_thread.core.push import RowOutcome

_HEAD = "// Written by ./red-thread client from the tables of the core. Change those.\n\n"


def outcomes_as_typescript() -> str:
    """Each outcome with its words, whether it changes anything, and in which plans it occurs; in their order."""
    table = {
        outcome.value: {
            "words": outcome.words,
            "under": outcome.under,
            "changes": outcome.changes,
            "of": list(outcome.of),
        }
        for outcome in RowOutcome
    }
    return f"{_HEAD}export const OUTCOMES = {json.dumps(table, indent=1, ensure_ascii=False)} as const;\n"
