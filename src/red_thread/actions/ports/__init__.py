"""What the actions need from outside, as protocols; `store` and `jobs` give it."""

from datetime import datetime
from typing import Protocol

from red_thread.actions.ports.classes import Classes
from red_thread.actions.ports.groups import Groups
from red_thread.actions.ports.masters import Masters
from red_thread.actions.ports.notebooks import Notebooks
from red_thread.actions.ports.operations import Operations
from red_thread.actions.ports.people import People
from red_thread.actions.ports.pictures import Pictures
from red_thread.actions.ports.pull_backs import PullBacks
from red_thread.actions.ports.pushes import Pushes
from red_thread.actions.ports.reach import Boards


class Queue(Protocol):
    """Work that goes on after the transaction, and only if it is committed."""

    async def run_push(self, push_id: int, master_id: int) -> None: ...
    async def forget_failed(self, push_id: int) -> None: ...


class News(Protocol):
    """What open pages hear of, once the transaction is committed."""

    async def of_push(self, push_id: int, notebook_ids: list[int]) -> None: ...
    async def of_notebooks(self, notebook_ids: list[int]) -> None: ...


class Unit(Protocol):
    """One transaction in one school: everything in it happens, or nothing."""

    @property
    def now(self) -> datetime: ...
    @property
    def school(self) -> int: ...
    @property
    def people(self) -> People: ...
    @property
    def masters(self) -> Masters: ...
    @property
    def classes(self) -> Classes: ...
    @property
    def groups(self) -> Groups: ...
    @property
    def notebooks(self) -> Notebooks: ...
    @property
    def pushes(self) -> Pushes: ...
    @property
    def operations(self) -> Operations: ...
    @property
    def pull_backs(self) -> PullBacks: ...
    @property
    def boards(self) -> Boards: ...
    @property
    def pictures(self) -> Pictures: ...
    @property
    def queue(self) -> Queue: ...
    @property
    def news(self) -> News: ...
