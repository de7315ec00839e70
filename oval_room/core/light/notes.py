"""What stands under the headlines of brightness and contrast."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.figures import show_figure
from oval_room.core.light.study import LightResult
from oval_room.core.part import Note
from oval_room.core.report import Report
from oval_room.core.subject import Subject
from oval_room.core.words import Words


def _in_foot_lamberts(report: Report, subject: Subject, words: Words) -> str:
    figure = report.figures.get(f"picture.{subject.picture}.foot_lamberts")
    return show_figure(figure, words.ruler) if figure else ""


def _good_for(report: Report, subject: Subject, words: Words) -> str:
    """The scene that is looked at and what its contrast is good for."""
    lit = report.of(LightResult).pictures.get(subject.picture or "")
    if lit is None or not subject.scene:
        return ""
    return f"in {words.names.get(subject.scene, '')}: {lit.scenes[subject.scene][2]}"


NOTES: Final[Mapping[str, Note]] = {"white": _in_foot_lamberts, "contrast": _good_for}
