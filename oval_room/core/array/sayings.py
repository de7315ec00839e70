"""How people say a wall of displays."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

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


SAYINGS: Final[tuple[Saying, ...]] = (
    Saying("display {n:number} {rest:text}", "wall display {n} {rest}", when=grouped("wall")),
    Saying("controller {rest:text}", "wall controller {rest}", when=grouped("wall")),
    Saying("{grid:grid} [video] (wall|videowall) [displays|panels|screens|tvs] {what:words}", "displays {grid} {what}"),
    Saying("[video] (wall|videowall) {grid:grid} [displays|panels|screens|tvs] {what:words}", "displays {grid} {what}"),
    Saying("[video] (wall|videowall) of {n:count} {what:words}", _shaped, ask="In which columns and rows?"),
)
