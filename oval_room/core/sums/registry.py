"""Every sum there is, by name and in the order of the work. Add a module's SUMS here."""

from __future__ import annotations

from typing import Final

from oval_room.core.errors import MissingError
from oval_room.core.sums import choosing, fixings, heights, lengths, light, pictures, surveys, throws
from oval_room.core.sums.declare import Sum

GROUPS: Final[tuple[tuple[str, tuple[Sum, ...]], ...]] = (
    ("How big, how far", pictures.SUMS),
    ("How high", heights.SUMS),
    ("How bright", light.SUMS),
    ("Projector", throws.SUMS),
    ("Holes", fixings.SUMS),
    ("Which, and where it shines", choosing.SUMS),
    ("Survey", surveys.SUMS),
    ("Lengths", lengths.SUMS),
)
SUMS: Final[dict[str, Sum]] = {one.name: one for _, group in GROUPS for one in group}


def find_sum(name: str) -> Sum:
    """The sum of a name.

    Raises:
        MissingError: there is none.
    """
    if name not in SUMS:
        raise MissingError(f"there is no sum “{name[:60]}”; the sums are {', '.join(SUMS)}", value=name)
    return SUMS[name]
