"""Windows and lamps mirrored in a picture, and the least turn that clears them (rules 4.6).

The eye is mirrored in the picture's plane; each bright opening is seen through that mirrored eye on the plane, and
what falls on the picture is its patch. Own axes: right, up, out of the face.

            opening P          share of the way from the mirrored eye to P
           /   .               at which the plane is met: o/(o + P.out)
    eye • /  .
    ─────x───────── plane
    eye′ •
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from functools import lru_cache
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oval_room.core.levels import Level, beyond
from oval_room.core.pose import Point, Turn, to_own
from oval_room.core.record import record

Flat = tuple[float, float]
Patch = tuple[Flat, ...]
Bright = Sequence[Sequence[Point]]
"""Something bright by its faces: one for an opening, six for a lamp's box."""
CLEARED: Final = 1.0
"""Under this share of the picture an opening counts as cleared [%]."""
REFLECTS: Final[dict[bool, float]] = {False: 0.04, True: 0.015}
"""Share of light that a glossy, and a coated face mirrors."""
SHOWS: Final = 0.10
"""A reflection over this share of the picture's average is a mind."""
NEAR: Final = 1.0
"""What is nearer to the plane than this is not mirrored [mm]."""
FAR: Final = 1e9
ROWS: Final = 480
"""Level strips in which the union of patches is added up."""


@record
class Glass:
    """A picture as a mirror: centre [mm], turn, visible width and height [mm]."""

    centre: Point
    turn: Turn
    width: float
    height: float

    def turned(self, *, tilt_down: float = 0.0, swivel: float = 0.0) -> Glass:
        """The same glass at another tilt (face down positive) and swivel (face to +x positive), about its centre
        [deg]."""
        turn = Turn(self.turn.yaw + swivel, self.turn.pitch - tilt_down, self.turn.roll)
        return Glass(self.centre, turn, self.width, self.height)


def patch(glass: Glass, eye: Point, opening: Sequence[Point]) -> Patch:
    """The part of the picture, in its own right and up from its centre [mm], that mirrors an opening to an eye."""
    own_eye = to_own(glass.centre, glass.turn, eye)
    if own_eye.out <= 0:
        return ()
    flat = []
    for right, up, out in _own_before(glass, tuple(opening)):
        share = own_eye.out / (own_eye.out + out)
        flat.append((own_eye.right + share * (right - own_eye.right), own_eye.up + share * (up - own_eye.up)))
    return _clipped(flat, glass.width / 2, glass.height / 2)


def solid_patch(glass: Glass, eye: Point, faces: Sequence[Sequence[Point]]) -> Patch:
    """The part of the picture that mirrors a convex solid, given by its faces: what its faces' patches cover
    together, which is convex too."""
    return hull([place for face in faces for place in patch(glass, eye, face)])


def hull(places: Sequence[Flat]) -> Patch:
    """The convex hull, round from the leftmost; nothing for under three places."""
    ordered = sorted(set(places))
    if len(ordered) < 3:
        return ()
    chains: list[list[Flat]] = []
    for line in (ordered, ordered[::-1]):
        chain: list[Flat] = []
        for p in line:
            while len(chain) > 1 and _turns(chain[-2], chain[-1], p) <= 0:
                chain.pop()
            chain.append(p)
        chains.append(chain[:-1])
    return tuple(chains[0] + chains[1])


def _turns(a: Flat, b: Flat, c: Flat) -> float:
    """Over 0 when a, b, c turn to the left."""
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])


def patch_of(glass: Glass, eye: Point, bright: Bright) -> Patch:
    """The patch of an opening (one face) or of a lamp (the faces of its box)."""
    return patch(glass, eye, bright[0]) if len(bright) == 1 else solid_patch(glass, eye, bright)


@lru_cache(maxsize=1024)
def _own_before(glass: Glass, opening: tuple[Point, ...]) -> list[tuple[float, ...]]:
    """An opening in a glass's own axes, as far as it lies before it: the same for every eye."""
    return _before([tuple(to_own(glass.centre, glass.turn, corner)) for corner in opening])


def _before(corners: list[tuple[float, ...]]) -> list[tuple[float, ...]]:
    """The part of a polygon that lies before the plane."""
    out = []
    for a, b in zip(corners, [*corners[1:], corners[0]], strict=True):
        if a[2] >= NEAR:
            out.append(a)
        if (a[2] >= NEAR) != (b[2] >= NEAR):
            share = (NEAR - a[2]) / (b[2] - a[2])
            out.append(tuple(p + share * (q - p) for p, q in zip(a, b, strict=True)))
    return out


def _clipped(flat: list[Flat], half_w: float, half_h: float) -> Patch:
    """A convex polygon cut to the picture."""
    across, upward = [place[0] for place in flat] or [0.0], [place[1] for place in flat] or [0.0]
    if max(across) < -half_w or min(across) > half_w or max(upward) < -half_h or min(upward) > half_h:
        return ()
    for axis, limit, sign in ((0, half_w, 1), (0, half_w, -1), (1, half_h, 1), (1, half_h, -1)):
        kept: list[Flat] = []
        for a, b in zip(flat, [*flat[1:], *flat[:1]], strict=True):
            inside = (sign * a[axis] <= limit, sign * b[axis] <= limit)
            if inside[0]:
                kept.append(a)
            if inside[0] != inside[1]:
                share = (sign * limit - a[axis]) / (b[axis] - a[axis])
                kept.append((a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1])))
        flat = kept
    return tuple(flat)


