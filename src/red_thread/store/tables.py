"""The tables. What hangs on what, and why some references have no constraint: docs/editions-and-copies.md."""

from datetime import datetime
from typing import Any

from sqlalchemy import (
    BigInteger,
    DateTime,
    ForeignKey,
    Identity,
    Index,
    Integer,
    LargeBinary,
    SmallInteger,
    Text,
    UniqueConstraint,
    func,
    text,
)
from sqlalchemy.dialects.postgresql import ARRAY, JSONB
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column

Moment = DateTime(timezone=True)
OrderKey = Text(collation="C")


class Table(DeclarativeBase):
    """What all tables share."""

    type_annotation_map = {int: BigInteger, str: Text, datetime: Moment, bytes: LargeBinary}  # noqa: RUF012


def _id() -> Mapped[int]:
    return mapped_column(BigInteger, Identity(), primary_key=True)


def _made_at() -> Mapped[datetime]:
    return mapped_column(server_default=func.now())


def _to(target: str, *, key: bool = False, index: bool = False) -> Mapped[Any]:
    return mapped_column(BigInteger, ForeignKey(target, ondelete="RESTRICT"), primary_key=key, index=index)


class Setting(Table):
    """What the installation remembers of itself: whether it is the demo, the code of the first start, the school."""

    __tablename__ = "setting"
    name: Mapped[str] = mapped_column(primary_key=True)
    value: Mapped[str]


class Person(Table):
    __tablename__ = "person"
    id: Mapped[int] = _id()
    name: Mapped[str]
    kind: Mapped[str]
    email: Mapped[str | None] = mapped_column(unique=True)
    outside_id: Mapped[str | None] = mapped_column(unique=True)
    password_hash: Mapped[str | None]
    made_at: Mapped[datetime] = _made_at()
    sign_in_name: Mapped[str | None] = mapped_column(unique=True)
    administers: Mapped[bool] = mapped_column(server_default=text("false"))


class SignInSession(Table):
    __tablename__ = "sign_in_session"
    token_hash: Mapped[bytes] = mapped_column(primary_key=True)
    person_id: Mapped[int] = _to("person.id", index=True)
    proof: Mapped[str]
    made_at: Mapped[datetime] = _made_at()
    ends_at: Mapped[datetime]
    browser: Mapped[str] = mapped_column(server_default="")


class SignInCode(Table):
    __tablename__ = "sign_in_code"
    code_hash: Mapped[bytes] = mapped_column(primary_key=True)
    person_id: Mapped[int] = _to("person.id", index=True)
    made_by: Mapped[int]
    ends_at: Mapped[datetime]
    used_at: Mapped[datetime | None]
    made_at: Mapped[datetime] = _made_at()


class Master(Table):
    __tablename__ = "master"
    id: Mapped[int] = _id()
    name: Mapped[str]
    made_at: Mapped[datetime] = _made_at()


class MasterTeacher(Table):
    __tablename__ = "master_teacher"
    master_id: Mapped[int] = _to("master.id", key=True)
    person_id: Mapped[int] = _to("person.id", key=True, index=True)


class Divider(Table):
    __tablename__ = "divider"
    id: Mapped[int] = _id()
    master_id: Mapped[int] = _to("master.id", index=True)
    parent_id: Mapped[int | None] = mapped_column(ForeignKey("divider.id"))
    name: Mapped[str]
    order_key: Mapped[str] = mapped_column(OrderKey)
    removed_at: Mapped[datetime | None]


class Section(Table):
    __tablename__ = "section"
    id: Mapped[int] = _id()
    master_id: Mapped[int] = _to("master.id", index=True)
    divider_id: Mapped[int | None] = mapped_column(ForeignKey("divider.id"))
    name: Mapped[str]
    order_key: Mapped[str] = mapped_column(OrderKey)
    removed_at: Mapped[datetime | None]


class Page(Table):
    """A master page as the teacher has it now; what was given out are its editions."""

    __tablename__ = "page"
    id: Mapped[int] = _id()
    section_id: Mapped[int] = _to("section.id", index=True)
    parent_id: Mapped[int | None] = mapped_column(ForeignKey("page.id"))
    order_key: Mapped[str] = mapped_column(OrderKey)
    title: Mapped[str]
    document: Mapped[str]
    fingerprint: Mapped[bytes]
    revision: Mapped[int] = mapped_column(Integer, server_default=text("1"))
    changed_at: Mapped[datetime] = _made_at()
    removed_at: Mapped[datetime | None]


