"""What kinds of gear share: the kind itself, ways to read a figure, figures that all have."""

from __future__ import annotations

import math
import re
from collections.abc import Callable, Collection, Mapping
from typing import Any, Final, get_args

from oval_room.core.aspect import parse_aspect
from oval_room.core.errors import RefusedError
from oval_room.core.gear.field import (
    INCH,
    W_H_D,
    Amount,
    GearField,
    Read,
    length_of,
    lengths_of,
    mass_of,
    mm,
    plain_number,
)
from oval_room.core.gear.printed import Rule
from oval_room.core.plan.gear import GearItem, Panel, Screen, SoundKind
from oval_room.core.plan.measure import Values
from oval_room.core.record import record
from oval_room.core.screens.size import picture_size
from oval_room.core.span import Span

MOST_RATIO: Final = 12.0
SIDE: Final = Span("a picture's side", 100, 12_000, (150, 5000))
PIXEL_WORDS: Final = {
    "8k": (7680, 4320),
    "4k": (3840, 2160),
    "uhd": (3840, 2160),
    "2160p": (3840, 2160),
    "5k": (5120, 2880),
    "1440p": (2560, 1440),
    "qhd": (2560, 1440),
    "wqhd": (2560, 1440),
    "uwqhd": (3440, 1440),
    "1080p": (1920, 1080),
    "fhd": (1920, 1080),
    "full hd": (1920, 1080),
    "wuxga": (1920, 1200),
    "wxga": (1280, 800),
    "720p": (1280, 720),
}
ASPECTS: Final = r"(?:16|21|32|24|5|4|3)\s*[:/]\s*(?:9|10|4|3)|[12][.,][0-9]{1,2}(?:\s*:\s*1)?"
"""Aspects as they are printed."""
SHEET_SIZE: Final = 100.0
"""Makers' tables of distances are for a picture of this diagonal in 16:9, unless they say another [inch]."""


@record
class GearKind:
    """A kind: its word, its titles, its model, its figures."""

    word: str
    title: str
    titles: str
    model: type[Any]
    fields: tuple[GearField, ...]
    fixed: Values
    """Values that make it of this kind."""
    doubts: Callable[[GearItem, Collection[str]], list[str]] = lambda item, given: []
    """What is doubtful of an item as a whole, with the names of the values that were given."""
    together: Callable[[Mapping[str, str]], Mapping[str, str]] = lambda given: given
    """Figures as texts, each with what another tells of it: a diagonal with the shape of its pixels."""
    unclear: Callable[[Mapping[str, str], Collection[str]], str] = lambda given, bare: ""
    """What must be asked of a line's figures, with those that came without their word; empty where nothing must."""
    sides: str = W_H_D
    """The order in which its sheets print width, height and depth."""
    printed: tuple[Rule, ...] = ()
    """How its sheets print what the figures are read from."""
    hints: tuple[tuple[re.Pattern[str], str], ...] = ()
    """What is asked of a piece that is no figure, but looks so: {} is the piece."""


def bare(pattern: str) -> re.Pattern[str]:
    return re.compile(pattern, re.IGNORECASE)


def number(key: str, what: str, lo: float, hi: float) -> Callable[[str], Read]:
    return lambda text: Read({key: plain_number(text, what, lo, hi)})


def length(key: str, span: Span) -> Callable[[str], Read]:
    return lambda text: Read({key: length_of(text, span)})


def word(key: str, words: tuple[str, ...]) -> Callable[[str], Read]:
    def read(text: str) -> Read:
        plain = text.strip().lower()
        fits = [word for word in words if word == plain] or [word for word in words if plain and word.startswith(plain)]
        if len(fits) != 1:
            raise RefusedError(f"give one of {', '.join(words)} (got {text.strip()[:20]})", value=text)
        return Read({key: fits[0]})

    return read


SOUNDS: Final[tuple[str, ...]] = get_args(SoundKind)


