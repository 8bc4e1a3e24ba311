"""What a push would do: who it is for, the pages as they stand, the plan."""

from collections.abc import Mapping
from dataclasses import dataclass

from red_thread.actions.actor import Actor
from red_thread.actions.aside import aside
from red_thread.actions.permissions import require_teacher
from red_thread.actions.refusals import NobodyToPushTo, NotFound, NothingChosen, PageTakenOut
from red_thread.core.outline.tree import Holder, Outline, rank
from red_thread.core.push import USUAL, Audience, How, Plan, PushedPage, SelectorKind, plan_push
from red_thread.store.master.values import MasterPage
from red_thread.store.push.values import Asked, NewPush, PushKind, Reached
from red_thread.store.unit import Unit

NOBODY = Audience()


@dataclass(frozen=True, slots=True)
class PushRequest:
    """A push as the teacher says it: which pages, to whom.

    `holders`: dividers and sections as such, without the pages in them. `section_id`: into which section the pages
    go, if not each into its own. `again_of`: the push that failed for them.
    """

    master_id: int
    page_ids: tuple[int, ...]
    audience: Audience = NOBODY
    holders: tuple[Holder, ...] = ()
    section_id: int | None = None
    how: How = USUAL
    again_of: int | None = None


@dataclass(frozen=True, slots=True)
class Chosen:
    """A request, looked up: pages in master order, each with its newest edition if that is still the page."""

    outline: Outline
    pages: tuple[MasterPage, ...]
    editions: dict[int, tuple[int, int, bytes]]
    notebook_ids: list[int]
    request: PushRequest

    def asked(self) -> Asked:
        """What the planner is asked: these pages, at these editions, in the way that was chosen."""
        into, wrapped = self.request.section_id, self.outline.under_wraps()
        pages = [
            PushedPage(
                page.id, into or page.section_id, page.document, self.current_edition(page), page.id in wrapped
            )
            for page in self.pages
        ]
        request = self.request
        return Asked(request.master_id, self.outline, pages, request.how, self.outline.names_of(request.holders))

    def current_edition(self, page: MasterPage) -> int | None:
        """The id of the edition that a page already is; None if it goes out as a new one."""
        edition_id, _, fingerprint = self.editions.get(page.id, (None, 0, b""))
        return edition_id if fingerprint == page.fingerprint else None


@dataclass(frozen=True, slots=True)
class Preview:
    """The plan and the names behind its rows."""

    plan: Plan
    pages: tuple[MasterPage, ...]
    students: list[Reached]
    holders: Mapping[Holder, str]


async def preview_push(unit: Unit, actor: Actor, request: PushRequest) -> Preview:
    """The plan of a push, before anything happens."""
    return await preview_of(unit, await choose(unit, actor, request))


async def preview_of(unit: Unit, chosen: Chosen) -> Preview:
    """The plan of what was looked up."""
    asked = chosen.asked()
    plan = await aside(plan_push, await unit.pushes.facts(asked, chosen.notebook_ids))
    names = chosen.outline.names_of(row.holder for row in plan.rows if row.holder)
    return Preview(plan, chosen.pages, await unit.audiences.names(chosen.notebook_ids), names)


async def choose(unit: Unit, actor: Actor, request: PushRequest) -> Chosen:
    """Looks a request up. Raises NothingChosen, PageTakenOut, NobodyToPushTo, NotFound."""
    pages = await choose_pages(unit, actor, request)
    return await look_up(unit, request, pages)


async def look_up(unit: Unit, request: PushRequest, pages: list[MasterPage]) -> Chosen:
    """The same for pages that are known, of a request that was allowed. Raises PageTakenOut, NobodyToPushTo."""
    outline = await unit.outlines.read(request.master_id)
    order = rank(outline.page_order())
    for page in pages:
        if page.id not in order:
            raise PageTakenOut(title=page.title)
    _require_places(outline, request)
    notebook_ids = await choose_notebooks(unit, request)
    pages.sort(key=lambda page: order[page.id])
    editions = await unit.editions.latest([page.id for page in pages])
    return Chosen(outline, tuple(pages), editions, notebook_ids, request)


def _require_places(outline: Outline, request: PushRequest) -> None:
    """What the sentence names as a place is in the master. Raises NotFound."""
    there = outline.holders()
    into = [("section", request.section_id)] if request.section_id is not None else []
    if not there.keys() >= {*request.holders, *into}:
        raise NotFound(what="section")
    if not request.how.where.is_in(outline.page_order()):
        raise NotFound(what="page to put it after")


async def choose_pages(unit: Unit, actor: Actor, request: PushRequest) -> list[MasterPage]:
    """The pages of a request, of which some may have been taken out of the master."""
    await require_teacher(unit, actor, request.master_id)
    if not request.page_ids and not request.holders:
        raise NothingChosen
    pages = await unit.pages.get_many(list(request.page_ids))
    if len(pages) < len(set(request.page_ids)) or any(p.master_id != request.master_id for p in pages):
        raise NotFound(what="page")
    return pages


async def choose_notebooks(unit: Unit, request: PushRequest) -> list[int]:
    """The notebooks that a request is for. Raises NobodyToPushTo, NotFound."""
    audience = request.audience
    known = await unit.audiences.known(request.master_id, audience)
    for kind, ids in known.items():
        named = {*audience.ids(kind), *(audience.without if kind is SelectorKind.NOTEBOOK else ())}
        if not ids.issuperset(named):
            raise NotFound(what=kind.value)
    notebook_ids = await unit.audiences.find(request.master_id, audience, request.page_ids)
    if not notebook_ids:
        raise NobodyToPushTo(whom=await _whom(unit, audience))
    return notebook_ids


def new_push(
    request: PushRequest, made_by: int, kind: PushKind, pages: Mapping[int, int | None], notebook_ids: list[int]
) -> NewPush:
    """The push of a request, looked up. `pages`: with their editions."""
    return NewPush(
        request.master_id,
        made_by,
        kind,
        pages,
        request.audience,
        notebook_ids,
        how=request.how,
        section_id=request.section_id,
        holders=request.holders,
        again_of=request.again_of,
    )


async def _whom(unit: Unit, audience: Audience) -> str:
    names = [await unit.audiences.called(selector.kind, selector.ids) for selector in audience.selectors]
    return ", ".join(sorted(name for each in names for name in each.values())) or "this choice"
