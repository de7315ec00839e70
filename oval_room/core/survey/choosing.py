"""What a person chooses to look at in a room: whose seat, which scene of light, which wall."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.plan.document import Plan
from oval_room.core.subject import SubjectKind


def _seats(plan: Plan) -> Mapping[str, str]:
    return {key: seat.name for key, seat in plan.survey.seats.items()}


def _scenes(plan: Plan) -> Mapping[str, str]:
    return {key: scene.name for key, scene in plan.survey.scenes.items()}


SUBJECTS: Final = (
    SubjectKind("seat", "s", _seats, rank=1),
    SubjectKind("scene", "k", _scenes, rank=2),
    SubjectKind("wall", "w"),
)
