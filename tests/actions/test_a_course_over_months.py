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
from red_thread.actions.notebook.page_history import go_back, look_at_history
from red_thread.actions.notebook.thin_histories import thin_histories
from red_thread.actions.notebook.untie_knots import look_at_knots, tie_again, untie_knots
from red_thread.actions.ports.notebooks import CopyInfo
from red_thread.actions.ports.pushes import PushInfo
from red_thread.actions.push.run_push import run_push
from red_thread.actions.refusals import NothingToPullBack
from red_thread.core.merge import Untying
from red_thread.core.page.check import check_page
from red_thread.core.page.fingerprint import fingerprint
from red_thread.core.page.nodes import paragraph, plain_text
from red_thread.core.push import WrittenPages
from red_thread.store.database import Database
from tests.conftest import run_sql
from tests.notation import show
from tests.school import School, actor_of, found_school

STUDENTS = st.integers(0, 4)
PAGE = st.integers(0, 1)
AUDIENCE = st.sets(STUDENTS, min_size=1)
_ROWS = text("""
    SELECT c.notebook_id, c.page_id, c.edition_id, c.put_away_at, c.answered, c.knots, w.document
    FROM copy c LEFT JOIN writing w ON w.copy_id = c.id WHERE c.pulled_back_id IS NULL ORDER BY 1, 2
""")


class CourseOverMonths(RuleBasedStateMachine):
    """`words[student, page]`: what that student has standing on that page; `given`: which edition they have.

    `out`, `drawer`: the pages that stand in no notebook, or in the drawer, each with the pull-back that did it.
    """

    address = ""

    @initialize()
    def meet(self) -> None:
        self.loop = asyncio.Runner()
        self.words: dict[tuple[int, int], set[str]] = {}
        self.given: dict[tuple[int, int], int] = {}
        self.out: dict[tuple[int, int], int] = {}
        self.drawer: dict[tuple[int, int], int] = {}
        self.stale: dict[tuple[int, int], CopyInfo] = {}
        self.text: dict[int, str] = {}
        self.count = 0
        self.loop.run(self._found())
        for _ in range(2):
            self._make_page()
        self.push(0, {0, 1, 2, 3})

    async def _found(self) -> None:
        self.database = Database(self.address.replace("postgresql:", "postgresql+psycopg:"), pool_size=2)
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

    @rule(page=PAGE, whom=AUDIENCE)
    def push(self, page: int, whom: set[int]) -> None:
        page = sorted(self.text)[page]
        singles = [self.students[n] for n in sorted(whom)]
        counts = self.loop.run(self.school.push([page], "", singles))
        assert sum(counts.values()) == len(whom)
        assert not counts.get("failed")
        newest = self.loop.run(self._newest(page))
        for n in whom:
            assert (n, page) in self.given or counts["placed"] > 0
            self.given[n, page] = newest
            self.out.pop((n, page), None)
            self.words.setdefault((n, page), set())
        again = self.loop.run(self.school.push([page], "", singles))
        assert set(again) == {"has-it"}

    @rule(page=PAGE, whom=AUDIENCE)
    def push_and_undo(self, page: int, whom: set[int]) -> None:
        """Whatever came before: apply, then the inverse, is what was before."""
        before = self.loop.run(self._rows())
        singles = [self.students[n] for n in sorted(whom)]
        push_id = self.loop.run(self.school.start([sorted(self.text)[page]], "", singles))
        self.loop.run(run_push(self.database.begin, self.school.teacher, push_id))
        self.loop.run(self.school.undo(push_id))
        assert self.loop.run(self._rows()) == before

    async def _rows(self) -> list[tuple[object, ...]]:
        async with self.database.begin() as unit:
            return [tuple(row) for row in await unit.connection.execute(_ROWS)]

    async def _newest(self, page: int) -> int:
        async with self.database.begin() as unit:
            return (await unit.masters.latest_editions([page]))[page][0]

    @rule(page=PAGE, whom=AUDIENCE, choice=st.sampled_from(WrittenPages))
    def pull_back(self, page: int, whom: set[int], choice: WrittenPages) -> None:
        page = sorted(self.text)[page]
        standing = {(n, page) for n in whom if (n, page) in self.given and (n, page) not in self.out}
        written = {key for key in standing if self.words[key]}
        away = written - self.drawer.keys() if choice is WrittenPages.DRAWER else set()
        taken = standing - written if choice is WrittenPages.DRAWER else standing
        singles = [self.students[n] for n in sorted(whom)]
        if not away and not taken:
            with pytest.raises(NothingToPullBack):
                self.loop.run(self.school.pull_back(choice, [page], "", singles))
            return
        pull_back_id, counts = self.loop.run(self.school.pull_back(choice, [page], "", singles))
        assert sum(counts.values()) == len(whom)
        self.out |= dict.fromkeys(taken, pull_back_id)
        self.drawer |= dict.fromkeys(away, pull_back_id)

    @precondition(lambda self: self.out or self.drawer)
    @rule(data=st.data())
    def undo_a_pull_back(self, data: st.DataObject) -> None:
        undone = data.draw(st.sampled_from(sorted({*self.out.values(), *self.drawer.values()})))
        back = {key for key, by in self.drawer.items() if by == undone and key not in self.out}
        back |= {key for key, by in self.out.items() if by == undone}
        self.loop.run(self.school.undo(undone))
        self.out = {key: by for key, by in self.out.items() if key not in back}
        self.drawer = {key: by for key, by in self.drawer.items() if by != undone or key not in back}

    @precondition(lambda self: self.drawer.keys() - self.out.keys())
    @rule(data=st.data())
    def bring_back(self, data: st.DataObject) -> None:
        n, page = data.draw(st.sampled_from(sorted(self.drawer.keys() - self.out.keys())))
        self.loop.run(self._bring_back(n, page))
        del self.drawer[n, page]

    async def _bring_back(self, n: int, page: int) -> None:
        copy = await self.school.copy(self.students[n], page)
        async with self.database.begin() as unit:
            await bring_back(unit, actor_of(self.students[n]), copy.id)

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
            found = {(n, page["page_id"]): page["put_away"] for section in sections for page in section["pages"]}
            mine = {key for key in self.given.keys() - self.out.keys() if key[0] == n}
            assert found == {key: key in self.drawer for key in mine}

    async def _edition(self, edition_id: int) -> dict[str, object]:
        async with self.database.begin() as unit:
            return await unit.masters.edition_document(edition_id)

    @invariant()
    def the_log_tells_it(self) -> None:
        for push in self.loop.run(self._pushes()) if hasattr(self, "school") else []:
            assert push.status == "done"

    async def _pushes(self) -> list[PushInfo]:
        async with self.database.begin() as unit:
            return await unit.pushes.of_master(self.school.master)

    def teardown(self) -> None:
        if hasattr(self, "loop"):
            self.loop.run(self.database.close())
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
