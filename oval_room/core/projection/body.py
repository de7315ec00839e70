"""Where a projector's body and its pole are in the room, and what they would stand in (rules 6.2, 6.7)."""

from __future__ import annotations

from typing import Final

from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.projection.throw import Span
from oval_room.core.record import record

POLE: Final = 25.0
"""Half a pole's thickness (planning value of ours) [mm]."""
TOUCH: Final = 1.0
"""What overlaps by no more only touches: it stands on it, or beside it [mm]."""

Box = tuple[Span, Span, Span]
"""Along the wall, out from it, up [mm]."""


@record
class Body:
    """Boxes of a projector about its lens: the body's, and its pole's where it hangs [mm]."""

    body: Box
    pole: Box | None

    @property
    def boxes(self) -> tuple[Box, ...]:
        return (self.body,) if self.pole is None else (self.body, self.pole)


def body_of(item: ProjectorGear, *, hung: bool, ceiling: float) -> Body:
    """The boxes of a projector about its lens (rules 6.5). ceiling: above the lens [mm]."""
    right, forward, to_axis = item.lens_on_plate
    plate_x, plate_y = right if hung else -right, forward
    back, high = item.datum_to_back or 0.0, item.body_height
    if hung:
        tall = Span(-high / 2, high / 2)
    elif item.stands:  # its lens is on its top
        tall = Span(-high, 0.0)
    else:
        tall = Span(-min(high / 2, to_axis), high / 2)
    across = Span(plate_x - item.body_width / 2, plate_x + item.body_width / 2)
    body = (across, Span(-back, item.body_behind_lens - back), tall)
    if not hung or ceiling <= tall.greatest:
        return Body(body, None)
    pole = Span(plate_x - POLE, plate_x + POLE), Span(plate_y - POLE, plate_y + POLE), Span(tall.greatest, ceiling)
    return Body(body, pole)


def put_at(box: Box, lens: tuple[float, float, float]) -> Box:
    """A box about the lens, in the room."""
    (x, y, z), (across, out, up) = lens, box
    return (
        Span(across.least + x, across.greatest + x),
        Span(out.least + y, out.greatest + y),
        Span(up.least + z, up.greatest + z),
    )


def overlaps(one: Box, other: Box) -> bool:
    """Whether two boxes stand in each other; touching is not."""
    return _by(one[0], other[0]) > TOUCH and _by(one[1], other[1]) > TOUCH and _by(one[2], other[2]) > TOUCH


def ways_out(one: Box, other: Box) -> list[tuple[int, float]]:
    """The moves that take the first clear of the second, the least first: along (0) or out (1), and how far [mm]."""
    moves = []
    for axis, (a, b) in enumerate(zip(one[:2], other[:2], strict=True)):
        moves += [(axis, b.least - a.greatest), (axis, b.greatest - a.least)]
    return sorted(moves, key=lambda move: abs(move[1]))


def _by(a: Span, b: Span) -> float:
    return min(a.greatest, b.greatest) - max(a.least, b.least)
