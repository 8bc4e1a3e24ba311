"""The next state of a student's page, ready to be stored with its history."""

from red_thread.core.page.answers import count_answers
from red_thread.core.page.delta import make_delta
from red_thread.core.page.history import Cause
from red_thread.core.page.nodes import Node, title_of
from red_thread.store.notebook.values import NewState


def next_state(
    copy_id: int,
    revision: int,
    before: Node,
    page: Node,
    edition: tuple[int | None, Node],
    cause: Cause,
    made_by: int,
    push_id: int | None = None,
) -> NewState:
    """What follows on `before`, which is the copy at `revision` (0: as it was given).

    edition: the one that `page` stands on, with its id; None and an empty page for what came from none.
    """
    edition_id, start = edition
    title = title_of(page)
    return NewState(
        copy_id=copy_id,
        revision=revision + 1,
        edition_id=edition_id,
        document=page,
        delta=make_delta(before, page) if revision else None,
        cause=cause,
        made_by=made_by,
        push_id=push_id,
        answers=count_answers(page, start),
        title=title if edition_id is None or title != title_of(start) else None,
    )
