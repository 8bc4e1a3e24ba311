"""Finding in a notebook, on PostgreSQL: whose words they are, in which language, whatever somebody types."""

import pytest

from red_thread.actions.master.search import search_master
from red_thread.actions.notebook.drawer import put_away
from red_thread.actions.notebook.find_in_notebook import find_in_notebook
from red_thread.actions.notebook.own_pages import NewPage, begin_page
from red_thread.actions.refusals import NotFound
from red_thread.store.notebook.values import FoundCopy
from tests.school import School, actor_of, found_school


class Seeker:
    """Ada, and what she finds."""

    def __init__(self, school: School, student, page: int) -> None:
        self.school, self.student, self.actor, self.page = school, student, actor_of(student), page

    async def find(self, sought: str, actor=None) -> list[FoundCopy]:
        async with self.school.database.begin() as unit:
            return await find_in_notebook(unit, actor or self.actor, self.student.notebook_id, sought)

    async def snippets(self, sought: str) -> list[str]:
        """Each page found: its title, then what stands in her own words and in the teacher's, with what was sought."""
        return [
            f"{page.title}: {_marked(page.own)} | {_marked(page.teachers)}".strip()
            for page in await self.find(sought)
        ]

    async def speaks(self, code: str) -> None:
        async with self.school.database.begin() as unit:
            await unit.schools.set_language(code)


def _marked(stretches) -> str:
    return "".join(f"*{one.words}*" if one.sought else one.words for one in stretches)


@pytest.fixture
async def ada(school: School) -> Seeker:
    student, _ = await school.add_class("9A", 2)
    page = await school.add_page("a:The moon pulls the tides.", "Tides")
    other = await school.add_page("b:Winds come from the sea.", "Winds")
    await school.push([page, other], "9A")
    return Seeker(school, student, page)


async def test_whose_words_they_are_is_told(ada: Seeker):
    assert await ada.snippets("moon") == ["Tides:  | The *moon* pulls the tides"]
    await ada.school.write(ada.student, ada.page, "a:The moon pulls the tides. | b:My uncle saw the moon rise.")
    assert await ada.snippets("moon") == ["Tides: My uncle saw the *moon* rise | The *moon* pulls the tides"]
    assert await ada.snippets("uncle") == ["Tides: My *uncle* saw the moon rise |"]
    assert await ada.snippets("uncle winds") == []
    assert await ada.snippets("wind") == ["Winds:  | *Winds* come from the sea"]


async def test_an_own_page_and_what_is_in_the_drawer_are_found(ada: Seeker):
    async with ada.school.database.begin() as unit:
        begun = await begin_page(unit, ada.actor, ada.student.notebook_id, NewPage("My crabs"))
        await put_away(unit, ada.actor, [begun.id])
    [found] = await ada.find("crab")
    assert (found.title, found.section, found.put_away, found.own) == ("My crabs", "My own pages", True, [])


async def test_words_are_found_in_the_language_of_the_school(ada: Seeker):
    assert await ada.snippets("pulling") == []
    await ada.speaks("en")
    assert await ada.snippets("pulling") == ["Tides:  | The moon *pulls* the tides"]
    assert await ada.snippets("tides") == await ada.snippets("tide")
    assert await ada.snippets("the") != [], "a word that the language leaves out is found as it is written"


@pytest.mark.parametrize(
    "typed", ['"', "*", "'; --", "& | !", "a:*b", "%", "(", "\\", " ", "\u0000x", "x" * 300, "月"]
)
async def test_whatever_is_typed_is_no_error(ada: Seeker, typed: str):
    await ada.speaks("en")
    assert isinstance(await ada.find(typed), list)


async def test_one_s_own_notebook_alone(ada: Seeker):
    other = await found_school(ada.school.database, "other")
    [stranger] = await other.add_class("7C", 1)
    neighbour = list(ada.school.students.values())[1]
    for actor in (actor_of(neighbour), actor_of(stranger), other.teacher):
        with pytest.raises(NotFound):
            await ada.find("moon", actor)
    assert len(await ada.find("moon", ada.school.teacher)) == 1, "who reads along finds, too"


async def test_a_page_of_more_words_than_an_index_holds_is_found(ada: Seeker):
    words = " ".join(f"w{number}x" for number in range(110_000))
    await ada.school.write(ada.student, ada.page, f"a:The moon pulls the tides. | b:Barnacles {words}")
    assert [page.title for page in await ada.find("barnacles w7x")] == ["Tides"]
    page = await ada.school.add_page(f"a:Whelks {words}", "Long")
    async with ada.school.database.begin() as unit:
        assert [
            found.page_id for found in await search_master(unit, ada.school.teacher, ada.school.master, "whelks")
        ] == [page]


async def test_a_sign_that_stands_for_any_finds_itself_alone(ada: Seeker):
    assert await ada.find("_") == []
    await ada.school.write(ada.student, ada.page, "a:The moon pulls the tides. | b:my_name")
    assert [page.title for page in await ada.find("my_n")] == ["Tides"]
