"""The signal board: every box a post, every cable a line ruled from the post that gives to the post that takes, told in
words at its end, as in a log (rules 10.5, 10.6).

Posts stand by where they are in the room: other rooms, racks, walls, the ceiling, then the displays. A line is whole
where what is wanted arrives, broken where less does, crossed where nothing does.

      player   receiver     TV
        ●─────────▶                c1  2160p24 …  6.9 to spare   copper, 1 m
        │         ●────────▶       c2
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from typing import Final

from oval_room.core.plan.document import Scheme
from oval_room.core.record import record
from oval_room.core.signal.box import Box
from oval_room.core.signal.by_source import Reached, by_source, other_leads
from oval_room.core.signal.chain import Way, Wire
from oval_room.core.signal.document import Routing
from oval_room.core.signal.study import RoutingResult
from oval_room.drawing.look import Look
from oval_room.drawing.metrics import text_width
from oval_room.drawing.scene import Draft, Label, P, Scene
from oval_room.drawing.view import Listed, Told

WIDE: Final = 1640.0
"""Of the whole board, in units of its own: it is no drawing to scale."""
POSTS: Final = (60.0, 820.0)
LOG: Final = 880.0
"""Where posts stand, and where the log begins."""
SHAPE: Final = 1.8
"""Width to height of the sheet that it is laid out for."""
HEAD: Final = 215.0
HEAD_UPRIGHT: Final = 330.0
"""Room for the names, level and upright."""
FOOT: Final = 90.0
ROW: Final = 62.0
MOST_PITCH: Final = 128.0
SCALE: Final = 0.42
"""Pixels a unit of the board where it leads on a laptop's screen: what fits beside what is reckoned by it."""
SMALL: Final = 12.0
CLOSE: Final = 80.0
"""Lines that lie closer have their numbers beside each other, before the log; NUMBERS: the room for those."""
NUMBERS: Final = 68.0 / SCALE
ABOVE, BESIDE, BELOW = (30.0, 7.0), (30.0, 0.0), (30.0, -7.0)
"""Where a cable's words stand after its number [px]."""
UPRIGHT: Final = 7
"""More posts than this have their names set upright."""
ORDER: Final = {"elsewhere": 0, "rack": 1, "wall": 2, "ceiling": 3, "display": 4}


@record
class Post:
    """A box on the board: where it stands across, and the place it belongs to."""

    box: Box
    at: float
    place: str


def board_list(look: Look) -> tuple[Listed, ...]:
    """The board as a list by source, for a narrow screen."""
    found = look.report.of(RoutingResult)
    out = [
        Listed(row.name, f"sends {row.sends}" if row.sends else "", tuple(_told(one) for one in row.reaches))
        for row in by_source(found)
    ]
    others = tuple(Told("", f"{one.number}, {one.ends}", (FOR.get(one.kind, one.kind),)) for one in other_leads(found))
    return (*out, *((Listed("Other leads", "", others),) if others else ()))


def _told(one: Reached) -> Told:
    by = f"by {one.by}" if one.by else ""
    under = [by, one.arrives, f"lost: {one.lost}" if one.lost else "", one.sounds and f"sound: {one.sounds}"]
    return Told(one.level.value, one.display, tuple(filter(None, under)))


def signal_board(look: Look) -> Scene | None:
    """The board of the chosen scheme; None while it has no device."""
    found = look.report.of(RoutingResult)
    if not found.boxes:
        return None
    posts = _posts(found, look.plan.chosen)
    wires = sorted(found.wires.values(), key=lambda wire: (posts[wire.start.key].at, posts[wire.end.key].at, wire.key))
    rows, names = max(len(wires), 3), HEAD if len(posts) <= UPRIGHT else HEAD_UPRIGHT
    pitch = min(MOST_PITCH, max(ROW, (WIDE / SHAPE - names - FOOT) / rows))
    high = names + FOOT + rows * pitch
    draft = Draft()
    top = high - names
    places = [post.at for post in posts.values()]
    step = places[1] - places[0] if len(places) > 1 else WIDE
    _heads(draft, list(posts.values()), top, look)
    for n, wire in enumerate(wires):
        _line(draft, posts, wire, top - (n + 0.7) * pitch, found, pitch, step)
    if not wires:
        told = "no cable yet: link a source to a display"
        draft.add(Label(P(LOG, top - pitch), told, "label", "labels", "start", ((0, 0),), 2))
    width = max(WIDE, SHAPE * high * 0.8)
    whole = sum(way.whole for way in found.ways.values())
    told = f"{len(found.boxes)} boxes, {len(wires)} cables; {whole} of {len(found.ways)} pictures arrive whole."
    return Scene("signals", "signal board", (0.0, 0.0, width, high), tuple(draft.shapes), told, to_scale=False)


