"""A table-sim cabinet: its playfield from above, the player at the lower end; over it, from the front, the back screen
and the score strip, all at one scale. u across the table, v along it [mm]; the opening's lower left corner at nought.
"""

from __future__ import annotations

from typing import Final

from oval_room.core.rig.cabinet_study import CabinetResult, Inside
from oval_room.core.rig.document import Cabinet, Rigs
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene

MARGIN: Final = 90.0
OVER: Final = 110.0
"""Between the table and what stands over it in the drawing [mm]."""
RIM: Final = 20.0
"""Drawn for the cabinet's wood round the opening [mm]."""


def cabinet_view(look: Look) -> Scene | None:
    """The first cabinet of the scheme; None without one."""
    found = look.report.results.get(CabinetResult)
    cabinets = look.plan.chosen.kept(Rigs).cabinets
    if not cabinets or not isinstance(found, CabinetResult):
        return None
    key, cabinet = next(iter(cabinets.items()))
    draft, insides = Draft(), found.insides.get(key, {})
    wide, long = cabinet.width, cabinet.length
    draft.box(-RIM, -RIM, wide + RIM, long + RIM, "outline", "structure")
    draft.box(0.0, 0.0, wide, long, "outline", "structure")
    draft.add(Dim(0.0, wide, "u", look.show(wide), "below", say="cabinet wide", priority=1))
    draft.add(Dim(0.0, long, "v", look.show(long), "left", say="cabinet long", priority=1))
    left, right, top = -RIM, wide + RIM, long + RIM
    playfield = insides.get("playfield")
    if playfield is not None:
        _playfield(draft, look, cabinet, playfield)
    for role in ("strip", "back"):
        one = insides.get(role)
        if one is None:
            continue
        low = top + OVER
        left, right, top = _standing(draft, cabinet, one, role, low, (left, right))
    window = (left - MARGIN, -RIM - MARGIN, right + MARGIN, top + MARGIN)
    told = f"{cabinet.name}: opening {look.show(long)} × {look.show(wide)}"
    return Scene("cabinet", f"{cabinet.name} from above", window, tuple(draft.shapes), f"{told}.")


def _playfield(draft: Draft, look: Look, cabinet: Cabinet, one: Inside) -> None:
    """Its frame and picture in the middle of the opening, its own top at the left; a game's own field dashed."""
    u, v = cabinet.width / 2, cabinet.length / 2
    across, up = one.size.overall
    draft.box(u - up / 2, v - across / 2, u + up / 2, v + across / 2, "frame", "picture")
    half, reach = one.size.height / 2, one.size.width / 2
    draft.box(u - half, v - reach, u + half, v + reach, "picture", "picture")
    tip = u - half
    draft.path(((tip, v), (tip + 40, v + 30), (tip + 40, v - 30)), "edge", "picture", closed=True)
    field = one.size.height * cabinet.table / 2
    draft.box(u - half, v - field, u + half, v + field, "guide", "sight")
    middle = P(u, v)
    draft.add(Label(middle, one.name, "strong", "labels", "middle", ((0, 6),), 0, within=2 * half))
    draft.add(Label(middle, "playfield", "label", "labels", "middle", ((0, -10),), 2, within=2 * half))
    draft.add(Label(P(u, v + field), "a game's own field", "small", "labels", "middle", ((0, -12), (0, 8)), 5))
    if up < cabinet.width:
        draft.add(
            Dim(u + up / 2, cabinet.width, "u", look.show((cabinet.width - up) / 2), "inside", at=v * 0.4, priority=3)
        )
    if across < cabinet.length:
        draft.add(Dim(0.0, v - across / 2, "v", look.show((cabinet.length - across) / 2), "inside", at=u, priority=3))


def _standing(
    draft: Draft, cabinet: Cabinet, one: Inside, role: str, low: float, ends: tuple[float, float]
) -> tuple[float, float, float]:
    """A screen across the table, from the front; gives the drawing's left, right and top with it."""
    across, up = one.size.overall
    u = cabinet.width / 2
    draft.box(u - across / 2, low, u + across / 2, low + up, "frame", "picture")
    side, rise = one.size.width / 2, (up - one.size.height) / 2
    draft.box(u - side, low + rise, u + side, low + rise + one.size.height, "picture-other", "picture")
    told = "back screen" if role == "back" else "score strip"
    draft.add(
        Label(P(u, low + up / 2), f"{one.name}, {told}", "label", "labels", "middle", ((0, -4),), 1, within=2 * side)
    )
    return min(ends[0], u - across / 2), max(ends[1], u + across / 2), low + up
