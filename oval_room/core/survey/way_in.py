"""Will it get in? Boxed sizes against doors, turns, stairs, lift and van (rules 7.16)."""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import lru_cache
from typing import Final, NamedTuple

from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.fittings import Passage
from oval_room.core.plan.gear import GearShelf, Panel, Screen
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.survey.says import SurveyCode

PACKED: Final = (120.0, 120.0, 160.0)
"""What a box adds to a panel: across, up, and its whole depth (planning values) [mm]."""
CASE: Final = 160.0
"""A boxed roller case or frame is this thick and high [mm]."""
HANDS: Final = 20.0
"""Room wanted beside a box in a passage [mm]."""
CLOSE: Final = 60.0
"""Less room than this is worth measuring again [mm]."""


class Boxed(NamedTuple):
    """A box as it is carried: long, high, thick [mm]; upright ones stay so (7.13)."""

    name: str
    long: float
    high: float
    thick: float
    upright: bool


@record
class WayInResult(Result):
    """Whether the boxes get in."""


@lru_cache(maxsize=256)
def longest_round_turn(before: float, after: float, thick: float) -> float:
    """The longest thing of a thickness that goes round a square turn between passages of two widths [mm]:
    the least over t of (a·cos t + b·sin t − thick)/(sin t·cos t)."""
    least = math.inf
    for i in range(1, 180):
        t = math.pi / 2 * i / 180
        least = min(least, (before * math.cos(t) + after * math.sin(t) - thick) / (math.sin(t) * math.cos(t)))
    return max(least, 0.0)


def spare(box: Boxed, passage: Passage) -> float:
    """How much room is left for a box in a passage [mm]; below nought it does not go. Two ways are tried for a thing
    that
    need not stay upright: on its long edge and on end."""
    ways = [(box.long, box.high)] + ([] if box.upright else [(box.high, box.long)])
    return max(_spare(long, high, box.thick, passage) for long, high in ways)


def _spare(long: float, high: float, thick: float, passage: Passage) -> float:
    through = min(passage.width - thick, passage.height - high) - HANDS
    if passage.kind == "turn" or passage.kind == "stair":
        after = passage.after or passage.width
        return min(through, longest_round_turn(passage.width, after, thick) - long)
    if passage.kind in ("lift", "van"):
        deep = passage.length or passage.width
        level = math.hypot(deep, passage.width) - thick if passage.kind == "lift" else deep
        return min(through, level - long)
    return through


def _over_all(picture: Picture) -> tuple[float, float]:
    """Width and height with the frame [mm]."""
    return picture.across + 2 * picture.frame_side, picture.height + picture.frame_top + picture.frame_bottom


def panel_box(picture: Picture) -> Boxed:
    """A panel in its box: the maker's is not known, so what packing usually adds; it travels upright."""
    wide, high = _over_all(picture)
    return Boxed(picture.name, wide + PACKED[0], high + PACKED[1], PACKED[2] + picture.bow, True)


def boxes_of(scheme: Scheme, gear: GearShelf) -> dict[str, Boxed]:
    """The boxed size of every picture whose gear is chosen."""
    out = {}
    for key, picture in scheme.pictures.items():
        item = gear.get(picture.gear or "")
        wide, high = _over_all(picture)
        if isinstance(item, Panel):
            out[key] = panel_box(picture)
        elif isinstance(item, Screen):
            longest = max(wide / 2, high) if item.way == "fixed" else wide  # a frame comes apart at its middle
            out[key] = Boxed(picture.name, longest + 2 * CASE, CASE, CASE, False)
    return out


def study_way_in(passages: Mapping[str, Passage], scheme: Scheme, gear: GearShelf) -> WayInResult:
    """The tightest passage for every box."""
    findings = []
    for key, box in boxes_of(scheme, gear).items():
        left = {name: spare(box, passage) for name, passage in passages.items()}
        if not left:
            continue
        tightest = min(left, key=lambda name: left[name])
        room = left[tightest]
        level = Level.STOP if room < 0 else Level.MIND if room < CLOSE else Level.GOOD
        more = {"passage": passages[tightest].name, "box": box}
        findings.append(Finding(SurveyCode.WAY_IN, level, "7.16", {"picture": key}, room, 0.0, more=more))
    return WayInResult({}, tuple(findings))
