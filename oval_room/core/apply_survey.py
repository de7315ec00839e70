"""Applying the commands of the survey: room, outline, readings, walls, openings, services, finds, seats, things, light."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from typing import Any, Final

from oval_room.core.apply_common import carried, decided, measured, resting_on, with_survey, with_values
from oval_room.core.commands import (
    PutDim,
    PutFind,
    PutMade,
    PutOpening,
    PutOutline,
    PutPassage,
    PutRoom,
    PutScene,
    PutSeat,
    PutService,
    PutThing,
    Stamp,
    Strike,
)
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.fittings import Opening, Passage, Service, StudFind
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Measure, Typed
from oval_room.core.plan.outline import check_outline, set_length
from oval_room.core.plan.room import CEILING_WORDS, STUDDED, WALL_WORDS, Corner, Made, Room
from oval_room.core.survey.document import LightScene, Seat, Thing
from oval_room.core.survey.eyes import STATURE, eye_height
from oval_room.core.survey.refit import refit

LEAST_DIM = 10.0  # [mm]


def _put_room(plan: Plan, command: PutRoom, gear: GearShelf, stamp: Stamp) -> Plan:
    room = plan.survey.room
    plan, values = measured(plan, "survey.room", carried(command), stamp, room)
    for name in ("width", "depth", "height"):
        if name in values and not 300 <= values[name].value <= 100_000:
            raise RefusedError("give a room between 300 mm and 100 m", field=name, value=values[name].value)
    if room.outline and {"width", "depth"} <= values.keys():
        values["outline"] = ()  # a whole room said again is a box
    elif room.outline and "depth" in values:
        raise RefusedError("this room is not a box: give its walls one by one, as in w2 13'4", field="depth")
    elif room.outline and "width" in values:
        plan = with_survey(plan, room=with_values(room, {"width": values.pop("width")}))
        plan = _refitted(plan, 1, plan.survey.room.width.value)
        room = plan.survey.room
    if room.outline and values.get("outline") == ():
        plan = with_survey(plan, **_without_gone(plan, 4) | {"dims": {}})  # what was read was of another shape
    if "wall" in values and "w1" in plan.survey.made:
        made = plan.survey.made["w1"].model_copy(update={"kind": values["wall"]})
        plan = with_survey(plan, made={**plan.survey.made, "w1": made})
    return with_survey(plan, room=with_values(room, values))


def _outlined(room: Room, corners: tuple[tuple[float, float], ...]) -> dict[str, Any]:
    depth = max(y for _, y in corners)
    return {
        "outline": tuple(Corner(x=x, y=y) for x, y in corners),
        "depth": room.depth if abs(room.depth.value - depth) < 1e-6 else room.depth.model_copy(update={"value": depth}),
    }


def _depth_known(plan: Plan) -> Plan:
    """An outlined room's depth is read when its walls are, with the worst wall's doubt; else it is assumed."""
    room, dims = plan.survey.room, plan.survey.dims
    walls = [room.width if wall.key == "w1" else dims.get(wall.key) for wall in room.walls]
    read = [wall for wall in walls if wall is not None and not wall.unsure]
    half = max((wall.half_width for wall in read), default=0.0)
    source = "read" if len(read) == len(walls) else "assumed"
    depth = Measure(value=room.depth.value, half_width=half if source == "read" else 0.0, source=source)
    return with_survey(plan, room=with_values(room, {"depth": depth}))


def _without_gone(plan: Plan, count: int) -> dict[str, Any]:
    """The survey's parts without what belongs to walls and corners past a count."""

    def kept(key: str) -> bool:
        numbers = [int(part) for part in re.findall(r"[0-9]+", key)]
        return all(n <= count for n in numbers)

    survey = plan.survey
    return {
        "dims": {key: value for key, value in survey.dims.items() if kept(key)},
        "made": {key: value for key, value in survey.made.items() if kept(key)},
        "openings": {key: value for key, value in survey.openings.items() if kept(value.wall)},
        "services": {key: value for key, value in survey.services.items() if kept(value.wall)},
        "finds": {key: value for key, value in survey.finds.items() if kept(value.wall)},
    }


