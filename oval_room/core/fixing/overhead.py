"""What a projector's plate is fixed to: the joist it lies on, the nearest one, or a timber that bridges two
(rules 6.7, 7.8)."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from typing import Final, Literal

from oval_room.core.plan.room import CARRIES_NOTHING, Made
from oval_room.core.record import record

ON_A_JOIST: Final = 12.0
"""A plate whose middle is this near to a joist's is on it: as near as finds must agree (rules 7.2) [mm]."""
BEARS: Final = 75.0
"""A bridging timber goes on past the middle of either joist (planning value of ours) [mm]."""


Holder = Literal["joists", "slab", "timber", "bracket", "unknown", "nothing", "void"]
"""What holds a thing overhead; why nothing does: nobody knows the ceiling, what is over it, or how far up that is."""


def holder_of(made: Made | None, by: str) -> Holder:
    """What holds a thing under a ceiling (rules 7.8, 7.22): a slab, joists, a timber that was put in, brackets on the
    wall.

    made: the ceiling, None where nobody has looked. by: what somebody chose in the place of the ceiling, empty if
    nothing.
    """
    if by in ("bracket", "timber"):
        return "bracket" if by == "bracket" else "timber"
    if made is None or made.kind == "unknown":  # who says which way joists run says that there are some
        return "joists" if made is not None and made.joists != "unknown" else "unknown"
    if made.kind not in CARRIES_NOTHING:
        return "slab" if made.kind == "concrete" else "joists"
    if not made.over:
        return "nothing"
    return "void" if made.void is None else made.over


def void_over(made: Made | None) -> float:
    """From a ceiling's face up to what carries [mm]: nought where it carries itself, or where nobody knows."""
    return (made.void or 0.0) if made is not None and made.kind in CARRIES_NOTHING else 0.0


@record
class Joists:
    """Middles of joists: out from the display wall where they run along it, along it where they run out [mm].

    counted: those that nothing has found, counted on from the others (rules 7.2).
    """

    lines: tuple[float, ...]
    across: Literal["y", "x"]
    counted: frozenset[float] = frozenset()


@record
class Held:
    """What holds a plate. joist: the nearest to it [mm]; move: how far the plate goes to lie on it, farther out or
    along positive; in_window: whether it may. bridge: the two joists a timber would bridge; None where it lies beyond
    the last.
    """

    across: Literal["y", "x"]
    joist: float
    move: float
    in_window: bool
    bridge: tuple[float, float] | None
    counted: bool = False
    """Whether nothing has found that joist: it is counted on from the others."""

    @property
    def on(self) -> bool:
        """Whether the plate lies on a joist as it is."""
        return abs(self.move) <= ON_A_JOIST

    @property
    def timber(self) -> float | None:
        """Length of the timber that bridges two joists [mm]."""
        return None if self.bridge is None else self.bridge[1] - self.bridge[0] + 2 * BEARS


def held(joists: Joists, plate: float, window: tuple[float, float]) -> Held | None:
    """What holds a plate at a place across the joists [mm]; None without joists (rules 7.8).

    window: the places it may have. The joist is the nearest that lies in it, else the nearest of all. A timber bridges
    two that were found, where there are such on both sides.
    """
    if not joists.lines:
        return None
    inside = [line for line in joists.lines if window[0] <= line <= window[1]]
    joist = min(inside or joists.lines, key=lambda line: abs(line - plate))
    found = [line for line in joists.lines if line not in joists.counted]
    bridge = bridged(found, plate) or bridged(joists.lines, plate)
    return Held(joists.across, joist, joist - plate, bool(inside), bridge, joist in joists.counted)


def bridged(lines: Sequence[float], plate: float) -> tuple[float, float] | None:
    """The two joists on either side of a place; None beyond the last."""
    return next(((a, b) for a, b in pairwise(sorted(lines)) if a <= plate <= b), None)
