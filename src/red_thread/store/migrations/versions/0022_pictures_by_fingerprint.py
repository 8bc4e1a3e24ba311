"""Pictures go by their fingerprints: kept once in parts, named so in pages, given with editions."""

import hashlib
import re
from collections.abc import Callable, Iterator
from typing import Any

import orjson
import sqlalchemy as sa
from alembic import op

from red_thread.core.page.delta import apply_delta, make_delta

revision = "0022"
down_revision = "0021"
branch_labels = None
depends_on = None

_OWN = "nullif(current_setting('red_thread.school', true), '')::integer"
_SCHOOL = f"coalesce({_OWN}, 1)"
_PART = 256 * 1024
_FORMER = re.compile(r'"src":"/api/pictures/([\w-]+)"')
_NAMED = re.compile(r'"src":"([0-9a-f]{40})"')
_LIKE = "LIKE '%/api/pictures/%'"
Rename = Callable[[int, str], str]


def upgrade() -> None:
    _make_tables()
    names = dict(_moved_pictures())

    def rename(school: int, document: str) -> str:
        """The document with the fingerprints of the pictures that there are."""

        def named(found: re.Match[str]) -> str:
            fingerprint = names.get((school, found[1]))
            return f'"src":"{fingerprint}"' if fingerprint else '"src":""'

        return _FORMER.sub(named, document)

    _rename_pages(rename)
    _rename_contents(rename)
    _rename_plain("page_state", "page_id", rename)
    _rename_plain("writing", "copy_id", rename)
    _rename_histories(rename)
    _give_with_editions()
    op.drop_table("page_picture")
    op.drop_table("picture")


def _execute(statement: str, **values: Any) -> Any:
    return op.get_bind().execute(sa.text(statement), values)


def _moved_pictures() -> Iterator[tuple[tuple[int, str], str]]:
    """Each picture as it is kept from now on: its school and former id, and its fingerprint."""
    for school, former in _execute("SELECT school_id, id FROM picture ORDER BY school_id, made_at").all():
        own = {"school": school, "id": former}
        row = _execute("SELECT * FROM picture WHERE school_id = :school AND id = :id", **own).one()
        body = bytes(row.body)
        named = {"school": school, "fingerprint": hashlib.blake2b(body, digest_size=20).hexdigest()}
        kept = _execute(
            "INSERT INTO blob (school_id, fingerprint, media_type, size, made_at) "
            "VALUES (:school, :fingerprint, :media_type, :size, :made_at) ON CONFLICT DO NOTHING",
            **named,
            media_type=row.media_type,
            size=len(body),
            made_at=row.made_at,
        )
        for at in range(0, len(body), _PART) if kept.rowcount else ():
            _execute(
                "INSERT INTO blob_part (school_id, fingerprint, number, body) "
                "VALUES (:school, :fingerprint, :number, :body)",
                **named,
                number=at // _PART,
                body=body[at : at + _PART],
            )
        _execute(
            "INSERT INTO blob_put_in (school_id, fingerprint, owner_id, master_id, notebook_id, made_at) "
            "VALUES (:school, :fingerprint, :owner, :master, :notebook, :made_at)",
            **named,
            owner=row.owner_id,
            master=row.master_id,
            notebook=row.notebook_id,
            made_at=row.made_at,
        )
        _execute(
            "INSERT INTO former_picture (school_id, id, fingerprint) VALUES (:school, :id, :fingerprint)",
            **named,
            id=former,
        )
        yield (school, former), named["fingerprint"]


def _print(document: str) -> bytes:
    """The fingerprint of a page that is stored as canonical JSON."""
    return hashlib.blake2b(document.encode(), digest_size=20).digest()


def _rename_pages(rename: Rename) -> None:
    for row in _execute(f"SELECT school_id, id, document FROM page WHERE document {_LIKE}").all():
        document = rename(row.school_id, row.document)
        _execute(
            "UPDATE page SET document = :document, fingerprint = :print WHERE school_id = :school AND id = :id",
            document=document,
            print=_print(document),
            school=row.school_id,
            id=row.id,
        )


def _rename_contents(rename: Rename) -> None:
    for row in _execute(f"SELECT school_id, fingerprint, document FROM content WHERE document {_LIKE}").all():
        document = rename(row.school_id, row.document)
        both = {"school": row.school_id, "new": _print(document), "old": bytes(row.fingerprint)}
        _execute(
            "INSERT INTO content (school_id, fingerprint, document) VALUES (:school, :new, :document) "
            "ON CONFLICT DO NOTHING",
            **both,
            document=document,
        )
        _execute("UPDATE edition SET fingerprint = :new WHERE school_id = :school AND fingerprint = :old", **both)
        _execute("DELETE FROM content WHERE school_id = :school AND fingerprint = :old", **both)


def _rename_plain(table: str, key: str, rename: Rename) -> None:
    for row in _execute(f"SELECT ctid, school_id, document FROM {table} WHERE document {_LIKE}").all():
        document = rename(row.school_id, row.document)
        _execute(
            f"UPDATE {table} SET document = :document WHERE ctid = CAST(:ctid AS tid)",
            document=document,
            ctid=row.ctid,
        )


