"""Base, master and student of one thing: of a page, a block, its attributes, its words."""

from collections.abc import Callable
from typing import Generic, NamedTuple, TypeVar

T = TypeVar("T")
R = TypeVar("R")


class ThreeWay(NamedTuple, Generic[T]):
    """`base`: what both began as. `master`: the teacher's, or the state that was saved last. `student`: theirs."""

    base: T
    master: T
    student: T

    def each(self, ask: Callable[[T], R]) -> "ThreeWay[R]":
        """The same of every side."""
        return ThreeWay(ask(self.base), ask(self.master), ask(self.student))
