"""Walls of displays on the tape line: `displays 3 x 3 55`, `displays on Flat 400`, `joints closed`, `canvas 5760`,
`wall display 3 upright`, `wall display 3 on controller 1 output 4`."""

from __future__ import annotations

import re
from typing import Final

from oval_room.core.array.canvas import MOST_DISPLAYS
from oval_room.core.array.commands import PutCut, PutPatch
from oval_room.core.array.document import MOST_ACROSS, Arrays
from oval_room.core.array.driving_phrases import CONTROLLER, known_as
from oval_room.core.array.fit import Port
from oval_room.core.array.mapping import mapping_of
from oval_room.core.array.wall import by_key, displays_of, walls_of
from oval_room.core.commands import Command, several
from oval_room.core.errors import RefusedError
from oval_room.core.plan.gear import Mount, Panel
from oval_room.core.plan.measure import chosen, next_id
from oval_room.core.pose import Own, Turn, to_room
from oval_room.core.record import record
from oval_room.core.screens.commands import PutPicture, TakeGear
from oval_room.core.screens.document import Picture
from oval_room.core.screens.group_commands import PutGroup
from oval_room.core.screens.hung import WORDS, read_turn
from oval_room.core.screens.phrases import on_own_wall
from oval_room.core.screens.size import picture_size
from oval_room.core.span import Span
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import number
from oval_room.core.units import MM_IN

GAP: Final = Span("the gap between the frames", 0.0, 1000.0, (0, 60))
EDGE: Final = Span("an edge of a wall", 0.0, 12_000.0, (100, 4000))
MOVE: Final = Span("how far a display is moved", 0.0, 10_000.0, (1, 1500))
SIZES: Final = (15.0, 110.0)
BEZEL: Final = 4.0
"""Taken round a display that no shelf knows [mm] (planning value)."""
OFF: Final = 80.0
"""A bare display's face off its wall [mm] (planning value)."""
BEHIND: Final = 30.0
"""Left behind a display of the shelf for what it hangs on [mm] (planning value)."""
MIDDLE: Final = 1500.0
"""A new wall's middle over the floor, where the room lets it [mm] (planning value)."""
BESIDE: Final = 150.0
"""Left between a new wall and one that hangs there [mm] (planning value)."""
EXAMPLE: Final = "displays 3 x 3 55"
_GRID: Final = re.compile(r"(\d+)\s*(?:x|×|by)\s*(\d+)\s+(?:of\s+)?(.+)", re.IGNORECASE)
_GAP: Final = re.compile(r"[,;]?\s*\bgaps?\s+(?:of\s+)?(.+?)\s*$", re.IGNORECASE)
_TURN: Final = re.compile(r"[,;]?\s*\b(upright(?: left| right)?|portrait|upside down)\s*$", re.IGNORECASE)
_GROUP: Final = re.compile(
    r"(.+?)\s+(left|right|up|down|bottom|centre|center|top)\s+(?:by\s+|at\s+|to\s+)?(.+)", re.IGNORECASE
)
_SIZE: Final = re.compile(r"(\d+(?:[.,]\d+)?)\s*(?:\"|″|in|inch|inches)?", re.IGNORECASE)


