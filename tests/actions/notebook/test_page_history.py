"""How a page came about: look at any state, go back to any, lose nothing."""

from datetime import UTC, datetime, timedelta

import pytest

from red_thread.actions.actor import HOUSE
from red_thread.actions.master.compare_editions import AS_IT_IS, compare_editions
from red_thread.actions.notebook.page_history import go_back, look_at_history, look_at_state
from red_thread.actions.notebook.save_copy import Save, save_copy
from red_thread.actions.notebook.thin_histories import thin_histories
from red_thread.actions.refusals import NotAllowed, NotFound
from red_thread.core.page.history import Cause, State, moments, thin_out
from tests.notation import page, show
from tests.school import School, actor_of

CAUSES = {"s": Cause.STUDENT, "p": Cause.PUSH, "b": Cause.BACK, "x": Cause.SENT, "u": Cause.UNTIED}


def told(states):
    """`60s`: at second 60 the student wrote."""
    return [State(k, float(word[:-1]), 1, CAUSES[word[-1]], 1) for k, word in enumerate(states.split(), 1)]


@pytest.mark.parametrize(
    ("states", "shown"),
    [
        ("", []),
        ("0s 60s 120s", [3]),  # one burst
        ("0s 60s 900s", [2, 3]),  # a pause parts two
        ("0s 60p 120s", [1, 2, 3]),  # a push stands by itself
        ("0s 60b 120b", [1, 2, 3]),  # so does every going back
        ("0s 60u 120s", [1, 2, 3]),  # and every untied knot
        ("0s 60x 60s 120s", [4]),  # what was sent from a stale window is not told
        ("0s 400s 800s 1200s", [4]),  # one who goes on writing makes one long burst
    ],
)
def test_which_states_are_shown(states, shown):
    assert [state.revision for state in moments(told(states))] == shown


DAY = 86_400.0


@pytest.mark.parametrize(
    ("states", "kept", "again_in_days"),
    [
        ("0s", [1], None),  # a page always has its newest state
        ("0s 60s 120s", [1, 2, 3], 7),  # of the week all stay
        ("-700000s -699940s -699880s 0s", [3, 4], 7),  # of the month the last of each burst
        ("-700000s -699940x -699940s", [3], 21.9),  # what was sent stands for nothing of its own
        ("-700000s -699940p -699880s -699820u -699760b", [1, 2, 3, 4, 5], 21.9),  # pushes and the like stay
        ("-6000000s -5998000s -5990000s -5000000s 0p", [3, 4, 5], 7),  # of what is older the last of each day
    ],
)
def test_what_an_old_history_still_holds(states, kept, again_in_days):
    now = 1_000 * DAY + 50_000
    made = [State(s.revision, now + s.at, 1, s.cause, 1) for s in told(states)]
    thinned = thin_out(made, now)
    assert sorted(thinned.keep) == kept
    assert thinned.again_at is None or round((thinned.again_at - now) / DAY, 1) == again_in_days


async def history(school: School, student, page_id, actor=None):
    copy = await school.copy(student, page_id)
    async with school.database.begin() as unit:
        return await look_at_history(unit, actor or actor_of(student), copy.id)


async def as_it_was(school: School, student, page_id, revision):
    copy = await school.copy(student, page_id)
    async with school.database.begin() as unit:
        return show(await look_at_state(unit, actor_of(student), copy.id, revision))


async def back(school: School, student, page_id, revision):
    copy = await school.copy(student, page_id)
    async with school.database.begin() as unit:
        return await go_back(unit, actor_of(student), copy.id, revision)


@pytest.fixture
async def page_with_a_past(school: School):
    """Written on, corrected by a push, written on again."""
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one | q=space[ p: ]")
    await school.push([tides], "9A")
    await school.write(ada, tides, "a:one | q=space[ p:first ]")
    await school.rewrite(tides, "a:one | n:news | q=space[ p: ]")
    await school.push([tides], "9A")
    await school.write(ada, tides, "a:one | n:news | q=space[ p:second ]")
    return ada, tides


async def test_the_past_is_told_newest_first(school: School, page_with_a_past):
    ada, tides = page_with_a_past
    told = await history(school, ada, tides)
    assert [(m.revision, m.cause, m.edition) for m in told] == [
        (3, "student", 2),
        (2, "push", 2),
        (1, "student", 1),
        (0, "given", 1),
    ]
    assert told[1].changed == ("a new paragraph",)
    assert told[0].made_by == ada.name
    assert told[1].made_by == "Tess Teacher"
    assert await as_it_was(school, ada, tides, 1) == "a:one | q=space[ p:first ]"
    assert await as_it_was(school, ada, tides, 2) == "a:one | n:news | q=space[ p:first ]"


async def test_going_back_brings_the_words_and_keeps_the_teachers_news(school: School, page_with_a_past):
    ada, tides = page_with_a_past
    assert await back(school, ada, tides, 1) == 4
    assert await school.reads(ada, tides) == "a:one | n:news | q=space[ p:first ]"
    told = await history(school, ada, tides)
    assert told[0].cause == "back"
    assert await back(school, ada, tides, 3) == 5, "and back again"
    assert await school.reads(ada, tides) == "a:one | n:news | q=space[ p:second ]"
    assert await back(school, ada, tides, 0) == 6, "or to before anything was written"
    assert await school.reads(ada, tides) == "a:one | n:news | q=space[ p: ]"
    assert await school.push([tides], "9A") == {"has-it": 1}