class PageState(Table):
    """Saves of a master page: the last, with which late windows are merged, and of each older burst the last."""

    __tablename__ = "page_state"
    page_id: Mapped[int] = _to("page.id", key=True)
    revision: Mapped[int] = mapped_column(Integer, primary_key=True)
    document: Mapped[str]
    made_at: Mapped[datetime] = _made_at()
    made_by: Mapped[int | None]
    window_id: Mapped[str | None]
    window_save: Mapped[int | None]


class Content(Table):
    """What editions hold, by fingerprint: the same content is stored once."""

    __tablename__ = "content"
    fingerprint: Mapped[bytes] = mapped_column(primary_key=True)
    document: Mapped[str]


class Edition(Table):
    __tablename__ = "edition"
    __table_args__ = (UniqueConstraint("page_id", "number"),)
    id: Mapped[int] = _id()
    page_id: Mapped[int] = _to("page.id")
    number: Mapped[int] = mapped_column(Integer)
    title: Mapped[str]
    fingerprint: Mapped[bytes] = mapped_column(ForeignKey("content.fingerprint"))
    answerable: Mapped[int] = mapped_column(SmallInteger)
    made_at: Mapped[datetime] = _made_at()
    made_by: Mapped[int]


class Class(Table):
    __tablename__ = "class"
    id: Mapped[int] = _id()
    master_id: Mapped[int] = _to("master.id", index=True)
    name: Mapped[str]
    outside_id: Mapped[str | None]
    made_at: Mapped[datetime] = _made_at()
    __table_args__ = (UniqueConstraint("master_id", "name"),)


class Enrolment(Table):
    __tablename__ = "enrolment"
    class_id: Mapped[int] = _to("class.id", key=True)
    person_id: Mapped[int] = _to("person.id", key=True, index=True)
    joined_at: Mapped[datetime] = _made_at()
    left_at: Mapped[datetime | None]


class EnrolmentRequest(Table):
    """A teacher asks for a student whom others teach; one of those confirms."""

    __tablename__ = "enrolment_request"
    class_id: Mapped[int] = _to("class.id", key=True)
    person_id: Mapped[int] = _to("person.id", key=True, index=True)
    asked_by: Mapped[int]
    asked_at: Mapped[datetime]


class RosterTaking(Table):
    """A roster that was taken in, with what it changed, so that it can be undone."""

    __tablename__ = "roster_taking"
    id: Mapped[int] = _id()
    master_id: Mapped[int] = _to("master.id", index=True)
    made_by: Mapped[int]
    made_at: Mapped[datetime]
    undone_at: Mapped[datetime | None]
    lines: Mapped[str]


class Notebook(Table):
    __tablename__ = "notebook"
    id: Mapped[int] = _id()
    class_id: Mapped[int] = _to("class.id")
    person_id: Mapped[int] = _to("person.id", index=True)
    made_at: Mapped[datetime] = _made_at()
    __table_args__ = (UniqueConstraint("class_id", "person_id"),)


class NotebookSection(Table):
    """A section of one notebook. `section_id` ties it to the master's; the name is as it was given."""

    __tablename__ = "notebook_section"
    id: Mapped[int] = _id()
    notebook_id: Mapped[int] = _to("notebook.id")
    section_id: Mapped[int | None]
    name: Mapped[str]
    order_key: Mapped[str] = mapped_column(OrderKey)
    __table_args__ = (UniqueConstraint("notebook_id", "section_id"),)


class Copy(Table):
    """A page in a notebook. Untouched (`revision` 0) it is just this row, which points at an edition.

    `pulled_back_id`: the pull-back that took it out of the notebook; what was written on it is kept.
    `put_away_by_id`: the pull-back that put it into the drawer.
    Narrow, with room on its block and no index on what a push changes, so that refreshing stays on the block.
    """

    __tablename__ = "copy"
    id: Mapped[int] = _id()
    notebook_id: Mapped[int] = _to("notebook.id")
    notebook_section_id: Mapped[int]
    page_id: Mapped[int]
    edition_id: Mapped[int]
    seen_edition_id: Mapped[int | None]
    opened_at: Mapped[datetime | None]
    written_at: Mapped[datetime | None]
    ready_at: Mapped[datetime | None]
    put_away_at: Mapped[datetime | None]
    pulled_back_id: Mapped[int | None]
    put_away_by_id: Mapped[int | None]
    revision: Mapped[int] = mapped_column(Integer, server_default=text("0"))
    ordinal: Mapped[int] = mapped_column(SmallInteger, server_default=text("0"))
    answered: Mapped[int] = mapped_column(SmallInteger, server_default=text("0"))
    knots: Mapped[int] = mapped_column(SmallInteger, server_default=text("0"))
    order_key: Mapped[str] = mapped_column(OrderKey)
    __table_args__ = (
        UniqueConstraint("notebook_id", "page_id", "ordinal"),
        Index("ix_copy_notebook_section_id", "notebook_section_id", postgresql_include=["page_id", "order_key"]),
        {"postgresql_with": {"fillfactor": "45"}},
    )


