"""What is marked out on a wall or a ceiling: everything that hangs there, each with its own holes, what they carry and
how they are made (rules 7.3, 7.7, 7.20–7.22).

A thing with an open stop has none: in their place stands the stop. Along and up are of the wall's own frame; of a
ceiling, along the display wall and out from it.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import field, replace
from itertools import product
from typing import Final, Literal

from oval_room.core.findings import Finding
from oval_room.core.fixing.capacity import SUITS
from oval_room.core.fixing.case_study import CaseResult, screws_of
from oval_room.core.fixing.document import FixingNodes
from oval_room.core.fixing.drilling import Drill, boards_over, drill_for, skin_over, stopped
from oval_room.core.fixing.frame_study import FrameResult, outline_of
from oval_room.core.fixing.hands import people
from oval_room.core.fixing.holder import nearest_wall
from oval_room.core.fixing.hole_map import HoleMap
from oval_room.core.fixing.load_study import LoadResult
from oval_room.core.fixing.overhead import Held, holder_of, void_over
from oval_room.core.fixing.overhead_load import JOIST_SCREWS
from oval_room.core.fixing.overhead_study import BOLT, SCREW, Overhead, OverheadResult
from oval_room.core.fixing.says import FixingCode
from oval_room.core.fixing.study import FixingResult
from oval_room.core.fixing.window_study import WindowResult
from oval_room.core.fixing.zero import Zero, zero_of
from oval_room.core.hanging.document import Hanging, WallThing
from oval_room.core.hanging.holding import worst_use
from oval_room.core.hanging.study import HangingResult
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf, Mount, Screen
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.outline import Wall
from oval_room.core.plan.room import Made, Room
from oval_room.core.plan.turn import Turn
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.screens.document import Picture
from oval_room.core.screens.placing import COMES_DOWN
from oval_room.core.survey.datum import from_datum

Kind = Literal["plate", "frame", "brackets", "cleat", "case", "projector", "timber"]
"""What the holes are of: a panel's wall plate, a screen's frame, a case's or a projector's brackets, the cleat of a
thing that hangs, a case's hooks, a projector's plate overhead, a timber that bridges two joists."""
Box = tuple[float, float, float, float]
"""Left, bottom, right, top; on a ceiling left, near, right, far [mm]."""
PLATE_HALF: Final = 100.0
"""Half a ceiling plate's side, as it is drawn where its maker says nothing [mm]."""
CASE_DEEP: Final = 60.0
"""Half a case's depth, as it is drawn [mm]."""
NO_HOOKS: Final = ("unknown", "few", "beside")
"""Why nothing is known for a case's hooks to go into."""
TIMBER_HALF: Final = 47.5
"""Half a bridging timber's width, as it is drawn [mm]."""


@record
class Hangs:
    """One thing that hangs by its own holes.

    of: the picture, projector or thing. outline: what hangs; plate: what holds it, where that is smaller. places: along
    and up (out, on a ceiling) [mm], none where stops say so. mass: with its mount [kg]; None where nobody has said.
    carrier: its mount, in words. use: what the worst fixing bears of what it may [%]. exact: whether the places are
    the holes; else each is a middle that the thing's own holes lie about. each: fixings at every place. rod: how far up
    the fixings are from the finished face [mm].
    """

    of: str
    kind: Kind
    name: str
    outline: Box
    plate: Box | None
    places: tuple[tuple[float, float], ...]
    fixing: str
    drill: Drill | None
    mass: float | None
    wide: float
    carrier: str = ""
    use: float | None = None
    exact: bool = True
    each: int = 1
    rod: float = 0.0
    stops: tuple[Finding, ...] = ()

    @property
    def people(self) -> int:
        """How many lift it (rules 7.13)."""
        return people(self.mass or 0.0, self.wide)


@record
class Marked:
    """One place that is marked: its number on its surface, what it is of, along from the zero, up from the floor (out
    from the display wall, on a ceiling) and off the laser line (None on a ceiling) [mm]."""

    number: int
    of: str
    kind: Kind
    along: float
    up: float
    off_line: float | None


