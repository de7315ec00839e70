"""The delta line: what one change did, in a line (`angle 34.0 → 36.2°, one new stop`)."""

from __future__ import annotations

from typing import Final

from oval_room.core.evaluate import moved
from oval_room.core.figures import show_value
from oval_room.core.levels import Level
from oval_room.core.parts import SUBJECTS
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.units import Ruler

MOST_FIGURES: Final = 3
_COUNT: Final = ("no", "one", "two", "three", "four", "five", "six")


@record
class Delta:
    """What moved: text of the line, finding keys that are new and that are gone."""

    text: str
    new: tuple[str, ...]
    gone: tuple[str, ...]


def compare(before: Report, after: Report, ruler: Ruler, subject: tuple[str, ...] = ()) -> Delta:
    """The delta line between two reports; figures of the subject's ids come first, one of each kind."""
    changed = []
    for key, figure in after.figures.items():
        old, kind = before.figures.get(key), figure.kind
        if not kind.rank or old is None or old.value is None or figure.value is None:
            continue
        if moved(kind.unit, old.value, figure.value, ruler):
            changed.append((not figure.is_about(subject, SUBJECTS), kind.rank, figure, old.value))
    changed.sort(key=lambda item: item[:2])
    parts: list[str] = []
    seen: set[str] = set()
    for _, _, figure, was in changed:
        if figure.kind.pattern in seen or len(parts) == MOST_FIGURES or figure.value is None:
            continue
        seen.add(figure.kind.pattern)
        side = figure.kind.side
        one, other = (
            show_value(was, figure.kind.unit, ruler=ruler, side=side),
            show_value(figure.value, figure.kind.unit, ruler=ruler, side=side),
        )
        parts.append(f"{figure.kind.short} {one} → {other}")
    levels_before = {finding.key: finding.level for finding in before.findings}
    levels_after = {finding.key: finding.level for finding in after.findings}
    new = tuple(
        key
        for key, level in levels_after.items()
        if level.rank < 2 and levels_before.get(key, Level.GOOD).rank > level.rank
    )
    gone = tuple(
        key
        for key, level in levels_before.items()
        if level.rank < 2 and levels_after.get(key, Level.GOOD).rank > level.rank
    )
    for keys, levels, word in ((new, levels_after, "new"), (gone, levels_before, "cleared")):
        for level in (Level.STOP, Level.MIND):
            count = sum(1 for key in keys if levels[key] is level)
            if count:
                number = _COUNT[count] if count < len(_COUNT) else str(count)
                noun = f"{level}s" if count > 1 else str(level)
                parts.append(f"{number} {noun} cleared" if word == "cleared" else f"{number} new {noun}")
    return Delta(", ".join(parts), new, gone)
