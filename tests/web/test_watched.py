"""How far the work on a file has come is told to who sent it, and to nobody else."""

import asyncio
import io
import zipfile

import pypdfium2
import pytest

from red_thread.reading.files import read_as_pages
from red_thread.store.open_now import Progress
from red_thread.web.imports import take_in_pages
from red_thread.web.watched import watched
from tests.school import School


def a_pdf(pages: int) -> bytes:
    made, written = pypdfium2.PdfDocument.new(), io.BytesIO()
    for _ in range(pages):
        made.new_page(300, 200)
    made.save(written)
    return written.getvalue()


def a_zip(pages: int) -> bytes:
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w") as archive:
        for number in range(pages):
            archive.writestr(f"Shore/{number:02d} Page {number}.md", f"The tide falls {number} times.")
    return made.getvalue()


@pytest.mark.parametrize(("name", "body", "count"), [("tides.pdf", a_pdf(7), 7), ("shore.zip", a_zip(5), 5)])
async def test_it_is_told_how_much_of_a_file_is_read_and_taken_in(school: School, name, body, count):
    told: list[tuple[str, int, int]] = []
    read = await read_as_pages(name, body, hear=lambda done, of: told.append(("reading", done, of)))
    async with school.database.begin() as unit:
        await take_in_pages(unit, school.teacher, school.master, read, False, lambda *p: told.append(p))
    reading, taking = ([done for doing, done, _ in told if doing == phase] for phase in ("reading", "taking in"))
    assert reading == sorted(reading) and max(reading) <= count and set(taking) == set(range(count))
    assert {of for _, _, of in told} == {count}


async def test_a_plan_of_a_pdf_draws_nothing(monkeypatch):
    looked = await read_as_pages("tides.pdf", a_pdf(3), draws=False)
    assert [page.pictures["page"].body for page in looked.pages] == [b""] * 3
    drawn = await read_as_pages("tides.pdf", a_pdf(3))
    assert all(page.pictures["page"].body[:3] == b"\xff\xd8\xff" for page in drawn.pages)


async def test_it_is_known_only_while_it_goes_on_and_under_ones_own_key(school: School):
    async def look(person_id: int, watch: str) -> Progress:
        async with school.database.begin() as unit:
            return await unit.open_now.look(person_id, watch)

    async with watched(school.database, 1, "my-own-key") as tell:
        tell("taking in", 3, 7)
        while await look(1, "my-own-key") != Progress("taking in", 3, 7):
            await asyncio.sleep(0.05)
        assert await look(2, "my-own-key") == await look(1, "another-key") == Progress()
    assert await look(1, "my-own-key") == Progress()


async def test_over_the_wire(school: School, visitor):
    teacher = await visitor("tess@school.example")
    sent = {"file": ("shore.zip", a_zip(2), "application/zip")}
    came = await teacher.ask("post", f"/api/masters/{school.master}/pages/plan?watch=my-own-key", files=sent)
    assert came.status_code == 200 and len(came.json()["pages"]) == 2
    assert (await teacher.get("/api/watched/my-own-key")).json() == {"doing": "reading", "done": 0, "of": 0}
    assert (await teacher.get("/api/watched/k")).status_code == 422
