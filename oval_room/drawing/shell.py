"""The room's shell in every view: walls as they are made, floor and ceiling, openings, services, studs.

The plan is drawn in room axes (u = y, v = x); elevation and section from a plan already turned to the wall they show.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final, Literal

from oval_room.core.fixing.overhead import void_over
from oval_room.core.plan.fittings import ZONED, Opening, Service
from oval_room.core.plan.outline import Corners, Wall, walls_of
from oval_room.core.plan.room import Room
from oval_room.core.plan.turn import wall_name
from oval_room.core.survey.stud_study import LIKELY, SURE, StudResult, Studs
from oval_room.core.survey.studs import AGREES
from oval_room.drawing.look import WALL, Look
from oval_room.drawing.scene import Dim, Draft, Label, P

HATCH: Final[dict[str, str]] = {
    "timber": "timber",
    "steel 20": "timber",
    "steel 25": "timber",
    "resilient": "timber",
    "double board": "board",
    "board": "board",
    "lath": "board",
    "masonry": "masonry",
    "brick": "masonry",
    "perforated": "masonry",
    "hollow": "masonry",
    "aerated": "masonry",
    "concrete": "masonry",
    "dabs": "masonry",
    "lining": "masonry",
    "tiled": "masonry",
    "unknown": "unknown",
}
"""Which hatching a kind of wall is drawn with."""
ZONE: Final = 75.0  # half the zone in which a service's cable is to be expected [mm]
SIGNS: Final[dict[str, str]] = {
    "socket": "socket",
    "switch": "switch",
    "data": "data",
    "thermostat": "thermostat",
    "vent": "vent",
    "aerial": "aerial",
    "light": "light",
    "radiator": "radiator",
    "cable": "cable",
    "pipe": "pipe",
    "wall box": "wall box",
    "brush plate": "brush plate",
    "conduit": "conduit",
}


OVER_HATCH: Final[dict[str, str]] = {"slab": "cut-masonry", "joists": "cut-timber", "timber": "cut-timber"}
"""What is over a ceiling that carries nothing, as it is hatched."""


def hatch(kind: str) -> str:
    return f"cut-{HATCH.get(kind, 'unknown')}"


# ── the plan ──


def plan_shell(draft: Draft, look: Look) -> None:
    """Walls round the room with their openings; the outline inside them."""
    survey, room = look.plan.survey, look.plan.survey.room
    outer = _outer(room.corners)
    for i, wall in enumerate(room.walls):
        nxt = (i + 1) % len(outer)
        band = (wall.a, wall.b, outer[nxt], outer[i])
        draft.path([(y, x) for x, y in band], hatch(survey.kind_of(wall.key)), "structure", closed=True, ref=wall.key)
    assumed = "-assumed" if room.depth.unsure or room.width.unsure else ""
    draft.path([(y, x) for x, y in room.corners], f"outline{assumed}", "structure", closed=True)
    for key, opening in survey.openings.items():
        wall_of_it = room.wall_named(opening.wall)
        if wall_of_it is not None:
            _plan_opening(draft, look, key, opening, wall_of_it)
    for key, service in survey.services.items():
        wall_of_it = room.wall_named(service.wall)
        at = wall_of_it.room(service.along, 20.0) if wall_of_it else (service.along, service.z)
        draft.mark((at[1], at[0]), "cross", "service", "services", key)
    for surface, studs in look.report.of(StudResult).surfaces.items():
        _plan_studs(draft, look, surface, studs)
    for slope in room.slopes:
        _plan_slope(draft, room, slope.wall, slope.low.value, slope.pitch)


def _outer(corners: Corners) -> list[tuple[float, float]]:
    """The outline pushed out by a wall's thickness, mitred."""
    walls, out = walls_of(corners), []
    for i, after in enumerate(walls):
        before = walls[i - 1]
        (nx, ny), (mx, my) = before.out, after.out
        spread = 1 + nx * mx + ny * my
        k = -WALL / spread if spread > 0.2 else -WALL
        out.append((after.a[0] + k * (nx + mx), after.a[1] + k * (ny + my)))
    return out