def _put_outline(plan: Plan, command: PutOutline, gear: GearShelf, stamp: Stamp) -> Plan:
    room = plan.survey.room
    if not command.corners:
        left, top, right, bottom = room.extent
        box = {"outline": (), "width": decided(right - left), "depth": decided(bottom - top), "slopes": ()}
        return with_survey(plan, **_without_gone(plan, 4), room=with_values(room, box))
    corners = check_outline(tuple((corner.x, corner.y) for corner in command.corners))
    plan = with_survey(plan, **_without_gone(plan, len(corners)))
    values: dict[str, Any] = _outlined(room, corners)
    slopes = tuple(slope for slope in room.slopes if int(slope.wall[1:]) <= len(corners))
    values |= {"width": Measure(value=corners[1][0], source="assumed"), "slopes": slopes}
    if room.walls[0].length == corners[1][0] or abs(room.width.value - corners[1][0]) < 1e-6:
        values["width"] = room.width
    plan = with_survey(plan, room=with_values(room, values))
    for n, typed in enumerate(command.walls, 1):
        if typed is not None:
            plan = _log_dim(plan, f"w{n}", typed, stamp)
    if any(typed is not None and typed.source == "read" for typed in command.walls):
        fitted = refit(plan.survey, plan.readings, corners)
        if fitted is not None:
            plan = with_survey(plan, room=with_values(plan.survey.room, _outlined(plan.survey.room, check_outline(fitted))))
    return _depth_known(plan)


def _refitted(plan: Plan, n: int, length: float) -> Plan:
    """An outlined room after a reading of wall n: fitted to all its readings; with slanting walls its far end moves."""
    survey = plan.survey
    corners = refit(survey, plan.readings, survey.room.corners) or set_length(survey.room.corners, n, length)
    room = with_values(survey.room, _outlined(survey.room, check_outline(corners)))
    return _depth_known(with_survey(plan, room=room))


def _log_dim(plan: Plan, key: str, typed: Typed, stamp: Stamp) -> Plan:
    """Keep a reading of a dimension; the display wall's is the room's width, a box's left wall its depth."""
    survey = plan.survey
    home = {"w1": "width"} | ({"w4": "depth"} if survey.room.is_box else {})
    if key in home:
        plan, values = measured(plan, "survey.room", {home[key]: typed}, stamp, survey.room)
        return with_survey(plan, room=with_values(survey.room, values))
    plan, values = measured(plan, "survey.dims", {key: typed}, stamp, survey.dims)
    return with_survey(plan, dims={**survey.dims, **values})


def _put_dim(plan: Plan, command: PutDim, gear: GearShelf, stamp: Stamp) -> Plan:
    survey, key = plan.survey, command.id
    room, walls = survey.room, survey.room.walls
    numbers = [int(part) for part in re.findall(r"[0-9]+", key)]
    if not re.fullmatch(r"w[0-9]{1,2}|c[0-9]{1,2}c[0-9]{1,2}|[hfp][0-9]{1,2}", key) or not all(
        1 <= n <= len(walls) for n in numbers
    ):
        raise RefusedError(f"this room has walls and corners 1 to {len(walls)} (got {key})", field="id", value=key)
    if key[0] == "c" and len(set(numbers)) < 2:
        raise RefusedError("a diagonal runs between two corners", field="id", value=key)
    if key[0] in "wc" and not LEAST_DIM <= command.value.value <= 100_000:
        raise RefusedError("give a length between 10 mm and 100 m", field="value", value=command.value.value)
    if key[0] == "h" and not 300 <= command.value.value <= 100_000:
        raise RefusedError("give a height between 300 mm and 100 m", field="value", value=command.value.value)
    plan = _log_dim(plan, key, command.value, stamp)
    survey = plan.survey
    taken = survey.room.width if key == "w1" else survey.dims.get(key)
    if taken is None:
        return plan
    if key[0] in "wc" and not room.is_box:
        return _refitted(plan, numbers[0], taken.value if key[0] == "w" else room.walls[numbers[0] - 1].length)
    other = {"w2": "depth", "w3": "width"}.get(key, "height" if key[0] == "h" else "")
    if other and getattr(survey.room, other).unsure:  # nothing better is known: the opposite wall's reading stands in
        return with_survey(plan, room=with_values(survey.room, {other: taken}))
    return plan


