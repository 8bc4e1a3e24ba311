"""Files made to break what reads them: each is read or refused with a sentence, in no time."""

import io
import struct
import time
import zipfile

import pytest
from PIL import Image

from red_thread.formats.archive import read_archive
from red_thread.formats.markdown import read_markdown
from red_thread.formats.pictures import clean_picture
from red_thread.formats.problems import Unreadable
from red_thread.formats.roster import read_roster


def bomb(levels):
    lines = ["a0: &a0 [x, x]"] + [f"a{k}: &a{k} [*a{k - 1}, *a{k - 1}]" for k in range(1, levels)]
    return "\n".join([*lines, f"title: *a{levels - 1}"])


@pytest.mark.parametrize(
    "front",
    [
        bomb(30),
        "title: 2026-02-30",
        "title: !!python/name:os.system",
        "title: {a: [1]}",
        "x: " + "[" * 3000,
        "title: \x00",
    ],
)
def test_front_matter_is_text_and_nothing_else(front):
    began = time.process_time()
    try:
        page = read_markdown("x.md", f"---\n{front}\n---\nWords.".encode())
        assert isinstance(page.document["attrs"]["title"], str)
    except Unreadable:
        pass
    assert time.process_time() - began < 5, "it grows without end"


def zipped(name="a.md", body=b"words", **more):
    written = io.BytesIO()
    with zipfile.ZipFile(written, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr(name, body, **more)
    return bytearray(written.getvalue())


def broken_zips():
    whole = zipped(body=b"words " * 100)
    yield whole[:-10]  # its end is missing
    yield whole[: len(whole) // 2]
    for at, value in ((8, 99), (6, 1), (10, 255), (18, 255), (30, 0)):  # method, flags, sizes, name
        made = bytearray(whole)
        made[at] = value
        central = made.index(b"PK\x01\x02")
        made[central + at + 2] = value
        yield made
    spoilt = bytearray(whole)
    spoilt[40:60] = b"\xff" * 20  # what is deflated is not
    yield spoilt
    yield zipped() + b"x" * 70_000
    yield zipped(name="../out.md")


@pytest.mark.parametrize("body", list(broken_zips()))
def test_broken_zips(body):
    try:
        read_archive("x.zip", bytes(body))
    except Unreadable as error:
        assert error.why
    try:
        read_roster("x.zip", bytes(body))
    except Unreadable as error:
        assert error.why


def picture(size=(4, 4), exif=b"", kind="JPEG"):
    written = io.BytesIO()
    Image.new("1" if size[0] > 1000 else "RGB", size).save(written, kind, **({"exif": exif} if exif else {}))
    return written.getvalue()


def test_pictures_over_25_megapixels_are_refused_before_they_are_decoded():
    huge = picture((6000, 5000), kind="PNG")
    with pytest.raises(Unreadable, match="25 million"):
        clean_picture("x.png", huge)


@pytest.mark.parametrize(
    ("size", "made"),
    [
        ((8000, 6000), (2000, 1500)),
        ((6000, 8000), (1500, 2000)),
        ((12000, 9000), (2000, 1500)),
        ((40_000, 900), None),
    ],
)
def test_a_photo_of_a_large_camera_is_decoded_at_a_part_of_its_size(size, made):
    photo = picture(size)
    if made is None:
        with pytest.raises(Unreadable, match="25 million"):
            clean_picture("x.jpg", photo)
        return
    _, written = clean_picture("x.jpg", photo)
    assert Image.open(io.BytesIO(written)).size == made


@pytest.mark.parametrize(
    "exif",
    [
        b"Exif\x00\x00nonsense",
        b"Exif\x00\x00MM\x00*\x00\x00\x00\x08\x00\x01\x01\x12\x00\x03\x00\x00\x00\x01\x00c\x00\x00",
        b"Exif\x00\x00II*\x00" + struct.pack("<L", 0xFFFFFFFF),
    ],
)
def test_odd_exif_spoils_no_picture(exif):
    assert clean_picture("x.jpg", picture(exif=exif))[0] == "image/jpeg"


@pytest.mark.parametrize(
    "text",
    ["Name;Class\nZoë;9A\n", "Name\tClass\nZoë\t9A\n", "name,class\nZoë,9A\n", "name,class\r\nZoë,9A\r\n"],
)
@pytest.mark.parametrize("encoding", ["utf-8", "utf-8-sig", "cp1252", "utf-16"])
def test_lists_are_read_as_spreadsheets_write_them(text, encoding):
    roster = read_roster("x.csv", text.encode(encoding))
    assert [(c.name, [s.name for s in c.students]) for c in roster.classes] == [("9A", ["Zoë"])]
