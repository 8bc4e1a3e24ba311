"""Pages are found by the words on them: as words, by their beginnings, and within them."""

import pytest

from red_thread.actions.master.change_outline import remove_item
from red_thread.actions.master.search import search_master
from red_thread.actions.refusals import NotFound
from tests.notation import page
from tests.school import School


@pytest.fixture
async def pages(school: School):
    made = [
        await school.add_page("a:The spring tide comes at full moon.", "Tides"),
        await school.add_page("a:潮汐は月に従う", "潮"),
        await school.add_page("a:Nothing here.", "Limpets"),
    ]
    async with school.database.begin() as unit:
        asks = page("q=space[ p: ]", "Survey")
        asks["content"][0]["attrs"] |= {"prompt": "How many periwinkles?"}
        made.append(await unit.outlines.add_page(school.section, None, "z9", asks))
    return made


@pytest.mark.parametrize(
    ("sought", "found"),
    [
        ("tide", [0]),
        ("TIDE moon", [0]),
        ("ti mo", [0]),
        ("pring", [0]),
        ("月に", [1]),
        ("periwinkle", [3]),
        ("tide periwinkle", []),
        ("", []),
        ("' & | ! :* ( ) \\ %", []),
        ("tide' OR 1=1 --", []),
    ],
)
async def test_what_is_found(school: School, pages, sought, found):
    async with school.database.begin() as unit:
        told = await search_master(unit, school.teacher, school.master, sought)
    assert [page.page_id for page in told] == [pages[k] for k in found]


async def test_the_words_around_show_what_was_sought(school: School, pages):
    async with school.database.begin() as unit:
        (told,) = await search_master(unit, school.teacher, school.master, "tid")
    assert [part.words for part in told.snippet if part.sought] == ["tide"]
    assert "spring tide comes at full moon" in "".join(part.words for part in told.snippet)


async def test_what_was_changed_or_taken_out_is_found_as_it_is_now(school: School, pages):
    await school.rewrite(pages[0], "a:Neap waters.", "Tides")
    async with school.database.begin() as unit:
        await remove_item(unit, school.teacher, "page", pages[1])
        assert await search_master(unit, school.teacher, school.master, "moon") == []
        assert await search_master(unit, school.teacher, school.master, "月") == []
        assert len(await search_master(unit, school.teacher, school.master, "neap")) == 1
        with pytest.raises(NotFound):
            await search_master(unit, type(school.teacher)(10**6, "teacher"), school.master, "neap")