@record
class MarkOut:
    """All that is marked on a surface. length: its wall's, or the ceiling's along the display wall [mm]."""

    surface: Literal["wall", "ceiling"]
    zero: Zero
    length: float
    hangs: tuple[Hangs, ...]
    marks: tuple[Marked, ...] = field(default=())

    def of(self, one: Hangs) -> list[Marked]:
        """The marks of one thing."""
        return [mark for mark in self.marks if (mark.of, mark.kind) == (one.of, one.kind)]

    def corners(self, mark: Marked) -> tuple[float, float]:
        """From a mark to its wall's lower left and right corner, on a ceiling to its near ones [mm]: the check."""
        x = mark.along + self.zero.at
        return math.hypot(x, mark.up), math.hypot(self.length - x, mark.up)


def surfaces(report: Report, plan: Plan, gear: GearShelf) -> tuple[str, ...]:
    """Every surface that something is to be marked on, by its key: w1 …, then the ceiling."""
    walls = {report.walls.get(key, 1) for key in plan.chosen.pictures}
    keys = {f"w{n}" for n in walls} | {one.wall for one in plan.chosen.kept(Hanging).things.values()}
    if any(hold.by == "bracket" for hold in plan.chosen.kept(FixingNodes).holds.values()):
        keys |= {wall.key for wall in plan.survey.room.walls}
    there = {wall.key for wall in plan.survey.room.walls} & keys
    sorted_keys = (*sorted(there, key=lambda key: int(key[1:])), "ceiling")
    return tuple(key for key in sorted_keys if surface_marks(report, plan, gear, key).hangs)


def surface_marks(report: Report, plan: Plan, gear: GearShelf, surface: str) -> MarkOut:
    """What is marked on a surface, by its key."""
    if surface == "ceiling":
        return ceiling_marks(report, plan, gear)
    return wall_marks(report, plan, gear, int(surface[1:]))


def wall_marks(report: Report, plan: Plan, gear: GearShelf, number: int) -> MarkOut:
    """What is marked on a wall, by its number: plates, frames and brackets, then what else hangs.

    report: of the plan as it is; the plan is turned here.
    """
    wall = plan.survey.room.walls[number - 1]
    turned = plan if number == 1 else Turn(plan.survey.room, number).plan(plan)
    scheme, survey = turned.chosen, turned.survey
    here = {key: one for key, one in scheme.pictures.items() if report.walls.get(key, 1) == number}
    no_holes = stopped(report.findings, report.open_stops())
    made, hangs = survey.made.get("w1"), list[Hangs]()
    fixings = report.of(FixingResult)
    for key, picture in here.items():
        if (found := fixings.holes.get(key)) is not None:
            hangs.append(_plate(key, picture, found, turned, gear, report))
        elif missing := _said(report, key, FixingCode.NO_HOLES, FixingCode.FRAME, FixingCode.HOLDER):
            hangs.append(_without(key, picture, gear, missing))
    frames, cases = report.of(FrameResult).frames, report.of(CaseResult)
    for key, picture in here.items():
        item = gear.get(picture.gear or "")
        screen = item if isinstance(item, Screen) else None
        if key in frames:
            one = frames[key]
            told = _screen(key, "frame", picture, screen, one.places, one.fixing, one.use)
            hangs.append(replace(told, carrier="the frame's brackets"))
        elif key in cases.brackets and screen is not None:
            load = report.of(OverheadResult).fixed.get(key)
            places = screws_of(cases.brackets[key])
            told = _screen(key, "brackets", picture, screen, places, *_by(load, ""))
            hangs.append(replace(told, carrier="two wall brackets", outline=_case_box(picture, screen, survey.room)))
    hangs += _projector_brackets(plan, gear, report, number)
    for key, thing in plan.chosen.kept(Hanging).things.items():
        if thing.wall == wall.key:
            hangs.append(_thing(key, thing, report))
    drilled = [_with_drill(_stopped(one, no_holes), made) for one in hangs]
    zero = zero_of([here[key] for key in here if key in fixings.holes], survey.things)
    return MarkOut("wall", zero, wall.length, tuple(drilled), _numbered(drilled, zero, level=True))


