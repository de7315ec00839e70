"""What is told of a rig beside its sheet: what games are given, what lies where, other sizes, its card, bolts and tubes
(rules 8.4–8.7)."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.record import record
from oval_room.core.rig.card import CardNeeds, card_needs, frames_at
from oval_room.core.rig.document import Rigs
from oval_room.core.rig.games import (
    DriverRow,
    Lies,
    Projection,
    SizeRow,
    Typed,
    bearings,
    drivers,
    frame_mpx,
    projections,
    sizes,
    typed,
)
from oval_room.core.rig.rig import Rig, shown_rig
from oval_room.core.rig.tubes import Tubes, tubes_of
from oval_room.core.rig.uprights import Bolts, bolts_of

PASS: Final = 600.0
"""Behind the screens, for somebody to go past [mm] (planning value)."""


@record
class Measured:
    """Frames that somebody measured, at how many pixels, and what they come to here."""

    frames: float
    at: tuple[int, int]
    here: float


@record
class RigTold:
    """A rig as it is told. assumed: whether pixels and bezels of a screen are. measured: None until somebody has."""

    rig: Rig
    typed: Sequence[Typed]
    projections: Sequence[Projection]
    lies: Sequence[Lies]
    sizes: Sequence[SizeRow]
    mpx: float
    drivers: Sequence[DriverRow]
    needs: CardNeeds
    measured: Measured | None
    bolts: Sequence[Bolts]
    tubes: Tubes
    assumed: bool

    def floor(self, size: SizeRow) -> float:
        """What a size takes of the floor, with room to go past [m²]."""
        return size.width * (size.depth + PASS) / 1e6


def told_of(plan: Plan, gear: GearShelf, picture: str | None) -> RigTold | None:
    """The rig that a picture is of, else the first; None where no screens stand round a seat."""
    scheme, seats = plan.chosen, plan.survey.seats
    key, rig = shown_rig(scheme, seats, picture) or ("", None)
    if rig is None:
        return None
    pictures, kept, seat = scheme.pictures, scheme.kept(Rigs), seats[rig.seat]
    needs, setup = card_needs(rig, pictures, gear), kept.setup_of(key)
    pixels = sum(one.pixels[0] * one.pixels[1] for one in needs.links)
    here = frames_at(setup.frames, setup.frames_at, pixels) if setup.frames else None
    return RigTold(
        rig,
        typed(rig, pictures),
        projections(rig, pictures),
        bearings(rig, pictures),
        sizes(rig, pictures),
        frame_mpx(rig, pictures),
        drivers(rig, pictures, seat.kind, seat.floor.value),
        needs,
        Measured(setup.frames, setup.frames_at, here) if setup.frames and here is not None else None,
        bolts_of(rig, pictures, gear),
        tubes_of(rig, pictures, kept, gear, seat.floor.value),
        any(pictures[one].gear is None for one in rig.screens),
    )