def words_of(key: str, words: tuple[str, ...], what: str) -> Callable[[str], Read]:
    """Words of a list, in the order they are said; of two words that begin alike the longer is meant."""
    longest = "|".join(re.escape(one) for one in sorted(words, key=len, reverse=True))

    def read(text: str) -> Read:
        plain = re.sub(r"[+/]| and ", " ", text.lower()).strip()
        found = re.findall(rf"(?<!\S)(?:{longest})(?!\S)", plain)
        if not found or re.sub(rf"(?<!\S)(?:{longest})(?!\S)", "", plain).strip():
            raise RefusedError(f"give {what} of {', '.join(words)} (got {text.strip()[:30]})", value=text)
        return Read({key: tuple(dict.fromkeys(found))})

    return read


def shown(key: str, unit: str = "", form: str = "{:g}") -> Callable[[GearItem], str]:
    def show(item: GearItem) -> str:
        value = getattr(item, key)
        return "" if value is None else f"{form.format(value) if isinstance(value, float) else value}{unit}"

    return show


def in_mode(key: str, mode: str, unit: str, what: str, lo: float, hi: float) -> Callable[[str], Read]:
    """A figure that hangs on the mode it was taken in: `26 dB eco`."""

    def read(text: str) -> Read:
        found = re.fullmatch(
            rf"([0-9.,]+)\s*(?:{unit}(?:\([a-z]\))?)?[\s,(]*(?:in\s+)?([^)]*?)(?:\s+mode)?\)?\s*", text.strip(), re.I
        )
        if not found:
            raise RefusedError(
                f"give {what} from {lo:g} to {hi:g}, with its mode (got {text.strip()[:30]})", value=text
            )
        values: Values = {key: plain_number(found[1], what, lo, hi)}
        return Read(values | ({mode: found[2].strip()} if found[2].strip() else {}))

    return read


def mode_shown(key: str, mode: str, unit: str) -> Callable[[GearItem], str]:
    def show(item: GearItem) -> str:
        value, named = getattr(item, key), getattr(item, mode)
        return "" if value is None else f"{value:g} {unit}" + (f" {named}" if named else "")

    return show


MOST_WITHIN: Final = 5000.0
"""No display shows more within one frame, but one whose black gives no light; a greater figure is another's."""


def _contrast(text: str) -> Read:
    """Contrast within one frame, never between frames (rules 5.4)."""
    if re.search(r"dynamic|full on|on/off|sequential", text, re.IGNORECASE):
        raise RefusedError(
            "a dynamic or full on/off figure says nothing of one picture and is not used: give the contrast of a "
            "chequerboard (ANSI), or leave it out",
            value=text,
        )
    plain = re.sub(r"(?:ansi|native|chequerboard|checkerboard|:\s*1\b)", "", text, flags=re.IGNORECASE).strip()
    value = plain_number(plain, "the contrast within one picture", 5, 1e7)
    if value > MOST_WITHIN:
        raise RefusedError(
            f"{value:,.0f}:1 is not within one picture: give the contrast of a chequerboard (ANSI), or leave it out",
            value=text,
        )
    return Read({"contrast": value})


CONTRAST = GearField(
    "contrast",
    "ANSI or chequerboard contrast (never dynamic)",
    "contrast in the room",
    "450:1",
    _contrast,
    lambda item: f"{item.contrast:g}:1" if item.contrast else "",
    bare(r"[0-9.,]+\s*:\s*1\b.*"),
)


def amount(unit: str, key: str) -> Amount:
    """A figure that is one value of an item."""

    def of(item: GearItem) -> tuple[float, float] | None:
        value = getattr(item, key)
        return None if value is None else (value, value)

    return Amount(unit, of)


_SIDE_SAID: Final = r"[0-9.,]+\s*(?:mm|cm|in|\"|″)?"
THREE_SIDES: Final = bare(rf"{_SIDE_SAID}(?:\s*[x×]\s*{_SIDE_SAID}){{2}}(?:\s+\(?without stand\)?)?")
"""Width, height and depth, in the order that a kind's sheets print them."""

# ── what all have ──

