"""From the driver's eye: the joined picture with its bezels, the true horizon and a made-up road, drawn by bearing and
height as the eye has them; under it the same road as a game left at its usual field of view would show it.

u: bearing, to the right positive; v: height over the horizon; 100 mm of the drawing for a degree. On the road stand
posts at known distances: where a game is told the true angle they are seen where they would be.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from itertools import pairwise
from typing import Final

from oval_room.core.pose import Own, Point, to_own, to_room
from oval_room.core.rig.rig import Rig, shown_rig
from oval_room.core.screens.document import Picture
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Draft, Label, P, Scene

DEGREE: Final = 100.0
USUAL: Final = 90.0
"""What games are left at for the centre screen, across [deg]."""
EYE_OVER_ROAD: Final = 1100.0
ROAD: Final = 3500.0
"""Half the road's width [mm]."""
POSTS: Final = (5_000.0, 10_000.0, 20_000.0, 40_000.0)
"""How far ahead posts stand at the road's edges [mm]."""
POST: Final = 1_000.0
NEAREST: Final = 400.0
FARTHEST: Final = 400_000.0
STEPS: Final = 96
EDGE: Final = 12
GAP: Final = 1_700.0
"""Between the two and the strip, with room for what is told over each."""
STRIP: Final = 700.0
"""How high the strip of fields is that one projection draws."""


def driver_view(look: Look) -> Scene | None:
    """The subject's rig, else the first; None without one that somebody sits before."""
    _, rig = shown_rig(look.plan.chosen, look.plan.survey.seats, look.picture) or ("", None)
    if rig is None:
        return None
    pictures = {key: look.plan.chosen.pictures[key] for key in rig.screens}
    draft = Draft()
    outlines = [_outline(rig, one) for one in pictures.values()]
    us = [u for line in outlines for u, _ in line]
    vs = [v for line in outlines for _, v in line]
    drop = min(vs) - max(vs) - GAP
    for shift, across, told in (
        (0.0, rig.across, f"told {rig.across:.0f}°, true to size"),
        (drop, USUAL, f"told {USUAL:.0f}° across, as games are left"),
    ):
        _screens(draft, outlines, shift)
        stretch = math.tan(math.radians(rig.across / 2)) / math.tan(math.radians(across / 2))
        _road(draft, rig, pictures, shift, stretch)
        at = P((min(us) + max(us)) / 2, max(vs) + shift)
        draft.add(Label(at, told, "strong", "labels", "middle", ((0, 10),), 0))
    foot = min(vs) + drop
    if rig.stretch is not None and len(rig.row) > 1:
        foot = _stretched(draft, rig, (min(us), max(us)), foot - GAP)
    window = (min(us) - 300, foot - 300, max(us) + 300, max(vs) + GAP * 0.8)
    posts = ", ".join(f"{far / 1000:g}" for far in POSTS)
    say = f"The joined picture of {rig.name} from {rig.who}'s eye; posts {posts} m ahead."
    return Scene(
        "driver", f"from the driver's eye, posts {posts} m ahead", window, tuple(draft.shapes), say, to_scale=False
    )


def _stretched(draft: Draft, rig: Rig, ends: tuple[float, float], top: float) -> float:
    """One wide projection over all screens as they draw it, a field for each 10° (rules 8.4): fields alike to the eye
    come out the wider the farther they are from straight ahead. Gives its foot."""
    middle, half = (ends[0] + ends[1]) / 2, rig.whole / 2
    wide = (ends[1] - ends[0]) / 2 / math.tan(math.radians(half))
    lines = [10.0 * n for n in range(-math.floor(half / 10), math.floor(half / 10) + 1)]
    places = [ends[0], *(middle + wide * math.tan(math.radians(one)) for one in lines), ends[1]]
    for left, right in pairwise(places):
        draft.box(left, top - STRIP, right, top, "seen-other", "structure")
    told = f"one projection over all, {rig.stretch:.1f} times as wide at its edges: 10° each"
    draft.add(Label(P(middle, top), told, "strong", "labels", "middle", ((0, 10),), 1))
    return top - STRIP


def bearing_of(rig: Rig, place: Point) -> tuple[float, float]:
    """Bearing and height of a place in the room from the eye [deg], straight ahead of the centre screen at nought."""
    dx, dy, dz = (a - b for a, b in zip(place, rig.eye, strict=True))
    turn = math.radians(rig.yaw)
    right, ahead = dx * math.cos(turn) - dy * math.sin(turn), -(dx * math.sin(turn) + dy * math.cos(turn))
    return math.degrees(math.atan2(right, ahead)), math.degrees(math.atan2(dz, math.hypot(right, ahead)))


