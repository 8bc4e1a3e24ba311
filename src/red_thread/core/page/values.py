"""What the value of an attribute may be: each rule says whether a value of JSON keeps it.

`None` is always allowed where a rule is made by `maybe`: editors write it for what is not set.
"""

import re
from collections.abc import Callable
from math import isfinite
from typing import Any, TypeAlias, cast

Rule: TypeAlias = Callable[[Any], bool]
LONGEST = 10_000  # characters of a text attribute
WIDEST = 100  # columns that a cell may span; what a table really has is checked by its grid
MOST_POINTS = 200_000  # of all strokes or pins of a space
_COLOUR = re.compile(r"#[0-9a-fA-F]{3,8}|[a-zA-Z]{3,30}|(rgb|hsl)a?\([0-9.,%/ deg]{5,50}\)")
_SCHEME = re.compile(r"[a-zA-Z][a-zA-Z0-9+.-]*:")
_NAME = re.compile(r"[\w .:+-]{0,100}")


def is_text(value: Any) -> bool:
    """Text of a length that an attribute may have."""
    return isinstance(value, str) and len(value) <= LONGEST


def is_name(value: Any) -> bool:
    """A short word that chooses something: a language, a paper, a way to number."""
    return isinstance(value, str) and bool(_NAME.fullmatch(value))


def is_flag(value: Any) -> bool:
    """True or false."""
    return isinstance(value, bool)


def is_number(value: Any) -> bool:
    """A finite number of a size that something on a page may have."""
    return isinstance(value, int | float) and not isinstance(value, bool) and isfinite(value) and abs(value) < 1e9


def is_plain(value: Any) -> bool:
    """Text, a number, or true or false."""
    return is_text(value) or is_flag(value) or is_number(value)


def is_whole(least: int, most: int) -> Rule:
    """The rule: a whole number within bounds, both included."""
    return lambda value: type(value) is int and least <= value <= most


def one_of(*names: str) -> Rule:
    """The rule: one of these names."""
    return lambda value: isinstance(value, str) and value in names


def maybe(rule: Rule) -> Rule:
    """The rule with `None` allowed."""
    return lambda value: value is None or rule(value)


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
