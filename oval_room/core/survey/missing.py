"""What is still to be measured, in the order in which somebody walks round: walls, heights, diagonals, openings,
seats, light, studs."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal, NamedTuple

from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Measure
from oval_room.core.plan.room import STUDDED
from oval_room.core.plan.turn import wall_of
from oval_room.core.survey.document import Survey
from oval_room.core.survey.observed import wall_measure

Tool = Literal["laser", "meter", "finder"]


class Wanted(NamedTuple):
    """One open reading: its key (a dimension, or a measure's path), what it is, the tape line's words, what reads
    it."""

    key: str
    label: str
    say: str
    tool: Tool


def missing_readings(plan: Plan, decides: tuple[int, int] | None = None) -> list[Wanted]:
    """Readings nobody has taken yet, in walking order; `decides` is a diagonal that would tell suspects apart."""
    survey = plan.survey
    telling = []
    if decides is not None:
        key = f"c{decides[0]}c{decides[1]}"
        telling.append(
            Wanted(
                key,
                f"diagonal c{decides[0]} to c{decides[1]}, to tell which reading lies",
                f"diagonal c{decides[0]} c{decides[1]}",
                "laser",
            )
        )
    return [
        *_walls(survey),
        *telling,
        *_levels(survey),
        *_openings(survey),
        *_seats(survey),
        *_light(survey),
        *_studs(plan),
    ]


def _open(measure: Measure | None) -> bool:
    return measure is None or measure.unsure


def _walls(survey: Survey) -> Iterator[Wanted]:
    names = {"w2": "right wall", "w3": "back wall", "w4": "left wall"} if survey.room.is_box else {}
    for wall in survey.room.walls:
        if _open(wall_measure(survey, wall.key)):
            label = "display wall" if wall.key == "w1" else names.get(wall.key, f"wall {wall.key[1:]}")
            say = "wall" if wall.key == "w1" else "depth" if wall.key == "w4" and survey.room.is_box else wall.key
            yield Wanted(wall.key, label, say, "laser")
    if not any(key[0] == "c" for key in survey.dims):
        last = 3 if survey.room.is_box else 1 + (len(survey.room.walls) + 1) // 2
        yield Wanted(f"c1c{last}", f"diagonal c1 to c{last}", f"diagonal c1 c{last}", "laser")


def _levels(survey: Survey) -> Iterator[Wanted]:
    if survey.room.height.unsure:
        yield Wanted("survey.room.height", "ceiling", "ceiling", "laser")


def _openings(survey: Survey) -> Iterator[Wanted]:
    words = (
        ("along", "starts", "from the wall's left end"),
        ("width", "opens", "width"),
        ("sill", "sill", "sill"),
        ("head", "head", "head"),
    )
    for key, opening in survey.openings.items():
        for field, say, label in words:
            if field == "sill" and opening.kind != "window":
                continue
            if getattr(opening, field).unsure:
                yield Wanted(
                    f"survey.openings.{key}.{field}", f"{opening.name}, {label}", f"{say} {opening.name}", "laser"
                )


def _seats(survey: Survey) -> Iterator[Wanted]:
    words = (("y", "seat", "out from the wall"), ("x", "across", "along"), ("eye", "eye", "eye above its floor"))
    for key, seat in survey.seats.items():
        for field, say, label in words:
            if getattr(seat, field).unsure:
                yield Wanted(f"survey.seats.{key}.{field}", f"{seat.name}, {label}", say, "laser")


def _light(survey: Survey) -> Iterator[Wanted]:
    if not survey.seats:
        return
    for key, scene in survey.scenes.items():
        origin = max(("ceiling", "side", "front"), key=lambda name: getattr(scene, name).value)
        if all(getattr(scene, name).unsure for name in ("ceiling", "side", "front")):
            yield Wanted(
                f"survey.scenes.{key}.{origin}",
                f"light from the {origin}, {scene.name}",
                f"light {scene.name} {origin}",
                "meter",
            )


def _studs(plan: Plan) -> Iterator[Wanted]:
    survey = plan.survey
    walls = {wall_of(survey.room, picture) for picture in plan.chosen.pictures.values() if picture.kind == "panel"}
    for n in sorted(walls):
        key = f"w{n}"
        if survey.kind_of(key) in STUDDED and not any(find.wall == key for find in survey.finds.values()):
            yield Wanted(f"finds.{key}", f"studs of wall {n}", f"stud {key}", "finder")
