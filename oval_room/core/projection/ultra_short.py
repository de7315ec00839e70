"""Ultra-short throw: a cabinet close to the wall, its furniture, and what a millimetre does there (rules 6.8)."""

from __future__ import annotations

from typing import Final

from oval_room.core.levels import Level, beyond
from oval_room.core.record import record

LONGEST_RATIO: Final = 0.6
"""A throw ratio under this is an ultra-short throw."""
FLAT: Final = 2.0
"""A wall under one may be off by this under a 2 m straight-edge [mm]."""


@record
class Cabinet:
    """A cabinet before its screen [mm]: its back off the wall, the depth its furniture must have, how far that stands
    off the wall when it is shallower, the image's bottom above the floor."""

    back_to_wall: float
    depth_needed: float
    furniture_off: float | None
    bottom: float | None

    @property
    def level(self) -> Level:
        """STOP where the cabinet would have to stand in the wall."""
        return Level.STOP if beyond(0, self.back_to_wall) else Level.GOOD


def cabinet(
    *,
    width: float,
    height: float,
    throw_ratio: float,
    datum_to_back: float,
    depth: float,
    cabinet_height: float,
    bottom_gap: float,
    stand_off: float,
    furniture_top: float | None = None,
    furniture_depth: float | None = None,
) -> Cabinet:
    """Where a cabinet stands for a picture (rules 6.8).

    Args:
        width, height: of the picture [mm]. datum_to_back: from the cabinet's back to its lens datum [mm].
        depth, cabinet_height: of the cabinet [mm]. bottom_gap: image bottom above its top, in image heights.
        stand_off: screen surface to wall [mm]. furniture_top, furniture_depth: None where none is chosen.
    """
    back = throw_ratio * width - datum_to_back + stand_off
    needed = back + depth
    off = None if furniture_depth is None else max(needed - furniture_depth, 0.0)
    bottom = None if furniture_top is None else furniture_top + cabinet_height + bottom_gap * height
    return Cabinet(back, needed, off, bottom)


@record
class Sensitivity:
    """What one millimetre farther from the screen does to a picture [mm per mm]."""

    wider: float
    bottom_up: float
    top_up: float


def sensitivity(*, throw_ratio: float, aspect: float, bottom_gap: float) -> Sensitivity:
    """1/TR wider, g₀/(TR·a) up at the bottom, (1 + g₀)/(TR·a) at the top (rules 6.8)."""
    return Sensitivity(1 / throw_ratio, bottom_gap / (throw_ratio * aspect), (1 + bottom_gap) / (throw_ratio * aspect))


def bump(*, throw: float, above: float, right: float, towards: float) -> tuple[float, float]:
    """How far a spot comes down and goes left where the wall comes towards the projector by some mm: all rays meet at
    the cabinet's top (rules 6.8). above: the spot over the cabinet's top; right: of the lens [mm]."""
    return towards * above / throw, towards * right / throw
