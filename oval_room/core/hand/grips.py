"""What on a view can be grabbed, and what pulling it means (a command, as typing would give).

A grip lives in the axes of its view: section u = y, v = z; plan u = y, v = x; display wall u = x, v = z.
Drag rules: a side edge sizes about the centre with the aspect kept; the top edge keeps the bottom; the body rises and falls.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Final, Literal

from oval_room.core.commands import Command, several
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.hand.snaps import Snap, snap
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from oval_room.core.plan.outline import check_outline, move_corner, walls_of
from oval_room.core.plan.room import Corner
from oval_room.core.plan.turn import Turn, turned_for, wall_of
from oval_room.core.projection.commands import PutProjector
from oval_room.core.report import Report
from oval_room.core.screens.commands import PutPicture
from oval_room.core.survey.commands import PutSeat, PutThing
from oval_room.core.survey.room_commands import PutOutline, PutRoom

Axis = Literal["u", "v", "uv"]
SMALLEST: Final = 200.0  # a picture is never dragged smaller than this


@dataclass(frozen=True, slots=True)
class Grip:
    """A handle: key, place in its view [mm], which way it moves, what it is called."""

    key: str
    u: float
    v: float
    moves: Axis
    label: str


@dataclass(frozen=True, slots=True)
class Pulled:
    """What a pull comes to: command, read-back, what it snapped to, and where the grip then is [mm]."""

    command: Command
    say: str
    snapped: tuple[str, ...]
    u: float
    v: float


def _turn(plan: Plan, view: str, picture: str | None, wall: int) -> Turn | None:
    """The turn a view is drawn with: a section to its picture's wall, an elevation to the chosen one."""
    if view == "section":
        return turned_for(plan, picture)
    return Turn(plan.survey.room, wall) if view == "elevation" and 1 < wall <= len(plan.survey.room.walls) else None


def grips_of(plan: Plan, view: str, picture: str | None, wall: int = 1) -> list[Grip]:
    """The grips of a view: every seat, the subject picture's edges and body, its projector, furniture, the room's corners."""
    turn = _turn(plan, view, picture, wall)
    plan = turn.plan(plan) if turn else plan
    on = plan.chosen.pictures.get(picture or "")
    if view in ("section", "elevation") and on is not None and wall_of(plan.survey.room, on) != 1:
        picture = None
    out: list[Grip] = []
    chosen, survey = plan.chosen, plan.survey
    if view == "plan":
        out += [Grip(f"corner.{n}", y, x, "uv", f"corner {n}") for n, (x, y) in enumerate(survey.room.corners, 1) if n > 1]
        out += [Grip(f"seat.{k}", s.y.value, s.x.value, "uv", s.name) for k, s in survey.seats.items()]
        out += [
            Grip(f"thing.{k}", (t.y_from + t.y_to) / 2, (t.x_from + t.x_to) / 2, "uv", t.name) for k, t in survey.things.items()
        ]
    elif view == "section":
        rows: dict[int, str] = {}
        for key, seat in survey.seats.items():
            rows.setdefault(seat.row, key)
        out += [
            Grip(f"row.{row}", survey.seats[key].y.value, survey.seats[key].eye_point.z, "u", f"row {row}")
            for row, key in rows.items()
        ]
    shown = chosen.pictures.get(picture or "")
    if shown is not None and view in ("section", "elevation"):
        across = shown.pose.y if view == "section" else shown.pose.x
        out.append(Grip(f"body.{picture}", across, shown.pose.z, "v", f"{shown.name}, height"))
        out.append(Grip(f"top.{picture}", across, shown.top, "v", f"{shown.name}, top edge"))
        if view == "elevation":
            out.append(
                Grip(f"side.{picture}", shown.pose.x + shown.width.value / 2, shown.pose.z, "u", f"{shown.name}, side edge")
            )
    for key, projector in chosen.projectors.items():
        if projector.shows == picture and view in ("section", "plan"):
            v = projector.pose.z if view == "section" else projector.pose.x
            out.append(Grip(f"lens.{key}", projector.pose.y, v, "uv", f"{projector.name}, lens"))
    return out


