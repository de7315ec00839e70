"""A large board for benchmarks and drawings: sources by matrices and receivers to displays round a hall."""

from __future__ import annotations

import re

from oval_room.core.plan.document import Plan
from oval_room.core.plan.placed import Pose
from oval_room.core.signal.document import Cable, Device, Routing, Spot
from oval_room.demo.gear import edition
from tests.core.survey.rooms import hall

SOURCES = ("Vellacot Wisp Plus", "Trewhiddle Leaf", "Trewhiddle Leaf Quad")


def large_board(devices: int = 60, cables: int = 120) -> Plan:
    """A hall of nine displays with so many devices and cables: six racks round its walls; sources into matrices, those
    into displays and splitters, network to all that has a socket for it."""
    plan = hall()
    spots = {
        f"sr{n}": Spot(name=f"rack {n}", pose=Pose(x=1500.0 * n, y=300.0 if n % 2 else 8600.0, z=400.0))
        for n in range(1, 7)
    }
    boxes: dict[str, Device] = {}
    names = ["Sallowfield Grid 8"] * 6 + ["Sallowfield Fork 8"] * 4 + ["Harkstead Net 24"] * 4
    names += [SOURCES[n % len(SOURCES)] for n in range(devices - len(names))]
    for n, name in enumerate(names, 1):
        boxes[f"dv{n}"] = Device(name=f"{name.split(' ', 1)[1]} {n}", gear=edition(name), spot=f"sr{n % 6 + 1}")
    wires: dict[str, Cable] = {}

    def join(start: str, out: str, end: str, into: str) -> None:
        if len(wires) < cables:
            key = f"cb{len(wires) + 1}"
            wires[key] = Cable(name=f"c{len(wires) + 1}", start=start, start_port=out, end=end, end_port=into)

    sources = [f"dv{n}" for n in range(15, devices + 1)]
    for n, source in enumerate(sources):
        out = "out 1" if "Quad" in boxes[source].name else "out"
        join(source, out, f"dv{n % 6 + 1}", f"in {n // 6 + 1}")
    for n, display in enumerate(plan.chosen.pictures):
        join(f"dv{n % 6 + 1}", f"out {n // 6 + 1}", display, "in 1")
    for n in range(4):
        join(f"dv{n + 1}", "out 8", f"dv{7 + n}", "in")
        for m in range(4):
            join(
                f"dv{7 + n}", f"out {m + 1}", list(plan.chosen.pictures)[(4 * n + m) % 9], f"in {2 + (4 * n + m) // 9}"
            )
    for n, source in enumerate(one for one in sources if re.search("Leaf|Plus", boxes[one].name)):
        join(f"dv{11 + n % 4}", f"data out {n // 4 + 1}", source, "data in")
    for n in range(4):
        for m in range(10, 22):
            join(f"dv{11 + n}", f"data out {m}", f"dv{11 + n}", "none")
    whole = {key: cable for key, cable in wires.items() if cable.end_port != "none"}
    routing = Routing(spots=spots, devices=boxes, cables=whole)
    return plan.model_copy(update={"schemes": {"v1": plan.chosen.keeping(routing)}})
