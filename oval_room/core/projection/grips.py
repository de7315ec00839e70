"""Grips of the projector: its lens."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.hand.grip import Grip, GripKind, Hand, Pulled, Snap
from oval_room.core.plan.document import Plan
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.study import ThrowResult


def _lenses(plan: Plan, view: str, picture: str | None) -> list[Grip]:
    return [
        Grip(
            f"lens.{key}",
            projector.pose.y,
            projector.pose.z if view == "section" else projector.pose.x,
            "uv",
            f"{projector.name}, lens",
            key,
        )
        for key, projector in plan.chosen.projectors.items()
        if projector.shows == picture
    ]


def _places(hand: Hand, axis: str) -> Iterator[Snap]:
    """What a lens may snap to: the picture's centre line, its edges, the ends of the throw range."""
    plan, found = hand.plan, hand.report.of(ThrowResult).throws.get(hand.name)
    picture = plan.chosen.pictures[plan.chosen.projectors[hand.name].shows]
    if axis == "x":
        yield Snap(picture.pose.x, f"centre line of {picture.name}")
    elif axis == "z":
        yield Snap(picture.top, f"level with the top edge of {picture.name}")
        yield Snap(picture.pose.z, f"level with the middle of {picture.name}")
    elif found is not None:
        span = found.span.safe(hand.ruler.step)
        yield Snap(picture.pose.y + span.least, "nearest the lens allows")
        yield Snap(picture.pose.y + span.greatest, "farthest the lens allows")


def _lens(hand: Hand, to: tuple[float, float]) -> Pulled:
    projector = hand.plan.chosen.projectors.get(hand.name)
    if projector is None:
        raise MissingError(f"there is no projector {hand.name}", value=hand.name)
    y = hand.near(to[0], _places(hand, "y"))
    if hand.view == "section":
        z = hand.near(to[1], _places(hand, "z"))
        if z < 0:
            raise RefusedError("the lens stays above the floor", field="lens", value=z)
        return hand.done(PutProjector(id=hand.name, y=y, z=z), f"lens to {hand.show(y)} out, {hand.show(z)} up", y, z)
    x = hand.near(to[1], _places(hand, "x"))
    return hand.done(PutProjector(id=hand.name, y=y, x=x), f"lens to {hand.show(y)} out, {hand.show(x)} along", y, x)


GRIPS: Final = (GripKind("lens", ("section", "plan"), _lenses, _lens),)
