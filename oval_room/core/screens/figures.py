"""The figures of pictures as things."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import FigureKind, kinds

KINDS: Final = kinds(
    FigureKind("chord", "picture.{picture}.chord", "mm", "chord, edge to edge", "2.2", "2·R·sin(w/(2·R))", "picture"),
    FigureKind("bow", "picture.{picture}.bow", "mm", "depth of the curve", "2.2", "R·(1 − cos(w/(2·R)))", "picture"),
    FigureKind("part_width", "picture.{picture}.part.width", "mm", "each part's width", "2.4", "w/n", "picture"),
    FigureKind(
        "part_diagonal",
        "picture.{picture}.part.diagonal",
        "mm",
        "each part's diagonal",
        "2.4",
        "√((w/n)² + (h/m)²)",
        "picture",
    ),
    FigureKind(
        "cloth_w",
        "picture.{picture}.cloth.w",
        "mm",
        "cloth piece across",
        "2.7",
        "(w + 2·m)·cos(φ) + (h + 2·m)·sin(φ)",
        "picture",
        side="least",
    ),
    FigureKind(
        "cloth_h",
        "picture.{picture}.cloth.h",
        "mm",
        "cloth piece down",
        "2.7",
        "(w + 2·m)·sin(φ) + (h + 2·m)·cos(φ)",
        "picture",
        side="least",
    ),
)
