"""The chain: what can be said of it on the tape line."""

from __future__ import annotations

import re
from itertools import pairwise
from typing import Final, get_args

from oval_room.core.commands import Command, several
from oval_room.core.errors import RefusedError
from oval_room.core.job.commands import Drop
from oval_room.core.plan.gear import offered
from oval_room.core.plan.measure import next_id
from oval_room.core.signal.boxes import boxes_of
from oval_room.core.signal.button_phrases import PHRASE as BUTTON_PHRASE
from oval_room.core.signal.cable import KINDS, LIGHT
from oval_room.core.signal.commands import PutCable, PutDevice, PutPower, PutSpare, PutSpot, SetInput, has_setting
from oval_room.core.signal.document import Reach, SpotKind, Way
from oval_room.core.signal.feed import OHMS
from oval_room.core.signal.reading import (
    box_and_rest,
    cable_and_rest,
    no_device,
    port_said,
    routing_of,
    shelf_device,
    spot_named,
)
from oval_room.core.signal.runs_study import RunsResult
from oval_room.core.signal.typed import format_name, format_of, unread
from oval_room.core.span import Span
from oval_room.core.tape.labelled import take_apart
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import no_more, number, one_of
from oval_room.core.tape.spans import ALONG, OUT, UP
from oval_room.core.units import is_length
from oval_room.core.words import capital

RUN: Final = Span("a cable's run", 50, 100_000, (600, 60_000))
LINK: Final = "link Kestrel > Nine 3 in 5"
DEVICE: Final = "device Kestrel"
BOTH: Final = "device Kestrel; device Nine 3"
JOINED: Final = "device Kestrel; device Nine 3; link Kestrel > Nine 3 in 5"
SHORT: Final = {"optical": LIGHT, "active": "copper active", "passive": "copper passive", "copper": "copper passive"}


_FURNITURE: Final = ("shelf", "floor", "table", "desk", "cabinet", "sideboard", "corner", "wall", "stand", "window")
"""Words that are places in a room, not rooms."""


def _device(here: Here, rest: str) -> Heard:
    """A device of the shelf, at a place that is named after `at`, `in` or `on`."""
    if re.match(r"newer\s", rest, re.IGNORECASE):
        return _newer(here, rest.split(None, 1)[1])
    text, theirs = re.subn(r",?\s*\b(?:theirs|the client'?s)\b", "", rest, flags=re.IGNORECASE)
    name, spot = _name_and_spot(here, text.strip())
    name, more = re.subn(r"^another\s+", "", name, flags=re.IGNORECASE)
    gear = shelf_device(here, name)
    devices = routing_of(here).devices
    older = [one for one in devices.values() if one.gear != gear and _older(here, one.gear, gear)]
    if older and not more:
        told = f"{older[0].name} is in the chain by an older sheet. Its newer one, or another of it?"
        raise Ask(told, f"device newer {older[0].name}", f"device another {name}")
    steps: list[Command] = []
    if spot is None and not routing_of(here).spots:
        steps.append(_first_rack(here))
        spot = "sr1"
    elif spot is None:
        spot = next(iter(routing_of(here).spots))
    key = next_id("dv", set(devices))
    put = PutDevice(id=key, gear=gear, spot=spot, **({"theirs": True} if theirs else {}))
    where = "in the rack" if steps else f"at {routing_of(here).spots[spot].name}"
    own = ", the client's own" if theirs else ""
    return Heard(f"{here.gear[gear].name} {where}{own}", several(*steps, put))


def _name_and_spot(here: Here, text: str) -> tuple[str, str | None]:
    """A device's name, and the id of the place that is named after `at`, `in` or `on`; None where there is none.

    Raises:
        Ask: the device is on the shelf and the place nowhere yet: it may be another room.
    """
    found = re.fullmatch(r"(.+?)(?:,|\s)\s*(?:at|in|on) (?:the )?(.+)", text, re.IGNORECASE)
    if found is None:
        return text, None
    name, said = found[1].strip(), found[2].strip()
    if _is_spot(here, said):
        return name, spot_named(here, said)[0]
    if said.lower() == "rack" and not routing_of(here).spots:
        return name, None  # the first one is made
    if not _is_shelved(here, name):
        return text, None
    try:
        spot_named(here, said)
    except RefusedError as unknown:  # the place is, not the box
        if said.lower() in _FURNITURE:
            raise
        raise Ask(f"{capital(unknown.text)}. Or is it another room?", f"spot {said} elsewhere; device {text}") from None
    return name, None


