"""Grips of the projector: its lens."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.hand.grip import Grip, GripKind, Hand, Pulled, Snap
from oval_room.core.plan.document import Plan
from oval_room.core.pose import axes, to_own
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.document import Projector
from oval_room.core.projection.study import ThrowResult


def _throw(plan: Plan, projector: Projector) -> float:
    """From the lens to its screen's surface, square to it [mm]."""
    pose = plan.chosen.pictures[projector.shows].pose
    return to_own(pose.point, pose.turn, projector.pose.point).out


def _on_strip(plan: Plan, view: str, picture: str | None) -> list[Grip]:
    """The lens on the throw strip: nearer and farther only. The strip is of one projector."""
    fed = plan.chosen.fed_by(picture)
    if fed is None:
        return []
    return [Grip(f"throw.{fed[0]}", _throw(plan, fed[1]), 0.0, "u", f"{fed[1].name}, throw", fed[0])]


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


def _along(hand: Hand, to: tuple[float, float]) -> Pulled:
    projector = hand.plan.chosen.projectors.get(hand.name)
    if projector is None:
        raise MissingError(f"there is no projector {hand.name}", value=hand.name)
    pose = hand.plan.chosen.pictures[projector.shows].pose
    square = axes(pose.turn)[2][1]  # how much of a step out of the wall is a step away from the screen
    if square <= 0.1:
        raise RefusedError("the screen stands across its wall: move the lens in the plan", field="throw")
    now = _throw(hand.plan, projector)
    y = hand.near(projector.pose.y + (to[0] - now) / square, _places(hand, "y"))
    throw = now + (y - projector.pose.y) * square
    if throw <= 0:
        raise RefusedError("the lens stays before its screen", field="throw", value=throw)
    return hand.done(PutProjector(id=hand.name, y=y), f"throw to {hand.show(throw)}", throw, 0.0)


GRIPS: Final = (GripKind("lens", ("section", "plan"), _lenses, _lens), GripKind("throw", ("strip",), _on_strip, _along))
