"""A projector placed."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from oval_room.core.plan.measure import Frozen, Hash, Id, Name
from oval_room.core.plan.placed import Pose


class Projector(Frozen):
    """A projector placed; its pose is the front of its lens."""

    name: Name
    shows: Id
    gear: Hash
    mount: Hash | None = None
    hung: bool = True
    pose: Pose
    mode: Annotated[float, Field(gt=0, le=1)] = 0.65
    age: Literal["new", "lamp", "led", "laser"] = "new"
