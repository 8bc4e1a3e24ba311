"""Each bad input gets a clear sentence that says what to do, and nothing is changed."""

import io
import zipfile

import pytest

from tests.school import School, to_classes


async def problem(answer, status, says, hint=""):
    assert answer.status_code == status, answer.text
    assert answer.headers["content-type"] == "application/problem+json"
    told = answer.json()
    assert says in told["detail"]
    assert hint in told["hint"]
    assert told["hint"], "a problem has to say what to do"


def file(name, body):
    return {"file": (name, body)}


@pytest.mark.parametrize(
    ("name", "body", "status", "says"),
    [
        ("roster.csv", b" \n", 422, "is empty"),
        ("roster.zip", b"PK nonsense", 422, "not a zip"),
        ("photo.jpg", b"\xff\xd8\xff\x00\x00", 422, "photo.jpg cannot be read"),
        ("huge.csv", b"x" * 300_000, 413, "huge.csv is larger than"),
    ],
)
async def test_rosters_that_cannot_be_read(teacher, school: School, name, body, status, says):
    answer = await teacher.post(f"/api/masters/{school.master}/roster", files=file(name, body))
    await problem(answer, status, says, "Nothing was changed")
    assert len((await teacher.get(f"/api/classes/{school.classes['9A']}")).json()["students"]) == 3


@pytest.mark.parametrize(
    ("name", "body", "says"),
    [
        ("x.zip", b"PK nonsense", "not a zip"),
        ("x.md", b"a\x00b", "not a text file"),
        ("x.xyz", b"words", "this kind of file is not read"),
        ("x.odt", b"PK nonsense", "it is not ODT, whatever its name says"),
        ("x.doc", b"PK nonsense", "save it as DOCX"),
    ],
)
async def test_pages_that_cannot_be_read(teacher, school: School, name, body, says):
    await problem(await teacher.post(f"/api/masters/{school.master}/pages", files=file(name, body)), 422, says)


async def test_a_zip_of_markdown_comes_in_and_what_could_not_is_listed(teacher, school: School):
    written = io.BytesIO()
    with zipfile.ZipFile(written, "w") as made:
        made.writestr("1 Dunes/01 Grass.md", "# Grass\n\n![x](missing.png)\n\nWords.")
        made.writestr("1 Dunes/02 Bad.md", b"a\x00b")
    answer = await teacher.post(f"/api/masters/{school.master}/pages", files=file("x.zip", written.getvalue()))
    report = answer.json()
    assert len(report["page_ids"]) == 1
    assert [(p["file"], p["reason"]) for p in report["problems"]] == [
        ("1 Dunes/01 Grass.md", "the picture missing.png is not among the files"),
        ("1 Dunes/02 Bad.md", "it is not a text file"),
    ]


async def test_no_picture(teacher, school: School):
    answer = await teacher.post(f"/api/masters/{school.master}/blobs", files=file("x.svg", b"<p><svg/></p>"))
    await problem(answer, 422, "not a PNG, JPEG, WebP, GIF, BMP, TIFF, HEIC, AVIF or SVG")


async def test_far_too_large_is_refused_before_it_is_read(teacher, school: School):
    headers = {"content-length": str(10**9), "content-type": "multipart/form-data; boundary=x"}
    answer = await teacher.post(f"/api/masters/{school.master}/roster", content=b"x", headers=headers)
    await problem(answer, 413, "larger than 25 MB")


@pytest.mark.parametrize(("path", "limit"), [("roster", 25), ("pages", 100), ("pages/plan", 100), ("blobs", 100)])
async def test_a_teachers_file_for_the_master_may_be_larger(teacher, school: School, path, limit):
    address = f"/api/masters/{school.master}/{path}"
    headers = {"content-length": str((limit + 6) * 1024 * 1024), "content-type": "multipart/form-data; boundary=x"}
    answer = await teacher.post(address, content=b"x", headers=headers)
    await problem(answer, 413, f"larger than {limit} MB")
    if limit > 25:
        huge = await teacher.ask("post", address, files=file("huge.md", b"x" * 500_000))
        assert huge.status_code == 413 and "huge.md is larger than" in huge.json()["detail"]
        written = io.BytesIO()
        with zipfile.ZipFile(written, "w") as made:
            made.writestr("Shore/1 Ebb.md", "The tide.")
            made.writestr("Shore/film.bin", bytes(300_000))
        large = await teacher.ask("post", address, files=file("large.zip", written.getvalue()))
        assert large.status_code == (422 if path == "blobs" else 200)


async def test_what_streams_in_is_counted_as_it_comes(teacher, school: School):
    async def without_end():
        for _ in range(200):
            yield b" " * 100_000

    headers = {"content-type": "application/json"}
    answer = await teacher.post("/api/pushes/plan", content=without_end(), headers=headers)
    await problem(answer, 413, "larger than 8 MB")


async def test_a_page_that_is_none(teacher, school: School):
    tides = await school.add_page("a:x")
    body = {"document": {"type": "hologram"}, "revision": 1}
    answer = await teacher.ask("PUT", f"/api/pages/{tides}", json=body)
    await problem(answer, 422, "does not begin with a doc", "kept in this browser")


async def test_a_push_to_nobody_and_of_a_page_taken_out(teacher, school: School):
    tides = await school.add_page("a:x", "Tides today")
    request = {"master_id": school.master, "page_ids": [tides], "audience": to_classes()}
    await problem(await teacher.post("/api/pushes/plan", json=request), 422, "Nobody is there to push to")
    await teacher.ask("DELETE", f"/api/items/page/{tides}")
    request["audience"] = to_classes(school.classes["9A"])
    answer = await teacher.post("/api/pushes", json=request)
    await problem(answer, 409, "“Tides today” has been taken out", "Nothing was pushed")


async def test_a_session_that_ended_says_that_the_words_are_kept(student, school: School):
    student.client.cookies.clear()
    answer = await student.ask("PUT", "/api/copies/1", json={"document": {}, "revision": 0, "edition_id": 1})
    await problem(answer, 401, "not signed in any more", "kept in this browser")


@pytest.mark.parametrize("address", ["/api/pages/999", "/api/classes/999", "/api/copies/999", "/api/pushes/999"])
async def test_what_is_not_there(teacher, address):
    await problem(await teacher.get(address), 404, "There is no such")


async def test_a_request_that_is_not_what_was_expected(teacher):
    await problem(await teacher.post("/api/pushes/plan", json={"master_id": "x"}), 422, "not what was expected")


@pytest.mark.parametrize(
    "meant", ["{", "5", '[{"page_id": "x"}]', '[{"page_id": 1, "before": 5, "now": "b"}]', "[" * 5000]
)
async def test_what_is_said_of_questions_has_to_be_a_list_of_that(teacher, school: School, meant):
    address = f"/api/masters/{school.master}/pages?again=update"
    answer = await teacher.post(address, files=file("x.md", b"# X"), data={"meant": meant})
    await problem(answer, 422, "not what was expected")
