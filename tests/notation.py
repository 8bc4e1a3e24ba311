"""Pages in one line, so that thirty merges fit on a screen.

    a:The sea falls. | #h:A heading | l=ul[ l1=li[ l1.p:One ] ] | q=space[ q.p: ] | t=table[ r1=row[ c1=cell[ x:1 ] ] ]

A `+` behind a kind ticks or picks it, a `:kind` behind `space` gives its kind, `*word*` is highlighted and
`_word_` is bold, `*_word_*` both, `{g=answer}` is a gap. A kept block is shown as `kept(from)[ :its words ]`.
"""

import re
from typing import Any

from red_thread.core.page.nodes import is_text_block, walk

KINDS = {
    "ul": "bulletList",
    "ol": "orderedList",
    "li": "listItem",
    "tl": "taskList",
    "ti": "taskItem",
    "table": "table",
    "row": "tableRow",
    "cell": "tableCell",
    "th": "tableHeader",
    "quote": "blockquote",
    "note": "callout",
    "term": "term",
    "space": "space",
    "option": "option",
}
SHORT = {name: short for short, name in KINDS.items()}
INLINE = re.compile(r"\*_[^_*]+_\*|\*[^*]+\*|_[^_]+_|\{[^}]*\}")
HEAD = re.compile(r"\s*([\w.~+-]+)=([a-z]+)(\+?)(?::(\w+))?\[")


def page(notation, title="Page", **attributes):
    blocks, _ = _blocks(notation, 0)
    return {"type": "doc", "attrs": {"title": title, **attributes}, "content": blocks}


def _blocks(text, at):
    blocks = []
    while at < len(text):
        head = HEAD.match(text, at)
        if head:
            inside, at = _blocks(text, head.end())
            blocks.append(_container(head, inside))
            at = text.index("]", at) + 1
        else:
            end = min((k for k in (text.find(" |", at), text.find(" ]", at)) if k >= 0), default=len(text))
            leaf = text[at:end].strip()
            if leaf:
                blocks.append(_leaf(leaf))
            at = end
        rest = text[at:].lstrip()
        if rest.startswith("|"):
            at = text.index("|", at) + 1
        else:
            break
    return blocks, at


def _container(head, inside):
    block_id, kind, plus, sort = head.groups()
    attributes = {"id": block_id}
    if kind in ("ti", "option"):
        attributes["checked" if kind == "ti" else "picked"] = bool(plus)
    if kind == "space":
        attributes |= {"prompt": "", "kind": sort or "lines"}
    return {"type": KINDS[kind], "attrs": attributes, "content": inside}


def _leaf(leaf):
    heading = leaf.startswith("#")
    block_id, _, words = leaf.lstrip("#").partition(":")
    if words.startswith("!"):
        return {"type": "image", "attrs": {"id": block_id, "src": "/api/pictures/x", "alt": words[1:]}}
    node = {"type": "heading" if heading else "paragraph", "attrs": {"id": block_id}}
    if heading:
        node["attrs"]["level"] = 2
    inline = list(_inline(words))
    return {**node, "content": inline} if inline else node


def _inline(words):
    done = 0
    for found in INLINE.finditer(words):
        if found.start() > done:
            yield {"type": "text", "text": words[done : found.start()]}
        token = found.group()
        if token[0] == "{":
            gap_id, _, answer = token[1:-1].partition("=")
            yield {"type": "gap", "attrs": {"id": gap_id, "answer": answer}}
        else:
            marks = [{"type": "highlight"}] if token[0] == "*" else []
            marks += [{"type": "bold"}] if "_" in token else []
            yield {"type": "text", "text": token.strip("*_"), "marks": marks}
        done = found.end()
    if done < len(words):
        yield {"type": "text", "text": words[done:]}


def show(node, in_kept=False):
    """A page, or a node of it, back in the notation."""
    kids = node.get("content", [])
    if node["type"] == "doc":
        return " | ".join(show(kid) for kid in kids)
    block_id = "" if in_kept else node["attrs"]["id"]
    if is_text_block(node):
        sign = "#" if node["type"] == "heading" else ""
        return f"{sign}{block_id}:{''.join(map(_shown, kids))}"
    if node["type"] == "image":
        return f"{block_id}:!{node['attrs'].get('alt', '')}"
    if node["type"] == "kept":
        return f"kept({node['attrs']['from']})[ {' | '.join(show(kid, True) for kid in kids)} ]"
    plus = "+" if node["attrs"].get("checked") or node["attrs"].get("picked") else ""
    sort = node["attrs"].get("kind", "lines")
    sort = f":{sort}" if node["type"] == "space" and sort != "lines" else ""
    return f"{block_id}={SHORT[node['type']]}{plus}{sort}[ {' | '.join(show(kid, in_kept) for kid in kids)} ]"


def _shown(node):
    if node["type"] == "gap":
        return f"{{{node['attrs']['id']}={node['attrs'].get('answer') or ''}}}"
    text, marks = node.get("text", "\n"), {mark["type"] for mark in node.get("marks", ())}
    for mark, sign in (("bold", "_"), ("highlight", "*")):
        text = f"{sign}{text}{sign}" if mark in marks else text
    return text


def links_of(document: dict[str, Any]) -> list[str]:
    """The address of every link of a page, in reading order."""
    marks = [mark for node in walk(document) for mark in node.get("marks", ())]
    return [mark["attrs"]["href"] for mark in marks if mark["type"] == "link"]
