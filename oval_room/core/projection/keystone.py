"""Tilt in the place of shift: where a pitched raster lands, the straight picture inside it, what that costs in pixels
(rules 6.4).

The lens lies at the height 0, the screen upright at the throw d. A raster point (u, v), in throws from the axis, lands
at x = u·d/(cosθ − v·sinθ), z = d·(sinθ + v·cosθ)/(cosθ − v·sinθ). Pitch up is positive.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.levels import Level, beyond
from oval_room.core.record import record

MIND_UNDER: Final = 92.0
STOP_UNDER: Final = 85.0
"""Share of the pixels that a corrected picture must keep [%]."""
STEEPEST: Final = 60.0
"""A lens is not pitched farther [deg]."""
MOST_TILT: Final = 45.0
"""Nobody tilts a mount farther to save a picture [deg]."""
HALVINGS: Final = 40
"""A tilt or a shift is looked for in so many steps."""
MOST_SHIFT: Final = 1.5
"""No lens shifts farther [image heights]."""
NEAR_ENOUGH: Final = 0.1
"""A tilted picture's centre is found to this [mm]."""


@record
class Keystone:
    """A pitched raster and the straight picture in it: sizes, heights above the lens [mm], pixels used [%].

    raster_bottom, raster_top: where the raster's own edges land. narrow, broad: its least and greatest half-width.
    """

    width: float
    height: float
    bottom: float
    top: float
    pixels: float
    raster_bottom: float
    raster_top: float
    narrow: float
    broad: float


def keystone(*, throw_ratio: float, aspect: float, throw: float, pitch: float, offset: float = 0.0) -> Keystone:
    """The picture of a pitched projector, corrected to be straight (rules 6.4).

    Args:
        throw_ratio: over 0. aspect: of the raster. throw: lens to screen, square to it [mm].
        pitch: of the lens, up positive [deg], under 60 either way.
        offset: image centre above the lens axis in image heights, negative when hung.

    Raises:
        RefusedError: the raster does not all land on the screen.
    """
    if pitch < 0:  # in the lens's level it is the mirror image
        up = keystone(throw_ratio=throw_ratio, aspect=aspect, throw=throw, pitch=-pitch, offset=-offset)
        return _mirrored(up)
    u_m = 1 / (2 * throw_ratio)
    v_m = u_m / aspect
    v_lo, v_hi = (2 * offset - 1) * v_m, (2 * offset + 1) * v_m
    sin, cos = math.sin(math.radians(pitch)), math.cos(math.radians(pitch))
    if pitch > STEEPEST or cos - v_hi * sin <= 1e-9 or cos - v_lo * sin <= 1e-9:
        raise RefusedError("the upper edge would never reach the screen: pitch it less", field="pitch_deg", value=pitch)

    def height_of(v: float) -> float:
        return throw * (sin + v * cos) / (cos - v * sin)

    bottom, top = height_of(v_lo), height_of(v_hi)
    narrow, broad = sorted(u_m * throw / (cos - v * sin) for v in (v_lo, v_hi))
    half = narrow if offset >= 0 else min(narrow, aspect * (top - bottom) / 2)
    straight_top = bottom + 2 * half / aspect
    v_t = math.tan(math.atan(straight_top / throw) - math.radians(pitch))
    used = half / (u_m * throw) * ((cos * v_t - v_t**2 * sin / 2) - (cos * v_lo - v_lo**2 * sin / 2))
    return Keystone(
        2 * half, 2 * half / aspect, bottom, straight_top, used / (2 * v_m) * 100, bottom, top, narrow, broad
    )


def _mirrored(up: Keystone) -> Keystone:
    return Keystone(
        up.width, up.height, -up.top, -up.bottom, up.pixels, -up.raster_top, -up.raster_bottom, up.narrow, up.broad
    )


def keystone_level(pixels: float) -> Level:
    """STOP under 85 % of the pixels, MIND under 92, else a NOTE: any correction costs sharpness (rules 6.4)."""
    if beyond(STOP_UNDER, pixels):
        return Level.STOP
    return Level.MIND if beyond(MIND_UNDER, pixels) else Level.NOTE


@record
class Tilt:
    """What a pitch does in the place of lens shift: pitch, up positive [deg], the throw ratio it wants, what lands, and
    the shift it is with [image heights]."""

    pitch: float
    throw_ratio: float
    lands: Keystone
    offset: float

    @property
    def raster(self) -> tuple[float, float, float, float]:
        """Half-widths of the lit raster at its bottom and top, and those edges above the lens [mm]."""
        low, high = (self.lands.narrow, self.lands.broad) if self.pitch > 0 else (self.lands.broad, self.lands.narrow)
        return low, high, self.lands.raster_bottom, self.lands.raster_top

    @property
    def lit(self) -> float:
        """Area of the raster, a trapezoid [mm²]."""
        low, high, bottom, top = self.raster
        return (low + high) * (top - bottom)


