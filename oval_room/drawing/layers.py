"""The layers that a person may hide: their names, and whether a plan has anything on them."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from oval_room.core.plan.document import Plan
from oval_room.core.record import record


def _always(plan: Plan) -> bool:
    return True


@record
class Layer:
    """A layer as it is shown and hidden. title: on its button. there: whether a plan has something on it."""

    name: str
    title: str
    there: Callable[[Plan], bool] = _always


HIDEABLE: Final = (
    Layer("map", "seat map", lambda plan: bool(plan.chosen.pictures)),
    Layer("studs", "studs", lambda plan: bool(plan.survey.finds)),
    Layer("services", "services", lambda plan: bool(plan.survey.services)),
    Layer("room", "things"),
    Layer("people", "people"),
    Layer("sight", "sight lines"),
    Layer("schools", "schools"),
    Layer("beam", "beam", lambda plan: bool(plan.chosen.feeds)),
    Layer("fixings", "fixings"),
    Layer("dimensions", "dimensions"),
    Layer("labels", "names"),
)
LAYER_NAMES: Final[dict[str, str]] = {layer.name: layer.title for layer in HIDEABLE}
ALWAYS: Final = ("structure", "picture")
"""Layers that are always drawn."""
