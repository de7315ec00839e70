"""What stands under the headlines of a picture's height."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.part import Note
from oval_room.core.report import Report
from oval_room.core.subject import Subject
from oval_room.core.words import Words


def _ladder_allows(report: Report, subject: Subject, words: Words) -> str:
    """Between which heights a picture's lower edge may lie."""
    ends = [report.figures.get(f"picture.{subject.picture}.ladder.{end}") for end in ("lo", "hi")]
    lo, hi = (None if figure is None else figure.value for figure in ends)
    if ends[0] is None:
        return ""
    if lo is not None and hi is not None and lo > hi:
        return f"no height works, by {words.length(lo - hi, 'least')}"
    return f"ladder allows {words.length(lo, 'least')} to {words.length(hi, 'greatest')}"


NOTES: Final[Mapping[str, Note]] = {"bottom": _ladder_allows}