def _strike(plan: Plan, command: Strike, gear: GearShelf, stamp: Stamp) -> Plan:
    reading = plan.readings.get(command.reading)
    if reading is None:
        raise MissingError(f"there is no reading {command.reading}", value=command.reading)
    measure = measure_at(plan, reading.of)
    if measure is None:
        raise RefusedError("what that reading was of is no longer in the plan", field="reading", value=command.reading)
    if command.back:
        keys = tuple(sorted({*measure.readings, command.reading}, key=lambda key: int(key[1:])))
    else:
        keys = tuple(key for key in measure.readings if key != command.reading)
    if keys == measure.readings:
        return plan
    fresh = resting_on(plan, reading.of, keys, measure)
    plan = set_measure(plan, reading.of, fresh)
    name = reading.of.removeprefix("survey.dims.").removeprefix("survey.room.")
    n = {"width": 1}.get(name, int(name[1:]) if re.fullmatch(r"w[0-9]{1,2}", name) else 0)
    if n and plan.survey.room.outline:
        plan = _refitted(plan, n, fresh.value)
    return plan


def measure_at(plan: Plan, path: str) -> Measure | None:
    """The measure at a path of the document; None where there is none."""
    node: Any = plan
    for key in path.split("."):
        node = node.get(key) if isinstance(node, Mapping) else getattr(node, key, None)
        if node is None:
            return None
    return node if isinstance(node, Measure) else None


def set_measure(plan: Plan, path: str, measure: Measure) -> Plan:
    """The plan with the measure at a path replaced, nothing else touched or checked."""

    def put(node: Any, keys: list[str]) -> Any:
        if not keys:
            return measure
        head, rest = keys[0], keys[1:]
        if isinstance(node, Mapping):
            return {**node, head: put(node[head], rest)}
        return node.model_copy(update={head: put(getattr(node, head), rest)})

    changed: Plan = put(plan, path.split("."))
    return changed


def _surface(plan: Plan, key: str) -> str:
    """A surface's key when the room has it.

    Raises:
        RefusedError: it has not.
    """
    walls = [wall.key for wall in plan.survey.room.walls]
    if key != "ceiling" and key not in walls:
        raise RefusedError(f"this room has walls {walls[0]} to {walls[-1]} (got {key[:20]})", field="wall", value=key)
    return key


def _put_made(plan: Plan, command: PutMade, gear: GearShelf, stamp: Stamp) -> Plan:
    survey, key = plan.survey, _surface(plan, command.surface)
    values = carried(command, "surface")
    words = CEILING_WORDS if key == "ceiling" else WALL_WORDS
    if "kind" in values and values["kind"] not in words:
        raise RefusedError(f"give one of {', '.join(words)} (got {values['kind'][:30]})", field="kind", value=values["kind"])
    old = survey.made.get(key, Made(kind=survey.kind_of(key)))
    room = with_values(survey.room, {"wall": values["kind"]}) if key == "w1" and "kind" in values else survey.room
    return with_survey(plan, made={**survey.made, key: with_values(old, values)}, room=room)


def _put_opening(plan: Plan, command: PutOpening, gear: GearShelf, stamp: Stamp) -> Plan:
    openings = plan.survey.openings
    old = openings.get(command.id)
    plan, values = measured(plan, f"survey.openings.{command.id}", carried(command), stamp, old)
    if "wall" in values:
        _surface(plan, values["wall"])
    if old is not None:
        opening = with_values(old, values)
    else:
        missing = [name for name in ("wall", "along", "width") if name not in values]
        if missing:
            raise RefusedError("give the wall, how far along it starts and how wide it is", field=missing[0])
        window = values.get("kind", "window") == "window"
        start = {"name": values.get("kind", "window")} | ({"sill": Measure(value=900.0, source="assumed")} if window else {})
        opening = Opening(**start | values)
    if opening.sill.value >= opening.head.value:
        raise RefusedError("the sill lies under the head: give the lower one first", field="sill", value=opening.sill.value)
    if opening.width.value <= 0:
        raise RefusedError("give the opening's width, over 0", field="width", value=opening.width.value)
    return with_survey(plan, openings={**openings, command.id: opening})


