"""Practice rooms: hidden rooms and the rough sketch somebody starts with, by a seed."""

from __future__ import annotations

import random
from typing import Final, NamedTuple

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.plan.document import Plan, Writing, new_plan
from oval_room.core.plan.measure import Typed
from oval_room.core.plan.room import Corner
from oval_room.core.survey.commands import PutOpening
from oval_room.core.survey.room_commands import PutOutline, PutRoom
from oval_room.standins.true_room import TrueRoom

SHAPES: Final[dict[str, tuple[tuple[float, float], ...]]] = {
    "box": ((0, 0), (4250, 0), (4250, 5120), (0, 5120)),
    "ell": ((0, 0), (3900, 0), (3900, 2100), (5800, 2100), (5800, 5000), (0, 5000)),
    "ell breast": (
        (0, 0),
        (1210, 0),
        (1210, 370),
        (2720, 370),
        (2720, 0),
        (4030, 0),
        (4030, 2080),
        (5610, 2080),
        (5610, 5120),
        (0, 5120),
    ),
    "breast": ((0, 0), (1180, 0), (1180, 380), (2690, 380), (2690, 0), (3980, 0), (3980, 4600), (0, 4600)),
}
"""Rooms to practise in; every seed stretches them a little."""
SKETCH_OFF: Final = 0.05
"""How far a sketch by eye is from the truth, as a share."""
SLIPS: Final = 0.06
"""Share of practice readings taken from the laser's wrong edge."""


class Practice(NamedTuple):
    """A job to practise on: the plan somebody starts with, and the room as it really is."""

    sketch: Plan
    true: TrueRoom


def new_practice(seed: int, shape: str = "ell", writing: Writing | None = None) -> Practice:
    """A practice survey: the shape is sketched, every length is still to be measured."""
    chance = random.Random(seed)
    across, out = chance.uniform(0.9, 1.12), chance.uniform(0.9, 1.12)
    corners = [(round(x * across), round(y * out)) for x, y in SHAPES[shape]]
    height = float(round(chance.uniform(2320, 2680)))
    window = (float(round(chance.uniform(600, 1100))), float(round(chance.uniform(900, 1500))))
    last = f"w{len(corners)}"
    hidden = _made(corners, height, window, last, "read", writing)
    rough = [
        (
            round(x * (1 + chance.uniform(-1, 1) * SKETCH_OFF), -2),
            round(y * (1 + chance.uniform(-1, 1) * SKETCH_OFF), -2),
        )
        for x, y in corners
    ]
    rough = _squared(corners, rough)
    sketch = _made(rough, 2400.0, (900.0, 1200.0), last, "assumed", writing)
    pitch = chance.choice([400.0, 600.0])
    return Practice(sketch, TrueRoom(seed, hidden, pitch, chance.uniform(150, 330)))


def _squared(true: list[tuple[int, int]], rough: list[tuple[float, float]]) -> list[tuple[float, float]]:
    """A sketch keeps right angles: equal coordinates stay equal, in their order, apart by at least a hand."""
    out = []
    maps = []
    for axis in (0, 1):
        values = sorted({corner[axis] for corner in true})
        drawn: dict[int, float] = {}
        last = None
        for value in values:
            at = 0.0 if value == 0 else next(r[axis] for t, r in zip(true, rough, strict=True) if t[axis] == value)
            at = at if last is None else max(at, last + 200.0)
            drawn[value] = last = at
        maps.append(drawn)
    for x, y in true:
        out.append((maps[0][x], maps[1][y]))
    return out


def _made(
    corners: list[tuple[int, int]] | list[tuple[float, float]],
    height: float,
    window: tuple[float, float],
    wall: str,
    source: str,
    writing: Writing | None,
) -> Plan:
    def typed(value: float) -> Typed:
        return Typed.model_validate({"value": value, "source": source, "instrument": "laser"})

    plan = new_plan("Practice survey", writing=writing or Writing(unit="mm", style="mm", instrument="laser"))
    steps: list[Command] = [
        PutRoom(height=typed(height)),
        PutOutline(corners=tuple(Corner(x=x, y=y) for x, y in corners), walls=(None,) * len(corners))
        if len(corners) != 4
        else PutRoom(width=typed(corners[1][0]), depth=typed(corners[2][1])),
        PutOpening(
            id="o1",
            name="window",
            kind="window",
            wall=wall,
            along=typed(window[0]),
            width=typed(window[1]),
            sill=typed(900.0),
            head=typed(2000.0),
        ),
    ]
    for step in steps:
        plan = apply(plan, step, {})
    return plan


def as_read(hidden: Plan) -> Plan:
    """A hidden room as if every wall of it had been read right: what a score is drawn beside."""
    room = hidden.survey.room
    if room.is_box:
        return hidden
    read = tuple(Typed(value=wall.length, instrument="laser") for wall in room.walls)
    return apply(hidden, PutOutline(corners=room.outline, walls=read), {})
