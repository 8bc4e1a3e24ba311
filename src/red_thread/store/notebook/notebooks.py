"""Notebooks in PostgreSQL: copies, writing, history."""

from collections.abc import Mapping, Sequence
from datetime import datetime, timedelta
from typing import Any

import orjson
from sqlalchemy import Row, delete, func, select, text, update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.page.delta import apply_delta
from red_thread.core.page.history import Cause
from red_thread.core.page.nodes import EMPTY_PAGE, Node
from red_thread.store import tables as t
from red_thread.store.documents import array, read, written
from red_thread.store.notebook.standing import PRESENT
from red_thread.store.notebook.values import (
    CopyInfo,
    KnottedRow,
    NewState,
    NotebookInfo,
    OwnSection,
    ReadyState,
    StoredState,
    ThinnedState,
    Window,
)
from red_thread.store.rows import as_value, as_values
from red_thread.store.windows import Sent

WHOLE_EVERY = 128  # how often a state is stored whole, not as what it changed

_NOTEBOOKS = """
    SELECT n.id, n.class_id, k.name AS class_name, k.master_id, m.name AS master_name,
           n.person_id, p.name AS person_name{more}
    FROM notebook n JOIN class k ON k.id = n.class_id JOIN master m ON m.id = k.master_id
    JOIN person p ON p.id = n.person_id
    WHERE {condition} ORDER BY k.name COLLATE names
"""
# Pages that came from the master and are not there yet, or any more, stand in no notebook; the section that holds
# nothing else is not shown. One that never held anything was given empty, or is the student's own.
CONTENTS = """
    SELECT json_build_object('sections', coalesce(json_agg(json_build_object(
        'id', s.id, 'name', s.name, 'divider_id', s.notebook_divider_id, 'order_key', s.order_key,
        'own', s.section_id IS NULL, 'put_away', s.put_away_at IS NOT NULL, 'arranging', (
            SELECT coalesce(m.arranging, k.arranging) FROM section m JOIN master k ON k.id = m.master_id
            WHERE m.id = s.section_id), 'course', (
            SELECT k.name FROM notebook n JOIN class l ON l.id = n.class_id JOIN section m ON m.id = s.section_id
            JOIN master k ON k.id = m.master_id WHERE n.id = :notebook AND m.master_id <> l.master_id),
        'pages', coalesce(c.pages, '[]')
    ) ORDER BY s.order_key, s.id), '[]'), 'dividers', (
        SELECT coalesce(json_agg(json_build_object('id', d.id, 'name', d.name, 'divider_id', d.parent_id,
            'order_key', d.order_key, 'empty', NOT EXISTS (
                SELECT FROM notebook_section i WHERE i.notebook_divider_id = d.id AND i.notebook_id = :notebook)
        ) ORDER BY d.order_key, d.id), '[]') FROM notebook_divider d WHERE d.notebook_id = :notebook
    ), 'arranging', (
        SELECT m.arranging FROM notebook n JOIN class k ON k.id = n.class_id JOIN master m ON m.id = k.master_id
        WHERE n.id = :notebook)
    )::text
    FROM notebook_section s
    LEFT JOIN (
        SELECT c.notebook_section_id, json_agg(json_build_object(
            'id', c.id, 'page_id', c.page_id, 'title', coalesce(c.title, e.title, ''),
            'tucked', c.parent_id IS NOT NULL,
            'answered', c.answered, 'answerable', coalesce(e.answerable, 0), 'knots', c.knots,
            'tie', CASE WHEN c.page_id IS NOT NULL THEN 'tied' WHEN c.cut_at IS NOT NULL THEN 'cut' ELSE 'own' END,
            'news', CASE WHEN c.opened_at IS NULL THEN 'new'
                         WHEN c.page_id IS NOT NULL AND c.seen_edition_id IS DISTINCT FROM c.edition_id
                         THEN 'changed' END,
            'written', c.revision > 0, 'ready', c.ready_at IS NOT NULL, 'put_away', c.put_away_at IS NOT NULL,
            'moved', c.home_section_id IS NOT NULL, 'parent', c.parent_id, 'going_at', c.going_at,
            'came_at', CASE WHEN c.opened_at IS NULL OR c.seen_edition_id IS DISTINCT FROM c.edition_id THEN (
                SELECT max(coalesce(p.begins_at, p.made_at))
                FROM push_page g JOIN push p ON p.id = g.push_id JOIN push_batch b ON b.push_id = p.id
                WHERE g.edition_id = c.edition_id AND p.kind IN ('push', 'catch-up', 'taken')
                AND :notebook = ANY(b.notebook_ids)) END
        ) ORDER BY c.order_key, c.id) AS pages
        FROM standing_copy c LEFT JOIN edition e ON e.id = coalesce(c.edition_id, c.cut_edition_id)
        WHERE c.notebook_id = :notebook
        GROUP BY c.notebook_section_id
    ) c ON c.notebook_section_id = s.id
    WHERE s.notebook_id = :notebook
    AND (c.pages IS NOT NULL OR NOT EXISTS (SELECT FROM copy x WHERE x.notebook_section_id = s.id))
"""
_GET = text(_NOTEBOOKS.format(more="", condition="n.id = :notebook"))
_OF_PERSON = text(_NOTEBOOKS.format(more="", condition="n.person_id = :person"))
# One statement, not two: a phone waits for this one whenever its notebook is opened.
_WITH_CONTENTS = text(_NOTEBOOKS.format(more=f", ({CONTENTS}) AS contents", condition="n.id = :notebook"))
_PRESENT = text(f"SELECT {PRESENT} FROM notebook n WHERE n.id = :notebook")
_COPY = text("""
    SELECT c.id, c.notebook_id, n.person_id, coalesce(c.page_id, c.cut_page_id) AS page_id, e.id AS edition_id,
           c.seen_edition_id, c.revision, c.knots, c.opened_at, w.document, b.document AS edition,
           c.put_away_at IS NOT NULL AS put_away, c.put_away_by_id IS NOT NULL AS put_away_by_pull_back,
           c.pulled_back_id IS NOT NULL AS pulled_back,
           c.page_id IS NOT NULL AS tied, c.going_at IS NOT NULL AS going
    FROM copy c
    JOIN notebook n ON n.id = c.notebook_id
    LEFT JOIN edition e ON e.id = coalesce(c.edition_id, c.cut_edition_id)
    LEFT JOIN content b ON b.fingerprint = e.fingerprint
    LEFT JOIN writing w ON w.copy_id = c.id
    WHERE c.id = :copy
""")
_DOCUMENTS = text("""
    SELECT c.id, coalesce(w.document, b.document) AS document, b.document AS edition
    FROM copy_in_place c
    LEFT JOIN edition e ON e.id = coalesce(c.edition_id, c.cut_edition_id)
    LEFT JOIN content b ON b.fingerprint = e.fingerprint
    LEFT JOIN writing w ON w.copy_id = c.id
    WHERE c.notebook_id = :notebook
""")
_KNOTTED = text(f"""
    SELECT c.id AS copy_id, p.name AS person_name, k.name AS class_name, w.document
    FROM standing_copy c
    JOIN writing w ON w.copy_id = c.id
    JOIN notebook n ON n.id = c.notebook_id
    JOIN class k ON k.id = n.class_id
    JOIN person p ON p.id = n.person_id
    WHERE c.knots > 0 AND c.page_id = :page AND c.notebook_id IN (
        SELECT n.id FROM page g JOIN section s ON s.id = g.section_id
        JOIN following f ON f.master_id = s.master_id AND f.until IS NULL JOIN notebook n ON n.class_id = f.class_id
        WHERE g.id = :page AND {PRESENT})
    ORDER BY k.name COLLATE names, p.name COLLATE names, c.id
""")
_COPY_OF_PAGE = text("""
    SELECT id FROM copy WHERE notebook_id = :notebook AND (page_id = :page OR cut_page_id = :page)
    ORDER BY pulled_back_id IS NOT NULL, page_id IS NULL, ordinal, id DESC LIMIT 1
""")
_READY = text("""
    SELECT ready_at AS at, ready_revision AS revision, ready_read_at AS read_at FROM copy
    WHERE id = :copy AND ready_at IS NOT NULL
""")
_OPENED = text("""
    UPDATE copy SET opened_at = coalesce(opened_at, :now), seen_edition_id = CAST(:edition AS bigint)
    WHERE id = :copy AND (opened_at IS NULL OR seen_edition_id IS DISTINCT FROM CAST(:edition AS bigint))
""")
# Locked by a statement of its own: one that locked and joined would see the locked row as it is now beside the
# joined ones as they were before it waited, and so a student's old words under a new revision.
_LOCK = text("SELECT id FROM copy WHERE id = :copy FOR UPDATE")
_STATES = text("""
    SELECT whole, delta FROM writing_state
    WHERE copy_id = :copy AND revision <= :revision AND revision >= (
        SELECT max(revision) FROM writing_state
        WHERE copy_id = :copy AND revision <= :revision AND whole IS NOT NULL)
    ORDER BY revision
""")


