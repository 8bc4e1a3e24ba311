"""Pictures over the wire: whole, in stretches, and refused."""

import io

import pytest
from PIL import Image

from red_thread.store import blobs as store
from red_thread.web.routes import blobs as routes
from tests.school import School
from tests.web.conftest import Visitor

PART = 4096


@pytest.fixture
async def name(teacher: Visitor, school: School, monkeypatch) -> str:
    for module in (store, routes):
        monkeypatch.setattr(module, "PART", PART)
    made = io.BytesIO()
    Image.effect_noise((200, 150), 90).save(made, "PNG")
    answer = await teacher.post(f"/api/masters/{school.master}/blobs", files={"file": ("noise.png", made.getvalue())})
    assert answer.status_code == 200, answer.text
    return answer.json()["fingerprint"]


async def test_it_comes_whole_and_in_stretches(teacher: Visitor, name: str):
    whole = await teacher.get(f"/api/blobs/{name}")
    size = len(whole.content)
    assert (whole.status_code, whole.headers["content-type"]) == (200, "image/png")
    assert size > 2 * PART, "it has to be longer than a part"
    assert whole.headers["content-length"] == str(size)
    assert whole.headers["accept-ranges"] == "bytes"
    for asked, first, last in (
        ("bytes=0-9", 0, 9),
        ("bytes=4090-4100", 4090, 4100),
        ("bytes=9000-", 9000, size - 1),
        ("bytes=-5", size - 5, size - 1),
        (f"bytes=5-{size * 2}", 5, size - 1),
        (f"bytes=-{size * 2}", 0, size - 1),
    ):
        part = await teacher.ask("GET", f"/api/blobs/{name}", headers={"Range": asked})
        assert part.status_code == 206, asked
        assert part.headers["content-range"] == f"bytes {first}-{last}/{size}"
        assert part.content == whole.content[first : last + 1]


@pytest.mark.parametrize(
    ("asked", "status"),
    [("bytes=9-3", 416), ("bytes=99999999-", 416), ("bytes=-0", 416), ("bytes=0-1,5-6", 200), ("lines=0-1", 200)],
)
async def test_a_stretch_that_is_not_there_is_said_to_be_none_and_an_odd_one_is_all(
    teacher: Visitor, name: str, asked: str, status: int
):
    answer = await teacher.ask("GET", f"/api/blobs/{name}", headers={"Range": asked})
    assert answer.status_code == status
    assert ("content-range" in answer.headers) == (status == 416)


@pytest.mark.parametrize("made_up", ["0" * 40, "none", "%2e%2e", "A" * 400])
async def test_what_is_not_there_is_not_found(teacher: Visitor, made_up: str):
    assert (await teacher.get(f"/api/blobs/{made_up}")).status_code == 404
