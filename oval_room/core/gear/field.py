"""One figure of a kind of gear: the words makers print for it, what it does to a plan, how it is read and shown."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from typing import Any, Final

from oval_room.core.errors import RefusedError
from oval_room.core.plan.measure import Values
from oval_room.core.record import record
from oval_room.core.span import Span, read_lengths
from oval_room.core.units import MM_IN, Ruler

LONGEST: Final = 400
"""The most characters of one figure."""
POUND_KG: Final = 0.45359237
MILLIMETRES: Final = Ruler("mm", "mm")
"""Makers print mm where they print no unit, whatever the job is in."""


@record
class Read:
    """What a figure came to: the item's values, and the working where it was converted."""

    values: Values
    working: str = ""


class SheetError(RefusedError):
    """Figures that can't be used, each by its field's word; `""` for the item as a whole."""

    def __init__(self, wrong: Mapping[str, str]) -> None:
        super().__init__("; ".join(f"{word}: {text}" if word else text for word, text in wrong.items()))
        self.wrong = dict(wrong)


@record
class Amount:
    """A figure as a number, for choosing and plotting: its unit, and an item's least and greatest of it; None where the
    item does not say it."""

    unit: str
    of: Callable[[Any], tuple[float, float] | None]


@record
class GearField:
    """One figure.

    word: what it begins with on a line, and its name in files' and cards' help. printed: words makers print for it.
    does: what it does to a plan. example: one that can be typed. read: its text (without the word) to values; may
    raise RefusedError. show: how an item's figure is written, empty where it has none; it can be read again. bare: a
    text that is clearly this figure without its word (`2200 lm`), or its last group is. first: asked before the rest.
    amount: the figure as a number, where items are chosen by it. also: other words that makers print before it. leads:
    a text that is this figure where it stands first (`65`). adds: what is no figure alone and goes on with this one
    (the aspect of a size). joint: what stands between where it is said in several pieces; empty for what is said once.
    """

    word: str
    printed: str
    does: str
    example: str
    read: Callable[[str], Read]
    show: Callable[[Any], str]
    bare: re.Pattern[str] | None = None
    first: bool = False
    amount: Amount | None = None
    also: tuple[str, ...] = ()
    leads: re.Pattern[str] | None = None
    adds: re.Pattern[str] | None = None
    joint: str = ""


def plain_number(text: str, what: str, lo: float, hi: float) -> float:
    """A number with a point or a comma.

    Raises:
        RefusedError: it is none, or is outside what is usual.
    """
    plain = re.sub(r"\s*[a-zA-Z%°\"″/²]+.*$", "", text.strip()).strip()
    grouped = re.sub(r"[.,]", "", plain)
    if re.fullmatch(r"[0-9]{1,3}(?:[.,][0-9]{3})+", plain) and lo <= float(grouped) <= hi:
        small = float(plain.replace(",", ".")) if plain.count(",") + plain.count(".") == 1 else lo - 1
        plain = plain if lo <= small <= hi else grouped  # 2.200 lm are two thousand
    plain = plain.replace(",", ".")
    if not re.fullmatch(r"[0-9]{1,7}(?:\.[0-9]{1,6})?|\.[0-9]{1,6}", plain) or not lo <= float(plain) <= hi:
        raise RefusedError(f"give {what} from {lo:g} to {hi:g} (got {text.strip()[:30]})", value=text)
    return float(plain)


def numbers_of(text: str) -> list[float]:
    """Every number of a text."""
    return [float(one.replace(",", ".")) for one in re.findall(r"[0-9]+(?:[.,][0-9]+)?", text)]


def within(parts: Sequence[str], spans: Sequence[Span]) -> list[float]:
    """Lengths of a sheet [mm], each what its span says that it is.

    Raises:
        UnclearError: another unit makes better sense of those without one.
        RefusedError: one can't be read, or is outside its span.
    """
    found = read_lengths(MILLIMETRES, list(zip(parts, spans, strict=True)))
    for part, value, span in zip(parts, found, spans, strict=True):
        if not span.fit(value):
            raise RefusedError(f"{span.told(MILLIMETRES)} (got {part}, that is {value:,.0f} mm)", value=part)
    return found


def lengths_of(text: str, spans: Sequence[Span], what: str, least: int | None = None) -> list[float]:
    """Lengths with an x between, one for each span, or as many as `least` of them [mm]. A unit after the last counts
    for those without one; where none is given they are mm, as makers print them, if that makes sense of them all.

    Raises:
        UnclearError: another unit makes better sense of them.
        RefusedError: not so many, one can't be read, or it is nothing that such a length is.
    """
    parts = [part.strip() for part in re.split(r"[x×*]|\bby\b", text, flags=re.IGNORECASE)]
    if not (least or len(spans)) <= len(parts) <= len(spans) or not all(parts):
        raise RefusedError(f"give {what} (got {text.strip()[:40]})", value=text)
    last = re.search(r"(?:mm|cm|m|in|inch(?:es)?|\"|″)\s*$", parts[-1], re.IGNORECASE)
    if last:
        parts = [part if re.search(r"[a-zA-Z\"″'′]", part) else f"{part} {last[0]}" for part in parts]
    return within(parts, spans[: len(parts)])


