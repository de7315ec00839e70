"""Figures: the numbers of a plan, each with its unit, rule and working.

A `FigureKind` says once what a family of figures is; a `Figure` is one of them for a subject. The working is the kind's
formula with the figure's inputs put in for the symbols.
"""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from typing import Final, Literal

from oval_room.core.units import Ruler, Side

FigureUnit = Literal[
    "mm", "deg", "ratio", "to_one", "heights", "widths", "lm", "cd_m2", "lux", "px_deg", "pct", "lines", "kg", "ms", "hz", "fl"
]


@dataclass(frozen=True, slots=True)
class FigureKind:
    """A family of figures: pattern of its key, unit, label, rule, formula, which side a limit is on, its stage."""

    pattern: str
    unit: FigureUnit
    label: str
    rule: str
    formula: str
    stage: str
    side: Side = "nearest"
    about: str = ""


@dataclass(frozen=True, slots=True)
class Input:
    """A number put into a formula: its symbol there, what it is, value, unit and where it came from."""

    symbol: str
    label: str
    value: float
    unit: FigureUnit
    source: str = "worked out"


@dataclass(frozen=True, slots=True)
class Figure:
    """One number for one subject. value None: there is none (the eye is behind the picture, contrast beyond measure)."""

    key: str
    kind: FigureKind
    value: float | None
    inputs: tuple[Input, ...] = ()
    subject: str = ""

    @property
    def unsure(self) -> bool:
        """Whether it rests on something nobody has given."""
        return any(item.source in ("default", "assumed") for item in self.inputs)


_UNIT_WORDS: Final[dict[str, tuple[str, int]]] = {
    "deg": ("°", 1), "ratio": ("", 2), "to_one": (":1", 0), "heights": (" h", 2), "widths": (" w", 2), "lm": (" lm", 0),
    "cd_m2": (" cd/m²", 0), "lux": (" lux", 1), "px_deg": (" px/°", 0), "pct": (" %", 0), "lines": ("", 0), "kg": (" kg", 1),
    "ms": (" ms", 0), "hz": (" Hz", 0), "fl": (" fL", 0),
}  # fmt: skip


_FINER_WHEN_SMALL: Final = ("cd_m2", "lux", "px_deg", "fl")


def show_value(value: float | None, unit: str, ruler: Ruler, side: Side = "nearest") -> str:
    """A value as it is read: a length on the job's ruler, anything else to what can be measured."""
    if value is None:
        return "–"
    if unit == "mm":
        return ruler.show(value, side)
    words, places = _UNIT_WORDS[unit]
    if math.isinf(value):
        return "∞"
    if unit in _FINER_WHEN_SMALL and abs(value) < 10:
        places += 1
    shown = f"{value:.{places}f}"
    return (shown.lstrip("-") if float(shown) == 0 else shown.replace("-", "−")) + words


def show_figure(figure: Figure, ruler: Ruler) -> str:
    return show_value(figure.value, figure.kind.unit, ruler, figure.kind.side)


def put_in(figure: Figure, ruler: Ruler) -> str:
    """The formula with the numbers in the place of its symbols."""
    text = figure.kind.formula
    shown = {item.symbol: _bracketed(show_value(item.value, item.unit, ruler)) for item in figure.inputs}
    if not shown:
        return text
    symbols = "|".join(re.escape(symbol) for symbol in sorted(shown, key=len, reverse=True))
    return re.sub(rf"(?<![A-Za-z_₀-₉])({symbols})(?![A-Za-z_₀-₉(])", lambda found: shown[found.group()], text)


def _bracketed(text: str) -> str:
    """A negative value in brackets, so that it can stand after a sign."""
    return f"(−{text[1:]})" if text[:1] in "-−" else text


def _k(pattern: str, unit: FigureUnit, label: str, rule: str, formula: str, stage: str, side: Side = "nearest") -> FigureKind:
    return FigureKind(pattern, unit, label, rule, formula, stage, side)


