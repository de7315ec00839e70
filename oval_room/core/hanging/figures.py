"""The figures of what hangs on the walls."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import FigureKind, kinds

KINDS: Final = kinds(
    FigureKind(
        "hang_row",
        "hanging.{thing}.row",
        "mm",
        "its screws above the floor",
        "7.3",
        "z_t − c",
        "fixing",
        rank=19,
        short="screw row",
    ),
    FigureKind("hang_hole", "hanging.{thing}.hole.{n}", "mm", "screw from the wall's left end", "7.3", "x_n", "fixing"),
    FigureKind("hang_load", "hanging.{thing}.load", "n", "load on its screws", "7.5", "W = 9.81·m", "fixing"),
    FigureKind(
        "hang_holding", "hanging.{thing}.holding", "n", "of its screws meet something that holds", "7.11", "n", "fixing"
    ),
    FigureKind(
        "hang_use",
        "hanging.{thing}.use",
        "pct",
        "of what its worst screw carries",
        "7.11",
        "100·(W·e/(n·ζ)/T + (W/n)/V)",
        "fixing",
    ),
)