def tilt_instead(*, width: float, aspect: float, throw: float, above: float, offset: float) -> Tilt | None:
    """The pitch that brings a corrected picture of a width to a height (rules 6.4); None where none under 45° does.

    Args:
        width: of the corrected picture [mm], over 0. aspect: of the raster, and of the picture.
        throw: lens to screen, square to it [mm], over 0.
        above: the picture's centre above the lens [mm].
        offset: image centre above the lens axis in image heights, by what shift the lens has.
    """
    if above < offset * width / aspect:  # in the lens's level it is the mirror image
        down = tilt_instead(width=width, aspect=aspect, throw=throw, above=-above, offset=-offset)
        return None if down is None else _upside_down(down)
    return _brought_to(width, above, (0.0, MOST_TILT), lambda pitch: _pitched(width, aspect, throw, pitch, offset))


def shift_when_pitched(*, width: float, aspect: float, throw: float, above: float, pitch: float) -> Tilt | None:
    """The lens shift that brings a corrected picture of a width to a height from a lens pitched so (rules 6.4); None
    where none does.

    Args:
        width: of the corrected picture [mm], over 0. aspect: of the raster, and of the picture.
        throw: lens to screen, square to it [mm], over 0.
        above: the picture's centre above the lens [mm].
        pitch: up positive [deg], under 45 either way.
    """
    if pitch < 0:  # in the lens's level it is the mirror image
        up = shift_when_pitched(width=width, aspect=aspect, throw=throw, above=-above, pitch=-pitch)
        return None if up is None else _upside_down(up)
    return _brought_to(
        width, above, (-MOST_SHIFT, MOST_SHIFT), lambda offset: _pitched(width, aspect, throw, pitch, offset)
    )


def _brought_to(
    width: float, above: float, ends: tuple[float, float], make: Callable[[float], Tilt | None]
) -> Tilt | None:
    """What is made of the value between two ends that brings the picture's middle to a height, by halving: it rises
    with the value, and past what lands at all there is nothing. None where the picture does not come there."""
    lo, hi = ends
    for _ in range(HALVINGS):
        value = (lo + hi) / 2
        tried = make(value)
        if tried is None or _middle(tried) > above:
            hi = value
        else:
            lo = value
    found = make(lo)
    return found if found is not None and _lands_at(found, width, above) else None


def above_when_pitched(*, width: float, aspect: float, throw: float, pitch: float, offset: float) -> float | None:
    """How high over the lens a corrected picture of a width comes from a pitch and a shift [mm]; None where it does not
    land.

    Args:
        as of `shift_when_pitched`; offset: the shift [image heights].
    """
    if pitch < 0:
        above = above_when_pitched(width=width, aspect=aspect, throw=throw, pitch=-pitch, offset=-offset)
        return None if above is None else -above
    found = _pitched(width, aspect, throw, pitch, offset)
    return None if found is None or abs(found.lands.width - width) > NEAR_ENOUGH else _middle(found)


def _pitched(width: float, aspect: float, throw: float, pitch: float, offset: float) -> Tilt | None:
    """A corrected picture of a width from a pitch and a shift, whatever height it comes to."""
    ratio = _ratio_for(width / throw / 2, 1 / aspect, math.radians(pitch), offset)
    try:
        lands = keystone(throw_ratio=ratio, aspect=aspect, throw=throw, pitch=pitch, offset=offset)
    except RefusedError:
        return None
    return Tilt(pitch, ratio, lands, offset)


def _middle(tilt: Tilt) -> float:
    return (tilt.lands.bottom + tilt.lands.top) / 2


def _lands_at(tilt: Tilt, width: float, above: float) -> bool:
    """Whether the corrected picture has the size and the height that are wanted."""
    return abs(_middle(tilt) - above) <= NEAR_ENOUGH and abs(tilt.lands.width - width) <= NEAR_ENOUGH


def _upside_down(tilt: Tilt) -> Tilt:
    return Tilt(-tilt.pitch, tilt.throw_ratio, _mirrored(tilt.lands), -tilt.offset)


def _ratio_for(half: float, tall: float, pitch: float, offset: float) -> float:
    """The throw ratio whose corrected picture has a half-width [throws] at a pitch [rad] up; tall: 1/aspect."""
    sin, cos = math.sin(pitch), math.cos(pitch)
    low, high = (2 * offset - 1) * tall, (2 * offset + 1) * tall
    u_m = half * cos / (1 + half * low * sin)  # half = u_m/(cos − v_lo·sin)
    if offset < 0:  # half = u_m/((cos − v_lo·sin)·(cos − v_hi·sin)) may be the less
        b = half * cos * sin * (low + high) + 1
        a = half * low * high * sin**2
        root = b * b - 4 * a * half * cos**2
        if root >= 0:
            u_m = max(u_m, 2 * half * cos**2 / (b + math.sqrt(root)))
    return 1 / (2 * u_m)
