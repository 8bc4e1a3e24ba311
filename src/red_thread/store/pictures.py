"""Pictures in PostgreSQL: each with who may see it."""

from dataclasses import dataclass

from sqlalchemy import insert, text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store import tables as t
from red_thread.store.notebook.standing import IN_NOTEBOOK, PRESENT
from red_thread.store.rows import as_value


@dataclass(frozen=True, slots=True)
class Picture:
    """A picture, checked and written anew. `master_id` or `notebook_id`: where it was put in."""

    id: str
    owner_id: int
    master_id: int | None
    notebook_id: int | None
    media_type: str
    body: bytes


_FOR_PERSON = text(f"""
    SELECT p.id, p.owner_id, p.master_id, p.notebook_id, p.media_type, p.body
    FROM picture p
    WHERE p.id = :picture AND (
        p.owner_id = :person
        OR EXISTS (SELECT FROM master_teacher m WHERE m.master_id = p.master_id AND m.person_id = :person
                   AND m.left_at IS NULL)
        OR EXISTS (SELECT FROM notebook n JOIN following f ON f.class_id = n.class_id AND f.until IS NULL
                   JOIN master_teacher m ON m.master_id = f.master_id
                   WHERE n.id = p.notebook_id AND m.person_id = :person AND m.left_at IS NULL)
        OR EXISTS (SELECT FROM notebook n JOIN copy c ON c.notebook_id = n.id
                   JOIN page_picture g ON g.page_id = coalesce(c.page_id, c.cut_page_id) AND {IN_NOTEBOOK}
                   WHERE n.person_id = :person AND g.picture_id = p.id)
        OR EXISTS (SELECT FROM notebook n JOIN following f ON f.class_id = n.class_id AND f.until IS NULL
                   JOIN section s ON s.master_id = f.master_id AND s.removed_at IS NULL
                   JOIN page d ON d.section_id = s.id AND d.removed_at IS NULL
                   WHERE n.person_id = :person AND {PRESENT} AND f.master_id = p.master_id
                   AND coalesce(d.display, s.display) = 'display' AND position(p.id IN d.document) > 0))
""")

_GIVE = text("""
    INSERT INTO page_picture (page_id, picture_id) SELECT :page, id FROM picture WHERE id = ANY(:pictures)
    ON CONFLICT DO NOTHING
""")


class PictureStore:
    """Pictures, each with who may see it."""

    def __init__(self, connection: AsyncConnection) -> None:
        self.connection = connection

    async def add(self, picture: Picture) -> None:
        """Keeps a picture."""
        await self.connection.execute(
            insert(t.Picture).values(
                id=picture.id,
                owner_id=picture.owner_id,
                master_id=picture.master_id,
                notebook_id=picture.notebook_id,
                media_type=picture.media_type,
                body=picture.body,
            )
        )

    async def for_person(self, picture_id: str, person_id: int) -> Picture | None:
        """A picture, if this person may see it; else None."""
        found = await self.connection.execute(_FOR_PERSON, {"picture": picture_id, "person": person_id})
        row = found.one_or_none()
        return as_value(Picture, row) if row else None

    async def give_with_page(self, page_id: int, picture_ids: list[str]) -> None:
        """Whoever has the page may see these pictures."""
        if not picture_ids:
            return
        await self.connection.execute(_GIVE, {"page": page_id, "pictures": picture_ids})
