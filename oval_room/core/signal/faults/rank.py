"""Faults: from a symptom and this job's own chain to its causes, the likeliest first, each with the test that tells
(rules 10.14).

A cause's weight grows the nearer its link is to its limit, where a setting was never put on, a firmware never looked
at, a cable never proven; and where it was what cured such a fault at this display before. After each test that did not
find its cause the shares are reckoned anew (Bayes): a test finds what it looks for nine times in ten, so that a cause
that was tested keeps a tenth of its weight and no other is certain while it stands.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import replace
from typing import Final

from oval_room.core.array.mapping import Mapped
from oval_room.core.signal.chain import Way
from oval_room.core.signal.document import Cured
from oval_room.core.signal.faults.cause import Cause
from oval_room.core.signal.faults.links import cables, feeds, lists, settings
from oval_room.core.signal.faults.picture import again, cut_off, flashes, late
from oval_room.core.signal.faults.sound import sounds
from oval_room.core.signal.faults.walls import ON_WALLS, walls
from oval_room.core.signal.study import RoutingResult

LINKS: Final = (
    "no picture",
    "snow or wrong colour",
    "black flashes",
    "drops every few minutes",
    "connects again and again",
    "low resolution only",
    "no HDR",
)
"""Symptoms that a link of the chain may make."""
FED: Final = ("no picture", "low-voltage sign", "drops every few minutes", "connects again and again")
SOUND: Final = ("no sound", "no sound from apps", "no surround")
OF_APPS: Final = "no sound from apps"
NONE: Final[Mapping[str, Mapped]] = {}
AGAIN: Final = 1.6
"""What cured a symptom at a display before weighs so many times as much, each time."""


def causes(
    found: RoutingResult, way: Way, symptom: str, cured: Sequence[Cured] = (), shown: Mapping[str, Mapped] = NONE
) -> list[Cause]:
    """The causes of a symptom on a way, the likeliest first; weights are shares that add up to one. cured: what cured
    faults before; those of another picture count for nothing. shown: what each display of a wall shows."""
    if symptom == OF_APPS:  # of what the display plays itself, whatever else it shows
        own = found.own.get(f"{way.display.key} {way.display.key}")
        if own is None:
            return []
        way = own
    listed: dict[str, Cause] = {}
    for cause in _all(found, way, symptom, shown):
        if cause.weight > listed[cause.key].weight if cause.key in listed else cause.weight > 0:
            listed[cause.key] = cause
    mine = ("", way.display.shows)
    times = Counter((one.symptom, one.kind) for one in cured if one.picture in mine)
    return _shares([replace(one, weight=one.weight * AGAIN ** times[symptom, one.kind]) for one in listed.values()])


def renewed(listed: Sequence[Cause], tried: Collection[str]) -> list[Cause]:
    """The causes with their shares as they are after tests that did not find theirs (Bayes): the share before, times
    how often such a test misses what is there, of all that is left."""
    return _shares([replace(one, weight=one.weight * (1 - one.sees)) if one.key in tried else one for one in listed])


def _shares(weighed: Sequence[Cause]) -> list[Cause]:
    whole = math.fsum(one.weight for one in weighed) or 1.0
    shares = [replace(one, weight=one.weight / whole) for one in weighed]
    return sorted(shares, key=lambda cause: (-cause.weight, cause.minutes, cause.key))


def next_test(listed: Sequence[Cause], tried: Collection[str] = ()) -> Cause | None:
    """The cause whose test tells most a minute, of those not tried, after what was."""
    left = [cause for cause in renewed(listed, tried) if cause.key not in tried]
    return max(left, key=lambda cause: (cause.worth, -cause.minutes), default=None)


def _all(found: RoutingResult, way: Way, symptom: str, shown: Mapping[str, Mapped]) -> Iterator[Cause]:
    if symptom in LINKS:
        for wire in way.wires:
            yield from cables(wire, way, symptom)
            yield from settings(wire, way, symptom)
        yield from lists(way, symptom)
    if symptom in FED:
        yield from feeds(way, symptom)
    if symptom in SOUND:
        yield from sounds(way, symptom, found.heard.get(way.key))
    if symptom in ON_WALLS:
        yield from walls(found, way, symptom, shown)
    if symptom == "no picture" and way.wires:
        into = way.wires[-1].into.name
        yield Cause(
            "input", way.display.key, f"{way.display.name} looks at another input",
            f"{way.source.name} comes in at {into}", f"choose {into} by its own remote", 1.0, 3.0,
        )  # fmt: skip
    of_picture = {"lag": late, "picture cut off": cut_off, "black flashes": flashes, "connects again and again": again}
    if symptom in of_picture:
        yield from of_picture[symptom](way)
