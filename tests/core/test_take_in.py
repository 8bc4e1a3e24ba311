"""What comes in from a window is a page, whatever came along with the words."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from red_thread.core.page import kinds
from red_thread.core.page.check import NotAPage, check_page
from red_thread.core.page.nodes import attributes_of, plain_text
from red_thread.core.page.take_in import take_in
from tests.notation import page
from tests.properties.strategies import three_pages

TEXT = {"type": "text", "text": "x"}
NAMES = [*kinds.KINDS, "hologram", "", 5]
VALUES = st.one_of(
    st.none(), st.booleans(), st.integers(), st.floats(allow_nan=False), st.text(max_size=8), st.lists(st.integers(), max_size=2)
)  # fmt: skip
ATTRIBUTES = st.dictionaries(
    st.sampled_from(["id", "color", "href", "class", "kind", "colspan", "rowspan", "level", "src", "strokes", "title"]), VALUES, max_size=3
)  # fmt: skip
MARKS = st.lists(
    st.fixed_dictionaries({"type": st.sampled_from([*kinds.MARKS, "blink", 3])}, optional={"attrs": ATTRIBUTES}), max_size=3
)  # fmt: skip
TEXTS = st.builds(lambda text, marks: {"type": "text", "text": text, "marks": marks}, st.text(max_size=6), MARKS)
NODES = st.recursive(
    st.one_of(TEXTS, st.none(), st.integers()),
    lambda inner: st.builds(
        lambda name, attrs, content: {"type": name, "attrs": attrs, "content": content},
        st.sampled_from(NAMES), st.one_of(ATTRIBUTES, st.none(), st.integers()), st.lists(inner, max_size=4),
    ),
    max_leaves=12,
)  # fmt: skip


def letters(node):
    """All that can be read below a node of any kind."""
    if not isinstance(node, dict):
        return ""
    own = node.get("text") if node.get("type") == "text" else ""
    inner = "".join(map(letters, node.get("content") or []))
    return (own if isinstance(own, str) else "") + inner


@given(st.lists(NODES, max_size=5))
def test_whatever_comes_in_a_page_comes_of_it_and_the_words_stay(content):
    taken_in = take_in({"type": "doc", "attrs": {"title": "x"}, "content": content})
    check_page(taken_in.page)
    came = "".join("".join(map(letters, content)).split()).replace("\x00", "")
    assert sorted(came) == sorted("".join(letters(taken_in.page).split()))
    again = take_in(taken_in.page)
    assert (again.page, again.left_out) == (taken_in.page, ())


@given(three_pages())
def test_a_page_comes_in_as_it_is(three):
    for whole in three:
        assert take_in(whole).page == check_page(whole).page
        assert take_in(whole).left_out == ()


@pytest.mark.parametrize(
    ("mark", "stays", "says"),
    [
        ({"type": "textStyle", "attrs": {"color": ""}}, None, ()),
        ({"type": "textStyle", "attrs": {"color": "url(//x)"}}, None, ("a colour that is none",)),
        ({"type": "link", "attrs": {"href": "javascript:1"}}, None, ("a link that leads nowhere",)),
        ({"type": "link", "attrs": {"href": "/x", "class": "fixed inset-0"}}, {"href": "/x"}, ("a setting that a page cannot have",)),
        ({"type": "blink"}, None, ("a look that words cannot have",)),
    ],
)  # fmt: skip
def test_marks_that_cannot_stay_leave_their_words(mark, stays, says):
    text = {**TEXT, "marks": [mark]}
    taken_in = take_in({"type": "doc", "content": [{"type": "paragraph", "attrs": {"id": "a"}, "content": [text]}]})
    [made] = taken_in.page["content"][0]["content"]
    assert (made["text"], taken_in.left_out) == ("x", says)
    assert [mark.get("attrs") for mark in made.get("marks", [])] == ([stays] if stays else [])


def test_what_would_stop_who_reads_it_is_bounded():
    bold = {"type": "bold"}
    heavy = {**TEXT, "text": "e" + "\u0301" * 20_000, "marks": [bold] * 20_000}
    made = {
        "type": "doc",
        "attrs": {"title": "t" * 10_000},
        "content": [{"type": "paragraph", "attrs": {"id": "a"}, "content": [heavy]}],
    }
    taken_in = take_in(made)
    [text] = taken_in.page["content"][0]["content"]
    assert (len(text["text"]), text["marks"]) == (17, [bold])
    assert len(attributes_of(taken_in.page)["title"]) == kinds.LONGEST_TITLE


def test_an_item_alone_and_a_bare_word_stand_where_they_may():
    bare = {"type": "doc", "content": [{"type": "listItem", "content": [page("a:one")["content"][0]]}, TEXT]}
    assert plain_text(take_in(bare).page).split() == ["one", "x"]
    row = {"type": "table", "attrs": {"id": "t"}, "content": [page("a:one")["content"][0]]}
    assert plain_text(take_in({"type": "doc", "content": [row]}).page) == "one"


@pytest.mark.parametrize("nothing", [None, [], {"type": "paragraph"}, "x"])
def test_what_is_no_page_at_all_is_refused(nothing):
    with pytest.raises(NotAPage):
        take_in(nothing)
