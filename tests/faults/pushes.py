"""Large pushes, each hit once in the middle: each has to end complete by itself, with nothing placed twice or lost."""

import asyncio
import random
from dataclasses import dataclass, field
from typing import Any

import psycopg

from tests.faults.application import Application, health
from tests.faults.people import Browser, counted
from tests.faults.school import begin, bring_in, first_page, sign_in
from tests.school import to_classes

PATIENCE = 60.0  # seconds from when all parts are there again
WRITERS, WRITTEN = 5, 3  # students who write, pages that each of them writes on
HARM = ("worker", "web", "database", "launcher", "connections")


@dataclass
class PushVerdict:
    """Good if `wrong` is empty. `harm`: how often each was done while a push was under way; `slowest`: seconds."""

    students: int
    pages: int
    harm: dict[str, int] = field(default_factory=dict)
    slowest: float = 0
    wrong: list[str] = field(default_factory=list)

    def __str__(self) -> str:
        lines = [f"{self.students} notebooks, {self.pages} pages"]
        lines += [f"{name:<28} {count:>8}" for name, count in sorted(self.harm.items())]
        lines.append(f"{'complete after, seconds':<28} {self.slowest:>8.1f}")
        return "\n".join([*lines, f"{'wrong':<28} {len(self.wrong):>8}   {'; '.join(self.wrong[:12])}"])


@dataclass
class Course:
    """A class that is given pages and corrections of them, and a few of its students with their windows."""

    teacher: Browser
    master: int
    class_id: int
    pages: list[int]
    notebooks: list[int]
    writers: list[Browser] = field(default_factory=list)
    lasts: float = 0.4  # seconds that the quickest push took

    @property
    def request(self) -> dict[str, Any]:
        return {"master_id": self.master, "page_ids": self.pages, "audience": to_classes(self.class_id)}


async def run_pushes(rounds: int, students: int, pages: int, seed: int) -> PushVerdict:
    """Each round a push: first the pages, then corrections of all of them. One kind of harm a round, in turn."""
    chance = random.Random(seed)
    application, verdict = Application(small_disk=False), PushVerdict(students, pages)
    try:
        await application.start()
        course = await _make_course(application, students, pages)
        for number in range(rounds):
            if number:
                await _correct(course, number)
            await _one_push(application, course, HARM[number % len(HARM)], chance, verdict)
            await _look(application, course, number, verdict)
            if not number:
                await _let_some_write(course)
            if number % 10 == 9:
                print(f"{number + 1} pushes of {rounds}, {len(verdict.wrong)} wrong", flush=True)
        return verdict
    finally:
        await application.remove()


async def _make_course(application: Application, students: int, pages: int) -> Course:
    teacher, begun = await begin(application)
    master = begun["master_id"]
    class_id = (await teacher.ask("POST", f"/masters/{master}/classes", {"name": "9A"}))["id"]
    await bring_in(teacher, master, students)
    page = await first_page(teacher, master)
    more = {"pattern": "Log {n}", "count": pages - 1, "begins": "2026-09-01"}
    made = await teacher.ask("POST", f"/pages/{page}/many", more)
    found = await teacher.ask("GET", f"/classes/{class_id}")
    notebooks = [student["notebook_id"] for student in found["students"]]
    course = Course(teacher, master, class_id, [page, *made["page_ids"]], notebooks)
    sheet = await teacher.ask("POST", f"/classes/{class_id}/codes")
    for slip in sheet["codes"][:WRITERS]:
        course.writers.append(await sign_in(application.address, "/session/code", {"code": slip["code"]}))
    return course


async def _correct(course: Course, number: int) -> None:
    """All pages say which round it is, in a paragraph of the teacher's own."""
    for page in course.pages:
        found = (await course.teacher.ask("GET", f"/pages/{page}"))["page"]
        document = found["document"]
        said = {
            "type": "paragraph",
            "attrs": {"id": "round"},
            "content": [{"type": "text", "text": f"round{number}"}],
        }
        others = [block for block in document["content"] if block["attrs"]["id"] != "round"]
        body = {"document": {**document, "content": [*others, said]}, "revision": found["revision"]}
        await course.teacher.ask("PUT", f"/pages/{page}", body)


