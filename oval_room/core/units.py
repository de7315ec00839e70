"""Lengths as people write them, and as a tape shows them (rules 0, 1.1, 1.2).

Inside the program a length is a float in millimetres. Three things happen at its edges: reading what a person wrote
(`parse_length`), writing it to a step of the ruler (`show_length`) and rounding a limit the safe way (`round_safe`).
"""

from __future__ import annotations

import math
import re
from typing import ClassVar, Final, Literal, cast

from oval_room.core.errors import RefusedError
from oval_room.core.record import record

Unit = Literal["mm", "cm", "m", "in", "ft"]
Style = Literal["feet", "inches", "mm", "cm", "m"]
Side = Literal["least", "greatest", "nearest"]

MM_IN: Final[dict[str, float]] = {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4, "ft": 304.8}
LONGEST_MM: Final = 100_000.0  # rules 1.1: over 100 m is a slip
STEPS_PER_INCH: Final = (2, 4, 8, 16, 32, 64)
ON_A_STEP: Final = 1e-6  # rules 0: within a millionth of a step counts as on it

_WORDS: Final = {
    "mm": ("mm", "millimetre", "millimetres", "millimeter", "millimeters"),
    "cm": ("cm", "centimetre", "centimetres", "centimeter", "centimeters"),
    "m": ("m", "metre", "metres", "meter", "meters"),
    "in": ("in", "in.", "inch", "inches", '"', "″", "”", "“", "''", "′′", "’’"),
    "ft": ("ft", "ft.", "foot", "feet", "'", "′", "’", "‘"),
}
_UNIT_OF: Final = {word: unit for unit, words in _WORDS.items() for word in words}
_FRACTIONS: Final = {
    "¼": "1/4",
    "½": "1/2",
    "¾": "3/4",
    "⅛": "1/8",
    "⅜": "3/8",
    "⅝": "5/8",
    "⅞": "7/8",
    "⅓": "1/3",
    "⅔": "2/3",
    "⅙": "1/6",
    "⅚": "5/6",
    "⅕": "1/5",
    "⅖": "2/5",
    "⅗": "3/5",
    "⅘": "4/5",
}
_GROUPED: Final = re.compile(
    r"(?P<sign>[-+]?\s*)(?P<digits>[1-9][0-9]{0,2}(?P<mark>[.,])[0-9]{3})\s*(?P<unit>[a-zA-Z\"″'′]*)"
)
"""A number whose mark may group thousands or part a fraction."""
_TOKEN: Final = re.compile(
    r"(?P<fraction>[0-9]+\s*/\s*[0-9]+)"
    r"|(?P<number>(?:[0-9]{1,3}(?:\.[0-9]{3})+,[0-9]+|[0-9][0-9,]*(?:\.[0-9]*)?|\.[0-9]+))"
    r"|(?P<unit>''|′′|’’|[\"″”“'′’‘]|[A-Za-z]+\.?)"
    r"|(?P<dash>-)"
    r"|(?P<space>\s+)"
)
WRITTEN: Final[dict[str, str]] = {"mm": " mm", "cm": " cm", "m": " m", "in": '"', "ft": " ft"}
"""How a unit stands after a number."""
_FEET_AND_INCHES: Final = re.compile(r"([0-9]{1,2})-([0-9]{1,2}(?: [0-9]+/[0-9]+)?)")
"""`12-9` as people write feet and inches on a pad."""
_EXAMPLES: Final = 'such as 13\' 4 7/8", 50 1/4", 3.6 m, 360 cm or 3600 mm'


