"""How people say a wall of displays."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Final

from oval_room.core.array.wall import walls_of
from oval_room.core.tape.phrase import Here
from oval_room.core.tape.sayings import Saying, grouped

_SHAPES: Final = {
    "2": ("2 x 1", "1 x 2"),
    "3": ("3 x 1", "1 x 3"),
    "4": ("2 x 2", "4 x 1", "1 x 4"),
    "6": ("3 x 2", "2 x 3"),
    "8": ("4 x 2", "2 x 4"),
    "9": ("3 x 3",),
    "12": ("4 x 3", "3 x 4"),
}


def _shaped(here: Here, said: Mapping[str, str]) -> list[str]:
    return [f"displays {grid} {said['what']}" for grid in _SHAPES.get(said["n"], ())]


def _moved(way: str = "", edge: str = "") -> Callable[[Here, Mapping[str, str]], str]:
    """A line that moves a whole wall of displays: the one that is numbered, else the one that is looked at."""

    def line(here: Here, said: Mapping[str, str]) -> str:
        walls = walls_of(here.plan.chosen)
        looked = next((n for n, one in enumerate(walls.values(), 1) if here.subject.picture in one.members), 1)
        n = said.get("n", str(looked))
        return f"wall group {n} {said.get('way') or way or said.get('edge')} {said.get('by') or said.get('up')}"

    return line


_MOVE: Final = "[move|shift|push] wall "
SAYINGS: Final[tuple[Saying, ...]] = (
    Saying("display {n:number} {rest:text}", "wall display {n} {rest}", when=grouped("wall")),
    Saying("controller {rest:text}", "wall controller {rest}", when=grouped("wall")),
    Saying("{grid:grid} [video] (wall|videowall) [displays|panels|screens|tvs] {what:words}", "displays {grid} {what}"),
    Saying("[video] (wall|videowall) {grid:grid} [displays|panels|screens|tvs] {what:words}", "displays {grid} {what}"),
    *(
        Saying(pattern, line, when=grouped("wall"))
        for pattern, line in (
            (_MOVE + "{n:number} {way:up|down|left|right} [by] {by:by}", _moved()),
            (_MOVE + "{n:number} [by] {by:by} {way:up|down|left|right}", _moved()),
            (_MOVE + "{way:left|right} [by] {by:by}", _moved()),
            ("(raise|lift) wall {n:number} [by] {by:by}", _moved("up")),
            ("(lower|drop) wall {n:number} [by] {by:by}", _moved("down")),
            ("wall {n:number} {edge:bottom|centre|top} [edge] {up:length}", _moved()),
        )
    ),
    Saying("[video] (wall|videowall) of {n:count} {what:words}", _shaped, ask="In which columns and rows?"),
)
