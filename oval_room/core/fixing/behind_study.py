"""Behind the panel: sockets and boxes against the plate and the bracket's bars, and whether plugs have the depth they
want (rules 7.10, 7.17)."""

from __future__ import annotations

from typing import Final, NamedTuple

from oval_room.core.findings import Finding
from oval_room.core.fixing.document import FixingNodes, mount_as_measured
from oval_room.core.fixing.hole_map import HoleMap
from oval_room.core.fixing.says import FixingCode
from oval_room.core.fixing.study import FixingResult
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.fittings import MOUTHS
from oval_room.core.plan.gear import GearShelf, Mount
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import hangs_on
from oval_room.core.survey.document import Survey

FACE: Final = 86.0
"""A socket's or data outlet's face plate, across and up (planning value of ours) [mm]."""
BAR: Final = 40.0
"""A bracket's upright bar, across (planning value of ours) [mm]."""
BAR_PAST: Final = 60.0
"""It goes on past the panel's bolts above and below (planning value of ours) [mm]."""
STRAIGHT: Final = 60.0
ANGLED: Final = 25.0
"""What a straight HDMI plug, and one with a right angle, wants between wall and panel (rules 7.10) [mm]."""
PLUGGED: Final = ("socket", *MOUTHS)
"""Services that something is plugged into."""


class Rect(NamedTuple):
    """A rectangle on the wall [mm]."""

    left: float
    low: float
    right: float
    high: float

    def meets(self, other: Rect) -> bool:
        return self.left < other.right and other.left < self.right and self.low < other.high and other.low < self.high


@record
class Behind:
    """What is behind one panel: plate, bars, the outlets by their ids, and those that clash with what each clashes
    with."""

    plate: Rect
    bars: tuple[Rect, ...]
    outlets: dict[str, Rect]
    clashes: dict[str, str]


@record
class BehindResult(Result):
    """What is behind panels, by picture."""

    panels: dict[str, Behind]


def study_behind(survey: Survey, scheme: Scheme, gear: GearShelf, fixings: FixingResult) -> BehindResult:
    """Every panel whose holes and mount are known, on the wall that is looked at as the display wall."""
    out, panels = list[Finding](), dict[str, Behind]()
    for key, picture in scheme.pictures.items():
        holes, item = fixings.holes.get(key), gear.get(picture.mount or "")
        if holes is None or not isinstance(item, Mount):
            continue
        _, bench = scheme.kept(FixingNodes).of(key) or ("", None)
        mount = mount_as_measured(item, bench)
        out.append(_plugs(key, mount))
        if hangs_on(picture, survey.things) is not None:
            continue
        place = fixings.places.get(key)
        panels[key] = here = _behind(survey, picture, mount, holes, place.plate if place else picture.pose.x)
        for name, what in here.clashes.items():
            clash = {"part": name, "service": survey.services[name].name, "what": what}
            out.append(Finding(FixingCode.BEHIND, Level.MIND, "7.17", {"picture": key}, more=clash))
        if here.outlets and not here.clashes:
            out.append(
                Finding(FixingCode.BEHIND, Level.GOOD, "7.17", {"picture": key}, more={"count": len(here.outlets)})
            )
    return BehindResult({}, tuple(out), panels)


def _behind(survey: Survey, picture: Picture, mount: Mount, holes: HoleMap, middle: float) -> Behind:
    up = (holes.rows[0] + holes.rows[-1]) / 2
    half_w, half_h = mount.plate_width / 2, mount.plate_height / 2
    plate = Rect(middle - half_w, up - half_h, middle + half_w, up + half_h)
    bars = tuple(
        Rect(x - BAR / 2, holes.vesa_lower - BAR_PAST, x + BAR / 2, holes.vesa_upper + BAR_PAST)
        for x in (picture.pose.x - holes.vesa_width / 2, picture.pose.x + holes.vesa_width / 2)
        if holes.vesa_width
    )
    half = picture.across / 2 + picture.frame_side
    panel = Rect(picture.pose.x - half, holes.bottom, picture.pose.x + half, holes.top)
    outlets, clashes = dict[str, Rect](), dict[str, str]()
    for name, one in survey.services.items():
        face = Rect(one.along - FACE / 2, one.z - FACE / 2, one.along + FACE / 2, one.z + FACE / 2)
        if one.wall != "w1" or one.kind not in PLUGGED or not face.meets(panel):
            continue
        outlets[name] = face
        if face.meets(plate):
            clashes[name] = "the plate"
        elif any(face.meets(bar) for bar in bars):
            clashes[name] = "a bar of the bracket"
    return Behind(plate, bars, outlets, clashes)


def _plugs(key: str, mount: Mount) -> Finding:
    """Which plugs have room between wall and panel."""
    about = {"picture": key}
    if not beyond(ANGLED, mount.profile):
        level = Level.GOOD if not beyond(STRAIGHT, mount.profile) else Level.NOTE
        limit = STRAIGHT if level is Level.NOTE else ANGLED
        return Finding(FixingCode.PLUGS, level, "7.10", about, mount.profile, limit)
    return Finding(FixingCode.PLUGS, Level.MIND, "7.10", about, mount.profile, ANGLED)
