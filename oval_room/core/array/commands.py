"""Changes of walls of displays that no picture knows of: how a canvas is cut, controllers, sources, the router."""

from __future__ import annotations

from typing import Literal

from oval_room.core.applying import carried, scheme_id, with_values
from oval_room.core.array.document import Arrays, Controller, Cut, Patch, Router, Source
from oval_room.core.commands import Command, Stamp
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan, Scheme
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Count, Frozen, Id, Pixels, Words, next_id


def _kept(plan: Plan, key: str, name: str, nodes: dict[str, Frozen]) -> Plan:
    """A plan with one of the lists of a scheme's arrays changed."""
    scheme = plan.schemes[key]
    arrays = with_values(scheme.kept(Arrays), {name: nodes})
    return plan.model_copy(update={"schemes": {**plan.schemes, key: scheme.keeping(arrays)}})


def _wall(scheme: Scheme, key: str) -> None:
    group = scheme.groups.get(key)
    if group is None or group.kind != "wall":
        raise MissingError(f"there is no wall of displays {key}", value=key)


class PutCut(Command):
    """How a wall's canvas is cut. across: its width wanted [px], 0 for the finest display's own pixels."""

    do: Literal["put cut"] = "put cut"
    of: Id
    scheme: Id | None = None
    closed: bool | None = None
    across: Count | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        _wall(plan.schemes[key], self.of)
        cuts = plan.schemes[key].kept(Arrays).cuts
        known = next((name for name, cut in cuts.items() if cut.of == self.of), None) or next_id("aw", set(cuts))
        values = carried(self, "of")
        if "across" in values:
            values["across"] = values["across"] or None
        return _kept(plan, key, "cuts", {**cuts, known: with_values(cuts.get(known, Cut(of=self.of)), values)})


class PutSource(Command):
    """What plays to walls: its outputs, their pixels, whether it runs in step with the other locked ones."""

    do: Literal["put source"] = "put source"
    id: Id
    scheme: Id | None = None
    name: Words | None = None
    outputs: Count | None = None
    pixels: Pixels | None = None
    locked: bool | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        sources = plan.schemes[key].kept(Arrays).sources
        old = sources.get(self.id, Source(name=f"source {len(sources) + 1}"))
        return _kept(plan, key, "sources", {**sources, self.id: with_values(old, carried(self))})


class PutController(Command):
    """A wall controller. source: what feeds it; an empty word: it plays by itself."""

    do: Literal["put controller"] = "put controller"
    id: Id
    scheme: Id | None = None
    name: Words | None = None
    outputs: Count | None = None
    turns: bool | None = None
    even: bool | None = None
    pixels: Pixels | None = None
    source: Words | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        arrays = plan.schemes[key].kept(Arrays)
        old = arrays.controllers.get(self.id, Controller(name=f"controller {len(arrays.controllers) + 1}"))
        values = carried(self)
        if "source" in values:
            values["source"] = values["source"] or None
            if values["source"] is not None and values["source"] not in arrays.sources:
                raise MissingError(f"there is no source {self.source}", value=self.source)
        return _kept(plan, key, "controllers", {**arrays.controllers, self.id: with_values(old, values)})


class PutPatch(Command):
    """Hang a display on an output of a controller; port 0: on any."""

    do: Literal["put patch"] = "put patch"
    of: Id
    scheme: Id | None = None
    on: Words = ""
    port: Count = 0

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        scheme = plan.schemes[key]
        arrays = scheme.kept(Arrays)
        group = scheme.groups.get(scheme.group_of(self.of) or "")
        if group is None or group.kind != "wall":
            raise MissingError(f"{self.of} is no display of a wall", value=self.of)
        left: dict[str, Frozen] = {name: one for name, one in arrays.patches.items() if one.of != self.of}
        if self.port:
            on = arrays.controllers.get(self.on)
            if on is None:
                raise MissingError(f"there is no controller {self.on}", value=self.on)
            if self.port > on.outputs:
                raise RefusedError(f"{on.name} has outputs 1 to {on.outputs}", field="port", value=self.port)
            left[next_id("ao", set(left))] = Patch(of=self.of, on=self.on, port=self.port)
        return _kept(plan, key, "patches", left)


class PutRouter(Command):
    """The router between sources and controllers. take: an output shows an input, of 0 nothing."""

    do: Literal["put router"] = "put router"
    id: Id
    scheme: Id | None = None
    name: Words | None = None
    inputs: Count | None = None
    outputs: Count | None = None
    sdi: bool | None = None
    take: tuple[Count, Count] | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        key = scheme_id(plan, self)
        routers = plan.schemes[key].kept(Arrays).routers
        router = with_values(routers.get(self.id, Router(name="router")), carried(self, "take"))
        takes = {out: into for out, into in router.takes if out <= router.outputs and into <= router.inputs}
        if self.take is not None:
            into, out = self.take
            if not 1 <= out <= router.outputs or into > router.inputs:
                raise RefusedError(
                    f"{router.name} has inputs 1 to {router.inputs} and outputs 1 to {router.outputs}", field="take"
                )
            takes = {one: at for one, at in takes.items() if one != out} | ({out: into} if into else {})
        return _kept(
            plan, key, "routers", {**routers, self.id: with_values(router, {"takes": tuple(sorted(takes.items()))})}
        )
