"""What of a picture may be moved: its width, its height on the wall."""

from __future__ import annotations

from oval_room.core.mover import Mover
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import chosen
from oval_room.core.screens.commands import PutPicture
from oval_room.core.subject import Subject


def picture_movers(plan: Plan, subject: Subject) -> list[Mover]:
    """The subject picture's width and bottom edge."""
    key = subject.picture or ""
    picture = plan.chosen.pictures.get(key)
    if picture is None:
        return []
    room, height = plan.survey.room, picture.height
    widest = room.width.value - 2 * picture.frame_side
    width = (
        Mover(
            f"width.{key}",
            f"width of {picture.name}",
            picture.width.value,
            300.0,
            widest,
            lambda mm: PutPicture(id=key, width=chosen(mm)),
            ("smaller", "larger"),
        ),
    )
    return [
        *(width if picture.gear is None else ()),  # what was bought keeps its size
        Mover(
            f"bottom.{key}",
            f"bottom edge of {picture.name}",
            picture.bottom,
            0.0,
            max(room.height.value - height, 1.0),
            lambda mm: PutPicture(id=key, bottom=mm),
            ("down", "up"),
        ),
    ]
