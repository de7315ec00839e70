"""The parts of the trade, in the order of the work. All that they hold is derived from this list."""

from __future__ import annotations

from functools import reduce
from operator import or_
from typing import TYPE_CHECKING, Annotated, Final

from pydantic import AfterValidator, Field, TypeAdapter

from oval_room.core.array.part import PART as ARRAY
from oval_room.core.brief.part import PART as BRIEF
from oval_room.core.commands import Command, from_outside
from oval_room.core.entry import Entry
from oval_room.core.figures import FigureKind
from oval_room.core.findings import Code
from oval_room.core.fixing.part import PART as FIXING
from oval_room.core.gear.part import PART as GEAR
from oval_room.core.hand.grip import GripKind
from oval_room.core.hanging.part import PART as HANGING
from oval_room.core.job.part import PART as JOB
from oval_room.core.light.part import PART as LIGHT
from oval_room.core.mover import Movers
from oval_room.core.part import Note, Offer, Part, StageSpec
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.projection.part import PART as PROJECTION
from oval_room.core.report import Result
from oval_room.core.rig.part import PART as RIG
from oval_room.core.screens.part import PART as SCREENS
from oval_room.core.signal.part import PART as SIGNAL
from oval_room.core.sound.part import PART as SOUND
from oval_room.core.studies import Study
from oval_room.core.subject import Subject, SubjectKind
from oval_room.core.survey.part import PART as SURVEY
from oval_room.core.viewing.part import PART as VIEWING

PARTS: Final[tuple[Part, ...]] = (
    JOB,
    BRIEF,
    SURVEY,
    SCREENS,
    VIEWING,
    SOUND,
    PROJECTION,
    LIGHT,
    FIXING,
    HANGING,
    RIG,
    ARRAY,
    SIGNAL,
    GEAR,
)

STAGES: Final[dict[str, StageSpec]] = {part.stage.name: part.stage for part in PARTS if part.stage is not None}
"""The stages in the order of the work."""
KINDS: Final[dict[str, FigureKind]] = {name: kind for part in PARTS for name, kind in part.kinds.items()}
CODES: Final[dict[str, Code]] = {code.name: code for part in PARTS for codes in part.codes for code in codes}
STUDIES: Final[tuple[Study[Result], ...]] = tuple(study for part in PARTS for study in part.studies)
COMMANDS: Final[tuple[type[Command], ...]] = tuple(command for part in PARTS for command in part.commands)
GRIPS: Final[tuple[GripKind, ...]] = tuple(grip for part in PARTS for grip in part.grips)
OFFERS: Final[dict[str, Offer]] = {offer.kind: offer for part in PARTS for offer in part.offers}
NOTES: Final[dict[str, Note]] = {name: note for part in PARTS for name, note in part.notes.items()}
SUBJECTS: Final[dict[str, SubjectKind]] = {
    kind.name: kind for kind in sorted((one for part in PARTS for one in part.subjects), key=lambda kind: kind.rank)
}
"""Kinds of what a person chooses to look at, by name."""
START: Final = SURVEY.at
"""The stage a job is opened at, where nothing calls for another."""
MOVERS: Final[tuple[Movers, ...]] = tuple(movers for part in PARTS for movers in part.movers)

if TYPE_CHECKING:
    AnyCommand = Command
else:
    AnyCommand = Annotated[
        reduce(or_, (command for command in COMMANDS if not command.ours)),
        Field(discriminator="do"),
        AfterValidator(from_outside),
    ]
COMMAND: Final[TypeAdapter[Command]] = TypeAdapter(AnyCommand)
"""Reads any command that anybody may send."""
PLAN: Final[TypeAdapter[Plan]] = TypeAdapter(Plan)
"""Reads any plan, with what every trade keeps in its schemes: files and the store read plans by it."""


def kind_of(key: str) -> FigureKind | None:
    """The kind a figure's key belongs to, also when the figure itself is gone."""
    return next((kind for kind in KINDS.values() if kind.owns(key)), None)


def entries_of(plan: Plan, gear: GearShelf, stage: str, subject: Subject, wall: int = 1) -> list[Entry]:
    """The entries of a stage's drawer for a subject, and in Survey for the chosen wall."""
    return [entry for part in PARTS if (made := part.entries.get(stage)) for entry in made(plan, gear, subject, wall)]
