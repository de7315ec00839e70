"""Lens memories: what of its screen a setting fills, and what it asks of the lens there (rules 6.1, 6.3, 6.8, 6.9)."""

from __future__ import annotations

from oval_room.core.projection.document import Sits
from oval_room.core.projection.throw import Lens, raster_width
from oval_room.core.projection.zoom import zoom_factor
from oval_room.core.record import record


@record
class Filled:
    """A picture on its screen [mm]: its size, and its middle above the screen's."""

    width: float
    height: float
    up: float


def filled(screen: tuple[float, float], aspect: float, *, width: float | None = None, sits: Sits = "centre") -> Filled:
    """The picture of an aspect on a screen, width and height [mm]; the largest there is where no width is given.

    A wide film on a 16:9 screen keeps its width, 16:9 on a wide screen its height.
    """
    across = min(screen[0], screen[1] * aspect) if width is None else width
    high = across / aspect
    spare = (screen[1] - high) / 2
    return Filled(across, high, {"centre": 0.0, "bottom": -spare, "top": spare}[sits])


def raster_of(picture: Filled, own: float) -> tuple[float, float]:
    """Width and height of the raster that lights it, by the projector's own aspect [mm]."""
    across = raster_width(picture.width, picture.height, own)
    return across, across / own


def light_share(
    rasters: tuple[float, float], throws: tuple[float, float], lens: Lens, at_tele: float | None = None
) -> float | None:
    """Light per area of the first of two rasters, over that of the second; None where the lens has no such zoom
    (rules 6.9).

    rasters: their widths [mm]. throws: from the lens to either's screen [mm].
    """
    ratios = [throw / one for throw, one in zip(throws, rasters, strict=True)]
    if not all(lens[0] * (1 - 1e-9) <= one <= lens[1] * (1 + 1e-9) for one in ratios):
        return None
    mine, theirs = (zoom_factor(one, lens, at_tele) for one in ratios)
    return (rasters[1] / rasters[0]) ** 2 * mine / theirs
