"""Study of dusting: how many wipes a picture takes."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.dusting.document import Dusting
from oval_room.core.dusting.figures import KINDS

from oval_room.core.figures import FigureBook, Input
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture

STROKE: Final = 0.1
"""What one wipe cleans [m²]."""


@record
class DustingResult(Result):
    """How many wipes each picture takes."""


def study_dusting(pictures: Mapping[str, Picture], kept: Dusting) -> DustingResult:
    """Wipes of every picture, shared among the cloths there are."""
    book = FigureBook(KINDS)
    for key, picture in pictures.items():
        area = picture.across * picture.height / 1e6
        hands = max(len(kept.cloths), 1)
        book.add("dust_wipes", area / STROKE / hands, Input("A", "its face, m²", area / hands, "ratio"), picture=key)
    return DustingResult(book.figures, ())
