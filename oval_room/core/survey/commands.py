"""Changes of what is in the room and its walls: openings, services, finds, ways in, seats, things, light."""

from __future__ import annotations

from typing import Literal

from oval_room.core.applying import carried, measured, surface_of, with_survey, with_values
from oval_room.core.commands import AtWall, Command, Stamp
from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.fittings import Opening, Passage, Service, StudFind
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Count, Id, Measure, Number, Typed, Words
from oval_room.core.plan.room import STUDDED, WALL_WORDS
from oval_room.core.plan.turn import Turn
from oval_room.core.survey.document import LightScene, Seat, Thing
from oval_room.core.survey.eyes import STATURE, eye_height


class PutOpening(AtWall):
    do: Literal["put opening"] = "put opening"
    id: Id
    name: Words | None = None
    kind: Words | None = None
    wall: Words | None = None
    along: Typed | None = None
    width: Typed | None = None
    sill: Typed | None = None
    head: Typed | None = None
    after: Typed | None = None
    swing: Words | None = None
    covering: Words | None = None
    luminance: Typed | None = None
    lintel: Words | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        openings = plan.survey.openings
        old = openings.get(self.id)
        plan, values = measured(plan, f"survey.openings.{self.id}", carried(self), stamp, old)
        if "wall" in values:
            surface_of(plan, values["wall"])
        if old is not None:
            opening = with_values(old, values)
        else:
            missing = [name for name in ("wall", "along", "width") if name not in values]
            if missing:
                raise RefusedError("give the wall, how far along it starts and how wide it is", field=missing[0])
            window = values.get("kind", "window") == "window"
            start = {"name": values.get("kind", "window")} | (
                {"sill": Measure(value=900.0, source="assumed")} if window else {}
            )
            opening = Opening(**start | values)
        if opening.sill.value >= opening.head.value:
            raise RefusedError(
                "the sill lies under the head: give the lower one first", field="sill", value=opening.sill.value
            )
        if opening.width.value <= 0:
            raise RefusedError("give the opening's width, over 0", field="width", value=opening.width.value)
        return with_survey(plan, openings={**openings, self.id: opening})


class PutService(AtWall):
    do: Literal["put service"] = "put service"
    id: Id
    name: Words | None = None
    kind: Words | None = None
    wall: Words | None = None
    along: Number | None = None
    z: Number | None = None
    to_along: Number | None = None
    to_z: Number | None = None
    circuit: Words | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        services, values = plan.survey.services, carried(self)
        if "wall" in values:
            surface_of(plan, values["wall"])
        if self.id in services:
            service = with_values(services[self.id], values)
        else:
            missing = [name for name in ("wall", "along", "z") if name not in values]
            if missing:
                raise RefusedError("give the wall, how far along it is and how high", field=missing[0])
            service = Service(**{"name": values.get("kind", "socket")} | values)
        return with_survey(plan, services={**services, self.id: service})


class PutFind(AtWall):
    """Log a find of a stud or joist; the log only grows, a wrong entry is dropped."""

    do: Literal["put find"] = "put find"
    id: Id
    wall: Words
    at: Number
    how: Words = "scanner"
    hit: bool = True

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        surface_of(plan, self.wall)
        kind = plan.survey.kind_of(self.wall)
        if self.wall != "ceiling" and kind not in STUDDED:
            raise RefusedError(
                f"there are no studs in {WALL_WORDS[kind]}; change what the wall is made of first",
                field="wall",
                value=kind,
            )
        find = StudFind(wall=self.wall, at=self.at, how=self.how, hit=self.hit, by=stamp.by, when=stamp.at)
        return with_survey(plan, finds={**plan.survey.finds, self.id: find})


class PutPassage(Command):
    do: Literal["put passage"] = "put passage"
    id: Id
    name: Words | None = None
    kind: Words | None = None
    width: Number | None = None
    height: Number | None = None
    after: Number | None = None
    length: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        passages, values = plan.survey.passages, carried(self)
        if self.id in passages:
            passage = with_values(passages[self.id], values)
        else:
            if "width" not in values:
                raise RefusedError('give the clear width, as in way door 30" x 78"', field="width")
            passage = Passage(**{"name": values.get("kind", "door"), "height": 2000.0} | values)
        return with_survey(plan, passages={**passages, self.id: passage})


