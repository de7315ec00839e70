"""Things in columns or rows: lines found by where they start, and set with one gap between them (rules 9.1, 9.2)."""

from __future__ import annotations

from collections.abc import Hashable, Mapping
from typing import Final, TypeVar

_Key = TypeVar("_Key", bound=Hashable)
LINE: Final = 1.0
"""Things stand in one line when they start no farther apart, and are of one size up to it [mm] (planning value)."""


def in_line(starts: Mapping[_Key, float], sizes: Mapping[_Key, float], gap: float) -> dict[_Key, float] | None:
    """Where things start once one gap lies between all lines, about the middle of them all; None where starts or sizes
    within a line differ, or lines lie over each other."""
    lines: list[list[_Key]] = []
    for key in sorted(starts, key=lambda key: starts[key]):
        if lines and starts[key] - starts[lines[-1][0]] <= LINE:
            if abs(sizes[key] - sizes[lines[-1][0]]) > LINE:
                return None
            lines[-1].append(key)
        elif lines and starts[key] < starts[lines[-1][0]] + sizes[lines[-1][0]] - LINE:
            return None
        else:
            lines.append([key])
    if not lines:
        return {}
    first, last = lines[0][0], lines[-1][0]
    whole = sum(sizes[line[0]] for line in lines) + gap * (len(lines) - 1)
    at = (starts[first] + starts[last] + sizes[last]) / 2 - whole / 2
    out = dict[_Key, float]()
    for line in lines:
        out |= dict.fromkeys(line, at)
        at += sizes[line[0]] + gap
    return out