def _place(scheme: Scheme, box: Box) -> tuple[int, str]:
    """The place that a box belongs to: its order and its name."""
    if box.role == "display":
        return ORDER["display"], "displays"
    routing = scheme.kept(Routing)
    spot = routing.spots.get(box.device.spot or "") if box.device else None
    return (ORDER[spot.kind], spot.name) if spot else (ORDER["rack"], "rack")


def _depths(found: RoutingResult) -> dict[str, int]:
    """How many cables lie before each box, at most: what gives stands left of what takes."""
    depth = dict.fromkeys(found.boxes, 0)
    for _ in range(min(len(found.boxes), 8)):
        for wire in found.wires.values():
            if wire.out.pictures:
                depth[wire.end.key] = max(depth[wire.end.key], min(depth[wire.start.key] + 1, 8))
    return depth


def _posts(found: RoutingResult, scheme: Scheme) -> dict[str, Post]:
    depths = _depths(found)
    order = sorted(
        found.boxes.values(),
        key=lambda box: (
            *_place(scheme, box),
            box.device.post if box.device else 0,
            depths[box.key],
            box.name.lower(),
            box.key,
        ),
    )
    left, right = POSTS
    step = (right - left) / max(len(order) - 1, 1)
    return {box.key: Post(box, left + n * step, _place(scheme, box)[1]) for n, box in enumerate(order)}


def _heads(draft: Draft, posts: Sequence[Post], top: float, look: Look) -> None:
    """The posts with their names over them, and under them the places they stand at."""
    step = posts[1].at - posts[0].at if len(posts) > 1 else 200.0
    upright = len(posts) > UPRIGHT
    for post in posts:
        subject = post.box.shows is not None and post.box.shows == look.picture
        draft.line((post.at, FOOT - 30), (post.at, top + 20), "wire" if subject else "post", "room", post.box.key)
        draft.line((post.at, FOOT - 30), (post.at, top + 20), "post-hold", "labels", post.box.key)
        style = "strong" if subject else "label"
        if upright:
            at, room = P(post.at, top + HEAD_UPRIGHT / 2 + 10), HEAD_UPRIGHT - 30
            draft.add(
                Label(at, post.box.name, style, "labels", "middle", ((0, 0),), 1, True, post.box.key, within=room)
            )
            continue
        lines = _two_lines(post.box.name)
        for n, line in enumerate(lines):
            up = 11.0 + 16.0 * (len(lines) - 1 - n)
            at = P(post.at, top + 22)
            draft.add(Label(at, line, style, "labels", "middle", ((0, up),), 1, False, post.box.key, step - 12))
    start = 0
    for n, post in enumerate(posts):
        if n + 1 == len(posts) or posts[n + 1].place != post.place:
            a, b = posts[start].at - 24, post.at + 24
            draft.path(((a, FOOT - 34), (a, FOOT - 46), (b, FOOT - 46), (b, FOOT - 34)), "rung", "room")
            middle = P((a + b) / 2, FOOT - 46)
            draft.add(Label(middle, post.place, "small", "labels", "middle", ((0, -10),), 3, within=max(b - a, step)))
            start = n + 1


def _two_lines(name: str) -> list[str]:
    """A name on one line, or parted near its middle."""
    words = name.split()
    if len(name) <= 11 or len(words) < 2:
        return [name]
    cut = min(range(1, len(words)), key=lambda n: abs(len(" ".join(words[:n])) - len(" ".join(words[n:]))))
    return [" ".join(words[:cut]), " ".join(words[cut:])]


@record
class State:
    """How a cable stands: good, mind or stop; the format over it, or what it is for; why not better; what is left
    [Gbit/s]."""

    level: str
    over: str
    instead: str = ""
    spare: float | None = None


FOR: Final = {"optical": "sound", "analogue": "sound", "data": "network", "speaker": "loudspeaker"}


