"""Which projector a line is about, and places in the frame of its picture's own wall."""

from __future__ import annotations

from oval_room.core.commands import Command
from oval_room.core.errors import RefusedError
from oval_room.core.plan.placed import Pose
from oval_room.core.plan.turn import turned_for
from oval_room.core.projection.document import Projector
from oval_room.core.tape.phrase import Here


def projector_here(here: Here) -> tuple[str, Projector]:
    """The subject projector, else the subject picture's, else the first.

    Raises:
        RefusedError: there is none.
    """
    found = here.plan.chosen.looked_at_by(here.subject.projector, here.subject.picture)
    if found is None:
        raise RefusedError("there is no projector yet; type projector and its name first")
    return found


def own_wall(here: Here, shows: str, put: Command) -> Command:
    """A command in the frame of the picture's own wall, as one for the room."""
    turn = turned_for(here.plan, shows)
    return put.turned_back(turn, here.plan) if turn else put


def place_on_wall(here: Here, shows: str, pose: Pose) -> tuple[float, float]:
    """A pose in the frame of the picture's own wall: along it and out from it [mm]."""
    turn = turned_for(here.plan, shows)
    return turn.wall.own(pose.x, pose.y) if turn else (pose.x, pose.y)
