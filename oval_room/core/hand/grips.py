"""What on a view can be grabbed, and what pulling it means (a command, as typing would give).

A grip lives in the axes of its view: section u = y, v = z; plan u = y, v = x; display wall u = x, v = z; throw strip
u = throw.
Drag rules: a side edge sizes about the centre with the aspect kept; the top edge keeps the bottom; the body rises and
falls.
"""

from __future__ import annotations

from dataclasses import replace

from oval_room.core.errors import MissingError
from oval_room.core.hand.grip import Grip, Hand, Pulled
from oval_room.core.parts import GRIPS
from oval_room.core.plan.document import Plan
from oval_room.core.plan.turn import Turn, turned_for, wall_of
from oval_room.core.report import Report
from oval_room.core.screens.group_commands import with_its_wall


def _turn(plan: Plan, view: str, picture: str | None, wall: int) -> Turn | None:
    """The turn a view is drawn with: a section and a throw strip to their picture's wall, an elevation to the chosen
    one."""
    if view in ("section", "strip"):
        return turned_for(plan, picture)
    return Turn(plan.survey.room, wall) if view == "elevation" and 1 < wall <= len(plan.survey.room.walls) else None


def grips_of(plan: Plan, view: str, picture: str | None, wall: int = 1) -> list[Grip]:
    """The grips of a view: every seat, the subject picture's edges and body, its projector, furniture, the room's
    corners."""
    turn = _turn(plan, view, picture, wall)
    plan = turn.plan(plan) if turn else plan
    on = plan.chosen.pictures.get(picture or "")
    if view in ("section", "strip", "elevation") and on is not None and wall_of(plan.survey.room, on) != 1:
        picture = None
    return [grip for kind in GRIPS if view in kind.views for grip in kind.there(plan, view, picture)]


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
    found = next((one for one in GRIPS if one.name == kind and view in one.views), None)
    if found is None or not all(abs(value) < 1e6 for value in to):
        raise MissingError(f"there is no grip {key[:40]} in {view}", value=key)
    turn = _turn(plan, view, picture, wall)
    hand = Hand(turn.plan(plan) if turn else plan, report, view, name, reach, free)
    pulled = found.pulled(hand, to)
    command = pulled.command.turned_back(turn, plan) if turn else pulled.command
    return replace(pulled, command=command if found.alone else with_its_wall(command, plan))
