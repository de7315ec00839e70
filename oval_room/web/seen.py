"""What a person looks at, as an address says it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Final

from oval_room.core.parts import STAGES, START, SUBJECTS
from oval_room.core.plan.document import Plan, Scheme
from oval_room.core.plan.turn import wall_of
from oval_room.core.record import record
from oval_room.core.subject import SUBJECT_KINDS, Subject
from oval_room.drawing.layers import LAYER_NAMES
from oval_room.drawing.sheet import Window

ADDED_KINDS: Final = tuple(kind for kind in SUBJECTS if kind not in (*SUBJECT_KINDS, "wall"))
"""Kinds of what is looked at that trades have added."""


@record
class Seen:
    """What a person looks at: stage, subject, lead view, layers."""

    stage: str
    subject: Subject
    lead: str
    layers: tuple[str, ...]
    zoom: Window | None = None
    wall: int = 1

    seat_chosen: bool = False
    """Whether somebody chose the seat; else it is the main one, and a line that could be of any row asks."""

    @property
    def spoken_of(self) -> Subject:
        """What a line is about that names nothing."""
        return self.subject if self.seat_chosen else replace(self.subject, seat=None)

    @classmethod
    def of(cls, plan: Plan, stage: str, query: Mapping[str, str], cookies: Mapping[str, str]) -> Seen:
        """From an address's query, with what is sensible here for all that is missing or gone."""
        chosen, survey = plan.chosen, plan.survey
        stage = stage if stage in STAGES else START
        asked = getattr(chosen.node(query.get("projector", "")), "shows", None)  # what is clicked on brings its picture
        picture = _known(asked or query.get("picture"), chosen, stage)
        seat = query.get("seat") if query.get("seat") in survey.seats else survey.main
        scene = query.get("scene") if query.get("scene") in survey.scenes else next(iter(survey.scenes), None)
        fed = chosen.fed_by(picture)
        hidden = query.get("off", cookies.get(f"off.{stage}"))
        off = STAGES[stage].hidden if hidden is None else hidden.split("-")
        layers = tuple(layer for layer in LAYER_NAMES if layer not in off)
        more = tuple((kind, query[kind]) for kind in ADDED_KINDS if query.get(kind) in SUBJECTS[kind].among(plan))
        subject = Subject(picture, seat, scene, fed[0] if fed else None, more)
        wall = _wall(plan, query.get("wall", ""), picture)
        window, chose = _window(query.get("zoom", "")), query.get("seat") in survey.seats
        return cls(stage, subject, query.get("lead", ""), layers, window, wall, chose)


def _wall(plan: Plan, asked: str, picture: str | None) -> int:
    """The wall looked at: the one asked for, else the subject picture's own."""
    room = plan.survey.room
    if asked.removeprefix("w").isdecimal() and 1 <= int(asked.removeprefix("w")[:3]) <= len(room.walls):
        return int(asked.removeprefix("w"))
    node = plan.chosen.pictures.get(picture or "")
    return wall_of(room, node) if node else 1


def _window(text: str) -> Window | None:
    """A zoomed window from an address (`u0,v0,u1,v1` in mm); None when it is none, or between 20 mm and 200 m."""
    try:
        u0, v0, u1, v1 = (float(part) for part in text.split(","))
    except ValueError:
        return None
    sane = all(abs(value) < 200_000 for value in (u0, v0, u1, v1))  # also false for what is not a number
    return (u0, v0, u1, v1) if sane and u1 - u0 >= 20 and v1 - v0 >= 20 else None


def _known(wanted: str | None, scheme: Scheme, stage: str) -> str | None:
    """The picture asked for, else one the stage is about: a projected one, or one that is not, when there is one."""
    pictures, fed = scheme.pictures, scheme.feeds
    if wanted in pictures:
        return wanted
    if wanted in scheme.groups:
        return scheme.groups[wanted].members[0]
    first = next(iter(pictures), None)
    if not STAGES[stage].thrown:
        return next((key for key in pictures if key not in fed), first)
    return next((key for key in pictures if key in fed), first)
