"""Changes of the room: its shape, its readings, what its surfaces are made of."""

from __future__ import annotations

import re
from typing import Annotated, Literal

from pydantic import Field

from oval_room.core.applying import (
    carried,
    decided,
    measure_at,
    measured,
    resting_on,
    set_measure,
    surface_of,
    with_survey,
    with_values,
)
from oval_room.core.commands import AtWall, Command, Stamp, several
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Count, Measure, Number, ReadingId, Typed, Values, Words
from oval_room.core.plan.outline import check_outline, set_length
from oval_room.core.plan.room import CEILING_WORDS, WALL_WORDS, Corner, Made, Room, Slope
from oval_room.core.plan.turn import Turn
from oval_room.core.survey.refit import refit

LEAST_DIM = 10.0  # [mm]


class PutRoom(Command):
    do: Literal["put room"] = "put room"
    width: Typed | None = None
    depth: Typed | None = None
    height: Typed | None = None
    finish: Words | None = None
    wall: Words | None = None
    faces: Number | None = None
    latitude: Number | None = None
    slopes: Annotated[tuple[Slope, ...], Field(max_length=2)] | None = None

    def turned_back(self, turn: Turn, plan: Plan) -> Command:
        """What the turned room's first wall is made of is said of that wall; its sizes change places or are not its
        own to say."""
        given = {name: getattr(self, name) for name in self.model_fields_set if name not in ("do", "label", "wall")}
        if set(given) - {"finish", "latitude", "height"}:
            raise TypeError("a room's sizes are not changed from another wall")
        steps: list[Command] = [PutRoom(**given)] if given else []
        if self.wall is not None:
            steps.append(PutMade(surface=turn.key_back("w1"), kind=self.wall))
        return several(*steps, label=self.label) if steps else self

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        room = plan.survey.room
        plan, values = measured(plan, "survey.room", carried(self), stamp, room)
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


class PutOutline(Command):
    """Give the room an outline: its corners from the display wall's left end round; with readings of its walls, in
    order. Without corners the room is a box again."""

    do: Literal["put outline"] = "put outline"
    corners: Annotated[tuple[Corner, ...], Field(max_length=40)] = ()
    walls: Annotated[tuple[Typed | None, ...], Field(max_length=40)] = ()

    def turned_back(self, turn: Turn, plan: Plan) -> Command:
        raise TypeError("a room's outline is not changed from another wall")

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        room = plan.survey.room
        if not self.corners:
            left, top, right, bottom = room.extent
            box = {"outline": (), "width": decided(right - left), "depth": decided(bottom - top), "slopes": ()}
            return with_survey(plan, **_without_gone(plan, 4), room=with_values(room, box))
        corners = check_outline(tuple((corner.x, corner.y) for corner in self.corners))
        plan = with_survey(plan, **_without_gone(plan, len(corners)))
        values: Values = _outlined(room, corners)
        slopes = tuple(slope for slope in room.slopes if int(slope.wall[1:]) <= len(corners))
        values |= {"width": Measure(value=corners[1][0], source="assumed"), "slopes": slopes}
        if room.walls[0].length == corners[1][0] or abs(room.width.value - corners[1][0]) < 1e-6:
            values["width"] = room.width
        plan = with_survey(plan, room=with_values(room, values))
        for n, typed in enumerate(self.walls, 1):
            if typed is not None:
                plan = _log_dim(plan, f"w{n}", typed, stamp)
        if any(typed is not None and typed.source == "read" for typed in self.walls):
            fitted = refit(plan.survey, plan.readings, corners)
            if fitted is not None:
                plan = with_survey(
                    plan, room=with_values(plan.survey.room, _outlined(plan.survey.room, check_outline(fitted)))
                )
        return _depth_known(plan)


