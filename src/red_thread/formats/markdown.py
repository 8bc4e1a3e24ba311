"""Markdown into pages: CommonMark with tables, task lists, pictures, and fences of our own.

---
title: Reading the wrack        (optional; else the first `# ` line, else the file's name)
writing: spaces                 (optional; students may write everywhere, or only in spaces)
tucked under: Reading the wrack (optional)
paper: squared                  (optional; also orientation and tint)
shown: on display               (optional; or under wraps, or by pushes)
template: yes                   (optional: new pages can begin as it is)
starter: yes                    (optional: every new notebook begins with it)
---
::: space What lives here?      a place to answer; `::: space number (cm) How long?` for another kind
:::
::: note                        a framed note; `::: care` warns, `::: idea` is a thought
:::
Limpets eat {gap} from rocks.   a blank in a sentence
```red-thread                   a block as it is stored, for what Markdown has no sign for
"""

import re
from collections.abc import Iterator, Mapping, Sequence
from functools import cache
from pathlib import PurePosixPath
from typing import Any, cast

import orjson
import yaml
from markdown_it import MarkdownIt
from markdown_it.tree import SyntaxTreeNode
from mdit_py_plugins.container import container_plugin
from mdit_py_plugins.dollarmath import dollarmath_plugin
from mdit_py_plugins.footnote import footnote_plugin

from red_thread.core.outline.display import Display
from red_thread.core.outline.standing import Standing
from red_thread.core.page.kinds import NAME_BYTES, SPACE_KINDS, TONES
from red_thread.core.page.nodes import Node, bytes_of, content_of, with_bytes, with_content
from red_thread.formats.encodings import decoded
from red_thread.formats.html import KNOWN_TAGS, TAGS, read_html
from red_thread.formats.pages import Maker, ReadPage, leads_beside, lines_of, stem_of, text_node
from red_thread.formats.pictures import FETCHES_NOTHING, is_elsewhere, picture_held_by
from red_thread.formats.problems import Problem, Unreadable
from red_thread.formats.recordings import RECORDINGS

_FRONT_MATTER = re.compile(r"\A---\n(.*?)\n---\n", re.DOTALL)
_GAP = re.compile(r"\{gap(?::\s*([^}]*))?\}")
_TASK = re.compile(r"\[([ xX])\]\s+")
_SAFE_LINK = re.compile(r"(https?:|mailto:|#)", re.IGNORECASE)
_REMARK = re.compile(r"<!--.*?(-->|\Z)", re.DOTALL)
_TAG = re.compile(r"<(/?)\s*([a-zA-Z][\w-]*)[^>]*>")
_SPACE = re.compile(rf"({'|'.join(sorted(SPACE_KINDS))})(?![\w-])\s*(?:\(([^()]{{1,40}})\))?")
_IMG = re.compile(r"<img\b", re.IGNORECASE)
_HREF = re.compile(r"""href\s*=\s*["']?([^"'\s>]{1,2000})""", re.IGNORECASE)
_LONGEST_FRONT = 10_000
FENCE = "red-thread"
PAGE_KEYS = ("title", "writing", "paper", "orientation", "tint")
_DEEPEST = 100
_YES = ("yes", "true", "on")
_MARKS = {"strong": "bold", "em": "italic", "s": "strike"}


def read_markdown(name: str, body: bytes) -> ReadPage:
    """Reads one file. What cannot be shown is listed by line. Raises Unreadable if nothing can."""
    text = decoded(name, body)
    front, begins = _front_matter(name, text)
    return _Reader(name, front, text.count("\n", 0, begins)).read(text[begins:])


def _front_matter(name: str, text: str) -> tuple[dict[str, Any], int]:
    found = _FRONT_MATTER.match(text)
    if not found:
        return {}, 0
    if len(found.group(1)) > _LONGEST_FRONT:
        raise Unreadable(name, f"its front matter is longer than {_LONGEST_FRONT} characters")
    try:
        front = yaml.load(found.group(1), Loader=_PlainLoader)
    except (yaml.YAMLError, RecursionError, ValueError) as error:
        why = (str(error).splitlines() or ["it is nested too deeply"])[0]
        raise Unreadable(name, f"its front matter cannot be read, {why}") from error
    if not isinstance(front, dict) or not any(re.fullmatch(r"[a-z][\w ]*", str(key)) for key in front):
        return {}, 0  # words between two lines across, and no front matter
    known = (
        {str(key): value for key, value in front.items() if isinstance(value, str)} if isinstance(front, dict) else {}
    )
    return known, found.end()