def parse_length(text: str, unit: Unit = "mm", *, negative_ok: bool = False) -> float:
    """Read a length as written on a pad.

    Args:
        text: what the person wrote, in either system.
        unit: unit of a bare number (the job's own).
        negative_ok: whether a length under nought makes sense here.

    Returns:
        The length in mm, |value| ≤ 100 000.

    Raises:
        RefusedError: it can't be read, or could mean two things; its text says what to type (rules 1.1).
    """
    plain = _plain(text)
    negative = plain.startswith("-")
    if plain[:1] in ("-", "+"):
        plain = plain[1:].lstrip()
    if found := _FEET_AND_INCHES.fullmatch(plain):
        if unit not in ("in", "ft"):
            raise RefusedError(
                f"{text.strip()} is unclear; feet and inches are written {found[1]}' {found[2]}\"", value=text
            )
        plain = f"{found[1]}' {found[2]}"
    value = _whole(_pieces(plain, text), text, unit)
    if value > LONGEST_MM:
        raise RefusedError(f"{text.strip()} is over 100 m; check the unit", value=text, limit=LONGEST_MM)
    if negative and value and not negative_ok:
        raise RefusedError(f"a length here can't be under 0 (got {text.strip()})", value=text, limit=0)
    return -value if negative and value else value


def is_length(text: str) -> bool:
    """Whether a text can be read as a length."""
    try:
        parse_length(text, negative_ok=True)
    except RefusedError:
        return False
    return True


class AmbiguousError(RefusedError):
    """A length that could be read in two ways in its unit: `readings_of` gives both."""

    def __init__(self, text: str, *, value: object = None, unit: Unit = "mm") -> None:
        super().__init__(text, value=value)
        self.unit = unit


def one_after() -> str:
    """A pattern for a unit that follows a number."""
    words = sorted((re.escape(word) for word in _UNIT_OF), key=len, reverse=True)
    return rf"\s*(?:{'|'.join(words)})(?![A-Za-z])"


def is_bare(text: str) -> bool:
    """Whether a length is written without any unit."""
    return re.search(r"[A-Za-z\"″”“'′’‘]", text) is None


def unit_written(text: str) -> Unit | None:
    """The one unit that a length is written with; None without any, or with several, as in 12' 4\"."""
    found = re.fullmatch(r"[-+−–]?[\d\s.,/⁄½¼¾⅛⅜⅝⅞]+?\s*([A-Za-z\"″”“'′’‘]+\.?)", text.strip())
    return cast("Unit | None", _UNIT_OF.get(found[1].lower())) if found else None


def readings_of(text: str, unit: Unit) -> list[tuple[float, str]]:
    """Every way a length can be read in a unit [mm] and how that is written, the plain one first; none where it can't
    be read. A unit that is written with it holds.

    A comma before exactly three digits groups thousands where the unit is mm, and has two ways in any other; so has a
    point before three digits of mm.
    """
    plain = text.strip()
    if found := _FEET_AND_INCHES.fullmatch(plain):
        plain = f"{found[1]}' {found[2]}\"" if unit in ("in", "ft") else plain
    if found := _GROUPED.fullmatch(plain):
        own = cast(Unit, _UNIT_OF.get(found["unit"].lower(), "")) if found["unit"] else unit
        if own in MM_IN and (found["mark"] == ",") != (own == "mm"):
            sign, ways = found["sign"].strip(), [re.sub("[.,]", mark, found["digits"]) for mark in (".", "")]
            read = [(float(f"{sign}{way}") * MM_IN[own], f"{sign}{way}{WRITTEN[own]}") for way in ways]
            return [one for one in read if abs(one[0]) <= LONGEST_MM]
    written = f"{plain}{WRITTEN[unit]}" if is_bare(plain) else plain
    try:
        return [(parse_length(written, unit, negative_ok=True), written)]
    except RefusedError:
        return []


def _plain(text: str) -> str:
    if len(text) > 60:
        raise RefusedError(f"that is too long for a length; type one {_EXAMPLES}", value=text[:60])
    for sign in "−–‐‑":
        text = text.replace(sign, "-")
    for sign, plain in _FRACTIONS.items():
        text = text.replace(sign, f" {plain}")
    plain = re.sub(r"\s+", " ", text.replace("⁄", "/")).strip()
    if not plain:
        raise RefusedError(f"nothing was typed; type a length {_EXAMPLES}", value=text)
    return plain


@record
class _Piece:
    """A number with the unit that followed it: digits as written, an added fraction."""

    digits: str
    fraction: float
    unit: str


