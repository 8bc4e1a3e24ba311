"""R5, R6, R12: words and their marks."""

import re

import pytest

from red_thread.core.merge import merge_page
from red_thread.core.page.nodes import plain_text
from tests.notation import page, show


def words(base, master, student):
    """The merged paragraph, and the wording that was kept (None without a conflict)."""
    merged = merge_page(page(f"a:{base}"), page(f"a:{master}"), page(f"a:{student}"))
    first, *rest = merged.page["content"]
    assert len(rest) == len(merged.conflicts)
    return show(first)[2:], plain_text(rest[0]) if rest else None


@pytest.mark.parametrize(
    ("base", "master", "student", "result"),
    [
        ("one two three", "one two 3", "1 two three", "1 two 3"),
        ("one two three", "one big two three", "one two three four", "one big two three four"),
        ("the sea.", "the sea. Twice.", "the sea. Mine.", "the sea. Twice. Mine."),
        ("", "Hello", "World", "Hello World"),
        ("one two", "one new two", "one own two", "one own new two"),  # inside a sentence: behind the word it follows
        ("the sea falls.", "the sea falls slowly.", "the sea falls at night.", "the sea falls at night slowly."),
        ("the sea", "the sea falls", "the sea rises", "the sea falls rises"),  # at its end the master's comes first
        (
            "It falls. It rises.",
            "It falls. New. It rises.",
            "It falls. Own. It rises.",
            "It falls. New. Own. It rises.",
        ),
        ("two", "new two", "own two", "new own two"),
        ("one two three", "one three", "one two three four", "one three four"),
        ("one two three", "one three", "one two, three", "one, three"),
        ("boots and a warm coat", "boots and a dry coat", "boots", "boots and a dry coat"),
        ("one two three four", "one three four", "one two four", "one four"),
        ("one two three", "one 2 three", "one 2 three", "one 2 three"),
        ("one two three four", "one 2 three four", "one 2 three iv", "one 2 three iv"),
        ("a b a b a", "a b c a b a", "a b a b", "a b c a b"),
        ("don't go", "don't ever go", "don't go out", "don't ever go out"),
        ("naïve café", "naïve old café", "naïve café au lait", "naïve old café au lait"),
        ("潮汐表", "潮汐新表", "潮汐表好", "潮汐新表好"),
        ("مد وجزر", "مد وجزر البحر", "كل مد وجزر", "كل مد وجزر البحر"),
        ("cheer 👩‍👩‍👧 now", "cheer 👩‍👩‍👧 up now", "cheer 👩‍👩‍👧 now!", "cheer 👩‍👩‍👧 up now!"),
    ],
)
def test_changes_in_different_places_both_stand(base, master, student, result):
    assert words(base, master, student) == (result, None)


@pytest.mark.parametrize(
    ("base", "master", "student", "result", "kept"),
    [
        ("six metres", "ten metres", "two metres", "ten metres", "two metres"),
        ("six", "ten", "six and a half", "ten", "six and a half"),
        ("six metres off", "ten metres off", "two feet off", "ten metres off", "two feet off"),
        ("one two three", "one", "one two own three", "one", "one two own three"),
        ("six by six", "ten by six!", "two by six?", "ten by six! ?", "two by six?"),
        ("a six b six c", "a ten b six c", "x a two b six c", "x a ten b six c", "x a two b six c"),
        ("eat {g=} now", "eat now", "eat {g=algae} now", "eat now", "eat algae now"),
    ],
)
def test_both_changed_the_same_words(base, master, student, result, kept):
    assert words(base, master, student) == (result, kept)


def test_the_record_of_a_conflict_holds_both_wordings():
    merged = merge_page(page("a:six metres"), page("a:ten metres"), page("a:two metres"))
    (record,) = merged.as_json()["conflicts"]
    kept = merged.page["content"][1]["attrs"]["id"]
    assert record == {"id": "a", "kind": "text", "master": "ten metres", "student": "two metres", "kept": kept}


@pytest.mark.parametrize(
    ("base", "master", "student", "result"),
    [
        ("low water at six", "low water at ten", "*low water* at six", "*low water* at ten"),
        ("low water at six", "_low water_ at six", "low water at six, I think", "_low water_ at six, I think"),
        ("low water now", "low tide now", "*low water now*", "*low *tide* now*"),
        ("_low_ water", "low water", "_low_ water mine", "low water mine"),
        ("low water", "low _water_", "low *water*", "low *_water_*"),
        ("seaweed", "_sea_weed", "*seaweed*", "*_sea_**weed*"),
        ("seaweed", "sea_weed_", "*seaw*eed", "*sea**_w_*_eed_"),
        ("_sea_weed", "seaweed", "_sea_weed mine", "seaweed mine"),
        ("seaweed grows", "_sea_weed grows", "kelp grows", "kelp grows"),
        ("seaweed grows", "kelp grows", "*sea*weed grows", "kelp grows"),
        ("don't go", "don_'_t go", "don't go now", "don_'_t go now"),
        ("low water", "_low_ water", "low *water*", "_low_ *water*"),
    ],
)
def test_marks_merge_apart_from_words(base, master, student, result):
    assert words(base, master, student) == (result, None)


@pytest.mark.parametrize(
    ("base", "master", "student", "result"),
    [
        ("a:seaweed | b:x", "b:x", "a:_sea_weed | b:x", "b:x"),
        ("a:seaweed | b:x", "a:_sea_weed | b:y", "b:x", "b:y"),
    ],
)
def test_a_mark_inside_a_word_is_neither_writing_nor_a_change_of_words(base, master, student, result):
    assert show(merge_page(page(base), page(master), page(student)).page) == result


def test_where_both_colour_the_same_words_the_students_highlight_lives_and_the_masters_link():
    def coloured(colour, address):
        marks = [{"type": "highlight", "attrs": {"color": colour}}, {"type": "link", "attrs": {"href": address}}]
        return {
            "type": "doc",
            "attrs": {},
            "content": [{**page("a:x")["content"][0], "content": [{"type": "text", "text": "sea", "marks": marks}]}],
        }

    merged = merge_page(coloured("grey", "/a"), coloured("green", "/m"), coloured("pink", "/s")).page
    marks = merged["content"][0]["content"][0]["marks"]
    assert {mark["type"]: mark["attrs"] for mark in marks} == {"highlight": {"color": "pink"}, "link": {"href": "/m"}}


def test_long_paragraphs_rewritten_by_both_end_in_one_conflict():
    base, master, student = (" ".join(f"{word}{n}" for n in range(4000)) for word in ("w", "m", "s"))
    merged = merge_page(page(f"a:{base}"), page(f"a:{master}"), page(f"a:{student}"))
    assert [conflict.kind for conflict in merged.conflicts] == ["text"]
    assert plain_text(merged.page["content"][0]) == master


@pytest.mark.parametrize(
    ("sentence", "held"),
    [
        ("sea{g=weed}", "sea weed"),
        ("sea {g=weed}.", "sea weed."),
        ("{g=sea}weed", "sea weed"),
        ("{g=sea}{h=weed}", "sea weed"),
        ("{g=sea}{h=} weed", "sea weed"),
    ],
)
def test_an_answer_in_a_sentence_that_is_held_does_not_run_into_the_words_around(sentence, held):
    unanswered = re.sub(r"(?<==)\w+", "", sentence)
    merged = merge_page(page(f"a:{unanswered} | b:x"), page("b:x"), page(f"a:{sentence} | b:x"))
    assert show(merged.page) == f"kept(a)[ :{held} ] | b:x"
