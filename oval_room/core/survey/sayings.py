"""How people say what a room has."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Final

from oval_room.core.plan.gear import offered
from oval_room.core.survey.wall_phrases import MOST_PLACES
from oval_room.core.tape.phrase import Here
from oval_room.core.tape.sayings import Saying, seated
from oval_room.core.tape.spans import ALONG, SIZE

_COMPASS: Final = (
    ("north", 0),
    ("north east", 45),
    ("east", 90),
    ("south east", 135),
    ("south", 180),
    ("south west", 225),
    ("west", 270),
    ("north west", 315),
)
_LETTERS: Final = {"north": "n", "east": "e", "south": "s", "west": "w"}


def _bearings() -> tuple[Saying, ...]:
    """`faces south west`, `facing SW`: what someone who looks at the display wall looks towards."""
    return tuple(
        Saying(
            f"(faces|facing|looks|looking) ({way}|{way.replace(' ', '-')}|{way.replace(' ', '')}|{short})",
            f"faces {bearing}",
        )
        for way, bearing in _COMPASS
        for short in ["".join(_LETTERS[part] for part in way.split())]
    )


def _everywhere(here: Here, said: Mapping[str, str]) -> str:
    """The walls of the room, each made of the same."""
    walls = [wall.key for wall in here.plan.survey.room.walls]
    boards = [f"board {wall} {said['board']}" for wall in walls] if "board" in said else []
    return "; ".join([*(f"made of {wall} {said['kind']}" for wall in walls), *boards])


def _studs_from(here: Here, said: Mapping[str, str]) -> str | None:
    """Every stud along the display wall, as somebody says who has found them."""
    first, apart = here.lengths((said["first"], ALONG), (said["d"], ALONG))
    length = here.plan.survey.room.walls[0].length
    if apart < CLOSEST:
        return None
    places = [first + n * apart for n in range(MOST_PLACES) if first + n * apart < length]
    return f"stud {', '.join(here.show(at) for at in places)}"


def _over_head(here: Here, said: Mapping[str, str]) -> str:
    """A window in the ceiling: in the room's middle until somebody says where, and nothing is fixed in it."""
    room = here.plan.survey.room
    up = room.ceiling_at(room.width.value / 2, room.depth.value / 2) - ROOFLIGHT
    at, out = (said.get(name, here.show(side.value / 2)) for name, side in (("at", room.width), ("out", room.depth)))
    return f"put other “rooflight” {said['size']} x {here.show(ROOFLIGHT)} at {at} out {out} up {here.show(up)}"


def _in_some_wall(here: Here, said: Mapping[str, str]) -> list[str]:
    """A door of which only the width is said, in each wall but the display wall."""
    return [f"door {wall.key} {said['wide']} wide" for wall in here.plan.survey.room.walls[1:5]]


def _desk(here: Here, said: Mapping[str, str]) -> str:
    """A desk is as high as desks are where that is not said."""
    sides = re.split(r"\s?(?:x|×|by)\s?", said["size"])
    return f"put furniture “desk” {said['size']}{f' x {here.show(DESK)}' if len(sides) == 2 else ''}"


DESK: Final = 740.0
"""How high a desk is that nobody says [mm] (planning value of ours)."""


CLOSEST: Final = 200.0
"""Studs stand no closer [mm] (planning value of ours)."""
ROOFLIGHT: Final = 20.0
"""How deep a window in the ceiling is drawn [mm] (planning value of ours)."""
_DOORS: Final = "bifold|bi-fold|patio|french|sliding|double|folding|glass|balcony|terrace"
_MADE: Final = "brick|concrete|block|masonry|stone|timber|stud|drywall|plasterboard|steel 20|steel 25"
_LOW: Final = (
    "tv cabinet|tv unit|tv bench|tv stand|media unit|media cabinet|worktop|work top|counter|low board|lowboard"
    "|credenza|console table"
)
_STANDS: Final = "coffee table|side table|dining table|ottoman|bench|chest|dresser|piano|chair|footstool|bookshelf"
_STUDS: Final = (
    "(studs|stud) [every] {d:length} "
    "[centres|centers|ctrs|apart|spacing|spaced|oc|o.c.|on center|on centre] from {first:length}"
)
_SOFA: Final = "sofa|couch|settee"


def _opposite(way: Saying) -> str:
    return f"faces {(int(str(way.line).split()[-1]) + 180) % 360}"


def _new_row(here: Here, said: Mapping[str, str]) -> str | None:
    rows = {seat.row for seat in here.plan.survey.seats.values()}
    return f"row {max(rows) + 1} {said['d']}" if rows else None


