"""Wide films: constant height by zoom, constant width with bars, and the largest in a room that is too short
(rules 6.9)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from oval_room.core.projection.throw import Lens, Span, distances
from oval_room.core.projection.zoom import zoom_factor

FILM: Final = 16 / 9
"""The aspect that most pictures have."""


@dataclass(frozen=True, slots=True)
class ByZoom:
    """Constant height by zoom: 16:9 and scope at one height from one lens.

    zoom: needed. raster: of the scope setting, width and height; overshoot: above and below, each. span: distances that
    serve both, crossed where none does. v_film, v_scope: shift each needs [image heights]. light: of scope per area,
    over that of 16:9. side_bar: beside 16:9 on the scope screen, each.
    """

    zoom: float
    raster: tuple[float, float]
    film_width: float
    overshoot: float
    span: Span
    v_film: float | None
    v_scope: float | None
    light: float | None
    side_bar: float

    @property
    def possible(self) -> bool:
        """Whether one lens position serves both."""
        return self.span.least <= self.span.greatest


def by_zoom(
    *,
    height: float,
    scope: float,
    lens: Lens,
    throw: float | None = None,
    image_z: float | None = None,
    lens_z: float | None = None,
    own: float = FILM,
    at_tele: float | None = None,
) -> ByZoom:
    """Constant height by zoom (rules 6.9).

    Args:
        height: of both pictures [mm]. scope: aspect of the wide one. lens: throw ratios. throw: lens to screen [mm].
        image_z, lens_z: image centre and lens above the floor [mm]. own: the projector's own aspect. at_tele: light its
        zoom leaves at the tele end.
    """
    film, wide = height * max(own, FILM), height * max(own, scope)
    near, far = distances(wide, lens).least, distances(film, lens).greatest
    shift = None if image_z is None or lens_z is None else image_z - lens_z
    light = None
    if throw is not None and near <= throw <= far:
        light = (film / wide) ** 2 * zoom_factor(throw / wide, lens, at_tele) / zoom_factor(throw / film, lens, at_tele)
    return ByZoom(
        wide / film,
        (wide, wide / own),
        height * FILM,
        max(wide / own - height, 0.0) / 2,
        Span(near, far),
        None if shift is None else shift / (film / own),
        None if shift is None else shift / (wide / own),
        light,
        max(height * scope - height * FILM, 0.0) / 2,
    )


def bars(width: float, scope: float) -> tuple[float, float]:
    """Height of a wide film on a 16:9 screen of a width, and both its bars together [mm]: h·(1 − 1.778/a) (6.9)."""
    film = width / scope
    return film, width / FILM - film


def largest(throw: float, widest: float, scope: float) -> tuple[float, float]:
    """The largest wide picture a throw lights, width and height [mm]: d/TR_wide across (rules 6.9)."""
    return throw / widest, throw / widest / scope