async def test_a_page_that_nobody_wrote_on_has_no_past(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one")
    await school.push([tides], "9A")
    assert await history(school, ada, tides) == []


async def test_who_may_look_and_who_may_go_back(school: School, page_with_a_past):
    ada, tides = page_with_a_past
    (ben,) = await school.add_class("9B", 1)
    copy = await school.copy(ada, tides)
    assert await history(school, ada, tides, school.teacher)
    async with school.database.begin() as unit:
        stranger = type(school.teacher)(await unit.people.add_teacher("Sam", "sam@school.example", None), "teacher")
        for actor, refusal in ((actor_of(ben), NotFound), (stranger, NotFound)):
            with pytest.raises(refusal):
                await look_at_history(unit, actor, copy.id)
            with pytest.raises(refusal):
                await look_at_state(unit, actor, copy.id, 1)
        for actor in (actor_of(ben), stranger, school.teacher):
            with pytest.raises(NotFound):
                await go_back(unit, actor, copy.id, 1)
        with pytest.raises(NotFound):
            await go_back(unit, actor_of(ada), copy.id, 99)


async def test_a_long_past_is_put_together_from_deltas(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one | q=space[ p: ]")
    await school.push([tides], "9A")
    for turn in range(140):
        await school.write(ada, tides, f"a:one | q=space[ p:turn {turn} ]")
    for revision in (1, 31, 127, 128, 129, 140):
        assert await as_it_was(school, ada, tides, revision) == f"a:one | q=space[ p:turn {revision - 1} ]"
    assert [m.revision for m in await history(school, ada, tides)] == [140, 0]


async def test_any_two_editions_are_compared_and_the_page_as_it_is(school: School):
    await school.add_class("9A", 1)
    tides = await school.add_page("a:one | b:two")
    await school.push([tides], "9A")
    await school.rewrite(tides, "a:one more | b:two")
    await school.push([tides], "9A")
    await school.rewrite(tides, "a:one more | c:three")

    async def compared(one: int, other: int, actor=school.teacher):
        async with school.database.begin() as unit:
            found = await compare_editions(unit, actor, tides, one, other)
            return show(found.before), show(found.after), [change.kind for change in found.changed]

    assert await compared(1, 2) == ("a:one | b:two", "a:one more | b:two", ["changed"])
    assert await compared(2, 1) == ("a:one more | b:two", "a:one | b:two", ["changed"])
    assert await compared(2, AS_IT_IS) == ("a:one more | b:two", "a:one more | c:three", ["new", "gone"])
    assert (await compared(2, 2))[2] == []
    with pytest.raises(NotFound):
        await compared(1, 7)
    (ada,) = (await school.add_class("9B", 1))[:1]
    with pytest.raises(NotFound):
        await compared(1, 2, actor_of(ada))


async def test_an_old_history_is_thinned_out_and_reads_as_before(school: School):
    """Two hundred saves on four days two weeks ago: what is left can be looked at, gone back to and written on."""
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one")
    await school.push([tides], "9A")
    began, copy = datetime.now(UTC) - timedelta(days=14), await school.copy(ada, tides)
    for turn in range(200):
        now = began + timedelta(days=turn // 50, seconds=turn % 50)
        async with school.database.begin(now) as unit:
            document = page(f"a:one | m:turn {turn} of many words that stay")
            await save_copy(unit, actor_of(ada), copy.id, Save(document, turn, copy.edition_id))
    before = {moment.revision: moment for moment in await history(school, ada, tides)}
    kept = {revision: await as_it_was(school, ada, tides, revision) for revision in before}
    assert await thin_histories(school.database.begin, HOUSE) == 1
    assert await thin_histories(school.database.begin, HOUSE) == 0
    after = {moment.revision: moment for moment in await history(school, ada, tides)}
    assert sorted(after) == [0, 50, 100, 150, 200]
    assert after == before
    assert {revision: await as_it_was(school, ada, tides, revision) for revision in after} == kept
    await back(school, ada, tides, 100)
    assert await school.reads(ada, tides) == "a:one | m:turn 99 of many words that stay"


async def test_a_save_from_a_state_that_was_thinned_out_loses_nothing(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one | b:two")
    await school.push([tides], "9A")
    long_ago = datetime.now(UTC) - timedelta(days=14)
    for words in ("one x", "one x y", "one x y z"):
        offline = await school.copy(ada, tides)
        async with school.database.begin(long_ago) as unit:
            document = page(f"a:{words} | b:two")
            await save_copy(unit, actor_of(ada), offline.id, Save(document, offline.revision, offline.edition_id))
    await thin_histories(school.database.begin, HOUSE)
    await school.write(ada, tides, "a:one x y | b:two and offline", began=offline)
    # Merged from what both have in common: no word stands twice, none is missing.
    assert await school.reads(ada, tides) == "a:one x y z | b:two and offline"


async def test_only_the_house_thins_out(school: School):
    with pytest.raises(NotAllowed):
        await thin_histories(school.database.begin, school.teacher)
