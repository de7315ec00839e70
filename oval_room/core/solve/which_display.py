"""Which kind of display for this room and brief: a ranking with its reasons and what would turn each (rules 3.7).

Every kind starts at nought; each reason adds or takes away points and carries the figure it rests on. The points order
the kinds,
the reasons are what counts: a client is told them, not the score.
"""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.light.brightness import BESIDE_WALL
from oval_room.core.light.contrast import APL_CLASS, NATIVE, ROOMS, room_contrast, room_wash, stray_luminance
from oval_room.core.money import MINOR, Money
from oval_room.core.plan.document import Plan
from oval_room.core.plan.outline import Wall
from oval_room.core.record import record
from oval_room.core.screens.surfaces import PANEL_REFLECTANCE
from oval_room.core.screens.use_study import STILL_DESK
from oval_room.core.survey.document import Survey
from oval_room.core.viewing.angles import width_for_angle
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.schools import SIZE_SCHOOLS

KINDS: Final = ("OLED panel", "bright LCD panel", "long-throw projector", "ultra-short-throw projector", "monitors")
WHITE: Final[dict[str, float]] = {"OLED panel": 180.0, "bright LCD panel": 500.0}
"""Full-field white of a usual panel of the kind [cd/m²]."""
LUMENS: Final[dict[str, float]] = {"long-throw projector": 1600.0, "ultra-short-throw projector": 1700.0}
"""Lumens that usually arrive [lm]."""
BACK: Final[dict[str, float]] = {"long-throw projector": 0.9, "ultra-short-throw projector": 0.30}
"""Share of side light that the usual surface sends back."""
LARGEST_PANEL: Final = 2200.0
"""Wider than this is no panel's width at a price people pay [mm]."""
PRICE: Final[dict[str, tuple[float, float]]] = {
    "OLED panel": (900.0, 0.9),
    "bright LCD panel": (350.0, 0.55),
    "long-throw projector": (1400.0, 0.25),
    "ultra-short-throw projector": (2200.0, 0.25),
    "monitors": (250.0, 0.3),
}
"""A start and so much a millimetre of width over one metre (planning values)."""


@record
class Reason:
    """One reason: points, what in words, its figure, and what would turn it."""

    points: int
    text: str
    turns: str = ""


@record
class Ranked:
    kind: str
    points: int
    reasons: tuple[Reason, ...]


def wanted_width(plan: Plan) -> float:
    """The width the school wants from the main seat [mm]; 1440 without a seat."""
    seat = plan.survey.seats.get(plan.survey.main or "")
    if seat is None:
        return 1440.0
    return width_for_angle(max(seat.y.value - 60.0, 300.0), SIZE_SCHOOLS[school_of(plan).school].target)


def rank_displays(plan: Plan) -> list[Ranked]:
    """The kinds, best first, each with its reasons."""
    ranked = []
    for kind in KINDS:
        reasons = _light(plan, kind) + _size(plan, kind) + _use(plan, kind) + _room(plan, kind) + _money(plan, kind)
        ranked.append(
            Ranked(kind, sum(reason.points for reason in reasons), tuple(sorted(reasons, key=lambda r: -abs(r.points))))
        )
    return sorted(ranked, key=lambda one: -one.points)


def _light(plan: Plan, kind: str) -> list[Reason]:
    """The brightest scene's contrast against its need."""
    scenes = plan.survey.scenes.values()
    if not scenes or kind == "monitors":
        return []
    brightest = max(scenes, key=lambda s: s.ceiling.value + s.side.value + s.front.value)
    lux = brightest.ceiling.value + brightest.side.value + brightest.front.value
    width = wanted_width(plan)
    area = width * width / (16 / 9) / 1e6
    if kind in WHITE:
        white, native, back = WHITE[kind], NATIVE["oled" if kind == "OLED panel" else "va"], PANEL_REFLECTANCE["glossy"]
        lumens = math.pi * white * area
    else:
        lumens, native, back = LUMENS[kind], NATIVE["dlp"], BACK[kind]
        white = lumens / (math.pi * area)
    wash = room_wash(lumens, plan.survey.room.surface_m2, reflectance=ROOMS[plan.survey.room.finish], apl=APL_CLASS)
    contrast = room_contrast(white, native, stray_luminance([(lux + wash, back)]))
    got = "beyond measure" if contrast is None else f"{contrast:.0f}:1"
    told = f"contrast {got} in {brightest.name}, {brightest.wants:.0f}:1 is wanted"
    if contrast is not None and contrast < brightest.wants:
        return [Reason(-3, told, f"keep {brightest.name} under {lux * contrast / brightest.wants:.0f} lux")]
    out = [Reason(2, told)]
    wall = lux * BESIDE_WALL / math.pi
    if kind in WHITE and white * APL_CLASS < wall:
        out.append(
            Reason(
                -1,
                f"its average {white * APL_CLASS:.0f} cd/m² is under the wall's {wall:.0f} in {brightest.name}",
                "less light, or a brighter panel",
            )
        )
    return out