def ceiling_marks(report: Report, plan: Plan, gear: GearShelf) -> MarkOut:
    """What is marked on the ceiling, along the display wall from its left end and out from it."""
    hangs, room = list[Hangs](), plan.survey.room
    no_holes = _overhead_stops(report)
    for number in sorted({report.walls.get(key, 1) for key in plan.chosen.pictures}):
        turned = plan if number == 1 else Turn(room, number).plan(plan)
        here = list(_overhead(report, turned, gear, number))
        hangs += here if number == 1 else [_turned_back(one, room.walls[number - 1]) for one in here]
    drilled = [_with_drill(_stopped(one, no_holes), None, overhead=True) for one in hangs]
    zero = Zero(0.0, "left wall")
    return MarkOut("ceiling", zero, room.width.value, tuple(drilled), _numbered(drilled, zero, level=False))


def _numbered(hangs: Sequence[Hangs], zero: Zero, *, level: bool) -> tuple[Marked, ...]:
    out = list[Marked]()
    for one in hangs:
        for x, up in one.places:
            off = from_datum([up])[0] if level else None
            out.append(Marked(len(out) + 1, one.of, one.kind, x - zero.at, up, off))
    return tuple(out)


def _stopped(one: Hangs, no_holes: Mapping[str, Sequence[Finding]]) -> Hangs:
    stops = tuple(no_holes.get(one.of, ()))
    told = {finding.key: finding for finding in (*stops, *one.stops)}
    return replace(one, places=(), stops=tuple(told.values())) if stops else one


def _with_drill(one: Hangs, made: Made | None, *, overhead: bool = False) -> Hangs:
    """How its holes are made: into a wall by what lies over it, overhead into timber that lies bare or under board."""
    if not one.fixing:
        return one
    depth = made.stud_depth if made is not None else None
    board = 0.0 if overhead and one.kind != "projector" else boards_over(made)
    return replace(one, drill=drill_for(one.fixing, board=board, stud_depth=depth, skin=skin_over(made)))


# ── on a wall ──


def _plate(key: str, picture: Picture, found: HoleMap, plan: Plan, gear: GearShelf, report: Report) -> Hangs:
    fixings, held = report.of(FixingResult), report.of(LoadResult).held.get(key)
    mount, panel, place = gear.get(picture.mount or ""), gear.get(picture.gear or ""), fixings.places.get(key)
    _, hold = plan.chosen.kept(FixingNodes).hold_of(key) or ("", None)
    usual = SUITS.get(plan.survey.kind_of("w1"), ("",))[0]
    fixing = held.fixing if held is not None else hold.fixing if hold is not None and hold.fixing else usual
    weighs = [item.mass_kg for item in (panel, mount) if item is not None and item.mass_kg]
    known = panel is not None and panel.mass_kg
    middle = place.plate if place is not None else picture.pose.x
    half_w, half_h = (mount.plate_width / 2, mount.plate_height / 2) if isinstance(mount, Mount) else (PLATE_HALF,) * 2
    up = (found.rows[0] + found.rows[-1]) / 2
    return Hangs(
        key,
        "plate",
        picture.name,
        outline_of(picture),
        (middle - half_w, up - half_h, middle + half_w, up + half_h),
        tuple((x, row) for row, x in product(found.rows, found.columns)),
        fixing,
        None,
        sum(weighs) if known else None,
        picture.across + 2 * picture.frame_side,
        mount.name if mount is not None else "its mount",
        held.use if held is not None else None,
    )


def _case_box(picture: Picture, screen: Screen, room: Room) -> Box:
    left, _, right, _ = outline_of(picture)
    top = room.ceiling_at(picture.pose.x, picture.pose.y) - picture.case_below
    return left, top - max(screen.case_height, 1.0), right, top


def _screen(
    key: str,
    kind: Kind,
    picture: Picture,
    screen: Screen | None,
    places: Sequence[tuple[float, float]],
    fixing: str,
    use: float | None,
) -> Hangs:
    mass, wide = screen.mass_kg if screen is not None else None, picture.across + 2 * picture.frame_side
    return Hangs(key, kind, picture.name, outline_of(picture), None, tuple(places), fixing, None, mass, wide, use=use)


