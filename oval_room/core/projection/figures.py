"""The figures of the projector."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import FigureKind, kinds

KINDS: Final = kinds(
    FigureKind(
        "throw",
        "projector.{projector}.throw",
        "mm",
        "throw, lens to screen",
        "6.1",
        "d = y_l − y_p",
        "throw",
        short="throw",
        rank=1,
    ),
    FigureKind("throw_ratio", "projector.{projector}.ratio", "ratio", "throw ratio", "6.1", "TR = d/w", "throw"),
    FigureKind(
        "nearest",
        "projector.{projector}.nearest",
        "mm",
        "nearest throw for this width",
        "6.1",
        "w × TR_wide",
        "throw",
        side="least",
    ),
    FigureKind(
        "farthest",
        "projector.{projector}.farthest",
        "mm",
        "farthest throw for this width",
        "6.1",
        "w × TR_tele",
        "throw",
        side="greatest",
    ),
    FigureKind(
        "least_width",
        "projector.{projector}.least_width",
        "mm",
        "least width at this throw",
        "6.1",
        "d/TR_tele",
        "throw",
        side="least",
    ),
    FigureKind(
        "greatest_width",
        "projector.{projector}.greatest_width",
        "mm",
        "greatest width at this throw",
        "6.1",
        "d/TR_wide",
        "throw",
        side="greatest",
    ),
    FigureKind(
        "behind",
        "projector.{projector}.behind",
        "mm",
        "room left behind the body",
        "6.2",
        "depth − y_l − body − vent",
        "throw",
        short="room behind",
        rank=15,
    ),
    FigureKind(
        "shift_v", "projector.{projector}.shift_v", "heights", "shift wanted, up", "6.3", "v = (z_c − z_l)/h", "throw"
    ),
    FigureKind(
        "shift_s",
        "projector.{projector}.shift_s",
        "widths",
        "shift wanted, sideways",
        "6.3",
        "s = (x_c − x_l)/w",
        "throw",
    ),
    FigureKind(
        "shift_use",
        "projector.{projector}.shift_use",
        "pct",
        "share of the lens's shift used",
        "6.3",
        "v and s against the lens's window",
        "throw",
        short="shift",
        rank=7,
    ),
    FigureKind(
        "lens_z",
        "projector.{projector}.lens_z",
        "mm",
        "lens above the floor",
        "6.5",
        "z_l",
        "throw",
        short="lens height",
        rank=5,
    ),
)
