"""The wall canvas's own grip: the subject's display is pulled where it goes, frame to frame, in line with the others.
Its axes: right and up from the middle of its wall."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

from oval_room.core.array.wall import Display, displays_of, walls_of
from oval_room.core.errors import MissingError
from oval_room.core.hand.grip import Grip, GripKind, Hand, Pulled, Snap
from oval_room.core.plan.document import Plan
from oval_room.core.pose import Own, to_own, to_room
from oval_room.core.screens.commands import PutPicture


def _there(plan: Plan, view: str, picture: str | None) -> list[Grip]:
    scheme = plan.chosen
    group = scheme.group_of(picture or "")
    if group not in walls_of(scheme) or picture is None:
        return []
    pose = scheme.groups[group].pose
    own = to_own(pose.point, pose.turn, scheme.pictures[picture].pose.point)
    return [Grip(f"canvas.{picture}", own.right, own.up, "uv", scheme.pictures[picture].name, picture)]


def _pulled(hand: Hand, to: tuple[float, float]) -> Pulled:
    scheme = hand.plan.chosen
    group = scheme.group_of(hand.name)
    if group not in walls_of(scheme):
        raise MissingError(f"there is no display {hand.name[:20]} to pull", value=hand.name)
    displays = displays_of(scheme)[group]
    mine = next(one for one in displays if one.key == hand.name)
    others = [one for one in displays if one.key != hand.name]
    own = to_own(scheme.groups[group].pose.point, scheme.groups[group].pose.turn, scheme.pictures[hand.name].pose.point)
    u = hand.near(to[0], _across(mine, own.right, others))
    v = hand.near(to[1], _up(mine, own.up, others))
    pose = scheme.groups[group].pose
    at = to_room(pose.point, pose.turn, Own(u, v, own.out))
    put = PutPicture(id=hand.name, x=at.x, y=at.y, z=at.z)
    return hand.done(put, f"display {mine.number} moved", u, v)


def _across(mine: Display, now: float, others: Sequence[Display]) -> Iterator[Snap]:
    """Where its middle may go across: frame to frame, or edges in line."""
    left, wide = mine.outline.left - now, mine.outline.width
    for one in others:
        start, end = one.outline.left, one.outline.left + one.outline.width
        yield Snap(end - left, f"beside display {one.number}")
        yield Snap(start - wide - left, f"beside display {one.number}")
        yield Snap(start - left, f"in line with display {one.number}")
        yield Snap(end - wide - left, f"in line with display {one.number}")


def _up(mine: Display, now: float, others: Sequence[Display]) -> Iterator[Snap]:
    """The same upwards; outlines are told downwards."""
    top, high = -mine.outline.top - now, mine.outline.height
    for one in others:
        head, foot = -one.outline.top, -one.outline.top - one.outline.height
        yield Snap(foot - top, f"under display {one.number}")
        yield Snap(head + high - top, f"over display {one.number}")
        yield Snap(head - top, f"in line with display {one.number}")
        yield Snap(foot + high - top, f"in line with display {one.number}")


GRIPS: Final = (GripKind("canvas", ("canvas",), _there, _pulled, alone=True),)