def _displays(here: Here, rest: str) -> Heard:
    """A wall of displays in columns and rows, frame to frame or with a gap, in the middle of the display wall."""
    if (mount := re.match(r"(?:on|mounted on|mount)\s+(?!\d+\s*x)(.+)", rest.strip(), re.IGNORECASE)) is not None:
        return _mounted(here, mount[1])
    text, gap, turned = rest.strip(), 0.0, 0
    for _ in range(2):  # the gap and the turn, in either order
        if (found := _TURN.search(text)) is not None:
            turned, text = read_turn(found[1]), text[: found.start()]
        if (found := _GAP.search(text)) is not None:
            gap, text = here.length(found[1], GAP), text[: found.start()]
            if not GAP.least <= gap <= GAP.most:  # asked, so that the gap is not taken as a line of its own
                raise Ask(
                    f"Frames stand up to {here.show(GAP.most)} apart (got {here.show(gap)}). Which?",
                    f"displays {text}",
                    f"displays {text} gap {here.show(5.0)}",
                )
    grid = _GRID.fullmatch(text.strip())
    if grid is None:
        raise RefusedError(f"say columns x rows and a size or a panel of the shelf: {EXAMPLE}", value=rest)
    columns, rows, said = int(grid[1]), int(grid[2]), grid[3].strip()
    scheme = here.plan.chosen
    if not 2 <= columns * rows <= MOST_DISPLAYS - len(scheme.pictures):
        raise RefusedError(
            f"a wall is of 2 displays to {MOST_DISPLAYS} in all (got {columns} x {rows} = {columns * rows}"
            f"{f' beside {len(scheme.pictures)}' if scheme.pictures else ''})",
            value=rest,
        )
    keys: list[str] = []
    for _ in range(columns * rows):
        keys.append(next_id("p", {*scheme.pictures, *keys}))
    first = 1 + sum(len(group.members) for group in walls_of(scheme).values())
    panel = _panel(here, said)
    made = here.after(*panel.put(keys[0], turned=turned)).plan.chosen.pictures[keys[0]]
    wide, high = made.across + 2 * made.frame_side + gap, made.height + made.frame_top + made.frame_bottom + gap
    left, middle = _place(here, columns * wide - gap, rows * high - gap)
    steps: list[Command] = []
    for n, key in enumerate(keys):
        x = left + (n % columns) * wide + (wide - gap) / 2
        z = middle + (rows * high - gap) / 2 - (n // columns) * high - made.frame_top - made.height / 2
        steps += panel.put(key, name=f"display {first + n}", turned=turned, x=round(x, 3), z=round(z, 3))
    group = next_id("m", set(scheme.groups))
    name = "wall" if not walls_of(scheme) else f"wall {len(walls_of(scheme)) + 1}"
    steps.append(PutGroup(id=group, name=name, kind="wall", members=tuple(keys)))
    apart = f"{here.show(gap)} between frames" if gap else "frame to frame"
    hangs = "" if turned == 0 else f", {WORDS[turned]}"
    return Heard(f"{columns} × {rows} displays, {panel.told}{hangs}, {apart}: {name}", several(*steps))


def _mounted(here: Here, said: str) -> Heard:
    """Every display of every wall on a mount of the shelf."""
    _wall(here)
    key = here.gear_named(said, "mount", "panel")
    mount, puts = here.gear[key], list[Command]()
    for display in by_key(displays_of(here.plan.chosen)):
        item = here.gear.get(here.plan.chosen.pictures[display].gear or "")
        off = item.depth + mount.profile if isinstance(item, Panel) and isinstance(mount, Mount) else None
        puts.append(on_own_wall(here, display, off=off).model_copy(update={"mount": key}))
    return Heard(f"{len(puts)} displays, each on {mount.name}", several(*puts))


@record
class _Hung:
    """A kind of display to hang: the edition of a shelf's, or a bare size's values; how it is told."""

    gear: str | None
    values: dict[str, object]
    told: str

    def put(self, key: str, **values: object) -> list[Command]:
        """One of it, as steps."""
        last = PutPicture.model_validate({"id": key, **self.values, **values})
        return [TakeGear(id=key, gear=self.gear), last] if self.gear is not None else [last]


def _panel(here: Here, said: str) -> _Hung:
    """Displays of a size, or of a shelf's panel by words of its name."""
    size = _SIZE.fullmatch(said)
    if size is None:
        gear = here.gear_named(said, "panel")
        item = here.gear[gear]
        off = item.depth + BEHIND if isinstance(item, Panel) else OFF
        return _Hung(gear, {"y": off}, item.name)
    inches = float(size[1].replace(",", "."))
    if not SIZES[0] <= inches <= SIZES[1]:
        raise RefusedError(f"a display is {SIZES[0]:g} to {SIZES[1]:g} inches (got {size[1][:12]})", value=said)
    bare: dict[str, object] = {
        "kind": "panel", "width": chosen(picture_size(aspect=16 / 9, diagonal=inches * MM_IN["in"]).width),
        "frame_side": BEZEL, "frame_top": BEZEL, "frame_bottom": BEZEL, "pixels": (1920, 1080), "y": OFF,
    }  # fmt: skip
    return _Hung(None, bare, f"{inches:g} inch (frame {here.show(BEZEL)} and 1920 × 1080 assumed)")


def _place(here: Here, wide: float, high: float) -> tuple[float, float]:
    """Where a new wall's left edge and its middle's height go on the display wall: in the middle, beside what hangs
    there already."""
    room = here.plan.survey.room
    left = (room.width.value - wide) / 2
    hung = [here.plan.chosen.pictures[key] for group in walls_of(here.plan.chosen).values() for key in group.members]
    if hung:
        left = max(one.pose.x + one.across / 2 + one.frame_side for one in hung) + BESIDE
    tall = room.height.value
    middle = min(max(MIDDLE, high / 2 + 100.0), max(tall - high / 2 - 100.0, high / 2))
    return left, middle


def _wall(here: Here) -> str:
    """The wall of the subject picture, else the first one.

    Raises:
        RefusedError: there is none.
    """
    walls = walls_of(here.plan.chosen)
    mine = here.plan.chosen.group_of(here.subject.picture or "")
    if not walls:
        raise RefusedError(f"there is no wall of displays yet: {EXAMPLE}")
    return mine if mine in walls else next(iter(walls))


def _joints(here: Here, rest: str) -> Heard:
    key = _wall(here)
    word = rest.strip().lower()
    if word not in ("closed", "closed up", "close", "skipped", "skip", "kept"):
        raise RefusedError(
            "say joints skipped, or joints closed: the picture goes behind the frames, or not", value=rest
        )
    closed = word.startswith("close")
    name = here.plan.chosen.groups[key].name
    told = "gaps closed up, nothing of the picture lost" if closed else "gaps skipped, the picture goes on behind them"
    return Heard(f"{name}: {told}", PutCut(of=key, closed=closed))


def _canvas(here: Here, rest: str) -> Heard:
    key = _wall(here)
    name = here.plan.chosen.groups[key].name
    if rest.strip().lower() in ("finest", "own", "own pixels", "any", "none"):
        return Heard(f"{name}: canvas at the finest display's own pixels", PutCut(of=key, across=0))
    across = number(
        re.sub(r"\s*(?:px|pixels|wide|across)+$", "", rest.strip()), "the canvas's width in pixels", 16, MOST_ACROSS
    )
    return Heard(f"{name}: canvas {across:,.0f} px wide", PutCut(of=key, across=round(across)))


def _display(here: Here, rest: str) -> Heard:
    """One display by its number: hung another way, put on an output, moved by so much."""
    found = re.fullmatch(r"(\d+)\s+(.+)", rest.strip())
    displays = by_key(displays_of(here.plan.chosen))
    if found is None or not displays:
        raise RefusedError(
            "say which display by its number, and what of it: wall display 3 upright, or "
            "wall display 3 on controller 1 output 4"
            if displays
            else f"there is no wall of displays yet: {EXAMPLE}",
            value=rest,
        )
    one = next((one for one in displays.values() if one.number == int(found[1])), None)
    if one is None:
        numbers = sorted(one.number for one in displays.values())
        raise RefusedError(f"displays are numbered {numbers[0]} to {numbers[-1]} (got {found[1]})", value=rest)
    said = found[2].strip()
    moved = re.fullmatch(r"(left|right|up|down)\s+(?:by\s+)?(.+)", said, re.IGNORECASE)
    if moved is not None:
        return _moved(here, one.key, one.number, moved[1].lower(), here.within((moved[2], MOVE))[0])
    if re.fullmatch(r"(?:on\s+)?any(?: output)?", said, re.IGNORECASE):
        return Heard(f"Display {one.number}: on any output", PutPatch(of=one.key))
    on = re.fullmatch(r"on\s+(.+?)[,\s]+(?:outputs?|out|port)\s*(\d+)", said, re.IGNORECASE)
    if on is not None:
        arrays = here.plan.chosen.kept(Arrays)
        key = known_as(arrays.controllers, on[1], "controller")
        port = round(number(on[2], "the output", 1, arrays.controllers[key].outputs))
        kept = _others(here, one.key, (key, port))
        say = f"Display {one.number}: on {arrays.controllers[key].name} output {port}"
        return Heard(say, several(*kept, PutPatch(of=one.key, on=key, port=port)))
    turned = read_turn(re.sub(r"^(?:is\s+|hangs\s+)?(?:turned\s+)?", "", said))
    return Heard(f"Display {one.number}: hangs {WORDS[turned]}", PutPicture(id=one.key, turned=turned))


def _others(here: Here, display: str, wanted: Port) -> list[Command]:
    """The patches that keep the other displays where they hang now; who hangs on the wanted output has this one's."""
    ports = mapping_of(here.plan.chosen).fitted.ports
    kept = {key: ports.get(display) if port == wanted else port for key, port in ports.items() if key != display}
    return [PutPatch(of=key, on=port[0], port=port[1]) if port else PutPatch(of=key) for key, port in kept.items()]


def _group(here: Here, rest: str) -> Heard:
    """A whole wall of displays moved by so much, or an edge of it put at a height."""
    found = re.fullmatch(
        r"(.+?)\s+(left|right|up|down|bottom|centre|center|top)\s+(?:by\s+|at\s+|to\s+)?(.+)",
        rest.strip(),
        re.IGNORECASE,
    )
    walls = walls_of(here.plan.chosen)
    if found is None or not walls:
        told = (
            "say which wall and how far: wall group 2 up 300"
            if walls
            else f"there is no wall of displays yet: {EXAMPLE}"
        )
        raise RefusedError(here.eg(told), value=rest)
    key = wall_called(here, found[1])
    if key is None:
        listed = ", ".join(f"{n}, {group.name}" for n, group in enumerate(walls.values(), 1))
        raise RefusedError(f"walls of displays are {listed} (got {found[1][:20]})", value=rest)
    group, way = walls[key], found[2].lower().replace("center", "centre")
    if way in ("bottom", "centre", "top"):
        value = here.length(found[3], EDGE)
        pictures = [here.plan.chosen.pictures[one] for one in group.members]
        low, high = min(one.bottom for one in pictures), max(one.top for one in pictures)
        at = {"bottom": low, "centre": (low + high) / 2, "top": high}[way]
        return Heard(f"{group.name}: {way} at {here.show(value)}", PutGroup(id=key, z=group.pose.z + value - at))
    by = here.within((found[3], MOVE))[0]
    along, up = {"left": (-by, 0.0), "right": (by, 0.0), "up": (0.0, by), "down": (0.0, -by)}[way]
    low = min(one.bottom - one.frame_bottom for one in (here.plan.chosen.pictures[key] for key in group.members))
    if low + up < 0:
        raise RefusedError(f"{group.name} hangs {here.show(low)} over the floor: it goes down no farther", value=rest)
    place = to_room(group.pose.point, Turn(group.pose.yaw), Own(along, up, 0.0))
    return Heard(f"{group.name}: {here.show(by)} {way}", PutGroup(id=key, x=place.x, y=place.y, z=place.z))


def wall_called(here: Here, said: str) -> str | None:
    """A wall of displays by its number or name; None where there is none such."""
    walls = walls_of(here.plan.chosen)
    plain = said.strip().lower()
    named = {key for key, group in walls.items() if group.name.lower() in (plain, f"wall {plain}")}
    if named:
        return named.pop()
    number = plain.removeprefix("wall").strip()
    return list(walls)[int(number) - 1] if number.isdigit() and 0 < int(number) <= len(walls) else None


def _moved(here: Here, key: str, n: int, way: str, by: float) -> Heard:
    picture: Picture = here.plan.chosen.pictures[key]
    along, up = {"left": (-by, 0.0), "right": (by, 0.0), "up": (0.0, by), "down": (0.0, -by)}[way]
    low = picture.bottom - picture.frame_bottom
    if low + up < 0:
        raise RefusedError(f"display {n} hangs {here.show(low)} over the floor: it goes down no farther", value=way)
    at = to_room(picture.pose.point, Turn(picture.pose.yaw), Own(along, up, 0.0))
    return Heard(f"Display {n}: {here.show(by)} {way}", PutPicture(id=key, x=at.x, y=at.y, z=at.z))


BUILT: Final = "displays 2 x 2 55"
DRIVEN: Final = f"{BUILT}; {CONTROLLER}"
PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "displays",
        "columns x rows, which",
        "hang a wall of displays",
        EXAMPLE,
        "array",
        _displays,
        also=("video wall", "wall of displays"),
    ),
    Phrase(
        "joints",
        "skipped or closed",
        "whether the picture goes on behind the frames",
        "joints closed",
        "array",
        _joints,
        BUILT,
    ),
    Phrase("canvas", "px across, or finest", "how wide the wall's canvas is", "canvas 5760", "array", _canvas, BUILT),
    Phrase(
        "wall display",
        "a number, and what of it",
        "hang one display another way, or on an output",
        "wall display 3 upright",
        "array",
        _display,
        DRIVEN,
        ("display no", "display number"),
    ),
    Phrase(
        "wall group",
        "its number, then left, right, up, down and how far; or bottom, centre, top and a height",
        "move a whole wall of displays",
        "wall group 1 up 300 mm",
        "array",
        _group,
        BUILT,
    ),
)