_UNIT: Final = r"mm|cm|in|\"|″"
W_H_D: Final = "whd"
W_D_H: Final = "wdh"
"""Orders in which sheets print width, height and depth."""


def by_letters(text: str, order: str) -> str:
    """Three sides that are printed with their letters, each (`1228 (W) x 57 (D) x 708 (H) mm`) or all at once
    (`W x D x H: 1228 x 57 x 708`), in another order; any other text as it is."""
    sides = _headed(text.strip()) or _lettered(text)
    if not sides:
        return text
    ends = (re.search(f"({_UNIT})$", end.strip(), re.IGNORECASE) for end in (text, [*sides.values()][-1]))
    unit = next((end[1] for end in ends if end), "")
    row = [sides[letter] for letter in order]
    return " x ".join(one if re.search(f"(?:{_UNIT})$", one, re.IGNORECASE) else f"{one} {unit}".strip() for one in row)


def _headed(text: str) -> dict[str, str]:
    """Sides by their letters where these stand before or after all of them."""
    letters = r"\(?([whd])\s*[x×/]\s*([whd])\s*[x×/]\s*([whd])\)?"
    before = re.fullmatch(rf"{letters}\s*[:=]?\s*(?P<sides>.+)", text, re.IGNORECASE)
    found = before or re.fullmatch(rf"(?P<sides>.+?)\s*{letters}", text, re.IGNORECASE)
    if not found:
        return {}
    row = [side.strip() for side in re.split("[x×]", found["sides"])]
    named = [one.lower() for one in found.groups() if one and len(one) == 1]
    return dict(zip(named, row, strict=True)) if len(row) == len(set(named)) == 3 else {}


def _lettered(text: str) -> dict[str, str]:
    """Sides by their letters where each has its own."""
    if not re.fullmatch(r"[\s0-9.,x×()whdmcin:=\"″]*", text, re.IGNORECASE):
        return {}
    number = rf"([0-9.,]+\s*(?:{_UNIT})?)"
    after = re.findall(rf"{number}\s*\(?([whd])\b\)?", text, re.IGNORECASE)
    before = [(side, letter) for letter, side in re.findall(rf"\b([whd])\s*[:=]?\s*{number}", text, re.IGNORECASE)]
    for sides in (after, before):
        told = {letter.lower(): side.strip() for side, letter in sides}
        if len(sides) == len(told) == 3:
            return told
    return {}


def length_of(text: str, span: Span) -> float:
    """One length [mm], as `lengths_of`."""
    return lengths_of(text, (span,), span.what)[0]


def mass_of(text: str) -> Read:
    """A mass in kg or lb [kg].

    Raises:
        RefusedError: it is none, or no unit says which.
    """
    if re.search(r"\bwith\b.*(?:stand|feet|foot)", text, re.IGNORECASE):
        raise RefusedError("give the weight without the stand: that is what hangs", value=text)
    plain = re.sub(r"^\(?(?:without|no) (?:stand|feet|foot)\)?\s*", "", text.strip(), flags=re.IGNORECASE)
    plain = re.sub(r"\s*\(?(?:without|no|net)\b.*$", "", plain, flags=re.IGNORECASE)
    plain = re.sub(
        r"^([0-9]+)\s*lb ([0-9]+(?:\.[0-9]+)?) oz$",
        lambda n: f"{int(n[1]) + float(n[2]) / 16:.4g} lb",
        plain,
        flags=re.I,
    )
    found = re.fullmatch(r"([0-9]+(?:[.,][0-9]+)?)\s*(kg|kilos?|lbs?|pounds?)", plain, re.IGNORECASE)
    if not found:
        raise RefusedError(
            f"give the weight with its unit, as in 3.8 kg or 8.4 lb (got {text.strip()[:20]})", value=text
        )
    value, pounds = float(found[1].replace(",", ".")), found[2].lower().startswith(("lb", "pound"))
    kg = value * POUND_KG if pounds else value
    if not 0.1 <= kg <= 400:
        raise RefusedError(f"give a weight from 0.1 to 400 kg (got {text.strip()[:20]})", value=text)
    return Read({"mass_kg": round(kg, 2)}, f"{value:g} lb × 0.4536 = {kg:.2f} kg" if pounds else "")


def mm(value: float) -> str:
    """A length as files and cards write it: mm, tenths where there are any."""
    return f"{value:.1f}".removesuffix(".0") + " mm"


INCH: Final = MM_IN["in"]