def _by(load: Overhead | None, usual: str) -> tuple[str, float | None]:
    """What fixes a case, and what the worst of it bears; the usual fixing where nothing is known of its load."""
    return (usual, None) if load is None else (load.fixing, load.use)


def _said(report: Report, key: str, *codes: FixingCode) -> tuple[Finding, ...]:
    """What is said of a picture that has no holes on its wall yet."""
    mine = [one for one in report.findings if one.code in codes and one.about.get("picture") == key]
    return tuple(one for one in mine if not one.more.get("at") and (one.code is not FixingCode.HOLDER or _on_wall(one)))


def _on_wall(one: Finding) -> bool:
    return one.more["why"] == "bracket" and one.level is Level.STOP and "projector" not in one.about


def _without(key: str, picture: Picture, gear: GearShelf, said: tuple[Finding, ...]) -> Hangs:
    """A picture that hangs on its wall and has no holes yet, with what is said of that."""
    item = gear.get(picture.gear or "")
    mass, wide = item.mass_kg if item is not None else None, picture.across + 2 * picture.frame_side
    kind: Kind = "plate" if picture.kind == "panel" else "frame"
    return Hangs(key, kind, picture.name, outline_of(picture), None, (), "", None, mass, wide, stops=said)


def _thing(key: str, thing: WallThing, report: Report) -> Hangs:
    """A thing on its cleat: only screws that hold something are marked (rules 7.21)."""
    holding = report.of(HangingResult).holding.get(key, thing.holes)
    (mass, said), more = thing.weighs, report.of(HangingResult).on_it.get(key, 0.0)
    box = (thing.along, thing.bottom, thing.end, thing.top)
    value = worst_use(thing, holding, more) if holding else None
    carrier = "weight assumed" if said == "assumed" else ""
    return Hangs(
        key, "cleat", thing.name, box, None, holding, thing.fixing, None, mass + more, thing.width, carrier, value
    )


def _projector_brackets(plan: Plan, gear: GearShelf, report: Report, number: int) -> Iterator[Hangs]:
    """Brackets of projectors on this wall: the middle of each, since its own holes are on its sheet."""
    room, kept = plan.survey.room, plan.chosen.kept(FixingNodes)
    no_holes = _overhead_stops(report)
    for key, projector in plan.chosen.projectors.items():
        plate, n = report.of(FixingResult).plates.get(key), report.walls.get(projector.shows, 1)
        if plate is None or plate.pole is None or kept.held_by(key) != "bracket":
            continue
        at = (plate.x, plate.y) if n == 1 else room.walls[n - 1].room(plate.x, plate.y)
        wall, along, _ = nearest_wall(room, *at)
        if wall.key != room.walls[number - 1].key:
            continue
        load, item = report.of(OverheadResult).fixed.get(key), gear.get(projector.gear)
        up = room.ceiling_at(*at) - plate.pole
        box = (along - PLATE_HALF, up - PLATE_HALF, along + PLATE_HALF, up + PLATE_HALF)
        told = _of_projector(key, "projector", projector.name, item, gear.get(projector.mount or ""), load)
        one = replace(told, outline=box, plate=None, places=((along, up),), carrier="a wall bracket")
        yield _stopped(one, no_holes)


# ── overhead ──


def _overhead_stops(report: Report) -> dict[str, list[Finding]]:
    """Open stops of what hangs overhead: a projector's own, of its place as of its plate; what nobody has found yet."""
    still_open = report.open_stops()
    out: dict[str, list[Finding]] = {}
    for one in report.findings:
        key = one.about.get("projector", "")
        unknown = one.code is FixingCode.JOIST and one.more["across"] is None
        if one.code is FixingCode.CASE and one.more["why"] in NO_HOOKS:
            out.setdefault(one.about["picture"], []).append(one)
        if key and ((one.key in still_open and one.code.stage in ("fixing", "throw")) or unknown):
            out.setdefault(key, []).append(one)
    for key, found in stopped(report.findings, still_open).items():
        out.setdefault(key, []).extend(found)
    return out


