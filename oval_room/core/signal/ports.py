"""Sources to inputs: most needs met, then least rate left unused; those that are fixed stay (rules 10.7)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.levels import SLIM, beyond
from oval_room.core.record import record

TRIED: Final = 200_000
"""Partial plans looked at before the search is given up: many more than any rack wants."""


@record
class Want:
    """What a source needs, or a port has: rate [Gbit/s] and features."""

    rate: float
    features: frozenset[str] = frozenset()

    def meets(self, need: Want) -> bool:
        return not beyond(need.rate, self.rate) and need.features <= self.features


@record
class PortPlan:
    """The best plan: how many needs it meets, ports by source; only: whether no other is as good."""

    met: int
    plan: dict[str, str]
    unused: float
    only: bool
    whole: bool
    """Whether every plan was looked at."""


def plan_ports(
    sources: Mapping[str, Want], ports: Mapping[str, Want], fixed: Mapping[str, str] | None = None
) -> PortPlan:
    """Branch and bound over the sources, those with the fewest ports first.

    fixed: ports of sources that stay where they are.
    """
    fixed = fixed or {}
    free = [name for name in ports if name not in fixed.values()]
    fits = {
        source: [port for port in free if ports[port].meets(need)]
        for source, need in sources.items()
        if source not in fixed
    }
    order = sorted(fits, key=lambda source: (len(fits[source]), source))
    start = {source: port for source, port in fixed.items() if source in sources and port in ports}
    met = sum(ports[port].meets(sources[source]) for source, port in start.items())
    spare = sum(
        ports[port].rate - sources[source].rate for source, port in start.items() if ports[port].meets(sources[source])
    )
    best = PortPlan(-1, {}, 0.0, True, True)
    looked = 0
    could = [sum(bool(fits[one]) for one in order[n:]) for n in range(len(order) + 1)]

    def go(n: int, plan: dict[str, str], count: int, unused: float, taken: set[str]) -> None:
        nonlocal best, looked
        looked += 1
        if looked > TRIED or count + could[n] < best.met:
            return
        if n == len(order):
            better = count > best.met or (count == best.met and unused < best.unused - SLIM)
            if better:
                best = PortPlan(count, dict(plan), unused, True, True)
            elif count == best.met and abs(unused - best.unused) <= SLIM and plan != best.plan:
                best = PortPlan(best.met, best.plan, best.unused, False, True)
            return
        source = order[n]
        alike = set[Want]()  # of free ports alike the first stands for all
        for port in sorted(fits[source], key=lambda name: (ports[name].rate, name)):
            if port not in taken and ports[port] not in alike:
                alike.add(ports[port])
                plan[source] = port
                left = ports[port].rate - sources[source].rate
                go(n + 1, plan, count + 1, unused + left, taken | {port})
                del plan[source]
        go(n + 1, plan, count, unused, taken)

    go(0, dict(start), met, spare, set(start.values()))
    only = best.only and looked <= TRIED and not _alike(best.plan, ports, fixed)
    return PortPlan(best.met, best.plan, best.unused, only, looked <= TRIED)


def _alike(plan: Mapping[str, str], ports: Mapping[str, Want], fixed: Mapping[str, str]) -> bool:
    """Whether a plan could put a source into another port just alike, free or taken by one that may move too."""
    moving = [port for source, port in plan.items() if source not in fixed]
    open_ports = [port for port in ports if port in moving or port not in plan.values()]
    return any(ports[one] == ports[other] for one in moving for other in open_ports if one != other)
