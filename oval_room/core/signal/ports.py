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
    start = {source: port for source, port in fixed.items() if source in sources and port in ports}
    open_sources = {source: need for source, need in sources.items() if source not in fixed}
    search = _Search(ports, open_sources, {
        source: sorted((port for port in free if ports[port].meets(need)), key=lambda name: (ports[name].rate, name))
        for source, need in open_sources.items()
    })  # fmt: skip
    served = [(ports[port], sources[source]) for source, port in start.items() if ports[port].meets(sources[source])]
    search.go(0, dict(start), len(served), sum(port.rate - need.rate for port, need in served), set(start.values()))
    best, whole = search.best, search.looked <= TRIED
    return PortPlan(
        best.met, best.plan, best.unused, best.only and whole and not _alike(best.plan, ports, fixed), whole
    )


class _Search:
    """A search over plans, source by source, those with the fewest ports first. fits: the ports of each that do what it
    needs, the slowest first."""

    def __init__(self, ports: Mapping[str, Want], sources: Mapping[str, Want], fits: Mapping[str, list[str]]) -> None:
        self.ports, self.sources, self.fits = ports, sources, fits
        self.order = sorted(fits, key=lambda source: (len(fits[source]), source))
        self.could = [sum(bool(fits[one]) for one in self.order[n:]) for n in range(len(self.order) + 1)]
        self.best, self.looked = PortPlan(-1, {}, 0.0, True, True), 0

    def go(self, n: int, plan: dict[str, str], count: int, unused: float, taken: set[str]) -> None:
        """Every way to put the sources from the n-th on, beside a plan that meets so many needs."""
        self.looked += 1
        if self.looked > TRIED or count + self.could[n] < self.best.met:
            return
        if n == len(self.order):
            self._keep(plan, count, unused)
            return
        source = self.order[n]
        alike = set[Want]()  # of free ports alike the first stands for all
        for port in self.fits[source]:
            if port not in taken and self.ports[port] not in alike:
                alike.add(self.ports[port])
                left = self.ports[port].rate - self.sources[source].rate
                self.go(n + 1, {**plan, source: port}, count + 1, unused + left, taken | {port})
        self.go(n + 1, plan, count, unused, taken)

    def _keep(self, plan: dict[str, str], count: int, unused: float) -> None:
        """A whole plan, where it is better than the best so far, or as good in another way."""
        best = self.best
        if count > best.met or (count == best.met and unused < best.unused - SLIM):
            self.best = PortPlan(count, dict(plan), unused, True, True)
        elif count == best.met and abs(unused - best.unused) <= SLIM and plan != best.plan:
            self.best = PortPlan(best.met, best.plan, best.unused, False, True)


def _alike(plan: Mapping[str, str], ports: Mapping[str, Want], fixed: Mapping[str, str]) -> bool:
    """Whether a plan could put a source into another port just alike, free or taken by one that may move too."""
    moving = [port for source, port in plan.items() if source not in fixed]
    open_ports = [port for port in ports if port in moving or port not in plan.values()]
    return any(ports[one] == ports[other] for one in moving for other in open_ports if one != other)
