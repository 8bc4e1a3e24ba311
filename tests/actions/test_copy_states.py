"""Every deed, done to a copy in every state that deeds lead to, on PostgreSQL: it becomes what the core's table says."""

import contextlib
from collections import deque
from collections.abc import Mapping, Sequence

import pytest

from red_thread.actions.notebook.drawer import bring_back, put_away, throw_away
from red_thread.actions.notebook.own_pages import NewPage, begin_page
from red_thread.actions.notebook.save_copy import Save, save_copy
from red_thread.actions.refusals import KeptInOrder, NothingToPullBack, TakenBack
from red_thread.core.notebook.copy_state import TRANSITIONS, By, CopyState, Deed, Tie, after
from red_thread.core.push import Drawer, How, IfCut
from red_thread.store.classes.values import Student
from tests.notation import page
from tests.school import School, actor_of

PUSHES = {Deed.PUSH: How(), Deed.FETCH: How(drawer=Drawer.FETCH), Deed.TIE: How(if_cut=IfCut.TIE)}
PULL_BACKS = {
    Deed.PULL_BACK_TO_DRAWER: "drawer",
    Deed.PULL_BACK_KEPT: "teacher",
    Deed.PULL_BACK_LEFT: "own",
    Deed.CUT: "cut",
}
OF_STUDENT = [deed for deed, transition in TRANSITIONS.items() if transition.by is By.STUDENT]


def ways(begins: CopyState, deeds: Sequence[Deed]) -> dict[CopyState, tuple[Deed, ...]]:
    """Every state that can be come to, with the fewest deeds that lead there."""
    way_to: dict[CopyState, tuple[Deed, ...]] = {begins: ()}
    to_look_at = deque([begins])
    while to_look_at:
        state = to_look_at.popleft()
        for deed in deeds:
            became = after(state, deed)
            if became is not None and became not in way_to:
                way_to[became] = (*way_to[state], deed)
                to_look_at.append(became)
    return way_to


class Doing:
    """Students with one page each, and deeds done to it."""

    def __init__(self, school: School, page_id: int, copies: Mapping[str, int]) -> None:
        self.school, self.page, self.copies = school, page_id, copies

    async def state(self, student: Student) -> CopyState:
        async with self.school.database.begin() as unit:
            copy = await unit.notebooks.copy(self.copies[student.name])
            assert copy is not None
            return copy.state

    async def do(self, deed: Deed, students: list[Student]) -> None:
        if deed in PUSHES:
            await self.school.push([self.page], "", students, how=PUSHES[deed])
        elif deed in PULL_BACKS:
            with contextlib.suppress(NothingToPullBack):
                await self.school.pull_back(PULL_BACKS[deed], [self.page], "", students)
        else:
            for student in students:
                with contextlib.suppress(TakenBack, KeptInOrder):
                    await self._by_student(deed, student)

    async def _by_student(self, deed: Deed, student: Student) -> None:
        copy_id = self.copies[student.name]
        async with self.school.database.begin() as unit:
            if deed is Deed.WRITE:
                copy = await unit.notebooks.copy(copy_id)
                assert copy is not None
                words = {**copy.document, "content": page(f"a:mine, {copy.revision}")["content"]}
                await save_copy(unit, actor_of(student), copy_id, Save(words, copy.revision, copy.edition_id))
            else:
                act = {Deed.PUT_AWAY: put_away, Deed.BRING_BACK: bring_back, Deed.THROW_AWAY: throw_away}[deed]
                await act(unit, actor_of(student), [copy_id])


async def done_one_by_one(doing: Doing, plans: Mapping[Student, tuple[Deed, ...]]) -> None:
    """Each student's deeds in order; what a teacher does to several at the same step is done in one."""
    for step in range(max(map(len, plans.values()))):
        for deed in Deed:
            if now := [student for student, deeds in plans.items() if deeds[step : step + 1] == (deed,)]:
                await doing.do(deed, now)


async def test_every_deed_does_to_every_copy_what_the_table_says(school: School):
    states = ways(CopyState(Tie.TIED), list(Deed))
    cases = [(state, deed) for state in states for deed in Deed]
    students = await school.add_class("9A", len(cases))
    tides = await school.add_page("a:Tides")
    await school.push([tides], "9A")
    doing = Doing(school, tides, {one.name: (await school.copy(one, tides)).id for one in students})
    plans = dict(zip(students, ((*states[state], deed) for state, deed in cases), strict=True))
    await done_one_by_one(doing, plans)
    for student, (state, deed) in zip(students, cases, strict=True):
        became = after(state, deed)
        assert await doing.state(student) == (state if became is None else became), (plans[student], state)


async def test_a_page_of_the_students_own_is_theirs_to_put_away_and_to_bring_back(school: School):
    states = ways(CopyState(Tie.OWN, written=True), OF_STUDENT)
    cases = [(state, deed) for state in states for deed in OF_STUDENT]
    copies: dict[str, int] = {}
    students = await school.add_class("9A", len(cases))
    for student in students:
        async with school.database.begin() as unit:
            begun = await begin_page(unit, actor_of(student), student.notebook_id, NewPage("Mine"))
            copies[student.name] = begun.id
    doing = Doing(school, 0, copies)
    await done_one_by_one(doing, dict(zip(students, ((*states[s], d) for s, d in cases), strict=True)))
    became = [after(state, deed) or state for state, deed in cases]
    assert [await doing.state(student) for student in students] == became


@pytest.mark.parametrize("state", ways(CopyState(Tie.TIED), list(Deed)))
def test_no_deed_takes_from_a_student_what_they_wrote(state: CopyState):
    for deed, transition in TRANSITIONS.items():
        became = after(state, deed)
        if became is None:
            continue
        assert became.written or not state.written, "words stay"
        if transition.by is By.STUDENT:
            assert (became.tie, became.taken_out) == (state.tie, state.taken_out), "what is the teacher's to decide"
        assert after(became, deed) in (became, None), "done twice changes nothing more"