class PutSeat(Command):
    do: Literal["put seat"] = "put seat"
    id: Id
    name: Words | None = None
    row: Count | None = None
    x: Typed | None = None
    y: Typed | None = None
    floor: Typed | None = None
    eye: Typed | None = None
    kind: Words | None = None
    person: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        seats, room = plan.survey.seats, plan.survey.room
        plan, values = measured(plan, f"survey.seats.{self.id}", carried(self), stamp, seats.get(self.id))
        if self.id in seats:
            seat = with_values(seats[self.id], values)
        else:
            middle = Measure(value=room.width.value / 2, source="assumed")
            back = Measure(value=room.depth.value * 0.6, source="assumed")
            seat = Seat(**{"name": f"seat {self.id[1:]}", "x": middle, "y": back} | values)
        asked = values.keys() & {"kind", "person"} and "eye" not in values and seat.eye.unsure
        if asked and (self.id in seats or "person" in values or seat.kind not in ("sofa", "upright")):
            seat = with_values(
                seat, {"eye": Measure(value=eye_height(seat.kind, seat.person or STATURE), source="assumed")}
            )
        return with_survey(plan, seats={**seats, self.id: seat})

    def turned_back(self, turn: Turn, plan: Plan) -> PutSeat:
        seat = plan.survey.seats.get(self.id)
        like = self.x or self.y
        if seat is None or like is None:
            return self
        x, y = turn.place_back(seat.eye_point, self.x.value if self.x else None, self.y.value if self.y else None)
        moved = {
            name: like.model_copy(update={"value": now}) if abs(now - old) > 1e-6 else None
            for name, now, old in (("x", x, seat.x.value), ("y", y, seat.y.value))
        }
        return self.model_copy(update=moved)


class PutThing(Command):
    do: Literal["put thing"] = "put thing"
    id: Id
    name: Words | None = None
    kind: Words | None = None
    x_from: Number | None = None
    x_to: Number | None = None
    y_from: Number | None = None
    y_to: Number | None = None
    z_from: Number | None = None
    z_to: Number | None = None
    source: Words | None = None
    works: bool | None = None
    heat_c: Number | None = None
    flue: Words | None = None
    part: Words | None = None
    tray: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        things = plan.survey.things
        values = carried(self)
        if self.id in things:
            thing = with_values(things[self.id], values)
        else:
            middle = plan.survey.room.width.value / 2
            start = {"x_from": middle - 800, "x_to": middle + 800, "y_from": 0.0, "y_to": 450.0, "z_to": 500.0}
            thing = Thing(**{"name": values.get("kind", "furniture"), **start} | values)
        return with_survey(plan, things={**things, self.id: thing})

    def turned_back(self, turn: Turn, plan: Plan) -> PutThing:
        thing = plan.survey.things.get(self.id)
        if thing is None or all(side is None for side in (self.x_from, self.x_to, self.y_from, self.y_to)):
            return self
        now = turn.box(thing.x_from, thing.y_from, thing.x_to, thing.y_to) | {
            name: value for name in ("x_from", "y_from", "x_to", "y_to") if (value := getattr(self, name)) is not None
        }
        return self.model_copy(update=turn.box_back(now["x_from"], now["y_from"], now["x_to"], now["y_to"]))


class PutScene(Command):
    do: Literal["put scene"] = "put scene"
    id: Id
    name: Words | None = None
    ceiling: Typed | None = None
    side: Typed | None = None
    front: Typed | None = None
    wants: Number | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        scenes = plan.survey.scenes
        plan, values = measured(plan, f"survey.scenes.{self.id}", carried(self), stamp, scenes.get(self.id))
        scene = with_values(scenes[self.id], values) if self.id in scenes else LightScene(**{"name": self.id} | values)
        return with_survey(plan, scenes={**scenes, self.id: scene})
