"""How sure a hole is: what it goes into by the finds, how far off it may come out along and up from what was read, and
what that is against (rules 7.2, 7.3).

Half-widths add as squares: along, that of the stud's find, or of the tape from the zero; up, the level line's, the
panel's bolts below its top and the mount's row below them.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import Final

from oval_room.core.fixing.document import Bench, counts
from oval_room.core.fixing.plate_studs import Slot
from oval_room.core.levels import beyond
from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.record import record
from oval_room.core.survey.studs import Find

FIND_HALF: Final[dict[str, float]] = {"pilot": 3.0, "magnet": 6.0, "scanner": 12.0, "knock": 25.0}
"""How far a stud's middle may be off what found it (planning values of ours) [mm]."""
COUNTED: Final = 12.0
"""The same where it is only counted on: as far as finds may be off a rhythm (rules 7.2) [mm]."""
SHEET: Final = 1.0
"""A maker's figure of a panel or mount (planning value of ours) [mm]."""
NOBODY: Final = 6.0
"""One that nobody has given (planning value of ours) [mm]."""
UP_PLAY: Final = 3.0
"""What a plate forgives up and down where its maker says nothing: the tolerance of holes (rules 15) [mm]."""
ON_LINE: Final = 12.0


@record
class HoleSure:
    """One hole: how its stud was found ("counted" where nothing did, "" where a wall holds anywhere), how far off it
    may be along and up, what there is for that in its slot and of the plate [mm] (None along where no slot is known),
    and the reading to take again first; fitted: where the one find of it was that was fitted to a rhythm [mm]."""

    found: str
    along: float
    up: float
    slot: float | None
    play: float
    again: str
    fitted: float | None = None

    @property
    def enough(self) -> bool:
        """Whether slot and play forgive what it may be off."""
        return not (self.slot is not None and beyond(self.along, self.slot)) and not beyond(self.up, self.play)


def found_by(line: float, finds: Sequence[Find]) -> str:
    """What best proves a stud at a place: pilot, magnet, scanner, knock; "counted" where nothing was found there."""
    here = {one.how for one in finds if one.hit and abs(one.at - line) <= ON_LINE}
    return next((how for how in FIND_HALF if how in here), "counted")


FITTED: Final = 1.0
"""A find that the rhythm moved by more is told [mm]."""


def fitted_from(line: float, finds: Sequence[Find]) -> float | None:
    """Where the find was that a line was fitted to; None where it is drilled where it was found, or nothing was."""
    near = [one.at for one in finds if one.hit and abs(one.at - line) <= ON_LINE]
    at = min(near, key=lambda one: abs(one - line), default=line)
    return at if abs(at - line) > FITTED and len(near) == 1 else None


def hole_sure(
    x: float,
    *,
    stud: bool,
    finds: Sequence[Find],
    plate: float,
    slots: Sequence[Slot],
    bench: Bench | None,
    called: Mapping[str, str],
    rows_told: bool,
    bolts_told: bool,
    rises: tuple[float, float] | None,
) -> HoleSure:
    """How sure a hole at a place along the wall is.

    Args:
        stud: whether it goes into one. finds: of its wall. plate, slots: of its plate, from the middle [mm].
        bench, called: what was read on the bench, and the names of panel ("panel") and mount ("mount") that hang now.
        rows_told, bolts_told: whether the sheets give the mount's row and the panel's bolts. rises: the mount's travel.
    """
    how = found_by(x, finds) if stud else ""
    along = HALF_WIDTH["tape"] if not stud else FIND_HALF.get(how, COUNTED)
    parts = {"the level line": HALF_WIDTH["laser"]}
    for name, words, on, told in (
        ("bolts", "the panel's top to its upper bolts", "panel", bolts_told),
        ("row", "the mount's row below the bolts", "mount", rows_told),
    ):
        read = getattr(bench, name) if bench is not None and counts(bench, name, called[on]) else None
        parts[words] = read.half_width if read is not None else SHEET if told else NOBODY
    up = math.sqrt(sum(part**2 for part in parts.values()))
    inside = [min(x - plate - left, right - (x - plate)) for left, right in slots if left <= x - plate <= right]
    slot = max(inside) if stud and inside else None
    play = max(UP_PLAY, *(abs(end) for end in rises)) if rises is not None else UP_PLAY
    again = ""
    if slot is not None and beyond(along, slot):
        again = "the stud's middle"
    elif beyond(up, play):
        again = max(parts, key=lambda one: parts[one])
    return HoleSure(how, along, up, slot, play, again, fitted_from(x, finds) if stud else None)
