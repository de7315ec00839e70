"""The figures of dusting."""

from __future__ import annotations

from typing import Final

from oval_room.core.dusting.units import WIPES

from oval_room.core.figures import FigureKind, kinds

KINDS: Final = kinds(
    FigureKind("dust_wipes", "dusting.{picture}.wipes", WIPES, "to dust it once", "7.1", "A/S", "dusting")
)
