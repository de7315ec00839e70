"""Study of what hangs on the walls: does it fit, does it hold, what do its screws meet (rules 7.1, 7.5–7.7, 7.11)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import field
from types import MappingProxyType
from typing import Final

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.fixing.behind import holds_nothing, near_services
from oval_room.core.fixing.bolts import FULL, MUCH, use_level, weight_of
from oval_room.core.fixing.capacity import SUITS, capacity_of
from oval_room.core.fixing.opening_zones import hole_findings
from oval_room.core.hanging.commands import PutHanging
from oval_room.core.hanging.document import MOST_SCREWS, Hanging, WallThing
from oval_room.core.hanging.figures import KINDS
from oval_room.core.hanging.holding import Places, in_studs, studs_behind, worst_use
from oval_room.core.hanging.says import HangingCode, HangingCure
from oval_room.core.levels import Level
from oval_room.core.plan.room import STUDDED
from oval_room.core.plan.turn import wall_of
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Survey
from oval_room.core.survey.stud_study import StudResult
from oval_room.core.units import Ruler

PAST: Final = 1.0
"""Past an edge by less than this is rounding [mm]."""


@record
class HangingResult(Result):
    """What hangs on the walls; holding: its screws that hold something, by thing [mm]."""

    holding: dict[str, Places] = field(default_factory=dict)
    on_it: dict[str, float] = field(default_factory=dict)
    """What stands on a thing whose weight nobody has said [kg]."""


def study_hanging(
    survey: Survey,
    studs: StudResult,
    hanging: Hanging,
    pictures: Mapping[str, Picture],
    ruler: Ruler,
    carries: Mapping[str, tuple[str, float]] = MappingProxyType({}),
) -> HangingResult:
    """Every thing that hangs on a wall of a scheme.

    carries: projectors that stand on things, and how much they weigh [kg]: where nobody has said what a thing weighs
    with what is on it, that comes on top.
    """
    book, findings, holds, on_it = FigureBook(KINDS), list[Finding](), dict[str, Places](), dict[str, float]()
    for key, thing in hanging.things.items():
        found = studs.surfaces.get(thing.wall)
        lines = found.trust if found is not None else {}
        kind = survey.kind_of(thing.wall)
        studded = kind in STUDDED and (bool(lines) or kind != "unknown")
        holding = in_studs(thing.holes, lines) if studded and lines else thing.holes
        holds[key] = holding
        more = carries[key][1] if key in carries and thing.mass is None else 0.0
        on_it[key] = more
        _figures(book, key, thing, holding, more)
        into = _into(key, thing, survey)
        findings += _place(key, thing, survey, ruler) + into + _near(key, thing, survey)
        findings += hole_findings({"thing": key}, thing.holes, survey, thing.wall)
        findings += _across(key, hanging, survey, pictures)
        findings += _studs(key, thing, holding, lines) if studded else []
        findings += [] if into else _load(key, thing, holding, more)
        findings += _served(key, thing, survey, carries[key][0]) if key in carries else []
    return HangingResult(book.figures, tuple(findings), holds, on_it)


def _figures(book: FigureBook, key: str, thing: WallThing, holding: Places, more: float = 0.0) -> None:
    (alone, said), capacity = thing.weighs, capacity_of(thing.fixing)
    kg = alone + more
    load = weight_of(kg)
    book.add(
        "hang_row",
        thing.row,
        Input("z_t", "its top above the floor", thing.top, "mm", "chosen"),
        Input("c", "screws under its top", thing.cleat, "mm", "chosen"),
        subject=thing.name,
        thing=key,
    )
    placed = "put there" if {x for x, _ in thing.holes} <= set(thing.at) else "evenly between its ends"
    for n, (x, _) in enumerate(thing.holes, 1):
        book.add("hang_hole", x, Input("x_n", placed, x, "mm", "chosen"), subject=f"{thing.name} {n}", thing=key, n=n)
    mass = Input("m", "with what is on it", kg, "kg", said)
    book.add("hang_load", load, mass, subject=thing.name, thing=key)
    screws = Input("n", "screws that hold", len(holding), "n", "chosen")
    book.add("hang_holding", len(holding), screws, subject=thing.name, thing=key)
    if not holding:
        return
    book.add(
        "hang_use",
        worst_use(thing, holding, more),
        Input("W", "load", load, "n", "worked out" if said == "chosen" else said),
        Input("e", "half its depth", thing.depth / 2, "mm", "chosen"),
        screws,
        Input("ζ", "screws over its bottom", thing.row - thing.bottom, "mm", "chosen"),
        Input("T", f"tension, {thing.fixing}", capacity.tension, "n", "rule"),
        Input("V", f"shear, {thing.fixing}", capacity.shear, "n", "rule"),
        subject=thing.name,
        thing=key,
    )


def _place(key: str, thing: WallThing, survey: Survey, ruler: Ruler) -> list[Finding]:
    """Past its wall's ends or the ceiling, or over an opening."""
    wall, about = survey.room.wall_named(thing.wall), {"thing": key}
    if wall is None:
        more = {"past": "the walls there are"}
        return [Finding(HangingCode.HANGS_OFF, Level.STOP, "7.11", about, thing.width, 0.0, more=more)]
    out, end = list[Finding](), thing.end
    over = max(-thing.along, end - wall.length)
    if over > PAST:
        fits = ruler.safe(max(min(thing.along, wall.length - thing.width), 0.0), "nearest")
        cures = (Cure(HangingCure.ALONG, fits, PutHanging(id=key, along=fits)),) if thing.width <= wall.length else ()
        more = {"past": "its wall's end"}
        out.append(Finding(HangingCode.HANGS_OFF, Level.STOP, "7.11", about, over, 0.0, cures=cures, more=more))
    ceiling = min(survey.room.ceiling_at(*wall.room(u, PAST)) for u in (thing.along, end))
    if thing.top - ceiling > PAST:
        more = {"past": "the ceiling", "part": "up"}
        out.append(Finding(HangingCode.HANGS_OFF, Level.STOP, "7.11", about, thing.top - ceiling, 0.0, more=more))
    for name, opening in survey.openings.items():
        left, right = opening.ends
        crossed = (
            thing.along < right and end > left and thing.bottom < opening.head.value and thing.top > opening.sill.value
        )
        if opening.wall == thing.wall and crossed:
            more = {"opening": opening.name, "part": name}
            out.append(Finding(HangingCode.HANGS_OPENING, Level.STOP, "7.11", about, more=more))
    return out