def _older(here: Here, edition: str, gear: str) -> bool:
    """Whether an edition is an earlier sheet of the same item."""
    was, now = here.gear.get(edition), here.gear[gear]
    return was is not None and (was.kind, was.name) == (now.kind, now.name)


def _newer(here: Here, rest: str) -> Heard:
    """A device by the sheet that the shelf has of it now."""
    box, more = box_and_rest(here, rest)
    no_more(more)
    no_device(box, rest)
    assert box.device is not None
    has = box.device.gear
    fits = [key for key in offered(here.gear) if key != has and _older(here, has, key)]
    if not fits:
        raise RefusedError(f"the shelf has no newer sheet of {box.name} than this job", value=rest)
    return Heard(f"{box.name} by its newer sheet", PutDevice(id=box.key, gear=fits[-1]))


def _is_shelved(here: Here, name: str) -> bool:
    try:
        shelf_device(here, name)
    except Ask:
        return True
    except RefusedError:
        return False
    return True


def _is_spot(here: Here, name: str) -> bool:
    try:
        spot_named(here, name)
    except RefusedError:
        return False
    return True


def _first_rack(here: Here) -> PutSpot:
    """A rack under the first picture, until somebody says where it stands."""
    picture = next(iter(here.plan.chosen.pictures.values()), None)
    room = here.plan.survey.room
    x = picture.pose.x if picture is not None else room.width.value / 2
    y = (picture.pose.y if picture is not None else 0.0) + 250.0
    if not room.holds(x, y):
        x, y = room.walls[0].room(room.walls[0].length / 2, 250.0)
    return PutSpot(id="sr1", name="rack", kind="rack", x=x, y=y, z=300.0)


_KINDS: Final[dict[str, SpotKind]] = {
    "rack": "rack",
    "wall": "wall",
    "ceiling": "ceiling",
    "elsewhere": "elsewhere",
    "another": "elsewhere",
}
_KIND: Final = re.compile(
    r"[\s,]+(?:is\s+)?(?:in |on )?(?:the |a )?(rack|wall|ceiling|elsewhere|another room)\b", re.IGNORECASE
)
_AXES: Final = {"along": ("x", ALONG), "out": ("y", OUT), "up": ("z", UP)}


def _spot(here: Here, rest: str) -> Heard:
    """A place of gear: its name, what it is, and where: along the display wall, out, up."""
    cut = re.search(r"[\s,]+(?:at\s+)?(?=[0-9½¼¾])", f" {rest}")
    head, tail = (rest[: max(cut.start() - 1, 0)], f" {rest}"[cut.start() :].strip(" ,")) if cut else (rest, "")
    said = _KIND.search(head) if " " in head.strip() else None
    kind = (
        _KINDS[said[1].lower().split(" ")[-1] if said[1].lower() == "wall box" else said[1].lower()] if said else None
    )
    name = (head[: said.start()] if said else head).strip(" ,")
    if not name:
        raise RefusedError(here.eg("name it and say where: spot loft on the ceiling, 2 m along, 3 m out"), value=rest)
    spots = routing_of(here).spots
    key = next((key for key, spot in spots.items() if spot.name.lower() == name.lower()), None)
    where = _where(here, tail)
    if key is None and not where and kind != "elsewhere":
        raise RefusedError(
            here.eg(f"say where: spot {name} 2 m along, 300 mm out, 500 mm up, or elsewhere"), value=rest
        )
    if kind == "ceiling" and "up" not in where:
        where["up"] = here.plan.survey.room.ceiling_at(where.get("along", 0.0), where.get("out", 0.0)) - 50.0
    put: dict[str, object] = {"id": key or next_id("sr", set(spots)), "name": spots[key].name if key else name}
    put |= {"kind": kind or "rack"} if kind or key is None else {}
    put |= {_AXES[axis][0]: value for axis, value in where.items()}
    told = ", ".join(f"{here.show(value)} {axis}" for axis, value in where.items())
    return Heard(", ".join(filter(None, (name.capitalize(), kind or "", told))), PutSpot.model_validate(put))


