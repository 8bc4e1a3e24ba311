"""What goes over a slow line: packed, kept, and asked for again only where it may have changed."""

import brotli
import httpx
import pytest

from red_thread.web.app import create_app

SCRIPT = "const words = 'the sea falls and rises';\n" * 200


@pytest.fixture
async def browser(settings, database, tmp_path):
    built = tmp_path / "built"
    (built / "assets").mkdir(parents=True)
    (built / "index.html").write_text("<!doctype html>" + " " * 2000)
    (built / "assets" / "page-1a2b.js").write_text(SCRIPT)
    (built / "assets" / "page-1a2b.js.br").write_bytes(brotli.compress(SCRIPT.encode()))
    app = create_app(settings.model_copy(update={"front_end": built}), database.database)
    async with httpx.AsyncClient(transport=httpx.ASGITransport(app=app), base_url="http://127.0.0.1") as client:
        yield client


@pytest.mark.parametrize(("takes", "encoding"), [("br, gzip", "br"), ("gzip", None), ("identity", None)])
async def test_a_script_goes_out_as_it_was_packed_and_is_kept_for_good(browser, takes, encoding):
    answer = await browser.get("/assets/page-1a2b.js", headers={"accept-encoding": takes})
    assert answer.text == SCRIPT
    assert answer.headers.get("content-encoding") == encoding
    assert answer.headers["content-type"].startswith("text/javascript")
    assert "immutable" in answer.headers["cache-control"]
    assert answer.headers["vary"] == "Accept-Encoding"


async def test_a_view_is_asked_for_each_time_and_sent_once(browser):
    first = await browser.get("/notebook/5")
    assert first.headers["cache-control"] == "no-cache"
    again = await browser.get("/notebook/6", headers={"if-none-match": first.headers["etag"]})
    assert (again.status_code, again.content) == (304, b"")


async def test_answers_are_packed_but_no_secrets_and_no_streams(browser, teacher, school):
    large = await teacher.get("/api/openapi.json")
    assert large.headers["content-encoding"] == "gzip"
    signed_in = await teacher.get("/api/session")
    assert "content-encoding" not in signed_in.headers


async def test_what_is_nowhere_is_said_so(browser):
    assert (await browser.get("/api/nothing")).status_code == 404
    assert (await browser.get("/assets/nothing.js")).status_code == 404
