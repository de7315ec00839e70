"""Loads overhead: the plate of a projector on joist, bridging timber or concrete, the hooks of screens' cases (rules
7.5, 7.6, 7.8)."""

from __future__ import annotations

import math
from dataclasses import field, replace
from typing import Final

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Finding
from oval_room.core.fixing.bolts import FULL, MUCH, use_level
from oval_room.core.fixing.capacity import SUITS, capacity_of
from oval_room.core.fixing.case_study import PULLED, CaseResult
from oval_room.core.fixing.document import FixingNodes
from oval_room.core.fixing.figures import KINDS
from oval_room.core.fixing.holder import nearest_wall
from oval_room.core.fixing.overhead import Held, Holder, holder_of
from oval_room.core.fixing.overhead_load import (
    BRACKET_SCREWS,
    JOIST_SCREWS,
    PLATE_SCREWS,
    OverheadLoad,
    bracket_load,
    hook_load,
    plate_load,
    timber_load,
)
from oval_room.core.fixing.says import FixingCode
from oval_room.core.fixing.study import FixingResult
from oval_room.core.fixing.window_study import WindowResult
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Mount, Projector, Screen
from oval_room.core.projection.body import body_of
from oval_room.core.projection.study import ThrowResult
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.survey.document import Survey

SCREW: Final = "coach 8x50 timber"
BOLT: Final = "bolt m8 bridging"
ANCHOR: Final = "anchor m8 concrete"
APART: Final = 100.0
"""A ceiling plate's screws stand so far apart where its maker says nothing (planning value of ours) [mm]."""


@record
class Overhead:
    """What a thing overhead is fixed with, and what the worst of them bears [%]."""

    fixing: str
    count: int
    use: float


@record
class OverheadResult(Result):
    """What is said of loads overhead; fixed: what each plate and case is fixed with, by projector and picture."""

    fixed: dict[str, Overhead] = field(default_factory=dict)


@record
class _Load:
    """A load and what bears it: the words for that, the fixing, how many there are."""

    load: OverheadLoad
    by: str
    fixing: str
    count: int


def study_overhead(
    survey: Survey,
    scheme: Scheme,
    gear: GearShelf,
    throws: ThrowResult,
    fixings: FixingResult,
    windows: WindowResult,
    cases: CaseResult,
) -> OverheadResult:
    """Every projector's plate and every screen's case of which it is known what holds it."""
    book, out, fixed = FigureBook(KINDS), list[Finding](), dict[str, Overhead]()
    made, kept = survey.made.get("ceiling"), scheme.kept(FixingNodes)
    for key, plate in fixings.plates.items():
        throw = throws.throws.get(key)
        if throw is None or plate.pole is None or not scheme.throws(key):  # one on another wall has its turn then
            continue
        item, mount = throw.item, gear.get(throw.projector.mount or "")
        if not item.mass_kg or throw.projector.boxed == "behind a port":
            continue
        kg = item.mass_kg + ((mount.mass_kg or 0.0) if isinstance(mount, Mount) else 0.0)
        held = windows.held.get(key)
        at = (plate.x, plate.y)
        found = _plate(kg, item, holder_of(made, kept.held_by(key)), held, at, survey)
        if found is not None:
            book.add("plate_use", found.load.use, *_inputs(kg, found.load, found.by), projector=key)
            out.append(_told({"projector": key, "picture": throw.picture}, found.load, found.by, kg))
            fixed[key] = Overhead(found.fixing, found.count, found.load.use)
    for key, hooks in (cases.hooks | cases.brackets).items():
        picture = scheme.pictures.get(key)
        if picture is None:
            continue
        screen = gear.get(picture.gear or "")
        if not isinstance(screen, Screen) or not screen.mass_kg:
            continue
        one = _hooks(screen, len(hooks), holder_of(made, kept.held_by(key)), picture.pose.y, survey)
        if one is not None:
            book.add("hook_use", one.load.use, *_inputs(screen.mass_kg, one.load, one.by), picture=key)
            out.append(_told({"picture": key}, one.load, one.by, screen.mass_kg, screen.way == "manual"))
            fixed[key] = Overhead(one.fixing, one.count, one.load.use)
    return OverheadResult(book.figures, tuple(out), fixed)


