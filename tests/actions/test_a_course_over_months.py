"""A course over months, against a simple model: nothing that a student wrote is ever lost, whatever the order.

One master, five students, pushes to some or all, writing from the newest and from stale states, pages corrected
meanwhile, pulled back and given again, knots untied, histories gone back in and thinned out. The model knows only
who has which page, where it is, and which words of their own each student has standing there.
"""

import asyncio
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime, timedelta

import pytest
from hypothesis import HealthCheck, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, precondition, rule
from sqlalchemy import text

from launcher.postgres import Cluster
from red_thread.actions.actor import HOUSE
from red_thread.actions.notebook.drawer import bring_back
from red_thread.actions.notebook.own_pages import begin_section
from red_thread.actions.notebook.page_history import go_back, look_at_history
from red_thread.actions.notebook.thin_histories import thin_histories
from red_thread.actions.notebook.untie_knots import look_at_knots, tie_again, untie_knots
from red_thread.actions.push.run_push import run_push
from red_thread.actions.push.undo import Rows, Undone, undo_push
from red_thread.actions.refusals import NothingToPullBack
from red_thread.core.merge import Untying
from red_thread.core.outline.display import Display
from red_thread.core.page.check import check_page
from red_thread.core.page.fingerprint import fingerprint
from red_thread.core.page.nodes import paragraph, plain_text
from red_thread.core.push import USUAL, How, IfCopy, IfCut, IfOwn, WrittenPages
from red_thread.store.classes.values import Student
from red_thread.store.database import HOME_SCHOOL, Database
from red_thread.store.notebook.values import CopyInfo
from red_thread.store.push.values import PushInfo
from tests.conftest import run_sql
from tests.notation import show
from tests.school import School, actor_of, found_school, pushes_of

STUDENTS = st.integers(0, 4)
PAGE = st.integers(0, 1)
UNDONE = 0  # by a pull-back that was undone: it stays where it is
AUDIENCE = st.sets(STUDENTS, min_size=1)
TIE, THEIRS = How(if_cut=IfCut.TIE), How(if_own=IfOwn.THEIRS)
SECOND, UNTIED = How(if_copy=IfCopy.SECOND), How(untied=True)
_ROWS = text("""
    SELECT c.notebook_id, c.page_id, c.edition_id, c.cut_page_id, c.cut_edition_id, c.put_away_at, c.answered, c.knots,
        w.document
    FROM copy c LEFT JOIN writing w ON w.copy_id = c.id WHERE c.pulled_back_id IS NULL ORDER BY c.id
""")


