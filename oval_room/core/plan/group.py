"""Pictures that belong together: a row, a stack, screens round a seat, a wall of displays."""

from __future__ import annotations

from typing import Annotated, Final, Literal

from pydantic import Field

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


class Group(Frozen):
    """A group; its pose is its own middle, which its pictures move and turn about.

    A wall of displays is looked at as one picture; the others picture by picture. Screens round a seat hang on no wall
    behind them: the whole group belongs to the wall that its own pose faces away from.
    """

    name: Name
    kind: GroupKind = "row"
    members: Annotated[tuple[Id, ...], Field(min_length=2, max_length=MOST)]
    pose: Pose

    @property
    def round_seat(self) -> bool:
        """Whether its pictures stand round a seat, on a frame or a desk: no wall bounds them, and how they stand to
        each other is judged of the group alone."""
        return self.kind in ("rig", "desk")