def _pieces(plain: str, text: str) -> list[_Piece]:
    """Split into numbers and their units. Digits groups set apart by blanks stay in one piece, blanks kept."""
    pieces: list[_Piece] = []
    digits, fraction, dash, at = "", None, False, 0
    while at < len(plain):
        found = _TOKEN.match(plain, at)
        if found is None:
            raise RefusedError(f"“{plain[at]}” has no place in a length; type one {_EXAMPLES}", value=text)
        at = found.end()
        kind, token = found.lastgroup, found.group()
        if kind == "space":
            continue
        if kind == "dash":
            after_feet = not digits and fraction is None and pieces and pieces[-1].unit == "ft"
            if dash or not (after_feet or (digits and fraction is None)):
                raise RefusedError(f"the dash in {plain} is unclear; type a length {_EXAMPLES}", value=text)
            dash = bool(digits)
        elif kind == "number":
            if fraction is not None or dash:
                raise RefusedError(f"{plain} has a number where a fraction or unit belongs", value=text)
            digits = f"{digits} {token}" if digits else token
        elif kind == "fraction":
            if fraction is not None:
                raise RefusedError(f"{plain} has two fractions; type one length", value=text)
            fraction, dash = _fraction(token, text), False
            if "." in digits:
                raise RefusedError(f"{plain} has a decimal and a fraction; use one of them", value=text)
        else:
            unit = _unit(token, text)
            if dash or (not digits and fraction is None):
                raise RefusedError(f"{plain} has a unit with no number before it", value=text)
            pieces.append(_Piece(digits, fraction or 0.0, unit))
            digits, fraction = "", None
    if dash:
        raise RefusedError(f"{plain} ends in a dash; type a length {_EXAMPLES}", value=text)
    if digits or fraction is not None:
        pieces.append(_Piece(digits, fraction or 0.0, ""))
    return pieces


def _fraction(token: str, text: str) -> float:
    above, below = (int(part) for part in token.split("/"))
    if below == 0:
        raise RefusedError(f"a fraction can't have 0 below the line (got {token})", value=text)
    return above / below


def _unit(token: str, text: str) -> str:
    unit = _UNIT_OF.get(token.lower())
    if unit is None and not re.search(r"[0-9½¼¾⅛⅜⅝⅞]", text):
        raise RefusedError(f"“{text[:40]}” is no length; type one with its number, as in 3.6 m", value=text)
    if unit is None:
        raise RefusedError(f"“{token}” is not a unit of length; use mm, cm, m, in or ft", value=text)
    return unit


def _whole(pieces: list[_Piece], text: str, job_unit: str) -> float:
    if len(pieces) == 1:
        return _value(pieces[0], pieces[0].unit or job_unit, text)
    if len(pieces) == 2 and pieces[0].unit == "ft" and pieces[1].unit in ("in", ""):
        feet = _number(pieces[0].digits, "ft", text)
        inches = _number(pieces[1].digits, "in", text) + pieces[1].fraction
        if pieces[0].fraction or feet != math.floor(feet):
            raise RefusedError(f"only whole feet take inches after them (got {text.strip()})", value=text)
        if inches >= 12 - 1e-9:
            raise RefusedError(
                f"12 inches or more after feet (got {text.strip()}); carry them into the feet", value=text
            )
        return feet * MM_IN["ft"] + inches * MM_IN["in"]
    said = [f"{piece.digits}|{piece.unit}" for piece in pieces if not piece.fraction]
    if len(said) == len(pieces) and re.fullmatch(r"[0-9]+\|m [0-9]{2,3}\|", " ".join(said)):
        return float(f"{pieces[0].digits}.{pieces[1].digits}") * MM_IN["m"]  # 3 m 90, as it is said
    raise RefusedError(f"{text.strip()} does not add up; only feet and then inches do, as in 13' 4 7/8\"", value=text)


def _value(piece: _Piece, unit: str, text: str) -> float:
    return (_number(piece.digits, unit, text) + piece.fraction) * MM_IN[unit]