def pull(
    plan: Plan,
    report: Report,
    view: str,
    key: str,
    to: tuple[float, float],
    *,
    reach: float,
    free: bool,
    picture: str | None = None,
    wall: int = 1,
) -> Pulled:
    """What pulling a grip to a place means.

    Args:
        view: the view the grip is in.
        key: the grip's.
        to: where the hand is (u, v) [mm].
        reach: how near something must be to snap to it [mm].
        free: no snapping, only the ruler's step.
        picture, wall: what the view is drawn for, as for `grips_of`.

    Raises:
        MissingError: there is no such grip in that view. RefusedError: it can't go there.
    """
    kind, _, name = key.partition(".")
    puller = _PULLS.get((kind, view))
    if puller is None or not all(abs(value) < 1e6 for value in to):
        raise MissingError(f"there is no grip {key[:40]} in {view}", value=key)
    turn = _turn(plan, view, picture, wall)
    hand = _Hand(turn.plan(plan) if turn else plan, report, view, name, reach, free)
    pulled = puller(hand, to)
    return replace(pulled, command=pulled.command.turned_back(turn, plan)) if turn else pulled


class _Hand:
    def __init__(self, plan: Plan, report: Report, view: str, name: str, reach: float, free: bool) -> None:
        self.plan, self.report, self.view, self.name = plan, report, view, name
        self.reach, self.free, self.ruler = reach, free, plan.writing.ruler
        self.reasons: list[str] = []

    def near(self, value: float, kind: str, name: str | None = None) -> float:
        """The value snapped to something near, or to the ruler's step."""
        found: Snap = snap(self.plan, self.report, kind, name or self.name, value, self.reach, free=self.free)
        if found.reason:
            self.reasons.append(found.reason)
        return found.value

    def show(self, mm: float) -> str:
        return self.ruler.show(mm)

    def done(self, command: Command, say: str, u: float, v: float) -> Pulled:
        return Pulled(command.model_copy(update={"label": say}), say, tuple(self.reasons), u, v)


def _corner(hand: _Hand, to: tuple[float, float]) -> Pulled:
    """A corner of the room: its walls keep their direction. What it changes is assumed until it is measured."""
    room = hand.plan.survey.room
    n = int(hand.name) if hand.name.isdecimal() else 0
    if not 2 <= n <= len(room.corners):
        raise MissingError(f"there is no corner {hand.name} to move", value=hand.name)
    was_x, was_y = room.corners[n - 1]
    y, x = hand.near(to[0], "corner y"), hand.near(to[1], "corner x")
    step = hand.ruler.step  # what the hand hardly moved stays exactly where it was read
    y, x = was_y if abs(y - was_y) <= step else y, was_x if abs(x - was_x) <= step else x
    corners = move_corner(room.corners, n, (x, y))
    if room.is_box:
        across, out = corners[1][0] if n == 2 else corners[2][0], corners[3][1] if n == 4 else corners[2][1]
        put: Command = PutRoom(
            width=_assumed(across) if n in (2, 3) and across != room.width.value else None,
            depth=_assumed(out) if n in (3, 4) and out != room.depth.value else None,
        )
        at = (across if n in (2, 3) else 0.0, out if n in (3, 4) else 0.0)
    else:
        check_outline(corners)
        lengths = zip(walls_of(corners), room.walls, strict=True)
        walls = tuple(_assumed(now.length) if abs(now.length - was.length) > 0.05 else None for now, was in lengths)
        put = PutOutline(corners=tuple(Corner(x=cx, y=cy) for cx, cy in corners), walls=walls)
        at = corners[n - 1]
    return hand.done(put, f"corner {n} to {hand.show(at[1])} out, {hand.show(at[0])} along", at[1], at[0])


def _assumed(value: float) -> Typed:
    return Typed(value=value, source="assumed")


def _seat(hand: _Hand, to: tuple[float, float]) -> Pulled:
    seat = hand.plan.survey.seats.get(hand.name)
    if seat is None:
        raise MissingError(f"there is no seat {hand.name}", value=hand.name)
    left, near, right, far = hand.plan.survey.room.extent
    y = min(max(hand.near(to[0], "seat y"), near + 1.0), far - 1)
    x = min(max(hand.near(to[1], "seat x"), left + 1.0), right - 1)
    say = f"{seat.name} to {hand.show(y)} out, {hand.show(x)} along"
    return hand.done(PutSeat(id=hand.name, x=_chosen(x), y=_chosen(y)), say, y, x)


