"""The delta line: what one change did, in a line (`angle 34.0 → 36.2°, one new stop`)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from oval_room.core.evaluate import Report, moved
from oval_room.core.figures import show_value
from oval_room.core.levels import Level
from oval_room.core.units import Ruler

MOST_FIGURES: Final = 3
_ORDER: Final = (
    "throw", "angle", "bottom", "width", "lens_z", "upper_row", "shift_use", "neck", "sightline", "contrast", "white",
    "plate_x", "plate_y", "pole", "behind", "distance", "sharpness", "top_angle",
)  # fmt: skip
_SHORT: Final = {
    "throw": "throw", "angle": "angle", "bottom": "bottom edge", "width": "width", "lens_z": "lens height",
    "upper_row": "hole row", "shift_use": "shift", "neck": "neck", "sightline": "C", "contrast": "contrast", "white": "white",
    "plate_x": "plate along", "plate_y": "plate out", "pole": "pole", "behind": "room behind", "distance": "distance",
    "sharpness": "pixels a degree", "top_angle": "top edge",
}  # fmt: skip
_COUNT: Final = ("no", "one", "two", "three", "four", "five", "six")


@dataclass(frozen=True, slots=True)
class Delta:
    """What moved: text of the line, finding keys that are new and that are gone."""

    text: str
    new: tuple[str, ...]
    gone: tuple[str, ...]


def compare(before: Report, after: Report, ruler: Ruler, subject: tuple[str, ...] = ()) -> Delta:
    """The delta line between two reports; figures of the subject's ids come first, one of each kind."""
    from oval_room.core.figures import KINDS

    rank = {KINDS[name].pattern: i for i, name in enumerate(_ORDER)}
    short = {KINDS[name].pattern: _SHORT[name] for name in _ORDER}
    changed = []
    for key, figure in after.figures.items():
        old = before.figures.get(key)
        place = rank.get(figure.kind.pattern)
        if place is None or old is None or old.value is None or figure.value is None:
            continue
        if moved(figure.kind.unit, old.value, figure.value, ruler):
            ids = [part for part in key.split(".") if part[:1] in "pskj" and part[1:].isdigit()]
            changed.append((not all(part in subject for part in ids), place, figure, old.value))
    changed.sort(key=lambda item: item[:2])
    parts: list[str] = []
    seen: set[str] = set()
    for _, _, figure, was in changed:
        if figure.kind.pattern in seen or len(parts) == MOST_FIGURES or figure.value is None:
            continue
        seen.add(figure.kind.pattern)
        side = figure.kind.side
        one, other = (show_value(was, figure.kind.unit, ruler, side), show_value(figure.value, figure.kind.unit, ruler, side))
        parts.append(f"{short[figure.kind.pattern]} {one} → {other}")
    levels_before = {finding.key: finding.level for finding in before.findings}
    levels_after = {finding.key: finding.level for finding in after.findings}
    new = tuple(
        key for key, level in levels_after.items() if level.rank < 2 and levels_before.get(key, Level.GOOD).rank > level.rank
    )
    gone = tuple(
        key for key, level in levels_before.items() if level.rank < 2 and levels_after.get(key, Level.GOOD).rank > level.rank
    )
    for keys, levels, word in ((new, levels_after, "new"), (gone, levels_before, "cleared")):
        for level in (Level.STOP, Level.MIND):
            count = sum(1 for key in keys if levels[key] is level)
            if count:
                number = _COUNT[count] if count < len(_COUNT) else str(count)
                noun = f"{level}s" if count > 1 else str(level)
                parts.append(f"{number} {noun} cleared" if word == "cleared" else f"{number} new {noun}")
    return Delta(", ".join(parts), new, gone)
