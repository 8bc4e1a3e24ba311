"""What a push would do: who it is for, the pages as they stand, the plan."""

from collections.abc import Mapping
from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside
from red_thread.actions.permissions import require_teacher
from red_thread.actions.ports import Unit
from red_thread.actions.ports.masters import MasterPage
from red_thread.actions.ports.pushes import NewPush, PushKind, Reached
from red_thread.actions.refusals import NobodyToPushTo, NotFound, NothingChosen, PageTakenOut
from red_thread.core.outline.tree import Outline, rank
from red_thread.core.push import Plan, PushedPage, plan_push


@dataclass(frozen=True, slots=True)
class PushRequest:
    """A push as the teacher says it: which pages, to which classes, groups and single notebooks, without whom."""

    master_id: int
    page_ids: tuple[int, ...]
    class_ids: tuple[int, ...] = ()
    notebook_ids: tuple[int, ...] = ()
    without: tuple[int, ...] = ()
    group_ids: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True)
class Chosen:
    """A request, looked up: pages in master order, each with its newest edition if that is still the page."""

    outline: Outline
    pages: tuple[MasterPage, ...]
    editions: dict[int, tuple[int, int, bytes]]
    audience: list[int]

    def pushed_pages(self) -> tuple[PushedPage, ...]:
        return tuple(
            PushedPage(page.id, page.section_id, page.document, self.current_edition(page)) for page in self.pages
        )

    def current_edition(self, page: MasterPage) -> int | None:
        edition_id, _, fingerprint = self.editions.get(page.id, (None, 0, b""))
        return edition_id if fingerprint == page.fingerprint else None


@dataclass(frozen=True, slots=True)
class Preview:
    """The plan and the names behind its rows."""

    plan: Plan
    pages: tuple[MasterPage, ...]
    students: list[Reached]


async def preview_push(unit: Unit, actor: Actor, request: PushRequest) -> Preview:
    """The plan of a push, before anything happens."""
    chosen = await choose(unit, actor, request)
    facts = await unit.pushes.facts(chosen.outline, chosen.pushed_pages(), chosen.audience)
    return Preview(await aside(plan_push, facts), chosen.pages, await unit.pushes.names(chosen.audience))


async def choose(unit: Unit, actor: Actor, request: PushRequest) -> Chosen:
    """Looks a request up. Raises NothingChosen, PageTakenOut, NobodyToPushTo, NotFound."""
    pages = await choose_pages(unit, actor, request)
    return await look_up(unit, request, pages)


async def look_up(unit: Unit, request: PushRequest, pages: list[MasterPage]) -> Chosen:
    """The same for pages that are known, of a request that was allowed. Raises PageTakenOut, NobodyToPushTo."""
    outline = await unit.masters.outline(request.master_id)
    order = rank(outline.page_order())
    for page in pages:
        if page.id not in order:
            raise PageTakenOut(title=page.title)
    audience = await choose_audience(unit, request)
    pages.sort(key=lambda page: order[page.id])
    editions = await unit.masters.latest_editions([page.id for page in pages])
    return Chosen(outline, tuple(pages), editions, audience)


async def choose_pages(unit: Unit, actor: Actor, request: PushRequest) -> list[MasterPage]:
    """The pages of a request, of which some may have been taken out of the master."""
    await require_teacher(unit, actor, request.master_id)
    if not request.page_ids:
        raise NothingChosen
    pages = await unit.masters.pages(list(request.page_ids))
    if len(pages) < len(set(request.page_ids)) or any(p.master_id != request.master_id for p in pages):
        raise NotFound(what="page")
    return pages


async def choose_audience(unit: Unit, request: PushRequest) -> list[int]:
    """The notebooks that a request is for. Raises NobodyToPushTo."""
    theirs = {found.id for found in await unit.classes.of_master(request.master_id)}
    if not theirs.issuperset(request.class_ids):
        raise NotFound(what="class")
    notebooks = [*request.notebook_ids, *request.without]
    if notebooks and len(await unit.pushes.of_master_among(request.master_id, notebooks)) < len(set(notebooks)):
        raise NotFound(what="notebook")
    if request.group_ids:
        groups = {found.id for found in await unit.groups.of_master(request.master_id)}
        if not groups.issuperset(request.group_ids):
            raise NotFound(what="group")
    named = list(request.class_ids), list(request.notebook_ids)
    audience = await unit.pushes.audience(*named, request.master_id, request.group_ids)
    without = set(request.without)
    left = [notebook for notebook in audience if notebook not in without]
    if not left:
        raise NobodyToPushTo(whom=await _whom(unit, request))
    return left


def new_push(
    request: PushRequest, made_by: int, kind: PushKind, pages: Mapping[int, int | None], audience: list[int]
) -> NewPush:
    """The push of a request, looked up. `pages`: with their editions."""
    said = request.class_ids, request.notebook_ids, request.without
    return NewPush(request.master_id, made_by, kind, pages, *said, audience, group_ids=request.group_ids)


async def _whom(unit: Unit, request: PushRequest) -> str:
    classes = await unit.classes.names(list(request.class_ids))
    return ", ".join(classes) or "this choice"
