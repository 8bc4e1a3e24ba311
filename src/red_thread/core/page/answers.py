"""How much of a page is answered: its spaces and gaps with something in them, of all."""

from dataclasses import dataclass

from red_thread.core.page.kinds import GAP, KEPT, KINDS, OPTION, PLACES, SPACE
from red_thread.core.page.nodes import Node, attributes_of, bytes_on, content_of, plain_text, walk, with_content

_COUNTED = PLACES | {KEPT}


@dataclass(frozen=True, slots=True)
class Answers:
    """`answered` of `answerable` spaces and gaps; `knots`: kept wordings that wait to be untied."""

    answered: int
    answerable: int
    knots: int


def count_answers(page: Node, start: Node | None = None) -> Answers:
    """Counts a page. start: the edition that it began as; a space still as the teacher gave it is not answered."""
    found = [node for node in walk(page) if node["type"] in _COUNTED]
    places = [node for node in found if node["type"] != KEPT]
    begun = {_key(node): node for node in walk(start) if node["type"] in _COUNTED} if start and places else {}
    answered = sum(is_answered(node, begun.get(_key(node))) for node in places)
    return Answers(answered, len(places), len(found) - len(places))


def is_answered(place: Node, begun: Node | None = None) -> bool:
    """Whether a space or gap holds something that it did not begin with."""
    return _answer(place) not in ("", _answer(begun) if begun else "")


def _key(node: Node) -> str:
    return attributes_of(node).get("id", "")


def _answer(place: Node) -> str:
    attributes = attributes_of(place)
    if place["type"] == GAP:
        return (attributes.get("answer") or "").strip()
    if attributes.get("kind") == "choice":
        options = [node for node in walk(place) if node["type"] == OPTION]
        return " ".join(_key(node) for node in options if attributes_of(node).get("picked"))
    drawn = "drawn" if attributes.get("pins") or attributes.get("strokes") else ""
    pictures = [fingerprint for child in content_of(place) for fingerprint in bytes_on(child)]
    return (plain_text(place).strip() + drawn + " ".join(pictures)).strip()


def writes_in_knots(before: Node, page: Node) -> bool:
    """Whether a knot of the page is not just as it was: knots may be taken away, not made or changed by hand."""
    known = {_key(node): node for node in walk(before) if node["type"] == KEPT}
    return any(known.get(_key(node)) != node for node in walk(page) if node["type"] == KEPT)


def teachers_part(node: Node) -> Node:
    """A page without what students may write on one that takes writing only in its spaces.

    Two pages with the same teacher's part differ in answers, picks and ticks alone.
    """
    attributes = {
        name: value for name, value in attributes_of(node).items() if name not in KINDS[node["type"]].students
    }
    bare: Node = {**node, "attrs": attributes} if attributes or "attrs" in node else dict(node)
    if node["type"] == SPACE and attributes.get("kind") != "choice":
        return with_content(bare, [])
    kept_apart = [child for child in content_of(node) if child["type"] != KEPT]
    return with_content(bare, [teachers_part(child) for child in kept_apart])
