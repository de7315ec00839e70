"""A made-up fault in a job's chain, to practise on: one of its own causes, drawn by lot with their weights, and what
each test then tells (rules 10.14)."""

from __future__ import annotations

import random
from collections.abc import Mapping

from oval_room.core.array.mapping import Mapped
from oval_room.core.record import record
from oval_room.core.signal.chain import Way
from oval_room.core.signal.document import SYMPTOMS
from oval_room.core.signal.faults.cause import Cause
from oval_room.core.signal.faults.rank import NONE, causes
from oval_room.core.signal.study import RoutingResult


@record
class Broken:
    """A fault that is set: its symptom on a way, its true cause among those there are."""

    way: Way
    symptom: str
    listed: tuple[Cause, ...]
    true: Cause

    def tell(self, key: str) -> bool:
        """Whether a test finds it."""
        return key == self.true.key

    def spent(self, tried: tuple[str, ...]) -> float:
        """How long the tests took that were tried [min]."""
        return sum(cause.minutes for cause in self.listed if cause.key in tried)

    @property
    def par(self) -> float:
        """How long it takes to test by what tells most a minute, to the fault [min]."""
        by_worth = sorted(self.listed, key=lambda cause: (-cause.worth, cause.minutes))
        spent = 0.0
        for cause in by_worth:
            spent += cause.minutes
            if cause.key == self.true.key:
                break
        return spent


def break_it(found: RoutingResult, seed: int, shown: Mapping[str, Mapped] = NONE) -> Broken | None:
    """A fault by a number; None where the chain has no way. The same number sets the same fault."""
    chance = random.Random(seed)
    ways = [found.ways[key] for key in sorted(found.ways)]
    if not ways:
        return None
    way = chance.choice(ways)
    symptoms = [one for one in SYMPTOMS if causes(found, way, one, shown=shown)]
    symptom = chance.choice(symptoms)
    listed = causes(found, way, symptom, shown=shown)
    true = chance.choices(listed, [cause.weight for cause in listed])[0]
    return Broken(way, symptom, tuple(listed), true)
