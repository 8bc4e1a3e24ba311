"""Slides into pages: the words, lists, tables and pictures of each slide become a page."""

import base64
import io
from collections.abc import Iterable, Iterator
from html import escape
from typing import Any, TypeAlias

from lxml.etree import LxmlError  # type: ignore[reportAttributeAccessIssue]
from pptx import Presentation
from pptx.exc import PythonPptxError

from red_thread.formats.archive import read_archive
from red_thread.formats.html import read_html
from red_thread.formats.pages import ReadPage, stem_of
from red_thread.formats.problems import Problem, Unreadable

Shape: TypeAlias = Any  # the library gives none of its parts a type
MOST_SLIDES = 300
_BROKEN = (PythonPptxError, LxmlError, KeyError, ValueError, AttributeError, IndexError, TypeError, OSError)
_DRAWN = "what slide {number} draws (a chart, a diagram, a film) is not read, and was left out"
_NOTES = "the speaker’s notes of {count} were left out: students would read them"


def read_slides(name: str, body: bytes) -> list[ReadPage]:
    """Reads PPTX, a page for each slide. Raises Unreadable for what is none, or too long."""
    read_archive(name, body)  # with its limits, before anything else unpacks it
    try:
        slides = list(Presentation(io.BytesIO(body)).slides)
        if not 0 < len(slides) <= MOST_SLIDES:
            raise Unreadable(name, f"it has {len(slides)} slides; 1 to {MOST_SLIDES} can be taken in at once")
        noted = sum(slide.has_notes_slide and bool(_notes(slide).strip()) for slide in slides)
    except _BROKEN as error:
        raise Unreadable(name, "it is not a PPTX document that can be read") from error
    parts = [_read(name, slide, number) for number, slide in enumerate(slides, 1)]
    pages = [part for part in parts if isinstance(part, ReadPage)]
    if not pages:
        raise Unreadable(name, "none of its slides can be read")
    pages[0].problems += [part for part in parts if isinstance(part, Problem)]
    if noted:
        count = "1 slide" if noted == 1 else f"{noted} slides"
        pages[0].problems.append(Problem(name, 0, _NOTES.format(count=count)))
    return pages


def _notes(slide: Any) -> str:
    frame = slide.notes_slide.notes_text_frame
    return frame.text if frame is not None else ""


def _read(name: str, slide: Any, number: int) -> ReadPage | Problem:
    """One slide, or that it cannot be read: what is broken in one spoils no other."""
    try:
        return _page(name, slide, number)
    except (*_BROKEN, Unreadable):
        return Problem(name, 0, f"slide {number} cannot be read and was left out")


def _page(name: str, slide: Any, number: int) -> ReadPage:
    title = slide.shapes.title
    words = title.text_frame.text.replace("\v", " ").strip() if title is not None else ""
    shapes = [shape for shape in _in_reading_order(slide.shapes) if title is None or shape.shape_id != title.shape_id]
    markup = "".join(part for shape in shapes for part in _markup(shape))
    page = read_html(name, f"<body>{markup or '<p></p>'}</body>".encode(), words or f"{stem_of(name)} {number}")
    if any(_is_drawn(shape) for shape in shapes):
        page.problems.append(Problem(name, 0, _DRAWN.format(number=number)))
    return page


def _in_reading_order(shapes: Iterable[Shape]) -> list[Shape]:
    """All shapes, those of groups too, from above to below and from left to right."""
    flat = list(_ungrouped(shapes))
    return sorted(flat, key=lambda shape: (shape.top or 0, shape.left or 0))


def _ungrouped(shapes: Iterable[Shape]) -> Iterator[Shape]:
    for shape in shapes:
        if hasattr(shape, "shapes"):
            yield from _ungrouped(shape.shapes)
        else:
            yield shape


def _is_drawn(shape: Shape) -> bool:
    return getattr(shape, "has_chart", False) or not (
        shape.has_text_frame or getattr(shape, "has_table", False) or _image(shape) is not None or _is_line(shape)
    )


def _is_line(shape: Shape) -> bool:
    return hasattr(shape, "begin_x") or shape.is_placeholder


def _markup(shape: Shape) -> Iterator[str]:
    if getattr(shape, "has_table", False):
        rows = ("".join(f"<td>{_flat(cell.text_frame)}</td>" for cell in row.cells) for row in shape.table.rows)
        yield f"<table>{''.join(f'<tr>{row}</tr>' for row in rows)}</table>"
    elif _image(shape) is not None:
        yield _picture(shape)
    elif shape.has_text_frame:
        yield from _paragraphs(shape.text_frame, listed=shape.is_placeholder)


def _picture(shape: Shape) -> str:
    properties = shape._element.xpath(".//p:cNvPr")  # where the library keeps the words for who cannot see it
    words = properties[0].get("descr") or "" if properties else ""
    image = _image(shape)
    data = base64.b64encode(image.blob).decode()
    return f'<p><img alt="{escape(words)}" src="data:{image.content_type};base64,{data}"></p>'


def _image(shape: Shape) -> Any:
    """The picture that a shape holds; None where it holds none, or one that lies elsewhere."""
    try:
        return getattr(shape, "image", None)
    except (ValueError, KeyError):
        return None


def _paragraphs(frame: Any, listed: bool) -> Iterator[str]:
    """The body of a slide is a list, whose points have levels; other words stand as they are."""
    paragraphs = [paragraph for paragraph in frame.paragraphs if paragraph.text.strip()]
    if not listed or len(paragraphs) < 2:
        yield from (f"<p>{_runs(paragraph)}</p>" for paragraph in paragraphs)
        return
    deep = 0
    for paragraph in paragraphs:
        level = paragraph.level + 1
        yield "</li></ul>" * (deep - level) + ("</li><li>" if deep >= level else "<ul><li>" * (level - deep))
        deep = level
        yield _runs(paragraph)
    yield "</li></ul>" * deep


def _flat(frame: Any) -> str:
    return "".join(f"<p>{_runs(paragraph)}</p>" for paragraph in frame.paragraphs)


def _runs(paragraph: Any) -> str:
    """The words of a paragraph, those of fields and line ends among them, with the marks of its runs."""
    marked = {run._r: run for run in paragraph.runs}
    parts: list[str] = []
    for element in paragraph._p:
        words = "".join(element.xpath("./a:t/text()"))
        run = marked.get(element)
        if element.tag.endswith("}br"):
            parts.append("<br>")
        elif words:
            parts.append(_marked(escape(words).replace("\v", "<br>"), run))
    return "".join(parts)


def _marked(words: str, run: Any) -> str:
    if run is None:
        return words
    for tag, is_on in (("b", run.font.bold), ("i", run.font.italic), ("u", run.font.underline)):
        words = f"<{tag}>{words}</{tag}>" if is_on else words
    try:
        address = run.hyperlink.address
    except KeyError:  # of a link whose other end is not in the file
        address = None
    return f'<a href="{escape(address)}">{words}</a>' if address else words