class Writing(Table):
    """The page of a copy that its student has written on. `thin_at`: when its history may be thinned out next."""

    __tablename__ = "writing"
    copy_id: Mapped[int] = _to("copy.id", key=True)
    document: Mapped[str]
    thin_at: Mapped[datetime | None]


class WritingState(Table):
    """One state in the history of a written-on copy: whole now and then, else what it changed."""

    __tablename__ = "writing_state"
    copy_id: Mapped[int] = _to("copy.id", key=True)
    revision: Mapped[int] = mapped_column(Integer, primary_key=True)
    made_at: Mapped[datetime]
    made_by: Mapped[int]
    cause: Mapped[str]
    push_id: Mapped[int | None]
    edition_id: Mapped[int]
    whole: Mapped[str | None]
    delta: Mapped[str | None]
    window_id: Mapped[str | None]
    window_save: Mapped[int | None]


class Push(Table):
    """A push or a pull-back, as `kind` says; what was asked for stands in `PushPage` and `PushWhom`."""

    __tablename__ = "push"
    id: Mapped[int] = _id()
    master_id: Mapped[int] = _to("master.id", index=True)
    made_by: Mapped[int]
    made_at: Mapped[datetime]
    finished_at: Mapped[datetime | None]
    problem: Mapped[str | None]
    undone_at: Mapped[datetime | None]
    kind: Mapped[str] = mapped_column(server_default=text("'push'"))
    status: Mapped[str]
    students: Mapped[int] = mapped_column(Integer, server_default=text("0"))
    students_done: Mapped[int] = mapped_column(Integer, server_default=text("0"))


class PushPage(Table):
    """A page that a push is of, with the edition that is meant, in the order of the master."""

    __tablename__ = "push_page"
    push_id: Mapped[int] = _to("push.id", key=True)
    position: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    page_id: Mapped[int]
    edition_id: Mapped[int]


class PushWhom(Table):
    """Whom a push is for, as it was said: a `class`, a `notebook`, `without` a notebook."""

    __tablename__ = "push_whom"
    push_id: Mapped[int] = _to("push.id", key=True)
    kind: Mapped[str] = mapped_column(primary_key=True)
    target_id: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)


class PushBatch(Table):
    """A part of a push's audience, as it was when the push began. `done`: how many of them it has come to."""

    __tablename__ = "push_batch"
    push_id: Mapped[int] = _to("push.id", key=True)
    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    done: Mapped[int] = mapped_column(Integer, server_default=text("0"))
    notebook_ids: Mapped[list[int]] = mapped_column(ARRAY(BigInteger))


class PushOutcome(Table):
    """What a push did, step by step: who had what happen to which page, and by which operations.

    Without a page: what only prepared for others. `students`: how many, so that lists read no notebooks.
    """

    __tablename__ = "push_outcome"
    __table_args__ = (Index("ix_push_outcome_push_id", "push_id"),)
    id: Mapped[int] = _id()
    push_id: Mapped[int] = _to("push.id")
    page_id: Mapped[int | None]
    outcome: Mapped[str]
    reason: Mapped[str]
    edition_before: Mapped[int | None]
    notebook_ids: Mapped[list[int]] = mapped_column(ARRAY(BigInteger))
    students: Mapped[int] = mapped_column(Integer, server_default=text("0"))
    operations: Mapped[list[dict[str, Any]]] = mapped_column(JSONB, server_default=text("'[]'"))


class Picture(Table):
    __tablename__ = "picture"
    id: Mapped[str] = mapped_column(primary_key=True)
    owner_id: Mapped[int] = _to("person.id", index=True)
    master_id: Mapped[int | None]
    notebook_id: Mapped[int | None]
    media_type: Mapped[str]
    body: Mapped[bytes]
    made_at: Mapped[datetime] = _made_at()


class PagePicture(Table):
    """Which pictures have been given out with a page: its students may see them."""

    __tablename__ = "page_picture"
    page_id: Mapped[int] = _to("page.id", key=True)
    picture_id: Mapped[str] = mapped_column(ForeignKey("picture.id", ondelete="RESTRICT"), primary_key=True)