def _soundbar(here: Here, said: Mapping[str, str]) -> str | None:
    """A soundbar by its sizes as they are sold: wide x high x deep, under the picture where one hangs."""
    sides = re.split(r"\s?(?:x|×|by)\s?", said["size"])
    wide, high = here.lengths((sides[0], SIZE), (sides[1], SIZE))
    deep = here.length(sides[2], SIZE) if len(sides) > 2 else BAR_DEEP
    put = f"put soundbar {here.show(wide)} x {here.show(deep)} x {here.show(high)}"
    if not here.plan.chosen.pictures:
        return None
    picture = here.picture()[1]
    at, up = picture.pose.x - wide / 2, picture.bottom - BAR_BELOW - high
    return f"{put} at {here.show(max(at, 0.0))} out 0 up {here.show(max(up, 0.0))}"


def _behind(here: Here, said: Mapping[str, str]) -> str | None:
    """A socket behind a picture is at the height of its middle."""
    if not here.plan.chosen.pictures:
        return None
    picture = here.meant(f"{said['of']} it").picture()[1]
    return f"{said['kind']} behind {said['of']} {here.show(picture.pose.z)} up"


def _under(here: Here, said: Mapping[str, str]) -> str | None:
    """A socket under a picture is as high over the floor as sockets are."""
    if not here.plan.chosen.pictures:
        return None
    return f"{said['kind']} behind {said['of']} {here.show(SOCKET_UP)} up"


SOCKET_UP: Final = 300.0
"""How high a socket is that nobody says [mm] (planning value of ours)."""


def _along_wall(here: Here, said: Mapping[str, str]) -> list[str]:
    """Something on a wall of which only the height is said: at three places along it."""
    room = here.plan.survey.room
    names = {wall.key: wall for wall in room.walls} | {
        f"{side} wall": wall for side, wall in zip(_ROUND, room.walls, strict=False)
    }
    wall = names.get(said["wall"])
    if wall is None:
        return []
    places = (here.show(wall.length * part) for part in (0.25, 0.5, 0.75))
    return [f"{said['kind']} {wall.key} at {at} up {said['up']}" for at in places]


_ROUND: Final = ("display", "right", "back", "left")
BAR_DEEP: Final = 100.0
"""How deep a soundbar is that nobody says [mm] (planning value of ours)."""
BAR_BELOW: Final = 50.0
"""Left between a picture and a soundbar under it [mm] (planning value of ours)."""
_WAY_ASK: Final = "Do you look that way when you look at the wall, or does the wall?"
_FINISH: Final = (("white|light|pale|cream", "white"), ("dark|black|dark grey|dark gray|navy|matt black", "dark"))
_COVERS: Final = "blackout|blind|blinds|curtain|curtains|shutter|shutters|net"


RADIATOR: Final = 100.0
"""How deep a radiator is that nobody says [mm] (planning value of ours)."""
DOORS: Final = ((760.0, 1980.0), (838.0, 1980.0), (900.0, 2100.0))
"""Widths and heights that doors are sold in, offered where none is said [mm] (planning values of ours)."""


def _radiator(here: Here, said: Mapping[str, str]) -> str:
    return f"radiator {said['wide']} x {here.show(RADIATOR)} x {said['high']} on {said['wall']}"


def _opening_at(here: Here, said: Mapping[str, str]) -> list[str]:
    sizes = [f"{here.show(wide)} x {here.show(high)}" for wide, high in DOORS]
    return [f"door {said['wall']} at {said['at']}, {size}" for size in sizes]


def _soundbars(here: Here, said: Mapping[str, str]) -> list[str]:
    return [f"soundbar {item.name}" for item in offered(here.gear).values() if item.kind == "soundbar"][:6]


def _more_seats(here: Here, said: Mapping[str, str]) -> str:
    _, seat = here.seat()
    now = sum(one.row == seat.row for one in here.plan.survey.seats.values())
    return f"seats {now + int(said['n'])}"


