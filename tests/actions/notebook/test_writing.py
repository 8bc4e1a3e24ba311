"""What students write: saved as it is typed, merged when something came in between, never lost."""

import pytest

from red_thread.actions.actor import Actor
from red_thread.actions.notebook.look_at_notebook import look_at_notebook, open_page
from red_thread.actions.notebook.page_history import go_back, look_at_history
from red_thread.actions.notebook.save_copy import Save, save_copy
from red_thread.actions.refusals import NotFound, OnlyInSpaces, PageRefused
from red_thread.core.page.nodes import plain_text
from red_thread.store.windows import Window
from tests.notation import page, show
from tests.school import School, actor_of

START = "a:Read this. | q=space[ p: ]"


async def given(school: School, notation=START, **attributes):
    ada, ben = await school.add_class("9A", 2)
    page_id = await school.add_page(notation, **attributes)
    await school.push([page_id], "9A")
    return ada, ben, page_id


async def test_a_first_word_makes_the_copy_the_students_own(school: School):
    ada, ben, tides = await given(school)
    assert (await school.copy(ada, tides)).revision == 0
    saved = await school.write(ada, tides, "a:Read this. | q=space[ p:Crabs ]")
    assert (saved.revision, saved.merged, saved.answers.answered) == (1, False, 1)
    assert await school.reads(ada, tides) == "a:Read this. | q=space[ p:Crabs ]"
    assert await school.reads(ben, tides) == START


async def test_saving_the_same_again_makes_no_new_state(school: School):
    ada, _, tides = await given(school)
    assert (await school.write(ada, tides, START)).revision == 0
    assert (await school.write(ada, tides, "a:Read this. | q=space[ p:x ]")).revision == 1
    assert (await school.write(ada, tides, "a:Read this. | q=space[ p:x ]")).revision == 1


async def test_two_windows_both_keep_their_words(school: School):
    ada, _, tides = await given(school)
    began = await school.copy(ada, tides)
    await school.write(ada, tides, "a:Read this. | q=space[ p:From the phone. ]", began)
    saved = await school.write(ada, tides, "a:Read this, I did. | q=space[ p: ]", began)
    assert saved.merged
    assert show(saved.document) == "a:Read this, I did. | q=space[ p:From the phone. ]"


async def test_a_push_in_between_is_woven_into_the_save(school: School):
    ada, _, tides = await given(school)
    began = await school.copy(ada, tides)
    await school.rewrite(tides, "a:Read this twice. | q=space[ p: ] | n:New.")
    await school.push([tides], "9A")
    saved = await school.write(ada, tides, "a:Read this. | q=space[ p:Mine ]", began)
    assert show(saved.document) == "a:Read this twice. | q=space[ p:Mine ] | n:New."


async def test_who_types_on_while_the_answer_is_on_its_way_goes_on_from_what_was_sent(school: School):
    ada, _, tides = await given(school)
    began = await school.copy(ada, tides)
    await school.rewrite(tides, "a:Read this twice. | q=space[ p: ]")
    await school.push([tides], "9A")
    first = await school.write(ada, tides, "a:Read this. | q=space[ p:One ] | s:Own", began)
    later = type(began)(**{**vars_of(began), "revision": first.sent_revision})
    second = await school.write(ada, tides, "a:Read this. | q=space[ p:One two ] | s:Own words", later)
    assert show(second.document) == "a:Read this twice. | q=space[ p:One two ] | s:Own words"


def vars_of(copy):
    return {name: getattr(copy, name) for name in type(copy).__slots__}


async def test_any_state_can_be_put_together_again(school: School):
    ada, _, tides = await given(school)
    for n in range(70):
        await school.write(ada, tides, f"a:Read this. | q=space[ p:burst {n} ]")
    copy = await school.copy(ada, tides)
    async with school.database.begin() as unit:
        for n in (0, 1, 30, 31, 32, 63, 69):
            state = await unit.notebooks.state(copy.id, n + 1)
            assert state is not None
            assert show(state) == f"a:Read this. | q=space[ p:burst {n} ]"
        assert await unit.notebooks.state(copy.id, 0) is None


