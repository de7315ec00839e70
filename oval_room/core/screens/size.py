"""Picture sizes from any one measure and an aspect (rules 2.1)."""

from __future__ import annotations

import math
import re
from typing import Final, Literal

from oval_room.core.aspect import NAMED, WIDEST_ASPECT, parse_aspect
from oval_room.core.errors import RefusedError, positive
from oval_room.core.record import record
from oval_room.core.span import Span, UnclearError, read_lengths
from oval_room.core.units import Ruler, is_bare, parse_length

WIDE: Final = Span("a picture's width", 150, 15_000, (400, 6500))
HIGH: Final = Span("a picture's height", 90, 9000, (250, 4000))

LEAST_DIAGONAL, MOST_DIAGONAL = 200.0, 20_000.0
"""Sizes that anybody looks at, corner to corner [mm]."""


@record
class PictureSize:
    """Width and height of the visible picture [mm]."""

    width: float
    height: float

    @property
    def diagonal(self) -> float:
        return math.hypot(self.width, self.height)

    @property
    def aspect(self) -> float:
        return self.width / self.height


def picture_size(
    *,
    aspect: float | None = None,
    diagonal: float | None = None,
    width: float | None = None,
    height: float | None = None,
) -> PictureSize:
    """Size from one of diagonal, width, height and an aspect, or from width and height (rules 2.1).

    Args:
        aspect: width over height, over 0.
        diagonal, width, height: [mm], over 0.

    Returns:
        The size [mm]: w = D·a/√(a²+1), h = D/√(a²+1).

    Raises:
        RefusedError: too little, too much, or a value not over 0.
    """
    given = {
        name: value
        for name, value in (("diagonal", diagonal), ("width", width), ("height", height))
        if value is not None
    }
    for name, value in given.items():
        positive(value, name)
    if aspect is None:
        if set(given) != {"width", "height"}:
            raise RefusedError(
                "give one of diagonal, width or height with an aspect, or width and height", field="aspect"
            )
        return PictureSize(given["width"], given["height"])
    if not 1 / WIDEST_ASPECT <= aspect <= WIDEST_ASPECT:
        raise RefusedError(
            f"give an aspect up to {WIDEST_ASPECT:g}, such as 16:9 or 2.4 (got {aspect:g})",
            field="aspect",
            value=aspect,
        )
    if len(given) != 1:
        raise RefusedError(
            "with an aspect give just one of diagonal, width or height", field=next(iter(given), "width")
        )
    if diagonal is not None:
        root = math.sqrt(aspect * aspect + 1)
        return PictureSize(diagonal * aspect / root, diagonal / root)
    if width is not None:
        return PictureSize(width, width / aspect)
    assert height is not None
    return PictureSize(height * aspect, height)


DIAGONAL: Final = {
    "panel": Span("a TV's diagonal", LEAST_DIAGONAL, MOST_DIAGONAL, (400, 3100)),
    "screen": Span("a screen's diagonal", LEAST_DIAGONAL, MOST_DIAGONAL, (1000, 6000)),
}
"""What a picture's size across its corners plausibly is, by its kind."""
_SHAPE: Final = r"[0-9]+(?:[.,][0-9]+)?\s*[:/x×]\s*[0-9]+(?:[.,][0-9]+)?|[1-4][.,][0-9]{1,2}(?:\s*:\s*1)?|" + "|".join(
    NAMED
)
_SAID: Final = re.compile(
    r"(?P<size>.+?)\s*(?:(?<![a-z])(?P<of>wide|width|w|across|high|height|h|tall|diagonal|diag)\b\.?)?"
    rf"(?:\s*(?:,|\bat\b|\bin\b|(?<=[\s\"″]))\s*(?P<shape>{_SHAPE}))?\s*(?P<late>wide|high|diagonal)?",
    re.IGNORECASE,
)


