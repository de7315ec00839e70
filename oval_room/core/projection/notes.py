"""What stands under the headlines of a throw."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.part import Note
from oval_room.core.report import Report
from oval_room.core.subject import Subject
from oval_room.core.words import Words


def _lens_wants(report: Report, subject: Subject, words: Words) -> str:
    """The nearest and farthest that the lens can throw this picture from."""
    ends = [report.figures.get(f"projector.{subject.projector}.{end}") for end in ("nearest", "farthest")]
    near, far = (None if figure is None else figure.value for figure in ends)
    if ends[0] is None:
        return ""
    if near == far:
        return f"this fixed lens wants {words.length(near)}"
    return f"lens wants {words.length(near, 'least')} to {words.length(far, 'greatest')}"


NOTES: Final[Mapping[str, Note]] = {"throw": _lens_wants}
