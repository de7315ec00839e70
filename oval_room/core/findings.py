"""Findings: what a study has to say, as data. Text is made from them in `words` only.

A finding has a code (banded by stage), a level, the ids it is about, the value measured against a limit, and cures:
commands that a person can take.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Any

from oval_room.core.commands import Command
from oval_room.core.levels import Level


class Code(StrEnum):
    """What a finding says. The first word is its stage's band."""

    NO_SEATS = "survey: no seats"
    SEAT_OUTSIDE = "survey: seat outside the room"
    HEAD_AT_CEILING = "survey: head at the ceiling"
    THING_OUTSIDE = "survey: thing outside the room"
    ROOM_ASSUMED = "survey: room assumed"
    SEAT_IN_WALL = "survey: seat in a wall"
    FLOOR_DIFFERS = "survey: floor under a seat"
    OPENING_OUTSIDE = "survey: opening past its wall"
    OPENINGS_OVERLAP = "survey: openings over each other"
    LIGHT_ASSUMED = "survey: light assumed"
    READINGS_APART = "survey: repeats disagree"
    READING_LIES = "survey: a reading that lies"
    CLOSURE = "survey: the room closes"
    CHAIN = "survey: parts and whole"
    FALL = "survey: floor and ceiling"
    LEAN = "survey: wall out of plumb"
    STUDS = "survey: stud rhythm"
    STUD_STRANGERS = "survey: finds that don't fit"
    STUD_RIVALS = "survey: rival pitches"
    WAY_IN = "survey: way in"

    NO_PICTURE = "picture: nothing to look at"
    TOO_WIDE = "picture: wider than the wall"
    SEAT_BEHIND = "picture: seat behind it"
    ANGLE = "picture: angle and school"
    COARSE = "picture: pixels seen"
    TEXT = "picture: text on it"
    NECK = "picture: neck"
    TOP_EDGE = "picture: top edge"
    LADDER_CONFLICT = "picture: no height works"
    OFF_LADDER = "picture: height outside the ladder"
    ON_LADDER = "picture: height inside the ladder"
    ROW_IN_FRONT = "picture: over the row in front"
    TILT = "picture: tilt"
    OFF_AXIS = "picture: from the side"
    GLARE = "picture: glare"
    SURFACE = "picture: surface and projector"
    PICTURES_OVERLAP = "picture: pictures over each other"
    NOT_LEVEL = "picture: a row that is not level"
    DROP_CLEAR = "picture: drop-down through its travel"
    SPEAKERS = "picture: left and right apart"
    SPEAKER_COVERED = "picture: loudspeaker behind the cloth"
    SPEAKER_PLACE = "picture: where a loudspeaker stands"
    BAR_WIDE = "picture: soundbar wider than the panel"
    BAR_COVERS = "picture: soundbar before the panel's foot"
    IN_WALL = "picture: turned into the wall"
    GAPS = "picture: gaps in a row"
    BESIDE = "picture: displays beside each other"
    LAG = "picture: lag for games"
    REFRESH = "picture: refresh for games"
    BURN_IN = "picture: still images on an OLED"
    DULL = "picture: dimmer than the wall beside it"
    LAMPS_WHITE = "picture: white with the lamps on"
    FURNITURE_FIRST = "picture: furniture before the screen"
    HEAT = "picture: heat over a fire"
    DIM = "picture: white under its target"
    CONTRAST = "picture: contrast in a scene"

    NO_PROJECTOR = "throw: screen without projector"
    THROW = "throw: distance and width"
    BODY = "throw: room behind"
    SHIFT = "throw: lens shift"
    LENS_IN_ROOM = "throw: lens outside the room"
    LENS_BEHIND = "throw: lens behind the screen"
    FAN = "throw: fan near a head"

    POLE = "fixing: pole"
    HOLES = "fixing: hole rows"
    NO_HOLES = "fixing: holes not known yet"
    PLATE = "fixing: plate follows the lens"
    WALL_KIND = "fixing: what the wall is"
    NEAR_SERVICE = "fixing: holes near a service"

    @property
    def stage(self) -> str:
        return self.value.split(":")[0]


@dataclass(frozen=True, slots=True)
class Cure:
    """A change that is meant to clear a finding: which kind it is (`words` makes its text), its value, its command."""

    kind: str
    value: float
    command: Command
    unit: str = "mm"
    name: str = ""


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing said. about: ids by kind (picture, seat, scene, projector, thing). more: what its text needs."""

    code: Code
    level: Level
    rule: str
    about: Mapping[str, str]
    value: float | None = None
    limit: float | None = None
    unit: str = "mm"
    cures: tuple[Cure, ...] = ()
    more: Mapping[str, Any] = field(default_factory=dict)

    @property
    def key(self) -> str:
        """What makes it the same finding after a change: its code and the picture or projector it is about."""
        parts = [self.about[kind] for kind in ("projector", "picture", "scene", "thing", "opening") if kind in self.about]
        return "/".join([self.code.name.lower(), *parts, str(self.more.get("part", ""))]).rstrip("/")

    @property
    def off_by(self) -> float | None:
        """How far the value lies from its limit; what "worse" is measured by."""
        return None if self.value is None or self.limit is None else abs(self.value - self.limit)

    @property
    def weight(self) -> tuple[int, str]:
        """Worst first."""
        return self.level.rank, self.key