def _plan_opening(draft: Draft, look: Look, key: str, opening: Opening, wall: Wall) -> None:
    start, end = opening.ends
    gap = [wall.room(u, off) for u, off in ((start, 0.0), (end, 0.0), (end, -WALL), (start, -WALL))]
    draft.path([(y, x) for x, y in gap], "gap", "structure", closed=True, ref=key)
    for u in (start, end):
        a, b = wall.room(u, 0.0), wall.room(u, -WALL)
        draft.line((a[1], a[0]), (b[1], b[0]), "jamb", "structure", key)
    if opening.kind == "window":
        for off in (-WALL * 0.35, -WALL * 0.65):
            a, b = wall.room(start, off), wall.room(end, off)
            draft.line((a[1], a[0]), (b[1], b[0]), "pane", "structure", key)
    elif opening.kind == "door" and opening.swing not in ("none", "slides"):
        _leaf(draft, key, opening, wall)
    middle = wall.room((start + end) / 2, -WALL)
    inward = wall.room((start + end) / 2, 0.0)
    push = (middle[1] - inward[1], middle[0] - inward[0])
    size = math.hypot(*push) or 1.0
    du, dv = push[0] / size, push[1] / size
    text = opening.name if opening.covering == "none" else f"{opening.name}, {opening.covering}"
    anchor: Literal["start", "middle", "end"] = "start" if du > 0.5 else "end" if du < -0.5 else "middle"
    draft.add(
        Label(
            P(middle[1], middle[0]),
            text,
            "small",
            "labels",
            anchor,
            ((6 * du, 11 * dv), (6 * du, 22 * dv), (-8 * du, -14 * dv)),
            7,
            ref=key,
        )
    )


def _leaf(draft: Draft, key: str, opening: Opening, wall: Wall) -> None:
    """A door's leaf and the quarter it sweeps."""
    start, end = opening.ends
    left = opening.swing.endswith("left")
    hinge, latch = (start, end) if left else (end, start)
    way = 1.0 if opening.swing.startswith("in") else -1.0
    width = abs(latch - hinge)
    sweep = []
    for i in range(9):
        t = math.pi / 2 * i / 8
        u = hinge + (latch - hinge) * math.cos(t)
        sweep.append(wall.room(u, way * width * math.sin(t)))
    hinge_at, open_at = wall.room(hinge, 0.0), sweep[-1]
    draft.line((hinge_at[1], hinge_at[0]), (open_at[1], open_at[0]), "leaf", "room", key)
    draft.path([(y, x) for x, y in sweep], "sweep", "room", ref=key)


def _plan_studs(draft: Draft, look: Look, surface: str, studs: Studs) -> None:
    """Short strokes through the wall where studs are, or lines across the ceiling where joists run."""
    room = look.plan.survey.room
    wall = room.wall_named(surface)
    made = look.plan.survey.made.get("ceiling")
    left, near, right, far = room.extent
    for line, trust in studs.trust.items():
        style = "stud-sure" if trust >= SURE else "stud-guess"
        if wall is not None:
            for side in (-19.0, 19.0):
                a, b = wall.room(line + side, 0.0), wall.room(line + side, -WALL)
                draft.line((a[1], a[0]), (b[1], b[0]), style, "studs")
        elif made is not None and made.joists == "along":
            draft.line((line, left), (line, right), "joist", "studs")
        else:
            draft.line((near, line), (far, line), "joist", "studs")


def _plan_slope(draft: Draft, room: Room, key: str, low: float, pitch: float) -> None:
    """The line where a slope meets the flat ceiling, dashed, and the slope's name on it."""
    wall = room.wall_named(key)
    if wall is None:
        return
    off = (room.height.value - low) / math.tan(math.radians(pitch))
    a, b = wall.room(0.0, off), wall.room(wall.length, off)
    draft.line((a[1], a[0]), (b[1], b[0]), "overhead", "structure")
    middle = wall.room(wall.length * 0.5, off)
    draft.add(
        Label(
            P(middle[1], middle[0]),
            f"ceiling slopes {pitch:g}°",
            "small",
            "labels",
            offsets=((0, -10), (0, 12), (50, -10)),
            priority=8,
        )
    )


def plan_dims(look: Look) -> list[Dim]:
    """Strings for the walls of an outlined room, each on the side it faces; slanting walls have none."""
    room, out = look.plan.survey.room, []
    for wall in room.walls:
        measure = room.width if wall.key == "w1" else look.plan.survey.dims.get(wall.key)
        style = "plain" if measure is not None and not measure.unsure else "assumed"
        text = f"{look.show(wall.length)}"
        if abs(wall.along[1]) < 1e-6:
            side, axis, a, b = ("left" if wall.out[1] > 0 else "right"), "v", wall.a[0], wall.b[0]
        elif abs(wall.along[0]) < 1e-6:
            side, axis, a, b = ("below" if wall.out[0] > 0 else "above"), "u", wall.a[1], wall.b[1]
        else:
            continue
        out.append(Dim(a, b, axis, text, side, 0.0, style, 5, f"wall.{wall.key}", wall.key))  # type: ignore[arg-type]
    return out