def state_of(wire: Wire, ways: Mapping[str, Way]) -> State:
    """How a cable stands, by the worst of what goes over it."""
    over = [way for way in ways.values() if any(one.key == wire.key for one in way.wires)]
    if wire.short:
        return State("stop", f"carries {wire.rate:g} of {wire.wanted:.1f} Gbit/s")
    if not over:
        return State("good", FOR.get(wire.out.kind, "nothing over it yet"))
    here = [way for way in over if way.stopped is not None and way.stopped.link == wire.name]
    worst = next((way for way in over if way.format is None), next(iter(here), over[0]))
    if worst.format is None:
        return State("stop" if here else "mind", f"no {worst.wanted.name}")
    if worst.whole:
        return State("good", worst.format.name, "", worst.spare)
    return State("mind" if here else "good", worst.format.name, f"not {worst.wanted.name}", worst.spare)


def _line(
    draft: Draft, posts: Mapping[str, Post], wire: Wire, v: float, found: RoutingResult, pitch: float, step: float
) -> None:
    """One cable: its line with both ports, and its words in the log."""
    a, b = posts[wire.start.key].at, posts[wire.end.key].at
    state = state_of(wire, found.ways)
    style = "wire" if state.level == "good" else f"wire-{state.level}"
    right = 1.0 if b > a else -1.0
    draft.line((a, v), (b, v), style, "room", wire.key)
    draft.mark((a, v), "dot", "eye", "room", wire.key)
    head = 13.0
    draft.path(((b - right * head, v + 8), (b, v), (b - right * head, v - 8)), "wire", "room", ref=wire.key)
    if state.level == "stop":
        draft.mark(((a + b) / 2, v), "cross", "find-miss", "room", wire.key)
    near, far = ("start", "end") if right > 0 else ("end", "start")
    needed = (text_width(wire.out.name, SMALL) + text_width(wire.into.name, SMALL) + 28) / SCALE
    ports = ""
    widest = (max(text_width(wire.out.name, SMALL), text_width(wire.into.name, SMALL)) + 14) / SCALE
    if needed < abs(b - a) and widest < step:
        draft.add(
            Label(P(a, v), wire.out.name, "small", "labels", near, ((right * 6, 8),), 4),  # type: ignore[arg-type]
            Label(P(b, v), wire.into.name, "small", "labels", far, ((-right * 8, 8),), 4),  # type: ignore[arg-type]
        )
    elif not wire.planned:  # the posts stand too near each other: the log says it
        ports = f"{wire.out.name} to {wire.into.name}"
    ends = LOG - 16 - (NUMBERS if pitch < CLOSE else 0.0)
    if max(a, b) + 14 < ends:
        draft.line((max(a, b) + 14, v), (ends, v), "guide-faint", "room")
    if wire.planned:
        told = f"{wire.start.name} {wire.out.name} to {wire.end.name} {wire.into.name}, not laid yet"
        room = WIDE - LOG - 20
        draft.add(Label(P(LOG, v), told, "label", "labels", "start", ((0, 0),), 2, ref=wire.key, within=room))
        return
    aside = ((0, 0), (-34, 0), (-68, 0))  # where lines lie close, every other number stands before the log
    draft.add(Label(P(LOG, v), wire.cable.name, "strong", "labels", "start", aside, 1, ref=wire.key))
    backs = list(_back(wire, found))
    said = ", ".join(backs) if backs and not any(wire in way.wires for way in found.ways.values()) else state.over
    left = f", {state.spare:.1f} to spare" if state.spare is not None else ""
    under = ", ".join(
        filter(None, (ports, state.instead, cable_words(wire), *(() if said in ", ".join(backs) else backs)))
    )
    room = WIDE - LOG - 80
    draft.add(
        Label(P(LOG, v), said + left, "label", "labels", "start", (ABOVE, BESIDE), 2, ref=wire.key, within=room),
        Label(P(LOG, v), under, "small", "labels", "start", (BELOW,), 3, ref=wire.key, within=room),
    )


def _back(wire: Wire, found: RoutingResult) -> Iterator[str]:
    """What a display plays itself and a cable brings to where it is heard."""
    for key in found.own:
        heard = found.heard.get(key)
        if heard is not None and any(one.key == wire.key for one in heard.wires):
            yield f"its apps {'back' if heard.by.startswith('back') else 'out'}: {heard.arrives or 'nothing'}"


def cable_words(wire: Wire) -> str:
    """A cable as it is bought: kind, length, what is said of it."""
    if wire.length is None:
        return f"{wire.kind or wire.out.kind}, length not known"
    length = f"{wire.length / 1000:.1f} m".replace(".0 m", " m")
    said = ", theirs" if wire.cable.theirs else ", made to length" if wire.made else ""
    return f"{wire.kind}, {length}{said}"
