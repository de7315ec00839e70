"""A projector placed, and the memories of its lens."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from oval_room.core.plan.measure import Frozen, Hash, Id, LengthMm, Name
from oval_room.core.plan.nodes import PartNodes
from oval_room.core.plan.placed import Pose

Boxed = Literal["open", "hush-box", "behind a port", "carried in"]
"""Whether a projector stays in the room, in a box that hushes it, or behind its wall and shines through a port; or is
carried in each time."""
Sits = Literal["centre", "bottom", "top"]
"""Where a picture smaller than its screen lies on it."""
MOST_MEMORIES = 20
"""Settings that are kept in one scheme: no lens keeps more."""


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
    boxed: Boxed = "open"
    passes: Annotated[float, Field(gt=0, le=1)] = 1.0
    """The share of its light that a filter before the lens lets through."""


class Memory(Frozen):
    """A setting kept by name: a picture of an aspect on the screen it shows on, as wide as given [mm], else as large as
    the screen lets it.

    by: the projector, where it is not the one that the screen has of its own: one projector for two screens.
    """

    name: Name
    shows: Id
    by: Id | None = None
    aspect: Annotated[float, Field(ge=0.5, le=4)]
    width: LengthMm | None = None
    sits: Sits = "centre"


class Memories(PartNodes):
    """The memories of a scheme."""

    part: ClassVar[str] = "projection"
    memories: Annotated[dict[Id, Memory], Field(max_length=MOST_MEMORIES)] = {}
