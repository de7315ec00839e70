"""What of a projector may be moved: its lens."""

from __future__ import annotations

from oval_room.core.mover import Mover
from oval_room.core.plan.document import Plan
from oval_room.core.projection.commands import PutProjector
from oval_room.core.subject import Subject


def lens_movers(plan: Plan, subject: Subject) -> list[Mover]:
    """The subject projector's lens: out, up, along."""
    name = subject.projector or ""
    projector = plan.chosen.projectors.get(name)
    if projector is None:
        return []
    room = plan.survey.room
    screen = plan.chosen.pictures[projector.shows].pose.y
    return [
        Mover(
            f"lens_out.{name}",
            "lens out from the wall",
            projector.pose.y,
            screen + 300,
            room.depth.value - 1,
            lambda mm: PutProjector(id=name, y=mm),
            ("nearer", "back"),
        ),
        Mover(
            f"lens_up.{name}",
            "lens height",
            projector.pose.z,
            0.0,
            room.height.value,
            lambda mm: PutProjector(id=name, z=mm),
            ("down", "up"),
        ),
        Mover(
            f"lens_along.{name}",
            "lens along the wall",
            projector.pose.x,
            0.0,
            room.width.value,
            lambda mm: PutProjector(id=name, x=mm),
            ("left", "right"),
        ),
    ]
