"""What to type into games, what lies where on a rig's screens, and how other sizes would do (rules 8.4–8.6)."""

from __future__ import annotations

from typing import Final

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse

from oval_room.core.fixing.part import PART as FIXING
from oval_room.core.rig.card import card_needs, frames_at
from oval_room.core.rig.document import Rigs
from oval_room.core.rig.games import bearings, drivers, frame_mpx, sizes, typed
from oval_room.core.rig.part import PART as RIG
from oval_room.core.rig.rig import shown_rig
from oval_room.core.rig.tubes import STOCK, tubes_of
from oval_room.core.rig.uprights import bolts_of
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import fragment
from oval_room.web.sheet_parts import SheetParts

PASS: Final = 600.0
"""Behind the screens, for somebody to go past [mm] (planning value)."""
router = APIRouter(route_class=Gated)


@router.get("/jobs/{job}/games", name="games")
def games(request: Request, job: str) -> HTMLResponse:
    """The rig's numbers, each to be copied; empty while no rig has a driver."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), RIG.at, asked(request))
    scheme, pictures = parts.plan.chosen, parts.plan.chosen.pictures
    key, rig = shown_rig(scheme, parts.plan.survey.seats, parts.seen.subject.picture) or ("", None)
    if rig is None:
        return HTMLResponse(fragment("sheet/_games.html", {"rig": None}))
    show = parts.plan.writing.ruler.show
    rows = [
        (one, show(one.width), show(one.depth), show(one.same), one.width * (one.depth + PASS) / 1e6, one.watts)
        for one in sizes(rig, pictures)
    ]
    seat = parts.plan.survey.seats[rig.seat]
    tall = [(show(one.stature), show(one.eye), one.down) for one in drivers(rig, pictures, seat.kind, seat.floor.value)]
    asked_for, gear = scheme.kept(Rigs), bench.store.gear()
    asked_of = asked_for.setup_of(key)
    needs = card_needs(rig, pictures, gear)
    pixels = sum(one.pixels[0] * one.pixels[1] for one in needs.links)
    measured = (asked_of.frames, asked_of.frames_at)
    bolts = [
        (one.name, [show(row) for row in one.rows or ()], show(one.across or 0.0), one.aside)
        for one in bolts_of(rig, pictures, gear)
    ]
    tubes = tubes_of(rig, pictures, asked_for, gear, seat.floor.value)
    context = {
        "tubes": tubes,
        "holes": parts.link(stage=FIXING.at, lead=None),
        "pass_by": show(PASS),
        "uprights": [show(one) for one in tubes.uprights],
        "between": [show(one) for one in tubes.between],
        "stock": show(STOCK),
        "too_long": [show(one) for one in tubes.too_long],
        "spare": show(tubes.left),
        "bolts": bolts,
        "needs": needs,
        "drivers": tall,
        "measured": measured if asked_of.frames else None,
        "frames": frames_at(asked_of.frames, asked_of.frames_at, pixels) if asked_of.frames else None,
        "rig": rig,
        "typed": typed(rig, pictures),
        "lies": bearings(rig, pictures),
        "sizes": rows,
        "mpx": frame_mpx(rig, pictures),
        "away": show(rig.away),
        "assumed": any(pictures[key].gear is None for key in rig.screens),
    }
    return HTMLResponse(fragment("sheet/_games.html", context))
