"""One-press scenes: each button on lanes, played against stand-ins with faults, taken out as JSON (rules 10.13)."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query, Request
from fastapi.responses import HTMLResponse, JSONResponse

from oval_room.core.signal.buttons import as_json, timeline, whole_time
from oval_room.core.signal.document import Button, Routing
from oval_room.core.signal.part import PART as SIGNAL
from oval_room.core.words import Words
from oval_room.drawing.button_lanes import Span, button_lanes
from oval_room.drawing.layout import Margins
from oval_room.drawing.scene import LAYERS
from oval_room.drawing.svg import write_svg
from oval_room.standins.controlled import FAULTS, Fault, play
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.room import room
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
WIDE, LANE, HEAD = 720.0, 34.0, 34.0


def _drawn(name: str, spans: list[Span]) -> str:
    lanes = len({span.of for span in spans})
    scene = button_lanes(name, spans)
    return write_svg(scene, WIDE, HEAD + LANE * lanes, layers=LAYERS, margins=Margins(4, 4, 4, 4))


def _acts(spans: list[Span]) -> list[tuple[str, str, str, str, str]]:
    """What happens when, in turn: for a narrow screen, where lanes are too fine."""
    turns = sorted(spans, key=lambda span: (span.start, span.end, span.of))
    return [(f"{one.start:.0f} s", f"{one.end:.0f} s", one.of, one.act, one.outcome) for one in turns]


def _planned(button: Button) -> list[Span]:
    return [Span(one.step.of, one.step.act, one.start, one.end) for one in timeline(button)]


def _played(button: Button, faults: dict[str, Fault]) -> tuple[list[Span], list[str]]:
    """A play as spans, and what went wrong in words."""
    events = play(button, faults)
    spans = [Span(one.step.of, one.step.act, one.start, one.end, one.outcome) for one in events]
    words = {
        "late": "was late: all after it waits",
        "no answer": "did not answer; the controller gave up, and what follows was not told",
        "busy": "was still busy with what it was told before",
        "not told": "was not told",
    }
    wrong = [f"{one.step.of} {one.step.act} {words[one.outcome]}." for one in events if one.outcome in words]
    return spans, wrong


@router.get("/jobs/{job}/buttons", name="buttons")
def buttons(
    request: Request,
    job: str,
    play: Annotated[str, Query(max_length=12)] = "",
    fault: Annotated[str, Query(max_length=12)] = "",
    of: Annotated[str, Query(max_length=80)] = "",
) -> HTMLResponse:
    """Every button as it is planned; one of them played, with a fault set into a stand-in."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), SIGNAL.at, asked(request))
    words, shown = Words(parts.plan), []
    for key, button in parts.plan.chosen.kept(Routing).buttons.items():
        faults: dict[str, Fault] = {}
        if play == key and fault in FAULTS and of:
            faults[of.lower()] = "late" if fault == "late" else "silent"
        spans, wrong = _played(button, faults) if play == key else (_planned(button), [])
        said = [
            (one.level.value, words.finding(one))
            for one in parts.report.findings
            if one.code.name.startswith("BUTTON") and one.about.get("thing") == key
        ]
        things = list(dict.fromkeys(step.of for step in button.steps))
        seconds = max((span.end for span in spans), default=0.0) if play == key else whole_time(button)
        shown.append(
            (key, button.name, f"{seconds:.0f} s", _drawn(button.name, spans), _acts(spans), said, wrong, things)
        )
    context = {"shown": shown, "played": play, "fault": fault, "of": of, "faults": FAULTS}
    return room(request, "buttons.html", parts, "buttons", context)


@router.get("/jobs/{job}/buttons.json", name="buttons_json")
def buttons_json(request: Request, job: str) -> JSONResponse:
    """All buttons, step by step with their times."""
    plan = bench_of(request).store.head(job).plan
    return JSONResponse([as_json(button) for button in plan.chosen.kept(Routing).buttons.values()])
