"""The leads of walls of displays: what their mapping stands for as long as nobody has laid it, and cables that say
otherwise than the mapping (rules 9.3, 10.5)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from oval_room.core.array.commands import PutPatch
from oval_room.core.array.document import Arrays
from oval_room.core.array.mapping import Driving, comes_in
from oval_room.core.commands import several
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.measure import next_id
from oval_room.core.signal.box import Box
from oval_room.core.signal.commands import PutCable
from oval_room.core.signal.document import Cable
from oval_room.core.signal.says import SignalCode, SignalCure
from oval_room.core.signal.wall_boxes import IN, out_name
from oval_room.core.words import some_of

Lead = tuple[str, str, str, str]
"""From a box and its output to a box and its input."""


def wall_leads(
    boxes: Mapping[str, Box], arrays: Arrays, driving: Driving | None, cables: Mapping[str, Cable]
) -> list[Lead]:
    """The leads that a scheme's walls want, by their mapping and the router's takes, and that no cable is laid for."""
    if driving is None:
        return []
    out = [(one.start, one.start_port) for one in cables.values()]
    into = [(one.end, one.end_port) for one in cables.values()]
    already = {one.end for one in cables.values() if one.start in arrays.controllers}
    leads: list[Lead] = []

    def lay(start: str, start_port: str, end: str, end_port: str) -> None:
        if (start, start_port) not in out and (end, end_port) not in into:
            leads.append((start, start_port, end, end_port))
            out.append((start, start_port))
            into.append((end, end_port))

    for lead in _fed(boxes, arrays, dict(driving.feeds)):
        lay(*lead)
    for key, (on, port) in driving.ports:
        box = boxes.get(key)
        if box is None or key in already:
            continue
        free = [port.name for port in box.listed(IN) if port.kind == "hdmi" and (box.key, port.name) not in into]
        if free:
            lay(on, out_name(boxes[on], port), box.key, free[0])
    return leads


def _fed(boxes: Mapping[str, Box], arrays: Arrays, feeds: Mapping[str, str]) -> Iterator[Lead]:
    """From sources by the router to controllers, or straight."""
    router = next(iter(arrays.routers), None)
    if router is None:
        used = dict.fromkeys(arrays.sources, 0)
        for key, source in feeds.items():
            used[source] += 1
            if used[source] <= arrays.sources[source].outputs:
                yield source, out_name(boxes[source], used[source]), key, IN
        return
    box = boxes[router]
    for n, (key, port) in enumerate(comes_in(arrays)[: arrays.routers[router].inputs], 1):
        yield key, out_name(boxes[key], port), router, f"{IN} {n}" if f"{IN} {n}" in box.ports else IN
    for n, key in enumerate(list(arrays.controllers)[: arrays.routers[router].outputs], 1):
        if key in feeds:
            yield router, out_name(box, n), key, IN


def wall_findings(
    boxes: Mapping[str, Box], arrays: Arrays, driving: Driving | None, cables: Mapping[str, Cable], leads: list[Lead]
) -> Iterator[Finding]:
    """Leads of walls that nobody has laid, and cables that lead an output to another display than its mapping."""
    if leads:
        taken, puts = set(cables), []
        for start, out, end, into in leads:
            puts.append(PutCable(id=next_id("cb", taken), start=start, start_port=out, end=end, end_port=into))
            taken.add(puts[-1].id)
        names = list(dict.fromkeys(boxes[lead[0]].name for lead in leads))
        told = some_of(names)
        cure = Cure(SignalCure.LAY, float(len(puts)), several(*puts), "n", told)
        more = {"from": told, "part": "leads"}
        yield Finding(SignalCode.ROUTE_LEADS, Level.MIND, "9.3", {}, float(len(puts)), None, "n", (cure,), more)
    if driving is None:
        return
    mapped = dict(driving.ports)
    hung = {port: key for key, port in driving.ports}
    for key, cable in cables.items():
        box, display = boxes.get(cable.start), boxes.get(cable.end)
        if cable.start not in arrays.controllers or cable.end not in driving.displays or not (box and display):
            continue
        ports = {out_name(box, n): n for n in range(1, arrays.controllers[cable.start].outputs + 1)}
        port = ports.get(cable.start_port)
        if port is None or mapped.get(cable.end) == (cable.start, port):
            continue
        other = hung.get((cable.start, port), "")
        said = {
            "cable": cable.name,
            "output": f"{box.name} {cable.start_port}",
            "display": display.name,
            "meant": boxes[other].name if other in boxes else "",
            "part": f"crossed {key}",
        }
        put = PutPatch(of=cable.end, on=cable.start, port=port)
        cures = (Cure(SignalCure.PATCH, float(port), put, "n", display.name, said["output"]),)
        yield Finding(SignalCode.ROUTE_CROSSED, Level.STOP, "9.3", {"picture": cable.end}, cures=cures, more=said)
