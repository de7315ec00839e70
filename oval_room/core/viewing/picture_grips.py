"""Grips of the picture: a side edge sizes about the centre with the aspect kept, the top edge keeps the bottom, the
body rises and falls."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Final

from oval_room.core.errors import MissingError
from oval_room.core.hand.grip import Grip, GripKind, Hand, Pulled, Snap
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import chosen
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.viewing.study import ViewResult

SMALLEST: Final = 200.0
"""A picture is never dragged smaller than this [mm]."""


def _edges(name: str) -> Callable[[Plan, str, str | None], list[Grip]]:
    """The subject picture's grip of a name."""

    def there(plan: Plan, view: str, picture: str | None) -> list[Grip]:
        shown = plan.chosen.pictures.get(picture or "")
        if shown is None or (name != "body" and shown.gear is not None):  # what was bought keeps its size
            return []
        across, of = shown.pose.y if view == "section" else shown.pose.x, picture or ""
        return [
            {
                "body": Grip(f"body.{picture}", across, shown.pose.z, "v", f"{shown.name}, height", of),
                "top": Grip(f"top.{picture}", across, shown.top, "v", f"{shown.name}, top edge", of),
                "side": Grip(
                    f"side.{picture}", across + shown.width.value / 2, shown.pose.z, "u", f"{shown.name}, side edge"
                ),
            }[name]
        ]

    return there


def _others(hand: Hand) -> list[Picture]:
    return [picture for key, picture in hand.plan.chosen.pictures.items() if key != hand.name]


def _heights(hand: Hand) -> Iterator[Snap]:
    """Where a bottom edge may snap to: the ladder's ends, the school's height, the other pictures'."""
    ruler, views = hand.ruler, hand.report.of(ViewResult).pictures.get(hand.name)
    if views is None:
        return
    hard = views.rungs.hard
    if hard.lo is not None and hard.lo_name:
        yield Snap(ruler.safe(hard.lo, "least"), f"lowest, {hard.lo_name}")
    if hard.hi is not None and hard.hi_name:
        yield Snap(ruler.safe(hard.hi, "greatest"), f"highest, {hard.hi_name}")
    if views.school_bottom is not None:
        yield Snap(ruler.safe(views.school_bottom, "nearest"), f"eyes at the {hand.plan.choices.height_school}")
    yield from (Snap(p.bottom, f"bottom edge of {p.name}") for p in _others(hand))


def _body(hand: Hand, to: tuple[float, float]) -> Pulled:
    picture = hand.plan.chosen.pictures.get(hand.name)
    if picture is None:
        raise MissingError(f"there is no picture {hand.name}", value=hand.name)
    bottom = hand.near(to[1] - picture.height / 2, _heights(hand))
    across = picture.pose.y if hand.view == "section" else picture.pose.x
    say = f"{picture.name}: bottom edge at {hand.show(bottom)}"
    return hand.done(PutPicture(id=hand.name, bottom=bottom), say, across, bottom + picture.height / 2)


def _top(hand: Hand, to: tuple[float, float]) -> Pulled:
    picture = hand.plan.chosen.pictures.get(hand.name)
    if picture is None:
        raise MissingError(f"there is no picture {hand.name}", value=hand.name)
    top = hand.near(to[1], [Snap(p.top, f"top edge of {p.name}") for p in _others(hand)])
    height = max(top - picture.bottom, SMALLEST / picture.aspect)
    put = PutPicture(id=hand.name, width=chosen(height * picture.aspect), bottom=picture.bottom)
    across = picture.pose.y if hand.view == "section" else picture.pose.x
    return hand.done(
        put, f"{picture.name}: top edge at {hand.show(picture.bottom + height)}", across, picture.bottom + height
    )


def _side(hand: Hand, to: tuple[float, float]) -> Pulled:
    picture = hand.plan.chosen.pictures.get(hand.name)
    if picture is None:
        raise MissingError(f"there is no picture {hand.name}", value=hand.name)
    width = max(
        hand.near(
            2 * abs(to[0] - picture.pose.x), [Snap(p.width.value, f"as wide as {p.name}") for p in _others(hand)]
        ),
        SMALLEST,
    )
    centre = picture.pose.z  # about the centre: half the growth each way
    put = PutPicture(id=hand.name, width=chosen(width), z=centre)
    return hand.done(put, f"{picture.name}: {hand.show(width)} wide", picture.pose.x + width / 2, centre)


GRIPS: Final = (
    GripKind("body", ("section", "elevation"), _edges("body"), _body),
    GripKind("top", ("section", "elevation"), _edges("top"), _top),
    GripKind("side", ("elevation",), _edges("side"), _side),
)
