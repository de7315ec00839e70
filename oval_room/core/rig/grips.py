"""Grips of the fan: its sides turned in, its centre nearer and farther. The fan's axes: along from the eye, ahead."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.commands import Command
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.hand.grip import Grip, GripKind, Hand, Pulled, Snap
from oval_room.core.plan.document import Plan
from oval_room.core.rig.document import Rigs
from oval_room.core.rig.fan import MOST_TURN
from oval_room.core.rig.study import FARTHEST, NEAREST, Rig, placed, rig_of, shown_rig


def _there(plan: Plan, view: str, picture: str | None) -> list[Grip]:
    key, rig = shown_rig(plan.chosen, plan.survey.seats, picture) or ("", None)
    if rig is None:
        return []
    row = rig.row
    if len(row) != 3 or row[1].key != rig.centre:
        return []
    (x, y), ruler = row[2].rim[1], plan.writing.ruler
    return [
        Grip(f"fan.{key}-turn", x, rig.away - y, "uv", "sides, turned in", key),
        Grip(f"fan.{key}-away", 0.0, rig.away, "v", f"centre, {ruler.show(rig.away)} from the eye", key),
    ]


def _pulled(hand: Hand, to: tuple[float, float]) -> Pulled:
    group, _, what = hand.name.partition("-")
    scheme = hand.plan.chosen
    known = scheme.groups.get(group)
    rig = rig_of(known, scheme.pictures, hand.plan.survey.seats) if known and known.kind == "rig" else None
    if rig is None or what not in ("turn", "away"):
        raise MissingError(f"there is no rig {hand.name[:20]} to pull", value=hand.name)
    if what == "away":
        value = min(max(hand.near(to[1]), NEAREST), FARTHEST)
        put = _put(hand, rig, value, min(max(rig.turn, 0.0), MOST_TURN))
        return hand.done(put, f"centre {hand.show(value)} from the eye", 0.0, value)
    centre = scheme.pictures[rig.centre]
    hinge = centre.across / 2 + centre.frame_side
    raw = math.degrees(math.atan2(rig.away - centre.bow - to[1], to[0] - hinge))
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
    reach, tau = gap_of(hand) + 2 * side.frame_side + side.across, math.radians(turn)
    u, v = hinge + reach * math.cos(tau), rig.away - centre.bow - reach * math.sin(tau)
    return hand.done(_put(hand, rig, rig.away, turn), f"sides turned in {turn:.1f}°", u, v)


def gap_of(hand: Hand) -> float:
    """How far the frames of the rig in hand are asked to stand apart [mm]."""
    return hand.plan.chosen.kept(Rigs).setup_of(hand.name.partition("-")[0]).gap


def _put(hand: Hand, rig: Rig, away: float, turn: float) -> Command:
    put = placed(rig, hand.plan.chosen.pictures, away=away, turn=turn, gap=gap_of(hand))
    if put is None:
        raise RefusedError("this rig is not three screens with one in the middle")
    return put


GRIPS: Final = (GripKind("fan", ("fan",), _there, _pulled),)
