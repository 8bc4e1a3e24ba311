"""The laws of the merge, on pages that hypothesis makes."""

import copy

from hypothesis import given, settings
from hypothesis import strategies as st

from red_thread.core.merge import merge_page
from red_thread.core.page.tokens import split_words
from tests.properties.laws import check_laws, words
from tests.properties.strategies import PAGES, edited, marked, three_pages


@settings(max_examples=400, deadline=None)
@given(three_pages())
def test_every_merge_keeps_the_laws(pages):
    check_laws(*pages)


@settings(max_examples=150, deadline=None)
@given(PAGES.flatmap(lambda base: edited(base, "m").map(lambda master: (base, master))))
def test_an_untouched_copy_takes_the_master_and_an_unchanged_master_leaves_the_copy(pages):
    base, other = pages
    assert merge_page(base, other, base).page == other
    assert merge_page(base, base, other).page == other


@settings(max_examples=150, deadline=None)
@given(three_pages().flatmap(lambda pages: edited(pages[1], "n").map(lambda later: (*pages, later))))
def test_two_editions_one_after_another_keep_all_the_students_words(pages):
    base, master, student, later = pages
    first = merge_page(base, master, student).page
    second = merge_page(master, later, first).page
    lost = [word for word in words(student) if word not in words(base) and word not in words(second)]
    assert not lost


@settings(max_examples=200, deadline=None)
@given(three_pages(), st.data())
def test_marks_alone_change_no_word_and_make_no_conflict(pages, data):
    base, master, _ = pages
    student = copy.deepcopy(base)
    for _ in range(2):
        data.draw(marked(student))
    merged = merge_page(base, master, student)
    assert not merged.conflicts
    assert words(merged.page) == words(master)


@given(
    st.text(st.sampled_from("ab1_ '\"’.,\n\té\u0301\u200d潮แ👩"), max_size=12).map(
        lambda text: text.strip("\u0301\u200d")
    )
)
def test_words_are_split_alike_whatever_stands_beside_them(text):
    assert "".join(split_words(text)) == text
    assert split_words("潮" + text + "潮")[1:-1] == split_words(text)
