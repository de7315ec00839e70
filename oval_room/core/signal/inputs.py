"""Which source goes into which input of a box that takes several: the fast ones to those that need them (rules
10.7)."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from oval_room.core.commands import several
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.record import record
from oval_room.core.signal.box import Box
from oval_room.core.signal.chain import Chain, Wire, rate_for
from oval_room.core.signal.commands import MoveCables
from oval_room.core.signal.ports import PortPlan, Want, plan_ports
from oval_room.core.signal.says import SignalCode, SignalCure

MOST_INPUTS: Final = 24
"""A box with more cables into it is not planned anew."""


@record
class _Inputs:
    """A box that takes several sources: the cables into it, what each asks, what each input does that is free for them,
    where each is now, and which stay."""

    box: Box
    into: list[Wire]
    needs: dict[str, Want]
    ports: dict[str, Want]
    now: dict[str, str]
    fixed: dict[str, str]

    def served(self, one: str) -> bool:
        """Whether a cable's input does what it asks."""
        return self.now[one] in self.ports and self.ports[self.now[one]].meets(self.needs[one])

    @property
    def met(self) -> int:
        return sum(map(self.served, self.needs))

    @property
    def could(self) -> set[str]:
        """Cables that some input would serve."""
        return {one for one, need in self.needs.items() if any(port.meets(need) for port in self.ports.values())}


def _inputs_of(chain: Chain, box: Box) -> _Inputs | None:
    """The inputs of a box, where there is a choice among them."""
    into = [wire for wire in chain.into(box.key) if wire.out.kind == "hdmi" and not box.walled]
    if len(box.listed("in")) < 2 or not 0 < len(into) <= MOST_INPUTS:
        return None
    needs = {wire.key: need for wire in into if (need := _need(chain, wire)) is not None}
    asking = [wire for wire in into if wire.key in needs]
    taken = {wire.into.name for wire in into if wire.key not in needs}
    free = [port for port in box.listed("in") if port.kind == "hdmi" and port.name not in taken]
    return _Inputs(
        box,
        into,
        needs,
        {port.name: Want(port.top, frozenset(port.features)) for port in free},
        {wire.key: wire.into.name for wire in asking},
        {wire.key: wire.into.name for wire in asking if wire.cable.fixed},
    )


def better_inputs(chain: Chain) -> Iterator[Finding]:
    """Boxes whose sources would be served better by other inputs; those marked fixed stay."""
    for box in chain.boxes.values():
        inputs = _inputs_of(chain, box)
        if inputs is not None and inputs.met < len(inputs.could):
            yield from _better(inputs)


def _better(inputs: _Inputs) -> Iterator[Finding]:
    met, could = inputs.met, inputs.could
    plan = plan_ports(inputs.needs, inputs.ports, inputs.fixed)
    if plan.met > met:
        then = _whole(_calm(inputs, plan).plan, inputs.now, inputs.ports)
        yield _finding(inputs.box, inputs.into, inputs.now, then, met, len(inputs.needs))
    elif plan.met < len(could):
        yield _too_few(inputs.box, inputs.into, [one for one in could if not inputs.served(one)])


def _calm(inputs: _Inputs, plan: PortPlan) -> PortPlan:
    """As good a plan that leaves what is served well where it is, as far as it can."""
    fixed = inputs.fixed
    for one in sorted(inputs.needs, key=lambda key: (-inputs.needs[key].rate, key)):
        if one in fixed or not inputs.served(one):
            continue
        held = fixed | {one: inputs.now[one]}
        calm = plan_ports(inputs.needs, inputs.ports, held)
        if calm.met == plan.met:
            fixed, plan = held, calm
    return plan


def _too_few(box: Box, into: list[Wire], left: list[str]) -> Finding:
    """Sources for whose needs no input is left, whichever way they are put."""
    names = " and ".join(sorted(wire.start.name for wire in into if wire.key in left))
    more = {"box": box.name, "names": names, "part": "inputs"}
    return Finding(
        SignalCode.ROUTE_SHORT, Level.MIND, "10.7", {"thing": box.key}, float(len(left)), 0.0, "n", more=more
    )


def _need(chain: Chain, wire: Wire) -> Want | None:
    """The most that pictures over a cable ask of the input it goes into [Gbit/s]; None where none goes over it."""
    rates = [rate_for(wire.into.kind, form) for form in {way.wanted for way in chain.over(wire.key)}]
    known = [rate for rate in rates if rate is not None]
    return Want(max(known)) if known else None


def _whole(plan: dict[str, str], now: dict[str, str], ports: dict[str, Want]) -> dict[str, str]:
    """A plan with those that it leaves out put where there is room, where they are if they can be."""
    whole = dict(plan)
    for key in now:
        if key not in whole:
            taken = set(whole.values())
            whole[key] = now[key] if now[key] not in taken else next(name for name in ports if name not in taken)
    return whole


def _finding(box: Box, into: list[Wire], now: dict[str, str], then: dict[str, str], met: int, of: int) -> Finding:
    names = {wire.key: wire.start.name for wire in into}
    moved = {key: port for key, port in then.items() if now[key] != port}
    moves = ", ".join(f"{names[key]} into {port}" for key, port in moved.items())
    cure = Cure(SignalCure.PORTS, float(len(moved)), several(MoveCables(ports=moved)), "n", moves, box.key)
    more = {"box": box.name, "moves": moves}
    about = {"thing": box.key}
    return Finding(SignalCode.ROUTE_PORTS, Level.MIND, "10.7", about, float(met), float(of), "n", (cure,), more)
