"""Loads overhead: the plate of a projector on joist, bridging timber or concrete, the hooks of screens' cases (rules
7.5, 7.6, 7.8)."""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Finding
from oval_room.core.fixing.bolts import FULL, MUCH, use_level
from oval_room.core.fixing.capacity import capacity_of
from oval_room.core.fixing.case_study import PULLED, CaseResult
from oval_room.core.fixing.figures import KINDS
from oval_room.core.fixing.overhead import Held
from oval_room.core.fixing.overhead_load import (
    JOIST_SCREWS,
    PLATE_SCREWS,
    OverheadLoad,
    hook_load,
    plate_load,
    timber_load,
)
from oval_room.core.fixing.says import FixingCode
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
class OverheadResult(Result):
    """What is said of loads overhead."""


def study_overhead(
    survey: Survey, scheme: Scheme, gear: GearShelf, throws: ThrowResult, windows: WindowResult, cases: CaseResult
) -> OverheadResult:
    """Every projector whose plate's joists are known or that hangs under concrete, every case whose hooks are."""
    book, out = FigureBook(KINDS), list[Finding]()
    ceiling = survey.kind_of("ceiling")
    for key, window in windows.windows.items():
        if not scheme.has(key):  # it throws on another wall, whose turn it is then
            continue
        throw, held = throws.throws[key], window.held
        item, mount = throw.item, gear.get(throw.projector.mount or "")
        if not item.mass_kg or (held is None and ceiling != "concrete"):
            continue
        kg = item.mass_kg + ((mount.mass_kg or 0.0) if isinstance(mount, Mount) else 0.0)
        at = window.plate[1 if held is not None and held.across == "y" else 0]
        worst, by = _plate(kg, item, held, at)
        book.add("plate_use", worst.use, *_inputs(kg, worst, by), projector=key)
        out.append(_told({"projector": key, "picture": throw.picture}, worst, by, kg))
    for key, hooks in cases.hooks.items():
        if not scheme.has(key):
            continue
        screen = gear.get(scheme.pictures[key].gear or "")
        if not isinstance(screen, Screen) or not screen.mass_kg:
            continue
        by = ANCHOR if ceiling == "concrete" else SCREW
        times = PULLED if screen.way == "manual" else 1.0
        load = hook_load(screen.mass_kg, hooks=len(hooks), times=times, capacity=capacity_of(by))
        told = f"{len(hooks)} × {by}"
        book.add("hook_use", load.use, *_inputs(screen.mass_kg, load, told), picture=key)
        out.append(_told({"picture": key}, load, told, screen.mass_kg, times > 1))
    return OverheadResult(book.figures, tuple(out))


def _plate(kg: float, item: Projector, held: Held | None, at: float) -> tuple[OverheadLoad, str]:
    """The worst fixing of a plate, and what they are: under concrete, on its joist, or on a timber that bridges two."""
    aside = _aside(item)
    if held is None:
        load = plate_load(kg, count=PLATE_SCREWS, aside=aside, apart=APART, capacity=capacity_of(ANCHOR))
        return load, f"{PLATE_SCREWS} × {ANCHOR}"
    if held.on or held.bridge is None:
        load = plate_load(kg, count=JOIST_SCREWS, aside=aside, apart=APART, capacity=capacity_of(SCREW))
        return load, f"{JOIST_SCREWS} × {SCREW}"
    screws = plate_load(kg, count=PLATE_SCREWS, aside=aside, apart=APART, capacity=capacity_of(SCREW))
    bolts = timber_load(kg, plate=at, bridge=held.bridge, capacity=capacity_of(BOLT))
    if bolts.use > screws.use:
        return bolts, f"the timber's bolts, {BOLT}"
    return screws, f"{PLATE_SCREWS} × {SCREW} into the timber"


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
