"""Which source goes into which input of a box that takes several: the fast ones to those that need them (rules
10.7)."""

from __future__ import annotations

from collections.abc import Iterator

from oval_room.core.commands import several
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.signal.boxes import Box
from oval_room.core.signal.chain import Chain, Wire, rate_for
from oval_room.core.signal.commands import MoveCables
from oval_room.core.signal.ports import Want, plan_ports
from oval_room.core.signal.says import SignalCode, SignalCure


def better_inputs(chain: Chain) -> Iterator[Finding]:
    """Boxes whose sources would be served better by other inputs; those marked fixed stay."""
    for key, box in chain.boxes.items():
        into = [wire for wire in chain.into(key) if wire.out.kind == "hdmi"]
        if len(box.listed("in")) < 2 or not into or len(into) > 24:
            continue
        needs = {wire.key: need for wire in into if (need := _need(chain, wire)) is not None}
        ports = {
            port.name: Want(port.top, frozenset(port.features)) for port in box.listed("in") if port.kind == "hdmi"
        }
        other = {wire.into.name for wire in into if wire.key not in needs}
        ports = {name: want for name, want in ports.items() if name not in other}
        now = {wire.key: wire.into.name for wire in into if wire.key in needs}
        fixed = {wire.key: wire.into.name for wire in into if wire.key in needs and wire.cable.fixed}
        met = sum(ports[now[one]].meets(need) for one, need in needs.items() if now[one] in ports)
        could = {one for one, need in needs.items() if any(port.meets(need) for port in ports.values())}
        if met >= len(could):
            continue
        plan = plan_ports(needs, ports, fixed)
        if plan.met < len(could) and plan.met <= met:
            yield _too_few(box, into, [one for one in could if not ports[now[one]].meets(needs[one])])
        if plan.met <= met:
            continue
        for one in sorted(needs, key=lambda key: (-needs[key].rate, key)):  # what is served well stays where it can
            if one not in fixed and now[one] in ports and ports[now[one]].meets(needs[one]):
                calm = plan_ports(needs, ports, fixed | {one: now[one]})
                fixed, plan = (fixed | {one: now[one]}, calm) if calm.met == plan.met else (fixed, plan)
        yield _finding(box, into, now, _whole(plan.plan, now, ports), met, len(needs))


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
