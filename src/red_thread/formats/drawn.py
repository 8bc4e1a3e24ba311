"""SVG that comes in: drawn once, here, and kept as a picture of points. No SVG of a stranger's is ever shown.

So nothing in it can run, link or fetch later; what it asks for while it is drawn is refused.
"""

import base64
import io
import re
from typing import Any
from xml.etree.ElementTree import Element, ParseError, fromstring

import pypdfium2
from weasyprint import HTML
from weasyprint.urls import URLFetcher

from red_thread.formats.problems import Unreadable

LONGEST = 1600  # points of the longer side
_LARGEST = 2_000_000  # bytes of markup
_BEFORE = re.compile(rb"\s+|<!--(?:(?!-->).)*-->|<\?xml[^>]*>|<!DOCTYPE[^>\[]*(?:\[[^\]]*\]\s*)?>", re.S)
_NUMBER = re.compile(r"^\s*\+?(\d+(?:\.\d+)?|\.\d+)\s*(px|pt|mm|cm|in)?\s*$")
_CSS_PIXELS = {"": 1.0, "px": 1.0, "pt": 4 / 3, "mm": 96 / 25.4, "cm": 96 / 2.54, "in": 96.0}


def is_svg(body: bytes) -> bool:
    """Whether a file says by how it begins that it is one, whatever its name."""
    head, at = body[:20_000].removeprefix(b"\xef\xbb\xbf"), 0
    while found := _BEFORE.match(head, at):
        at = found.end()
    return re.match(rb"<svg\b", head[at:]) is not None


def draw_svg(name: str, body: bytes) -> bytes:
    """The drawing as PNG on white, its longer side as long as a page needs. Raises Unreadable."""
    if len(body) > _LARGEST:
        raise Unreadable(name, "it is too large for a drawing; save it as PNG")
    if b"<!ENTITY" in body:
        raise Unreadable(name, "it defines words of its own (entities); save it as PNG, or without them")
    width, height = _size(name, body)
    page = HTML(string=_sheet(body, width, height), url_fetcher=URLFetcher(allowed_protocols={"data"}))
    try:
        made = page.write_pdf()
        assert made is not None  # it is only where a file is named to write to
        with pypdfium2.PdfDocument(made) as document:
            first: Any = document[0]  # its scale may be a fraction, whatever its types say
            picture = first.render(scale=LONGEST / max(width, height) * 96 / 72).to_pil()
    except (ValueError, TypeError, LookupError, ArithmeticError, RecursionError, pypdfium2.PdfiumError) as error:
        raise Unreadable(name, "it could not be drawn; save it as PNG") from error
    written = io.BytesIO()
    picture.convert("RGB").save(written, "PNG", optimize=True)
    return written.getvalue()


def _sheet(body: bytes, width: float, height: float) -> str:
    data = base64.b64encode(body).decode()
    size = f"width: {width}px; height: {height}px"
    return (
        f"<style>@page {{ size: {width}px {height}px; margin: 0 }} body {{ margin: 0; background: white }}"
        f"img {{ display: block; {size} }}</style><img src='data:image/svg+xml;base64,{data}'>"
    )


def _size(name: str, body: bytes) -> tuple[float, float]:
    """How wide and high it says that it is, of 100 to 1000 points; a square where it says nothing."""
    try:
        root = fromstring(body)
    except (ParseError, ValueError, LookupError) as error:
        raise Unreadable(name, "it is not a whole SVG file") from error
    said = _said(root)
    if said is None or not 1 / 20 <= said[0] / said[1] <= 20:
        said = (600.0, 600.0)
    scale = 600 / max(said)
    return said[0] * scale, said[1] * scale


def _said(root: Element) -> tuple[float, float] | None:
    box = [float(part) for part in re.findall(r"-?\d+(?:\.\d+)?", root.get("viewBox", ""))[:4]]
    if len(box) == 4 and box[2] > 0 and box[3] > 0:
        return box[2], box[3]
    width, height = _length(root.get("width", "")), _length(root.get("height", ""))
    return (width, height) if width and height else None


def _length(said: str) -> float:
    found = _NUMBER.match(said)
    return float(found[1]) * _CSS_PIXELS[found[2] or ""] if found else 0.0