def plan_names(draft: Draft, look: Look) -> None:
    """Names of walls along them, numbers of corners in them."""
    room = look.plan.survey.room
    for wall in room.walls:
        u, off = wall.length / 2, 0.0
        x, y = wall.room(u, off)
        du, dv = wall.out[1], wall.out[0]  # into the room, as drawn
        turned = abs(du) > 0.7
        shift = min(wall.length * 0.2, 60)
        offsets = ((9 * du, shift), (9 * du, -shift)) if turned else ((shift, 9 * dv), (-shift, 9 * dv))
        draft.add(
            Label(
                P(y, x),
                wall_name(room, wall),
                "small",
                "labels",
                offsets=offsets,
                priority=9,
                turned=turned,
                ref=wall.key,
            )
        )
    if not room.is_box:
        for n, (x, y) in enumerate(room.corners, 1):
            before, after = room.walls[n - 2], room.walls[n - 1]
            du, dv = before.out[1] + after.out[1], before.out[0] + after.out[0]
            draft.add(Label(P(y, x), f"c{n}", "small", "labels", offsets=((10 * du, 10 * dv),), priority=8))


# ── a wall's own view ──


def ceiling_line(
    room: Room, places: Sequence[tuple[float, float]], marks: Sequence[float]
) -> list[tuple[float, float]]:
    """The ceiling over places (x, y) as (mark, height), straight stretches without points between."""
    raw = [(mark, room.ceiling_at(*place)) for mark, place in zip(marks, places, strict=True)]
    if len(raw) < 3:
        return raw
    out = raw[:1]
    for before, at, after in zip(raw, raw[1:], raw[2:], strict=False):
        slope_in = (at[1] - before[1]) / (at[0] - before[0] or 1e-9)
        slope_out = (after[1] - at[1]) / (after[0] - at[0] or 1e-9)
        if abs(slope_in - slope_out) > 1e-6:
            out.append(at)
    return [*out, raw[-1]]


def wall_shell(draft: Draft, look: Look) -> tuple[float, float]:
    """The wall in front with its neighbours cut, floor and ceiling; its length and greatest height."""
    survey, room = look.plan.survey, look.plan.survey.room
    wall = room.walls[0]
    width = wall.length
    steps = [width * i / 200 for i in range(201)] if room.slopes else []
    ceiling = (
        ceiling_line(room, [wall.room(u, 1.0) for u in steps], steps)
        if room.slopes
        else [(0.0, room.height.value), (width, room.height.value)]
    )
    top = max(v for _, v in ceiling)
    assumed = "-assumed" if room.width.unsure or room.height.unsure else ""
    draft.box(-WALL, 0, 0, ceiling[0][1], hatch(survey.kind_of(room.walls[-1].key)), "structure")
    draft.box(width, 0, width + WALL, ceiling[-1][1], hatch(survey.kind_of(room.walls[1].key)), "structure")
    above = [(-WALL, ceiling[0][1]), *ceiling, (width + WALL, ceiling[-1][1])]
    draft.path([*above, *((u, v + WALL) for u, v in reversed(above))], "cut-board", "structure", closed=True)
    draft.box(-WALL, -WALL, width + WALL, 0, "cut-ground", "structure")
    draft.path([(0, 0), *ceiling, (width, 0)], f"outline{assumed}", "structure", closed=True)
    for key, opening in survey.openings.items():
        if opening.wall == "w1":
            _wall_opening(draft, key, opening)
    for key, service in survey.services.items():
        if service.wall == "w1":
            _wall_service(draft, look, key, service, width, top)
    return width, top


def _wall_opening(draft: Draft, key: str, opening: Opening) -> None:
    (left, right), low, high = opening.ends, opening.sill.value, opening.head.value
    draft.box(left, low, right, high, "hole-in-wall", "structure", key)
    inset = min(60.0, (right - left) / 6)
    if opening.kind == "window":
        draft.box(left + inset, low + inset, right - inset, high - inset, "pane-box", "structure", key)
        if opening.covering not in ("none", "net"):
            for i in range(1, 5):
                v = high - inset - (high - low - 2 * inset) * 0.06 * i
                draft.line((left + inset, v), (right - inset, v), "pane", "structure", key)
    elif opening.kind == "door":
        draft.box(left + inset, low, right - inset, high - inset, "pane-box", "structure", key)
        handle = right - 2 * inset if opening.swing.endswith("left") else left + 2 * inset
        draft.mark((handle, low + 1000), "dot", "eye", "structure", key)
    draft.add(
        Label(
            P((left + right) / 2, (low + high) / 2),
            opening.name,
            "small",
            "labels",
            offsets=((0, 0), (0, 14)),
            priority=8,
            ref=key,
        )
    )


