"""The beam: a pyramid from the lens to the corners of the raster lit, and what stands in it (rules 6.6)."""

from __future__ import annotations

from typing import Final, NamedTuple

from oval_room.core.levels import SLIM
from oval_room.core.projection.throw import Span

LOOKS: Final = 32
"""Depths at which a box is looked for in a tilted beam."""


class Beam(NamedTuple):
    """A beam: lens (x, y, z), raster centre (x, z), its width and height, the screen's plane y [mm]."""

    lens: tuple[float, float, float]
    centre: tuple[float, float]
    width: float
    height: float
    screen_y: float

    def at(self, y: float) -> tuple[Span, Span]:
        """Its bounds along the wall and up at a depth: linear from the lens to the screen."""
        share = (self.lens[1] - y) / (self.lens[1] - self.screen_y)
        x = self.lens[0] + (self.centre[0] - self.lens[0]) * share
        z = self.lens[2] + (self.centre[1] - self.lens[2]) * share
        half_w, half_h = self.width / 2 * share, self.height / 2 * share
        return Span(x - half_w, x + half_w), Span(z - half_h, z + half_h)


def meets_trapezoid(beam: Beam, half_widths: tuple[float, float], x: Span, z: Span, depths: Span) -> bool:
    """Whether a box is in a tilted beam, which is a trapezoid at every depth (rules 6.6).

    beam: its bounds. half_widths: of the raster at its bottom and top on the screen. depths: where the box is in the
    bounds.
    """
    for n in range(LOOKS + 1):
        y = depths.least + (depths.greatest - depths.least) * n / LOOKS
        across, up = beam.at(y)
        high = up.greatest - up.least
        low_z, high_z = max(z.least, up.least), min(z.greatest, up.greatest)
        if low_z > high_z + SLIM or high <= 0:
            continue
        share = (across.greatest - across.least) / beam.width
        ends = ((at - up.least) / high for at in (low_z, high_z))
        half = max(half_widths[0] + (half_widths[1] - half_widths[0]) * end for end in ends) * share
        middle = (across.least + across.greatest) / 2
        if middle - half <= x.greatest + SLIM and x.least <= middle + half + SLIM:
            return True
    return False


def _where(at: float, other: float, a: float, b: float) -> Span | None:
    """Where a value that goes linearly from `at` at a to `other` at b is 0 or more; None nowhere."""
    if at >= -SLIM and other >= -SLIM:
        return Span(a, b)
    if at < -SLIM and other < -SLIM:
        return None
    turn = a + (b - a) * at / (at - other)
    return Span(a, turn) if at >= -SLIM else Span(turn, b)


def struck(beam: Beam, x: Span, y: Span, z: Span) -> Span | None:
    """The depths at which a box is in the beam, touching counts; None where it is clear (rules 6.6).

    x, y, z: the box along the wall, out from it and up. It is struck when at some depth within it both intervals meet.
    """
    near, far = max(y.least, beam.screen_y), min(y.greatest, beam.lens[1])
    if near > far:
        return None
    out, start, end = Span(near, far), beam.at(near), beam.at(far)
    for axis, box in ((0, x), (1, z)):
        first, last = start[axis], end[axis]
        for a, b in (
            (box.greatest - first.least, box.greatest - last.least),
            (first.greatest - box.least, last.greatest - box.least),
        ):
            found = _where(a, b, near, far)
            if found is None:
                return None
            out = Span(max(out.least, found.least), min(out.greatest, found.greatest))
    return out if out.least <= out.greatest + SLIM else None