async def _one_push(
    application: Application, course: Course, harm: str, chance: random.Random, verdict: PushVerdict
) -> None:
    clock = asyncio.get_running_loop()
    asked = clock.time()
    push = (await course.teacher.ask("POST", "/pushes", course.request))["id"]
    watching = asyncio.create_task(_watch(course, push, verdict))
    await asyncio.sleep(chance.uniform(0, course.lasts))
    under_way = not watching.done()
    if not under_way:
        course.lasts = min(course.lasts, clock.time() - asked)
    if harm == "launcher":
        application.kill("launcher")
        await application.start_again(0)
    elif harm == "connections":
        application.cut_connections()
    else:
        application.kill(harm)
    hit = f"{harm} hit{'' if under_way else ' too late'}"
    verdict.harm[hit] = verdict.harm.get(hit, 0) + 1
    while health(application.address).get("status") != "ok":
        await asyncio.sleep(0.2)
    began = clock.time()
    try:
        await asyncio.wait_for(watching, PATIENCE)
    except TimeoutError:
        verdict.wrong.append(f"push {push} was not complete {PATIENCE:.0f} seconds after the {harm} was back")
    verdict.slowest = max(verdict.slowest, clock.time() - began)
    if under_way:
        course.lasts = max(course.lasts, (clock.time() - asked) / 2)


async def _watch(course: Course, push: int, verdict: PushVerdict) -> None:
    """Until it is done: what the screen says never goes back, and says done when it is."""
    seen = 0
    while True:
        view = await course.teacher.ask("GET", f"/masters/{course.master}/pushes")
        (told,) = [one for one in view if one["id"] == push]
        done, total, rows = told["students_done"], told["students"], sum(told["counts"].values())
        if done < seen:
            verdict.wrong.append(f"push {push} went back from {seen} to {done} students")
        if rows != done * len(course.pages):
            verdict.wrong.append(f"push {push} said {rows} rows for {done} students")
        seen = done
        if told["status"] == "failed":
            verdict.wrong.append(f"push {push} failed: {told['problem']}")
        if told["status"] in ("done", "failed"):
            if done != total or total != len(course.notebooks):
                verdict.wrong.append(f"push {push} said it was done at {done} of {total}")
            return
        await asyncio.sleep(0.1)


async def _let_some_write(course: Course) -> None:
    for number, browser in enumerate(course.writers):
        for copy in (await _copies(browser))[:WRITTEN]:
            found = await browser.ask("GET", f"/copies/{copy}")
            own = {"type": "paragraph", "attrs": {"id": f"own{number}"}}
            own["content"] = [{"type": "text", "text": f"mine{number}"}]
            document = {**found["document"], "content": [*found["document"]["content"], own]}
            began = {"revision": found["revision"], "edition_id": found["edition_id"]}
            await browser.ask("PUT", f"/copies/{copy}", {"document": document, **began})


async def _copies(browser: Browser, notebook: int) -> list[int]:
    view = await browser.ask("GET", f"/notebooks/{notebook}")
    return [page["id"] for section in view["sections"] for page in section["pages"]]


_STANDING = """
    SELECT count(*) AS copies, count(DISTINCT (notebook_id, page_id)) AS places, count(*) FILTER (
        WHERE edition_id <> (SELECT id FROM edition e WHERE e.page_id = c.page_id ORDER BY number DESC LIMIT 1)) AS behind
    FROM copy c WHERE pulled_back_id IS NULL
"""


async def _look(application: Application, course: Course, number: int, verdict: PushVerdict) -> None:
    """Every page once in each notebook, on its newest edition; and what the writers wrote, once."""
    wanted = len(course.notebooks) * len(course.pages)
    async with await _connected(application) as connection:
        found = await (await connection.execute(_STANDING)).fetchone()
    if found != (wanted, wanted, 0):
        verdict.wrong.append(f"round {number}: copies, places, behind {found}, wanted {wanted}")
    for index, browser in enumerate(course.writers):
        for place, copy in enumerate(await _copies(browser)):
            words = counted((await browser.ask("GET", f"/copies/{copy}"))["document"])
            expected = [f"round{number}"] if number else []
            expected += [f"mine{index}"] if number and place < WRITTEN else []
            verdict.wrong += [
                f"round {number}: {word} stands {words.get(word, 0)} times"
                for word in expected
                if words.get(word) != 1
            ]


async def _connected(application: Application) -> psycopg.AsyncConnection[Any]:
    """Once the database is there: what was hit after the push had ended may answer once more before it falls."""
    clock = asyncio.get_running_loop()
    until = clock.time() + PATIENCE
    while True:
        try:
            return await psycopg.AsyncConnection.connect(application.database_url())
        except psycopg.OperationalError:
            if clock.time() > until:
                raise
            await asyncio.sleep(0.2)


async def _copies(browser: Browser) -> list[int]:
    notebook = (await browser.ask("GET", "/notebooks"))[0]["id"]
    view = await browser.ask("GET", f"/notebooks/{notebook}")
    return [page["id"] for section in view["sections"] for page in section["pages"]]
