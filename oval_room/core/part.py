"""A part of the trade, as one declaration: all that the program derives from it."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import field

from oval_room.core.commands import Command
from oval_room.core.entry import Entries
from oval_room.core.figures import FigureKind
from oval_room.core.findings import Code, CureKind
from oval_room.core.hand.grip import GripKind
from oval_room.core.mover import Movers
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearItem, GearShelf
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.studies import Study
from oval_room.core.sums.declare import SumGroup
from oval_room.core.tape.phrase import Phrase


def _always(plan: Plan) -> bool:
    return True


@record
class StageSpec:
    """A stage of the work.

    name: in addresses and settled stages. title: as its drawer is labelled. views: those it shows, the lead first.
    extra: views it can lead with beside its own. headlines: names of the figures that matter, the first first. hint:
    what the tape line shows before anything is typed. empty: what its drawer says when it has no entry. shown:
    whether a plan has it on its rail.
    """

    name: str
    title: str
    views: tuple[str, ...]
    headlines: tuple[str, ...]
    extra: tuple[str, ...] = ()
    hint: str = "say it"
    empty: str = "Place a picture first: tv 65 or screen 110."
    shown: Callable[[Plan], bool] = _always


Put = Callable[[str, GearItem], Command]
"""The change that puts an item, by its edition, in a place."""


@record
class Offer:
    """A kind of gear, by its word, that can take a place at a picture, and others that can as well.

    place: of a plan (turned so that the picture's wall is the display wall), its gear and the picture's id: how an item
    is put there; None where there is no such place.
    """

    kind: str
    also: tuple[str, ...]
    place: Callable[[Plan, GearShelf, str], Put | None]


@record
class Part:
    """What one trade brings.

    kinds: of figures, by name. codes, cures: what it finds and offers. commands: its changes of the plan. phrases:
    what the tape line understands of it. entries: what stages' drawers hold of it, by stage. grips: what can be
    grabbed. movers: what may be moved to reach a figure. sums: its rules on their own. studies: in their order.
    stage: the one it is worked at, where it has one of its own. offers: kinds of gear that can take a place here.
    """

    name: str
    kinds: Mapping[str, FigureKind] = field(default_factory=dict)
    codes: tuple[type[Code], ...] = ()
    cures: tuple[type[CureKind], ...] = ()
    commands: tuple[type[Command], ...] = ()
    phrases: tuple[Phrase, ...] = ()
    entries: Mapping[str, Entries] = field(default_factory=dict)
    grips: tuple[GripKind, ...] = ()
    movers: tuple[Movers, ...] = ()
    sums: tuple[SumGroup, ...] = ()
    studies: tuple[Study[Result], ...] = ()
    stage: StageSpec | None = None
    offers: tuple[Offer, ...] = ()