class PutDim(Command):
    """Take a reading of a wall (w3), a diagonal (c1c3), at a corner the ceiling (h2) or the floor below the laser
    line (f2), or a wall's lean (p1). A wall's length moves its far end."""

    do: Literal["put dim"] = "put dim"
    id: Annotated[str, Field(max_length=8)]
    value: Typed

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        survey, key = plan.survey, self.id
        room, walls = survey.room, survey.room.walls
        numbers = [int(part) for part in re.findall(r"[0-9]+", key)]
        if not re.fullmatch(r"w[0-9]{1,2}|c[0-9]{1,2}c[0-9]{1,2}|[hfp][0-9]{1,2}", key) or not all(
            1 <= n <= len(walls) for n in numbers
        ):
            raise RefusedError(f"this room has walls and corners 1 to {len(walls)} (got {key})", field="id", value=key)
        if key[0] == "c" and len(set(numbers)) < 2:
            raise RefusedError("a diagonal runs between two corners", field="id", value=key)
        if key[0] in "wc" and not LEAST_DIM <= self.value.value <= 100_000:
            raise RefusedError("give a length between 10 mm and 100 m", field="value", value=self.value.value)
        if key[0] == "h" and not 300 <= self.value.value <= 100_000:
            raise RefusedError("give a height between 300 mm and 100 m", field="value", value=self.value.value)
        plan = _log_dim(plan, key, self.value, stamp)
        survey = plan.survey
        taken = survey.room.width if key == "w1" else survey.dims.get(key)
        if taken is None:
            return plan
        if key[0] in "wc" and not room.is_box:
            return _refitted(plan, numbers[0], taken.value if key[0] == "w" else room.walls[numbers[0] - 1].length)
        other = {"w2": "depth", "w3": "width"}.get(key, "height" if key[0] == "h" else "")
        if (
            other and getattr(survey.room, other).unsure
        ):  # nothing better is known: the opposite wall's reading stands in
            return with_survey(plan, room=with_values(survey.room, {other: taken}))
        return plan


class Strike(Command):
    """Take a reading out of its dimension's value, or with `back` into it again. The log keeps it."""

    do: Literal["strike"] = "strike"
    reading: ReadingId
    back: bool = False

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        reading = plan.readings.get(self.reading)
        if reading is None:
            raise MissingError(f"there is no reading {self.reading}", value=self.reading)
        measure = measure_at(plan, reading.of)
        if measure is None:
            raise RefusedError("what that reading was of is no longer in the plan", field="reading", value=self.reading)
        if self.back:
            keys = tuple(sorted({*measure.readings, self.reading}, key=lambda key: int(key[1:])))
        else:
            keys = tuple(key for key in measure.readings if key != self.reading)
        if keys == measure.readings:
            return plan
        fresh = resting_on(plan, reading.of, keys, measure)
        plan = set_measure(plan, reading.of, fresh)
        name = reading.of.removeprefix("survey.dims.").removeprefix("survey.room.")
        n = {"width": 1}.get(name, int(name[1:]) if re.fullmatch(r"w[0-9]{1,2}", name) else 0)
        if n and plan.survey.room.outline:
            plan = _refitted(plan, n, fresh.value)
        return plan


class PutMade(AtWall):
    """What a wall (w1 …) or the ceiling is made of."""

    do: Literal["put made"] = "put made"
    surface: Annotated[str, Field(max_length=8)]
    kind: Words | None = None
    board: Number | None = None
    layers: Count | None = None
    behind: Words | None = None
    stud_depth: Number | None = None
    module: Number | None = None
    joists: Words | None = None
    void: Number | None = None
    over: Words | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        survey, key = plan.survey, surface_of(plan, self.surface)
        values = carried(self, "surface")
        if key != "ceiling" and (self.void is not None or self.over is not None):
            raise RefusedError("only a ceiling has a void over it", field="void", value=self.void)
        words = CEILING_WORDS if key == "ceiling" else WALL_WORDS
        if "kind" in values and values["kind"] not in words:
            raise RefusedError(
                f"give one of {', '.join(words)} (got {values['kind'][:30]})", field="kind", value=values["kind"]
            )
        old = survey.made.get(key, Made(kind=survey.kind_of(key)))
        room = with_values(survey.room, {"wall": values["kind"]}) if key == "w1" and "kind" in values else survey.room
        return with_survey(plan, made={**survey.made, key: with_values(old, values)}, room=room)


def _outlined(room: Room, corners: tuple[tuple[float, float], ...]) -> Values:
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


def _without_gone(plan: Plan, count: int) -> Values:
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