def _where(here: Here, text: str) -> dict[str, float]:
    """Lengths by their axis: each says which, or they come as along, out, up.

    Raises:
        RefusedError: two are of one, or there are too many.
    """
    axes, asked, line = list[str](), [], take_apart(text)
    if re.search(r"\b(?:right|back)\b", line.words):
        raise RefusedError(here.eg("say it from the display wall's left end: 2 m along, 300 mm out"), value=text)
    for n, piece in enumerate(line.pieces):
        axis = piece.what or (tuple(_AXES)[n] if n < len(_AXES) else "")
        if axis not in _AXES or axis in axes or len(piece.lengths) > 1:
            raise RefusedError(here.eg("say each once: 2 m along, 300 mm out, 500 mm up"), value=text)
        axes.append(axis)
        asked.append((piece.lengths[0], _AXES[axis][1]))
    return dict(zip(axes, here.lengths(*asked), strict=True)) if asked else {}


def _rack(here: Here, rest: str) -> Heard:
    if re.match(r"(?:on |at |in )?(?:the )?(?:left|right|back|rear|w\s?[2-9])\b", rest, re.IGNORECASE):
        raise RefusedError(
            here.eg("say it from the display wall's left end: rack 600 mm along, 300 mm out"), value=rest
        )
    return _spot(here, f"rack {rest}")


def _stands(here: Here, rest: str) -> Heard:
    box, text = box_and_rest(here, rest)
    no_device(box, rest, "it stands where its picture is")
    key, spot = spot_named(here, text)
    return Heard(f"{box.name} at {spot.name}", PutDevice(id=box.key, spot=key))


def _link(here: Here, rest: str) -> Heard:
    """From an output to an input; ports that are not named are the first that fit."""
    plain = re.sub(r"\s+(?:in)?to\s+", " > ", rest, count=0 if ">" in rest else 1)
    left, arrow, right = plain.partition(">")
    if not arrow or not left.strip() or not right.strip():
        raise RefusedError(f"say from and to, as in {LINK}", value=rest)
    if ">" in right or _SEVERAL.search(left):
        return _chain(here, plain)
    there, added, told = _with_box(here, left)
    there, more, told_more = _with_box(there, right)
    if added or more:
        linked = _link(there, plain)
        say = "; ".join(filter(None, (told, told_more, linked.say)))
        return Heard(say, several(*added, *more, linked.command))
    start, out = box_and_rest(here, left)
    end, into = box_and_rest(here, right)
    key = next_id("cb", set(routing_of(here).cables))
    put = {"id": key, "start": start.key, "end": end.key}
    put |= {"start_port": said} if (said := port_said(start, out, "out")) else {}
    put |= {"end_port": said} if (said := port_said(end, into, "in")) else {}
    made = here.after(PutCable.model_validate(put)).plan.chosen
    cable = made.kept(type(routing_of(here))).cables[key]
    names = f"{start.name} {cable.start_port} > {end.name} {cable.end_port}"
    return Heard(f"Cable {cable.name}: {names}", PutCable.model_validate(put))


_SEVERAL: Final = re.compile(r",\s*|\s+(?:and|&)\s+")


def _with_box(here: Here, text: str) -> tuple[Here, tuple[Command, ...], str]:
    """The same place with the box that a text names, off the shelf where it is not in the chain yet."""
    try:
        box_and_rest(here, text)
    except RefusedError as unknown:
        try:
            heard = _device(here, re.sub(r"\s+(?:in|out)(?:put)?\s*[0-9]*$", "", text.strip(), flags=re.IGNORECASE))
        except RefusedError:
            raise unknown from None
        return here.after(heard.command), (heard.command,), heard.say
    return here, (), ""


def _chain(here: Here, rest: str) -> Heard:
    """`A, B and C > receiver > TV`: each of a step's boxes into the next."""
    steps = [[one for one in _SEVERAL.split(step.strip(" ,")) if one] for step in rest.split(">")]
    if not all(steps) or len(steps) > MOST_LINKS or any(len(step) > 1 for step in steps[1:]):
        raise RefusedError(f"say from and to, as in {LINK}; or A, B and C > receiver > TV", value=rest)
    done, told = list[Command](), list[str]()
    for boxes, (into, *_) in pairwise(steps):
        for box in boxes:
            heard = _link(here, f"{box} > {into}")
            here = here.after(heard.command)
            done.append(heard.command)
            told.append(heard.say)
    return Heard("; ".join(told), several(*done))


MOST_LINKS: Final = 12


