"""Grips of the fan: its sides turned in, its centre nearer and farther, the eye itself. The fan's axes: to the driver's
right, ahead."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.commands import Command
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.hand.grip import Grip, GripKind, Hand, Pulled, Snap
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from oval_room.core.rig.document import Rigs
from oval_room.core.rig.fan import MOST_TURN
from oval_room.core.rig.place import Joint, hinge_at, hinge_of
from oval_room.core.rig.rig import Rig, placed, rig_of, shown_rig
from oval_room.core.rig.study import FARTHEST, NEAREST
from oval_room.core.survey.commands import PutSeat


def _there(plan: Plan, view: str, picture: str | None) -> list[Grip]:
    key, rig = shown_rig(plan.chosen, plan.survey.seats, picture) or ("", None)
    if rig is None:
        return []
    row, ruler = rig.row, plan.writing.ruler
    eye = Grip(f"fan.{key}-eye", *rig.eye_above, "uv", f"the eye of {rig.who}", key)
    if len(row) != 3 or row[1].key != rig.centre:
        return [eye]
    away = f"centre, {ruler.show(rig.away)} from the eye"
    return [
        Grip(f"fan.{key}-turn", *rig.above(row[2].rim[1]), "uv", "sides, turned in", key),
        Grip(f"fan.{key}-away", *rig.above((0.0, 0.0)), "v", away, key),
        eye,
    ]


def _pulled(hand: Hand, to: tuple[float, float]) -> Pulled:
    group, _, what = hand.name.partition("-")
    scheme = hand.plan.chosen
    known = scheme.groups.get(group)
    rig = rig_of(known, scheme.pictures, hand.plan.survey.seats) if known and known.kind == "rig" else None
    if rig is None or what not in ("turn", "away", "eye"):
        raise MissingError(f"there is no rig {hand.name[:20]} to pull", value=hand.name)
    if what == "eye":
        return _eye(hand, rig, to)
    if what == "away":
        value = min(max(hand.near(to[1] - rig.eye_above[1]), NEAREST), FARTHEST)
        put = _put(hand, rig, value, rig.set_turn)
        u, _ = rig.above((0.0, 0.0))
        return hand.done(put, f"centre {hand.show(value)} from the eye", u, rig.eye_above[1] + value)
    centre = scheme.pictures[rig.centre]
    joint = _joint(hand)
    hinge = rig.above((hinge_of(centre, joint), centre.bow))
    raw = math.degrees(math.atan2(hinge[1] - to[1], to[0] - hinge[0]))
    places = [Snap(rig.equal, "square to the eye")]
    places += [
        Snap(180.0 - end, "as far as the joints go")
        for kit in scheme.kept(Rigs).kits.values()
        if kit.of == group
        for end in (kit.least, kit.most)
    ]
    near = min(places, key=lambda place: abs(place.value - raw))
    snapped = not hand.free and abs(near.value - raw) <= 1.5
    turn = min(max(near.value if snapped else round(raw * 2) / 2, 0.0), MOST_TURN)
    if snapped:
        hand.reasons.append(near.reason)
    side = scheme.pictures[rig.row[2].key]
    reach, tau = joint.gap + 2 * side.frame_side + side.across, math.radians(turn)
    along, lip = hinge_at(centre, rig.away, tau, joint)
    grip = rig.above((along + reach * math.cos(tau), lip + reach * math.sin(tau)))
    return hand.done(_put(hand, rig, rig.away, turn), f"sides turned in {turn:.1f}°", *grip)


def _eye(hand: Hand, rig: Rig, to: tuple[float, float]) -> Pulled:
    """The driver's seat under the screens as they stand: nearer, farther, aside."""
    middle, plane = rig.above((0.0, 0.0))
    where = "where the screens meet" if len(rig.row) == 2 else "the centre screen's middle"
    u = hand.near(to[0], (Snap(middle, where),))
    away = min(max(hand.near(plane - to[1]), NEAREST), FARTHEST)
    x, y = rig.on_floor(u, plane - away)
    put = PutSeat(id=rig.seat, x=Typed(value=x, source="chosen"), y=Typed(value=y, source="chosen"))
    return hand.done(put, f"eye of {rig.who} {hand.show(away)} from the centre", u, plane - away)


def _joint(hand: Hand) -> Joint:
    """How the sides of the rig in hand are to meet its centre."""
    return hand.plan.chosen.kept(Rigs).setup_of(hand.name.partition("-")[0]).joint


def _put(hand: Hand, rig: Rig, away: float, turn: float) -> Command:
    put = placed(rig, hand.plan.chosen.pictures, away=away, turn=turn, joint=_joint(hand))
    if put is None:
        raise RefusedError("this rig is not three screens with one in the middle")
    return put


GRIPS: Final = (GripKind("fan", ("fan",), _there, _pulled),)