def _row(hand: _Hand, to: tuple[float, float]) -> Pulled:
    keys = [key for key, seat in hand.plan.survey.seats.items() if str(seat.row) == hand.name]
    if not keys:
        raise MissingError(f"there is no row {hand.name}", value=hand.name)
    first = hand.plan.survey.seats[keys[0]]
    y = min(max(hand.near(to[0], "seat y", keys[0]), 1.0), hand.plan.survey.room.depth.value - 1)
    by = y - first.y.value
    moves = [PutSeat(id=key, y=_chosen(hand.plan.survey.seats[key].y.value + by)) for key in keys]
    return hand.done(several(*moves), f"row {hand.name} to {hand.show(y)} out", y, first.eye_point.z)


def _thing(hand: _Hand, to: tuple[float, float]) -> Pulled:
    thing = hand.plan.survey.things.get(hand.name)
    if thing is None:
        raise MissingError(f"there is no thing {hand.name}", value=hand.name)
    deep, wide = thing.y_to - thing.y_from, thing.x_to - thing.x_from
    y = max(hand.near(to[0] - deep / 2, "thing y"), 0.0)
    x = hand.near(to[1], "thing x") - wide / 2
    put = PutThing(id=hand.name, x_from=x, x_to=x + wide, y_from=y, y_to=y + deep, source="chosen")
    return hand.done(put, f"{thing.name} to {hand.show(x + wide / 2)} along, {hand.show(y)} out", y + deep / 2, x + wide / 2)


def _body(hand: _Hand, to: tuple[float, float]) -> Pulled:
    picture = hand.plan.chosen.pictures.get(hand.name)
    if picture is None:
        raise MissingError(f"there is no picture {hand.name}", value=hand.name)
    bottom = hand.near(to[1] - picture.height / 2, "bottom")
    across = picture.pose.y if hand.view == "section" else picture.pose.x
    say = f"{picture.name}: bottom edge at {hand.show(bottom)}"
    return hand.done(PutPicture(id=hand.name, bottom=bottom), say, across, bottom + picture.height / 2)


def _top(hand: _Hand, to: tuple[float, float]) -> Pulled:
    picture = hand.plan.chosen.pictures.get(hand.name)
    if picture is None:
        raise MissingError(f"there is no picture {hand.name}", value=hand.name)
    top = hand.near(to[1], "top")
    height = max(top - picture.bottom, SMALLEST / picture.aspect)
    put = PutPicture(id=hand.name, width=_chosen(height * picture.aspect), bottom=picture.bottom)
    across = picture.pose.y if hand.view == "section" else picture.pose.x
    return hand.done(put, f"{picture.name}: top edge at {hand.show(picture.bottom + height)}", across, picture.bottom + height)


def _side(hand: _Hand, to: tuple[float, float]) -> Pulled:
    picture = hand.plan.chosen.pictures.get(hand.name)
    if picture is None:
        raise MissingError(f"there is no picture {hand.name}", value=hand.name)
    width = max(hand.near(2 * abs(to[0] - picture.pose.x), "width"), SMALLEST)
    centre = picture.pose.z  # about the centre: half the growth each way
    put = PutPicture(id=hand.name, width=_chosen(width), z=centre)
    return hand.done(put, f"{picture.name}: {hand.show(width)} wide", picture.pose.x + width / 2, centre)


def _lens(hand: _Hand, to: tuple[float, float]) -> Pulled:
    projector = hand.plan.chosen.projectors.get(hand.name)
    if projector is None:
        raise MissingError(f"there is no projector {hand.name}", value=hand.name)
    y = hand.near(to[0], "lens y")
    if hand.view == "section":
        z = hand.near(to[1], "lens z")
        if z < 0:
            raise RefusedError("the lens stays above the floor", field="lens", value=z)
        return hand.done(PutProjector(id=hand.name, y=y, z=z), f"lens to {hand.show(y)} out, {hand.show(z)} up", y, z)
    x = hand.near(to[1], "lens x")
    return hand.done(PutProjector(id=hand.name, y=y, x=x), f"lens to {hand.show(y)} out, {hand.show(x)} along", y, x)


def _chosen(value: float) -> Typed:
    return Typed(value=value, source="chosen")


_PULLS: Final[dict[tuple[str, str], Callable[[_Hand, tuple[float, float]], Pulled]]] = {
    ("corner", "plan"): _corner,
    ("seat", "plan"): _seat,
    ("thing", "plan"): _thing,
    ("row", "section"): _row,
    ("body", "section"): _body,
    ("body", "elevation"): _body,
    ("top", "section"): _top,
    ("top", "elevation"): _top,
    ("side", "elevation"): _side,
    ("lens", "section"): _lens,
    ("lens", "plan"): _lens,
}