def _across(key: str, hanging: Hanging, survey: Survey, pictures: Mapping[str, Picture]) -> list[Finding]:
    """What takes the same place on its wall: pictures, furniture, other things that hang (a pair is said once)."""
    thing, room, out = hanging.things[key], survey.room, list[Finding]()
    wall = room.wall_named(thing.wall)
    later = list(hanging.things.items())[list(hanging.things).index(key) + 1 :]
    boxes = {other: (one.along, one.end, one.bottom, one.top) for other, one in later if one.wall == thing.wall}
    if wall is None:
        return []
    for other, one in survey.things.items():
        corners = [wall.own(x, y) for x in (one.x_from, one.x_to) for y in (one.y_from, one.y_to)]
        (left, *_, right), (near, *_, far) = sorted(u for u, _ in corners), sorted(v for _, v in corners)
        if near < thing.depth - PAST and far > PAST:
            boxes[other] = (left, right, one.z_from, one.z_to)
    for other, picture in pictures.items():
        if f"w{wall_of(room, picture)}" != thing.wall:
            continue
        middle, out_by = wall.own(picture.pose.x, picture.pose.y)
        half = picture.across / 2 + picture.frame_side
        if out_by < thing.depth:
            down, up = picture.bottom - picture.frame_bottom, picture.top + picture.frame_top
            boxes[other] = (middle - half, middle + half, down, up)
    for other, (left, right, low, high) in boxes.items():
        over = min(min(thing.end, right) - max(thing.along, left), min(thing.top, high) - max(thing.bottom, low))
        if over > PAST:
            about = {"thing": key, "other": other}
            out.append(Finding(HangingCode.HANGS_ACROSS, Level.STOP, "7.11", about, over, 0.0, more={"part": other}))
    return out


