"""Picture sizes from any one measure and an aspect (rules 2.1)."""

from __future__ import annotations

import math
from dataclasses import dataclass

from oval_room.core.aspect import WIDEST_ASPECT
from oval_room.core.errors import RefusedError, positive
from oval_room.core.units import parse_length

LEAST_DIAGONAL, MOST_DIAGONAL = 200.0, 20_000.0
"""Sizes that anybody looks at, corner to corner [mm]."""


@dataclass(frozen=True, slots=True)
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


def parse_diagonal(text: str) -> float:
    """A picture's diagonal [mm] as people say it: a bare number is inches in every job.

    Raises:
        RefusedError: it is no size that anybody looks at.
    """
    mm = parse_length(text, "in")
    if not LEAST_DIAGONAL <= mm <= MOST_DIAGONAL:
        raise RefusedError(f"give a picture's diagonal from 8 to 787 inches (got {text.strip()})", value=text)
    return mm
