"""How sure? A figure's spread from the doubt of every reading it rests on, and which reading carries most of it.

Central differences: each measure is moved by its half-width both ways and the plan worked out again; the spreads add as
squares. A value nobody has measured counts as read by eye; that is what makes a figure doubtful.
"""

from __future__ import annotations

import math
import re
from collections.abc import Collection
from typing import Final

from oval_room.core.applying import measure_at, set_measure
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.plan.keyed import keyed_nodes
from oval_room.core.plan.measure import Measure
from oval_room.core.plan.outline import set_length
from oval_room.core.plan.room import Corner
from oval_room.core.record import record
from oval_room.core.solve.within import Timed, Watch
from oval_room.core.subject import Subject
from oval_room.core.survey.closure_study import ClosureResult

BY_EYE: Final = HALF_WIDTH["eye"]
LIGHT_GUESS: Final = 0.5
"""Half-width of light nobody has measured, as a share of it."""
LEAST_SHARE: Final = 0.005


@record
class Doubt:
    """Spread of a figure in its own unit, and who carries it: (path of the measure, share), the greatest first."""

    spread: float
    carried: tuple[tuple[str, float], ...]

    @property
    def worst(self) -> tuple[str, float] | None:
        return self.carried[0] if self.carried else None


def doubts(plan: Plan, gear: GearShelf, keys: Collection[str], subject: Subject) -> dict[str, Doubt]:
    """The doubt of figures, by key; those without a value, or that rest on nothing doubtful, have a spread of
    nought.

    Raises:
        OutOfTimeError: the plan is too large for it.
    """
    of = {found[1] for key in keys if (found := re.match(r"picture\.([^.]+)\.", key))}
    drawn = all(key.startswith(("picture.", "projector.")) for key in keys)
    evaluate = Timed(Watch(), next(iter(of)) if len(of) == 1 else None, without=(ClosureResult,) if drawn else ())
    evaluate(plan, gear)
    squares: dict[str, dict[str, float]] = {key: {} for key in keys}
    for path, half in _doubtful(plan, subject):
        measure = measure_at(plan, path)
        assert measure is not None
        ends = []
        for way in (half, -half):
            moved = measure.model_copy(update={"value": max(measure.value + way, 0.0)})
            figures = evaluate(_moved(plan, path, measure, moved), gear).figures
            ends.append({key: figures[key].value for key in keys if key in figures})
        for key in keys:
            up, down = (end.get(key) for end in ends)
            if up is not None and down is not None and up != down and math.isfinite(up - down):
                squares[key][path] = ((up - down) / 2) ** 2
    return {key: _doubt(parts) for key, parts in squares.items()}


def _moved(plan: Plan, path: str, was: Measure, now: Measure) -> Plan:
    """The plan with a measure moved; in an outlined room a wall's moves its far end."""
    after, room = set_measure(plan, path, now), plan.survey.room
    n = (
        1
        if path == "survey.room.width"
        else int(found[1])
        if (found := re.fullmatch(r"survey\.dims\.w(\d+)", path))
        else 0
    )
    if not n or room.is_box or n > len(room.walls):
        return after
    corners = set_length(room.corners, n, room.walls[n - 1].length + now.value - was.value)
    outline = tuple(Corner.model_construct(x=x, y=y) for x, y in corners)
    survey = after.survey.model_copy(update={"room": after.survey.room.model_copy(update={"outline": outline})})
    return after.model_copy(update={"survey": survey})


def _doubt(parts: dict[str, float]) -> Doubt:
    whole = sum(parts.values())
    shares = sorted(
        ((path, part / whole) for path, part in parts.items() if part > LEAST_SHARE * whole), key=lambda item: -item[1]
    )
    return Doubt(math.sqrt(whole), tuple(shares))


def _doubtful(plan: Plan, subject: Subject) -> list[tuple[str, float]]:
    """The measures a subject's figures may rest on, each with how far it may be off."""
    survey, out = plan.survey, []
    paths = ["survey.room.height", "survey.room.width"]
    paths += (
        ["survey.room.depth"] if survey.room.is_box else [f"survey.dims.{key}" for key in survey.dims if key[0] == "w"]
    )
    if subject.seat in survey.seats:
        paths += [f"survey.seats.{subject.seat}.{name}" for name in ("x", "y", "floor", "eye")]
    if subject.scene in survey.scenes:
        paths += [f"survey.scenes.{subject.scene}.{name}" for name in ("ceiling", "side", "front")]
    if subject.picture in plan.chosen.pictures:
        paths.append(f"schemes.{plan.scheme}.pictures.{subject.picture}.width")
        paths += _read_for(plan, subject.picture)
    for path in paths:
        measure = measure_at(plan, path)
        half = _half_width(path, measure) if measure else 0.0
        if half > 0:
            out.append((path, half))
    return out


def _read_for(plan: Plan, picture: str | None) -> list[str]:
    """The measures that trades keep of what belongs to a picture."""
    return [
        f"schemes.{plan.scheme}.more.{part}.{name}.{key}.{field}"
        for part, nodes in plan.chosen.more.items()
        for name, listed in keyed_nodes(nodes)
        for key, node in listed.items()
        if getattr(node, "shows", None) == picture
        for field, value in node
        if isinstance(value, Measure)
    ]


def _half_width(path: str, measure: Measure) -> float:
    if not measure.unsure:
        return measure.half_width
    if path.startswith("survey.scenes."):
        return LIGHT_GUESS * measure.value
    return BY_EYE
