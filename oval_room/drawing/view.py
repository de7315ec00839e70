"""A view, as one declaration: what the sheet, the prints and the stages derive from it."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from oval_room.core.record import record
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Scene

HEAD: Final = 54.0
"""Room above a leading view for its title and strings [px]."""


def _head(look: Look) -> float:
    return HEAD


def _there(look: Look) -> bool:
    return True


@record
class Told:
    """A line of a list: its level, empty for none, its text, and what is said under it."""

    level: str
    text: str
    under: tuple[str, ...] = ()


@record
class Listed:
    """A heading of a list with its lines."""

    head: str
    note: str
    lines: tuple[Told, ...]


@record
class View:
    """One way to look at a plan.

    name: in addresses and stages' lists of views. title: as its frame is labelled. make: its scene; None where a plan
    has nothing to show in it. own: it keeps to a frame of its own, with all layers and without a scale bar. anywhere:
    it may lead at any stage. share: of the width that it takes as a companion among its neighbours. proven: a change
    is drawn in it before it is kept. titled: its scene's own title stands over it however small it is. head: room over
    it when it leads [px]. there: whether it has something to show, without making it. listed: the same as a list, which
    narrow screens show in the place of its drawing.
    """

    name: str
    title: str
    make: Callable[[Look], Scene | None]
    own: bool = False
    anywhere: bool = False
    share: int = 3
    proven: bool = False
    titled: bool = False
    head: Callable[[Look], float] = _head
    there: Callable[[Look], bool] = _there
    listed: Callable[[Look], tuple[Listed, ...]] | None = None
