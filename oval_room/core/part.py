"""A part of the trade, as one declaration: all that the program derives from it."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import field
from typing import Final

from oval_room.core.commands import Command
from oval_room.core.entry import Entries
from oval_room.core.figures import FigureKind
from oval_room.core.findings import Code, CureKind
from oval_room.core.hand.grip import GripKind
from oval_room.core.mover import Movers
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearItem, GearShelf
from oval_room.core.record import record
from oval_room.core.report import Report, Result
from oval_room.core.studies import Study
from oval_room.core.subject import Subject, SubjectKind
from oval_room.core.sums.declare import SumGroup
from oval_room.core.tape.phrase import Phrase
from oval_room.core.tape.sayings import Saying
from oval_room.core.words import Words


def _always(plan: Plan) -> bool:
    return True


def _alone(plan: Plan) -> tuple[str, ...]:
    return ()


HIDDEN_AT_FIRST: Final = ("schools", "map")


@record
class StageSpec:
    """A stage of the work.

    name: in addresses and settled stages. title: as its drawer is labelled. views: those it shows, the lead first.
    extra: views it can lead with beside its own. headlines: names of the figures that matter, the first first. hint:
    what the tape line shows before anything is typed. empty: what its drawer says when it has no entry. shown:
    whether a plan has it on its rail. instead: a view that fills the place of those that have nothing to show. hidden:
    layers that are hidden until they are asked for. by_wall: whether a wall is chosen there. thrown: whether it is
    about a projected picture first, where nobody chose one. moves: the kind of grip that arrow keys move first. of:
    what its lines may begin with, as `tv on left wall`. walled: whether what is said of one display there goes for its
    whole wall. waits_for: stages whose stops hold this one open as well. settles: what is decided
    there, in a few words.
    """

    name: str
    title: str
    views: tuple[str, ...]
    headlines: tuple[str, ...]
    extra: tuple[str, ...] = ()
    hint: str = "say it"
    empty: str = "Place a picture first: tv 65 or screen 110."
    settles: str = ""
    shown: Callable[[Plan], bool] = _always
    instead: str = ""
    hidden: tuple[str, ...] = HIDDEN_AT_FIRST
    by_wall: bool = False
    thrown: bool = True
    moves: str = "body"
    of: tuple[str, ...] = ()
    walled: bool = False
    waits_for: Callable[[Plan], tuple[str, ...]] = _alone


Note = Callable[[Report, Subject, Words], str]
"""What a headline is measured against, in a few words; nothing where there is nothing to say."""
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

    kinds: of figures, by name. codes, cures: what it finds and offers. commands: its changes of the plan.
    phrases: what the tape line understands of it. sayings: whole lines as people say them. entries: what
    stages' drawers hold of it, by stage. grips: what can be grabbed. movers: what may be moved to reach a
    figure. sums: its rules on their own. studies: in their order. stage: the one it is worked at, where it has
    one of its own. offers: kinds of gear that can take a place here. notes: what stands under a headline, by
    its kind of figure. subjects: kinds of what a person chooses to look at.
    """

    name: str
    kinds: Mapping[str, FigureKind] = field(default_factory=dict)
    codes: tuple[type[Code], ...] = ()
    cures: tuple[type[CureKind], ...] = ()
    commands: tuple[type[Command], ...] = ()
    phrases: tuple[Phrase, ...] = ()
    sayings: tuple[Saying, ...] = ()
    entries: Mapping[str, Entries] = field(default_factory=dict)
    grips: tuple[GripKind, ...] = ()
    movers: tuple[Movers, ...] = ()
    sums: tuple[SumGroup, ...] = ()
    studies: tuple[Study[Result], ...] = ()
    stage: StageSpec | None = None
    offers: tuple[Offer, ...] = ()
    notes: Mapping[str, Note] = field(default_factory=dict)
    subjects: tuple[SubjectKind, ...] = ()

    @property
    def at(self) -> str:
        """The name of its stage.

        Raises:
            LookupError: it has none of its own.
        """
        if self.stage is None:
            raise LookupError(f"{self.name} is worked at no stage of its own")
        return self.stage.name