def _unplug(here: Here, rest: str) -> Heard:
    """A cable, or every cable at a box, taken away; the boxes stay."""
    cables = routing_of(here).cables
    if re.fullmatch(r"(?:cable )?c?\d+", rest.strip().lower()):
        key, cable, _ = cable_and_rest(here, re.sub(r"^cable ", "", rest.strip().lower()))
        return Heard(f"Take away cable {cable.name}", Drop(id=key))
    ends = [box_and_rest(here, one)[0] for one in re.split(r"\s*>\s*|\s+from\s+", rest, maxsplit=1)]
    at = " and ".join(box.name for box in ends)
    wanted = {box.key for box in ends}
    held = {key: cable.name for key, cable in cables.items() if wanted <= {cable.start, cable.end}}
    if not held:
        raise RefusedError(f"no cable goes to {at}", value=rest)
    names = ", ".join(held.values())
    return Heard(f"Take away {names}, at {at}", several(*(Drop(id=key) for key in held)))


def _cable(here: Here, rest: str) -> Heard:
    """A cable's kind, or the length that is there."""
    key, cable, text = cable_and_rest(here, rest)
    if is_length(text):
        value = here.length(text, RUN)
        return Heard(f"Cable {cable.name}: {here.show(value)} long", PutCable(id=key, length=value))
    port = boxes_of(here.plan.chosen, here.gear)[cable.start].ports.get(cable.start_port)
    kinds = tuple(KINDS[port.kind]) if port else tuple(KINDS["hdmi"])
    plain = text.lower().strip()
    words = sorted(re.sub(r"\b(?:cable|lead|a|an)\b", " ", plain).split())
    plain = next((one for one in kinds if sorted(one.split()) == words), plain)
    if plain in ("any", "free"):
        raise RefusedError(f"give a kind, {', '.join(kinds)}, or a length", value=rest)
    kind = SHORT[plain] if SHORT.get(plain) in kinds else one_of(plain, kinds)
    return Heard(f"Cable {cable.name}: {kind}", PutCable(id=key, kind=kind))


def _run(here: Here, rest: str) -> Heard:
    key, cable, text = cable_and_rest(here, rest)
    value = here.length(text, RUN)
    return Heard(f"Cable {cable.name} runs {here.show(value)}, measured", PutCable(id=key, run=value))


def _way(here: Here, rest: str) -> Heard:
    key, cable, text = cable_and_rest(here, rest)
    way = one_of(text, get_args(Way))
    put = PutCable.model_validate({"id": key, "way": way, "via": (), "run": 0.0})  # what was measured was another way
    told = {"shortest": "the shortest way", "low": "along the skirting", "high": "by the ceiling"}[way]
    after = here.after(put).report().of(RunsResult)
    if key in after.astray:
        raise RefusedError(f"no way {told} joins the ends of {cable.name}: say another, or run and what a string says")
    route, end = after.routes.get(key), ""
    if route is not None:
        end = f", {here.show(route.length)}"
    if cable.run is not None:
        end += "; what was measured was another way"
    return Heard(f"Cable {cable.name} goes {told}{end}", put)


def _wants(here: Here, rest: str) -> Heard:
    box, text = box_and_rest(here, rest)
    if box.device is None or not box.sends:
        raise RefusedError(f"{box.name} sends no picture of its own", value=rest)
    if text.lower() in ("", "best", "its best"):
        return Heard(f"{box.name}: the best it sends", PutDevice(id=box.key, wants=""))
    form = format_of(text)
    no_more(unread(text))
    name = format_name(form)
    return Heard(f"{box.name} must arrive at {name}", PutDevice(id=box.key, wants=name))


def _setting(here: Here, rest: str) -> Heard:
    """An input's full-rate setting, on or off."""
    text, off = re.subn(r"\s+off$", "", rest.strip(), flags=re.IGNORECASE)
    text = re.sub(r"\s+on$", "", text, flags=re.IGNORECASE)
    box, said = box_and_rest(here, text)
    name = port_said(box, said, "in")
    port = box.ports.get(name)
    if port is None or not has_setting(port):
        slow = [one.name for one in box.ports.values() if has_setting(one)]
        if slow and not name:
            raise Ask("Which input?", *(f"setting {box.name} {one} {'off' if off else 'on'}" for one in slow[:6]))
        raise RefusedError(f"{box.name} has a setting for {', '.join(slow) or 'none of its inputs'}", value=rest)
    told = f"“{port.mode or 'full rate'}” is {'not set' if off else 'set'}"
    key = next_id("si", set(routing_of(here).inputs))
    return Heard(f"{box.name} {name}: {told}", SetInput(id=key, of=box.key, port=name, on=not off))