@pytest.mark.parametrize(
    "notation",
    ["a:Read that. | q=space[ p: ]", "a:Read this. | q=space[ p: ] | s:mine", "q=space[ p: ]"],
)
async def test_a_page_that_takes_writing_only_in_its_spaces_takes_no_other(school: School, notation):
    ada, _, tides = await given(school, writing="spaces")
    with pytest.raises(OnlyInSpaces):
        await school.write(ada, tides, notation)
    assert (await school.write(ada, tides, "a:Read this. | q=space[ p:Mine | s:and more ]")).revision == 1


async def test_what_is_no_page_is_refused_and_the_page_stays(school: School):
    ada, _, tides = await given(school)
    copy = await school.copy(ada, tides)
    async with school.database.begin() as unit:
        with pytest.raises(PageRefused, match="begin with a doc"):
            await save_copy(unit, actor_of(ada), copy.id, Save({"type": "nothing"}, copy.revision, copy.edition_id))
    assert await school.reads(ada, tides) == START


LINK = {"type": "link", "attrs": {"href": "javascript:alert(1)"}}


@pytest.mark.parametrize(
    ("block", "left_out", "reads"),
    [
        ({"type": "hologram", "content": [{"type": "text", "text": "in it"}]}, "does not know", "in it"),
        ({"type": "image", "attrs": {"id": "i", "src": "https://away.example/x.png"}}, "from elsewhere", ""),
        ({"type": "paragraph", "content": [{"type": "text", "text": "x", "marks": [LINK]}]}, "leads nowhere", "x"),
    ],
)
async def test_what_can_stand_on_no_page_is_left_out_and_told_and_the_words_are_saved(
    school: School, block, left_out, reads
):
    ada, _, tides = await given(school)
    copy = await school.copy(ada, tides)
    sent = {**copy.document, "content": [*copy.document["content"], block]}
    async with school.database.begin() as unit:
        saved = await save_copy(unit, actor_of(ada), copy.id, Save(sent, copy.revision, copy.edition_id))
    assert saved.merged and left_out in saved.left_out[0]
    assert plain_text(saved.document["content"][-1]) == reads


async def test_nobody_reads_or_writes_anothers_notebook(school: School):
    ada, ben, tides = await given(school)
    copy = await school.copy(ada, tides)
    async with school.database.begin() as unit:
        stranger = Actor(await unit.people.add_teacher("Sam", "sam@school.example", None), "teacher")
        with pytest.raises(NotFound):
            await open_page(unit, actor_of(ben), copy.id)
        with pytest.raises(NotFound):
            await look_at_notebook(unit, actor_of(ben), ada.notebook_id)
        with pytest.raises(NotFound):
            await open_page(unit, stranger, copy.id)
        for actor in (actor_of(ben), school.teacher, stranger):
            with pytest.raises(NotFound):
                await save_copy(unit, actor, copy.id, Save(page("a:x"), 0, copy.edition_id))


async def test_opening_is_seeing_and_what_arrived_is_marked_once(school: School):
    ada, _, tides = await given(school)
    await school.copy(ada, tides, opened=True)
    await school.rewrite(tides, "a:Read this now. | q=space[ p: ] | n:New.")
    await school.push([tides], "9A")
    copy = await school.copy(ada, tides)
    async with school.database.begin() as unit:
        by_teacher = await open_page(unit, school.teacher, copy.id)
        first = await open_page(unit, actor_of(ada), copy.id)
    async with school.database.begin() as unit:
        second = await open_page(unit, actor_of(ada), copy.id)
    assert by_teacher.arrived == first.arrived == ["a", "n"]
    assert second.arrived == []
    assert set(first.tied) == {"a", "q", "p", "n"}


async def write_from(school, student, copy, notation, revision, window=None):
    async with school.database.begin() as unit:
        save = Save(page(notation), revision, copy.edition_id, window)
        return await save_copy(unit, actor_of(student), copy.id, save)


async def test_a_window_that_never_got_an_answer_goes_on_from_what_it_sent(school: School):
    """Nothing is doubled, however many answers are lost, with a push in between too."""
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one | b:two")
    await school.push([tides], "9A")
    copy = await school.copy(ada, tides)
    sentence = "The tide falls twice a day when nobody is looking".split()
    for turn in range(1, len(sentence) + 1):
        if turn == 5:
            await school.rewrite(tides, "a:one new | b:two")
            await school.push([tides], "9A")
        typed = f"a:one | s:{' '.join(sentence[:turn])} | b:two"
        saved = await write_from(school, ada, copy, typed, 0, Window("window-one", turn))
    assert show(saved.document) == f"a:one new | s:{' '.join(sentence)} | b:two"