class CourseOverMonths(RuleBasedStateMachine):
    """`words[student, page]`: what that student has standing on that page; `given`: which edition they have.

    `out`, `drawer`, `loose`: the pages that stand in no notebook, in the drawer, or tied to nothing, each with the
    pull-back that did it.
    """

    address = ""

    @initialize()
    def meet(self) -> None:
        self.loop = asyncio.Runner()
        self.words: dict[tuple[int, int], set[str]] = {}
        self.given: dict[tuple[int, int], int] = {}
        self.out: dict[tuple[int, int], int] = {}
        self.drawer: dict[tuple[int, int], int] = {}
        self.loose: dict[tuple[int, int], int] = {}
        self.stale: dict[tuple[int, int], CopyInfo] = {}
        self.text: dict[int, str] = {}
        self.count = 0
        self.loop.run(self._found())
        for _ in range(2):
            self._make_page()
        self.push(0, {0, 1, 2, 3})

    async def _found(self) -> None:
        self.database = Database(self.address.replace("postgresql:", "postgresql+psycopg:"), pool_size=2).of(
            HOME_SCHOOL
        )
        self.school: School = await found_school(self.database, f"s{id(self)}")
        self.students = await self.school.add_class("9A", 5)

    def _word(self, hand: str) -> str:
        self.count += 1
        return f"{hand}{self.count}"

    def _make_page(self) -> None:
        first = f"a:{self._word('t')} {self._word('t')} | q=space[ q.p: ] | z:{self._word('t')}"
        self.text[self.loop.run(self.school.add_page(first))] = first

    @rule(page=PAGE, where=st.sampled_from(["first", "last", "behind"]))
    def correct(self, page: int, where: str) -> None:
        """The teacher changes a word, adds a block, or takes the last one out and puts another in its place."""
        page = sorted(self.text)[page]
        blocks = self.text[page].split(" | ")
        word = self._word("t")
        if where == "first":
            blocks[0] = f"a:{word} {self._word('t')}"
        elif where == "behind":
            blocks.insert(1, f"n{word}:{word}")
        else:
            blocks[-1] = f"z{word}:{word}"
        self.text[page] = " | ".join(blocks)
        self.loop.run(self.school.rewrite(page, self.text[page]))

    @rule(page=PAGE, whom=AUDIENCE, how=st.sampled_from([USUAL, TIE, THEIRS]))
    def push(self, page: int, whom: set[int], how: How = USUAL) -> None:
        page = sorted(self.text)[page]
        singles = [self.students[n] for n in sorted(whom)]
        counts = self.loop.run(self.school.push([page], "", singles, how=how))
        assert how is THEIRS or "section-tied" not in counts
        assert sum(counts.values()) - counts.get("section-tied", 0) == len(whom)
        assert not counts.get("failed")
        newest = self.loop.run(self._newest(page))
        stays_loose = {n for n in whom if (n, page) in self.loose and how is not TIE}
        assert counts.get("loose", 0) == len(stays_loose)
        for n in whom - stays_loose:
            assert (n, page) in self.given or counts["placed"] > 0
            self.given[n, page] = newest
            self.out.pop((n, page), None)
            self.loose.pop((n, page), None)
            self.words.setdefault((n, page), set())
        again = self.loop.run(self.school.push([page], "", singles, how=how))
        assert again == {
            name: n for name, n in (("loose", len(stays_loose)), ("has-it", len(whom - stays_loose))) if n
        }

    @rule(page=PAGE, whom=AUDIENCE, how=st.sampled_from([USUAL, TIE, THEIRS, SECOND, UNTIED]))
    def push_and_undo(self, page: int, whom: set[int], how: How) -> None:
        """Whatever came before: apply, then the inverse, is what was before."""
        before = self.loop.run(self._rows())
        singles = [self.students[n] for n in sorted(whom)]
        push_id = self.loop.run(self.school.start([sorted(self.text)[page]], "", singles, how=how))
        self.loop.run(run_push(self.database.begin, self.school.teacher, push_id))
        self.loop.run(self.school.undo(push_id))
        assert self.loop.run(self._rows()) == before

    @rule(page=PAGE, whom=AUDIENCE)
    def push_under_wraps(self, page: int, whom: set[int]) -> None:
        """Nothing of it comes to anyone, whatever they have."""
        page = sorted(self.text)[page]
        before = self.loop.run(self._rows())
        self.loop.run(self.school.show("page", page, Display.WRAPS))
        counts = self.loop.run(self.school.push([page], "", [self.students[n] for n in sorted(whom)]))
        self.loop.run(self.school.show("page", page, None))
        assert counts == {"held": len(whom)}
        assert self.loop.run(self._rows()) == before

    @rule(n=STUDENTS)
    def make_a_section(self, n: int) -> None:
        """A student makes a section that is called as the teacher's is."""
        self.loop.run(self._make_section(self.students[n]))

    async def _make_section(self, student: Student) -> None:
        async with self.database.begin() as unit:
            await begin_section(unit, actor_of(student), student.notebook_id, "tides")

    def _correctable(self) -> list[tuple[int, int]]:
        return sorted(self.given.keys() - self.out.keys() - self.loose.keys() - self.drawer.keys())

    @precondition(lambda self: self._correctable())
    @rule(data=st.data(), whom=AUDIENCE)
    def undo_a_correction_that_one_has_written_on(self, data: st.DataObject, whom: set[int]) -> None:
        """It is changed back for that one too: the page before, and all that they wrote; for the others as it was."""
        n, page = data.draw(st.sampled_from(self._correctable()))
        self.correct(sorted(self.text).index(page), "first")
        singles = [self.students[k] for k in sorted(whom | {n})]
        push_id = self.loop.run(self.school.start([page], "", singles))
        self.loop.run(run_push(self.database.begin, self.school.teacher, push_id))
        self._write(page, n, "own", self.loop.run(self.school.copy(self.students[n], page, opened=True)))
        undone = self.loop.run(self._undo(push_id, frozenset({(page, self.students[n].notebook_id)})))
        assert undone.besides == 1

    async def _undo(self, push_id: int, also: Rows) -> Undone:
        async with self.database.begin() as unit:
            return await undo_push(unit, self.school.teacher, push_id, also)

    async def _rows(self) -> list[tuple[object, ...]]:
        async with self.database.begin() as unit:
            return [tuple(row) for row in await unit.connection.execute(_ROWS)]

    async def _newest(self, page: int) -> int:
        async with self.database.begin() as unit:
            return (await unit.editions.latest([page]))[page][0]

    @rule(page=PAGE, whom=AUDIENCE, choice=st.sampled_from(WrittenPages))
    def pull_back(self, page: int, whom: set[int], choice: WrittenPages) -> None:
        page = sorted(self.text)[page]
        tied = self.given.keys() - self.out.keys() - self.loose.keys()
        standing = {(n, page) for n in whom if (n, page) in tied}
        written = {key for key in standing if self.words[key]}
        away = written - self.drawer.keys() if choice is WrittenPages.DRAWER else set()
        cut = {WrittenPages.OWN: written, WrittenPages.CUT: standing}.get(choice, set())
        taken = standing - written if choice is WrittenPages.DRAWER else standing - cut
        singles = [self.students[n] for n in sorted(whom)]
        if not away and not taken and not cut:
            with pytest.raises(NothingToPullBack):
                self.loop.run(self.school.pull_back(choice, [page], "", singles))
            return
        pull_back_id, counts = self.loop.run(self.school.pull_back(choice, [page], "", singles))
        assert sum(counts.values()) == len(whom)
        self.out |= dict.fromkeys(taken, pull_back_id)
        self.drawer |= dict.fromkeys(away, pull_back_id)
        self.loose |= dict.fromkeys(cut, pull_back_id)

    def _done(self) -> list[int]:
        return sorted({*self.out.values(), *self.drawer.values(), *self.loose.values()} - {UNDONE})

    @precondition(lambda self: self._done())
    @rule(data=st.data())
    def undo_a_pull_back(self, data: st.DataObject) -> None:
        undone = data.draw(st.sampled_from(self._done()))
        back = {key for key, by in self.drawer.items() if by == undone and key not in {*self.out, *self.loose}}
        back |= {key for key, by in (*self.out.items(), *self.loose.items()) if by == undone}
        self.loop.run(self.school.undo(undone))
        self.out = {key: by for key, by in self.out.items() if key not in back}
        self.loose = {key: by for key, by in self.loose.items() if by != undone}
        self.drawer = {key: by for key, by in self.drawer.items() if by != undone or key not in back}
        self.drawer = {key: UNDONE if by == undone else by for key, by in self.drawer.items()}

    @precondition(lambda self: self.drawer.keys() - self.out.keys())
    @rule(data=st.data())
    def bring_back(self, data: st.DataObject) -> None:
        n, page = data.draw(st.sampled_from(sorted(self.drawer.keys() - self.out.keys())))
        self.loop.run(self._bring_back(n, page))
        del self.drawer[n, page]

    async def _bring_back(self, n: int, page: int) -> None:
        copy = await self.school.copy(self.students[n], page)
        async with self.database.begin() as unit:
            await bring_back(unit, actor_of(self.students[n]), [copy.id])

    def _standing(self) -> st.SearchStrategy[tuple[int, int]]:
        return st.sampled_from(sorted(self.given.keys() - self.out.keys()))

    @precondition(lambda self: self.given.keys() - self.out.keys())
    @rule(data=st.data(), where=st.sampled_from(["space", "first", "own"]))
    def write(self, data: st.DataObject, where: str) -> None:
        n, page = data.draw(self._standing())
        self._write(page, n, where, self.loop.run(self.school.copy(self.students[n], page, opened=True)))

    @precondition(lambda self: self.given.keys() - self.out.keys())
    @rule(data=st.data())
    def leave_a_window_open(self, data: st.DataObject) -> None:
        n, page = data.draw(self._standing())
        self.stale[n, page] = self.loop.run(self.school.copy(self.students[n], page))

    @precondition(lambda self: self.stale)
    @rule(data=st.data(), where=st.sampled_from(["space", "own"]))
    def write_in_an_old_window(self, data: st.DataObject, where: str) -> None:
        n, page = data.draw(st.sampled_from(sorted(self.stale)))
        self._write(page, n, where, self.stale.pop((n, page)))

    @precondition(lambda self: self.given.keys() - self.out.keys())
    @rule(data=st.data())
    def go_back_and_forward_again(self, data: st.DataObject) -> None:
        n, page = data.draw(self._standing())
        self.loop.run(self._back_and_forward(n, page, data))

    async def _back_and_forward(self, n: int, page: int, data: st.DataObject) -> None:
        actor, copy = actor_of(self.students[n]), await self.school.copy(self.students[n], page)
        async with self.database.begin() as unit:
            moments = await look_at_history(unit, actor, copy.id)
        if moments:
            for revision in (data.draw(st.sampled_from(moments)).revision, moments[0].revision):
                async with self.database.begin() as unit:
                    await go_back(unit, actor, copy.id, revision)

    @rule(page=PAGE, how=st.sampled_from([Untying.STUDENTS, Untying.BOTH]), back=st.booleans())
    def untie(self, page: int, how: Untying, back: bool) -> None:
        """The teacher unties all knots so that every wording of the students' stands; or takes it back at once."""
        self.loop.run(self._untie(sorted(self.text)[page], how, back))

    async def _untie(self, page: int, how: Untying, back: bool) -> None:
        async with self.database.begin() as unit:
            _, copies = await look_at_knots(unit, self.school.teacher, page)
            chosen = [(copy.copy_id, knot.id) for copy in copies for knot in copy.knots]
            untied = await untie_knots(unit, self.school.teacher, page, chosen, how)
            assert len(untied) == len(copies)
            if back:
                again = [(one.copy_id, one.revision) for one in untied]
                assert len(await tie_again(unit, self.school.teacher, page, again)) == len(untied)

    @rule(days=st.sampled_from([10, 60]))
    def time_goes_by(self, days: int) -> None:
        """Histories are thinned out as if so many days had passed."""
        later = datetime.now(UTC) + timedelta(days=days)
        self.loop.run(thin_histories(lambda: self.database.begin(later), HOUSE))

    def _write(self, page: int, n: int, where: str, began: CopyInfo) -> None:
        word = self._word("s")
        content = [dict(block) for block in began.document.get("content", [])]
        target = {"space": "q", "first": "a"}.get(where)
        at = next((k for k, block in enumerate(content) if block["attrs"]["id"] == target), None)
        if at is None:
            content.append(paragraph(f"o{word}", word))
        elif where == "space":
            content[at]["content"] = [paragraph("q.p", f"{word} {plain_text(content[at])}")]
        else:
            content[at] = paragraph("a", f"{word} {plain_text(content[at])}")
        self.loop.run(self.school.save(self.students[n], began, content))
        self.words[n, page].add(word)

    @invariant()
    def every_word_stands(self) -> None:
        for (n, page), words in getattr(self, "words", {}).items():
            copy = self.loop.run(self.school.copy(self.students[n], page))
            check_page(copy.document)
            text = show(copy.document)
            missing = [word for word in words if word not in text]
            assert not missing, f"student {n} lost {missing} from {text}"
            assert copy.edition_id == self.given[n, page]
            if not words:
                edition = self.loop.run(self._edition(copy.edition_id))
                assert fingerprint(copy.document) == fingerprint(edition)

    @invariant()
    def notebooks_hold_what_they_should(self) -> None:
        for n, student in enumerate(getattr(self, "students", ())):
            sections = self.loop.run(self.school.contents(student))
            lines = [page for section in sections for page in section["pages"]]
            found = {(n, page["page_id"]): page["put_away"] for page in lines if page["tie"] == "tied"}
            mine = {key for key in self.given.keys() - self.out.keys() - self.loose.keys() if key[0] == n}
            assert found == {key: key in self.drawer for key in mine}
            assert len(lines) - len(found) == sum(1 for key in self.loose if key[0] == n)

    async def _edition(self, edition_id: int) -> dict[str, object]:
        async with self.database.begin() as unit:
            return await unit.editions.document(edition_id)

    @invariant()
    def the_log_tells_it(self) -> None:
        for push in self.loop.run(self._pushes()) if hasattr(self, "school") else []:
            assert push.status == "done"

    async def _pushes(self) -> list[PushInfo]:
        async with self.database.begin() as unit:
            return await pushes_of(unit, self.school.master)

    def teardown(self) -> None:
        if hasattr(self, "loop"):
            self.loop.run(self.database.database.close())
            self.loop.close()


@contextmanager
def a_database(cluster: Cluster, template: str) -> Iterator[str]:
    run_sql(cluster, f"CREATE DATABASE months TEMPLATE {template}")
    yield cluster.url("months")
    run_sql(cluster, "DROP DATABASE months WITH (FORCE)")


@pytest.mark.filterwarnings("ignore::hypothesis.errors.NonInteractiveExampleWarning")
def test_nothing_a_student_wrote_is_lost_over_months(cluster: Cluster, template: str) -> None:
    with a_database(cluster, template) as address:
        CourseOverMonths.address = address
        machine = CourseOverMonths.TestCase
        machine.settings = settings(
            max_examples=12,
            stateful_step_count=35,
            deadline=None,
            suppress_health_check=[HealthCheck.too_slow],
        )
        machine().runTest()
