"""Pictures that belong together: a row, a stack, screens round a seat, a wall of displays."""

from __future__ import annotations

from typing import Annotated, Final, Literal

from pydantic import Field, model_validator

from oval_room.core.plan.measure import MOST, Frozen, Id, Name
from oval_room.core.plan.placed import Pose

GroupKind = Literal["row", "stack", "rig", "wall", "desk"]
GROUP_WORDS: Final[dict[str, str]] = {
    "row": "row of pictures",
    "stack": "stack of pictures",
    "rig": "screens round a seat",
    "wall": "wall of displays",
    "desk": "panels at a desk",
}


def least_of(kind: str) -> int:
    """Of how many pictures a group is at least: one screen may stand round a seat alone."""
    return 1 if kind == "rig" else 2


class Group(Frozen):
    """A group; its pose is its own middle, which its pictures move and turn about.

    A wall of displays is looked at as one picture; the others picture by picture. Screens round a seat hang on no wall
    behind them: the whole group belongs to the wall that its own pose faces away from.
    """

    name: Name
    kind: GroupKind = "row"
    members: Annotated[tuple[Id, ...], Field(min_length=1, max_length=MOST)]
    pose: Pose

    @model_validator(mode="after")
    def _together(self) -> Group:
        if len(self.members) < least_of(self.kind):
            raise ValueError("a group is of two pictures or more")
        return self

    @property
    def round_seat(self) -> bool:
        """Whether its pictures stand round a seat, on a frame or a desk: no wall bounds them, and how they stand to
        each other is judged of the group alone."""
        return self.kind in ("rig", "desk")
