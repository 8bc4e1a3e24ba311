"""Autosave: commits beside the bare statements, at several connections; what a long history takes."""

import asyncio
import time

import orjson
from sqlalchemy import text

from bench.district import District, district
from bench.figures import Figure
from bench.push import push
from red_thread.actions.actor import Actor
from red_thread.actions.notebook.save_copy import Save, save_copy
from red_thread.core.page.nodes import Node
from red_thread.store.database import HOME_SCHOOL, Database

STUDENTS, SAVES, BURSTS = 50, 6, 1000
_BARE = [
    text("SELECT id, revision FROM copy WHERE id = :copy FOR UPDATE"),
    text("""INSERT INTO writing (copy_id, document) VALUES (:copy, :document)
            ON CONFLICT (school_id, copy_id) DO UPDATE SET document = excluded.document"""),
    text("UPDATE copy SET revision = revision + 1, answered = 1, knots = 0, written_at = now() WHERE id = :copy"),
    text("""INSERT INTO writing_state (copy_id, revision, made_at, made_by, cause, edition_id, delta)
            SELECT id, 100000 + revision, now(), 1, 'student', edition_id, :delta FROM copy WHERE id = :copy"""),
]
_COPIES = "SELECT c.id, n.person_id, c.edition_id FROM copy c JOIN notebook n ON n.id = c.notebook_id ORDER BY c.id"
_KEPT = "SELECT sum(octet_length(coalesce(whole, delta))), count(*) FROM writing_state WHERE copy_id = :copy"


async def measure() -> list[Figure]:
    async with district(2 * STUDENTS) as made:
        made.database = Database(made.settings.sqlalchemy_url, pool_size=STUDENTS).of(HOME_SCHOOL)
        await push(made, await made.add_pages(1))
        async with made.database.begin() as unit:
            copies = [tuple(row) for row in await unit.connection.execute(text(_COPIES))]
        # Ours and the bare statements each have notebooks of their own.
        ours, bare = copies[:STUDENTS], copies[STUDENTS:]
        figures = [await _commits(made, ours, bare, connections) for connections in (1, 10, 50)]
        figures.append(await _history(made, ours[0]))
    return figures


def twenty_kilobytes(turn: int) -> Node:
    """A page of forty paragraphs; each turn types a word into one of them."""
    blocks: list[Node] = []
    for k in range(40):
        words = f"{'the sea goes out and leaves a line of weed ' * 10}{turn if k == turn % 40 else ''}"
        paragraph: Node = {"type": "paragraph", "attrs": {"id": f"b{k}"}}
        blocks.append({**paragraph, "content": [{"type": "text", "text": words}]})
    return {"type": "doc", "attrs": {"title": "Page 000"}, "content": blocks}


async def _commits(
    made: District, ours: list[tuple[int, ...]], bare: list[tuple[int, ...]], connections: int
) -> Figure:
    """Milliseconds a save, when so many save at the same time."""
    mine = await _together(made, ours[:connections], _save)
    least = await _together(made, bare[:connections], _save_bare)
    return Figure(f"autosave of 20 kB, {connections} at once, beside the bare statements", mine, least, "ms", 2.0)


async def _together(made: District, copies: list[tuple[int, ...]], save: object) -> float:
    turns = SAVES * 50 // len(copies)
    began = time.perf_counter()
    await asyncio.gather(*(save(made, copy, turns) for copy in copies))  # type: ignore[operator]
    return (time.perf_counter() - began) * 1000 / (turns * len(copies))


async def _save(made: District, copy: tuple[int, ...], turns: int) -> None:
    copy_id, person, edition = copy
    async with made.database.begin() as unit:
        found = await unit.notebooks.copy(copy_id)
    assert found is not None
    revision = found.revision
    for _ in range(turns):
        async with made.database.begin() as unit:
            page = twenty_kilobytes(revision + 1)
            saved = await save_copy(unit, Actor(person, "student"), copy_id, Save(page, revision, edition))
        revision = saved.revision


async def _save_bare(made: District, copy: tuple[int, ...], turns: int) -> None:
    for turn in range(turns):
        page = twenty_kilobytes(turn)
        values = {
            "copy": copy[0],
            "document": orjson.dumps(page).decode(),
            "delta": orjson.dumps({"blocks": page["content"][:1]}).decode(),
        }
        async with made.database.begin() as unit:
            for statement in _BARE:
                await unit.connection.execute(statement, values)


async def _history(made: District, copy: tuple[int, ...]) -> Figure:
    """What a thousand bursts keep, beside as many whole copies."""
    await _save(made, copy, BURSTS)
    async with made.database.begin() as unit:
        kept, states = (await unit.connection.execute(text(_KEPT), {"copy": copy[0]})).one()
    whole = states * len(orjson.dumps(twenty_kilobytes(0)))
    return Figure(f"{BURSTS} bursts of one page, beside whole copies", kept / 1024, whole / 1024, "kB", 0.05)
