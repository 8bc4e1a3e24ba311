"""Pages as PDF: the HTML of `printed`, set by WeasyPrint with the fonts that ship beside this file.

Nothing is fetched while it is set: what a page needs is in the HTML, and every other address is refused.
"""

import base64
from functools import cache
from pathlib import Path

from weasyprint import CSS, HTML
from weasyprint.text.fonts import FontConfiguration
from weasyprint.urls import URLFetcher

from red_thread.formats.printed import Print, write_html

_FONTS = Path(__file__).with_name("fonts")
# One family for each range of letters, as a list of families is asked from left to right.
_FAMILIES = {
    "Literata": ("latin", "latin-ext", "cyrillic", "greek"),
    "Figtree": ("latin",),
}


MOST_TAGGED = 200  # pages of one print


def write_pdf(printed: Print) -> bytes:
    """The pages, each beginning a sheet of the size that it asks for, A4 where it asks for none."""
    fonts, fetcher = FontConfiguration(), URLFetcher(allowed_protocols={"data"})
    style = CSS(string=_faces(), font_config=fonts, url_fetcher=fetcher)
    document = HTML(string=write_html(printed).decode(), url_fetcher=fetcher)
    # Tags, by which a screen reader finds its way, double the work: a whole year goes out without.
    variant = "pdf/ua-1" if len(printed.pages) <= MOST_TAGGED else None
    made = document.write_pdf(stylesheets=[style], font_config=fonts, pdf_variant=variant)
    assert made is not None  # it is only where a file is named to write to
    return made


@cache
def _faces() -> str:
    faces = [_face(family, subset, slope) for family, of in _FAMILIES.items() for subset in of for slope in _SLOPES]
    reading = ", ".join(f"'{_name('Literata', subset)}'" for subset in _FAMILIES["Literata"])
    return f"{''.join(faces)} body {{ font-family: {reading}, 'DejaVu Serif', serif }}"


_SLOPES = ("normal", "italic")


def _name(family: str, subset: str) -> str:
    return family if subset == "latin" else f"{family} {subset}"


def _face(family: str, subset: str, slope: str) -> str:
    file = _FONTS / f"{family.lower()}-{subset}-wght-{slope}.woff2"
    if not file.exists():
        return ""
    data = base64.b64encode(file.read_bytes()).decode()
    return (
        f"@font-face {{ font-family: '{_name(family, subset)}'; font-style: {slope}; font-weight: 200 900; "
        f"src: url(data:font/woff2;base64,{data}) format('woff2') }}"
    )