class _PlainLoader(yaml.BaseLoader):
    """YAML of text, lists and maps alone: no dates, no numbers, no types, and no aliases, which grow without end."""

    def compose_node(self, parent: Any, index: Any) -> Any:
        if self.check_event(yaml.AliasEvent):
            raise yaml.YAMLError("it uses aliases, which are not read here")
        return super().compose_node(parent, index)


@cache
def _parser() -> MarkdownIt:
    """One for all: what it keeps of a file stands in the environment that it is given."""
    # By itself the parser leaves out, without a word, what is nested deeper than 20 levels.
    parser = MarkdownIt("commonmark", {"html": True, "maxNesting": 200}).enable(["table", "strikethrough"])
    for name in ("space", "note", "term", *TONES):
        container_plugin(parser, name)
    parser.use(footnote_plugin, inline=False)
    return parser.use(dollarmath_plugin, allow_labels=False).disable("math_inline")


class _Reader:
    """Turns the syntax tree of one file into nodes, counting ids as it goes."""

    def __init__(self, name: str, front: dict[str, Any], lines_before: int) -> None:
        self.name, self.front, self.lines_before = name, front, lines_before
        self.maker = Maker()
        self.pictures: list[str] = []
        self.links: list[str] = []
        self.embedded: dict[str, tuple[str, bytes]] = {}
        self.problems: list[Problem] = []
        self.title = str(front.get("title") or "")
        #: Marks that tags among the words have begun.
        self.tagged: list[dict[str, Any]] = []

    def read(self, text: str) -> ReadPage:
        environment: dict[str, Any] = {}
        blocks = self._blocks(SyntaxTreeNode(_parser().parse(text, environment)).children)
        self._tell_unnamed(text, environment)
        title = self.title or re.sub(r"^\d+[-_. ]+", "", stem_of(self.name))
        settings = {name: self.front[name] for name in PAGE_KEYS[2:] if self.front.get(name)}
        page = self.maker.page(self.name, title, blocks, writing=self._writing(), **settings)
        tucked = self.front.get("tucked under")
        tucked_under = str(tucked) if tucked else None
        return ReadPage(page, tucked_under, self.pictures, self.links, self.problems, self.embedded, self._standing())

    def _tell_unnamed(self, text: str, said: dict[str, Any]) -> None:
        """Footnotes that no words of the file name are nowhere to be seen."""
        for label, number in said.get("footnotes", {}).get("refs", {}).items():
            if number == -1:
                line = text.count("\n", 0, max(text.find(f"[^{label[1:]}]:"), 0)) + self.lines_before + 1
                reason = f"no words name the footnote {label[1:]}, and it was left out"
                self.problems.append(Problem(self.name, line, reason))

    def _footnote_block(self, node: SyntaxTreeNode) -> list[Node]:
        """Footnotes stand at the end, in the order of their numbers."""
        return [self._made("horizontalRule", []), self._made("orderedList", [self._item(c) for c in node.children])]

    def _footnote_anchor(self, node: SyntaxTreeNode) -> list[Node]:
        return []

    def _standing(self) -> Standing:
        said = {name: self.front.get(name, "").lower() in _YES for name in ("template", "starter")}
        return Standing(self._display(), **said)

    def _display(self) -> Display | None:
        said = self.front.get("shown")
        found = Display.said(said)
        if said and found is None:
            words = ", ".join(f"“{display.words}”" for display in Display)
            self.problems.append(Problem(self.name, 1, f"shown is one of {words}, not “{said}”"))
        return found

    def _writing(self) -> str:
        said = str(self.front.get("writing", "everywhere"))
        if said in ("everywhere", "spaces"):
            return said
        self.problems.append(Problem(self.name, 1, f"writing is “everywhere” or “spaces”, not “{said}”"))
        return "everywhere"

    def _made(self, name: str, content: Sequence[Node], **attributes: Any) -> Node:
        return self.maker.made(name, content, **attributes)

    def _blocks(self, nodes: Sequence[SyntaxTreeNode]) -> list[Node]:
        return [block for node in nodes for block in self._block(node)]

    def _block(self, node: SyntaxTreeNode) -> list[Node]:
        handler = getattr(self, f"_{node.type}", None)
        if handler is None:
            self._problem(node, f"{node.type.replace('_', ' ')} cannot be shown on a page")
            return []
        return handler(node)

    def _problem(self, node: SyntaxTreeNode, reason: str) -> None:
        at: SyntaxTreeNode | None = node
        while at is not None and at.map is None:
            at = at.parent
        line = (at.map[0] if at is not None and at.map else 0) + self.lines_before + 1
        self.problems.append(Problem(self.name, line, reason))

    def _heading(self, node: SyntaxTreeNode) -> list[Node]:
        inline = self._inline_of(node)
        if node.tag == "h1" and not self.title:
            self.title = "".join(part.get("text", "") for part in inline).strip()
            return []
        return [self._made("heading", inline, level=min(max(int(node.tag[1]), 2), 4))]

    def _paragraph(self, node: SyntaxTreeNode) -> list[Node]:
        """A paragraph; pictures and recordings in it stand by themselves behind it."""
        images = [image for part in _descendants(node) for image in self._images(part)]
        inline = self._inline_of(node)
        words = [self._made("paragraph", inline)] if any(p.get("text", "x").strip() for p in inline) else []
        return [*words, *images]

    def _images(self, node: SyntaxTreeNode) -> list[Node]:
        if node.type == "image":
            return self._image(node)
        return self._from_html(node.content) if node.type == "html_inline" and _IMG.match(node.content) else []

    def _image(self, node: SyntaxTreeNode) -> list[Node]:
        source = str(node.attrs.get("src", ""))
        try:
            held = picture_held_by(source)
        except Unreadable as error:
            self._problem(node, f"a picture in it was left out: {error.why}")
            return []
        if held is not None:
            source = f"within-{len(self.embedded) + 1}"
            self.embedded[source] = held
            return [self._made("image", [], src=source, alt=node.content)]
        if is_elsewhere(source):
            self._problem(node, FETCHES_NOTHING)
            return []
        self.pictures.append(source)
        medium = RECORDINGS.get(PurePosixPath(source).suffix.lower())
        if medium:
            return [self._made("recording", [], src=source, alt=node.content, medium=medium)]
        return [self._made("image", [], src=source, alt=node.content)]

    def _bullet_list(self, node: SyntaxTreeNode) -> list[Node]:
        if all(_task_of(item) for item in node.children):
            return [self._made("taskList", [self._task(item) for item in node.children])]
        return [self._made("bulletList", [self._item(item) for item in node.children])]

    def _ordered_list(self, node: SyntaxTreeNode) -> list[Node]:
        start = int(node.attrs.get("start", 1))
        items = [self._item(item) for item in node.children]
        return [self._made("orderedList", items, **({"start": start} if start != 1 else {}))]

    def _item(self, node: SyntaxTreeNode) -> Node:
        return self._made("listItem", self._filled(node.children))

    def _task(self, node: SyntaxTreeNode) -> Node:
        mark = _task_of(node)
        blocks = self._filled(node.children)
        first = blocks[0].get("content", [])
        if first and mark:
            shorter = _TASK.sub("", first[0].get("text", ""), count=1)
            blocks[0]["content"] = [{**first[0], "text": shorter}, *first[1:]] if shorter else first[1:]
        return self._made("taskItem", blocks, checked=bool(mark and mark.group(1) in "xX"))

    def _filled(self, nodes: Sequence[SyntaxTreeNode]) -> list[Node]:
        return self._blocks(nodes) or [self._made("paragraph", [])]

    def _blockquote(self, node: SyntaxTreeNode) -> list[Node]:
        return [self._made("blockquote", self._filled(node.children))]

    def _fence(self, node: SyntaxTreeNode) -> list[Node]:
        text = node.content.removesuffix("\n")
        language = node.info.strip()
        if language == FENCE:
            return self._stored(node, text)
        attributes = {"language": language} if re.fullmatch(r"[\w.+-]{1,40}", language) else {}
        return [self._made("codeBlock", [{"type": "text", "text": text}] if text else [], **attributes)]

    _code_block = _fence

    def _stored(self, node: SyntaxTreeNode, text: str) -> list[Node]:
        """A block as it is stored, with new ids. What it holds is checked with the whole page."""
        try:
            block = orjson.loads(text)
        except orjson.JSONDecodeError:
            block = None
        if not isinstance(block, dict):
            self._problem(node, "what stands in this fence is no block")
            return []
        return [self._renewed(cast(Node, block), 0)]

    def _renewed(self, block: Node, depth: int) -> Node:
        kept, attributes, inside = dict(block), block.get("attrs"), block.get("content")
        if isinstance(attributes, dict):
            attributes = cast(dict[str, Any], attributes)
            kept["attrs"] = {**attributes, "id": self.maker.new_id()} if "id" in attributes else attributes
            named = attributes.get(NAME_BYTES.get(str(block.get("type")), ""))
            if isinstance(named, str) and named not in self.embedded:
                self.pictures.append(named)
        if isinstance(inside, list) and depth < _DEEPEST:
            children = [child for child in cast(list[Any], inside) if isinstance(child, dict)]
            kept["content"] = [self._renewed(cast(Node, child), depth + 1) for child in children]
        return kept

    def _math_block(self, node: SyntaxTreeNode) -> list[Node]:
        text = node.content.strip()
        return [self._made("formula", [{"type": "text", "text": text}] if text else [])]

    def _html_block(self, node: SyntaxTreeNode) -> list[Node]:
        """What is written as HTML is read as HTML; a remark is for nobody to see."""
        markup = _REMARK.sub("", node.content).strip()
        if not markup:
            return []
        first = _TAG.match(markup)
        if first and not _is_tag(first[2].lower()):
            return [self._made("paragraph", lines_of(markup))]
        return self._from_html(markup)

    def _from_html(self, markup: str) -> list[Node]:
        inside = read_html(self.name, f"<body>{markup}".encode())
        self.problems += inside.problems
        self.links += inside.links
        names = {source: f"within-{len(self.embedded) + k}" for k, source in enumerate(inside.embedded, 1)}
        self.embedded |= {names[source]: picture for source, picture in inside.embedded.items()}
        blocks = [block for block in content_of(inside.document) if content_of(block) or block["type"] != "paragraph"]
        return [self._renewed(_with_sources(block, names), 0) for block in blocks]

    def _hr(self, node: SyntaxTreeNode) -> list[Node]:
        return [self._made("horizontalRule", [])]

    def _table(self, node: SyntaxTreeNode) -> list[Node]:
        rows = [row for part in node.children for row in part.children]
        return [self._made("table", [self._made("tableRow", [self._cell(c) for c in row.children]) for row in rows])]

    def _cell(self, node: SyntaxTreeNode) -> Node:
        kind = "tableHeader" if node.tag == "th" else "tableCell"
        return self._made(kind, [self._made("paragraph", self._inline_of(node))])

    def _container_space(self, node: SyntaxTreeNode) -> list[Node]:
        """`space number (cm) How long?`: its kind, what that asks for besides, and the question."""
        said = node.info.split(None, 1)[1] if len(node.info.split()) > 1 else ""
        found = _SPACE.match(said)
        kind, prompt = (found[1], said[found.end() :].strip()) if found else ("lines", said)
        settings = _settings_of(kind, found[2]) if found and found[2] else {}
        if settings is None:  # what stands in brackets belongs to the question
            settings, prompt = {}, f"({found[2]}) {prompt}".strip() if found else prompt
        if kind == "choice":
            return [self._choice(node, prompt, settings)]
        return [self._made("space", self._filled(node.children), prompt=prompt, kind=kind, **settings)]

    def _choice(self, node: SyntaxTreeNode, prompt: str, settings: dict[str, Any]) -> Node:
        items = [item for part in node.children if part.type == "bullet_list" for item in part.children]
        options = [self._made("option", self._filled(item.children), picked=False) for item in items]
        if not options:
            self._problem(node, "a choice needs a list of what to choose from")
            options = [self._made("option", [self._made("paragraph", [])], picked=False)]
        return self._made("space", options, prompt=prompt, kind="choice", **settings)

    def _container_note(self, node: SyntaxTreeNode) -> list[Node]:
        return [self._made("callout", self._filled(node.children))]

    def _container_term(self, node: SyntaxTreeNode) -> list[Node]:
        return [self._made("term", self._filled(node.children))]

    def _toned(self, node: SyntaxTreeNode) -> list[Node]:
        return [self._made("callout", self._filled(node.children), tone=node.type.removeprefix("container_"))]

    _container_care = _container_idea = _toned

    def _inline_of(self, node: SyntaxTreeNode) -> list[Node]:
        self.tagged = []
        return [part for child in node.children for part in self._inline(child, [])]

    def _tag(self, markup: str, marks: list[dict[str, Any]]) -> Iterator[Node]:
        """A tag among words begins or ends a mark, or breaks the line. Unknown to HTML, it is words: `x <y> z`."""
        found = _TAG.fullmatch(markup)
        if found is None:
            return  # a remark, or an instruction to a program
        name, ends = found[2].lower(), bool(found[1])
        if name == "br":
            yield {"type": "hardBreak"}
        elif name in TAGS or name == "a":
            mark = _mark_of(name, markup)
            self.tagged = [one for one in self.tagged if one["type"] != mark["type"]]
            self.tagged += [] if ends or mark == {"type": "link"} else [mark]
        elif not _is_tag(name):
            yield text_node(markup, marks)

    def _inline(self, node: SyntaxTreeNode, marks: list[dict[str, Any]]) -> Iterator[Node]:
        if node.type in ("inline", *_MARKS, "link"):
            yield from self._marked(node, marks)
        elif node.type == "html_inline":
            yield from self._tag(node.content, marks)
        elif node.type == "text":
            yield from self._text(node.content, [*marks, *(one for one in self.tagged if one not in marks)])
        elif node.type == "code_inline":
            yield text_node(node.content, [*marks, {"type": "code"}])
        elif node.type == "footnote_ref":
            yield text_node(str(node.meta["id"] + 1), [*marks, {"type": "superscript"}])
        elif node.type == "softbreak":
            yield text_node(" ", marks)
        elif node.type == "hardbreak":
            yield {"type": "hardBreak"}

    def _marked(self, node: SyntaxTreeNode, marks: list[dict[str, Any]]) -> Iterator[Node]:
        if node.type in _MARKS:
            marks = [*marks, {"type": _MARKS[node.type]}]
        if node.type == "link":
            target = str(node.attrs.get("href", ""))
            if _SAFE_LINK.match(target) or leads_beside(target):
                self.links += [target] if leads_beside(target) else []
                marks = [*marks, {"type": "link", "attrs": {"href": target}}]
            else:
                self._problem(node, f"the link to {target} was left out: links begin with https:, http: or mailto:")
        for child in node.children:
            yield from self._inline(child, marks)

    def _text(self, text: str, marks: list[dict[str, Any]]) -> Iterator[Node]:
        done = 0
        for gap in _GAP.finditer(text):
            if gap.start() > done:
                yield text_node(text[done : gap.start()], marks)
            yield {"type": "gap", "attrs": {"id": self.maker.new_id(), "answer": gap.group(1) or ""}}
            done = gap.end()
        if done < len(text):
            yield text_node(text[done:], marks)