# Copy by copy: joined, ten thousand copies would be compared with all states.
_AROUND = text("""
    SELECT w.copy AS copy_id, s.revision, s.whole, s.delta
    FROM unnest(CAST(:copies AS bigint[]), CAST(:revisions AS int[])) w(copy, revision)
    CROSS JOIN LATERAL (
        SELECT revision, whole, delta FROM writing_state
        WHERE copy_id = w.copy AND revision <= w.revision + 1 AND revision >= (
            SELECT max(revision) FROM writing_state
            WHERE copy_id = w.copy AND revision <= w.revision AND whole IS NOT NULL)
        OFFSET 0) s
    ORDER BY w.copy, s.revision
""")
# One statement, not three: a class that writes sends hundreds of these a minute.
_SAVE = text("""
    WITH new_writing AS (
        INSERT INTO writing (copy_id, document, thin_at) VALUES (:copy, :document, :thin_at)
        ON CONFLICT (school_id, copy_id) DO UPDATE SET document = excluded.document,
            thin_at = coalesce(writing.thin_at, excluded.thin_at)
    ), new_copy AS (
        UPDATE copy SET revision = :revision, answered = :answered, knots = :knots, title = :title,
            edition_id = CASE WHEN page_id IS NOT NULL THEN CAST(:edition AS bigint) END,
            written_at = CASE WHEN :by_student THEN :now ELSE written_at END
        WHERE id = :copy
    )
    INSERT INTO writing_state (copy_id, revision, made_at, made_by, cause, push_id, edition_id, whole, delta,
        window_id, window_save)
    VALUES (:copy, :revision, :now, :made_by, :cause, :push, :edition, :whole, :delta, :window, :window_save)
""")
_REWRITE = text("""
    UPDATE writing_state SET whole = :whole, delta = :delta WHERE copy_id = :copy AND revision = :revision
""")
_HISTORY = text("""
    SELECT s.revision, s.made_at, s.made_by, p.name AS made_by_name, s.cause, s.edition_id,
           coalesce(e.number, 0) AS number, s.whole, s.delta
    FROM writing_state s JOIN person p ON p.id = s.made_by LEFT JOIN edition e ON e.id = s.edition_id
    WHERE s.copy_id = :copy ORDER BY s.revision
""")