def _put_service(plan: Plan, command: PutService, gear: GearShelf, stamp: Stamp) -> Plan:
    services, values = plan.survey.services, carried(command)
    if "wall" in values:
        _surface(plan, values["wall"])
    if command.id in services:
        service = with_values(services[command.id], values)
    else:
        missing = [name for name in ("wall", "along", "z") if name not in values]
        if missing:
            raise RefusedError("give the wall, how far along it is and how high", field=missing[0])
        service = Service(**{"name": values.get("kind", "socket")} | values)
    return with_survey(plan, services={**services, command.id: service})


def _put_find(plan: Plan, command: PutFind, gear: GearShelf, stamp: Stamp) -> Plan:
    _surface(plan, command.wall)
    kind = plan.survey.kind_of(command.wall)
    if command.wall != "ceiling" and kind not in STUDDED:
        raise RefusedError(
            f"there are no studs in {WALL_WORDS[kind]}; change what the wall is made of first", field="wall", value=kind
        )
    find = StudFind(wall=command.wall, at=command.at, how=command.how, hit=command.hit, by=stamp.by, when=stamp.at)
    return with_survey(plan, finds={**plan.survey.finds, command.id: find})


def _put_passage(plan: Plan, command: PutPassage, gear: GearShelf, stamp: Stamp) -> Plan:
    passages, values = plan.survey.passages, carried(command)
    if command.id in passages:
        passage = with_values(passages[command.id], values)
    else:
        if "width" not in values:
            raise RefusedError('give the clear width, as in way door 30" x 78"', field="width")
        passage = Passage(**{"name": values.get("kind", "door"), "height": 2000.0} | values)
    return with_survey(plan, passages={**passages, command.id: passage})


def _put_seat(plan: Plan, command: PutSeat, gear: GearShelf, stamp: Stamp) -> Plan:
    seats, room = plan.survey.seats, plan.survey.room
    plan, values = measured(plan, f"survey.seats.{command.id}", carried(command), stamp, seats.get(command.id))
    if command.id in seats:
        seat = with_values(seats[command.id], values)
    else:
        middle = Measure(value=room.width.value / 2, source="assumed")
        back = Measure(value=room.depth.value * 0.6, source="assumed")
        seat = Seat(**{"name": f"seat {command.id[1:]}", "x": middle, "y": back} | values)
    asked = values.keys() & {"kind", "person"} and "eye" not in values and seat.eye.unsure
    if asked and (command.id in seats or "person" in values or seat.kind not in ("sofa", "upright")):
        seat = with_values(seat, {"eye": Measure(value=eye_height(seat.kind, seat.person or STATURE), source="assumed")})
    return with_survey(plan, seats={**seats, command.id: seat})


def _put_thing(plan: Plan, command: PutThing, gear: GearShelf, stamp: Stamp) -> Plan:
    things = plan.survey.things
    values = carried(command)
    if command.id in things:
        thing = with_values(things[command.id], values)
    else:
        middle = plan.survey.room.width.value / 2
        start = {"x_from": middle - 800, "x_to": middle + 800, "y_from": 0.0, "y_to": 450.0, "z_to": 500.0}
        thing = Thing(**{"name": values.get("kind", "furniture"), **start} | values)
    return with_survey(plan, things={**things, command.id: thing})


def _put_scene(plan: Plan, command: PutScene, gear: GearShelf, stamp: Stamp) -> Plan:
    scenes = plan.survey.scenes
    plan, values = measured(plan, f"survey.scenes.{command.id}", carried(command), stamp, scenes.get(command.id))
    scene = with_values(scenes[command.id], values) if command.id in scenes else LightScene(**{"name": command.id} | values)
    return with_survey(plan, scenes={**scenes, command.id: scene})


APPLY: Final[dict[type, Callable[..., Plan]]] = {
    PutRoom: _put_room,
    PutOutline: _put_outline,
    PutDim: _put_dim,
    Strike: _strike,
    PutMade: _put_made,
    PutOpening: _put_opening,
    PutService: _put_service,
    PutFind: _put_find,
    PutPassage: _put_passage,
    PutSeat: _put_seat,
    PutThing: _put_thing,
    PutScene: _put_scene,
}
