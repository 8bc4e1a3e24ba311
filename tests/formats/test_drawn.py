"""SVG that comes in: drawn, and harmless whatever is in it."""

import base64
import io
import re
import socketserver
import threading
from pathlib import Path

import pytest
from PIL import Image

from red_thread.formats.drawn import LONGEST, is_svg
from red_thread.formats.pictures import clean_picture
from red_thread.formats.problems import Unreadable
from red_thread.reading import limits
from red_thread.reading.files import read_pages
from red_thread.reading.limits import within_limits

NS = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"'


def svg(inside: str, said: str = 'viewBox="0 0 200 100"', before: str = "") -> bytes:
    return f"{before}<svg {NS} {said}>{inside}</svg>".encode()


def drawn(body: bytes) -> Image.Image:
    kind, made = clean_picture("limpet.svg", body)
    assert kind == "image/png"
    return Image.open(io.BytesIO(made)).convert("RGB")


RED = '<rect width="100" height="100" fill="#ff0000"/>'


def test_it_is_drawn_as_wide_as_a_page_needs_on_white():
    picture = drawn(svg(RED))
    assert abs(picture.width - LONGEST) <= 2
    assert abs(picture.width - 2 * picture.height) <= 2
    left, right = picture.getpixel((picture.width // 4, 20)), picture.getpixel((picture.width * 3 // 4, 20))
    assert (left, right) == ((255, 0, 0), (255, 255, 255))


@pytest.mark.parametrize(
    ("said", "shape"),
    [
        ('width="4cm" height="2cm"', 2.0),
        ('width="100" height="400"', 0.25),
        ('width="100%" height="100%"', 1.0),
        ('viewBox="0 0 0 0"', 1.0),
        ('viewBox="0 0 1000000 1"', 1.0),
        ('viewBox="-50 -50 100 100"', 1.0),
        ("", 1.0),
    ],
)
def test_whatever_it_says_of_its_size_it_is_one_of_a_page(said, shape):
    picture = drawn(svg(RED, said))
    assert abs(picture.width / picture.height - shape) < 0.02
    assert max(picture.size) <= LONGEST + 2


@pytest.mark.parametrize(
    ("body", "is_one"),
    [
        (svg(RED), True),
        (svg(RED, before='<?xml version="1.0" encoding="utf-8"?>\n<!-- made here -->\n'), True),
        (svg(RED, before='<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/svg11.dtd">'), True),
        (b"\xef\xbb\xbf" + svg(RED), True),
        (b"<html><svg></svg></html>", False),
        (b"\x89PNG\r\n<svg", False),
        (b"", False),
        (b"<!---->" * 2500, False),
    ],
)
def test_it_is_known_by_how_it_begins(body, is_one):
    assert is_svg(body) is is_one


HOSTILE = {
    "a script": '<script>fetch("{address}")</script>',
    "a handler": '<rect width="9" height="9" onload="fetch(\'{address}\')"/>',
    "a picture elsewhere": '<image width="99" height="99" xlink:href="{address}"/>',
    "a file of the machine": '<image width="99" height="99" href="file:///etc/passwd"/>',
    "a shape elsewhere": '<use xlink:href="{address}#x"/><use href="file:///etc/hostname#x"/>',
    "a style elsewhere": '<style>@import url("{address}"); circle {{ fill: url({address}#a) }}</style><circle r="9"/>',
    "a page within": '<foreignObject width="99" height="99"><iframe xmlns="http://www.w3.org/1999/xhtml" src="{address}"/></foreignObject>',
    "a link": '<a xlink:href="javascript:alert(1)"><rect width="9" height="9"/></a>',
    "a filter elsewhere": '<rect width="9" height="9" filter="url({address}#f)" mask="url({address}#m)"/>',
}


@pytest.fixture
def listener():
    """An address on this machine, and whoever asked it for something."""
    asked: list[bytes] = []

    class Hear(socketserver.BaseRequestHandler):
        def handle(self) -> None:
            asked.append(self.request.recv(200))

    with socketserver.ThreadingTCPServer(("127.0.0.1", 0), Hear) as server:
        threading.Thread(target=server.serve_forever, daemon=True).start()
        yield f"http://127.0.0.1:{server.server_address[1]}/a", asked
        server.shutdown()


@pytest.mark.parametrize("what", HOSTILE)
def test_nothing_is_run_or_fetched(listener, what):
    address, asked = listener
    try:
        picture = drawn(svg(RED + HOSTILE[what].format(address=address)))
        assert picture.getpixel((5, picture.height - 5)) == (255, 0, 0)
    except Unreadable as error:
        assert error.why
    assert asked == []


BOMB = "".join(
    f'<g id="g{k}"><use href="#g{k - 1}"/><use href="#g{k - 1}"/><use href="#g{k - 1}"/></g>' for k in range(1, 40)
)
TOO_MUCH = {
    "shapes that use shapes": svg(f'<defs><g id="g0">{RED}</g>{BOMB}</defs><use href="#g39"/>'),
    "a shape that uses itself": svg('<g id="a"><use href="#a"/></g>'),
    "very deep": svg("<g>" * 60_000 + "</g>" * 60_000),
    "words of its own": svg("<text>&a;</text>", before='<!DOCTYPE svg [<!ENTITY a "b">]>'),
    "very many": svg("<circle r='1'/>" * 200_000),
    "broken off": svg(RED)[:-9],
    "another within": svg(
        f'<image width="9" height="9" href="data:image/svg+xml;base64,{base64.b64encode(svg("<g>" * 50_000)).decode()}"/>'
    ),
    "a size that is none": svg(RED, 'viewBox="nonsense"'),
    "wrong numbers": svg('<path d="M nan 1e999 L --3 z"/><circle r="-1e308"/><rect width="1e309" height="x"/>'),
}


@pytest.mark.parametrize("what", TOO_MUCH)
async def test_what_is_too_much_is_refused_with_a_reason_or_drawn_within_limits(what, monkeypatch):
    monkeypatch.setattr(limits, "SECONDS", 6)
    try:
        kind, _ = await within_limits("x.svg", clean_picture, "x.svg", TOO_MUCH[what])
        assert kind == "image/png"
    except Unreadable as error:
        assert re.search(r"[a-z]{3}", error.why)


def test_by_itself_and_beside_a_page_it_is_a_picture():
    alone = read_pages({"limpet.svg": svg(RED)}, alone=True)
    assert [page.document["attrs"]["title"] for page in alone.pages] == ["limpet"]
    beside = read_pages({"a/one.md": b"# One\n\n![A limpet](limpet.svg)", "a/limpet.svg": svg(RED)})
    assert not beside.problems
    assert [kind for page in beside.pages for kind in (p.media_type for p in page.pictures.values())] == ["image/png"]


def test_the_demos_own_drawings_are_drawn():
    drawings = sorted((Path(__file__).parents[2] / "src/red_thread/demo/course").rglob("*.svg"))
    for file in drawings:
        assert drawn(file.read_bytes()).getcolors(1 << 24), file.name