def _of_projector(key: str, kind: Kind, name: str, item: object, mount: object, load: Overhead | None) -> Hangs:
    body = item if isinstance(item, ProjectorGear) else None
    mass = body.mass_kg if body is not None else None
    if mass and isinstance(mount, Mount):
        mass += mount.mass_kg or 0.0
    carrier, fixing = mount.name if isinstance(mount, Mount) else "", load.fixing if load is not None else ""
    nothing = (0.0, 0.0, 0.0, 0.0)
    wide = body.body_width if body is not None else 0.0
    use, each = (load.use, load.count) if load is not None else (None, 1)
    return Hangs(key, kind, name, nothing, None, (), fixing, None, mass, wide, carrier, use, exact=False, each=each)


def _overhead(report: Report, plan: Plan, gear: GearShelf, number: int) -> Iterator[Hangs]:
    """Plates, timbers and cases under the ceiling of the pictures of one wall, in its frame."""
    made, kept = plan.survey.made.get("ceiling"), plan.chosen.kept(FixingNodes)
    fixed, rod = report.of(OverheadResult).fixed, void_over(made)
    for key, projector in plan.chosen.projectors.items():
        plate = report.of(FixingResult).plates.get(key)
        by = holder_of(made, kept.held_by(key))
        if plate is None or plate.pole is None or report.walls.get(projector.shows, 1) != number:
            continue
        if projector.boxed == "behind a port" or by == "bracket":
            continue
        item, load = gear.get(projector.gear), fixed.get(key)
        told = _of_projector(key, "projector", projector.name, item, gear.get(projector.mount or ""), load)
        box = (plate.x - PLATE_HALF, plate.y - PLATE_HALF, plate.x + PLATE_HALF, plate.y + PLATE_HALF)
        held = report.of(WindowResult).held.get(key)
        yield replace(told, outline=box, places=((plate.x, plate.y),), rod=rod if by in ("slab", "joists") else 0.0)
        if by == "joists" and held is not None and not held.on and held.bridge is not None:
            yield _timber(told, (plate.x, plate.y), held)
    for key, picture in plan.chosen.pictures.items():
        item, hooks = gear.get(picture.gear or ""), report.of(CaseResult).hooks.get(key, ())
        if not isinstance(item, Screen) or item.way not in COMES_DOWN or report.walls.get(key, 1) != number:
            continue
        if kept.held_by(key) == "bracket":
            continue
        told = _screen(key, "case", picture, item, hooks, *_by(fixed.get(key), SCREW))
        left, _, right, _ = outline_of(picture)
        box = (left, picture.pose.y - CASE_DEEP, right, picture.pose.y + CASE_DEEP)
        over = kept.held_by(key) == ""
        yield replace(told, outline=box, carrier="its case's hooks", rod=rod if over else 0.0)


def _timber(of: Hangs, plate: tuple[float, float], held: Held) -> Hangs:
    """The timber that bridges two joists: where it crosses each, two bolts."""
    assert held.bridge is not None
    a, b = held.bridge
    long = (held.timber or b - a) / 2
    middle = (a + b) / 2
    if held.across == "y":
        places = ((plate[0], a), (plate[0], b))
        box = (plate[0] - TIMBER_HALF, middle - long, plate[0] + TIMBER_HALF, middle + long)
    else:
        places = ((a, plate[1]), (b, plate[1]))
        box = (middle - long, plate[1] - TIMBER_HALF, middle + long, plate[1] + TIMBER_HALF)
    return replace(of, kind="timber", outline=box, places=places, fixing=BOLT, each=JOIST_SCREWS, carrier="a timber")


def _turned_back(one: Hangs, wall: Wall) -> Hangs:
    """What hangs overhead before another wall, in the ceiling's own frame."""
    places = tuple(wall.room(*place) for place in one.places)
    a, b = wall.room(*one.outline[:2]), wall.room(*one.outline[2:])
    box = (min(a[0], b[0]), min(a[1], b[1]), max(a[0], b[0]), max(a[1], b[1]))
    return replace(one, places=places, outline=box)