SAYINGS: Final[tuple[Saying, ...]] = (
    Saying("{kind:socket|data} (under|below|beneath) {of:tv|screen}", _under),
    Saying(
        "{kind:thermostat|switch|socket|data} {up:length} [up|high] (on) {wall:wall}",
        _along_wall,
        ask="Where along it?",
    ),
    Saying(
        "main seat",
        lambda here, said: [f"main {seat.name}" for seat in here.plan.survey.seats.values()][:6],
        when=seated,
    ),
    Saying("room {a:length} (by|x) {b:length} {c:length} (ceiling|ceilings|high)", "room {a} x {b} x {c}"),
    Saying("row {n:number} {d:length} (with|and) {up:length} riser", "row {n} {d}; row {n} riser {up}"),
    Saying("riser {up:length} row {n:number}", "row {n} riser {up}"),
    Saying("stool {d:length} [back|away]", "seat {d}; seating stool"),
    Saying("(soundbar|sound bar) (under|below) (tv|screen|picture)", _soundbars, ask="Which one, or its sizes?"),
    Saying("(rooflight|roof light|skylight|roof window) {size:sizes} {at:length}", _over_head),
    Saying("radiator {wide:length} (x|by) {high:length} {wall:wall}", _radiator),
    Saying(
        "door {wall:wall} {at:length} (from left|from the left|along|in from the left)",
        _opening_at,
        ask="How wide and high is it?",
    ),
    Saying("{n:count} more (seat|seats)", _more_seats, when=seated),
    Saying("(child|kid|adult|grown-up) {tall:length} [tall|high]", "person {tall}"),
    *_bearings(),
    *(Saying(f"(display|tv|screen) wall {way.pattern}", way.line, ask=_WAY_ASK) for way in _bearings()),
    *(Saying(f"(display|tv|screen) wall {way.pattern}", _opposite(way), ask=_WAY_ASK) for way in _bearings()),
    Saying("walls {kind:" + _MADE + "}", _everywhere),
    Saying("walls {kind:" + _MADE + "} {board:length} (plaster|board|plasterboard|render)", _everywhere),
    Saying("(all|every) (walls|wall) {kind:" + _MADE + "}", _everywhere),
    Saying("{kind:" + _MADE + "} walls", _everywhere),
    Saying("(rooflight|roof light|skylight|roof window) {size:sizes}", _over_head),
    Saying(f"[{_DOORS}] (door|doors) {{wide:length}} [wide]", _in_some_wall, ask="In which wall?"),
    Saying(f"[{_DOORS}] (door|doors) {{wide:length}} [wide] {{wall:wall}}", "door {wall} {wide} wide"),
    Saying(f"({_DOORS}) (door|doors) {{rest:words}}", "door {rest}"),
    Saying("doors {rest:words}", "door {rest}"),
    Saying("(two|2) rows {a:length} {b:length}", "row 1 {a}; row 2 {b}"),
    Saying("(three|3) rows {a:length} {b:length} {c:length}", "row 1 {a}; row 2 {b}; row 3 {c}"),
    Saying(
        "(" + _SOFA + ") {n:count} (seats|seat|seater|places|people) {d:length} [back|away|out]", "sofa {d}; seats {n}"
    ),
    Saying("{n:count} (seats|seat|seater) (" + _SOFA + ") {d:length} [back|away|out]", "sofa {d}; seats {n}"),
    Saying("(" + _LOW + ") {size:sizes} [high]", "furniture {size}"),
    Saying("(" + _LOW + ") {up:length} [high|tall|up]", "furniture {up}"),
    *(
        saying
        for words, finish in _FINISH
        for saying in (
            Saying(f"(walls|wall colour|wall color) [painted|painted in] ({words})", f"finish {finish}"),
            Saying(f"({words}) walls", f"finish {finish}"),
        )
    ),
    Saying("{c:" + _COVERS + "} [blind|blinds|drawn] (window|windows)", "covering window {c}"),
    Saying("(daylight|day light) {lux:number} [lux|lx]", "light day {lux}"),
    Saying("(another|add|add a|one more|new) seat {d:length} [back|away]", _new_row, when=seated),
    Saying("seat middle", lambda here, said: f"across {here.show(here.plan.survey.room.width.value / 2)}", when=seated),
    Saying("(double|single|twin|quad) socket {rest:text}", "socket {rest}"),
    Saying("{kind:socket|power point|power|data|network point|conduit|aerial} behind {of:tv|screen}", _behind),
    Saying("(soundbar|sound bar) {size:sizes} [under|below] [tv|screen|picture]", _soundbar),
    Saying("(rooflight|roof light|skylight|roof window) {size:sizes} {at:length} [out] {out:length} [out]", _over_head),
    Saying("{what:" + _STANDS + "} {size:sizes}", "put furniture “{what}” {size}"),
    Saying("(desk|table) {size:sizes}", _desk),
    Saying(
        "floating {kind:cabinet|shelf} {size:sizes} {up:length} [up|off|high|floor]",
        "put {kind} “floating {kind}” {size} up {up}",
    ),
    Saying("floating {kind:cabinet|shelf} {size:sizes}", "put {kind} “floating {kind}” {size}"),
    Saying(_STUDS, "stud {first}", ask="Was each found, or the first alone? What is only expected is no stud yet"),
    Saying(_STUDS, _studs_from),
)
