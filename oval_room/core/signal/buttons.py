"""One button's steps: what is told what, when, and how long it takes (rules 10.13).

Steps of one group start together, each after its own wait; the next group starts when the last of them is done. That is
what a controller plays; here it is worked out, and checked.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Final

from oval_room.core.record import record
from oval_room.core.signal.document import Button, Step

TAKES: Final[tuple[tuple[str, str, float], ...]] = (
    ("projector", "on", 40.0),
    ("projector", "off", 90.0),
    ("screen", "down", 25.0),
    ("screen", "up", 25.0),
    ("display", "on", 8.0),
    ("receiver", "on", 6.0),
    ("", "tray out", 12.0),
    ("", "tray in", 12.0),
    ("", "arm in", 10.0),
    ("", "arm out", 10.0),
    ("", "in", 3.0),
    ("", "", 2.0),
)
"""How long an act takes [s], by kind of thing and the act's first words; the first that fits (planning values)."""
OPPOSITE: Final = {"on": "off", "down": "up", "tray out": "tray in", "arm out": "arm in"}


@record
class Played:
    """A step on its lane [s]: when it begins, when it is done."""

    step: Step
    start: float
    end: float


def timeline(button: Button) -> list[Played]:
    """When every step begins and is done."""
    out: list[Played] = []
    start, groups = 0.0, sorted({step.group for step in button.steps})
    for group in groups:
        mine = [step for step in button.steps if step.group == group]
        played = [Played(step, start + step.wait, start + step.wait + step.takes) for step in mine]
        out += played
        start = max(one.end for one in played)
    return out


def whole_time(button: Button) -> float:
    """How long a button takes until all is done [s]."""
    return max((one.end for one in timeline(button)), default=0.0)


def longest(button: Button) -> Played | None:
    """The step that the others wait for longest."""
    return max(timeline(button), key=lambda one: one.end - one.start, default=None)


def clashes(button: Button) -> list[tuple[Played, Played]]:
    """Pairs of steps in which one thing is told two acts at once."""
    played = timeline(button)
    return [
        (one, other)
        for n, one in enumerate(played)
        for other in played[n + 1 :]
        if one.step.of.lower() == other.step.of.lower()
        and one.step.act.lower() != other.step.act.lower()
        and one.start < other.end
        and other.start < one.end
    ]


def before(button: Button, first: Sequence[tuple[str, str]], then: Played) -> bool:
    """Whether one of some acts (of, act) is done before another step begins."""
    return any(
        (one.step.of.lower(), one.step.act.lower()) in first and one.end <= then.start + 1e-9
        for one in timeline(button)
    )


def usual_time(kind: str, act: str) -> float:
    """How long an act usually takes [s]."""
    plain = act.lower()
    return next(
        time
        for of, begins, time in TAKES
        if of in ("", kind) and (not begins or re.match(rf"{begins}(?![a-z])", plain))
    )


def left_on(buttons: Sequence[Button]) -> list[tuple[str, str, str]]:
    """What some button does and none undoes: the thing, the act, the act that would."""
    done = {(step.of.lower(), step.act.lower()): step for button in buttons for step in button.steps}
    return [
        (step.of, step.act, OPPOSITE[act])
        for (of, act), step in done.items()
        if act in OPPOSITE and (of, OPPOSITE[act]) not in done
    ]


def as_json(button: Button) -> dict[str, object]:
    """A button as other programs read it: steps with their times, in the order they begin."""
    steps = sorted(timeline(button), key=lambda one: (one.start, one.end))
    return {
        "button": button.name,
        "seconds": whole_time(button),
        "steps": [
            {"of": one.step.of, "act": one.step.act, "start_s": one.start, "end_s": one.end, "group": one.step.group}
            for one in steps
        ],
    }