def _theirs(here: Here, rest: str) -> Heard:
    text, no = re.subn(r"^not\s+", "", rest.strip(), flags=re.IGNORECASE)
    if routing_of(here).cables and re.fullmatch(r"c\d+", text.strip().lower()):
        key, cable, _ = cable_and_rest(here, text)
        return Heard(f"Cable {cable.name} is {'ours' if no else 'theirs'}", PutCable(id=key, theirs=not no))
    box, more = box_and_rest(here, text)
    no_more(more)
    no_device(box, rest, "say it of a device or a cable")
    return Heard(f"{box.name} is {'ours' if no else 'theirs'}", PutDevice(id=box.key, theirs=not no))


def _flag(field: str, told: str) -> Phrase:
    """A cable's flag, said by its own word."""

    def make(here: Here, rest: str) -> Heard:
        text, no = re.subn(r"^not\s+", "", rest.strip(), flags=re.IGNORECASE)
        key, cable, more = cable_and_rest(here, text)
        no_more(more)
        say = f"Cable {cable.name} {'not ' if no else ''}{told}"
        return Heard(say, PutCable.model_validate({"id": key, field: not no}))

    return Phrase(field, "a cable", f"a cable is {told}", f"{field} c1", "routing", make, JOINED)


def _reach(here: Here, rest: str) -> Heard:
    """Who can get at a device."""
    text, reset = re.subn(r",?\s*(?:with )?(?:a )?reset[^0-9]*$", "", rest.strip(), flags=re.IGNORECASE)
    box, said = box_and_rest(here, text)
    no_device(box, rest)
    place = re.sub(r"\bthe ", "a ", re.sub(r"^(?:is|it is|it's)\s+", "", said.strip().lower()))
    words = set(place.split()) - {"at", "in"}
    no_more(place)
    reach = next((one for one in get_args(Reach) if place and {one.split()[-1], one.split()[0]} & words), None)
    reach = reach or one_of(place, get_args(Reach))
    put = {"id": box.key, "reach": reach, "reset": bool(reset)}
    return Heard(f"{box.name} is {reach}{', reset from afar' if reset else ''}", PutDevice.model_validate(put))


def _spare(here: Here, rest: str) -> Heard:
    box, more = box_and_rest(here, re.sub(r"^(?:pair )?to\s+", "", rest.strip(), flags=re.IGNORECASE))
    no_more(more)
    key = next_id("sp", set(routing_of(here).spares))
    return Heard(f"A spare HDMI and a spare data cable to {box.name}", PutSpare(id=key, to=box.key))


def _post(here: Here, rest: str) -> Heard:
    """Where a box's post stands on the board: before or after another of its place."""
    found = re.fullmatch(r"(.+?)\s+(before|after|left of|right of)\s+(.+)", rest.strip(), re.IGNORECASE)
    if found is None:
        raise RefusedError("say before or after which: post Kestrel before Nine 3", value=rest)
    (box, left), (other, more) = box_and_rest(here, found[1]), box_and_rest(here, found[3])
    no_more(f"{left} {more}".strip())
    if box.device is None or other.device is None:
        raise RefusedError("displays stand at the right by themselves: say it of two devices", value=rest)
    side = -1 if found[2].lower() in ("before", "left of") else 1
    return Heard(f"{box.name} {found[2].lower()} {other.name}", PutDevice(id=box.key, post=other.device.post + side))


def _feed(here: Here, rest: str) -> Heard:
    """How long a device's low-voltage feed is, and how thick."""
    rest, converted = re.subn(
        r",?\s*(?:with )?(?:a )?converter(?: at (?:its|the) end)?\s*$", "", rest, flags=re.IGNORECASE
    )
    text, gauge = re.subn(r",?\s*\b(?:awg\s*(\d+)|(\d+)\s*awg)\b", "", rest, flags=re.IGNORECASE), None
    found = re.search(r"\b(?:awg\s*(\d+)|(\d+)\s*awg)\b", rest, re.IGNORECASE)
    gauge = int(found[1] or found[2]) if found else None
    if gauge is not None and gauge not in OHMS:
        raise RefusedError(f"give one of AWG {', '.join(map(str, OHMS))}", value=rest)
    box, said = box_and_rest(here, text[0])
    no_device(box, rest)
    value = here.length(re.sub(r"^of\s+|\s+of$", "", said.strip()), RUN)
    values = {"id": box.key, "feed": value, "converter": bool(converted)} | ({"awg": gauge} if gauge else {})
    told = f"{f' of {gauge} AWG' if gauge else ''}{', a converter at its end' if converted else ''}"
    return Heard(f"{box.name} is fed over {here.show(value)}{told}", PutDevice.model_validate(values))


