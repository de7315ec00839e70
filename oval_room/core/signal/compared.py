"""What of the chain is set side by side where schemes are compared: cable, the tightest link, lag, what each input
gets (rules 10.6, 10.9)."""

from __future__ import annotations

from oval_room.core.plan.document import Plan
from oval_room.core.report import Report
from oval_room.core.signal.chain import Way
from oval_room.core.signal.study import RoutingResult


def compared(plan: Plan, report: Report) -> dict[str, str]:
    """Rows by their label; none while nothing is linked."""
    found = report.of(RoutingResult)
    ways = list(found.ways.values())
    if not ways:
        return {}
    metres = sum(wire.length or 0.0 for wire in found.wires.values() if not wire.planned) / 1000
    carried = [way for way in ways if way.format is not None]
    out = {"cable in all": f"{metres:.1f} m"}
    if carried:
        tight = min(carried, key=lambda way: way.spare)
        out["tightest link"] = f"{tight.spare:.1f} Gbit/s to spare, {tight.name}"
    known = [way for way in ways if way.lag_known]
    if known:
        late = max(known, key=lambda way: way.lag)
        out["longest lag"] = f"{late.lag:.0f} ms, {late.name}"
    by: dict[str, list[Way]] = {}
    for way in ways:
        by.setdefault(f"{way.display.name}, {way.wires[-1].into.name}", []).append(way)
    return out | {label: "; ".join(map(_gets, mine)) for label, mine in sorted(by.items())}


def _gets(way: Way) -> str:
    """What an input gets of a source, and what was wanted where that is more."""
    if way.whole:
        return f"{way.source.name} {way.wanted.name}"
    goes = way.format.name if way.format is not None else "nothing"
    return f"{way.source.name} {goes}, not {way.wanted.name}"
