"""The tables. What hangs on what, and why some references have no constraint: docs/editions-and-copies.md.

Every table but two belongs to a school, whose id comes first in its key; references go along it. Row security lets a
transaction see the rows of its own school alone: docs/schools.md.
"""

from datetime import date, datetime
from typing import Any

from sqlalchemy import (
    BigInteger,
    CheckConstraint,
    Date,
    DateTime,
    ForeignKeyConstraint,
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
from sqlalchemy import Table as SchemaTable
from sqlalchemy.dialects.postgresql import ARRAY, JSONB
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column

Moment = DateTime(timezone=True)
OrderKey = Text(collation="C")
ARRANGING = "arranging IN ('all', 'pages', 'nothing')"
# Without a school this is an error, so that no row is ever of a school by chance.
OWN_SCHOOL = "current_setting('red_thread.school')::integer"


class Table(DeclarativeBase):
    """What all tables share."""

    type_annotation_map = {int: BigInteger, str: Text, datetime: Moment, bytes: LargeBinary}  # noqa: RUF012


class OfSchool(Table):
    """What all tables of a school's data share; a row that does not say which is of the transaction's."""

    __abstract__ = True
    school_id: Mapped[int] = mapped_column(
        Integer,
        primary_key=True,
        autoincrement=False,
        server_default=text(OWN_SCHOOL),
        sort_order=-1,
        info={"to": "school"},
    )


def _id() -> Mapped[int]:
    return mapped_column(BigInteger, Identity(), primary_key=True)


def _made_at() -> Mapped[datetime]:
    return mapped_column(server_default=func.now())


def _to(target: str, *, key: bool = False, index: bool = False) -> Mapped[Any]:
    """A reference to a row of another table of the same school; the constraints are added at the end."""
    return mapped_column(BigInteger, primary_key=key, autoincrement=False, index=index, info={"to": target})


class Setting(Table):
    """What the installation remembers of itself: whether it is the demo, the code of the first start, the school."""

    __tablename__ = "setting"
    name: Mapped[str] = mapped_column(primary_key=True)
    value: Mapped[str]


class School(Table):
    """One school of the installation. The first is there from the beginning and costs nobody a thought.

    `language`: in which words are found, as `store/languages.py` has it; empty: in no language of its own.
    """

    __tablename__ = "school"
    id: Mapped[int] = mapped_column(Integer, Identity(), primary_key=True)
    name: Mapped[str]
    time_zone: Mapped[str] = mapped_column(server_default="UTC")
    language: Mapped[str] = mapped_column(server_default="")
    made_at: Mapped[datetime] = _made_at()


class Person(OfSchool):
    """Someone who can sign in. `reading`: how they want to read, as `web/schemas/people.py` has it."""

    __tablename__ = "person"
    id: Mapped[int] = _id()
    name: Mapped[str]
    kind: Mapped[str]
    email: Mapped[str | None]
    outside_id: Mapped[str | None]
    password_hash: Mapped[str | None]
    made_at: Mapped[datetime] = _made_at()
    sign_in_name: Mapped[str | None]
    administers: Mapped[bool] = mapped_column(server_default=text("false"))
    closed_at: Mapped[datetime | None]
    seen_at: Mapped[datetime | None]
    reading: Mapped[dict[str, Any] | None] = mapped_column(JSONB)
    __table_args__ = (
        UniqueConstraint("school_id", "email"),
        UniqueConstraint("school_id", "outside_id"),
        UniqueConstraint("school_id", "sign_in_name"),
    )


class SignInSession(OfSchool):
    """A session of a person, by the hash of its token."""

    __tablename__ = "sign_in_session"
    token_hash: Mapped[bytes] = mapped_column(primary_key=True)
    person_id: Mapped[int] = _to("person", index=True)
    proof: Mapped[str]
    made_at: Mapped[datetime] = _made_at()
    ends_at: Mapped[datetime]
    browser: Mapped[str] = mapped_column(server_default="")


class SignInCode(OfSchool):
    """A code to sign in with once, by its hash."""

    __tablename__ = "sign_in_code"
    code_hash: Mapped[bytes] = mapped_column(primary_key=True)
    person_id: Mapped[int] = _to("person", index=True)
    made_by: Mapped[int]
    ends_at: Mapped[datetime]
    used_at: Mapped[datetime | None]
    made_at: Mapped[datetime] = _made_at()


class SignsInAs(OfSchool):
    """Each name by which somebody signs in, folded: e-mail, sign-in name and the school's id are one name space.

    A trigger of the person's row keeps it.
    """

    __tablename__ = "signs_in_as"
    name: Mapped[str] = mapped_column(primary_key=True)
    person_id: Mapped[int] = _to("person", index=True)


class Erasure(OfSchool):
    """That a person's words and names were taken out on request: by whom, when, how many pages."""

    __tablename__ = "erasure"
    person_id: Mapped[int] = _to("person", key=True)
    erased_by: Mapped[int]
    erased_at: Mapped[datetime]
    pages: Mapped[int]


class Quota(OfSchool):
    """How much the school, each of its courses (`whose`: "course") and each of its students may keep."""

    __tablename__ = "quota"
    whose: Mapped[str] = mapped_column(primary_key=True)
    bytes: Mapped[int]
    pictures: Mapped[int]
    pages: Mapped[int]
    __table_args__ = (CheckConstraint("whose IN ('school', 'course', 'student')", name="ck_quota_whose"),)


class Turn(OfSchool):
    """How often something happened in a minute. Written without a log: after a crash it begins anew."""

    __tablename__ = "turn"
    what: Mapped[str] = mapped_column(primary_key=True)
    minute: Mapped[datetime] = mapped_column(primary_key=True)
    times: Mapped[int] = mapped_column(Integer)


class Invitation(OfSchool):
    """Somebody who is here is asked to work in a course, too; only who was handed its code can say yes."""

    __tablename__ = "invitation"
    code_hash: Mapped[bytes] = mapped_column(primary_key=True)
    master_id: Mapped[int] = _to("master", index=True)
    person_id: Mapped[int] = _to("person", index=True)
    role: Mapped[str]
    made_by: Mapped[int]
    ends_at: Mapped[datetime]


class Master(OfSchool):
    """The notebook of a course. `pushing_id`: the push whose batches may run now.

    `arranging`: what its students may do to their notebooks, as `core/notebook/arranging.py` has it.
    """

    __tablename__ = "master"
    id: Mapped[int] = _id()
    name: Mapped[str]
    pushing_id: Mapped[int | None]
    made_at: Mapped[datetime] = _made_at()
    arranging: Mapped[str] = mapped_column(server_default=text("'all'"))
    __table_args__ = (CheckConstraint(ARRANGING, name="ck_master_arranging"),)


class MasterTeacher(OfSchool):
    """Who works with a master. `role`: "owner", "co-teacher", or "helper", who reads along and pushes nothing."""

    __tablename__ = "master_teacher"
    master_id: Mapped[int] = _to("master", key=True)
    person_id: Mapped[int] = _to("person", key=True, index=True)
    role: Mapped[str] = mapped_column(server_default=text("'co-teacher'"))
    left_at: Mapped[datetime | None]
    __table_args__ = (
        Index("one_owner", "school_id", "master_id", unique=True, postgresql_where=text("role = 'owner'")),
    )


class Divider(OfSchool):
    """A divider of a master: it groups sections and dividers."""

    __tablename__ = "divider"
    id: Mapped[int] = _id()
    master_id: Mapped[int] = _to("master", index=True)
    parent_id: Mapped[int | None] = mapped_column(info={"to": "divider"})
    name: Mapped[str]
    order_key: Mapped[str] = mapped_column(OrderKey)
    removed_at: Mapped[datetime | None]


class Section(OfSchool):
    """A section of a master: it holds pages. `display`: "wraps", "ordinary" or "display", unless a page says more.

    `writing`: of pages that are made in it, as a page has it. `arranging`: where it is another than the course's.
    """

    __tablename__ = "section"
    id: Mapped[int] = _id()
    master_id: Mapped[int] = _to("master", index=True)
    divider_id: Mapped[int | None] = mapped_column(info={"to": "divider"})
    name: Mapped[str]
    order_key: Mapped[str] = mapped_column(OrderKey)
    removed_at: Mapped[datetime | None]
    display: Mapped[str] = mapped_column(server_default=text("'ordinary'"))
    writing: Mapped[str] = mapped_column(server_default=text("'everywhere'"))
    arranging: Mapped[str | None]
    __table_args__ = (CheckConstraint(ARRANGING, name="ck_section_arranging"),)


class Page(OfSchool):
    """A master page as the teacher has it now; what was given out are its editions. `words`: by which it is found.

    `display`: as for a section; nothing where it is as its section says. `starter`: new notebooks begin with it,
    `starter_since` then; nothing of those that were made so before that was kept.
    `template`: new pages can begin as it is.
    """

    __tablename__ = "page"
    id: Mapped[int] = _id()
    section_id: Mapped[int] = _to("section", index=True)
    parent_id: Mapped[int | None] = mapped_column(info={"to": "page"})
    order_key: Mapped[str] = mapped_column(OrderKey)
    title: Mapped[str]
    document: Mapped[str]
    fingerprint: Mapped[bytes]
    revision: Mapped[int] = mapped_column(Integer, server_default=text("1"))
    changed_at: Mapped[datetime] = _made_at()
    removed_at: Mapped[datetime | None]
    words: Mapped[str] = mapped_column(server_default="")
    display: Mapped[str | None]
    starter: Mapped[bool] = mapped_column(server_default=text("false"))
    starter_since: Mapped[datetime | None]
    template: Mapped[bool] = mapped_column(server_default=text("false"))
    __table_args__ = (Index("ix_page_words", text("to_tsvector('simple', words)"), postgresql_using="gin"),)


class PageState(OfSchool):
    """Saves of a master page: the last, with which late windows are merged, and of each older burst the last."""

    __tablename__ = "page_state"
    page_id: Mapped[int] = _to("page", key=True)
    revision: Mapped[int] = mapped_column(Integer, primary_key=True)
    document: Mapped[str]
    made_at: Mapped[datetime] = _made_at()
    made_by: Mapped[int | None]
    window_id: Mapped[str | None]
    window_save: Mapped[int | None]


class Content(OfSchool):
    """What editions hold, by fingerprint: the same content is stored once."""

    __tablename__ = "content"
    fingerprint: Mapped[bytes] = mapped_column(primary_key=True)
    document: Mapped[str]


class Edition(OfSchool):
    """An immutable state of a page, made when it was pushed."""

    __tablename__ = "edition"
    __table_args__ = (UniqueConstraint("school_id", "page_id", "number"),)
    id: Mapped[int] = _id()
    page_id: Mapped[int] = _to("page")
    number: Mapped[int] = mapped_column(Integer)
    title: Mapped[str]
    fingerprint: Mapped[bytes] = mapped_column(info={"to": "content"})
    answerable: Mapped[int] = mapped_column(SmallInteger)
    made_at: Mapped[datetime] = _made_at()
    made_by: Mapped[int]


class Class(OfSchool):
    """A class of students. `master_id`: of the course that looks after it; it follows that and perhaps others."""

    __tablename__ = "class"
    id: Mapped[int] = _id()
    master_id: Mapped[int] = _to("master", index=True)
    name: Mapped[str]
    outside_id: Mapped[str | None]
    made_at: Mapped[datetime] = _made_at()
    catches_up: Mapped[bool] = mapped_column(server_default=text("true"))
    __table_args__ = (UniqueConstraint("school_id", "master_id", "name"),)


class Following(OfSchool):
    """A class follows a master, or did until a day: it is given that master's pages."""

    __tablename__ = "following"
    class_id: Mapped[int] = _to("class", key=True)
    master_id: Mapped[int] = _to("master", key=True, index=True)
    since: Mapped[datetime] = _made_at()
    until: Mapped[datetime | None]
    ended_by: Mapped[int | None]


class FollowRequest(OfSchool):
    """Whoever teaches a course asks a colleague whether a class of theirs may follow it."""

    __tablename__ = "follow_request"
    master_id: Mapped[int] = _to("master", key=True)
    person_id: Mapped[int] = _to("person", key=True, index=True)
    asked_by: Mapped[int]
    asked_at: Mapped[datetime]


class Enrolment(OfSchool):
    """Who is, or was, in a class: a row for each time, of which one at most has no end."""

    __tablename__ = "enrolment"
    id: Mapped[int] = _id()
    class_id: Mapped[int] = _to("class")
    person_id: Mapped[int] = _to("person", index=True)
    joined_at: Mapped[datetime] = _made_at()
    left_at: Mapped[datetime | None]
    __table_args__ = (
        Index("ix_enrolment_class_id", "class_id", "person_id"),
        Index(
            "ix_enrolment_now",
            "school_id",
            "class_id",
            "person_id",
            unique=True,
            postgresql_where=text("left_at IS NULL"),
        ),
    )


class EnrolmentRequest(OfSchool):
    """A teacher asks for a student whom others teach; one of those confirms."""

    __tablename__ = "enrolment_request"
    class_id: Mapped[int] = _to("class", key=True)
    person_id: Mapped[int] = _to("person", key=True, index=True)
    asked_by: Mapped[int]
    asked_at: Mapped[datetime]


class RosterTaking(OfSchool):
    """A roster that was taken in, with what it changed, so that it can be undone."""

    __tablename__ = "roster_taking"
    id: Mapped[int] = _id()
    master_id: Mapped[int] = _to("master", index=True)
    made_by: Mapped[int]
    made_at: Mapped[datetime]
    undone_at: Mapped[datetime | None]
    lines: Mapped[str]


class Group(OfSchool):
    """Students of a course who are given pages together. One that was removed keeps its name for the log."""

    __tablename__ = "student_group"
    id: Mapped[int] = _id()
    master_id: Mapped[int] = _to("master", index=True)
    name: Mapped[str]
    made_at: Mapped[datetime] = _made_at()
    removed_at: Mapped[datetime | None]


class GroupMember(OfSchool):
    """Who is in a group."""

    __tablename__ = "group_member"
    group_id: Mapped[int] = _to("student_group", key=True)
    notebook_id: Mapped[int] = _to("notebook", key=True, index=True)


class AwayList(OfSchool):
    """Who was not there on a day, as a teacher of the course noted it."""

    __tablename__ = "away_list"
    id: Mapped[int] = _id()
    master_id: Mapped[int] = _to("master")
    day: Mapped[date] = mapped_column(Date)
    __table_args__ = (UniqueConstraint("school_id", "master_id", "day"),)


class Away(OfSchool):
    """A student on such a list."""

    __tablename__ = "away"
    list_id: Mapped[int] = _to("away_list", key=True)
    notebook_id: Mapped[int] = _to("notebook", key=True, index=True)


class Notebook(OfSchool):
    """One student's notebook in one class."""

    __tablename__ = "notebook"
    id: Mapped[int] = _id()
    class_id: Mapped[int] = _to("class")
    person_id: Mapped[int] = _to("person", index=True)
    made_at: Mapped[datetime] = _made_at()
    __table_args__ = (UniqueConstraint("school_id", "class_id", "person_id"),)


class NotebookDivider(OfSchool):
    """A divider of one notebook, as `NotebookSection`. Dividers and sections of a notebook share one order."""

    __tablename__ = "notebook_divider"
    id: Mapped[int] = _id()
    notebook_id: Mapped[int] = _to("notebook")
    divider_id: Mapped[int | None]
    parent_id: Mapped[int | None] = mapped_column(info={"to": "notebook_divider"})
    name: Mapped[str]
    order_key: Mapped[str] = mapped_column(OrderKey)
    renamed: Mapped[bool] = mapped_column(server_default=text("false"))
    __table_args__ = (UniqueConstraint("school_id", "notebook_id", "divider_id"),)


class NotebookSection(OfSchool):
    """A section of one notebook. `section_id` ties it to the master's; the name is as it was given.

    `renamed`: the student gave it another, which no push changes. `put_away_at`: since when a section of
    the student's own is seen no more, unless a page is brought back to it.
    """

    __tablename__ = "notebook_section"
    id: Mapped[int] = _id()
    notebook_id: Mapped[int] = _to("notebook")
    section_id: Mapped[int | None]
    name: Mapped[str]
    order_key: Mapped[str] = mapped_column(OrderKey)
    notebook_divider_id: Mapped[int | None] = mapped_column(info={"to": "notebook_divider"})
    renamed: Mapped[bool] = mapped_column(server_default=text("false"))
    put_away_at: Mapped[datetime | None]
    __table_args__ = (
        UniqueConstraint("school_id", "notebook_id", "section_id"),
        CheckConstraint("put_away_at IS NULL OR section_id IS NULL", name="ck_notebook_section_own_alone_goes"),
    )


class Arrangement(OfSchool):
    """What a student did to their notebook in one go, as the operations that did it, so that it can be undone."""

    __tablename__ = "arrangement"
    id: Mapped[int] = _id()
    notebook_id: Mapped[int] = _to("notebook", index=True)
    made_at: Mapped[datetime]
    undone_at: Mapped[datetime | None]
    operations: Mapped[list[dict[str, Any]]] = mapped_column(JSONB)


class SectionAlso(OfSchool):
    """A section of a notebook that stands for a further master's section too. The view `section_tie` has all ties."""

    __tablename__ = "section_also"
    notebook_id: Mapped[int] = _to("notebook", key=True)
    section_id: Mapped[int] = _to("section", key=True)
    notebook_section_id: Mapped[int] = _to("notebook_section")
    master_id: Mapped[int] = _to("master")
    __table_args__ = (UniqueConstraint("school_id", "notebook_section_id", "master_id"),)


class Copy(OfSchool):
    """A page in a notebook. Untouched (`revision` 0) it is just this row, which points at an edition.

    Tied to nothing it has neither page nor edition: an own page, or one that was cut, of which `cut_page_id` and
    `cut_edition_id` tell what it was, and `cut_by_id` which push did it. `title`: where the student gave it another
    than the edition's. `parent_id`: the copy under which it is tucked.

    `pulled_back_id`: the pull-back that took it out of the notebook; what was written on it is kept.
    `put_away_by_id`: the pull-back that put it into the drawer. `home_section_id`: where it stood before its student
    moved it. `going_at`: when a page of the student's own goes for good, as they said. `begun_as`: the name by which
    a window began it, so that it is begun once however often that is sent.

    `ready_at`, `ready_revision`: when its student said that it is ready to be read, and which state of it that was;
    `ready_read_at`: when a teacher opened that.

    What a copy can be, and what becomes of it, is told by `core/notebook/copy_state.py`. Views: `standing_copy`, what
    is in a notebook, the drawer too; `copy_in_place`, without the drawer; `own_page`, begun by its student.

    Narrow, with room on its block and no index on what a push changes, so that refreshing stays on the block.
    """

    __tablename__ = "copy"
    id: Mapped[int] = _id()
    notebook_id: Mapped[int] = _to("notebook")
    notebook_section_id: Mapped[int]
    page_id: Mapped[int | None]
    edition_id: Mapped[int | None]
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
    title: Mapped[str | None]
    parent_id: Mapped[int | None]
    cut_at: Mapped[datetime | None]
    cut_page_id: Mapped[int | None]
    cut_edition_id: Mapped[int | None]
    cut_by_id: Mapped[int | None]
    home_section_id: Mapped[int | None]
    ready_revision: Mapped[int | None] = mapped_column(Integer)
    ready_read_at: Mapped[datetime | None]
    going_at: Mapped[datetime | None]
    begun_as: Mapped[str | None]
    __table_args__ = (
        UniqueConstraint("school_id", "notebook_id", "page_id", "ordinal"),
        CheckConstraint("(page_id IS NULL) = (edition_id IS NULL)", name="ck_copy_tied_whole"),
        CheckConstraint(
            "(cut_at IS NULL) = (cut_page_id IS NULL) AND (cut_at IS NULL) = (cut_edition_id IS NULL)"
            " AND (cut_at IS NOT NULL OR cut_by_id IS NULL)",
            name="ck_copy_cut_whole",
        ),
        CheckConstraint("page_id IS NULL OR cut_at IS NULL", name="ck_copy_tied_or_cut"),
        CheckConstraint("put_away_at IS NOT NULL OR put_away_by_id IS NULL", name="ck_copy_in_drawer"),
        CheckConstraint(
            "(ready_at IS NULL) = (ready_revision IS NULL) AND (ready_at IS NOT NULL OR ready_read_at IS NULL)",
            name="ck_copy_ready_whole",
        ),
        CheckConstraint(
            "going_at IS NULL OR put_away_at IS NOT NULL AND page_id IS NULL AND cut_page_id IS NULL",
            name="ck_copy_own_alone_goes",
        ),
        Index(
            "ix_copy_begun_as",
            *("school_id", "notebook_id", "begun_as"),
            unique=True,
            postgresql_where=text("begun_as IS NOT NULL"),
        ),
        Index("ix_copy_going_at", *("school_id", "going_at"), postgresql_where=text("going_at IS NOT NULL")),
        Index(
            "one_place_each",
            *("school_id", "notebook_section_id", "order_key"),
            unique=True,
            postgresql_include=["page_id"],
        ),
        Index(
            "ix_copy_cut_page_id",
            *("school_id", "cut_page_id", "notebook_id"),
            postgresql_where=text("cut_page_id IS NOT NULL"),
        ),
        {"postgresql_with": {"fillfactor": "45"}},
    )


class Writing(OfSchool):
    """The page of a copy that its student has written on. `thin_at`: when its history may be thinned out next."""

    __tablename__ = "writing"
    copy_id: Mapped[int] = _to("copy", key=True)
    document: Mapped[str]
    thin_at: Mapped[datetime | None]


class WritingState(OfSchool):
    """One state in the history of a written-on copy: whole now and then, else what it changed."""

    __tablename__ = "writing_state"
    copy_id: Mapped[int] = _to("copy", key=True)
    revision: Mapped[int] = mapped_column(Integer, primary_key=True)
    made_at: Mapped[datetime]
    made_by: Mapped[int]
    cause: Mapped[str]
    push_id: Mapped[int | None]
    edition_id: Mapped[int | None]
    whole: Mapped[str | None]
    delta: Mapped[str | None]
    window_id: Mapped[str | None]
    window_save: Mapped[int | None]


class Push(OfSchool):
    """A push or a pull-back, as `kind` says; what was asked for stands in `PushPage`, `PushHolder` and
    `PushWhom`.

    `only`: which of those that `PushWhom` names. `section_id`, `place`, `place_at`: into which section and where, as
    `core.push.Where` has it. `if_copy`, `if_cut`, `drawer`: what becomes of copies that are there. `untied`: what is
    placed is tied to nothing. `if_own`: whether it comes into sections of students' own that bear the name.
    `again_of`: the push that failed for those for whom this is.
    """

    __tablename__ = "push"
    id: Mapped[int] = _id()
    master_id: Mapped[int] = _to("master", index=True)
    made_by: Mapped[int]
    made_at: Mapped[datetime]
    finished_at: Mapped[datetime | None]
    problem: Mapped[str | None]
    begins_at: Mapped[datetime | None]
    undone_at: Mapped[datetime | None]
    kind: Mapped[str] = mapped_column(server_default=text("'push'"))
    status: Mapped[str]
    only: Mapped[str] = mapped_column(server_default=text("'everyone'"))
    again_of: Mapped[int | None]
    section_id: Mapped[int | None]
    place: Mapped[str] = mapped_column(server_default=text("'in-order'"))
    place_at: Mapped[int | None]
    if_copy: Mapped[str] = mapped_column(server_default=text("'update'"))
    if_cut: Mapped[str] = mapped_column(server_default=text("'leave'"))
    drawer: Mapped[str] = mapped_column(server_default=text("'leave'"))
    untied: Mapped[bool] = mapped_column(server_default=text("false"))
    if_own: Mapped[str] = mapped_column(server_default=text("'beside'"))
    students: Mapped[int] = mapped_column(Integer, server_default=text("0"))
    students_done: Mapped[int] = mapped_column(Integer, server_default=text("0"))


class PushPage(OfSchool):
    """A page that a push is of, in the order of the master; the edition that is meant, once the push has begun."""

    __tablename__ = "push_page"
    __table_args__ = (Index("ix_push_page_edition_id", "school_id", "edition_id"),)
    push_id: Mapped[int] = _to("push", key=True)
    position: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    page_id: Mapped[int]
    edition_id: Mapped[int | None]


class PushHolder(OfSchool):
    """A `section` or `divider` that a push is of, as such: it comes without the pages that are in it."""

    __tablename__ = "push_holder"
    push_id: Mapped[int] = _to("push", key=True)
    kind: Mapped[str] = mapped_column(primary_key=True)
    target_id: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)


