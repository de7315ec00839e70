"""Entries of the projector."""

from __future__ import annotations

from typing import get_args

from oval_room.core.entry import Entry, seldom
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.turn import wall_of
from oval_room.core.projection.document import Boxed, Projector
from oval_room.core.subject import Subject


def throw_entries(plan: Plan, gear: GearShelf, subject: Subject, wall: int) -> list[Entry]:
    """The subject projector; a first one where a screen has none."""
    ruler = plan.writing.ruler
    names = tuple(item.name for item in gear.values() if item.kind == "projector")
    projector = subject_projector(plan, subject)
    if projector is None:
        if not any(picture.kind == "screen" for picture in plan.chosen.pictures.values()):
            return []  # nothing here is projected
        return [Entry("projector", "projector", "", "assumed", ("", *names))]
    item = gear.get(projector.gear)
    along, throw = before_picture(plan, projector)
    return [
        Entry("projector", "projector", item.name if item else "", "maker", names),
        Entry("throw, lens to screen", "throw", ruler.show(throw)),
        Entry("lens above floor", "lens up", ruler.show(projector.pose.z)),
        Entry("lens from left wall", "lens along", ruler.show(along)),
        Entry("hung or standing", "goes", "hung" if projector.hung else "upright", options=("hung", "upright")),
        Entry("lens memory", "memory", "", "assumed", hint="scope 2.40"),
        *seldom(
            Entry(
                "nose up or down", "nose", _nose(projector.pose.pitch), "chosen" if projector.pose.pitch else "default"
            ),
            Entry(
                "light left in this mode, %",
                "mode",
                f"{projector.mode * 100:g}",
                "default" if projector.mode == 0.65 else "chosen",
            ),
            Entry(
                "light left by a filter, %",
                "filter",
                f"{projector.passes * 100:g}",
                "default" if projector.passes == 1 else "chosen",
            ),
            Entry("housing", "boxed", projector.boxed, "chosen", get_args(Boxed)),
            Entry("light new, or aged as", "age", projector.age, options=("new", "lamp", "led", "laser")),
        ),
    ]


def _nose(pitch: float) -> str:
    return f"{'up' if pitch > 0 else 'down'} {abs(pitch):g}" if pitch else "level"


def before_picture(plan: Plan, projector: Projector) -> tuple[float, float]:
    """A lens along its picture's wall, and its throw out from the picture [mm]."""
    room, picture = plan.survey.room, plan.chosen.pictures[projector.shows]
    wall = room.walls[wall_of(room, picture) - 1]
    along, out = wall.own(projector.pose.x, projector.pose.y)
    return along, out - wall.own(picture.pose.x, picture.pose.y)[1]


def subject_projector(plan: Plan, subject: Subject) -> Projector | None:
    return plan.chosen.projectors.get(subject.projector or "")