def _circuit(here: Here, rest: str) -> Heard:
    amps = re.search(r"([0-9.]+)\s*a(?:mps?)?\b", rest, re.IGNORECASE)
    volts = re.search(r"([0-9.]+)\s*v(?:olts?)?\b", rest, re.IGNORECASE)
    if amps is None and volts is None:
        raise RefusedError("give amps, volts or both, as in circuit 16 A 230 V", value=rest)
    no_more(re.sub(r"[0-9.]+\s*[av](?:mps?|olts?)?\b", "", rest, count=2, flags=re.IGNORECASE))
    put: dict[str, float] = {}
    put |= {"amps": number(amps[1], "the amps", 1, 63)} if amps else {}
    put |= {"volts": number(volts[1], "the volts", 90, 260)} if volts else {}
    told = ", ".join(f"{value:g} {unit[0].upper()}" for unit, value in put.items())
    return Heard(f"Its circuit: {told}", PutPower.model_validate(put))


def _tariff(here: Here, rest: str) -> Heard:
    value = number(re.sub(r"\s*(?:a|per)\s*kwh$", "", rest.strip(), flags=re.IGNORECASE), "what a kWh costs", 0, 10)
    return Heard(f"A kWh costs {value:g}", PutPower(tariff=value))


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase("device", "its name, at a place", "a box of the chain, off the shelf", DEVICE, "routing", _device),
    Phrase(
        "spot",
        "a name, along, out, up",
        "a place that gear stands at",
        "spot loft on the ceiling, 2 m along, 3 m out",
        "routing",
        _spot,
    ),
    Phrase("rack", "along, out, up", "where the rack stands", "rack 600 mm along, 300 mm out", "routing", _rack),
    Phrase(
        "stands", "a device and a place", "where a device stands", "stands Kestrel rack", "routing", _stands, DEVICE
    ),
    Phrase(
        "link", "from > to", "a cable from an output to an input", LINK, "routing", _link, BOTH, ("connect",), sign=">"
    ),
    Phrase("unplug", "a device or cable", "its cables are taken away", "unplug c1", "routing", _unplug, JOINED),
    Phrase(
        "lead",
        "its number, then kind or length",
        "what a cable is",
        "lead c1 optical",
        "routing",
        _cable,
        JOINED,
        ("cable c",),
    ),
    Phrase("run", "a cable and a length", "how far a cable runs, measured", "run c1 9.4 m", "routing", _run, JOINED),
    Phrase("route", "a cable, then shortest, low, high", "which way it goes", "route c1 high", "routing", _way, JOINED),
    Phrase(
        "sends", "a source and a format", "what must arrive", "sends Kestrel 2160p60 10 bit", "routing", _wants, DEVICE
    ),
    Phrase(
        "setting",
        "a box and its input",
        "an input's full-rate setting is on",
        "setting Nine 3 in 5 on",
        "routing",
        _setting,
        "device Nine 3",
    ),
    Phrase("theirs", "a device or cable", "the client has it already", "theirs Kestrel", "routing", _theirs, DEVICE),
    _flag("proven", "tested at full rate"),
    _flag("fixed", "kept in its input"),
    Phrase(
        "reach",
        "a device, then at hand, behind a panel, in a roof",
        "who can get at it",
        "reach Kestrel behind a panel, with reset",
        "routing",
        _reach,
        DEVICE,
    ),
    Phrase("spare", "a box", "one cable more than needed, each kind", "spare Kestrel", "routing", _spare, DEVICE),
    BUTTON_PHRASE,
    Phrase(
        "post",
        "a device before another",
        "where it stands on the board",
        "post Kestrel before Nine 3",
        "routing",
        _post,
        BOTH,
    ),
    Phrase(
        "feed",
        "a device, how far, AWG; with a converter",
        "how long its low-voltage feed is",
        "feed Wisp 12 m 22 AWG",
        "routing",
        _feed,
        "device Wisp",
    ),
    Phrase("circuit", "amps and volts", "what the gear hangs on", "circuit 16 A 230 V", "routing", _circuit),
    Phrase("tariff", "money", "what a kWh costs", "tariff 0.32", "routing", _tariff),
)
