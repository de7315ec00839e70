"""What a person chooses to look at: a picture."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.plan.document import Plan
from oval_room.core.subject import SubjectKind


def _pictures(plan: Plan) -> Mapping[str, str]:
    return {key: picture.name for key, picture in plan.chosen.pictures.items()}


SUBJECTS: Final = (SubjectKind("picture", "pm", _pictures, rank=0),)
