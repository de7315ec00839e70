"""The figures of walls of displays."""

from __future__ import annotations

from typing import Final

from oval_room.core.array.units import PX
from oval_room.core.figures import FigureKind, FigureUnit, kinds

STAGE: Final = "array"


def _of_wall(
    name: str, unit: FigureUnit, label: str, rule: str, formula: str, rank: int = 0, short: str = ""
) -> FigureKind:
    return FigureKind(name, f"picture.{{picture}}.{name}", unit, label, rule, formula, STAGE, rank=rank, short=short)


KINDS: Final = kinds(
    _of_wall("wall_across", PX, "canvas across", "9.2", "round(w·s)", 50, "canvas"),
    _of_wall("wall_down", PX, "canvas down", "9.2", "round(h·s)"),
    _of_wall("wall_error", "ratio", "worst edge off by, px", "9.2", "e"),
    _of_wall("wall_factor", "ratio", "display pixels for one of the canvas", "9.3", "p/c"),
    _of_wall("wall_blend", "mm", "from here pixels are no longer told apart", "3.3", "p/(2·tan(1/120°))"),
    FigureKind(
        "walls_outputs", "walls_outputs", "count", "outputs to spare", "9.3", "n − d", STAGE, rank=51, short="spare"
    ),
    FigureKind("walls_watts", "walls_watts", "watts", "all displays", "12.1", "W", STAGE),
    FigureKind("walls_heat", "walls_heat", "btu", "heat in an hour", "12.1", "W·3.412", STAGE),
    FigureKind("walls_mass", "walls_mass", "kg", "all displays with their mounts", "9.5", "m", STAGE),
    FigureKind(
        "walls_circuits",
        "walls_circuits",
        "count",
        "circuits for the displays",
        "12.2",
        "C",
        STAGE,
        rank=52,
        short="circuits",
    ),
)