class PushWhom(OfSchool):
    """Whom a push is for, as it was said: a `class`, a `group`, a `notebook`, `without` a notebook."""

    __tablename__ = "push_whom"
    push_id: Mapped[int] = _to("push", key=True)
    kind: Mapped[str] = mapped_column(primary_key=True)
    target_id: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)


class PushBatch(OfSchool):
    """A part of a push's audience, as it was when the push began. `done`: how many of them it has come to."""

    __tablename__ = "push_batch"
    push_id: Mapped[int] = _to("push", key=True)
    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    done: Mapped[int] = mapped_column(Integer, server_default=text("0"))
    notebook_ids: Mapped[list[int]] = mapped_column(ARRAY(BigInteger))


class PushOutcome(OfSchool):
    """What a push did, step by step: who had what happen to which page, and by which operations.

    Of a page, or of a holder, a divider or section; without either: what only prepared for others. `students`: how
    many, so that lists read no notebooks.
    """

    __tablename__ = "push_outcome"
    __table_args__ = (Index("ix_push_outcome_push_id", "push_id"),)
    id: Mapped[int] = _id()
    push_id: Mapped[int] = _to("push")
    page_id: Mapped[int | None]
    holder_kind: Mapped[str | None]
    holder_id: Mapped[int | None]
    outcome: Mapped[str]
    reason: Mapped[str]
    edition_before: Mapped[int | None]
    notebook_ids: Mapped[list[int]] = mapped_column(ARRAY(BigInteger))
    students: Mapped[int] = mapped_column(Integer, server_default=text("0"))
    operations: Mapped[list[dict[str, Any]]] = mapped_column(JSONB, server_default=text("'[]'"))


