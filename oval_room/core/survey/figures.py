"""The figures of the survey."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import FigureKind, kinds

KINDS: Final = kinds(
    FigureKind(
        "misclosure",
        "room.misclosure.{what}",
        "mm",
        "diagonal, read less worked out",
        "1.4",
        "measured − √(a² + b²)",
        "survey",
    ),
    FigureKind("fall", "room.fall.{what}", "mm", "fall per metre", "7.14", "plane through n corners", "survey"),
    FigureKind("lean", "room.lean.{what}", "mm", "lean per metre", "7.14", "p", "survey"),
)
