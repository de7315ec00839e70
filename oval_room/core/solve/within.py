"""Searches end within a second: what they found until then is what they tell (planning value of ours)."""

from __future__ import annotations

import time
from collections.abc import Callable, Collection, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import ClassVar, Final

from oval_room.core.evaluate import Evaluator
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.report import Report, Result

SECONDS: Final = 0.55
"""How long a search may take, so that its answer, worked out, kept and drawn, is there within a second [s]."""
SECONDS_OF_ONE_LOOK: Final = 0.5
"""How long things that may move are looked at before their page is sent; the rest follows [s]."""
SECONDS_OF_THE_FIRST: Final = 0.7
"""How long the first of them may take: without it there is nothing to show [s]."""
TOO_LARGE: Final = (
    "this job is too large to search in a second: look at one picture of a copy of it, or try values one by one"
)


class OutOfTimeError(Exception):
    """A search's time is over."""


class Watch:
    """The time of one search, from when it is made."""

    patience: ClassVar[float] = 1.0
    """How many times longer a search may take: over one where answers count and not time, as in tests."""

    def __init__(
        self,
        seconds: float = SECONDS,
        clock: Callable[[], float] = time.thread_time,
        unwanted: Callable[[], bool] = lambda: False,
    ) -> None:
        """Make one. clock: this thread's own working time, so that what others do meanwhile cuts nothing short [s].
        unwanted: whether nobody waits for the answer any more."""
        self._clock, self._until, self._unwanted = clock, clock() + seconds * self.patience, unwanted

    @property
    def over(self) -> bool:
        return self._clock() > self._until or self._unwanted()

    def give(self, seconds: float) -> None:
        """So much more time [s], for what was none of the search's own."""
        self._until += seconds

    def check(self) -> None:
        """Nothing, while there is time.

        Raises:
            OutOfTimeError: it is over.
        """
        if self.over:
            raise OutOfTimeError


_asked: ContextVar[Watch | None] = ContextVar("asked", default=None)


@contextmanager
def one_watch() -> Iterator[Watch]:
    """One time for everything that is searched for within, however often."""
    outer = _asked.get()
    if outer is not None:
        yield outer
        return
    watch = Watch()
    token = _asked.set(watch)
    try:
        yield watch
    finally:
        _asked.reset(token)


def watch_now() -> Watch:
    """The time there is for a search: that of what is asked as a whole, else its own."""
    return _asked.get() or Watch()


class Timed(Evaluator):
    """Evaluates while there is time; the first time always.

    Raises:
        OutOfTimeError: when called later than that.
    """

    def __init__(self, watch: Watch, only: str | None = None, *, without: Collection[type[Result]] = ()) -> None:
        super().__init__(only, without=without)
        self.watch, self._begun = watch, False
        self.found = False
        """Whether the search has found something that can be told."""

    def __call__(self, plan: Plan, gear: GearShelf, scheme: str | None = None) -> Report:
        if self._begun:
            self.watch.check()
        self._begun = True
        return super().__call__(plan, gear, scheme)
