"""The four classic ways to link a room's gear, each laid out with what this job has and tried out (rules 10.6): direct
to the display with the sound back over eARC; through the receiver; through a soundbar; a splitter, its sound taken out
before.

What a way wants and the job has not is taken off the shelf, the cheapest that serves, and told.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Final

from oval_room.core.apply import apply
from oval_room.core.commands import Command, several
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import Evaluator
from oval_room.core.findings import Finding
from oval_room.core.job.commands import Drop
from oval_room.core.levels import Level
from oval_room.core.money import Bill, bill
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import Device as DeviceGear
from oval_room.core.plan.gear import GearItem, GearShelf, offered
from oval_room.core.plan.measure import next_id
from oval_room.core.record import record
from oval_room.core.signal.box import BACK, Box
from oval_room.core.signal.boxes import boxes_of
from oval_room.core.signal.commands import PutCable, PutDevice
from oval_room.core.signal.document import Routing
from oval_room.core.signal.hearing import RANK
from oval_room.core.signal.study import RoutingResult

MOST_DISPLAYS: Final = 4


@dataclass(slots=True)
class Draft:
    """A plan being linked anew, step by step; what could not be linked is told."""

    plan: Plan
    gear: GearShelf
    steps: list[Command] = field(default_factory=list)
    added: list[GearItem] = field(default_factory=list)
    missed: list[str] = field(default_factory=list)

    def do(self, command: Command) -> bool:
        try:
            self.plan = apply(self.plan, command, self.gear)
        except (RefusedError, MissingError) as wrong:
            self.missed.append(wrong.text)
            return False
        self.steps.append(command)
        return True

    @property
    def boxes(self) -> dict[str, Box]:
        return boxes_of(self.plan.chosen, self.gear)

    def link(self, start: str, end: str, out: str = "", into: str = "") -> bool:
        key = next_id("cb", set(self.plan.chosen.kept(Routing).cables))
        named = {"start_port": out} if out else {}
        named |= {"end_port": into} if into else {}
        return self.do(PutCable.model_validate({"id": key, "start": start, "end": end, **named}))

    def box_that(self, fits: Callable[[Box], bool], wanted: Callable[[DeviceGear], bool]) -> Box | None:
        """A box of the job that serves, else the cheapest of the shelf that does, put where the others stand."""
        found = next((box for box in self.boxes.values() if fits(box)), None)
        if found is not None:
            return found
        known = [(k, i) for k, i in offered(self.gear).items() if isinstance(i, DeviceGear) and wanted(i)]
        if not known:
            return None
        gear, item = min(known, key=lambda one: (one[1].price is None, one[1].price or 0.0, one[1].name))
        devices = self.plan.chosen.kept(Routing).devices
        key, spot = next_id("dv", set(devices)), next((one.spot for one in devices.values() if one.spot), None)
        if not self.do(PutDevice.model_validate({"id": key, "gear": gear, **({"spot": spot} if spot else {})})):
            return None
        self.added.append(item)
        return self.boxes[key]


@record
class Layout:
    """A way tried out: the change that makes it, what it adds, what arrives whole of all, the fullest sound, the latest
    picture [ms], cable [m], what it costs in minds and stops; None of a change where it can't be made here."""

    name: str
    about: str
    command: Command | None
    added: tuple[GearItem, ...]
    whole: int
    of: int
    sound: str
    lag: float
    metres: float
    loses: tuple[Finding, ...]
    why_not: str = ""
    currency: str = ""

    @property
    def bill(self) -> Bill:
        """What is added."""
        return bill(((item.name, item.price) for item in self.added), self.currency)

    @property
    def order(self) -> tuple[int, int, int, int]:
        stops = sum(one.level is Level.STOP for one in self.loses)
        return stops, self.of - self.whole, len(self.loses), self.bill.total.minor


def layouts(plan: Plan, gear: GearShelf) -> list[Layout]:
    """The four ways for a plan's sources and displays, the one that loses least first; none without both."""
    boxes = boxes_of(plan.chosen, gear)
    if not _sources(boxes) or not _displays(boxes):
        return []
    found = [_tried(plan, gear, *way) for way in WAYS]
    return sorted(found, key=lambda one: (one.command is None, *one.order))


def _sources(boxes: dict[str, Box]) -> list[Box]:
    """Sources, those that send most first: they get the better inputs."""
    found = [box for box in boxes.values() if box.sends]
    return sorted(found, key=lambda box: -box.sends[0].hz * box.sends[0].pixels[0] * box.sends[0].pixels[1])


def _displays(boxes: dict[str, Box]) -> list[Box]:
    return [box for box in boxes.values() if box.role == "display"][:MOST_DISPLAYS]


def _tried(plan: Plan, gear: GearShelf, name: str, about: str, lay: Callable[[Draft], str]) -> Layout:
    draft = Draft(plan, gear)
    for key in plan.chosen.kept(Routing).cables:
        draft.do(Drop(id=key))
    why_not = lay(draft)
    if why_not:
        return Layout(name, about, None, (), 0, 0, "", 0.0, 0.0, (), why_not)
    found = Evaluator()(draft.plan, gear).of(RoutingResult)
    whole = sum(way.whole for way in found.ways.values())
    arrives = [one.arrives for one in found.heard.values() if one.arrives in RANK]
    sound = min(arrives, key=RANK.index) if arrives else "none"
    lag = max((way.lag for way in found.ways.values()), default=0.0)
    metres = sum((wire.length or 0.0) / 1000 for wire in found.wires.values())
    told = ("ROUTE_ASSUMED", "ROUTE_SPARE", "ROUTE_THEIRS", "ROUTE_CIRCUIT")
    loses = tuple(one for one in found.findings if one.level in (Level.STOP, Level.MIND) and one.code.name not in told)
    wanted = len(_sources(draft.boxes)) * len(_displays(draft.boxes))
    command = several(*draft.steps, label=f"Linked {name}")
    return Layout(
        name,
        about,
        command,
        tuple(draft.added),
        whole,
        wanted,
        sound,
        lag,
        metres,
        loses,
        currency=plan.writing.currency,
    )


