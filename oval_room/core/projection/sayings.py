"""How people say where a projector goes."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.plan.gear import Projector, offered
from oval_room.core.projection.ultra_short import LONGEST_RATIO
from oval_room.core.tape.phrase import Here
from oval_room.core.tape.sayings import Saying


def _has_one(here: Here) -> bool:
    return bool(here.plan.chosen.projectors)


def _ultra_short(here: Here, said: Mapping[str, str]) -> list[str]:
    """Those of the shelf that stand just before their screen."""
    fits = [one for one in offered(here.gear).values() if isinstance(one, Projector) and one.lens[1] <= LONGEST_RATIO]
    return [f"projector {one.name}" for one in fits[:6]]


def _by_light(here: Here, said: Mapping[str, str]) -> list[str]:
    items = [one for one in offered(here.gear).values() if isinstance(one, Projector)]
    return [f"projector {one.name}" for one in items if one.light == said["light"].lower()][:6]


SAYINGS: Final[tuple[Saying, ...]] = (
    Saying("{light:laser|led|lamp} projector", _by_light, ask="Which?"),
    Saying("drop pole {long:length}", "pole {long}", when=_has_one),
    Saying(
        "projector [hangs|hung] {down:length} (below|under) ceiling", "lens {down} below the ceiling", when=_has_one
    ),
    Saying("(lower|drop|raise|lift) projector to {up:length}", "lens up {up}", when=_has_one),
    Saying("(lower|drop) projector [by] {by:by}", "projector down by {by}", when=_has_one),
    Saying("(raise|lift) projector [by] {by:by}", "projector up by {by}", when=_has_one),
    Saying("(another|second) memory {rest:text}", "memory {rest}"),
    Saying(
        "projector [hung|hangs] ceiling {throw:length} [back|away|from screen|from the screen]",
        "goes hung; throw {throw}",
        when=_has_one,
    ),
    Saying(
        "projector [sits|stands] (shelf|table|stand) {throw:length} [back|away|from screen]",
        "goes upright; throw {throw}",
        when=_has_one,
    ),
    Saying(
        "(ust|ultra short throw|ultra short) [projector] [sits|stands] [sideboard|cabinet|unit|furniture|tv cabinet]",
        _ultra_short,
        ask="Which?",
    ),
)
