"""The figures of screens round a seat."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import FigureKind, FigureUnit, kinds

STAGE: Final = "rig"


def _own(
    name: str, of: str, unit: FigureUnit, label: str, rule: str, formula: str, rank: int = 0, short: str = ""
) -> FigureKind:
    """A figure of a panel at a desk, or of a cabinet."""
    return FigureKind(name, f"{of}.{{{of}}}.{name}", unit, label, rule, formula, STAGE, rank=rank, short=short)


KINDS: Final = kinds(
    FigureKind(
        "rig_whole",
        "picture.{picture}.rig_whole",
        "deg",
        "round the eye, edge to edge",
        "8.2",
        "φ_r − φ_l",
        STAGE,
        rank=40,
        short="round",
    ),
    FigureKind(
        "rig_centre",
        "picture.{picture}.rig_centre",
        "deg",
        "centre screen, what the game is told across",
        "8.1",
        "atan((w/2 + s)/d) + atan((w/2 − s)/d)",
        STAGE,
        rank=41,
        short="centre",
    ),
    FigureKind(
        "rig_up",
        "picture.{picture}.rig_up",
        "deg",
        "centre screen, what the game is told up",
        "8.4",
        "2·atan(tan(h/2)/a)",
        STAGE,
    ),
    FigureKind(
        "rig_turn", "picture.{picture}.rig_turn", "deg", "sides turned in", "8.2", "τ", STAGE, rank=42, short="turn"
    ),
    FigureKind(
        "rig_equal",
        "picture.{picture}.rig_equal",
        "deg",
        "turn that squares the sides to the eye",
        "8.2",
        "atan(x₀/d) + atan(m/√(x₀² + d² − m²))",
        STAGE,
    ),
    FigureKind(
        "rig_between",
        "picture.{picture}.rig_between",
        "deg",
        "between the screens, as joints are sold",
        "8.2",
        "180 − τ",
        STAGE,
    ),
    FigureKind("rig_away", "picture.{picture}.rig_away", "mm", "eye to the centre screen", "8.1", "d", STAGE),
    FigureKind(
        "rig_width",
        "picture.{picture}.rig_width",
        "mm",
        "wide over all",
        "8.2",
        "2·max(x₀, X + b·cos τ)",
        STAGE,
        side="least",
        rank=43,
        short="wide",
    ),
    FigureKind(
        "rig_depth",
        "picture.{picture}.rig_depth",
        "mm",
        "deep over all",
        "8.2",
        "(b + w + b)·sin τ",
        STAGE,
        side="least",
    ),
    FigureKind(
        "rig_stretch",
        "picture.{picture}.rig_stretch",
        "ratio",
        "one projection, stretched at the far edge",
        "8.4",
        "1/(cos(φ/2))²",
        STAGE,
    ),
    _own("desk_turn", "picture", "deg", "head turned to its corners", "8.7", "α", 44, "head"),
    _own("desk_away", "picture", "mm", "eye to the panel", "8.7", "d"),
    _own("desk_up", "picture", "deg", "top edge over the eye", "8.7", "β"),
    _own("desk_pole", "picture", "mm", "bolts' middle over the desk, for the arm", "8.7", "z_b − z_t"),
    _own("desk_edge", "picture", "ratio", "at the clamp, N·m", "8.7", "m·9.81·r/1000"),
    _own("cabinet_sides", "thing", "mm", "left on each side of the playfield", "8.8", "(w − h)/2", 45, "sides"),
    _own("cabinet_ends", "thing", "mm", "left at each end of the playfield", "8.8", "(l − b)/2"),
    _own("cabinet_shape", "thing", "pct", "of a game's field unfilled", "8.8", "max(0, 1 − a/t)·100"),
)
