"""What is looked at when all is quiet again: nothing lost, nothing doubled, nothing stuck."""

import asyncio
from dataclasses import dataclass, field

from tests.faults.application import WELL, health
from tests.faults.people import Browser, Window, counted
from tests.faults.school import School

PATIENCE = 60.0  # seconds within which all has to be complete


@dataclass
class Verdict:
    """Figures of a run. Good if `lost`, `doubled` and `stuck` are empty."""

    harm: dict[str, int]
    figures: dict[str, int | float] = field(default_factory=dict)
    lost: list[str] = field(default_factory=list)
    doubled: list[str] = field(default_factory=list)
    stuck: list[str] = field(default_factory=list)
    said: str = ""  # by the application, where something is stuck

    @property
    def good(self) -> bool:
        return not (self.lost or self.doubled or self.stuck)

    def __str__(self) -> str:
        lines = [f"{name:<28} {count:>8}" for name, count in sorted(self.harm.items())]
        lines += [f"{name:<28} {count:>8g}" for name, count in self.figures.items()]
        for name in ("lost", "doubled", "stuck"):
            found: list[str] = getattr(self, name)
            lines.append(f"{name:<28} {len(found):>8}   {', '.join(found[:12])}")
        return "\n".join([*lines, self.said])


async def look(school: School, address: str, verdict: Verdict) -> None:
    """Looks at every window's words and every student's page, over a good line."""
    near = Browser(address, proof=school.teacher.browser.proof)
    near.client.cookies = school.teacher.browser.client.cookies
    await _until_complete(near, school, address, verdict)
    for window in school.windows:
        await _look_at_window(window, near, verdict)
    held = max(school.teacher.pushes.values(), default=0)
    for notebook in school.notebooks:
        await _look_at_copy(near, school, notebook, held, verdict)


async def _until_complete(near: Browser, school: School, address: str, verdict: Verdict) -> None:
    clock = asyncio.get_running_loop()
    began = clock.time()
    while True:
        pushes = await near.ask("GET", f"/masters/{school.teacher.request['master_id']}/pushes")
        known = {push["id"]: push["status"] for push in pushes}
        verdict.stuck = [f"push {number}: {status}" for number, status in known.items() if status != "done"]
        verdict.stuck += [f"push {number} is gone" for number in school.teacher.pushes if number not in known]
        if health(address) != WELL:
            verdict.stuck.append(f"health: {health(address)}")
        if not verdict.stuck or clock.time() - began > PATIENCE:
            verdict.figures["pushes in the log"] = len(known)
            verdict.figures["complete after, seconds"] = round(clock.time() - began, 1)
            return
        await asyncio.sleep(0.5)


async def _look_at_window(window: Window, near: Browser, verdict: Verdict) -> None:
    by_teacher = window.path.startswith("/pages/")
    page = await (near if by_teacher else window.browser).ask("GET", window.path)
    _count(window, window.typed, counted((page["page"] if by_teacher else page)["document"]), verdict)


async def _look_at_copy(near: Browser, school: School, notebook: int, held: int, verdict: Verdict) -> None:
    """What the last push held stands once on every student's page."""
    cell = await near.ask("GET", f"/notebooks/{notebook}/pages/{school.page}")
    page = await near.ask("GET", f"/copies/{cell['copy_id']}")
    _count(school.teacher.window, held, counted(page["document"]), verdict, f" in notebook {notebook}")


def _count(window: Window, words: int, found: dict[str, int], verdict: Verdict, where: str = "") -> None:
    for number in range(words):
        word = f"{window.name}n{number}"
        if not found.get(word):
            verdict.lost.append(word + where)
        elif found[word] > 1:
            verdict.doubled.append(word + where)