def _outline(rig: Rig, one: Picture) -> list[tuple[float, float]]:
    """A screen's visible edge as the eye has it, closed."""
    half, high = one.across / 2, one.height / 2
    corners = ((-half, -high), (half, -high), (half, high), (-half, high), (-half, -high))
    out = []
    for (x0, z0), (x1, z1) in pairwise(corners):
        for n in range(EDGE):
            x, z = x0 + (x1 - x0) * n / EDGE, z0 + (z1 - z0) * n / EDGE
            place = to_room(one.pose.point, one.pose.turn, Own(x, z, _forward(one, x)))
            u, v = bearing_of(rig, place)
            out.append((u * DEGREE, v * DEGREE))
    return out


def _forward(one: Picture, x: float) -> float:
    """How far a bent screen comes forward at a place across it [mm]."""
    return 0.0 if one.curve is None else one.curve - math.sqrt(max(one.curve**2 - x * x, 0.0))


def _screens(draft: Draft, outlines: Sequence[Sequence[tuple[float, float]]], shift: float) -> None:
    for line in outlines:
        draft.path([(u, v + shift) for u, v in line], "seen-other", "structure", closed=True)


def _road(draft: Draft, rig: Rig, pictures: Mapping[str, Picture], shift: float, stretch: float) -> None:
    """Road edges, middle line, posts and horizon, where a screen shows them."""
    fars = [NEAREST * (FARTHEST / NEAREST) ** (n / STEPS) for n in range(STEPS + 1)]
    for aside in (-ROAD, 0.0, ROAD):
        _shown(draft, rig, pictures, [(aside, far, -EYE_OVER_ROAD) for far in fars], "seen", shift, stretch)
    sides = [math.tan(math.radians(a)) for a in range(-89, 90)]
    _shown(draft, rig, pictures, [(FARTHEST * t, FARTHEST, 0.0) for t in sides], "guide", shift, stretch)
    for far in POSTS:
        for aside in (-ROAD, ROAD):
            post = [(aside, far, -EYE_OVER_ROAD + POST * n / EDGE) for n in range(EDGE + 1)]
            _shown(draft, rig, pictures, post, "post", shift, stretch)
        if on_a_screen(rig, pictures, ROAD * stretch, far, (POST - EYE_OVER_ROAD) * stretch):
            u, v = _seen_at(ROAD * stretch, far, (POST - EYE_OVER_ROAD) * stretch)
            told = f"{far / 1000:g} m"
            draft.add(Label(P(u, v + shift), told, "small", "labels", "start", ((3, 6), (3, 16)), 3))


def _shown(
    draft: Draft,
    rig: Rig,
    pictures: Mapping[str, Picture],
    line: Sequence[tuple[float, float, float]],
    style: str,
    shift: float,
    stretch: float,
) -> None:
    """A line of the game's world, right, ahead and over the eye [mm], drawn where a screen shows it."""
    run: list[tuple[float, float]] = []
    for right, ahead, over in (*line, (0.0, -1.0, 0.0)):
        seen = on_a_screen(rig, pictures, right * stretch, ahead, over * stretch)
        if seen:
            u, v = _seen_at(right * stretch, ahead, over * stretch)
            run.append((u, v + shift))
            continue
        if len(run) > 1:
            draft.path(run, style, "sight")
        run = []


def _seen_at(right: float, ahead: float, over: float) -> tuple[float, float]:
    """Where a place is drawn: its bearing and its height over the horizon."""
    across = math.degrees(math.atan2(right, ahead))
    return across * DEGREE, math.degrees(math.atan2(over, math.hypot(right, ahead))) * DEGREE


def on_a_screen(rig: Rig, pictures: Mapping[str, Picture], right: float, ahead: float, over: float) -> bool:
    """Whether a ray from the eye, by right, ahead and over, meets a visible picture."""
    if ahead <= 0:
        return False
    turn = math.radians(rig.yaw)
    x = rig.eye.x + right * math.cos(turn) - ahead * math.sin(turn)
    y = rig.eye.y - right * math.sin(turn) - ahead * math.cos(turn)
    far = Point(x, y, rig.eye.z + over)
    for one in pictures.values():
        a = to_own(one.pose.point, one.pose.turn, rig.eye)
        b = to_own(one.pose.point, one.pose.turn, far)
        if a.out <= 0 or b.out >= a.out:
            continue
        t = (a.out - one.bow / 2) / (a.out - b.out)
        across, up = a.right + (b.right - a.right) * t, a.up + (b.up - a.up) * t
        if t > 0 and abs(across) <= one.across / 2 and abs(up) <= one.height / 2:
            return True
    return False
