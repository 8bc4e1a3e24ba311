"""Before a merge: answers that do not fit the kind that their space has now (R9).

Such an answer moves into a kept block behind its space, in the student's page; what is left there is the space as it
began. So the rest of the merge has an untouched space before it, whatever the student had put in or moved out.
"""

from collections.abc import Iterator

from red_thread.core.merge.attributes import fits
from red_thread.core.merge.kept import Knots
from red_thread.core.merge.result import ConflictKind
from red_thread.core.merge.sides import Sides
from red_thread.core.page.kinds import IMAGE, INLINE, KINDS, OPTION, SPACE, Content
from red_thread.core.page.nodes import Node, attributes_of, content_of, id_of, plain_text, walk, with_content


def answer_of_space(sides: Sides, space: Node) -> list[Node]:
    """The blocks of an answer; of a choice, what was picked and what was written."""
    if attributes_of(space).get("kind") != "choice":
        return list(content_of(space))
    chosen = [o for o in content_of(space) if attributes_of(o).get("picked") or sides.wrote_inside(id_of(o))]
    return [block for option in chosen for block in (content_of(option) if option["type"] == OPTION else [option])]


def to_keep(sides: Sides, space: Node) -> list[Node]:
    """What a kept block holds of an answer; with a drawing or pins the space itself, so that they are to be seen."""
    return [space] if drew(sides, space) else answer_of_space(sides, space)


def drew(sides: Sides, space: Node) -> bool:
    """Whether the student drew or pointed in a space."""
    base = sides.base.places.get(id_of(space))
    before = attributes_of(base.node) if base else {}
    now = attributes_of(space)
    return any(now.get(name) and now.get(name) != before.get(name) for name in KINDS[SPACE].students)


def without_what_does_not_fit(sides: Sides, knots: Knots) -> Node:
    """The student's page with every answer that does not fit any more in a kept block behind its space."""
    unfit = [block_id for block_id in sides.student.places if _does_not_fit(sides, block_id)]
    if not unfit:
        return sides.student.page
    instead: dict[str, list[Node]] = {}
    for block_id in unfit:
        space = sides.student.node(block_id)
        words = "\n".join(filter(None, map(plain_text, answer_of_space(sides, space))))
        kept = knots.keep(block_id, ConflictKind.RETYPED, to_keep(sides, space), "", words)
        instead[block_id] = [*_as_it_began(sides, block_id), *kept]
    return _exchanged(sides.student.page, instead)


def _does_not_fit(sides: Sides, block_id: str) -> bool:
    space = sides.student.node(block_id)
    if space["type"] != SPACE or block_id not in sides.master:
        return False
    now = _kind(sides.master.node(block_id))
    if now == _kind(space) or not sides.wrote_inside(block_id):
        return False
    words = " ".join(map(plain_text, answer_of_space(sides, space)))
    own = [below for below in walk(space) if _is_thing(below) and sides.is_own(id_of(below))]
    things = drew(sides, space) or any(below["type"] == IMAGE for below in own)
    return any(below["type"] != IMAGE for below in own) or not fits(now, words, things)


def _is_thing(node: Node) -> bool:
    """A picture or a recording."""
    kind = KINDS[node["type"]]
    return bool(kind.names_bytes) and kind.content is Content.NOTHING


def _kind(space: Node) -> str:
    return attributes_of(space).get("kind", "lines")


def _as_it_began(sides: Sides, block_id: str) -> Iterator[Node]:
    """The space of the base without what the student took out of it; nothing of one that the base has not."""
    if block_id in sides.base:
        inside = {attributes_of(node).get("id") for node in walk(sides.student.node(block_id))}
        node = _only(sides.base.node(block_id), inside)
        if node is not None and content_of(node):
            yield node


def _only(node: Node, ids: set[str | None]) -> Node | None:
    """A block with those of its blocks whose ids these are; None if it is none and holds none of them."""
    blocks = [child for child in content_of(node) if child["type"] not in INLINE]
    if not blocks:
        return node if id_of(node) in ids else None
    inside = [made for child in blocks if (made := _only(child, ids)) is not None]
    return with_content(node, inside) if inside else None


def _exchanged(node: Node, instead: dict[str, list[Node]]) -> Node:
    if not any(attributes_of(below).get("id") in instead for below in walk(node)):
        return node
    made: list[Node] = []
    for child in content_of(node):
        made += instead.get(attributes_of(child).get("id", ""), [_exchanged(child, instead)])
    return with_content(node, made)
