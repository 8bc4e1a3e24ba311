"""What the value of an attribute may be: each rule says whether a value of JSON keeps it.

`None` is always allowed where a rule is made by `maybe`: editors write it for what is not set. `described` tells each
rule as data, so that the editor keeps the very same ones (`tests/values.json` holds both to the same values).
"""

import re
from collections.abc import Callable, Mapping
from math import isfinite
from typing import Any, TypeAlias, cast

Rule: TypeAlias = Callable[[Any], bool]
Described: TypeAlias = Mapping[str, Any]
LONGEST = 10_000  # characters of a text attribute
WIDEST = 100  # columns that a cell may span; what a table really has is checked by its grid
MOST_POINTS = 200_000  # of all strokes or pins of a space
_COLOUR = re.compile(r"#[0-9a-fA-F]{3,8}|[a-zA-Z]{3,30}|(rgb|hsl)a?\([0-9.,%/ deg]{5,50}\)")
_SCHEME = re.compile(r"[a-zA-Z][a-zA-Z0-9+.-]*:")
_NAME = re.compile(r"[\w .:+-]{0,100}")
_SIZE = re.compile(r"[0-9]{1,4}%?")
_LANGUAGE = re.compile(r"[\w.+#-]{0,40}")  # without blanks: it becomes part of a class's name, and may never be two


def is_text(value: Any) -> bool:
    """Text of a length that an attribute may have."""
    return isinstance(value, str) and len(value) <= LONGEST


def is_name(value: Any) -> bool:
    """A short word that chooses something: a language, a paper, a way to number."""
    return isinstance(value, str) and bool(_NAME.fullmatch(value))


def is_language(value: Any) -> bool:
    """What the code in a block is written in."""
    return isinstance(value, str) and bool(_LANGUAGE.fullmatch(value))


def is_flag(value: Any) -> bool:
    """True or false."""
    return isinstance(value, bool)


def is_number(value: Any) -> bool:
    """A finite number of a size that something on a page may have."""
    return isinstance(value, int | float) and not isinstance(value, bool) and isfinite(value) and abs(value) < 1e9


def is_plain(value: Any) -> bool:
    """Text, a number, or true or false."""
    return is_text(value) or is_flag(value) or is_number(value)


def is_size(value: Any) -> bool:
    """How wide or high something is shown: in pixels, or in hundredths of the page."""
    if isinstance(value, str):
        return bool(_SIZE.fullmatch(value))
    return is_number(value) and 0 <= value < 10_000


def is_whole(least: int, most: int) -> Rule:
    """The rule: a whole number within bounds, both included."""

    def keeps(value: Any) -> bool:
        return type(value) is int and least <= value <= most

    return _described(keeps, {"rule": "whole", "least": least, "most": most})


def one_of(*names: str) -> Rule:
    """The rule: one of these names."""

    def keeps(value: Any) -> bool:
        return isinstance(value, str) and value in names

    return _described(keeps, {"rule": "one", "of": list(names)})


def maybe(rule: Rule) -> Rule:
    """The rule with `None` allowed."""

    def keeps(value: Any) -> bool:
        return value is None or rule(value)

    return _described(keeps, {**described(rule), "empty": True})


def described(rule: Rule) -> Described:
    """The rule as data: its name (`rule`), its bounds, and `empty` if `None` keeps it."""
    return _DESCRIBED[rule]


def _described(rule: Rule, description: Described) -> Rule:
    _DESCRIBED[rule] = description
    return rule


_DESCRIBED: dict[Rule, Described] = {}


def is_colour(value: Any) -> bool:
    """A colour as style sheets write it."""
    return isinstance(value, str) and bool(_COLOUR.fullmatch(value))


def is_address(value: Any) -> bool:
    """http(s), mailto, or a page of ours: no other scheme, and nothing that a browser reads as another host."""
    if not is_text(value) or any(character < " " or character in "\\\x7f" for character in value):
        return False
    scheme = _SCHEME.match(value)
    if scheme:
        return scheme.group().lower() in ("http:", "https:", "mailto:")
    return value == value.lstrip() and not value.startswith("//")


def are_widths(value: Any) -> bool:
    """The widths of the columns of a cell, of which each may be missing."""
    return isinstance(value, list) and len(cast(list[Any], value)) <= WIDEST and _all(maybe(is_number), value)


def are_strokes(value: Any) -> bool:
    """Lines that were drawn: each a list of points."""
    return _is_list(value) and sum(len(stroke) for stroke in value) <= MOST_POINTS and _all(_is_stroke, value)


def are_pins(value: Any) -> bool:
    """Places that were pointed at."""
    return isinstance(value, list) and len(cast(list[Any], value)) <= MOST_POINTS and _all(_is_point, value)


def _is_list(value: Any) -> bool:
    return isinstance(value, list) and _all(lambda part: isinstance(part, list | dict), value)


def _is_stroke(value: Any) -> bool:
    if isinstance(value, dict):
        known = cast(dict[str, Any], value)
        rest = [part for name, part in known.items() if name != "points"]
        return isinstance(known.get("points"), list) and _is_stroke(known["points"]) and _all(maybe(is_plain), rest)
    return isinstance(value, list) and (_all(_is_point, value) or _all(is_number, value))


def _is_point(value: Any) -> bool:
    if isinstance(value, list):
        return 2 <= len(cast(list[Any], value)) <= 3 and _all(is_number, value)
    if not isinstance(value, dict):
        return False
    known = cast(dict[str, Any], value)
    rest = [part for name, part in known.items() if name not in ("x", "y")]
    return is_number(known.get("x")) and is_number(known.get("y")) and _all(maybe(is_plain), rest)


def _all(rule: Rule, values: Any) -> bool:
    return all(map(rule, values))


for _rule, _named in (
    (is_text, "text"),
    (is_name, "name"),
    (is_language, "language"),
    (is_flag, "flag"),
    (is_number, "number"),
    (is_plain, "plain"),
    (is_size, "size"),
    (is_colour, "colour"),
    (is_address, "address"),
    (are_widths, "widths"),
    (are_strokes, "strokes"),
    (are_pins, "pins"),
):
    _described(_rule, {"rule": _named})