class NotebookStore:
    """Notebooks, the copies in them, and the states of each copy."""

    def __init__(self, connection: AsyncConnection, now: datetime) -> None:
        self.connection, self.now = connection, now

    async def of_person(self, person_id: int) -> list[NotebookInfo]:
        """The notebooks of a student who is in the class."""
        found = await self.connection.execute(_OF_PERSON, {"person": person_id})
        return as_values(NotebookInfo, found)

    async def get(self, notebook_id: int) -> NotebookInfo | None:
        """A notebook; None if there is none of this id."""
        row = (await self.connection.execute(_GET, {"notebook": notebook_id})).one_or_none()
        return as_value(NotebookInfo, row) if row else None

    async def is_present(self, notebook_id: int) -> bool:
        """Whether its student is in the class now."""
        return bool((await self.connection.execute(_PRESENT, {"notebook": notebook_id})).scalar())

    async def with_contents(self, notebook_id: int) -> tuple[NotebookInfo, bytes] | None:
        """A notebook, and its sections and pages as JSON that PostgreSQL made."""
        row = (await self.connection.execute(_WITH_CONTENTS, {"notebook": notebook_id})).one_or_none()
        return (as_value(NotebookInfo, row), row.contents.encode()) if row else None

    async def copy(self, copy_id: int, lock: bool = False) -> CopyInfo | None:
        """A copy with its page as it stands; None if there is none of this id. `lock`: nobody saves meanwhile."""
        if lock:
            await self.lock(copy_id)
        row = (await self.connection.execute(_COPY, {"copy": copy_id})).one_or_none()
        return _copy(row) if row else None

    async def documents(self, notebook_id: int) -> dict[int, tuple[Node, Node | None]]:
        """By copy, the pages of a notebook that are not in its drawer, each with the edition that it stands on."""
        rows = await self.connection.execute(_DOCUMENTS, {"notebook": notebook_id})
        return {
            row.id: (read(row.document) if row.document else EMPTY_PAGE, read(row.edition) if row.edition else None)
            for row in rows
        }

    async def copy_of_page(self, notebook_id: int, page_id: int) -> int | None:
        """The first copy of a page that stands; of one that was cut loose, what was cut last."""
        found = await self.connection.execute(_COPY_OF_PAGE, {"notebook": notebook_id, "page": page_id})
        return found.scalar_one_or_none()

    async def knotted(self, page_id: int) -> list[KnottedRow]:
        """The copies of a page that have knots, by class and name."""
        found = await self.connection.execute(_KNOTTED, {"page": page_id})
        return [KnottedRow(row.copy_id, row.person_name, row.class_name, read(row.document)) for row in found]

    async def sections(self, notebook_id: int) -> list[OwnSection]:
        """The sections of a notebook in their order, those that are tied too."""
        of = t.NotebookSection
        wanted = select(of.id, of.section_id.is_(None).label("own"), of.order_key, of.name).where(
            of.notebook_id == notebook_id
        )
        found = await self.connection.execute(wanted.order_by(of.order_key))
        return as_values(OwnSection, found)

    async def add_section(self, notebook_id: int, name: str, order_key: str) -> int:
        """A section of the student's own; returns its id."""
        added = insert(t.NotebookSection).values(notebook_id=notebook_id, name=name, order_key=order_key)
        return (await self.connection.execute(added.returning(t.NotebookSection.id))).scalar_one()

    async def add_own_page(
        self,
        notebook_id: int,
        notebook_section_id: int,
        order_key: str,
        *,
        parent_id: int | None,
        begun_as: str | None,
    ) -> int | None:
        """A copy that is tied to nothing and holds nothing yet; returns its id, None if the place is taken."""
        added = insert(t.Copy).values(
            notebook_id=notebook_id,
            notebook_section_id=notebook_section_id,
            order_key=order_key,
            parent_id=parent_id,
            begun_as=begun_as,
            opened_at=self.now,
        )
        return await self.connection.scalar(added.on_conflict_do_nothing().returning(t.Copy.id))

    async def mark_opened(self, copy_id: int, edition_id: int | None) -> None:
        """The student has opened a copy, on the edition that it stands on."""
        await self.connection.execute(
            _OPENED,
            {"copy": copy_id, "edition": edition_id, "now": self.now},
        )

    async def state(self, copy_id: int, revision: int) -> Node | None:
        """A written-on copy as it was at a revision, put together from its last whole state."""
        found = (await self.connection.execute(_STATES, {"copy": copy_id, "revision": revision})).all()
        if not found:
            return None
        document = read(found[0].whole)
        for row in found[1:]:
            document = apply_delta(document, read(row.delta))
        return document

    async def states_around(self, revisions: Mapping[int, int]) -> dict[int, tuple[Node, Node]]:
        """By copy, how it was at the revision that stands for it, and at the next; left out where either is gone."""
        values = {"copies": array(revisions), "revisions": list(revisions.values())}
        found: dict[int, dict[int, Node]] = {}
        for row in await self.connection.execute(_AROUND, values) if revisions else ():
            mine = found.setdefault(row.copy_id, {})
            before = mine.get(max(mine, default=0))
            mine[row.revision] = read(row.whole) if row.whole else apply_delta(before or EMPTY_PAGE, read(row.delta))
        both = {copy: (mine.get(revisions[copy]), mine.get(revisions[copy] + 1)) for copy, mine in found.items()}
        return {copy: (before, after) for copy, (before, after) in both.items() if before and after}

    async def last_of_window(self, copy_id: int, window: Window) -> Sent | None:
        """The newest state that the window sent, whichever of its saves is being looked at."""
        mine = t.WritingState.copy_id == copy_id, t.WritingState.window_id == window.id
        wanted = select(t.WritingState.revision, t.WritingState.window_save).where(*mine)
        newest = wanted.order_by(t.WritingState.revision.desc()).limit(1)
        row = (await self.connection.execute(newest)).one_or_none()
        return None if row is None else Sent(row.revision, row.window_save >= window.save)

    async def mark_full(self, copy_id: int, revision: int) -> None:
        """Makes a state a moment of its own in the history, whatever burst it is in."""
        mine = t.WritingState.copy_id == copy_id, t.WritingState.revision == revision
        was_writing = t.WritingState.cause == Cause.STUDENT
        await self.connection.execute(update(t.WritingState).where(*mine, was_writing).values(cause=Cause.FULL))

    async def ready(self, copy_id: int) -> ReadyState | None:
        """Which state of a copy its student said is ready; None if it is not."""
        row = (await self.connection.execute(_READY, {"copy": copy_id})).one_or_none()
        return as_value(ReadyState, row) if row else None

    async def set_ready(self, copy_id: int, revision: int | None) -> None:
        """The copy as it is at this revision is ready, and that state stays; None: it is not ready."""
        columns = {
            "ready_at": None if revision is None else self.now,
            "ready_revision": revision,
            "ready_read_at": None,
        }
        await self.connection.execute(update(t.Copy).where(t.Copy.id == copy_id).values(**columns))
        if revision is not None:
            mine = t.WritingState.copy_id == copy_id, t.WritingState.revision == revision
            was_writing = t.WritingState.cause == Cause.STUDENT
            await self.connection.execute(update(t.WritingState).where(*mine, was_writing).values(cause=Cause.READY))

    async def mark_ready_read(self, copy_id: int) -> None:
        """A teacher has opened what was ready."""
        await self.connection.execute(update(t.Copy).where(t.Copy.id == copy_id).values(ready_read_at=self.now))

    async def last_full(self, copy_id: int) -> int | None:
        """The newest state before much was taken out."""
        mine = t.WritingState.copy_id == copy_id, t.WritingState.cause == Cause.FULL
        return await self.connection.scalar(select(func.max(t.WritingState.revision)).where(*mine))

    async def edition_of_state(self, copy_id: int, revision: int) -> tuple[bool, int | None]:
        """Whether the state is still there, and the edition that it stood on, if on any."""
        mine = t.WritingState.copy_id == copy_id, t.WritingState.revision == revision
        row = (await self.connection.execute(select(t.WritingState.edition_id).where(*mine))).one_or_none()
        return row is not None, row.edition_id if row is not None else None

    async def untied_by(self, copy_id: int, revision: int) -> int | None:
        """Who made this state by untying a knot; nobody if it was made otherwise."""
        mine = t.WritingState.copy_id == copy_id, t.WritingState.revision == revision
        by_untying = t.WritingState.cause == Cause.UNTIED
        return await self.connection.scalar(select(t.WritingState.made_by).where(*mine, by_untying))

    async def states(self, copy_id: int) -> list[StoredState]:
        """All of a copy's history, oldest first; the first is whole."""
        found = await self.connection.execute(_HISTORY, {"copy": copy_id})
        return [_stored(row) for row in found]

    async def lock(self, copy_id: int) -> None:
        """Nobody else saves this copy until the transaction ends."""
        await self.connection.execute(_LOCK, {"copy": copy_id})

    async def due_for_thinning(self, at_most: int) -> list[int]:
        """Copies whose history has states that may go, in the order in which they came due."""
        due = select(t.Writing.copy_id).where(t.Writing.thin_at <= self.now).order_by(t.Writing.thin_at)
        return list(await self.connection.scalars(due.limit(at_most)))

    async def thin(
        self, copy_id: int, gone: list[int], rewritten: list[ThinnedState], again_at: datetime | None
    ) -> None:
        """Takes states out of a history and writes those that stay anew."""
        mine = t.WritingState.copy_id == copy_id
        if gone:
            await self.connection.execute(delete(t.WritingState).where(mine, t.WritingState.revision.in_(gone)))
            await self.connection.execute(_REWRITE, [_rewritten(copy_id, state) for state in rewritten])
        await self.connection.execute(update(t.Writing).where(t.Writing.copy_id == copy_id).values(thin_at=again_at))

    async def save(self, state: NewState) -> None:
        """Keeps the new state of a copy."""
        await self.connection.execute(_SAVE, self._values(state))

    async def save_all(self, states: Sequence[NewState]) -> None:
        """Keeps the new states of many copies, sent one behind the other without waiting for each answer."""
        if states:
            await self.connection.execute(_SAVE, [self._values(state) for state in states])

    def _values(self, state: NewState) -> dict[str, Any]:
        whole = state.delta is None or state.revision % WHOLE_EVERY == 0
        document = written(state.document)
        return {
            "copy": state.copy_id,
            "document": document,
            "revision": state.revision,
            "edition": state.edition_id,
            "answered": state.answers.answered,
            "knots": state.answers.knots,
            "title": state.title,
            "by_student": state.by_student,
            "now": self.now,
            "thin_at": self.now + timedelta(days=7),
            "made_by": state.made_by,
            "cause": state.cause,
            "push": state.push_id,
            "whole": document if whole else None,
            "delta": None if whole else orjson.dumps(state.delta).decode(),
            "window": state.window.id if state.window else None,
            "window_save": state.window.save if state.window else None,
        }


def _copy(row: Row[Any]) -> CopyInfo:
    edition = read(row.edition) if row.edition else EMPTY_PAGE
    return CopyInfo(
        row.id,
        row.notebook_id,
        row.person_id,
        row.page_id,
        row.edition_id,
        row.seen_edition_id,
        row.revision,
        row.knots,
        row.opened_at,
        read(row.document) if row.document else edition,
        edition,
        row.put_away,
        row.pulled_back,
        row.tied,
        row.put_away_by_pull_back,
        row.going,
    )


def _rewritten(copy_id: int, state: ThinnedState) -> dict[str, Any]:
    return {
        "copy": copy_id,
        "revision": state.revision,
        "whole": written(state.whole) if state.whole is not None else None,
        "delta": orjson.dumps(state.delta).decode() if state.delta is not None else None,
    }


def _stored(row: Row[Any]) -> StoredState:
    return StoredState(
        row.revision,
        row.made_at,
        row.made_by,
        row.made_by_name,
        Cause(row.cause),
        row.edition_id,
        row.number,
        read(row.whole) if row.whole else None,
        read(row.delta) if row.delta else None,
    )
