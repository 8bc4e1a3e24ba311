"""R3 to R11 made sharper: whole sentences, lines of code, recordings, own rows, last items."""

import random
import re

import pytest

from red_thread.core.merge import merge_page
from red_thread.core.page.nodes import plain_text, walk

WORDS = "tide rock pool crab limpet shore wind sand gull weed salt foam boat rope harbour storm wave shell".split()


def block(name, block_id, *content, **attrs):
    made = {"type": name, "attrs": {"id": block_id, **attrs}}
    return {**made, "content": list(content)} if content else made


def text(words):
    return [{"type": "text", "text": words}] if words else []


def page(*blocks):
    return {"type": "doc", "attrs": {"title": "Page"}, "content": list(blocks)}


def said(words, kind="paragraph"):
    return page(block(kind, "a", *text(words)))


def reads(merged):
    return [plain_text(b) for b in merged.page["content"] if b["type"] != "kept"]


@pytest.mark.parametrize(
    ("base", "master", "student", "result"),
    [
        ("One is here. Two goes.", "One is here.", "One is here. Two goes. Three is mine.", "One is here. Three is mine."),
        ("Stand still. Wait.", "Stand still. Listen for the tide!", "Stand still.", "Stand still. Listen for the tide!"),
        ("It falls. It rises. It turns.", "It falls. It turns.", "It falls. It rises. It turns. I saw it.", "It falls. It turns. I saw it."),
        ("A rock? A pool? A crab.", "A rock? A crab.", "A rock? A pool?", "A rock?"),
    ],
)  # fmt: skip
def test_sentences_never_run_together_and_leave_no_sign_behind(base, master, student, result):
    merged = merge_page(said(base), said(master), said(student))
    assert (reads(merged), merged.conflicts) == ([result], ())


def test_a_paragraph_that_was_parted_parts_no_sentence_from_its_blank():
    master = page(block("paragraph", "a", *text("Say who you are.")), block("paragraph", "n", *text("Say why.")))
    merged = merge_page(said("Say who you are. Say why."), master, said("Say who you are. Say why. I did."))
    assert reads(merged) == ["Say who you are. I did.", "Say why."]


def sentence(chance):
    words = [chance.choice(WORDS) for _ in range(chance.randint(2, 5))]
    return " ".join([words[0].capitalize(), *words[1:]]) + chance.choice(".!?")


def edited(chance, sentences):
    made = list(sentences)
    for _ in range(chance.randint(1, 2)):
        doing = chance.random()
        if doing < 0.45 and made:
            made.pop(chance.choice([chance.randrange(len(made)), -1]))
        elif doing < 0.75:
            made.insert(chance.randint(0, len(made)), sentence(chance))
        elif made:
            made[chance.randrange(len(made))] = sentence(chance)
    return made


@pytest.mark.parametrize("run", range(8))
def test_edits_of_whole_sentences_leave_whole_sentences(run):
    for seed in range(run * 100, run * 100 + 100):
        chance = random.Random(seed)
        base = [sentence(chance) for _ in range(chance.randint(1, 4))]
        master, student = edited(chance, base), edited(chance, base)
        at = chance.randint(0, len(master))
        parted = page(
            block("paragraph", "a", *text(" ".join(master[:at]))),
            block("paragraph", "n", *text(" ".join(master[at:]))),
        )
        for teachers in (said(" ".join(master)), parted):
            merged = merge_page(said(" ".join(base)), teachers, said(" ".join(student)))
            for words in reads(merged):
                assert not re.search(r"[.!?][A-Z]|\s[.!?]|  |^[.!?\s]|\s$|[.!?][.!?]", words), (seed, words)


LOOP = "for i in x:\n    a()\nend()"


@pytest.mark.parametrize(
    ("base", "master", "student", "result", "conflicts"),
    [
        (LOOP, "for i in x:\n    a()\n    b()\nend()", "for i in x:\n    a()\n    c()\nend()",
         "for i in x:\n    a()\n    b()\n    c()\nend()", 0),
        ("a = 1", "a = 1\nb = 2", "a = 1\nc = 3", "a = 1\nb = 2\nc = 3", 0),
        (LOOP, "for j in x:\n    a()\nend()", "for i in x:\n    a()\n\n    z()\nend()", "for j in x:\n    a()\n\n    z()\nend()", 0),
        ("a = 1\nb = 2", "a = 10\nb = 2", "a = 5\nb = 2\nc = 3", "a = 10\nb = 2\nc = 3", 1),
    ],
)  # fmt: skip
def test_code_merges_line_by_line(base, master, student, result, conflicts):
    merged = merge_page(said(base, "codeBlock"), said(master, "codeBlock"), said(student, "codeBlock"))
    assert (reads(merged), len(merged.conflicts)) == ([result], conflicts)


