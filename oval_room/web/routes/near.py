"""Near misses: what of the shelf does this room with its least slack, the rest with what it misses by."""

from __future__ import annotations

from typing import Annotated, Final

from fastapi import APIRouter, Query, Request
from fastapi.responses import HTMLResponse

from oval_room.core.figures import show_value
from oval_room.core.findings import Finding
from oval_room.core.gear.kinds import KINDS
from oval_room.core.money import money_of
from oval_room.core.plan.document import Plan
from oval_room.core.solve.near_misses import Near, Slack, kinds_here, slack_of
from oval_room.core.words import Words
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated, asked
from oval_room.web.pages import fragment
from oval_room.web.sheet_parts import SheetParts

router = APIRouter(route_class=Gated)
SHOWN: Final = 24
"""Items listed at once."""
ORDERS: Final = {"room": "most room first", "price": "cheapest first", "light": "lightest first"}


@router.get("/jobs/{job}/near", name="near")
def near(
    request: Request,
    job: str,
    kind: Annotated[str, Query(max_length=20)] = "",
    order: Annotated[str, Query(max_length=20)] = "room",
    most: Annotated[str, Query(max_length=20)] = "",
    find: Annotated[str, Query(max_length=60)] = "",
    stage: Annotated[str, Query(max_length=20)] = "picture",
) -> HTMLResponse:
    """The items of a kind for the subject picture; each can be tried as a ghost and taken by one press."""
    bench = bench_of(request)
    parts = SheetParts(bench, request, bench.store.head(job), stage, asked(request))
    plan, gear, picture = parts.plan, bench.store.gear(), parts.seen.subject.picture or ""
    kinds = kinds_here(plan, gear, picture)
    kind = kind if kind in kinds else next(iter(kinds), "")
    search = bench.near(job, parts.report, plan, picture, kind) if kind else None
    found = search.found() if search else []
    dearest, wrong = _price(most)
    words = find.lower().split()
    fits = [
        one
        for one in found
        if all(word in one.item.name.lower() for word in words)
        and (dearest is None or (one.item.price is not None and one.item.price <= dearest))
    ]
    fits.sort(key=lambda one: _order(one, order))
    context = {
        "kind": kind,
        "kinds": [(word, KINDS[word]) for word in kinds],
        "rows": [_row(plan, search.told(one), picture) for one in fits[:SHOWN]] if search else [],
        "count": len(fits),
        "whole": search.whole if search else 0,
        "left": search.left if search else 0,
        "do": sum(not one.misses and not one.minds for one in fits),
        "cost": sum(not one.misses and bool(one.minds) for one in fits),
        "order": order,
        "orders": ORDERS,
        "most": most,
        "find": find,
        "wrong": wrong,
        "picture": plan.chosen.pictures.get(picture),
    }
    return HTMLResponse(fragment("sheet/_near.html", context))


def _price(text: str) -> tuple[float | None, str]:
    """The highest price that is wanted, and what is wrong with it."""
    plain = text.strip().replace(" ", "").replace(",", "")
    if not plain:
        return None, ""
    if not plain.isdecimal() or len(plain) > 8:
        return None, "Give the highest price as a number, as in 2000."
    return float(plain), ""


def _order(one: Near, order: str) -> tuple[object, ...]:
    """What does the room stays in front, however the rest is ordered."""
    if order == "room":
        return one.order
    value = one.item.price if order == "price" else one.item.mass_kg
    return (bool(one.misses), value is None, value or 0.0, *one.order)


def _by(slack: Slack | None, finding: Finding, words: Words) -> str:
    """How much room a finding leaves or lacks, and at what: `120 mm short: lens shift`."""
    scene = words.names.get(finding.about.get("scene", ""), "")
    what = f"contrast in {scene}" if scene and finding.unit == "to_one" else finding.code.what
    if slack is None:
        return what
    amount = show_value(abs(slack.amount), slack.unit, ruler=words.ruler)
    lacks = {"deg": "off", "db": "over", "ms": "over", "kg": "over"}.get(slack.unit, "short")
    return f"{amount} {'to spare' if slack.amount >= 0 else lacks}: {what}"


def _row(plan: Plan, one: Near, picture: str) -> dict[str, object]:
    words, chosen = Words(one.plan), plan.chosen
    fed = chosen.fed_by(picture)
    held = {chosen.pictures[picture].gear, chosen.pictures[picture].mount}
    held |= {fed[1].gear, fed[1].mount} if fed else set()
    lacks = []
    for finding in (*one.misses, *one.minds):
        lets_in = list(dict.fromkeys(words.cure(cure) for cure in finding.cures))[:2]
        lacks.append((finding.level.value, _by(slack_of(finding), finding, words), words.finding(finding), lets_in))
    least, spare = one.least, ""
    if least is not None and not one.misses and not one.minds:
        spare = _by(least, least.finding, words)
    return {
        "name": one.item.name,
        "price": price.show() if (price := money_of(one.item.price, plan.writing.currency)) else "",
        "now": one.key in held,
        "spare": spare,
        "lacks": lacks,
        "command": one.command.model_copy(update={"label": f"{one.item.name} from the shelf"}).model_dump_json(),
    }