# ── the four ways: each lays its cables, and says why it can't where it can't ──


def _direct(draft: Draft) -> str:
    """Every source into a display, the first; what decodes comes back over eARC."""
    display, *others = _displays(draft.boxes)
    decoder = draft.box_that(_speaks_back, lambda item: "decode" in item.does and _has_back(item))
    if decoder is None:
        return "nothing here or on the shelf gives sound back over ARC"
    back = next((port.name for port in display.ports.values() if set(port.features) & set(BACK)), "")
    if not back:
        return f"{display.name} has no ARC"
    out = next(port.name for port in decoder.listed("out") if set(port.features) & set(BACK))
    draft.link(decoder.key, display.key, out, back)
    for source in _sources(draft.boxes):
        if not draft.link(source.key, display.key):
            break
    for other in others:
        draft.missed.append(f"{other.name} gets nothing")
    return ""


def _speaks_back(box: Box) -> bool:
    return box.decodes and any(set(port.features) & set(BACK) for port in box.listed("out"))


def _has_back(item: DeviceGear) -> bool:
    return any(group.way == "out" and set(group.features) & set(BACK) for group in item.ports)


def _ins(item: DeviceGear, kind: str = "hdmi") -> int:
    return sum(group.count for group in item.ports if group.way == "in" and group.kind == kind)


def _through_receiver(draft: Draft) -> str:
    """Every source into the receiver, it into the displays."""
    sources, displays = _sources(draft.boxes), _displays(draft.boxes)
    receiver = draft.box_that(
        lambda box: box.decodes and "switch" in box.does,
        lambda item: "decode" in item.does and "switch" in item.does and _ins(item) >= len(sources),
    )
    if receiver is None:
        return "there is no receiver here or on the shelf with so many inputs"
    inputs = sorted((port for port in receiver.listed("in") if port.kind == "hdmi"), key=lambda port: -port.top)
    for source, port in zip(sources, inputs, strict=False):
        draft.link(source.key, receiver.key, "", port.name)
    draft.missed += [f"no input left for {source.name}" for source in sources[len(inputs) :]]
    _fan(draft, receiver, displays)
    return ""


def _fan(draft: Draft, box: Box, displays: list[Box]) -> None:
    """A box's outputs to the displays; a splitter for what it has no output for."""
    outs = [port for port in box.listed("out") if port.kind == "hdmi"]
    if len(displays) <= len(outs):
        for display in displays:
            draft.link(box.key, display.key)
        return
    splitter = draft.box_that(lambda one: "split" in one.does, lambda item: "split" in item.does)
    if splitter is not None and draft.link(box.key, splitter.key):
        for display in displays:
            draft.link(splitter.key, display.key)


def _through_soundbar(draft: Draft) -> str:
    """The first source through a soundbar into the first display, the others into that."""
    sources, displays = _sources(draft.boxes), _displays(draft.boxes)
    bar = draft.box_that(
        lambda box: box.decodes and "pass" in box.does, lambda item: item.role == "soundbar" and "pass" in item.does
    )
    if bar is None:
        return "there is no soundbar here or on the shelf that passes a picture on"
    display = displays[0]
    back = next((port.name for port in display.ports.values() if set(port.features) & set(BACK)), "")
    if not draft.link(bar.key, display.key, "", back):
        return f"{bar.name} can't feed {display.name}"
    draft.link(sources[0].key, bar.key)
    for source in sources[1:]:
        draft.link(source.key, display.key)
    draft.missed += [f"{other.name} gets nothing" for other in displays[1:]]
    return ""


def _splitter(draft: Draft) -> str:
    """Sources by a switch into a splitter that takes the sound out, it into every display."""
    sources, displays = _sources(draft.boxes), _displays(draft.boxes)
    decoder = draft.box_that(
        lambda box: box.decodes and any(port.kind == "optical" for port in box.listed("in")),
        lambda item: "decode" in item.does and _ins(item, "optical") > 0,
    )
    splitter = draft.box_that(
        lambda box: {"split", "extract"} <= box.does, lambda item: {"split", "extract"} <= set(item.does)
    )
    if decoder is None or splitter is None:
        return "it wants a splitter that takes sound out, and a decoder with an optical input"
    head = splitter
    if len(sources) > 1:
        switch = draft.box_that(
            lambda box: box.role == "switch", lambda item: item.role == "switch" and _ins(item) >= len(sources)
        )
        if switch is None:
            return "there is no switch here or on the shelf for so many sources"
        draft.link(switch.key, splitter.key)
        head = switch
    for source in sources:
        draft.link(source.key, head.key)
    for display in displays:
        draft.link(splitter.key, display.key)
    optical = next(port.name for port in splitter.listed("out") if port.kind == "optical")
    draft.link(splitter.key, decoder.key, optical)
    return ""


WAYS: Final[tuple[tuple[str, str, Callable[[Draft], str]], ...]] = (
    ("direct, sound back over eARC", "each source straight into the display", _direct),
    ("through the receiver", "the receiver chooses, and sounds", _through_receiver),
    ("through a soundbar", "one source by way of the bar", _through_soundbar),
    ("a splitter, sound taken before", "for two displays; sound does not hang on either", _splitter),
)
