"""A notebook in reading order: what shares one order, and what holds what."""

from red_thread.core.notebook.reading_order import Held, sections_in_order


def held(number: int, name: str, inside: int | None, key: str) -> Held:
    return Held(number, name, inside, key, is_section=name.islower())


def test_dividers_hold_their_sections_and_share_one_order_with_them():
    notebook = [
        held(1, "wind", None, "a2"),
        held(1, "Autumn", None, "a1"),
        held(2, "Deep", 1, "a5"),
        held(2, "tides", 1, "a6"),
        held(3, "moon", 2, "a1"),
        held(3, "Empty", None, "a0"),
        held(4, "own", None, "a2"),
    ]
    paths = [" ".join(one.name for one in path) for path in sections_in_order(notebook)]
    assert paths == ["Autumn Deep moon", "Autumn tides", "wind", "own"]
