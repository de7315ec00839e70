"""Every sum there is, by name and in the order of the work. A part declares its own."""

from __future__ import annotations

from typing import Final

from oval_room.core.errors import MissingError
from oval_room.core.parts import PARTS
from oval_room.core.sums import choosing, lengths
from oval_room.core.sums.declare import Sum, SumGroup

GROUPS: Final[tuple[SumGroup, ...]] = (
    *(group for part in PARTS for group in part.sums),
    SumGroup("Which, and where it shines", choosing.SUMS),
    SumGroup("Lengths", lengths.SUMS),
)
SUMS: Final[dict[str, Sum]] = {one.name: one for group in GROUPS for one in group.sums}


def find_sum(name: str) -> Sum:
    """The sum of a name.

    Raises:
        MissingError: there is none.
    """
    if name not in SUMS:
        raise MissingError(f"there is no sum “{name[:60]}”; the sums are {', '.join(SUMS)}", value=name)
    return SUMS[name]
