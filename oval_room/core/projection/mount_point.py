"""From lens to mount plate: where the holes go (rules 6.5).

The commonest hole in the wrong place is the one that centres the body or the plate in place of the lens.
"""

from __future__ import annotations

from oval_room.core.record import record


@record
class LensOnPlate:
    """The lens from the plate's centre, projector upright, seen from behind: right, forward, plate to axis [mm]."""

    right: float
    forward: float
    to_axis: float


def plate_place(lens: LensOnPlate, *, lens_x: float, lens_y: float, hung: bool) -> tuple[float, float]:
    """Plate centre (x, y) [mm]: x_l + dx hung, x_l − dx upright; y_l + dy (rules 6.5)."""
    return lens_x + (lens.right if hung else -lens.right), lens_y + lens.forward


def pole_drop(lens: LensOnPlate, *, ceiling: float, lens_z: float) -> float:
    """Length of pole below the ceiling [mm]: z_ceiling − dz − z_lens (rules 6.5)."""
    return ceiling - lens.to_axis - lens_z


def shelf_height(lens: LensOnPlate, *, lens_z: float) -> float:
    """Height of the shelf an upright projector stands on [mm]: z_lens − dz (rules 6.5)."""
    return lens_z - lens.to_axis