@pytest.mark.parametrize("late", [1, 2, 3])
async def test_a_save_that_comes_after_a_later_one_of_its_window_changes_nothing(school: School, late):
    """A line that held a request back lets it go when the words have long come by another."""
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one | b:two")
    await school.push([tides], "9A")
    copy = await school.copy(ada, tides)
    typed = ["", "s:The ebb", "s:Moonlight", "s:The tide falls"]
    for turn in (1, 3):
        await write_from(school, ada, copy, f"a:one | {typed[turn]} | b:two", 0, Window("window-one", turn))
    await write_from(school, ada, copy, "a:one | s:The tide falls | b:two too", 0, Window("window-two", 1))
    saved = await write_from(school, ada, copy, f"a:one | {typed[late]} | b:two", 0, Window("window-one", late))
    assert show(saved.document) == "a:one | s:The tide falls | b:two too"
    more = "a:one | s:The tide falls twice | b:two"
    saved = await write_from(school, ada, copy, more, saved.sent_revision, Window("window-one", 4))
    assert show(saved.document) == "a:one | s:The tide falls twice | b:two too"


async def test_a_database_that_was_set_back_doubles_nothing(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one | b:two")
    await school.push([tides], "9A")
    copy = await school.copy(ada, tides)
    await write_from(school, ada, copy, "a:one The tide falls | b:two", 0)
    saved = await write_from(school, ada, copy, "a:one The tide falls twice a day | b:two | s:mine", 40)
    assert show(saved.document) == "a:one The tide falls twice a day | b:two | s:mine"


async def test_of_two_windows_no_wording_goes_unseen(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("q=space[ p:starter ]")
    await school.push([tides], "9A")
    copy = await school.copy(ada, tides)
    await write_from(school, ada, copy, "q=space[ p:crabs ]", 0, Window("window-one", 1))
    saved = await write_from(school, ada, copy, "q=space[ p:gulls ]", 0, Window("window-two", 1))
    assert show(saved.document) == "q=space[ p:gulls | kept(p)[ :crabs ] ]"


async def test_before_much_is_taken_out_the_state_is_kept_as_a_moment(school: School):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:one")
    await school.push([tides], "9A")
    copy = await school.copy(ada, tides)
    words = "a:one | s:" + "all that I wrote in an hour " * 4
    await write_from(school, ada, copy, words.strip(), 0)
    saved = await write_from(school, ada, copy, "a:", 1)
    assert saved.full == 1
    for turn in range(3):
        await write_from(school, ada, copy, "a:" + "x" * turn, 2 + turn)
    async with school.database.begin() as unit:
        moments = await look_at_history(unit, actor_of(ada), copy.id)
        assert 1 in [moment.revision for moment in moments], "whatever burst it was in"
        await go_back(unit, actor_of(ada), copy.id, 1)
        assert "all that I wrote" in show((await open_page(unit, actor_of(ada), copy.id)).copy.document)


@pytest.mark.parametrize(
    "forged",
    [
        "a:read | q=space[ p: ] | k=kept[ x:mine ]",
        "a:read | k=kept[ x:mine ] | q=space[ p:crab ]",
    ],
)
async def test_a_knot_is_no_way_to_write_where_the_page_takes_no_writing(school: School, forged):
    (ada,) = await school.add_class("9A", 1)
    tides = await school.add_page("a:read | q=space[ p: ]", writing="spaces")
    await school.push([tides], "9A")
    copy = await school.copy(ada, tides)
    made = page(forged.replace("k=kept", "k=note"), writing="spaces")
    for block in made["content"]:
        if block["type"] == "callout":
            block |= {"type": "kept", "attrs": {"id": "k", "from": "a", "why": "taken-out"}}
    async with school.database.begin() as unit:
        with pytest.raises(OnlyInSpaces):
            await save_copy(unit, actor_of(ada), copy.id, Save(made, 0, copy.edition_id))