class MergeDefect(OfSchool):
    """A merge that broke off in a push: of which copy, and where in the program."""

    __tablename__ = "merge_defect"
    push_id: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)
    page_id: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)
    notebook_id: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)
    broke_off_at: Mapped[str]
    made_at: Mapped[datetime] = _made_at()


class OpenPage(OfSchool):
    """A master page that somebody has open in a window, said anew now and then."""

    __tablename__ = "open_page"
    page_id: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)
    window: Mapped[str] = mapped_column(primary_key=True)
    person_id: Mapped[int]
    seen_at: Mapped[datetime]
    __table_args__ = {"prefixes": ["UNLOGGED"]}  # noqa: RUF012


class ProgressOfWork(OfSchool):
    """How far a file has come that somebody sent and watches."""

    __tablename__ = "progress"
    person_id: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)
    watch: Mapped[str] = mapped_column(primary_key=True)
    doing: Mapped[str]
    done: Mapped[int] = mapped_column(Integer)
    of: Mapped[int] = mapped_column(Integer)
    told_at: Mapped[datetime]
    __table_args__ = {"prefixes": ["UNLOGGED"]}  # noqa: RUF012


class Blob(OfSchool):
    """A picture or other bytes, kept once by fingerprint."""

    __tablename__ = "blob"
    fingerprint: Mapped[str] = mapped_column(primary_key=True)
    media_type: Mapped[str]
    size: Mapped[int]
    made_at: Mapped[datetime] = _made_at()


