"""The survey's typed entries: the room, the chosen wall with its openings, the seat, things, light. Each says a
phrase."""

from __future__ import annotations

from typing import get_args

from oval_room.core.entry import Entry, seldom
from oval_room.core.plan.document import Plan
from oval_room.core.plan.fittings import Covering, Swing
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Measure
from oval_room.core.plan.room import CEILING_WORDS, WALL_WORDS
from oval_room.core.plan.turn import bearing_of, wall_name
from oval_room.core.subject import Subject
from oval_room.core.survey.document import SeatKind
from oval_room.core.survey.observed import wall_measure


def survey_entries(plan: Plan, gear: GearShelf, subject: Subject, wall: int) -> list[Entry]:
    """The survey's entries for a subject and a wall."""
    return [*_room(plan), *_wall(plan, wall), *_seat(plan, subject), *_things(plan), *_light(plan, subject)]


def _measured(plan: Plan, label: str, say: str, measure: Measure, group: str = "") -> Entry:
    return Entry(label, say, plan.writing.ruler.show(measure.value), measure.source, group=group)


def _room(plan: Plan) -> list[Entry]:
    room, survey = plan.survey.room, plan.survey
    if room.is_box:
        out = [
            _measured(plan, "along display wall", "wall", room.width, "room"),
            _measured(plan, "depth", "depth", room.depth, "room"),
        ]
    else:
        out = []
        for wall in room.walls:
            measure = wall_measure(survey, wall.key)
            source = measure.source if measure is not None else "assumed"
            shown = plan.writing.ruler.show(wall.length)
            out.append(
                Entry(f"{wall.key[1:]} {_way(wall.along)}", wall.key, shown, source, group="walls, round the room")
            )
    ceiling = survey.made.get("ceiling")
    return [
        *out,
        _measured(plan, "ceiling", "ceiling", room.height, out[0].group),
        Entry(
            "ceiling is",
            "made of ceiling",
            ceiling.kind if ceiling else "unknown",
            "read" if ceiling else "default",
            tuple(CEILING_WORDS),
            group=out[0].group,
        ),
        *seldom(
            Entry("surfaces are", "finish", room.finish, options=("white", "furnished", "dark"), group=out[0].group),
            Entry(
                "looks towards, °",
                "faces",
                "" if room.faces is None else f"{room.faces:g}",
                "read" if room.faces is not None else "default",
                group=out[0].group,
            ),
            Entry(
                "latitude, °",
                "latitude",
                "" if room.latitude is None else f"{room.latitude:g}",
                "read" if room.latitude is not None else "default",
                group=out[0].group,
            ),
        ),
    ]


def _way(along: tuple[float, float]) -> str:
    """Which way a wall runs as one walks round."""
    if abs(along[0]) > 0.999:
        return "right" if along[0] > 0 else "left"
    if abs(along[1]) > 0.999:
        return "out" if along[1] > 0 else "back"
    return "slanting"


def _wall(plan: Plan, n: int) -> list[Entry]:
    room, survey = plan.survey.room, plan.survey
    wall = room.walls[n - 1]
    kind, made, group = survey.kind_of(wall.key), survey.made.get(wall.key), wall_name(room, wall)
    ruler = plan.writing.ruler
    bearing = bearing_of(room, -wall.out[0], -wall.out[1])
    if bearing is not None:
        group += f", towards {bearing:.0f}°"
    out = [
        Entry(
            "made of",
            f"made of {wall.key}",
            kind,
            "read" if kind != "unknown" else "default",
            tuple(WALL_WORDS),
            group=group,
        ),
        Entry(
            "board",
            f"board {wall.key}",
            ruler.show(made.board) + (f" x {made.layers}" if made.layers else "") if made and made.board else "",
            group=group,
        ),
        Entry("behind it", f"behind {wall.key}", made.behind if made else "", group=group),
    ]
    for opening in survey.openings.values():
        if opening.wall != wall.key:
            continue
        name = opening.name
        out += [
            _measured(plan, f"{name} starts", f"starts {name}", opening.along, group),
            _measured(plan, "wide", f"opens {name}", opening.width, group),
            _measured(plan, "sill", f"sill {name}", opening.sill, group),
            _measured(plan, "head", f"head {name}", opening.head, group),
            Entry(
                "to the right end",
                f"rest {name}",
                ruler.show(opening.after.value) if opening.after else "",
                opening.after.source if opening.after else "default",
                group=group,
            ),
        ]
        if opening.kind == "window":
            out.append(Entry("covering", f"covering {name}", opening.covering, options=get_args(Covering), group=group))
        else:
            out.append(Entry("swings", f"swing {name}", opening.swing, options=get_args(Swing), group=group))
    return out


def _seat(plan: Plan, subject: Subject) -> list[Entry]:
    seat = plan.survey.seats.get(subject.seat or "")
    if seat is None:
        return [Entry("seat's eye from wall", "seat", "", "assumed", hint="11'2", group="seats")]
    group = seat.name
    row = sum(1 for other in plan.survey.seats.values() if other.row == seat.row)
    return [
        _measured(plan, "from display wall", "seat", seat.y, group),
        _measured(plan, "from left wall", "across", seat.x, group),
        _measured(plan, "eye above its floor", "eye", seat.eye, group),
        _measured(plan, "floor raised by", "riser", seat.floor, group),
        Entry("sits on", "seating", seat.kind, options=get_args(SeatKind), group=group),
        Entry(
            "person",
            "person",
            plan.writing.ruler.show(seat.person) if seat.person else "",
            "read" if seat.person else "default",
            group=group,
        ),
        Entry("seats in the row", "seats", str(row), "read", group=group),
    ]


def _things(plan: Plan) -> list[Entry]:
    tops = {thing.kind: thing for thing in plan.survey.things.values()}
    out = []
    for kind in ("furniture", "soundbar"):
        thing = tops.get(kind)
        shown = plan.writing.ruler.show(thing.z_to) if thing else ""
        out.append(Entry(f"{kind} top", kind, shown, thing.source if thing else "chosen", group="in the room"))
    fire = tops.get("fire")
    if fire is not None:
        told = "dead" if not fire.works else "" if fire.heat_c is None else f"{fire.heat_c:g}"
        out.append(Entry("heat over fire, °C", "heat", told, "read" if told else "default", group="in the room"))
    return out


def _light(plan: Plan, subject: Subject) -> list[Entry]:
    scene = plan.survey.scenes.get(subject.scene or "")
    if scene is None:
        return []
    group = f"light, {scene.name}"
    return [
        *(
            Entry(
                f"lux from {origin}", f"light {scene.name} {origin}", f"{measure.value:g}", measure.source, group=group
            )
            for origin in ("ceiling", "side", "front")
            for measure in (getattr(scene, origin),)
        ),
        Entry("contrast wanted", f"wants {scene.name}", f"{scene.wants:g}", group=group),
    ]
