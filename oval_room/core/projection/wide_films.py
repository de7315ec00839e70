"""Wide films: constant height by zoom, constant width with bars, and the largest in a room that is too short
(rules 6.9)."""

from __future__ import annotations

from typing import Final

from oval_room.core.projection.throw import Lens, Span, distances
from oval_room.core.projection.zoom import zoom_factor
from oval_room.core.record import record

FILM: Final = 16 / 9
"""The aspect that most pictures have."""


@record
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


ANAMORPHIC: Final = 4 / 3
"""What an anamorphic lens stretches a picture across (rules 6.9)."""


@record
class Way:
    """A way to show both 16:9 and a wide film [mm].

    name: its own. film, wide: width and height of either. rasters: widths of the rasters that light them, the
    stretch of a lens before them not counted. stretch: what such a lens stretches the wide one across.
    """

    name: str
    film: tuple[float, float]
    wide: tuple[float, float]
    rasters: tuple[float, float]
    stretch: float = 1.0

    @property
    def areas(self) -> tuple[float, float]:
        """Of either [mm²]."""
        return self.film[0] * self.film[1], self.wide[0] * self.wide[1]


def ways(width: float, *, scope: float, own: float = FILM) -> tuple[Way, ...]:
    """The ways compared for a wide screen of a width [mm]: at one height, by zoom or by an anamorphic lens; at one
    width on a 16:9 screen; at one area on a 16:9 screen (rules 6.9).

    Args:
        scope: the wide film's aspect. own: the projector's.
    """
    height = width / scope
    film = height * FILM, height
    lit = height * max(own, FILM)
    same, stretched = (width * height * FILM) ** 0.5, min(lit * ANAMORPHIC, width)
    return (
        Way("by zoom", film, (width, height), (lit, height * max(own, scope))),
        Way("by an anamorphic lens", film, (stretched, stretched / scope), (lit, lit), ANAMORPHIC),
        Way("at one width", (width, width / FILM), (width, height), (_lit(width, own), _lit(width, own))),
        Way("at one area", (same, same / FILM), (same, same / scope), (_lit(same, own), _lit(same, own))),
    )


def _lit(width: float, own: float) -> float:
    """The raster for a 16:9 picture of a width."""
    return width / FILM * max(own, FILM)


def bars(width: float, scope: float) -> tuple[float, float]:
    """Height of a wide film on a 16:9 screen of a width, and both its bars together [mm]: h·(1 − 1.778/a) (6.9)."""
    film = width / scope
    return film, width / FILM - film


def largest(throw: float, widest: float, scope: float) -> tuple[float, float]:
    """The largest wide picture a throw lights, width and height [mm]: d/TR_wide across (rules 6.9)."""
    return throw / widest, throw / widest / scope
