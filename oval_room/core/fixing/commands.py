"""Changes of what was read on the bench, of how plates are held, of light strips."""

from __future__ import annotations

from typing import Literal

from oval_room.core.applying import carried, measured, scheme_id, with_values
from oval_room.core.commands import Command, Stamp
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.fixing.capacity import CAPACITIES
from oval_room.core.fixing.document import (
    MOST_FORCE,
    OF_MOUNT,
    OF_PANEL,
    OF_PROJECTOR,
    Bench,
    FixingNodes,
    Hold,
    Strip,
    called,
)
from oval_room.core.plan.document import Plan, Scheme
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Count, Id, Number, Typed, Words, next_id


class PutBench(Command):
    """What was read on the bench of the gear that hangs for a picture: kept with what it was read of."""

    do: Literal["put bench"] = "put bench"
    id: Id
    scheme: Id | None = None
    vesa: tuple[Number, Number] | None = None
    bolts: Typed | None = None
    row: Typed | None = None
    folded: Typed | None = None
    lens_right: Typed | None = None
    lens_forward: Typed | None = None
    lens_below: Typed | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        at = scheme_id(plan, self)
        scheme = plan.schemes[at]
        if self.id not in scheme.pictures:
            raise MissingError(f"there is no picture {self.id} to measure for", value=self.id)
        if self.bolts is not None and self.bolts.value < 0:
            raise RefusedError("the upper bolts lie under the panel's top: give 0 or more", field="bolts")
        kept = scheme.kept(FixingNodes)
        key, bench = kept.of(self.id) or (next_id("b", set(kept.panels)), Bench(shows=self.id))
        bench = _of_what_hangs(scheme, gear, bench, self)
        plan, values = measured(plan, f"schemes.{at}.more.fixing.panels.{key}", carried(self), stamp, bench)
        after = kept.model_copy(update={"panels": {**kept.panels, key: with_values(bench, values)}})
        return plan.model_copy(update={"schemes": {**plan.schemes, at: plan.schemes[at].keeping(after)}})


class PutHold(Command):
    """Where a picture's plate is on its wall, off the panel's middle, and what fixes it; a maker's own fixing comes
    with what it may bear [N]."""

    do: Literal["put hold"] = "put hold"
    id: Id
    scheme: Id | None = None
    plate: Number | None = None
    plate_free: bool | None = None
    """The plate goes where studs want it again."""
    fixing: Words | None = None
    """Empty: the usual one of its wall."""
    tension: Number | None = None
    shear: Number | None = None
    source: Words | None = None
    by: Literal["", "timber", "bracket"] | None = None
    """What holds a case or a projector's plate in the place of its ceiling."""

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        at, kept = _kept(plan, self)
        values = carried(self, "plate_free")
        if self.plate_free:
            values["plate"] = None
        if self.fixing is not None:
            own = self.tension is not None and self.shear is not None
            if self.fixing and self.fixing not in CAPACITIES and not own:
                told = ", ".join(CAPACITIES)
                raise RefusedError(f"give one of {told}, or what its maker lets it bear", field="fixing")
            values = {"tension": None, "shear": None, "source": ""} | values
        for name in ("tension", "shear"):
            if (force := getattr(self, name)) is not None and not 0 < force <= MOST_FORCE:
                raise RefusedError("a fixing bears over 0 N: its maker tells how much", field=name, value=force)
        key, hold = kept.hold_of(self.id) or (next_id("c", set(kept.holds)), Hold(shows=self.id))
        return _keeping(plan, at, kept.model_copy(update={"holds": {**kept.holds, key: with_values(hold, values)}}))


class PutStrip(Command):
    """A light strip behind a panel, or a change of it."""

    do: Literal["put strip"] = "put strip"
    id: Id
    scheme: Id | None = None
    sides: Count | None = None
    volts: Count | None = None
    watts: Number | None = None
    lights: Number | None = None
    cut: Number | None = None
    inset: Number | None = None
    reel: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        at, kept = _kept(plan, self)
        picture = plan.schemes[at].pictures[self.id]
        if picture.kind != "panel":
            raise RefusedError(f"{picture.name} has nothing behind it that lights: name a TV", field="id")
        key, strip = kept.strip_of(self.id) or (next_id("e", set(kept.strips)), Strip(shows=self.id))
        after = kept.model_copy(update={"strips": {**kept.strips, key: with_values(strip, carried(self))}})
        return _keeping(plan, at, after)


def _kept(plan: Plan, put: PutHold | PutStrip) -> tuple[str, FixingNodes]:
    """The scheme a change is of, and what fixing keeps in it."""
    at = scheme_id(plan, put)
    held = isinstance(put, PutHold) and put.by is not None and put.id in plan.schemes[at].projectors
    if put.id not in plan.schemes[at].pictures and not held:
        raise MissingError(f"there is no picture {put.id} here", value=put.id)
    return at, plan.schemes[at].kept(FixingNodes)


def _keeping(plan: Plan, at: str, after: FixingNodes) -> Plan:
    return plan.model_copy(update={"schemes": {**plan.schemes, at: plan.schemes[at].keeping(after)}})


def _of_what_hangs(scheme: Scheme, gear: GearShelf, bench: Bench, put: PutBench) -> Bench:
    """The bench made out to what hangs now: figures that were read of another thing are no longer there."""
    picture, projector = scheme.pictures[bench.shows], scheme.feeds.get(bench.shows)
    values: dict[str, object] = {}
    for name, figures, on in (
        ("panel", OF_PANEL, called(picture, gear.get(picture.gear or ""))),
        ("mount", OF_MOUNT, item.name if (item := gear.get(picture.mount or "")) else ""),
        ("projector", OF_PROJECTOR, item.name if projector and (item := gear.get(projector.gear)) else ""),
    ):
        if any(getattr(put, figure) is not None for figure in figures):
            stale = getattr(bench, name) not in ("", on)
            values |= {name: on} | (dict.fromkeys(figures) if stale else {})
    return bench.model_copy(update=values)