def _rename_histories(rename: Rename) -> None:
    """The states of each copy in which a picture stands, made anew: a delta counts the characters before it."""
    copies = _execute(
        f"SELECT DISTINCT school_id, copy_id FROM writing_state WHERE whole {_LIKE} OR delta {_LIKE}"
    ).all()
    for school, copy in copies:
        whose = {"school": school, "copy": copy}
        states = _execute(
            "SELECT revision, whole, delta FROM writing_state WHERE school_id = :school AND copy_id = :copy "
            "ORDER BY revision",
            **whose,
        ).all()
        before: Any = None
        renamed: Any = None
        for state in states:
            before = orjson.loads(state.whole) if state.whole else apply_delta(before, orjson.loads(state.delta))
            last, text = renamed, rename(school, orjson.dumps(before, option=orjson.OPT_SORT_KEYS).decode())
            renamed = orjson.loads(text)
            delta = None if state.whole else orjson.dumps(make_delta(last, renamed)).decode()
            _execute(
                "UPDATE writing_state SET whole = :whole, delta = :delta "
                "WHERE school_id = :school AND copy_id = :copy AND revision = :revision",
                **whose,
                revision=state.revision,
                whole=text if state.whole else None,
                delta=delta,
            )


def _give_with_editions() -> None:
    editions = _execute(
        "SELECT e.school_id, e.id, c.document FROM edition e "
        "JOIN content c ON c.school_id = e.school_id AND c.fingerprint = e.fingerprint "
        'WHERE c.document LIKE \'%"type":"image"%\''
    ).all()
    for school, edition, document in editions:
        for fingerprint in set(_NAMED.findall(document)):
            _execute(
                "INSERT INTO edition_blob (school_id, edition_id, fingerprint) "
                "VALUES (:school, :edition, :fingerprint)",
                school=school,
                edition=edition,
                fingerprint=fingerprint,
            )


def _make_tables() -> None:
    _table("blob", "fingerprint", _text("fingerprint"), _text("media_type"), _number("size"), _made_at())
    _table(
        "blob_part",
        "number",
        _of_blob(),
        sa.Column("number", sa.Integer, nullable=False),
        _bytes(),
        first="fingerprint",
    )
    _table(
        "blob_put_in",
        "id",
        sa.Column("id", sa.BigInteger, sa.Identity(), nullable=False),
        _of_blob(index=True),
        _number("owner_id", index=True),
        _number("master_id", nullable=True),
        _number("notebook_id", nullable=True),
        _made_at(),
        _along("owner_id", "person", "id"),
    )
    _table(
        "edition_blob", "fingerprint", _number("edition_id"), _of_blob(index=True), _along("edition_id", "edition", "id"),
        first="edition_id",
    )  # fmt: skip
    _table("former_picture", "id", _text("id"), _of_blob())
    op.execute("ALTER TABLE blob_part ALTER COLUMN body SET STORAGE EXTERNAL")  # packed already, and read in parts


def _text(name: str) -> "sa.Column[Any]":
    return sa.Column(name, sa.Text, nullable=False)


def _number(name: str, nullable: bool = False, index: bool = False) -> "sa.Column[Any]":
    return sa.Column(name, sa.BigInteger, nullable=nullable, index=index)


def _bytes() -> "sa.Column[Any]":
    return sa.Column("body", sa.LargeBinary, nullable=False)


def _made_at() -> "sa.Column[Any]":
    return sa.Column("made_at", sa.DateTime(timezone=True), nullable=False, server_default=sa.func.now())


def _of_blob(index: bool = False) -> "sa.Column[Any]":
    return sa.Column("fingerprint", sa.Text, nullable=False, index=index)


def _along(column: str, to: str, key: str) -> sa.ForeignKeyConstraint:
    return sa.ForeignKeyConstraint(["school_id", column], [f"{to}.school_id", f"{to}.{key}"], ondelete="RESTRICT")


def _table(name: str, key: str, *parts: Any, first: str | None = None) -> None:
    """A table of one school, that it alone sees. `first`: what stands before `key` in its primary key."""
    of_blob = () if name == "blob" else (_along("fingerprint", "blob", "fingerprint"),)
    op.create_table(
        name,
        sa.Column("school_id", sa.Integer, nullable=False, server_default=sa.text(_SCHOOL)),
        *parts,
        sa.PrimaryKeyConstraint("school_id", *([first] if first else []), key),
        sa.ForeignKeyConstraint(["school_id"], ["school.id"], ondelete="RESTRICT"),
        *of_blob,
    )
    op.execute(f"ALTER TABLE {name} ENABLE ROW LEVEL SECURITY")
    op.execute(f"CREATE POLICY own_school ON {name} TO red_thread_school USING (school_id = (SELECT {_OWN}))")


def downgrade() -> None:
    raise NotImplementedError("Pictures go by their fingerprints from here on; a backup of before is the way back.")
