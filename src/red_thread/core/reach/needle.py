"""The needle: the last page, in the master's order, that a class has been given."""

from collections.abc import Iterable, Mapping, Sequence


def find_needles(order: Sequence[int], given: Iterable[tuple[int, int]]) -> Mapping[int, int]:
    """For each class the page where its needle is.

    order: page ids in the master's order. given: pairs of class id and page id, of what was given to a class as such.
    A class without pages has none.
    """
    rank = {page_id: k for k, page_id in enumerate(order)}
    furthest: dict[int, int] = {}
    for class_id, page_id in given:
        if page_id in rank and rank[page_id] > rank.get(furthest.get(class_id, -1), -1):
            furthest[class_id] = page_id
    return furthest