def _wall_service(draft: Draft, look: Look, key: str, service: Service, width: float, top: float) -> None:
    at = (service.along, service.z)
    if service.to_along is not None or service.to_z is not None:
        to = (
            service.along if service.to_along is None else service.to_along,
            service.z if service.to_z is None else service.to_z,
        )
        draft.line(at, to, "run", "services", key)
    elif service.kind in ZONED:
        draft.box(at[0] - ZONE, 0, at[0] + ZONE, top, "zone", "services")
        draft.box(0, at[1] - ZONE, width, at[1] + ZONE, "zone", "services")
    half = 43.0
    draft.box(at[0] - half, at[1] - half, at[0] + half, at[1] + half, "service-plate", "services", key)
    draft.mark(at, "cross", "service", "services", key)
    text = service.name + (f", {service.circuit}" if service.circuit else "")
    draft.add(
        Label(
            P(at[0], at[1] + half),
            text,
            "small",
            "services",
            offsets=((0, 10), (0, -24), (44, 0), (-44, 0)),
            priority=7,
            ref=key,
        )
    )


def stud_style(trust: float) -> str:
    """How a line of studs is drawn, by how far it is trusted."""
    return "stud-sure" if trust >= SURE else "stud-likely" if trust >= LIKELY else "stud-guess"


def wall_studs(draft: Draft, look: Look, surface: str, top: float) -> None:
    """Studs of the wall in view, by how sure they are; finds on the log's line, strangers struck through."""
    studs = look.report.of(StudResult).surfaces.get(surface)
    finds = {key: find for key, find in look.plan.survey.finds.items() if find.wall == "w1"}
    base = top * 0.12
    if studs is not None:
        for line, trust in studs.trust.items():
            style = stud_style(trust)
            if trust > 0:
                for side in (-19.0, 19.0):
                    draft.line((line + side, 0), (line + side, top), style, "studs")
            draft.add(Label(P(line, 0), look.show(line), "small", "studs", offsets=((0, 9), (0, 22)), priority=7))
    for key, find in finds.items():
        stranger = studs is not None and find.hit and abs(studs.fit.best.off(find.at)) > AGREES
        draft.mark(
            (find.at, base),
            "dot" if find.hit else "tick",
            f"find-{find.how}" if find.hit else "find-miss",
            "studs",
            key,
        )
        if stranger:
            draft.line((find.at - 45, base - 45), (find.at + 45, base + 45), "struck", "studs", key)
            draft.line((find.at, base - 120), (find.at, base + 120), "stud-guess", "studs", key)
        draft.add(
            Label(
                P(find.at, base), find.how, "small", "studs", offsets=((0, 14), (0, 26), (0, -14)), priority=8, ref=key
            )
        )


# ── the section ──


def section_span(room: Room, x: float, y: float) -> tuple[float, float]:
    """From where to where the room reaches out from the display wall along a line at x, the stretch that holds y
    [mm]."""
    crossings: list[float] = []
    for wall in room.walls:
        (ax, ay), (bx, by) = wall.a, wall.b
        if (ax > x) != (bx > x):
            crossings.append(ay + (x - ax) * (by - ay) / (bx - ax))
    crossings.sort()
    spans = list(zip(crossings[::2], crossings[1::2], strict=False))
    held = [span for span in spans if span[0] - 1 <= y <= span[1] + 1]
    if held:
        return held[0]
    return spans[0] if spans else (0.0, room.depth.value)


def section_shell(draft: Draft, look: Look, x: float, y: float) -> tuple[float, float, float]:
    """Walls, floor and ceiling cut along a line out from the wall; where it starts and ends, and the greatest
    height."""
    survey, room = look.plan.survey, look.plan.survey.room
    near, far = section_span(room, x, y)
    steps = [near + (far - near) * i / 200 for i in range(201)] if room.slopes else []
    height = room.height.value
    ceiling = ceiling_line(room, [(x, at) for at in steps], steps) if room.slopes else [(near, height), (far, height)]
    top = max(v for _, v in ceiling)
    assumed = "-assumed" if room.depth.unsure or room.height.unsure else ""
    draft.box(near - WALL, 0, near, ceiling[0][1], hatch(survey.kind_of("w1")), "structure")
    draft.box(far, 0, far + WALL, ceiling[-1][1], "cut-unknown", "structure")
    above = [(near - WALL, ceiling[0][1]), *ceiling, (far + WALL, ceiling[-1][1])]
    made = survey.made.get("ceiling")
    if void := void_over(made):  # a thin sheet that carries nothing, and over it what does
        draft.line((near, top), (far, top), "overhead", "structure")
        over = OVER_HATCH.get(made.over if made is not None else "", "cut-unknown")
        draft.box(near - WALL, top + void, far + WALL, top + void + WALL, over, "structure")
        draft.box(near - WALL, top, near, top + void, hatch(survey.kind_of("w1")), "structure")
        draft.box(far, top, far + WALL, top + void, "cut-unknown", "structure")
    else:
        draft.path([*above, *((u, v + WALL) for u, v in reversed(above))], "cut-board", "structure", closed=True)
    draft.box(near - WALL, -WALL, far + WALL, 0, "cut-ground", "structure")
    draft.path([(near, 0), *ceiling, (far, 0)], f"outline{assumed}", "structure", closed=True)
    return near, far, top
