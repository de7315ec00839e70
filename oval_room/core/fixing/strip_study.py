"""Light strips behind panels: run, watts, feeds, reels (rules 13)."""

from __future__ import annotations

import math
from collections.abc import Mapping

from oval_room.core.errors import RefusedError
from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Finding
from oval_room.core.fixing.document import FixingNodes, Strip
from oval_room.core.fixing.figures import KINDS
from oval_room.core.fixing.light_strip import StripRun, strip_run
from oval_room.core.fixing.says import FixingCode
from oval_room.core.levels import Level, beyond
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture


@record
class StripHere:
    """A strip and its run; the corners it goes round, left [mm] of a reel where one is enough, else how many there are
    joined."""

    strip: Strip
    run: StripRun
    corners: int
    reels: int


@record
class StripResult(Result):
    """Light strips, by picture."""

    strips: dict[str, StripHere]


def overall(picture: Picture) -> tuple[float, float]:
    """A panel over all, across and up [mm]."""
    return picture.across + 2 * picture.frame_side, picture.height + picture.frame_top + picture.frame_bottom


def study_strips(pictures: Mapping[str, Picture], nodes: FixingNodes) -> StripResult:
    """Every light strip of a scheme."""
    book, out, found = FigureBook(KINDS), list[Finding](), dict[str, StripHere]()
    for strip in nodes.strips.values():
        picture = pictures.get(strip.shows)
        if picture is None:
            continue
        about, (wide, high) = {"picture": strip.shows}, overall(picture)
        try:
            run = strip_run(
                wide,
                high,
                sides=strip.sides,
                watts_per_metre=strip.watts,
                volts=float(strip.volts),
                inset=strip.inset,
                cut=strip.cut,
                leds_per_metre=strip.lights,
            )
        except RefusedError:
            more = {"why": "small", "inset": strip.inset}
            out.append(Finding(FixingCode.STRIP, Level.STOP, "13", about, min(wide, high), 2 * strip.inset, more=more))
            continue
        reels = max(math.ceil(run.run / 1000 / strip.reel - 1e-9), 1)
        here = StripHere(strip, run, 4 if strip.sides == 4 else 2, reels)
        found[strip.shows] = here
        w, h = Input("W", "panel, over all", wide, "mm", "maker"), Input("H", "its height", high, "mm", "maker")
        inset = Input("inset", "inside its edge", strip.inset, "mm", "chosen")
        book.add("strip_run", run.run, w, h, inset, subject=picture.name, picture=strip.shows)
        watts = Input("w", "watts a metre", strip.watts, "watts", "maker")
        book.add("strip_watts", run.watts or 0.0, Input("m", "run", run.run, "mm"), watts, picture=strip.shows)
        out.append(_told(about, here))
    return StripResult(book.figures, tuple(out), found)


def _told(about: dict[str, str], here: StripHere) -> Finding:
    strip, run = here.strip, here.run
    more = {
        "why": "joined" if here.reels > 1 else "",
        "sides": strip.sides,
        "volts": strip.volts,
        "watts": run.watts,
        "feeds": run.feeds,
        "groups": run.groups,
        "corners": here.corners,
        "reels": here.reels,
        "inset": strip.inset,
    }
    level = Level.MIND if beyond(run.run, strip.reel * 1000) else Level.NOTE
    return Finding(FixingCode.STRIP, level, "13", about, run.run, strip.reel * 1000, more=more)