MASS = GearField(
    "weight",
    "weight, net weight (without stand, feet or packing)",
    "what wall, mount and stairs must bear",
    "3.8 kg",
    lambda text: mass_of(text),
    lambda item: "" if item.mass_kg is None else f"{item.mass_kg:g} kg",
    bare(r"[0-9.,]+\s*(?:kg|kilos?|lbs?|pounds?)(?:\s*[0-9.]+\s*oz)?"),
    amount=amount("kg", "mass_kg"),
    also=("net weight", "mass", "without stand", "weight without stand"),
)


_MONEY: Final = r"(?:[€$£]|(?:eur(?:os?)?|usd|gbp|dollars?)\b)"


def _price(text: str) -> Read:
    """A price, and when it was asked where that is said: `2400 on 2026-05`."""
    plain = re.sub(rf"(?<=[0-9])\s*{_MONEY}", "", text.strip(), flags=re.IGNORECASE).lstrip("€$£ ")
    dated = re.fullmatch(r"(.+?)[\s,(]+(?:on|of|in|from)?\s*(\d{4}-\d{2}(?:-\d{2})?)\)?", plain)
    price = plain_number(dated[1] if dated else plain, "a price", 0, 1e6)
    return Read({"price": price, "price_on": dated[2]} if dated else {"price": price})


def _price_shown(item: GearItem) -> str:
    if item.price is None:
        return ""
    return f"{item.price:g}" + (f" on {item.price_on}" if item.price_on else "")


WATTS = GearField(
    "watts",
    "power consumption, typical",
    "what it costs to run, and its heat",
    "40 W",
    number("watts", "the watts", 0, 5000),
    shown("watts", " W"),
    bare(r"[0-9.,]+\s*w(?:atts?)?"),
    amount=amount("W", "watts"),
)
PRICE = GearField(
    "price",
    "price",
    "the budget",
    "2400",
    _price,
    _price_shown,
    bare(r"[€$£]\s*[0-9.,]+.*|[0-9][0-9.,]*\s*" + _MONEY),
    amount=amount("", "price"),
    also=("costs", "cost", "rrp"),
)
NOTE = GearField(
    "note",
    "anything else",
    "what its other figures do not say",
    "needs its own lens",
    lambda text: Read({"note": text.strip()}),
    shown("note"),
)


def _pixels(text: str) -> Read:
    plain = text.strip().lower().removesuffix(" uhd")
    if plain in PIXEL_WORDS:
        return Read({"pixels": PIXEL_WORDS[plain]})
    found = re.match(r"([0-9]{3,5})\s*[x×]\s*([0-9]{3,5})", plain)
    if not found:
        raise RefusedError(f"give the pixels, as in 4k or 3840 x 2160 (got {text.strip()[:20]})", value=text)
    return Read({"pixels": (int(found[1]), int(found[2]))})


_KNOWN: Final = "|".join(
    rf"(?:{widths})\s*[x×]\s*{high}"
    for widths, high in (
        ("1280", 720),
        ("1024|1366", 768),
        ("1280", 800),
        ("1440|1600", 900),
        ("1680", 1050),
        ("1920|2560|3840|4096", 1080),
        ("1600|1920", 1200),
        ("2560|3440|5120", 1440),
        ("2560|3840", 1600),
        ("3840|4096|5120", 2160),
        ("5120", 2880),
        ("7680", 4320),
    )
)
"""Pairs that are pixels, whatever else stands beside them: nobody's panel is just so wide and high in mm."""
PIXELS = GearField(
    "pixels",
    "resolution, native resolution (never “supports”)",
    "sharpness from every seat",
    "4k",
    _pixels,
    lambda item: f"{item.pixels[0]} x {item.pixels[1]}",
    bare(rf"(?:{'|'.join(PIXEL_WORDS)})|4k uhd|[0-9]{{3,5}}\s*[x×]\s*[0-9]{{3,5}}\s*(?:px|pixels?)|{_KNOWN}"),
    also=("native resolution", "resolution"),
)


