"""One transaction, and all that can be asked in it."""

from collections.abc import Awaitable, Callable
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal

from sqlalchemy import text
from sqlalchemy.ext.asyncio import AsyncConnection

from red_thread.store.blobs import BlobStore
from red_thread.store.classes.away import AwayStore
from red_thread.store.classes.classes import ClassStore
from red_thread.store.classes.following import FollowingStore
from red_thread.store.classes.groups import GroupStore
from red_thread.store.master.asked_for import AskedForStore
from red_thread.store.master.editions import EditionStore
from red_thread.store.master.masters import MasterStore
from red_thread.store.master.outlines import OutlineStore
from red_thread.store.master.pages import PageStore
from red_thread.store.news import Notifier
from red_thread.store.notebook.arrangements import ArrangementStore
from red_thread.store.notebook.finding import FindingStore
from red_thread.store.notebook.notebooks import NotebookStore
from red_thread.store.open_now import OpenNowStore
from red_thread.store.people.accounts import AccountStore
from red_thread.store.people.links import LinkStore
from red_thread.store.people.people import PeopleStore
from red_thread.store.people.schools import SchoolStore
from red_thread.store.push.audiences import AudienceStore
from red_thread.store.push.defects import DefectStore
from red_thread.store.push.given import GivenStore
from red_thread.store.push.operations import OperationStore
from red_thread.store.push.pull_backs import PullBackStore
from red_thread.store.push.pushes import PushStore
from red_thread.store.quotas import QuotaStore
from red_thread.store.reach.boards import BoardStore
from red_thread.store.turns import TurnStore

_FORGET_FAILED = text("""
    DELETE FROM procrastinate_jobs
    WHERE task_name = 'run_push' AND status = 'failed' AND (args->>'push_id')::bigint = :push
""")


@dataclass(frozen=True, slots=True)
class Task:
    """What the worker is to do. `lock`: what no two tasks may have at once; None: it may run beside any."""

    name: Literal["run_push", "help_push"]
    push_id: int
    lock: str | None


Defer = Callable[[Any, int, Task], Awaitable[None]]


class JobQueue:
    """Enqueues on the transaction's own connection: no job without its rows, no rows without their job."""

    def __init__(self, connection: AsyncConnection, school: int, defer: Defer | None) -> None:
        self.connection, self.school, self.defer = connection, school, defer

    async def run_push(self, push_id: int, master_id: int) -> None:
        """The worker will run this push, one after another with those of its master."""
        await self._enqueue(Task("run_push", push_id, f"master:{master_id}"))

    async def help_push(self, push_id: int, helpers: int) -> None:
        """So many more workers, if there are as many, do parts of this push."""
        for _ in range(helpers):
            await self._enqueue(Task("help_push", push_id, None))

    async def _enqueue(self, task: Task) -> None:
        if self.defer is not None:
            raw = await self.connection.get_raw_connection()
            await self.defer(raw.driver_connection, self.school, task)

    async def forget_failed(self, push_id: int) -> None:
        """Takes out the jobs of a push that gave up, so that it counts its tries anew."""
        await self.connection.execute(_FORGET_FAILED, {"push": push_id})


class Unit:
    """One transaction in one school, and all that can be asked in it."""

    def __init__(self, connection: AsyncConnection, now: datetime, school: int, defer: Defer | None) -> None:
        self.connection, self.now, self.school = connection, now, school
        self.people = PeopleStore(connection, now)
        self.links = LinkStore(connection)
        self.schools = SchoolStore(connection)
        self.masters = MasterStore(connection, now)
        self.outlines = OutlineStore(connection, now)
        self.pages = PageStore(connection, now)
        self.editions = EditionStore(connection, now)
        self.asked_for = AskedForStore(connection, now)
        self.classes = ClassStore(connection, now)
        self.following = FollowingStore(connection, now)
        self.groups = GroupStore(connection, now)
        self.away = AwayStore(connection)
        self.finding = FindingStore(connection)
        self.notebooks = NotebookStore(connection, now)
        self.arrangements = ArrangementStore(connection, now)
        self.pushes = PushStore(connection, now)
        self.audiences = AudienceStore(connection)
        self.given = GivenStore(connection)
        self.operations = OperationStore(connection, now)
        self.defects = DefectStore(connection)
        self.pull_backs = PullBackStore(connection, now)
        self.boards = BoardStore(connection)
        self.blobs = BlobStore(connection)
        self.news = Notifier(connection)
        self.accounts = AccountStore(connection, now)
        self.quotas = QuotaStore(connection)
        self.turns = TurnStore(connection, now)
        self.open_now = OpenNowStore(connection, now)
        self.queue = JobQueue(connection, school, defer)