def patch_area(one: Patch) -> float:
    """Area of a patch [mm²]."""
    return abs(sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(one, (*one[1:], *one[:1]), strict=True))) / 2


def union_area(patches: Sequence[Patch], half_h: float) -> float:
    """Area that patches cover together [mm²], overlaps once: strip by strip."""
    there = [one for one in patches if len(one) > 2]
    if len(there) < 2 or not any(_may_meet(a, b) for a, b in itertools.combinations(there, 2)):
        return sum(patch_area(one) for one in there)
    step = 2 * half_h / ROWS
    v = -half_h + (np.arange(ROWS) + 0.5) * step
    spans = np.array([_spans(one, v) for one in there])  # patch, end, strip
    order = np.argsort(spans[:, 0], axis=0)
    lo, hi = (np.take_along_axis(spans[:, end], order, axis=0) for end in (0, 1))
    reached = np.vstack([np.full((1, ROWS), -np.inf), np.maximum.accumulate(hi, axis=0)[:-1]])
    return float(np.maximum(hi - np.maximum(lo, reached), 0.0).sum() * step)


def _may_meet(a: Patch, b: Patch) -> bool:
    """Whether the boxes round two patches overlap."""
    return all(
        min(p[axis] for p in a) < max(q[axis] for q in b) and min(q[axis] for q in b) < max(p[axis] for p in a)
        for axis in (0, 1)
    )


def _spans(one: Patch, v: NDArray[np.floating]) -> NDArray[np.floating]:
    """From where to where a convex patch reaches at each height; a span of no length far off where it has nothing."""
    lo, hi = np.full(v.shape, np.inf), np.full(v.shape, -np.inf)
    for (ax, ay), (bx, by) in zip(one, (*one[1:], *one[:1]), strict=True):
        if ay != by:
            at = ax + (v - ay) * (bx - ax) / (by - ay)
            crossed = (ay > v) != (by > v)
            lo, hi = np.where(crossed, np.minimum(lo, at), lo), np.where(crossed, np.maximum(hi, at), hi)
    return np.array([np.where(hi >= lo, lo, FAR), np.where(hi >= lo, hi, FAR)])


def overlaps(glass: Glass, eye: Point, brights: Sequence[Bright]) -> tuple[list[float], float]:
    """Share of the picture that mirrors each bright thing, and all of them together [%]."""
    return shares(glass, [patch_of(glass, eye, bright) for bright in brights])


def shares(glass: Glass, patches: Sequence[Patch]) -> tuple[list[float], float]:
    """Share of the picture that each patch covers, and all of them together [%]."""
    whole = glass.width * glass.height / 100
    return [patch_area(one) / whole for one in patches], union_area(patches, glass.height / 2) / whole


def least_turn(
    glass: Glass, eyes: Sequence[Point], *, brights: Sequence[Bright], way: str, lo: float, hi: float
) -> int | None:
    """The smallest whole-degree tilt or swivel alone that clears every eye [deg]; None when none in the range does.

    Args:
        way: `tilt_down` or `swivel`. lo, hi: the mount's range [deg]. Ties go to the side that keeps the first eye's
            off-axis angle less.
    """
    order = sorted(
        range(-90, 91), key=lambda angle: (abs(angle), _off_axis(glass, eyes[0], way, angle) if eyes else 0.0)
    )
    for angle in order:
        if lo <= angle <= hi and _clears(glass.turned(**{way: float(angle)}), eyes, brights):
            return angle
    return None


def _off_axis(glass: Glass, eye: Point, way: str, angle: float) -> float:
    own = to_own(glass.centre, glass.turned(**{way: float(angle)}).turn, eye)
    return abs(own.right) / own.out if own.out > 0 else float("inf")


def _clears(glass: Glass, eyes: Sequence[Point], brights: Sequence[Bright]) -> bool:
    return all(_cleared(glass, eye, brights) for eye in eyes)


def _cleared(glass: Glass, eye: Point, brights: Sequence[Bright]) -> bool:
    """Whether all together covers under a hundredth: said no as soon as one alone covers more."""
    least = glass.width * glass.height * CLEARED / 100
    patches = []
    for bright in brights:
        patches.append(patch_of(glass, eye, bright))
        if patch_area(patches[-1]) >= least:
            return False
    return union_area(patches, glass.height / 2) < least


def glare_level(overlap: float, source: float, *, coated: bool, average: float, direct_sun: bool = False) -> Level:
    """MIND when the overlap is 1 % or more and the reflection is over a tenth of the picture's average; sun always
    (rules 4.6).

    Args:
        overlap: [%]. source: the opening's luminance, average: the picture's (half its white) [cd/m²].
    """
    if direct_sun and overlap > 0:
        return Level.MIND
    if overlap < CLEARED:
        return Level.GOOD
    return Level.MIND if beyond(source * REFLECTS[coated], SHOWS * average) else Level.GOOD
