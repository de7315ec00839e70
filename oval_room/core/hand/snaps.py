"""What a moving thing snaps to, with the reason in words; else the ruler's step."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from oval_room.core.plan.document import Plan
from oval_room.core.projection.document import Projector
from oval_room.core.projection.study import ThrowResult
from oval_room.core.report import Report
from oval_room.core.viewing.angles import distance_for_angle
from oval_room.core.viewing.schools import SIZE_SCHOOLS
from oval_room.core.viewing.study import ViewResult


class Snap(NamedTuple):
    """Where it goes [mm], and why there; no reason means the ruler's step."""

    value: float
    reason: str = ""


def snap(plan: Plan, report: Report, kind: str, name: str, value: float, reach: float, *, free: bool) -> Snap:
    """The nearest thing worth snapping to within reach, else the nearest ruler step.

    Args:
        kind: what moves: seat x, seat y, thing x, thing y, bottom, top, width, lens x, lens y, lens z.
        name: its id.
        value: where the hand holds it [mm].
        reach: how near counts [mm].
        free: the ruler's step only.
    """
    step = Snap(plan.writing.ruler.safe(value, "nearest"))
    if free:
        return step
    found = [one for one in _places(plan, report, kind, name) if abs(one.value - value) <= reach]
    return min(found, key=lambda one: abs(one.value - value), default=step)


def _places(plan: Plan, report: Report, kind: str, name: str) -> Iterator[Snap]:
    if kind in ("seat x", "seat y"):
        yield from _for_seat(plan, kind[-1], name)
    elif kind in ("lens x", "lens y", "lens z"):
        yield from _for_lens(plan, report, kind[-1], name)
    elif kind in ("bottom", "top", "width"):
        yield from _for_picture(plan, report, kind, name)
    elif kind in ("corner x", "corner y"):
        axis = "xy".index(kind[-1])
        for n, corner in enumerate(plan.survey.room.corners, 1):
            if str(n) != name:
                yield Snap(corner[axis], f"in line with corner {n}")
    elif kind == "thing y":
        yield Snap(0.0, "against the wall")
    elif kind == "thing x":
        yield from (Snap(p.pose.x, f"centre line of {p.name}") for p in plan.chosen.pictures.values())


def _for_seat(plan: Plan, axis: str, name: str) -> Iterator[Snap]:
    for key, other in plan.survey.seats.items():
        if key != name:
            yield Snap(getattr(other, axis).value, f"in line with {other.name}")
    if axis == "x":
        yield Snap(plan.survey.room.width.value / 2, "middle of the room")
        yield from (Snap(p.pose.x, f"centre line of {p.name}") for p in plan.chosen.pictures.values())
        return
    school = plan.choices.size_school
    ruler = plan.writing.ruler
    for picture in plan.chosen.pictures.values():
        target = distance_for_angle(picture.width.value, SIZE_SCHOOLS[school].target)
        yield Snap(
            ruler.safe(picture.pose.y + target, "nearest"), f"{school}, {SIZE_SCHOOLS[school].target:g}° to {picture.name}"
        )


def _for_lens(plan: Plan, report: Report, axis: str, name: str) -> Iterator[Snap]:
    projector: Projector = plan.chosen.projectors[name]
    picture = plan.chosen.pictures[projector.shows]
    ruler = plan.writing.ruler
    if axis == "x":
        yield Snap(picture.pose.x, f"centre line of {picture.name}")
    elif axis == "z":
        yield Snap(picture.top, f"level with the top edge of {picture.name}")
        yield Snap(picture.pose.z, f"level with the middle of {picture.name}")
    elif name in report.of(ThrowResult).projectors:
        span = report.of(ThrowResult).projectors[name].span.safe(ruler.step)
        yield Snap(picture.pose.y + span.least, "nearest the lens allows")
        yield Snap(picture.pose.y + span.greatest, "farthest the lens allows")


def _for_picture(plan: Plan, report: Report, kind: str, name: str) -> Iterator[Snap]:
    ruler, views = plan.writing.ruler, report.of(ViewResult).pictures.get(name)
    others = [(key, p) for key, p in plan.chosen.pictures.items() if key != name]
    if kind == "bottom" and views is not None:
        hard = views.rungs.hard
        if hard.lo is not None and hard.lo_name:
            yield Snap(ruler.safe(hard.lo, "least"), f"lowest, {hard.lo_name}")
        if hard.hi is not None and hard.hi_name:
            yield Snap(ruler.safe(hard.hi, "greatest"), f"highest, {hard.hi_name}")
        if views.school_bottom is not None:
            yield Snap(ruler.safe(views.school_bottom, "nearest"), f"eyes at the {plan.choices.height_school}")
        yield from (Snap(p.bottom, f"bottom edge of {p.name}") for _, p in others)
    elif kind == "top":
        yield from (Snap(p.top, f"top edge of {p.name}") for _, p in others)
    elif kind == "width":
        yield from (Snap(p.width.value, f"as wide as {p.name}") for _, p in others)