def _settings_of(kind: str, said: str) -> dict[str, Any] | None:
    """What a kind of place asks for besides its question; None where that is nothing of the kind."""
    if kind == "number":
        return {"unit": said.strip()}
    if kind == "lines" and re.fullmatch(r"[1-9]\d?", said):
        return {"lines": int(said)}
    return {"several": said == "several"} if kind == "choice" and said in ("one", "several") else None


def _is_tag(name: str) -> bool:
    """Whether HTML knows it, or somebody has made it as HTML lets them: with a line within."""
    return name in KNOWN_TAGS or "-" in name


def _mark_of(name: str, markup: str) -> dict[str, Any]:
    """The mark that a tag begins; a link without an address to go to is none."""
    if name != "a":
        return {"type": TAGS[name]}
    href = _HREF.search(markup)
    return {"type": "link", **({"attrs": {"href": href[1]}} if href and _SAFE_LINK.match(href[1]) else {})}


def _with_sources(block: Node, names: Mapping[str, str]) -> Node:
    """A block whose pictures go by other names."""
    source = bytes_of(block)
    named = with_bytes(block, names[source]) if source and source in names else block
    return with_content(named, [_with_sources(child, names) for child in content_of(named)])


def _task_of(item: SyntaxTreeNode) -> re.Match[str] | None:
    texts = [node.content for node in _descendants(item) if node.type == "text"]
    return _TASK.match(texts[0]) if texts else None


def _descendants(node: SyntaxTreeNode) -> Iterator[SyntaxTreeNode]:
    for child in node.children:
        yield child
        yield from _descendants(child)
