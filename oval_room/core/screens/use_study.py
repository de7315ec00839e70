"""Study of use: what the brief's games and still images ask of each display (rules 3.6, 3.7)."""

from __future__ import annotations

from typing import Final

from oval_room.core.brief.document import Brief
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Panel
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.lag import FAST_HZ, FINE, FLOOR_HZ, LATE, SLUGGISH, lag_level, refresh_level
from oval_room.core.screens.says import ScreenCode

STILL_DESK: Final = 2.0
STILL_SPORT: Final = 4.0
"""From so many hours a day still desktops or scoreboards wear an OLED unevenly (planning values)."""


@record
class UseResult(Result):
    """What the brief asks of each display."""


def study_use(brief: Brief, scheme: Scheme, gear: GearShelf) -> UseResult:
    """Lag, refresh and burn-in of every picture whose display is known."""
    out: list[Finding] = []
    feeds = {key: projector.gear for key, projector in scheme.feeds.items()}
    for key, picture in scheme.pictures.items():
        item = gear.get(feeds.get(key) or picture.gear or "")
        if isinstance(item, (Panel, ProjectorGear)) and brief.games > 0:
            out += _games(key, item, brief)
        if (
            isinstance(item, Panel)
            and item.technology == "oled"
            and (brief.desk >= STILL_DESK or brief.sport >= STILL_SPORT)
        ):
            hours, what = (brief.desk, "desk") if brief.desk >= STILL_DESK else (brief.sport, "sport")
            limit = STILL_DESK if what == "desk" else STILL_SPORT
            more = {"what": what}
            out.append(
                Finding(ScreenCode.BURN_IN, Level.MIND, "3.7", {"picture": key}, hours, limit, "hours", more=more)
            )
    return UseResult({}, tuple(out))


def _games(key: str, item: Panel | ProjectorGear, brief: Brief) -> list[Finding]:
    about, out = {"picture": key}, []
    more = {"mode": item.lag_mode or "", "plays": brief.plays, "name": item.name}
    if item.lag_ms is None:
        out.append(Finding(ScreenCode.LAG, Level.NOTE, "3.6", about, None, SLUGGISH, "ms", more=more))
    else:
        level = lag_level(item.lag_ms, brief.plays)
        limit = {Level.STOP: LATE, Level.MIND: SLUGGISH}.get(level, FINE)
        out.append(Finding(ScreenCode.LAG, level, "3.6", about, item.lag_ms, limit, "ms", more=more))
    if item.refresh_hz is not None:
        level = refresh_level(item.refresh_hz, brief.plays)
        limit = FLOOR_HZ if level is Level.MIND else FAST_HZ
        if level is not Level.GOOD:
            out.append(Finding(ScreenCode.REFRESH, level, "3.6", about, item.refresh_hz, limit, "hz", more=more))
    return out
