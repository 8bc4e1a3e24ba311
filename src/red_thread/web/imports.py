"""What was read of files, told over the wire: what would come of it, and what came."""

from collections import defaultdict
from collections.abc import Sequence
from functools import partial
from typing import Annotated

from fastapi.exceptions import RequestValidationError
from pydantic import Field, TypeAdapter, ValidationError

from red_thread.actions.actor import Actor
from red_thread.actions.master.import_pages import import_pages, look_at_import
from red_thread.core.page.nodes import title_of
from red_thread.formats.problems import Problem
from red_thread.reading.values import ReadFiles
from red_thread.store.unit import Unit
from red_thread.web.schemas.common import ProblemOut
from red_thread.web.schemas.master import (
    MeantIn,
    PageBefore,
    PagesPlanOut,
    PagesReportOut,
    PlannedPageOut,
    QuestionOut,
)
from red_thread.web.watched import Tell

_MEANT = TypeAdapter(Annotated[list[MeantIn], Field(max_length=1000)])


async def take_in_pages(
    unit: Unit, actor: Actor, master_id: int, read: ReadFiles, update: bool, tell: Tell, meant: Sequence[MeantIn] = ()
) -> PagesReportOut:
    """Takes in what was read. `update`: pages that are there by name change. `meant`: questions in other words."""
    said: defaultdict[int, dict[str, str]] = defaultdict(dict)
    for one in meant:
        said[one.page_id][one.before] = one.now
    taken = await import_pages(unit, actor, master_id, read.items, update, partial(tell, "taking in"), said)
    updated = [PageBefore(page_id=page_id, revision=revision) for page_id, revision in taken.updated.items()]
    return PagesReportOut(
        page_ids=taken.page_ids,
        section_ids=taken.section_ids,
        divider_ids=taken.divider_ids,
        updated=updated,
        same=taken.same,
        problems=_problems(read.problems),
    )


async def plan_pages(unit: Unit, actor: Actor, master_id: int, read: ReadFiles) -> PagesPlanOut:
    """What would come of it, before anything happens."""
    there = await look_at_import(unit, actor, master_id, read.items)
    pages = [
        PlannedPageOut(
            title=title_of(page.document),
            into=[*page.dividers, page.section],
            page_id=known.page_id if known else None,
            gone=[QuestionOut.model_validate(question) for question in known.unsure.gone] if known else [],
            fresh=[QuestionOut.model_validate(question) for question in known.unsure.fresh] if known else [],
        )
        for page, known in zip(read.pages, there, strict=True)
    ]
    return PagesPlanOut(pages=pages, problems=_problems(read.problems))


def meant_by(said: str) -> list[MeantIn]:
    """What somebody said of questions in other words. Raises RequestValidationError for what is no list of that."""
    try:
        return _MEANT.validate_json(said or "[]")
    except ValidationError as error:
        raise RequestValidationError(error.errors()) from error


def _problems(problems: list[Problem]) -> list[ProblemOut]:
    return [ProblemOut.model_validate(problem) for problem in dict.fromkeys(problems)]