def _size(plan: Plan, kind: str) -> list[Reason]:
    width = wanted_width(plan)
    told = f"{plan.writing.ruler.show(width)} wide is wanted for {school_of(plan).school}"
    if kind in WHITE:
        return (
            [Reason(1, f"{told}: there are panels")]
            if width <= LARGEST_PANEL
            else [Reason(-3, f"{told}: no panel is", "a nearer seat or a calmer school")]
        )
    if kind == "monitors" and school_of(plan).school == "desk":
        return [Reason(2, f"the seat is at arm's length, {school_of(plan).why or 'as chosen'}")]
    if kind == "monitors":
        return [Reason(-2, f"{told}: monitors are for a seat at arm's length", "a driving seat or a desk")]
    return [Reason(2 if width > 1900 else -1, told if width > 1900 else f"{told}: a panel does that with less trouble")]


def _use(plan: Plan, kind: str) -> list[Reason]:
    brief, out = plan.brief, []
    if brief.desk >= STILL_DESK and kind == "OLED panel":
        out.append(Reason(-2, f"{brief.desk:g} hours a day of desk: still images burn in", "less desk use"))
    if brief.desk >= STILL_DESK and kind == "monitors":
        out.append(Reason(3, f"{brief.desk:g} hours a day of desk"))
    if brief.film >= 2 and kind == "OLED panel":
        out.append(Reason(1, f"{brief.film:g} hours of film: its black is black"))
    if brief.sport >= 2 and kind == "bright LCD panel":
        out.append(Reason(1, f"{brief.sport:g} hours of sport, mostly by day"))
    if brief.games >= 2 and kind in WHITE:
        out.append(Reason(1, f"{brief.games:g} hours of games: low lag"))
    if brief.games >= 2 and kind in LUMENS:
        out.append(Reason(-1, f"{brief.games:g} hours of games: most projected pictures lag more", "a low-lag mode"))
    return out


def _room(plan: Plan, kind: str) -> list[Reason]:
    survey, out = plan.survey, []
    windows = [
        one
        for one in survey.openings.values()
        if one.kind == "window" and one.wall != "w1" and one.covering in ("none", "net")
    ]
    if windows and kind in WHITE:
        out.append(Reason(-1, f"{windows[0].name} can mirror in its face", "a blind over it"))
    width, room = wanted_width(plan), survey.room
    if kind == "long-throw projector" and room.depth.value < 1.2 * width + 600:
        out.append(
            Reason(
                -3,
                (
                    f"the room is {plan.writing.ruler.show(room.depth.value)} deep: too short to throw "
                    f"{plan.writing.ruler.show(width)}"
                ),
                "a shorter lens",
            )
        )
    free = max(free_stretch(survey, wall) for wall in room.walls)
    if free < width and kind != "monitors":
        told = (
            f"no wall has {plan.writing.ruler.show(width)} free of doors and windows, "
            f"{plan.writing.ruler.show(free)} is the most"
        )
        if kind == "long-throw projector":
            out.append(Reason(1, f"{told}: a drop-down or floor-rising screen comes before them"))
        else:
            out.append(Reason(-2, told, "a smaller picture"))
    return out


def free_stretch(survey: Survey, wall: Wall) -> float:
    """The longest stretch of a wall without an opening [mm]."""
    taken = sorted(one.ends for one in survey.openings.values() if one.wall == wall.key)
    free, reached = 0.0, 0.0
    for start, end in taken:
        free, reached = max(free, start - reached), max(reached, end)
    return max(free, wall.length - reached)


def _money(plan: Plan, kind: str) -> list[Reason]:
    budget = plan.brief.budget
    if budget is None:
        return []
    start, more = PRICE[kind]
    price = start + more * max(wanted_width(plan) - 1000, 0)
    about, most = (Money(round(one) * MINOR, plan.writing.currency).show() for one in (price, budget))
    if price > budget:
        return [Reason(-2, f"about {about} for this size, the budget is {most}", "a smaller picture")]
    return [Reason(1, f"about {about} for this size is inside the budget")]
