"""Pages in and out, and found: beside what the libraries and the database alone take for the same."""

import io
import resource
import zipfile
from pathlib import Path
from tempfile import TemporaryDirectory

import pypdfium2
from sqlalchemy import text

from bench.district import District, district
from bench.figures import Figure, in_turn, sized
from red_thread.formats.archive import read_archive
from red_thread.formats.as_pdf import write_pdf
from red_thread.formats.master_zip import WrittenPage, write_master
from red_thread.formats.pdf import LONGEST_SIDE, read_part
from red_thread.formats.printed import Print, PrintedPage
from red_thread.reading.files import read_as_pages, read_pages

PAGES, IN_A_PDF, RUNS = sized(1_000, 60), sized(300, 5), sized(7, 1)
_BARE_SEARCH = text("""
    SELECT p.id, p.title FROM page p JOIN section s ON s.id = p.section_id
    WHERE s.master_id = :master AND to_tsvector('simple', p.words) @@ to_tsquery('simple', 'flood:*') LIMIT 50
""")
_WORDS = "UPDATE page SET words = title || ' ebb and flood ' || id || ' along the harbour wall'"


async def measure() -> list[Figure]:
    return [await _search(), await _out_and_in(), *await _pdf()]


async def _search() -> Figure:
    async with district(10) as made:
        await made.add_pages(PAGES)
        await made.run(_WORDS)
        await made.settle()
        times = await _searched(made)
    return Figure("a word in a master of 1,000 pages, beside its bare rows", *times, "ms", None)


async def _searched(made: District) -> tuple[float, float]:
    async with made.signed_in() as ask:

        async def ours(number: int) -> None:
            assert len((await ask(f"/api/masters/{made.master}/search?q=flood")).json()) == 50

        async def bare(number: int) -> None:
            async with made.database.begin() as unit:
                (await unit.connection.execute(_BARE_SEARCH, {"master": made.master})).all()

        return await in_turn(ours, bare, RUNS)


def _a_page(number: int) -> dict[str, object]:
    words = [{"type": "text", "text": f"Ebb and flood {number}, along the wall and back again. " * 4}]
    blocks = [{"type": "paragraph", "attrs": {"id": f"b{k}"}, "content": words} for k in range(6)]
    space = {"type": "space", "attrs": {"id": "q", "prompt": "Why?", "kind": "lines"}, "content": [blocks[0]]}
    return {"type": "doc", "attrs": {"title": f"Page {number}", "writing": "spaces"}, "content": [*blocks[1:], space]}


async def _out_and_in() -> Figure:
    """A zip of 1,000 pages made and read, beside writing and reading as many files of that size."""
    pages = [WrittenPage((("section-1", "Tides"),), _a_page(number)) for number in range(PAGES)]
    body = write_master(pages, {})
    files = read_archive("master.zip", body)

    async def ours(number: int) -> None:
        assert len(read_pages(read_archive("master.zip", write_master(pages, {}))).pages) == PAGES

    async def bare(number: int) -> None:
        with TemporaryDirectory() as folder:
            for k, one in enumerate(files.values()):
                (Path(folder) / f"{k}.md").write_bytes(one)
            with zipfile.ZipFile(io.BytesIO(), "w", zipfile.ZIP_DEFLATED) as archive:
                for path in sorted(Path(folder).iterdir()):
                    archive.writestr(path.name, path.read_bytes())

    times = await in_turn(ours, bare, 1)
    return Figure("a zip of 1,000 pages out and in, beside its files alone", *times, "ms", None)


async def _pdf() -> list[Figure]:
    """300 pages read from a PDF, beside the library's bare rendering of them; and made into one."""
    pages = [PrintedPage(("Tides",), _a_page(number)) for number in range(IN_A_PDF)]
    body = write_pdf(Print("Tides", pages[:30]))
    body = _repeated(body, IN_A_PDF)

    async def ours(number: int) -> None:
        assert len((await read_as_pages("tides.pdf", body)).pages) == IN_A_PDF

    async def bare(number: int) -> None:
        document = pypdfium2.PdfDocument(body)
        for page in document:
            page.render(scale=LONGEST_SIDE / max(page.get_size())).to_pil()

    times = await in_turn(ours, bare, 1)
    read_part("tides.pdf", body, 0, 2)  # what one of the processes holds, beside all that this one does
    most = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024

    async def set_in_type(number: int) -> None:
        write_pdf(Print("Tides", pages[:30]))

    async def drawn(number: int) -> None:
        document = pypdfium2.PdfDocument(body)
        for page in list(document)[:30]:
            page.render(scale=1)

    made = await in_turn(set_in_type, drawn, 1)
    return [
        Figure("a PDF of 300 pages in, beside its bare rendering", *times, "ms", 1.3),
        Figure("the most memory until then, beside 500 MB", most, 500, "MB", 1.0),
        Figure("a PDF of 30 pages out, beside drawing them on a screen", *made, "ms", None),
    ]


def _repeated(body: bytes, count: int) -> bytes:
    """The pages of a PDF again and again, until there are as many."""
    source, made = pypdfium2.PdfDocument(body), pypdfium2.PdfDocument.new()
    while len(made) < count:
        made.import_pages(source, list(range(min(len(source), count - len(made)))))
    written = io.BytesIO()
    made.save(written)
    return written.getvalue()