def test_two_formulas_never_mix():
    merged = merge_page(*(said(words, "formula") for words in ("a + b", "a + c", "d + b")))
    assert (reads(merged), len(merged.conflicts)) == (["a + c"], 1)
    assert any(plain_text(node) == "d + b" for node in walk(merged.page) if node["type"] == "kept")


def recording(name):
    return block("recording", "r", src="f" * 40, alt=name, medium="sound")


def test_the_name_of_a_recording_is_words():
    before, after = block("paragraph", "p", *text("Listen.")), block("paragraph", "q", *text("And write."))
    base = page(before, recording("call"), after)
    merged = merge_page(base, page(before, after), page(before, recording("gull at dawn"), after))
    assert [c.kind for c in merged.conflicts] == ["taken-out"]
    assert "gull at dawn" in plain_text(merged.page)


@pytest.mark.parametrize(
    "thing",
    [block("image", "mine", src="f" * 40, alt=""), recording(""), block("space", "mine", kind="sketch", prompt="")],
)
def test_what_stands_wordless_in_a_row_of_ones_own_stays(thing):
    if thing["type"] == "space":
        thing = {
            **thing,
            "attrs": {**thing["attrs"], "strokes": [[[1, 2], [3, 4]]]},
            "content": [block("paragraph", "mp")],
        }

    def cell(name, *content):
        return block("tableCell", name, *(content or [block("paragraph", f"{name}.p")]))

    def table(*rows):
        return page(block("table", "t", *rows))

    two = block("tableRow", "r1", cell("a"), cell("b"))
    own = block("tableRow", "own", cell("o1"), cell("o2", thing))
    merged = merge_page(table(two), table(block("tableRow", "r1", cell("a"))), table(two, own))
    assert any(node["type"] == thing["type"] for node in walk(merged.page))


def paragraphs(**texts):
    return page(*(block("paragraph", name, *text(words)) for name, words in texts.items()))


@pytest.mark.parametrize(
    ("master", "student", "result"),
    [
        ({"a": "It falls. It warms."}, {"a": "It falls.", "b": "It slowly warms."}, ["It falls. It slowly warms."]),
        ({"a": "It falls. It warms."}, {"a": "It falls.", "b": "It warms. I saw."}, ["It falls. It warms. I saw."]),
        ({"b": "It falls. It warms."}, {"a": "It fully falls.", "b": "It warms."}, ["It fully falls. It warms."]),
        ({"b": "It falls. It warms."}, {"a": "It falls. I saw.", "b": "It warms."}, ["It falls. I saw. It warms."]),
        ({"a": "It falls. It warms."}, {"a": "It falls.", "s": "Mine.", "b": "It soon warms."}, ["It falls. It soon warms.", "Mine."]),
        ({"a": "It falls.It warms."}, {"a": "It falls. I saw.", "b": "It warms."}, ["It falls. I saw. It warms."]),
    ],
)  # fmt: skip
def test_words_follow_their_neighbours_into_a_joined_paragraph(master, student, result):
    merged = merge_page(paragraphs(a="It falls.", b="It warms."), paragraphs(**master), paragraphs(**student))
    assert (reads(merged), merged.conflicts) == (result, ())


def test_words_follow_their_neighbours_however_many_paragraphs_are_joined():
    rng = random.Random(7)
    for _ in range(300):
        base = {f"p{k}": " ".join(rng.sample(WORDS, rng.randint(2, 4))) + "." for k in range(rng.randint(2, 5))}
        first = rng.randrange(len(base) - 1)
        run = list(base)[first : rng.randint(first + 2, len(base))]
        stays, whole = rng.choice(run), " ".join(base[name] for name in run)
        master = {
            name: whole if name == stays else words
            for name, words in base.items()
            if name == stays or name not in run
        }
        written = {name: words.split() for name, words in base.items()}
        written[rng.choice(run)].insert(1, "mine")
        student = {name: " ".join(words) for name, words in written.items()}
        merged = merge_page(paragraphs(**base), paragraphs(**master), paragraphs(**student))
        expected = {**student, stays: " ".join(student[name] for name in run)}
        assert (reads(merged), merged.conflicts) == ([expected[name] for name in master], ())