def _plate(
    kg: float, item: Projector, by: Holder, held: Held | None, at: tuple[float, float], survey: Survey
) -> _Load | None:
    """The worst fixing of a plate: under a slab, on its joist, on a timber that bridges two, on a wall's bracket."""
    aside = _aside(item)
    if by == "slab":
        return _screws(kg, PLATE_SCREWS, aside, ANCHOR)
    if by == "timber":
        return _bridged(kg, aside, 0.0, (0.0, 1.0))  # nobody knows its joists: one end bears all of it
    if by == "bracket":
        wall, _, out = nearest_wall(survey.room, *at)
        return _on_brackets(kg, 1, out, survey.kind_of(wall.key))
    if by != "joists" or held is None:
        return None
    if held.on or held.bridge is None:
        return _screws(kg, JOIST_SCREWS, aside, SCREW) if held.on else None
    return _bridged(kg, aside, at[1 if held.across == "y" else 0], held.bridge)


def _screws(kg: float, count: int, aside: float, fixing: str) -> _Load:
    load = plate_load(kg, count=count, aside=aside, apart=APART, capacity=capacity_of(fixing))
    return _Load(load, f"{count} × {fixing}", fixing, count)


def _bridged(kg: float, aside: float, at: float, bridge: tuple[float, float]) -> _Load:
    """The plate's screws into a timber, or the timber's bolts, whichever bear more."""
    screws = _screws(kg, PLATE_SCREWS, aside, SCREW)
    bolts = timber_load(kg, plate=at, bridge=bridge, capacity=capacity_of(BOLT))
    if bolts.use > screws.load.use:
        return _Load(bolts, f"the timber's bolts, {BOLT}", SCREW, PLATE_SCREWS)
    return replace(screws, by=f"{screws.by} into the timber")


def _on_brackets(kg: float, brackets: int, out: float, kind: str) -> _Load | None:
    """The screws of brackets on a wall; None where nothing is known to suit it."""
    fixing = SUITS.get(kind, ("",))[0]
    if not fixing:
        return None
    load = bracket_load(kg, brackets=brackets, out=max(out, 0.0), capacity=capacity_of(fixing))
    count = brackets * BRACKET_SCREWS
    return _Load(load, f"{count} × {fixing} in the wall", fixing, count)


def _hooks(screen: Screen, count: int, by: Holder, out: float, survey: Survey) -> _Load | None:
    times, kg = PULLED if screen.way == "manual" else 1.0, screen.mass_kg or 0.0
    if by == "bracket":
        return _on_brackets(kg * times, count, out, survey.kind_of("w1"))
    fixing = ANCHOR if by == "slab" else SCREW
    load = hook_load(kg, hooks=count, times=times, capacity=capacity_of(fixing))
    return _Load(load, f"{count} × {fixing}", fixing, count)


def _aside(item: Projector) -> float:
    """From the plate's middle to the body's, level [mm]."""
    right, forward, _ = item.lens_on_plate
    across, deep, _ = body_of(item, hung=True, ceiling=0.0).body
    middle = [(span.least + span.greatest) / 2 for span in (across, deep)]
    return math.hypot(middle[0] - right, middle[1] - forward)


def _inputs(kg: float, load: OverheadLoad, by: str) -> tuple[Input, ...]:
    return (
        Input("T", f"tension of the worst of {by}, {kg:g} kg", load.tension, "n"),
        Input("T_allow", "tension it may bear", FULL * load.tension / load.use, "n", "rule"),
    )


def _told(about: dict[str, str], load: OverheadLoad, by: str, kg: float, pulled: bool = False) -> Finding:
    level = use_level(load.use)
    more = {"kg": kg, "by": by, "pulled": pulled}
    limit = FULL if level is Level.STOP else MUCH
    return Finding(FixingCode.OVERHEAD, level, "7.5", about, load.use, limit, "pct", more=more)
