"""The mount window: where the plate may be for throw, body and shift at once, and the joists in it (rules 6.7)."""

from __future__ import annotations

from collections.abc import Sequence

from oval_room.core.levels import beyond
from oval_room.core.projection.mount_point import LensOnPlate, plate_place
from oval_room.core.projection.shift import ShiftWindow, side_room
from oval_room.core.projection.throw import FIXED_LENS_ROOM, VENT, Lens, distances
from oval_room.core.record import record


@record
class MountWindow:
    """Plate depths and places along the wall [mm], None where nothing does; joists inside, and the one deepest inside:
    that with the most slack to its nearer end, with its slack to both."""

    y: tuple[float, float] | None
    x: tuple[float, float] | None
    joists: tuple[float, ...]
    deepest: float | None
    slack: tuple[float, float] | None


def mount_window(
    *,
    width: float,
    height: float,
    screen_y: float,
    image: tuple[float, float],
    lens: Lens,
    on_plate: LensOnPlate,
    hung: bool,
    lens_z: float,
    window: ShiftWindow,
    room_depth: float,
    body_behind_lens: float,
    vent: float = VENT,
    joists: Sequence[float] = (),
) -> MountWindow:
    """The plate's places at one lens height (rules 6.5, 6.7).

    Args:
        width, height: of the raster lit; image: its centre along and up; screen_y: its plane [mm].
        on_plate: where the lens is on it. window: shift, upright. room_depth, body_behind_lens, vent: what bounds the
        lens behind [mm]. joists: middles of those across the room, out from the display wall [mm].
    """
    span = distances(width, lens)
    near, far = screen_y + span.least, min(screen_y + span.greatest, room_depth - body_behind_lens - vent)
    if span.least == span.greatest:
        near, far = near - FIXED_LENS_ROOM, min(near + FIXED_LENS_ROOM, room_depth - body_behind_lens - vent)
    side = side_room(window, (image[1] - lens_z) / height, width=width, height=height, hung=hung)
    y = None if beyond(near, far) else (near + on_plate.forward, far + on_plate.forward)
    x = None
    if side is not None:
        ends = [plate_place(on_plate, lens_x=image[0] - one * width, lens_y=0.0, hung=hung)[0] for one in side]
        x = (min(ends), max(ends))
    inside = tuple(sorted(one for one in joists if y is not None and not beyond(y[0], one) and not beyond(one, y[1])))
    deepest, slack = _deepest(inside, y)
    return MountWindow(y, x, inside, deepest, slack)


def _deepest(
    inside: Sequence[float], y: tuple[float, float] | None
) -> tuple[float, tuple[float, float]] | tuple[None, None]:
    """The joist with the most slack to its nearer end, and its slack to both."""
    if y is None or not inside:
        return None, None
    least, most = y
    deepest = max(inside, key=lambda one: min(one - least, most - one))
    return deepest, (deepest - least, most - deepest)