def lag_fields() -> tuple[GearField, ...]:
    return (
        GearField(
            "refresh",
            "refresh rate, Hz",
            "what a console or computer may send",
            "120 Hz",
            number("refresh_hz", "a rate in Hz", 20, 1000),
            shown("refresh_hz", " Hz"),
            bare(r"[0-9.,]+\s*hz"),
            also=("refresh rate",),
        ),
        GearField(
            "lag",
            "input lag, as measured, in its mode",
            "games",
            "12 ms",
            in_mode("lag_ms", "lag_mode", "ms", "the lag in ms", 0, 1000),
            mode_shown("lag_ms", "lag_mode", "ms"),
            bare(r"[0-9.,]+\s*ms\b.*"),
            also=("input lag",),
        ),
    )


def _size(text: str) -> Read:
    """A picture's size: its diagonal in inches with an aspect, or width x height."""
    plain = re.sub(r"\s*\bdiagonal\b", "", text.strip(), flags=re.IGNORECASE)
    by_width = re.fullmatch(rf"([0-9.,]+\s*(?:mm|cm|m))\s*wide,?\s*({ASPECTS})", plain, re.IGNORECASE)
    if by_width:
        across, shape = length_of(by_width[1], SIDE), by_width[2]
        up = across / parse_aspect(shape.replace(",", "."))
        return Read({"width": round(across, 1), "height": round(up, 1)}, f"{across:g} mm at {shape}: {up:.1f} mm high")
    sides = re.fullmatch(r"([0-9]+[0-9.,]*)\s*(mm|cm|m)?\s*[x×]\s*[0-9.,]+\s*(mm|cm|m)?", plain, re.IGNORECASE)
    if sides and (sides[2] or sides[3] or len(sides[1]) > 2):
        wide, high = lengths_of(plain, (SIDE, SIDE), "the picture's width x height")
        return Read({"width": round(wide, 1), "height": round(high, 1)})
    found = re.fullmatch(
        r"([0-9.,]+)\s*(?:\"|″|in\b\.?|inch(?:es)?)?\s*,?\s*(?:at\s+)?([0-9.,]+\s*[:/x×]\s*[0-9.,]+|[12][.,][0-9]+)?",
        plain,
        re.IGNORECASE,
    )
    if not found:
        raise RefusedError(
            f'give the diagonal, as in 65" or 49" 32:9, or width x height (got {plain[:30]})', value=text
        )
    inches = plain_number(found[1], "a diagonal in inches", 8, 400)
    aspect = parse_aspect(found[2].replace(",", ".")) if found[2] else 16 / 9
    size = picture_size(diagonal=inches * INCH, aspect=aspect)
    working = f"{inches:g}″ at {found[2] or '16:9'}: {size.width:.1f} × {size.height:.1f} mm"
    return Read({"width": round(size.width, 1), "height": round(size.height, 1)}, working)


def _inches(item: GearItem) -> tuple[float, float] | None:
    diagonal = math.hypot(item.width, item.height) / INCH if isinstance(item, (Panel, Screen)) else None
    return None if diagonal is None else (diagonal, diagonal)


def size_field(example: str) -> GearField:
    return GearField(
        "size",
        "screen size, diagonal, viewable picture",
        "everything that is seen",
        example,
        _size,
        lambda item: f"{mm(item.width)} x {mm(item.height)}",
        bare(
            r"[0-9.,]+\s*(?:mm|cm|m)\s*wide\b.*"
            r"|[0-9.,]+\s*(?:\"|″|in|inch(?:es)?)(?:\s+diagonal)?"
            r"(?:\s*(?:at\s+)?(?:[0-9.,]+\s*[:/]\s*[0-9.,]+|[12][.,][0-9]+))?"
            r"|[0-9.,]+\s*(?:mm|cm|m)?\s*[x×]\s*[0-9.,]+\s*(?:mm|cm|m)"
        ),
        first=True,
        amount=Amount("″", _inches),
        also=("diagonal", "screen size"),
        leads=bare(r"[0-9]{1,3}(?:[.,][0-9])?"),
        adds=bare(rf"(?:at\s+)?(?:{ASPECTS})"),
    )
