"""The rhythm of studs or joists behind a lining, fitted to a log of finds (rules 7.2).

Scanners cry wolf: for each pitch in use the phase is chosen that most finds agree with. What does not fit is told,
rival pitches stay in view until the finds tell them apart.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache
from typing import Final, NamedTuple

from oval_room.core.errors import RefusedError
from oval_room.core.record import record

PITCHES: Final = (304.8, 400.0, 406.4, 450.0, 487.7, 600.0, 609.6)
AGREES: Final = 12.0
"""A find this near to a line agrees with it [mm]."""
WEIGHT: Final[dict[str, int]] = {"pilot": 3, "magnet": 2, "scanner": 1, "knock": 1}
PILOT_MISS: Final = -3
BAYS: Final = 3
"""Rival pitches stay in view until finds span this many bays."""


class Find(NamedTuple):
    """One entry of the log: place along the wall [mm], how it was found, hit or miss."""

    at: float
    how: str
    hit: bool = True


@record
class Rhythm:
    """A fitted pitch: phase from 0 to the pitch [mm], score, weighted misfit, places of finds that don't fit, pilot
    misses that lie on a line, lines on the wall, and how many finds agree."""

    pitch: float
    phase: float
    score: int
    misfit: float
    strangers: tuple[float, ...]
    misses_on_a_line: tuple[float, ...]
    lines: tuple[float, ...]
    agreeing: int

    def off(self, at: float) -> float:
        """How far a place lies from the nearest line [mm], signed."""
        return _wrap(at - self.phase, self.pitch)


@record
class Fit:
    """The best rhythm, the rivals still in view, and where one more find would tell the best from each rival [mm]."""

    best: Rhythm
    rivals: tuple[Rhythm, ...]
    deciding: float | None


def fit_rhythm(finds: Sequence[Find], wall: tuple[float, float]) -> Fit:
    """The rhythm that most finds agree with, and its rivals (rules 7.2).

    Args:
        finds: the log, with at least one hit.
        wall: both ends of the wall in the finds' measure [mm].

    Raises:
        RefusedError: there is no hit to fit to.
    """
    if not any(find.hit for find in finds):
        raise RefusedError("log at least one hit first", field="finds")
    return _fit(tuple(finds), min(wall), max(wall))


def proved(finds: Sequence[Find]) -> dict[float, bool]:
    """Places that are drilled where they were found, whatever rhythm the others keep [mm] (rules 7.2): a pilot hole, or
    two finds that agree; whether a pilot hole says so."""
    hits = sorted((find for find in finds if find.hit), key=lambda one: one.at)
    near: list[list[Find]] = []
    for find in hits:
        if near and find.at - near[-1][-1].at <= AGREES:
            near[-1].append(find)
        else:
            near.append([find])
    out = {}
    for group in near:
        pilots = [find for find in group if find.how == "pilot"]
        told = pilots or (group if len(group) > 1 else [])
        if told:
            weight = sum(WEIGHT[find.how] for find in told)
            out[sum(WEIGHT[find.how] * find.at for find in told) / weight] = bool(pilots)
    return out


@lru_cache(maxsize=128)
def _fit(finds: tuple[Find, ...], lo: float, hi: float) -> Fit:
    found = {pitch: _best_phase(finds, pitch, lo, hi) for pitch in PITCHES}
    ranked = sorted(found.values(), key=lambda one: (-one.score, one.misfit, -one.pitch))
    best = ranked[0]
    for other in ranked[1:]:
        if _multiple(other.pitch, best.pitch) and other.score == best.score and not _strong_between(finds, best, other):
            best = other
            break
    rivals = _rivals(finds, best, ranked)
    return Fit(best, rivals, _deciding(best, rivals, lo, hi))


def _wrap(value: float, pitch: float) -> float:
    return (value + pitch / 2) % pitch - pitch / 2


def _best_phase(finds: Sequence[Find], pitch: float, lo: float, hi: float) -> Rhythm:
    starts = {find.at % pitch for find in finds if find.hit}
    tried = [start + step for start in starts for step in (0.0, AGREES, -AGREES)]
    fitted = [_at_phase(finds, pitch, phase, lo, hi) for phase in sorted(tried)]
    return min(fitted, key=lambda one: (-one.score, one.misfit, one.phase))


def _at_phase(finds: Sequence[Find], pitch: float, start: float, lo: float, hi: float) -> Rhythm:
    """The rhythm whose phase is the weighted mean of the finds that agree with a starting phase."""
    near = [find for find in finds if find.hit and abs(_wrap(find.at - start, pitch)) <= AGREES]
    weight = sum(WEIGHT[find.how] for find in near)
    shift = sum(WEIGHT[find.how] * _wrap(find.at - start, pitch) for find in near) / weight if weight else 0.0
    phase = (start + shift) % pitch
    agree = [find for find in finds if find.hit and abs(_wrap(find.at - phase, pitch)) <= AGREES]
    misses = tuple(
        find.at
        for find in finds
        if not find.hit and find.how == "pilot" and abs(_wrap(find.at - phase, pitch)) <= AGREES
    )
    score = sum(WEIGHT[find.how] for find in agree) + PILOT_MISS * len(misses)
    misfit = sum(WEIGHT[find.how] * abs(_wrap(find.at - phase, pitch)) for find in agree)
    strangers = tuple(find.at for find in finds if find.hit and find not in agree)
    first = math.ceil((lo - phase) / pitch - 1e-9)
    lines = tuple(phase + k * pitch for k in range(first, math.floor((hi - phase) / pitch + 1e-9) + 1))
    return Rhythm(pitch, phase, score, misfit, strangers, misses, lines, len(agree))


def _multiple(longer: float, shorter: float) -> bool:
    times = longer / shorter
    return times > 1.5 and abs(times - round(times)) < 1e-6


def _strong_between(finds: Sequence[Find], shorter: Rhythm, longer: Rhythm) -> bool:
    """Whether a magnet or pilot hit lies on a line that only the shorter pitch has."""
    return any(
        find.hit and find.how in ("magnet", "pilot") and abs(shorter.off(find.at)) <= AGREES < abs(longer.off(find.at))
        for find in finds
    )


def _rivals(finds: Sequence[Find], best: Rhythm, ranked: Sequence[Rhythm]) -> tuple[Rhythm, ...]:
    """Rhythms that as many finds agree with; after three bays only those that no find tells apart."""
    hits = [find.at for find in finds if find.hit and abs(best.off(find.at)) <= AGREES]
    span = max(hits, default=0.0) - min(hits, default=0.0)
    slack = 0 if span >= BAYS * best.pitch else 1
    return tuple(
        one
        for one in ranked
        if one.pitch != best.pitch
        and one.agreeing >= 1
        and one.score >= best.score - slack
        and not (_multiple(best.pitch, one.pitch) and one.score == best.score)
    )


def _deciding(best: Rhythm, rivals: Sequence[Rhythm], lo: float, hi: float) -> float | None:
    """The first of the best rhythm's lines on the wall that every rival misses by more than a find may be off."""
    if not rivals:
        return None
    apart = (at for at in best.lines if lo <= at <= hi and all(abs(rival.off(at)) > 2 * AGREES for rival in rivals))
    return next(apart, None)
