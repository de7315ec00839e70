"""Screens round an eye, from above (rules 8.1–8.3, 8.6).

     ╲ side, turned in by τ           far edge X, Y
──────┴────── centre, d before the eye, hinge at x₀ = w/2 + b
      eye
"""

from __future__ import annotations

import math

from oval_room.core.errors import RefusedError, positive
from oval_room.core.levels import beyond
from oval_room.core.record import record

MOST_TURN = 90.0


@record
class Fan:
    """A centre screen with two sides turned in: angles in degrees, lengths in mm.

    far: the sides' far visible edge, along and out from the eye. eye_to_side: to a side's middle. each: the angle that
    a side alone is seen under.
    """

    turn: float
    far: tuple[float, float]
    whole: float
    centre: float
    each: float
    eye_to_side: float
    overall: float
    depth: float

    @property
    def between(self) -> float:
        """As joint kits state it: between the screens' planes."""
        return 180.0 - self.turn


def flat_angle(size: float, distance: float) -> float:
    """2·atan(w/2d) [deg] of a flat screen seen square on (rules 8.1). size, distance: over 0 [mm]."""
    return math.degrees(2 * math.atan(positive(size, "size") / (2 * positive(distance, "distance"))))


def equal_distance_turn(hinge: float, distance: float) -> float:
    """τ = 2·atan(x₀/d): each side as square to the eye as the centre (rules 8.2) [deg]."""
    return math.degrees(2 * math.atan(hinge / distance))


def square_turn(hinge: float, distance: float, bezel: float, side: float) -> float | None:
    """τ = atan2(x₀, d) + asin((b + w_s/2)/√(x₀² + d²)): a side of its own width is as square to the eye as the centre,
    by its own middle; for equal screens the equal-distance turn (rules 8.3) [deg]. None where no turn does.

    Args:
        hinge: half the centre with its bezel, over 0. distance: eye to the centre, over 0. bezel: the side's own at the
        joint, 0 where frames overlap. side: the side's visible width, over 0 [mm].
    """
    reach = (bezel + side / 2) / math.hypot(hinge, distance)
    if reach > 1:
        return None
    return math.degrees(math.atan2(hinge, distance) + math.asin(reach))


def fan(
    width: float, *, bezel: float, distance: float, turn: float, centre: float | None = None, outer: float | None = None
) -> Fan:
    """Two flat sides beside a centre (rules 8.2).

    Args:
        width: visible, of a side [mm], over 0. bezel: on each touching side, 0 with an overlap [mm]. distance: eye to
        the centre's plane [mm], over 0. turn: of the sides, 0 to 90 [deg]. centre: the centre's visible width where it
        is another. outer: the sides' far bezel, as the others where nobody says.

    Raises:
        RefusedError: a length is not over 0, or the turn is past 90°.
    """
    middle = positive(width if centre is None else centre, "width")
    w, d = positive(width, "width"), positive(distance, "distance")
    if not 0 <= turn <= MOST_TURN:
        raise RefusedError("sides are turned in 0 to 90°", field="turn_deg", value=turn)
    rim, hinge, tau = bezel if outer is None else outer, middle / 2 + bezel, math.radians(turn)
    near = hinge + bezel * math.cos(tau), d - bezel * math.sin(tau)
    far = hinge + (bezel + w) * math.cos(tau), d - (bezel + w) * math.sin(tau)
    each = math.degrees(math.atan2(*far) - math.atan2(*near))
    return Fan(
        turn=turn,
        far=far,
        whole=math.degrees(2 * math.atan2(*far)),
        centre=flat_angle(middle, d),
        each=each,
        eye_to_side=math.hypot((near[0] + far[0]) / 2, (near[1] + far[1]) / 2),
        overall=2 * max(hinge, far[0] + rim * math.cos(tau)),
        depth=(bezel + w + rim) * math.sin(tau),
    )


def curved_angle(radius: float, arc: float, distance: float) -> float:
    """The whole angle of one bent panel, distance to the middle of its arc (rules 8.3) [deg].

    Raises:
        RefusedError: it is more than half a circle, or the eye is past its ends.
    """
    half = positive(arc, "arc_width") / (2 * positive(radius, "radius"))
    if beyond(half, math.pi / 2):
        raise RefusedError("a panel bends at most half a circle", field="arc_width", value=arc)
    x, y = radius * math.sin(half), positive(distance, "distance") - radius * (1 - math.cos(half))
    return math.degrees(2 * math.atan2(x, y))


def kit_allows(fan_: Fan, range_: tuple[float, float]) -> bool:
    """Whether a joint kit's range, as the angle between the planes, holds the turn."""
    return not beyond(range_[0], fan_.between) and not beyond(fan_.between, range_[1])
