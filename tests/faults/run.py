"""One run: a school writes and pushes while harm is done; then everything is looked at."""

import asyncio
import random

from tests.faults.application import Application, health
from tests.faults.harm import Harm
from tests.faults.line import Line
from tests.faults.people import Browser
from tests.faults.school import School, make_school
from tests.faults.verdict import Verdict, look

USUAL = 0.05  # of all answers are lost, and of all lines cut, whatever else happens


async def run(seconds: float, longest: float, seed: int) -> Verdict:
    """seconds: how long harm is done, at the least until every kind was. longest: until a killed launcher is back."""
    chance = random.Random(seed)
    application = Application()
    try:
        await application.start()
        line = Line(application.port, random.Random(chance.random()))
        near_end = await line.open()
        school = await make_school(application, near_end, random.Random(chance.random()))
        harm = Harm(application, line, random.Random(chance.random()), longest)
        await _write_meanwhile(school, harm, seconds)
        verdict = Verdict(harm.done, _figures(school, line))
        await look(school, application.address, verdict)
        verdict.said = application.said if verdict.stuck else ""
        await line.close()
        return verdict
    finally:
        await application.remove()


async def _write_meanwhile(school: School, harm: Harm, seconds: float) -> None:
    quiet = asyncio.Event()
    harm.line.loses = harm.line.breaks = USUAL
    people = [asyncio.create_task(window.write(quiet)) for window in school.windows]
    people.append(asyncio.create_task(school.teacher.push(quiet)))
    try:
        await harm.do(asyncio.get_running_loop().time() + seconds)
        harm.line.loses = harm.line.breaks = 0
        while health(harm.application.address).get("status") != "ok":
            await asyncio.sleep(0.5)
    finally:
        quiet.set()
    await asyncio.wait_for(asyncio.gather(*people), 120)


def _figures(school: School, line: Line) -> dict[str, int | float]:
    return {
        "words typed": sum(window.typed for window in school.windows),
        "pushes asked for": len(school.teacher.pushes),
        "lines cut in the middle": line.broken,
        "answers that were lost": line.lost,
        "requests without an answer": sum(browser.unanswered for browser in _browsers(school)),
    }


def _browsers(school: School) -> list[Browser]:
    return list({id(window.browser): window.browser for window in school.windows}.values())
