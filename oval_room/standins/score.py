"""How a practice survey went, part by part, and what several of them teach."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final, NamedTuple

from oval_room.core.applying import measure_at
from oval_room.core.errors import MissingError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.survey.missing import missing_readings
from oval_room.standins.true_room import TrueRoom, in_plan, path_of

SCORE_WITHIN: Final = 5.0
"""A dimension counts as right within this of the truth, or twice its half-width if that is more [mm]."""
LIES_BY: Final = 8
"""A reading lies when it is off by more than this many of its instrument's half-widths."""


class Share(NamedTuple):
    """How much of a part of the survey is right."""

    name: str
    right: int
    of: int


class Lie(NamedTuple):
    """A reading that is far from the truth: of what (a path), its number in the log, by how much [mm], whether it
    was struck."""

    of: str
    number: str
    off: float
    struck: bool


class Score(NamedTuple):
    """How a practice survey went: dimensions right, wrong (what, by how much) and missing; the parts; walls of the
    right number; readings that lie; readings that were struck and told the truth."""

    right: int
    wrong: tuple[tuple[str, float], ...]
    missing: tuple[str, ...]
    parts: tuple[Share, ...]
    shape: bool
    lies: tuple[Lie, ...]
    struck_true: tuple[str, ...]
    readings: int

    @property
    def of(self) -> int:
        return self.right + len(self.wrong) + len(self.missing)


def score(plan: Plan, true: TrueRoom) -> Score:
    """A practice survey against its hidden room.

    Raises:
        MissingError: this job has no hidden room.
    """
    if true.hidden is None:
        raise MissingError("this job has no hidden room to be scored against")
    hidden = true.hidden
    openings = [f"survey.openings.{key}.{field}" for key in hidden.survey.openings for field in ("along", "width")]
    asked = {
        "walls": [wall.key for wall in hidden.survey.room.walls],
        "ceiling": ["survey.room.height"],
        "openings": openings,
    }
    open_now = {wanted.key for wanted in missing_readings(plan)}
    wrong, missing, parts = list[tuple[str, float]](), list[str](), []
    for name, keys in asked.items():
        right = 0
        for key in keys:
            truth, mine = in_plan(hidden, key), in_plan(plan, key)
            measure = measure_at(plan, path_of(plan, key))
            if truth is None or mine is None or measure is None or measure.unsure or key in open_now:
                missing.append(key)
            elif abs(mine - truth) <= max(SCORE_WITHIN, 2 * measure.half_width):
                right += 1
            else:
                wrong.append((key, mine - truth))
        parts.append(Share(name, right, len(keys)))
    lies, struck_true = _readings(plan, hidden)
    shape = len(hidden.survey.room.walls) == len(plan.survey.room.walls)
    return Score(
        sum(part.right for part in parts),
        tuple(wrong),
        tuple(missing),
        tuple(parts),
        shape,
        lies,
        struck_true,
        len(plan.readings),
    )


def _readings(plan: Plan, hidden: Plan) -> tuple[tuple[Lie, ...], tuple[str, ...]]:
    """Readings that lie; and those that were struck though they do not."""
    lies, struck_true = [], []
    for number, reading in plan.readings.items():
        truth = in_plan(hidden, _key(plan, reading.of))
        if truth is None or reading.of.startswith("survey.scenes"):
            continue
        measure = measure_at(plan, reading.of)
        struck = measure is None or number not in measure.readings
        off = reading.value - truth
        if abs(off) > LIES_BY * HALF_WIDTH[reading.instrument]:
            lies.append(Lie(reading.of, number, off, struck))
        elif struck:
            struck_true.append(number)
    return tuple(lies), tuple(struck_true)


def _key(plan: Plan, path: str) -> str:
    """A reading's path as the key of what it measures."""
    room = {"survey.room.width": "w1", "survey.room.depth": "w4"} if plan.survey.room.is_box else {}
    return room.get(path, path.removeprefix("survey.dims."))


class Lesson(NamedTuple):
    """What several tries teach: how many, the parts summed up, lies found and left in, true readings struck; the part
    to look at next."""

    tries: int
    parts: tuple[Share, ...]
    found: int
    left: int
    struck_true: int
    weakest: str


def lesson(scores: Sequence[Score]) -> Lesson | None:
    """What tries taught, over those that were walked to their end; None before the first."""
    ended = [one for one in scores if not one.missing]
    if not ended:
        return None
    parts = tuple(_summed(ended))
    lies = [lie for one in ended for lie in one.lies]
    worst = min(parts, key=lambda part: part.right / part.of)
    return Lesson(
        len(ended),
        parts,
        sum(lie.struck for lie in lies),
        sum(not lie.struck for lie in lies),
        sum(len(one.struck_true) for one in ended),
        worst.name if worst.right < worst.of else "",
    )


def _summed(scores: Sequence[Score]) -> Iterator[Share]:
    for name in dict.fromkeys(part.name for one in scores for part in one.parts):
        own = [part for one in scores for part in one.parts if part.name == name]
        yield Share(name, sum(part.right for part in own), sum(part.of for part in own))
