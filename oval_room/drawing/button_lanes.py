"""A button on lanes: one for each thing it tells, time from left to right, each act as long as it takes (rules 10.13).

Drawn from plain spans, so that a plan and a play against stand-ins look alike.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final, NamedTuple

from oval_room.drawing.scene import Draft, Label, P, Scene

WIDE: Final = 1000.0
"""Of the time axis, in units of its own."""
LANE: Final = 60.0
HIGH: Final = 34.0
NAMES: Final = 330.0
"""Room for the names on the left."""
STEPS: Final = (1, 2, 5, 10, 20, 30, 60, 120, 300)


class Span(NamedTuple):
    """An act on its lane [s]; outcome empty for one that is only planned."""

    of: str
    act: str
    start: float
    end: float
    outcome: str = ""


STYLES: Final = {"": "strip-good", "done": "strip-good", "late": "strip-passed", "no answer": "strip-wall"}


def button_lanes(name: str, spans: Sequence[Span]) -> Scene:
    """The lanes of one button."""
    draft, lanes = Draft(), list(dict.fromkeys(span.of for span in spans))
    whole = max((span.end for span in spans), default=1.0) or 1.0
    scale = WIDE / whole
    low = -LANE * len(lanes)
    step = next((one for one in STEPS if whole / one <= 8), STEPS[-1])
    for n in range(int(whole // step) + 1):
        at = n * step * scale
        draft.line((at, LANE * 0.2), (at, low), "guide-faint", "structure")
        draft.add(Label(P(at, LANE * 0.2), f"{n * step} s", "small", "labels", "middle", ((0, 9),), 4))
    for n, lane in enumerate(lanes):
        v = -LANE * (n + 0.5)
        draft.line((0, v - LANE / 2), (WIDE, v - LANE / 2), "guide-faint", "structure")
        draft.add(Label(P(-14, v), lane, "label", "labels", "end", ((0, 0),), 1, within=NAMES - 20))
        for span in (one for one in spans if one.of == lane):
            _act(draft, span, v, scale)
    told = "; ".join(
        f"{span.of} {span.act} from {span.start:g} to {span.end:g} s {span.outcome}".strip() for span in spans
    )
    return Scene("lanes", name, (-NAMES, low - 12, WIDE + 60, LANE * 0.9), tuple(draft.shapes), told)


def _act(draft: Draft, span: Span, v: float, scale: float) -> None:
    """One act: a bar as long as it takes, with its word in it or behind it; a cross where it was refused."""
    a, b = span.start * scale, span.end * scale
    refused = span.outcome in ("busy", "not told")
    if refused:
        draft.mark((a, v), "cross", "find-miss", "structure")
    else:
        for style in (STYLES[span.outcome], "strip-edge"):
            draft.box(a, v - HIGH / 2, max(b, a + 4), v + HIGH / 2, style, "structure")
    word = span.act if span.outcome in ("", "done") else f"{span.act}, {span.outcome}"
    inside = b - a > 12.0 * len(word)
    at, anchor = (P((a + b) / 2, v), "middle") if inside else (P(b, v), "start")
    aside = 0.0 if inside else 8.0
    draft.add(Label(at, word, "label", "labels", anchor, ((aside, 0), (aside, 14), (aside, -14)), 2))  # type: ignore[arg-type]
