"""Pictures of before went by ids and addresses; the migration lets every document name them by fingerprint."""

import hashlib
from itertools import pairwise
from typing import Any

import orjson
import psycopg
import pytest

from red_thread.core.page.delta import apply_delta, make_delta
from red_thread.core.page.fingerprint import canonical, fingerprint
from tests.conftest import migrate_at, run_sql
from tests.store.test_migrations import SECOND_RELEASE

FORMER, GONE = "GXvGN824QHXtzMBKZIXjjWQR", "ZZZZZZ"
BODY = b"\x89PNG made up"
NAME = hashlib.blake2b(BODY, digest_size=20).hexdigest()
DOCUMENTS = """
    SELECT document FROM page UNION ALL SELECT document FROM content UNION ALL SELECT document FROM writing
    UNION ALL SELECT document FROM page_state UNION ALL SELECT whole FROM writing_state WHERE whole IS NOT NULL
    UNION ALL SELECT delta FROM writing_state WHERE delta IS NOT NULL
"""


def page(*blocks: Any) -> dict[str, Any]:
    return {"type": "doc", "attrs": {"title": "Pools"}, "content": list(blocks)}


def picture(block_id: str, src: str) -> dict[str, Any]:
    return {"type": "image", "attrs": {"id": block_id, "src": src, "alt": "a limpet"}}


def words(said: str) -> dict[str, Any]:
    """Somebody's words, an address among them that is none of a picture on the page."""
    text = f'{said} "src":"/api/pictures/{FORMER}"'
    return {"type": "paragraph", "attrs": {"id": "w"}, "content": [{"type": "text", "text": text}]}


def history(src: str, gone: str) -> list[dict[str, Any]]:
    """A page as it was written on: words before and behind a picture, which is described anew."""
    framed = {"type": "callout", "attrs": {"id": "f"}, "content": [picture("p", src), words("see")]}
    other = {
        **framed,
        "content": [{**picture("p", src), "attrs": {"id": "p", "src": src, "alt": "it"}}, words("see it")],
    }
    return [
        page(words("one")),
        page(words("one"), framed),
        page(words("two"), other),
        page(other, picture("q", gone)),
    ]


@pytest.fixture
def before(cluster):
    """A database of the version before, with a picture on a page, in an edition, and in a student's history."""
    run_sql(cluster, "CREATE DATABASE with_pictures")
    url = cluster.url("with_pictures")
    migrate_at(url, "0006")
    with psycopg.connect(url, autocommit=True) as connection:
        connection.execute("SET session_replication_role = replica; " + SECOND_RELEASE.read_text())  # type: ignore[arg-type]
    migrate_at(url, "0021")
    states = history(f"/api/pictures/{FORMER}", f"/api/pictures/{GONE}")
    with psycopg.connect(url, autocommit=True) as connection:
        given, print_ = canonical(states[1]).decode(), fingerprint(states[1])
        connection.execute("INSERT INTO content (fingerprint, document) VALUES (%s, %s)", (print_, given))
        connection.execute("UPDATE page SET document = %s, fingerprint = %s WHERE id = 1", (given, print_))
        connection.execute("UPDATE edition SET fingerprint = %s WHERE page_id = 1 AND number = 1", (print_,))
        (copy,) = connection.execute("SELECT min(copy_id) FROM writing").fetchone() or (0,)
        last = canonical(states[-1]).decode()
        connection.execute("UPDATE writing SET document = %s WHERE copy_id = %s", (last, copy))
        connection.execute("DELETE FROM writing_state WHERE copy_id = %s", (copy,))
        deltas = [make_delta(old, new) for old, new in pairwise(states)]
        rows = [(canonical(states[0]).decode(), None), *((None, orjson.dumps(delta).decode()) for delta in deltas)]
        for number, (whole, delta) in enumerate(rows, 1):
            connection.execute(
                "INSERT INTO writing_state (copy_id, revision, made_at, made_by, cause, whole, delta) "
                "VALUES (%s, %s, now(), 1, 'student', %s, %s)",
                (copy, number, whole, delta),
            )
    yield url, copy
    run_sql(cluster, "DROP DATABASE with_pictures WITH (FORCE)")


def test_every_document_and_every_state_of_its_past_names_the_same_pictures(before):
    url, copy = before
    migrate_at(url)
    wanted = history(NAME, "")
    with psycopg.connect(url) as connection:

        def ask(statement: str, *values: Any) -> list[Any]:
            return connection.execute(statement, values).fetchall()  # type: ignore[arg-type]

        assert not any('"src":"/api/pictures' in document for (document,) in ask(DOCUMENTS))
        ((document, print_),) = ask("SELECT document, fingerprint FROM page WHERE id = 1")
        assert orjson.loads(document) == wanted[1]
        assert bytes(print_) == fingerprint(wanted[1]), "it would look changed since it was pushed"
        editions = ask("SELECT id, fingerprint FROM edition WHERE page_id = 1 AND number = 1")
        assert bytes(editions[0][1]) == fingerprint(wanted[1])
        assert ask("SELECT edition_id, fingerprint FROM edition_blob") == [(editions[0][0], NAME)]
        page_now: Any = {}
        states = ask("SELECT whole, delta FROM writing_state WHERE copy_id = %s ORDER BY revision", copy)
        for (whole, delta), state in zip(states, wanted, strict=True):
            page_now = orjson.loads(whole) if whole else apply_delta(page_now, orjson.loads(delta))
            assert page_now == state
        assert orjson.loads(ask("SELECT document FROM writing WHERE copy_id = %s", copy)[0][0]) == wanted[-1]
        assert bytes(ask("SELECT body FROM blob_part WHERE fingerprint = %s", NAME)[0][0]) == BODY
        assert ask("SELECT id, fingerprint FROM former_picture") == [(FORMER, NAME)]
        assert ask("SELECT owner_id, master_id FROM blob_put_in") == [(1, 1)]
