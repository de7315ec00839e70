"""Screens in a frame on the wall: the row of screws their brackets take near the top edge, into studs where there are
any
(rules 2.6, 7.1, 7.3, 7.5)."""

from __future__ import annotations

from typing import Final

from oval_room.core.findings import Finding
from oval_room.core.fixing.behind import holds_nothing
from oval_room.core.fixing.bolts import FULL, weight_of
from oval_room.core.fixing.capacity import SUITS, capacity_of
from oval_room.core.fixing.opening_zones import Box, before_findings, hole_findings
from oval_room.core.fixing.says import FixingCode
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Screen
from oval_room.core.plan.room import STUDDED
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import hangs_on
from oval_room.core.survey.document import Survey
from oval_room.core.survey.stud_study import SURE, StudResult

FRAMED: Final = ("fixed", "wall-flat")
BELOW: Final = 30.0
"""Brackets take their screws so far under the frame's top edge until its maker says (planning value of ours) [mm]."""
INSIDE: Final = 100.0
"""And no nearer to its ends than this (planning value of ours) [mm]."""
NEAR_WALL: Final = 250.0
"""A frame whose surface is farther off its wall stands, or hangs, on something else [mm]."""


@record
class FrameHoles:
    """Screws of a frame's brackets: places along the wall and up [mm], what they are, how much the worst bears [%]."""

    places: tuple[tuple[float, float], ...]
    fixing: str
    use: float | None


@record
class FrameResult(Result):
    """Frames that hang on walls, by picture."""

    frames: dict[str, FrameHoles]


def study_frames(survey: Survey, scheme: Scheme, gear: GearShelf, studs: StudResult, wall: int = 1) -> FrameResult:
    """Every framed screen on the wall that is looked at as the display wall."""
    out, frames = list[Finding](), dict[str, FrameHoles]()
    for key, picture in scheme.pictures.items():
        item = gear.get(picture.gear or "")
        framed = isinstance(item, Screen) and item.way in FRAMED
        if not framed or picture.pose.y > NEAR_WALL or hangs_on(picture, survey.things) is not None:
            continue
        assert isinstance(item, Screen)
        finding, holes = _hung(key, picture, item.mass_kg or 0.0, survey, studs, wall)
        out.append(finding)
        if holes is not None:
            frames[key] = holes
            out += hole_findings({"picture": key}, holes.places, survey)
        out += before_findings({"picture": key}, None, outline_of(picture), survey)
    return FrameResult({}, tuple(out), frames)


def outline_of(picture: Picture) -> Box:
    """A picture with its frame, on its wall [mm]."""
    half, x = picture.across / 2 + picture.frame_side, picture.pose.x
    return x - half, picture.bottom - picture.frame_bottom, x + half, picture.top + picture.frame_top


def _hung(
    key: str, picture: Picture, mass: float, survey: Survey, studs: StudResult, wall: int
) -> tuple[Finding, FrameHoles | None]:
    kind, about = survey.kind_of("w1"), {"picture": key}
    half, row = picture.across / 2 + picture.frame_side - INSIDE, picture.top + picture.frame_top - BELOW
    ends = picture.pose.x - half, picture.pose.x + half
    more: dict[str, object] = {"kind": kind, "why": "", "row": row}
    if holds_nothing(survey, "w1"):
        return Finding(FixingCode.FRAME, Level.NOTE, "7.1", about, row, more=more | {"why": "wall"}), None
    found = studs.surfaces.get(f"w{wall}") if kind in STUDDED else None
    if kind in STUDDED:
        trust = found.trust if found is not None else {}
        likely = found.likely if found is not None else ()
        lines = [line for line in sorted(likely) if ends[0] <= line <= ends[1]]
        known = [line for line in lines if trust[line] >= SURE]
        lines = known if len(known) > 1 else lines
        if len(lines) < 2:
            return Finding(FixingCode.FRAME, Level.NOTE, "7.4", about, row, more=more | {"why": "few"}), None
        ends = lines[0], lines[-1]
        more["counted"] = min(trust[end] for end in ends) < SURE
    fixing = SUITS.get(kind, ("",))[0]
    use = FULL * weight_of(mass) / 2 / capacity_of(fixing).shear if mass and fixing else None
    more |= {"at": ends, "fixing": fixing, "use": use, "kg": mass}
    level = Level.NOTE if more.get("counted") or use is None else Level.GOOD
    return Finding(FixingCode.FRAME, level, "7.3", about, row, more=more), FrameHoles(
        tuple((x, row) for x in ends), fixing, use
    )
