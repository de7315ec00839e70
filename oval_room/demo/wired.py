"""The demonstration jobs with their gear linked up, as somebody says it at Routing."""

from __future__ import annotations

from typing import Final

from oval_room.core.plan.document import Plan
from oval_room.demo.surveyed import said

CHAPEL: Final = (
    'rack 5\' along, 10" out, 12" up',
    "device Kestrel",
    "device Kestrel Slim",
    "device Disc 4 theirs",
    "device Nine 3",
    "device Net 8",
    "device Wisp Plus theirs",
    "Kestrel > Nine 3 in 1",
    "Kestrel Slim > Nine 3 in 5",
    "Disc 4 > Nine 3 in 6",
    "setting Nine 3 in 5 on",
    "Nine 3 out 1 > wall TV in 1",
    "Nine 3 out 2 > Heron",
    "spare Heron",
    "button Film: lamps 20 %, Heron on, scope cloth down, then Nine 3 in 6",
    "button Games: wall TV on, lamps 60 %, then Nine 3 in 5",
    "button All off: Heron off, wall TV off, scope cloth up, lamps 100 %",
)
"""Two fast consoles on a receiver with two fast inputs, one of them in a slow one: its cure stands ready."""
BEDROOM: Final = ("rack 300 mm along, 200 mm out, 300 mm up", "device Wisp", "Wisp > bedroom TV")
BOAT_SHED: Final = (
    "rack 3600 mm along, 350 mm out, 450 mm up",
    "device Broadcast Box theirs",
    "device Wisp Plus",
    "device Bar 3",
    "Broadcast > Ember in 2",
    "Wisp Plus > Ember in 3",
    "Bar 3 > Ember in 1",
)
LOFT: Final = ("spot cupboard 1500 mm along, 300 mm out, 300 mm up", "device Disc 4", "device Seven", "Disc 4 > Seven")


def chapel_wired(plan: Plan) -> Plan:
    return said(plan, CHAPEL)


def bedroom_wired(plan: Plan) -> Plan:
    return said(plan, BEDROOM)


def boat_shed_wired(plan: Plan) -> Plan:
    return said(plan, BOAT_SHED)


def loft_wired(plan: Plan) -> Plan:
    """The receiver feeds the projector, however that is called here."""
    projector = next(iter(plan.chosen.feeds.values()))
    return said(plan, (*LOFT, f"Seven > {projector.name}"))