KINDS: Final[dict[str, FigureKind]] = {
    "misclosure": _k("room.misclosure.{what}", "mm", "diagonal, read less worked out", "1.4", "measured − √(a² + b²)", "survey"),
    "fall": _k("room.fall.{what}", "mm", "fall per metre", "7.14", "plane through n corners", "survey"),
    "lean": _k("room.lean.{what}", "mm", "lean per metre", "7.14", "p", "survey"),
    "width": _k("picture.{picture}.width", "mm", "picture width", "2.1", "w", "picture"),
    "height": _k("picture.{picture}.height", "mm", "picture height", "2.1", "h = w/a", "picture"),
    "diagonal": _k("picture.{picture}.diagonal", "mm", "diagonal", "2.1", "D = √(w² + h²)", "picture"),
    "chord": _k("picture.{picture}.chord", "mm", "chord, edge to edge", "2.2", "2·R·sin(w/(2·R))", "picture"),
    "bow": _k("picture.{picture}.bow", "mm", "depth of the curve", "2.2", "R·(1 − cos(w/(2·R)))", "picture"),
    "part_width": _k("picture.{picture}.part.width", "mm", "each part's width", "2.4", "w/n", "picture"),
    "part_diagonal": _k("picture.{picture}.part.diagonal", "mm", "each part's diagonal", "2.4", "√((w/n)² + (h/m)²)", "picture"),
    "cloth_w": _k("picture.{picture}.cloth.w", "mm", "cloth piece across", "2.7", "(w + 2·m)·cos(φ) + (h + 2·m)·sin(φ)", "picture", "least"),
    "cloth_h": _k("picture.{picture}.cloth.h", "mm", "cloth piece down", "2.7", "(w + 2·m)·sin(φ) + (h + 2·m)·cos(φ)", "picture", "least"),
    "bottom": _k("picture.{picture}.bottom", "mm", "bottom edge above the floor", "0", "z_c − h/2", "picture"),
    "top": _k("picture.{picture}.top", "mm", "top edge above the floor", "0", "z_c + h/2", "picture"),
    "angle": _k(
        "picture.{picture}.angle.seat.{seat}", "deg", "angle across", "3.1",
        "A = atan((w/2 − r)/d) + atan((w/2 + r)/d)", "picture",
    ),
    "curved_angle": _k("picture.{picture}.angle.seat.{seat}", "deg", "angle across", "2.2", "between the outermost points of an arc w of radius R", "picture"),
    "curved_at_target": _k("picture.{picture}.at_target", "mm", "distance at the school's target", "3.2", "c/(2·tan(A/2)) + s", "picture"),
    "off_axis": _k("picture.{picture}.off_axis.seat.{seat}", "deg", "off axis", "3.1", "atan(|r|/d)", "picture"),
    "distance": _k("picture.{picture}.distance.seat.{seat}", "mm", "eye to the picture", "3.1", "d", "picture"),
    "sharpness": _k("picture.{picture}.sharpness.seat.{seat}", "px_deg", "pixels a degree", "3.3", "1/(2·atan(p/(2·d)))", "picture"),
    "at_sixty": _k("picture.{picture}.at_sixty", "mm", "distance at which its pixels vanish", "3.3", "p/(2·tan(1/120°))", "picture", "least"),
    "least_lines": _k(
        "picture.{picture}.least_lines.seat.{seat}", "lines", "line count that pays there", "3.3", "least n of 720, 1080, 1440, 2160, 4320 with 1/(2·atan(w/(16/9·n)/(2·d))) ≥ 60", "picture"
    ),
    "lines": _k("picture.{picture}.lines.seat.{seat}", "lines", "lines the seat can use", "3.3", "h/(2·d·tan(1/120°))", "picture"),
    "neck": _k("picture.{picture}.neck.seat.{seat}", "deg", "neck", "4.1", "atan((z_c − z_e)/r) − g", "picture"),
    "top_angle": _k("picture.{picture}.top_angle.seat.{seat}", "deg", "up to the top edge", "4.1", "atan((z_t − z_e)/r)", "picture"),
    "glare": _k("picture.{picture}.glare.seat.{seat}", "pct", "of the picture mirrors a window", "4.6", "union of the patches of n openings", "picture"),
    "tilt": _k("picture.{picture}.tilt", "deg", "tilt that squares it to the eye", "4.5", "atan((z_c − z_e)/d)", "picture"),
    "lowest": _k("picture.{picture}.ladder.lo", "mm", "lowest bottom edge", "4.3", "greatest of the least", "picture", "least"),
    "highest": _k("picture.{picture}.ladder.hi", "mm", "highest bottom edge", "4.3", "least of the greatest", "picture", "greatest"),
    "sightline": _k(
        "picture.{picture}.sightline.seat.{seat}", "mm", "clearance over the row in front", "4.4",
        "C = z_s + (z_b − z_s)·(y_f − y_p)/(y_b − y_p) − z_f", "picture",
    ),
    "at_target": _k("picture.{picture}.at_target", "mm", "distance at the school's target", "3.2", "w/(2·tan(A/2))", "picture"),
    "lumens": _k("projector.{projector}.lumens", "lm", "lumens that arrive", "5.1", "Φ = rated × mode × zoom × age", "picture"),
    "white": _k("picture.{picture}.white", "cd_m2", "picture white", "5.2", "L = Φ·g/(π·A)", "picture"),
    "panel_white": _k("picture.{picture}.white", "cd_m2", "picture white, full field", "5.4", "L", "picture"),
    "foot_lamberts": _k("picture.{picture}.foot_lamberts", "fl", "picture white", "5.2", "L/3.426", "picture"),
    "largest_lit": _k("picture.{picture}.largest_lit", "mm", "widest for 48 cd/m² in the dark", "5.2", "1000·s·√(Φ·g/(π·L)·a)", "picture", "greatest"),
    "contrast_dark": _k(
        "picture.{picture}.contrast_dark.scene.{scene}", "to_one", "contrast, room painted dark", "5.7", "(L + L_a)/(L/N + L_a)", "picture",
    ),
    "stray": _k("picture.{picture}.stray.scene.{scene}", "cd_m2", "stray light on the picture", "5.3", "ΣE·ρ/π", "picture"),
    "wash": _k("picture.{picture}.wash", "lux", "the room's own wash", "5.7", "E = APL·Φ·ρ/(S·(1 − ρ))", "picture"),
    "contrast": _k("picture.{picture}.contrast.scene.{scene}", "to_one", "contrast in this light", "5.4", "(L + L_a)/(L/N + L_a)", "picture"),
    "throw": _k("projector.{projector}.throw", "mm", "throw, lens to screen", "6.1", "d = y_l − y_p", "throw"),
    "throw_ratio": _k("projector.{projector}.ratio", "ratio", "throw ratio", "6.1", "TR = d/w", "throw"),
    "nearest": _k("projector.{projector}.nearest", "mm", "nearest throw for this width", "6.1", "w × TR_wide", "throw", "least"),
    "farthest": _k("projector.{projector}.farthest", "mm", "farthest throw for this width", "6.1", "w × TR_tele", "throw", "greatest"),
    "least_width": _k("projector.{projector}.least_width", "mm", "least width at this throw", "6.1", "d/TR_tele", "throw", "least"),
    "greatest_width": _k("projector.{projector}.greatest_width", "mm", "greatest width at this throw", "6.1", "d/TR_wide", "throw", "greatest"),
    "behind": _k("projector.{projector}.behind", "mm", "room left behind the body", "6.2", "depth − y_l − body − vent", "throw"),
    "shift_v": _k("projector.{projector}.shift_v", "heights", "shift wanted, up", "6.3", "v = (z_c − z_l)/h", "throw"),
    "shift_s": _k("projector.{projector}.shift_s", "widths", "shift wanted, sideways", "6.3", "s = (x_c − x_l)/w", "throw"),
    "shift_use": _k("projector.{projector}.shift_use", "pct", "share of the lens's shift used", "6.3", "v and s against the lens's window", "throw"),
    "lens_z": _k("projector.{projector}.lens_z", "mm", "lens above the floor", "6.5", "z_l", "throw"),
    "plate_x": _k("projector.{projector}.plate_x", "mm", "plate from the left wall", "6.5", "x_l ± dx (+ hung, − upright)", "fixing"),
    "plate_y": _k("projector.{projector}.plate_y", "mm", "plate from the display wall", "6.5", "y_l + dy", "fixing"),
    "pole": _k("projector.{projector}.pole", "mm", "pole below the ceiling", "6.5", "z_ceiling − dz − z_l", "fixing"),
    "shelf": _k("projector.{projector}.shelf", "mm", "shelf above the floor", "6.5", "z_l − dz", "fixing"),
    "upper_row": _k("picture.{picture}.holes.upper_row", "mm", "upper hole row above the floor", "7.3", "z_t − t − r", "fixing"),
    "row": _k("picture.{picture}.holes.row.{n}", "mm", "hole row above the floor", "7.3", "z_t − t − r − below", "fixing"),
    "hole_x": _k("picture.{picture}.holes.x.{n}", "mm", "hole from the left wall", "7.3", "x_c + column", "fixing"),
    "check_diagonal": _k("picture.{picture}.holes.check", "mm", "check diagonal, first hole to last", "7.3", "√(across² + down²)", "fixing"),
    "panel_top": _k("picture.{picture}.panel_top", "mm", "panel top above the floor", "7.3", "z_c + h/2 + frame", "fixing"),
}  # fmt: skip


class FigureBook:
    """Collects the figures of one study by kind and subject."""

    def __init__(self) -> None:
        self.figures: dict[str, Figure] = {}

    def add(self, kind: str, value: float | None, *inputs: Input, subject: str = "", **ids: str | int) -> None:
        known = KINDS[kind]
        key = known.pattern.format(**ids)
        self.figures[key] = Figure(key, known, value, inputs, subject)


def kind_of(key: str) -> FigureKind | None:
    """The kind a figure's key belongs to, also when the figure itself is gone."""
    for kind in KINDS.values():
        if re.fullmatch(re.sub(r"\\\{\w+\\\}", "[^.]+", re.escape(kind.pattern)), key):
            return kind
    return None