def _number(digits: str, unit: str, text: str) -> float:
    if not digits:
        return 0.0
    if " " in digits:
        if not re.fullmatch(r"[1-9][0-9]{0,2}( [0-9]{3})+(\.[0-9]*)?", digits) or unit != "mm":
            raise RefusedError(f"{digits} is two numbers; type one length {_EXAMPLES}", value=text)
        digits = digits.replace(" ", "")
    if re.fullmatch(r"[0-9]{1,3}(\.[0-9]{3})+,[0-9]+", digits):
        return float(digits.replace(".", "").replace(",", "."))
    if "," in digits:
        digits = _without_comma(digits, unit, text)
    return float(digits)


def _without_comma(digits: str, unit: str, text: str) -> str:
    if re.fullmatch(r"[1-9][0-9]{0,2}(,[0-9]{3})+(\.[0-9]*)?", digits):
        if unit == "mm":
            return digits.replace(",", "")
        plain, point = digits.replace(",", ""), digits.replace(",", ".")
        raise AmbiguousError(
            f"does {digits} mean {plain} {unit} or {point} {unit}? Type it without the comma",
            value=text,
            unit=cast(Unit, unit),
        )
    if re.fullmatch(r"[0-9]+,[0-9]{1,2}", digits):
        return digits.replace(",", ".")
    raise RefusedError(f"the comma in {digits} is unclear; type the length without it", value=text)


def round_safe(mm: float, side: Side, step: float) -> float:
    """Round to the ruler's step: a least value up, a greatest down, any other to the nearest (rules 0).

    Args:
        mm: the value [mm], any sign.
        side: what kind of limit it is.
        step: the ruler's step [mm], over 0.

    Returns:
        A whole number of steps [mm]; ties of "nearest" go away from nought.
    """
    steps = mm / step
    whole = math.copysign(
        math.floor(abs(steps) + 0.5 + ON_A_STEP * 1e-3), steps
    )  # a tie stays one through rounding of floats
    if side == "nearest" or abs(steps - round(steps)) <= ON_A_STEP:
        return (round(steps) if side != "nearest" else whole) * step + 0.0
    return (math.ceil(steps) if side == "least" else math.floor(steps)) * step + 0.0


def show_length(mm: float, style: Style = "mm", steps_per_inch: int = 16, *, side: Side = "nearest") -> str:
    """Write a length to the nearest step of the style (rules 1.2): `13' 4 7/8"`, `50 1/4"`, `3413 mm`, `3.413 m`."""
    if style in ("mm", "cm", "m"):
        whole = round(round_safe(mm, side, 1.0))
        if style == "cm":
            return f"{round_safe(mm, side, 1.0) / 10:.1f} cm"
        return f"{whole} mm" if style == "mm" else f"{'-' if whole < 0 else ''}{abs(whole) / 1000:.3f} m"
    ticks = round(round_safe(mm, side, 25.4 / steps_per_inch) / 25.4 * steps_per_inch)
    sign, ticks = ("-" if ticks < 0 else ""), abs(ticks)
    inches, part = divmod(ticks, steps_per_inch)
    common = math.gcd(part, steps_per_inch)
    fraction = f"{part // common}/{steps_per_inch // common}" if part else ""
    feet, inches = divmod(inches, 12) if style == "feet" else (0, inches)
    tail = " ".join(word for word in (str(inches) if inches or feet or not part else "", fraction) if word)
    return f"{sign}{feet}' {tail}\"" if feet else f'{sign}{tail}"'


@record
class Ruler:
    """How one job writes lengths: unit of a bare number, style shown, ruler's fraction of an inch."""

    by_value: ClassVar[bool] = True
    unit: Unit = "mm"
    style: Style = "mm"
    steps_per_inch: int = 16

    @property
    def step(self) -> float:
        """The ruler's step [mm]: 1 mm, or the job's fraction of an inch."""
        return 25.4 / self.steps_per_inch if self.style in ("feet", "inches") else 1.0

    def show(self, mm: float, side: Side = "nearest") -> str:
        return show_length(mm, self.style, self.steps_per_inch, side=side)

    def safe(self, mm: float, side: Side) -> float:
        return round_safe(mm, side, self.step)

    def parse(self, text: str, *, negative_ok: bool = False) -> float:
        return parse_length(text, self.unit, negative_ok=negative_ok)
