"""Where cables run: on the plan along walls and over the ceiling, on elevations up, down and along (rules 10.9)."""

from __future__ import annotations

from typing import Final

from oval_room.core.signal.document import Routing
from oval_room.core.signal.runs_study import RunsResult
from oval_room.drawing.drawer import Drawer
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Draft, Label, P

APART: Final = 22.0
"""Cables along one wall are drawn so far beside each other on the plan [mm]."""
OFF: Final = 30.0
"""Of a wall that is looked at: what runs on it is no farther off than this [mm]."""


def on_plan(draft: Draft, look: Look) -> None:
    """From above: each cable a little beside the one before it, in from the wall."""
    room = look.plan.survey.room
    left, near, right, far = room.extent
    middle = ((left + right) / 2, (near + far) / 2)
    cables = look.plan.chosen.kept(Routing).cables
    for n, (key, route) in enumerate(look.report.of(RunsResult).routes.items()):
        if route.length < 1 or key not in cables:
            continue
        by = 40.0 + APART * (n % 8)
        places = []
        for corner in route.corners:
            dx, dy = middle[0] - corner.x, middle[1] - corner.y
            inward = (by if dx > 0 else -by, by if dy > 0 else -by)
            edge_x = min(corner.x - left, right - corner.x) < OFF
            edge_y = min(corner.y - near, far - corner.y) < OFF
            places.append((corner.y + (inward[1] if edge_y else 0), corner.x + (inward[0] if edge_x else 0)))
        draft.path(places, "run", "services", ref=key)


def spots_on_plan(draft: Draft, look: Look) -> None:
    """Where gear stands, by name, with how many boxes."""
    routing = look.plan.chosen.kept(Routing)
    for key, spot in routing.spots.items():
        if spot.pose is None:
            continue
        count = sum(device.spot == key for device in routing.devices.values())
        at = (spot.pose.y, spot.pose.x)
        draft.box(at[0] - 90, at[1] - 110, at[0] + 90, at[1] + 110, "service-plate", "fixings", key)
        told = f"{spot.name}, {count}" if count else spot.name
        draft.add(Label(P(*at), told, "small", "fixings", "start", ((10, -14), (10, 14), (10, 28)), 4, ref=key))


def on_the_wall(draft: Draft, look: Look) -> None:
    """From the front: what runs on the wall in view. The report's ways are in the room's own axes."""
    wall = look.faced or look.plan.survey.room.walls[0]
    for key, route in look.report.of(RunsResult).routes.items():
        here = [wall.own(corner.x, corner.y) for corner in route.corners]
        for (a, off_a), (b, off_b), one, other in zip(here, here[1:], route.corners, route.corners[1:], strict=False):
            if max(abs(off_a), abs(off_b)) <= OFF and min(a, b) >= -1 and max(a, b) <= wall.length + 1:
                draft.line((a, one.z), (b, other.z), "run", "services", key)


def _plan(draft: Draft, look: Look) -> None:
    on_plan(draft, look)
    spots_on_plan(draft, look)


DRAWER: Final = Drawer(plan=_plan, elevation=on_the_wall)
