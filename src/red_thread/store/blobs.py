"""Pictures and other bytes in PostgreSQL: each kept once, by its fingerprint, and given to those it is for.

The one port for bytes: documents name them by fingerprint alone, and nothing else knows where they lie.
"""

from collections.abc import Iterable
from dataclasses import dataclass

from sqlalchemy import insert, text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.core.page.fingerprint import fingerprint_of_bytes
from red_thread.store import tables as t
from red_thread.store.notebook.standing import PRESENT
from red_thread.store.rows import as_value

PART = 256 * 1024  # bytes: what is read at once, so that a long recording takes no more memory than a picture


@dataclass(frozen=True, slots=True)
class Blob:
    """Bytes that are kept: what they are, and how many."""

    fingerprint: str
    media_type: str
    size: int


@dataclass(frozen=True, slots=True)
class PutIn:
    """Who put something in, and where: into a master or into a notebook."""

    owner_id: int
    master_id: int | None = None
    notebook_id: int | None = None


# A student may see what stands on an edition that one of their copies stands on, stood on, or has behind it.
_FOR_PERSON = text(f"""
    SELECT b.fingerprint, b.media_type, b.size FROM blob b
    WHERE b.fingerprint = :fingerprint AND (
        EXISTS (SELECT FROM blob_put_in p WHERE p.fingerprint = b.fingerprint AND (
            p.owner_id = :person
            OR EXISTS (SELECT FROM master_teacher m WHERE m.master_id = p.master_id AND m.person_id = :person
                       AND m.left_at IS NULL)
            OR EXISTS (SELECT FROM notebook n JOIN following f ON f.class_id = n.class_id AND f.until IS NULL
                       JOIN master_teacher m ON m.master_id = f.master_id
                       WHERE n.id = p.notebook_id AND m.person_id = :person AND m.left_at IS NULL)))
        OR EXISTS (SELECT FROM notebook n JOIN following f ON f.class_id = n.class_id AND f.until IS NULL
                   JOIN section s ON s.master_id = f.master_id AND s.removed_at IS NULL
                   JOIN page d ON d.section_id = s.id AND d.removed_at IS NULL
                   WHERE n.person_id = :person AND {PRESENT} AND coalesce(d.display, s.display) = 'display'
                   AND position(b.fingerprint IN d.document) > 0)
        OR EXISTS (SELECT FROM edition_blob g JOIN edition e ON e.id = g.edition_id
                   JOIN standing_copy c ON coalesce(c.page_id, c.cut_page_id) = e.page_id
                   JOIN notebook n ON n.id = c.notebook_id AND n.person_id = :person
                   JOIN edition had ON had.id = coalesce(c.edition_id, c.cut_edition_id)
                   WHERE g.fingerprint = b.fingerprint AND (e.number <= had.number OR EXISTS (
                       SELECT FROM writing_state s WHERE s.copy_id = c.id AND s.edition_id = e.id))))
""")
_KEEP = text("""
    INSERT INTO blob (fingerprint, media_type, size) VALUES (:fingerprint, :media_type, :size)
    ON CONFLICT DO NOTHING
""")
_PUT_IN = text("""
    INSERT INTO blob_put_in (fingerprint, owner_id, master_id, notebook_id)
    SELECT :fingerprint, :owner, :master, :notebook WHERE NOT EXISTS (
        SELECT FROM blob_put_in WHERE fingerprint = :fingerprint AND owner_id = :owner
        AND master_id IS NOT DISTINCT FROM :master AND notebook_id IS NOT DISTINCT FROM :notebook)
""")
_GIVE = text("""
    INSERT INTO edition_blob (edition_id, fingerprint)
    SELECT :edition, fingerprint FROM blob WHERE fingerprint = ANY(:fingerprints) ON CONFLICT DO NOTHING
""")
_PARTS = text("""
    SELECT body FROM blob_part WHERE fingerprint = :fingerprint AND number BETWEEN :first AND :last ORDER BY number
""")
_FORMER = text("SELECT id, fingerprint FROM former_picture WHERE id = ANY(:ids)")


class BlobStore:
    """Bytes by fingerprint, with who may see them."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection

    async def keep(self, media_type: str, body: bytes, put_in: PutIn) -> str:
        """Keeps them, once however often they are put in; gives their fingerprint."""
        named = {"fingerprint": fingerprint_of_bytes(body)}
        kept = await self.connection.execute(_KEEP, {**named, "media_type": media_type, "size": len(body)})
        if kept.rowcount:
            parts = [
                {**named, "number": at // PART, "body": body[at : at + PART]} for at in range(0, len(body), PART)
            ]
            for part in parts:
                await self.connection.execute(insert(t.BlobPart).values(**part))
        await self.also_put_in(named["fingerprint"], put_in)
        return named["fingerprint"]

    async def also_put_in(self, fingerprint: str, put_in: PutIn) -> None:
        """What is kept already counts as put in here, too."""
        owner = {"owner": put_in.owner_id, "master": put_in.master_id, "notebook": put_in.notebook_id}
        await self.connection.execute(_PUT_IN, {"fingerprint": fingerprint, **owner})

    async def for_person(self, fingerprint: str, person_id: int) -> Blob | None:
        """What is kept, if this person may see it; else None."""
        found = await self.connection.execute(_FOR_PERSON, {"fingerprint": fingerprint, "person": person_id})
        row = found.one_or_none()
        return as_value(Blob, row) if row else None

    async def parts(self, fingerprint: str, first: int, last: int) -> bytes:
        """The bytes from one part to another, both with it; a part has `PART` bytes, the last one fewer."""
        values = {"fingerprint": fingerprint, "first": first, "last": last}
        return b"".join(await self.connection.scalars(_PARTS, values))

    async def body(self, blob: Blob) -> bytes:
        """All of it."""
        return await self.parts(blob.fingerprint, 0, blob.size // PART)

    async def give_with_edition(self, edition_id: int, fingerprints: Iterable[str]) -> None:
        """Whoever has the edition may see these."""
        wanted = list(fingerprints)
        if wanted:
            await self.connection.execute(_GIVE, {"edition": edition_id, "fingerprints": wanted})

    async def of_former(self, ids: Iterable[str]) -> dict[str, str]:
        """Fingerprints by the ids that pictures had before they went by fingerprints."""
        return {row.id: row.fingerprint for row in await self.connection.execute(_FORMER, {"ids": list(ids)})}