class BlobPart(OfSchool):
    """The bytes, part by part, so that what is long is read piece by piece."""

    __tablename__ = "blob_part"
    fingerprint: Mapped[str] = mapped_column(info={"to": "blob"}, primary_key=True)
    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    body: Mapped[bytes]


class BlobPutIn(OfSchool):
    """Who put it in, and where; the same bytes may have been put in by many."""

    __tablename__ = "blob_put_in"
    id: Mapped[int] = _id()
    fingerprint: Mapped[str] = mapped_column(info={"to": "blob"}, index=True)
    owner_id: Mapped[int] = _to("person", index=True)
    master_id: Mapped[int | None] = mapped_column(index=True)
    notebook_id: Mapped[int | None]
    made_at: Mapped[datetime] = _made_at()


class EditionBlob(OfSchool):
    """Which bytes have been given out with an edition: its students may see them."""

    __tablename__ = "edition_blob"
    edition_id: Mapped[int] = _to("edition", key=True)
    fingerprint: Mapped[str] = mapped_column(info={"to": "blob"}, primary_key=True, index=True)


class FormerPicture(OfSchool):
    """The ids that pictures went by at first: windows that have been open since then still name them so."""

    __tablename__ = "former_picture"
    id: Mapped[str] = mapped_column(primary_key=True)
    fingerprint: Mapped[str] = mapped_column(info={"to": "blob"})


class LinkedPerson(OfSchool):
    """A person's account here, and the link that it shares with those of the same person in other schools."""

    __tablename__ = "linked_person"
    person_id: Mapped[int] = _to("person", key=True)
    link: Mapped[str] = mapped_column(index=True)


class PageRequest(OfSchool):
    """A student asks to be given a page to which they have a link."""

    __tablename__ = "page_request"
    page_id: Mapped[int] = _to("page", key=True)
    notebook_id: Mapped[int] = _to("notebook", key=True, index=True)
    asked_at: Mapped[datetime]


def _tie(table: SchemaTable) -> None:
    """Every reference as a constraint along the school: what is referred to is of the same one, and stays."""
    for column in table.columns:
        target = column.info.get("to")
        if target == "school":
            table.append_constraint(ForeignKeyConstraint([column], ["school.id"], ondelete="RESTRICT"))
        elif target:
            theirs = "fingerprint" if target in ("content", "blob") else "id"
            along = [f"{target}.school_id", f"{target}.{theirs}"]
            table.append_constraint(ForeignKeyConstraint([table.c.school_id, column], along, ondelete="RESTRICT"))


for _table in Table.metadata.tables.values():
    _tie(_table)
