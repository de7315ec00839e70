"""Changes of the job itself: its name and writing, its schemes, what is chosen, settled, accepted, dropped, put
back."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal

from pydantic import BeforeValidator, Field

from oval_room.core.applying import carried, in_scheme, scheme_id, with_survey, with_values
from oval_room.core.commands import Command, Stamp
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.levels import Level
from oval_room.core.plan.changes import Change, path_of, restore
from oval_room.core.plan.document import Accepted, Decided, Figures, Plan, Scheme, Settled, Stage
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Count, Hash, Id, Name, Number, Words

MEANT = 8  # characters a reason has at least


class PutJob(Command):
    """Change the job's name, client, place or state."""

    do: Literal["put job"] = "put job"
    name: Words | None = None
    client: Words | None = None
    place: Words | None = None
    state: Literal["planning", "agreed", "on site", "done"] | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        return with_values(plan, carried(self))


class PutWriting(Command):
    do: Literal["put writing"] = "put writing"
    unit: Words | None = None
    style: Words | None = None
    steps_per_inch: Count | None = None
    instrument: Words | None = None
    currency: Words | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        return plan.model_copy(update={"writing": with_values(plan.writing, carried(self))})


class PutScheme(Command):
    """Name a scheme; with `like`, a new one starts as a copy of that."""

    do: Literal["put scheme"] = "put scheme"
    id: Id
    name: Name
    like: Id | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        if self.id in plan.schemes:
            return in_scheme(plan, self.id, name=self.name)
        if self.like is not None and self.like not in plan.schemes:
            raise MissingError(f"there is no scheme {self.like} to copy", value=self.like)
        fresh = with_values(plan.schemes[self.like], {"name": self.name}) if self.like else Scheme(name=self.name)
        return with_values(plan, {"schemes": {**plan.schemes, self.id: fresh}, "scheme": self.id})


class Choose(Command):
    do: Literal["choose"] = "choose"
    size_school: Words | None = None
    height_school: Words | None = None
    scheme: Id | None = None
    main_seat: Id | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        values = carried(self, "main_seat")
        if values:
            plan = plan.model_copy(update={"choices": with_values(plan.choices, values)})
        if self.main_seat:
            plan = with_survey(plan, main_seat=self.main_seat)
        if self.scheme:
            scheme_id(plan, self)
            plan = plan.model_copy(update={"scheme": self.scheme})
        return plan


class Decide(Command):
    """Choose a scheme for good, with who and why; without one, open the choice again."""

    do: Literal["decide"] = "decide"
    scheme: Id | None = None
    why: Annotated[str, Field(max_length=300)] = ""

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        decided = None
        if self.scheme is not None:
            if self.scheme not in plan.schemes:
                raise MissingError(f"there is no scheme {self.scheme}", value=self.scheme)
            decided = Decided(scheme=self.scheme, by=stamp.by, why=self.why.strip(), at=stamp.at)
            plan = plan.model_copy(update={"scheme": self.scheme})
        return plan.model_copy(update={"choices": with_values(plan.choices, {"decided": decided})})


class Settle(Command):
    """Call a stage done, with the figures it rests on; without figures, open it again."""

    ours: ClassVar[bool] = True
    do: Literal["settle"] = "settle"
    stage: Stage
    figures: Figures | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        settled = {key: value for key, value in plan.choices.settled.items() if key != self.stage}
        if self.figures is not None:
            settled[self.stage] = Settled(figures=self.figures, by=stamp.by)
        return plan.model_copy(update={"choices": with_values(plan.choices, {"settled": settled})})


class Accept(Command):
    """Accept a mind or override a stop (which wants a reason); without a level, take that back."""

    ours: ClassVar[bool] = True
    do: Literal["accept"] = "accept"
    finding: Annotated[str, Field(max_length=160)]
    level: Level | None = None
    off_by: Number | None = None
    why: Annotated[str, Field(max_length=300)] = ""

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        accepted = {key: value for key, value in plan.choices.accepted.items() if key != self.finding}
        if self.level is not None:
            if self.level is Level.STOP and len(self.why.strip()) < MEANT:
                raise RefusedError(
                    "a stop can only be overridden with a reason in words: type why it is right here", field="why"
                )
            accepted[self.finding] = Accepted(level=self.level, off_by=self.off_by, by=stamp.by, why=self.why.strip())
        return plan.model_copy(update={"choices": with_values(plan.choices, {"accepted": accepted})})


class Drop(Command):
    """Take a seat, thing, scene, picture, projector or scheme away. A picture takes with it what shows on it."""

    do: Literal["drop"] = "drop"
    id: Id
    scheme: Id | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        gone = self.id
        if (left := plan.without(gone)) is not None:
            return left
        if gone in plan.schemes:
            return _without_scheme(plan, gone)
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        if not scheme.has(gone):
            raise MissingError(f"there is no {gone} to take away", value=gone)
        return plan.model_copy(update={"schemes": {**plan.schemes, key: scheme.without(gone)}})


def _without_scheme(plan: Plan, gone: str) -> Plan:
    left = {key: scheme for key, scheme in plan.schemes.items() if key != gone}
    if not left:
        raise RefusedError("the last scheme stays: a job has at least one", field="id", value=gone)
    decided = plan.choices.decided
    if decided is not None and decided.scheme == gone:
        plan = plan.model_copy(update={"choices": with_values(plan.choices, {"decided": None})})
    return plan.model_copy(update={"schemes": left, "scheme": plan.scheme if plan.scheme in left else next(iter(left))})


Key = Annotated[str, Field(max_length=120)]
Place = Annotated[tuple[Key, ...], Field(min_length=1, max_length=16), BeforeValidator(path_of)]
"""A place of the plan by its keys; the dotted text of earlier versions is cut."""


class Restore(Command):
    """Put places back to what they were: what undo and redo are made of."""

    ours: ClassVar[bool] = True
    do: Literal["restore"] = "restore"
    wanted: Annotated[tuple[tuple[Place, object, object], ...], Field(max_length=200_000)]

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        return restore(plan, [Change(*item) for item in self.wanted])


class LeaveGear(Command):
    """Go on without editions of gear that can't be read any more: what were they keeps its size and place."""

    ours: ClassVar[bool] = True
    do: Literal["leave gear"] = "leave gear"
    gear: Annotated[tuple[Hash, ...], Field(min_length=1, max_length=2000)]

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        schemes = {key: scheme.without_gear(set(self.gear)) for key, scheme in plan.schemes.items()}
        return plan.model_copy(update={"schemes": schemes})
