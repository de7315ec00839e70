"""Pictures and their holes as a wall's elevation and its plates show them: u is x, v is z."""

from __future__ import annotations

from dataclasses import replace
from itertools import product
from typing import Final

from oval_room.core.fixing.drilling import stopped
from oval_room.core.fixing.hole_map import HoleMap
from oval_room.core.fixing.study import FixingResult
from oval_room.core.levels import Level
from oval_room.core.plan.gear import Mount, Screen
from oval_room.core.screens.document import Picture
from oval_room.core.screens.placing import COMES_DOWN
from oval_room.drawing.look import Look, corners, parts_of
from oval_room.drawing.scene import Draft, Label, Mark, P, Scene

SLOT: Final = 5.0
"""Half a slot's height, drawn [mm]."""


def wall_picture(draft: Draft, look: Look, key: str, picture: Picture) -> None:
    strong = "picture" if key == look.picture else "picture-other"
    draft.path([(c.x, c.z) for c in corners(picture, frame=True)], "frame", "picture", closed=True, ref=key)
    draft.path([(c.x, c.z) for c in corners(picture)], strong, "picture", closed=True, ref=key)
    for a, b in parts_of(picture):
        draft.line((a.x, a.z), (b.x, b.z), "split", "picture", key)
    item = look.item(picture.gear)
    if isinstance(item, Screen) and item.way in COMES_DOWN:
        ceiling = look.plan.survey.room.ceiling_at(picture.pose.x, picture.pose.y) - picture.case_below
        half = picture.across / 2 + picture.frame_side + 60
        case = ceiling - item.case_height
        draft.box(picture.pose.x - half, case, picture.pose.x + half, ceiling, "thing", "picture", key)
        inner = picture.across / 2 + picture.frame_side
        for side in (-inner, inner):
            draft.line((picture.pose.x + side, picture.top), (picture.pose.x + side, case), "cloth", "picture", key)
    at = P(picture.pose.x, picture.top)
    draft.add(
        Label(
            at,
            picture.name,
            "label",
            "labels",
            offsets=((0, -12), (0, -28)),
            priority=4 if key == look.picture else 6,
            ref=key,
            within=picture.across if len(look.plan.chosen.pictures) > 1 else 0.0,
        )
    )


UNDRILLED: Final = "vesa"
"""How a hole is drawn that a stop is about, so that it can be asked on the sheet what it meets."""
NO_HOLES: Final = "STOP: no holes"
NOT_YET: Final = "no holes yet"


def without_holes(look: Look) -> dict[str, str]:
    """Pictures and things whose holes are drawn nowhere, as stops are about them, or what they go into is not known
    (rules 7.21): what is written in their place."""
    found = stopped(look.report.findings, look.report.open_stops())
    return {key: NO_HOLES if any(one.level is Level.STOP for one in here) else NOT_YET for key, here in found.items()}


def for_paper(scene: Scene) -> Scene:
    """A scene without the holes that stops are about: they are on no paper (rules 7.21)."""
    kept = tuple(
        shape
        for shape in scene.shapes
        if not (isinstance(shape, Mark) and shape.style == UNDRILLED and shape.ref.startswith("hole."))
    )
    return replace(scene, shapes=kept)


def wall_holes(
    draft: Draft, look: Look, key: str, picture: Picture, holes: HoleMap, *, near: bool, instead: str = ""
) -> None:
    """A picture's plate and holes. instead: what stands in their place where there is a stop."""
    mount = look.item(picture.mount)
    if near and isinstance(mount, Mount):
        middle = (holes.rows[0] + holes.rows[-1]) / 2
        half_w, half_h = mount.plate_width / 2, mount.plate_height / 2
        place = look.report.of(FixingResult).places.get(key)
        x = place.plate if place else picture.pose.x
        draft.box(x - half_w, middle - half_h, x + half_w, middle + half_h, "plate", "fixings", key)
        for left, right in mount.slots or ():
            for row in holes.rows:
                draft.box(x + left, row - SLOT, x + right, row + SLOT, "slot", "fixings", key)
    if near and holes.vesa_width:
        for u in (-holes.vesa_width / 2, holes.vesa_width / 2):
            for v in (holes.vesa_upper, holes.vesa_lower):
                draft.mark((picture.pose.x + u, v), "cross", "vesa", "fixings", key)
        draft.add(
            Label(
                P(picture.pose.x + holes.vesa_width / 2, holes.vesa_lower),
                f"VESA {holes.vesa_width:.0f} × {holes.vesa_upper - holes.vesa_lower:.0f}",
                "small",
                "fixings",
                "start",
                ((10, 0), (10, 12), (-90, -14)),
                6,
            )
        )
    if instead and not near:
        return
    if instead:
        at = P(picture.pose.x, (holes.rows[0] + holes.rows[-1]) / 2)
        draft.add(Label(at, instead, "strong", "fixings", offsets=((0, 4), (0, -14), (0, 22)), priority=0, ref=key))
        for n, (row, x) in enumerate(product(holes.rows, holes.columns), 1):  # to be looked at, not to be drilled
            draft.mark((x, row), "cross", UNDRILLED, "fixings", f"hole.{key}.{n}")
        return
    for n, (row, x) in enumerate(product(holes.rows, holes.columns), 1):
        draft.mark((x, row), "hole" if near else "cross", "hole", "fixings", f"hole.{key}.{n}" if near else key)
        if near:
            draft.add(Label(P(x, row), str(n), "small", "fixings", offsets=((9, 6), (-9, 6), (9, -12)), priority=3))
