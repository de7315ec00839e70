"""Where a rig's uprights or arms are drilled: each screen's bolts above the floor (rules 7.3, 8.3)."""

from __future__ import annotations

import math
from collections.abc import Mapping

from oval_room.core.plan.gear import GearShelf, Panel
from oval_room.core.record import record
from oval_room.core.rig.rig import Rig
from oval_room.core.screens.document import Picture
from oval_room.core.screens.hung import as_hung, bolts_aside


@record
class Bolts:
    """A screen's bolts as it stands: heights of the upper and the lower row above the floor, how far apart across,
    their middle right of the picture's [mm]; None where no sheet tells them."""

    name: str
    rows: tuple[float, float] | None
    across: float | None
    aside: float


def bolts_of(rig: Rig, pictures: Mapping[str, Picture], gear: GearShelf) -> list[Bolts]:
    """Every screen from left to right; the heights of a tilted one along its tilt."""
    out = []
    for key in rig.screens:
        picture, sheet = pictures[key], gear.get(pictures[key].gear or "")
        hung = as_hung(sheet, picture.turned) if isinstance(sheet, Panel) else None
        if hung is None or hung.vesa is None or hung.top_to_vesa is None or not isinstance(sheet, Panel):
            out.append(Bolts(picture.name, None, None, 0.0))
            continue
        lean = math.cos(math.radians(picture.pose.pitch))
        over = picture.height / 2 + hung.frame_top - hung.top_to_vesa
        rows = (picture.pose.z + over * lean, picture.pose.z + (over - hung.vesa[1]) * lean)
        out.append(Bolts(picture.name, rows, hung.vesa[0], bolts_aside(sheet, picture.turned)))
    return out
