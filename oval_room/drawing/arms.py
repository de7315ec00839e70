"""What arms sweep, from above, and the light strips behind panels, from the front."""

from __future__ import annotations

from typing import Final

from oval_room.core.fixing.frame_study import FrameResult
from oval_room.core.fixing.strip_study import StripResult
from oval_room.core.fixing.swing_study import Sweep, SwingResult
from oval_room.drawing.drawer import Drawer
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Draft, Label, P

STEP: Final = 5.0
"""A sweep is drawn by the panel's edges every so many degrees."""


def sweeps(draft: Draft, look: Look) -> None:
    """In the plan: the panel at both ends of its swing, arm fully out, and what its edges sweep between."""
    room = look.plan.survey.room
    for key, sweep in look.report.of(SwingResult).sweeps.items():
        wall = room.walls[look.report.walls.get(key, 1) - 1]
        if sweep.left + sweep.right <= 0:
            continue

        def at(place: tuple[float, float], wall: object = wall) -> tuple[float, float]:
            x, y = wall.room(*place)  # type: ignore[attr-defined]
            return y, x

        for end in (-sweep.left, sweep.right):
            draft.path([at(corner) for corner in sweep.corners(end)], "sweep", "fixings", closed=True, ref=key)
        for n in (2, 3):  # the front corners
            draft.path([at(place) for place in _arc(sweep, n)], "sweep", "fixings", ref=key)
        told = f"swings {sweep.left:.0f}° and {sweep.right:.0f}°"
        place = P(*at(sweep.corners(0.0)[2]))
        draft.add(Label(place, told, "small", "fixings", "start", ((6, 4), (6, -10), (6, 18)), 6))


def _arc(sweep: Sweep, corner: int) -> list[tuple[float, float]]:
    count = max(2, round((sweep.left + sweep.right) / STEP))
    turns = (-sweep.left + (sweep.left + sweep.right) * n / count for n in range(count + 1))
    return [sweep.corners(turn)[corner] for turn in turns]


def strips(draft: Draft, look: Look) -> None:
    """In the elevation: where light strips run behind their panels, and where they are fed first."""
    for key, here in look.report.of(StripResult).strips.items():
        picture = look.plan.chosen.pictures.get(key)
        if picture is None or look.report.walls.get(key, 1) != look.wall:
            continue
        inset = here.strip.inset
        half = picture.across / 2 + picture.frame_side - inset
        low, high = picture.bottom - picture.frame_bottom + inset, picture.top + picture.frame_top - inset
        left, right = picture.pose.x - half, picture.pose.x + half
        run = [(left, low), (left, high), (right, high), (right, low)]
        draft.path(run, "light-strip", "fixings", closed=here.strip.sides == 4, ref=key)
        draft.mark((left, low), "dot", "lens", "fixings", key)
        told = f"strip {look.words.length(here.run.run, 'least')}, fed here"
        draft.add(Label(P(left, low), told, "small", "fixings", "start", ((6, 8), (6, -10), (6, 20)), 6))


def frames(draft: Draft, look: Look) -> None:
    """In the elevation: the screws of framed screens' brackets."""
    for key, found in look.report.of(FrameResult).frames.items():
        if look.report.walls.get(key, 1) == look.wall:
            for at in found.places:
                draft.mark(at, "hole", "hole", "fixings", key)


def on_the_wall(draft: Draft, look: Look) -> None:
    """In the elevation: light strips and brackets."""
    strips(draft, look)
    frames(draft, look)


DRAWER: Final = Drawer(plan=sweeps, elevation=on_the_wall)