@record
class SaidSize:
    """A picture's size as it was said: which of its measures, how long [mm], and its aspect if that was said too."""

    of: Literal["diagonal", "width", "height"]
    mm: float
    aspect: float | None

    def size(self, aspect: float) -> PictureSize:
        """The size at an aspect, unless it has its own."""
        return picture_size(aspect=self.aspect or aspect, **{self.of: self.mm})


def said_size(text: str, kind: Literal["panel", "screen"], ruler: Ruler) -> SaidSize:
    """A picture's size as people say it: a bare number, or one in inches, is its diagonal; a width or height by its
    word; width x height; an aspect after it (rules 2.1).

    Raises:
        UnclearError: a length in another unit without a word, or a number that is no diagonal in inches.
        RefusedError: it can't be read, or is no size that anybody looks at.
    """
    text = re.sub(r"^(diagonal|width)\s+(.*)$", r"\2 \1", re.sub(r"\s+by\s+", " x ", text.strip()), flags=re.IGNORECASE)
    found = _SAID.fullmatch(text)
    sides = re.fullmatch(r"(?P<w>[^x×]+)[x×](?P<h>[^x×]+)", text)
    if sides and not (found and found["shape"] and not re.search("[x×]", found["size"])):
        wide, high = read_lengths(ruler, [(sides["w"], WIDE), (sides["h"], HIGH)])
        return SaidSize("width", wide, wide / high)
    if found is None:
        raise RefusedError(f"give a size, as in 110 or 110 at 2.40 (got {text.strip()[:30]})", value=text)
    aspect = parse_aspect(found["shape"].replace(",", ".")) if found["shape"] else None
    word = (found["of"] or found["late"] or "").lower()
    if word in ("wide", "width", "w", "across"):
        return SaidSize("width", read_lengths(ruler, [(found["size"], WIDE)])[0], aspect)
    if word in ("high", "height", "h", "tall"):
        return SaidSize("height", read_lengths(ruler, [(found["size"], HIGH)])[0], aspect)
    return SaidSize("diagonal", _diagonal(found["size"].strip(), kind, bool(word)), aspect)


_SHAPE_FIRST: Final = re.compile(rf"(?P<shape>{_SHAPE}),?\s+(?P<size>[0-9.½¼¾].*)", re.IGNORECASE)


def shape_last(text: str) -> str:
    """A size whose shape was said first, with it last: `scope 110` as `110 scope`."""
    found = _SHAPE_FIRST.fullmatch(text.strip())
    return f"{found['size']} {found['shape']}" if found and not found["size"].startswith(("x", "×")) else text


def _diagonal(size: str, kind: Literal["panel", "screen"], said: bool) -> float:
    """A diagonal [mm]; a length in metres or feet is one only where that is said."""
    if not said and re.search(r"(?:[cm]?m|ft|feet|foot|metres?|meters?|['′])\s*$", size, re.IGNORECASE):
        parse_diagonal(size)
        ways = [f"{size} wide", f"{size} diagonal"]
        raise UnclearError(f"Is {size} its width or its diagonal?", [[(size, way)] for way in ways], value=size)
    mm = parse_diagonal(size) if not is_bare(size) else None
    if mm is None:
        try:
            (mm,) = read_lengths(Ruler("in", "inches"), [(size, DIAGONAL[kind])])
        except UnclearError as unclear:
            swaps = [
                [(old, new if new.endswith('"') else f"{new} diagonal") for old, new in one] for one in unclear.swaps
            ]
            raise UnclearError(unclear.text, swaps, value=size) from unclear
    return mm


def parse_diagonal(text: str) -> float:
    """A picture's diagonal [mm] as people say it: a bare number is inches in every job.

    Raises:
        RefusedError: it is no size that anybody looks at.
    """
    mm = parse_length(text, "in")
    if not LEAST_DIAGONAL <= mm <= MOST_DIAGONAL:
        raise RefusedError(f"give a picture's diagonal from 8 to 787 inches (got {text.strip()})", value=text)
    return mm