def _into(key: str, thing: WallThing, survey: Survey) -> list[Finding]:
    """Wall or fixing that carries nothing: what its screws would bear is then not worth saying."""
    about, out, kind = {"thing": key}, list[Finding](), survey.kind_of(thing.wall)
    if holds_nothing(survey, thing.wall):
        out.append(Finding(HangingCode.HANGS_WALL, Level.STOP, "7.1", about, more={"wall": thing.wall, "kind": kind}))
    suits = SUITS.get(kind, ())
    if not capacity_of(thing.fixing).carries:
        out.append(Finding(HangingCode.HANGS_BOARD, Level.STOP, "7.6", about, more={"fixing": thing.fixing}))
    elif suits and thing.fixing not in suits:
        cures = (Cure(HangingCure.FIXING, 0.0, PutHanging(id=key, fixing=suits[0]), "n"),)
        said = {"wall": thing.wall, "kind": kind, "fixing": thing.fixing, "suits": " or ".join(suits)}
        out.append(Finding(HangingCode.HANGS_FIXING, Level.STOP, "7.6", about, cures=cures, more=said))
    return out


def _near(key: str, thing: WallThing, survey: Survey) -> list[Finding]:
    """The services that its screws come too near to."""
    return [
        Finding(
            HangingCode.HANGS_SERVICE,
            near.level,
            "7.7",
            {"thing": key},
            near.distance,
            near.limit,
            more={"service": near.service.name, "known": near.known, "part": near.key},
        )
        for near in near_services(survey, thing.wall, thing.holes)
    ]


def _studs(key: str, thing: WallThing, holding: Places, lines: Mapping[float, float]) -> list[Finding]:
    """Whether its screws meet the studs; the cure puts them there."""
    missed = len(thing.holes) - len(holding)
    if lines and not missed:
        return []
    behind = studs_behind(thing, lines)
    cures: tuple[Cure, ...] = ()
    if len(behind) >= 2:
        cures = (Cure(HangingCure.STUDS, float(len(behind)), PutHanging(id=key, at=behind), "n"),)
    level = Level.STOP if lines else Level.MIND
    of = float(len(thing.holes))
    more = {"known": bool(lines)}
    return [Finding(HangingCode.HANGS_STUDS, level, "7.11", {"thing": key}, float(missed), of, "n", cures, more=more)]


NEAR: Final = 300.0
"""A socket that is no farther from what a projector stands on serves it (planning value of ours) [mm]."""


def _served(key: str, thing: WallThing, survey: Survey, projector: str) -> list[Finding]:
    """Whether power is known behind or beside what a projector stands on: its lead goes no farther unseen."""
    near = [
        one
        for one in survey.services.values()
        if one.kind == "socket"
        and one.wall == thing.wall
        and thing.along - NEAR <= one.along <= thing.end + NEAR
        and one.z <= thing.top + NEAR
    ]
    if near:
        return []
    about = {"thing": key, "projector": projector}
    return [Finding(HangingCode.HANGS_UNSERVED, Level.NOTE, "7.17", about, thing.width)]


def _load(key: str, thing: WallThing, holding: Places, on_it: float = 0.0) -> list[Finding]:
    """Whether the screws that hold carry it; more of them where they are evenly spread."""
    if not holding or not capacity_of(thing.fixing).carries:
        return []
    use = worst_use(thing, holding, on_it)
    level, cures = use_level(use), tuple[Cure, ...]()
    if level is not Level.GOOD and holding == thing.holes and not thing.at:
        fuller = (thing.model_copy(update={"screws": n}) for n in range(thing.screws + 1, MOST_SCREWS + 1))
        enough = next((one for one in fuller if worst_use(one, one.holes, on_it) <= MUCH), None)
        if enough is not None:
            screws = PutHanging(id=key, screws=enough.screws)
            cures = (Cure(HangingCure.SCREWS, float(enough.screws), screws, "n"),)
    limit, (mass, said) = FULL if level is Level.STOP else MUCH, thing.weighs
    more = {"mass": mass + on_it, "assumed": said == "assumed"}
    return [Finding(HangingCode.HANGS_LOAD, level, "7.11", {"thing": key}, use, limit, "pct", cures, more=more)]
