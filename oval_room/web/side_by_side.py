"""Plans drawn beside each other: the same view in one window, so that all stand at one scale; and small ones for
lists."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan, Scheme
from oval_room.core.plan.gear import GearShelf
from oval_room.core.report import Report
from oval_room.drawing.layers import ALWAYS
from oval_room.drawing.look import Look
from oval_room.drawing.sheet import draw, scene_of

VIEWS: Final = {"section": "section", "elevation": "display wall", "plan": "plan"}
"""Views that any two plans have, with the words for them."""
DRAWN: Final = (*ALWAYS, "room", "people", "sight", "beam", "dimensions")
OUTLINED: Final = (*ALWAYS, "room", "people", "beam")
"""What a thumbnail shows: where things stand, no strings."""
SMALL: Final = (252.0, 158.0)
OUTLINE: Final = (430.0, 300.0)

Window = tuple[float, float, float, float]


def look_of(plan: Plan, gear: GearShelf, report: Report | None = None) -> Look:
    """A plan looked at by itself: the first picture that something feeds, else the first, from the first seat.

    Args:
        report: of this plan, where it has been worked out.
    """
    chosen = plan.chosen
    picture = next((key for key in chosen.feeds if key in chosen.pictures), next(iter(chosen.pictures), None))
    survey = plan.survey
    seat, scene = next(iter(survey.seats), None), next(iter(survey.scenes), None)
    return Look(plan, report or evaluate(plan, gear), gear, picture, seat, scene)


def one_window(looks: Sequence[Look], view: str) -> Window | None:
    """One window that holds every look's, whichever wall its picture hangs on."""
    windows = [scene.window for look in looks if (scene := scene_of(look, view))]
    if not windows:
        return None
    lefts, lows, rights, tops = zip(*windows, strict=True)
    return min(lefts), min(lows), max(rights), max(tops)


def drawn_beside(looks: Sequence[Look], view: str, size: tuple[float, float]) -> list[str]:
    """The view of each look at one scale, as SVG; empty where it has none."""
    window = one_window(looks, view)
    parts = [draw(look, view, *size, DRAWN, f"beside{n}-", window) for n, look in enumerate(looks)]
    return [part.svg if part else "" for part in parts]


def thumb(plan: Plan, gear: GearShelf, prefix: str, report: Report | None = None) -> str:
    """A small drawing of a plan: its section once a picture hangs, else the room from above."""
    look = look_of(plan, gear, report)
    part = draw(look, "section" if look.picture else "plan", *SMALL, OUTLINED, prefix)
    return part.svg if part else ""


def outline_drawn(plan: Plan, gear: GearShelf) -> str:
    """The empty room from above with its lengths: what a drawing of its outline holds."""
    empty = plan.model_copy(
        update={
            "survey": plan.survey.model_copy(update={"seats": {}, "things": {}}),
            "schemes": {plan.scheme: Scheme(name="empty")},
        }
    )
    part = draw(look_of(empty, gear), "plan", *OUTLINE, (*ALWAYS, "dimensions"), "outline-")
    return part.svg if part else ""
