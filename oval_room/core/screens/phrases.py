"""The picture: size, height, place, schools: what can be said about it on the tape line."""

from __future__ import annotations

import math
import re
from collections.abc import Callable
from typing import Final

from oval_room.core.aspect import parse_aspect, show_aspect
from oval_room.core.errors import RefusedError
from oval_room.core.plan.gear import Panel, Screen, offered
from oval_room.core.plan.measure import chosen
from oval_room.core.plan.turn import turned_for, wall_name, wall_of
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.faces import BUILT_OUT, OFF_FACE, Face, hangs_on
from oval_room.core.screens.placing import HANGS_FREE
from oval_room.core.screens.shapes import curve, split
from oval_room.core.screens.size import WIDE
from oval_room.core.survey.document import Thing
from oval_room.core.survey.room_phrases import surface_first
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import from_the_right, one_of
from oval_room.core.tape.spans import ALONG, BOTTOM, CENTRE, RADIUS, ROLL, STAND_OFF, TOP
from oval_room.core.units import MM_IN

CORNER_GAP: Final = 25.0  # between a picture's edge and the wall of a corner [mm]


def edge_at(place: str, words: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        key, picture = here.picture()
        value = here.length(rest, {"top": TOP, "centre": CENTRE, "bottom": BOTTOM}[place])
        up = {"top": picture.height, "centre": picture.height / 2, "bottom": 0.0}[place]
        put = PutPicture(id=key, bottom=value - up)
        return Heard(f"{picture.name}: {words} at {here.show(value)}", put)

    return make


def _stretch(here: Here, rest: str) -> Heard:
    """The top edge at a height with the bottom edge held: the picture grows or shrinks."""
    key, picture = here.picture()
    text, bare = bare_size(rest)
    height = here.length(text, TOP) - picture.bottom
    if height < 100:
        raise RefusedError(f"give a top edge over the bottom edge at {here.show(picture.bottom)}")
    width = height * picture.aspect
    if not bare and (kept := as_bought(here, key, f"stretch to {text}", width)) is not None:
        return kept
    put = PutPicture(id=key, width=chosen(width), bottom=picture.bottom)
    return Heard(f"{picture.name}: stretched to {here.show(width)} wide, bottom edge held", put)


def _wide(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    text, bare = bare_size(rest)
    value = here.length(text, WIDE)
    if not bare and (kept := as_bought(here, key, f"wide {text}", value)) is not None:
        return kept
    return Heard(f"{picture.name}: {here.show(value)} wide", PutPicture(id=key, width=chosen(value)))


def _aspect(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    text, bare = bare_size(rest)
    aspect = parse_aspect(text)
    if not bare and (kept := as_bought(here, key, f"aspect {text}", picture.width.value, aspect)) is not None:
        return kept
    return Heard(f"{picture.name}: aspect {show_aspect(aspect)}", PutPicture(id=key, aspect=aspect))


BARE: Final = re.compile(r"\s*,?\s*\b(?:as a |a )?bare(?: size)?\s*$", re.IGNORECASE)
"""What says that a size is meant though something was bought."""
SAME: Final = (1.5, 0.006)
"""A width [mm] and an aspect this near to what was bought are the same, as shown."""


def bare_size(rest: str) -> tuple[str, bool]:
    """A size without what says that a bare one is meant, and whether it was said."""
    bare = BARE.search(rest)
    return (rest[: bare.start()] if bare else rest.strip()), bare is not None


def as_bought(here: Here, key: str, line: str, width: float, aspect: float | None = None) -> Heard | None:
    """What a size for a picture comes to that was bought as it is: nothing changes where it is that size already. None
    for a picture that was not bought.

    Args:
        line: what was said, to be said again for a bare size. width [mm], aspect: the size that it would have.

    Raises:
        Ask: another from the shelf, or no longer this one?
    """
    picture = here.plan.chosen.pictures[key]
    if picture.gear is None:
        return None
    item = here.gear.get(picture.gear)
    name = item.name if item else picture.name
    if abs(width - picture.width.value) <= SAME[0] and abs((aspect or picture.aspect) - picture.aspect) <= SAME[1]:
        return Heard(f"{picture.name}: {name}, as it is", PutPicture(id=key, name=picture.name))
    kind = "tv" if picture.kind == "panel" else "screen"
    others = {
        f"{kind} {one.name}": abs(one.width - width)
        for other, one in offered(here.gear).items()
        if isinstance(one, (Panel, Screen)) and one.kind == picture.kind and other != picture.gear
    }
    raise Ask(
        f"{name} is bought as it is. Another from the shelf, or a bare size and no longer this one?",
        *sorted(others, key=lambda line: (others[line], line))[:4],
        f"{line} as a bare size",
    )


def on_own_wall(here: Here, key: str, *, along: float | None = None, off: float | None = None) -> PutPicture:
    """A picture moved along its own wall, or off it; the display wall's frame is the room's."""
    turn = turned_for(here.plan, key)
    put = PutPicture(id=key, x=along, y=off)
    return put.turned_back(turn, here.plan) if turn else put


def own_face(here: Here, key: str) -> Face | None:
    """The built-out face that a picture hangs on whole."""
    turn = turned_for(here.plan, key)
    plan = turn.plan(here.plan) if turn else here.plan
    picture, item = plan.chosen.pictures[key], here.gear.get(plan.chosen.pictures[key].gear or "")
    face = hangs_on(picture, plan.survey.things, free=isinstance(item, Screen) and item.way in HANGS_FREE)
    return face if face is not None and face.lie != "over an edge" else None


def left_end(here: Here, key: str) -> str:
    return "wall's left end" if turned_for(here.plan, key) else "left wall"


def picture_along(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    right = from_the_right(rest)
    value = here.length(rest if right is None else right, ALONG)
    if right is not None:
        value = here.plan.survey.room.walls[wall_of(here.plan.survey.room, picture) - 1].length - value
    put = on_own_wall(here, key, along=value)
    was, now = own_face(here, key), own_face(here.after(put), key)
    face = ""
    if (was.out if was else 0.0) != (now.out if now else 0.0):  # it keeps its stand-off from what it hangs on
        wall = here.plan.survey.room.walls[wall_of(here.plan.survey.room, picture) - 1]
        off = wall.own(picture.pose.x, picture.pose.y)[1] - (was.out if was else 0.0) + (now.out if now else 0.0)
        put = on_own_wall(here, key, along=value, off=off)
        face = f", on {now.thing.name}" if now else ", on the wall beside"
    return Heard(f"{picture.name}: middle {here.show(value)} from the {left_end(here, key)}{face}", put)


def _stand_off(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    value = here.length(rest, STAND_OFF)
    face = own_face(here, key)
    out, what = (face.out, face.thing.name) if face else (0.0, "the wall")
    say = f"{picture.name}: surface {here.show(value)} from {what}"
    put = on_own_wall(here, key, off=out + value)
    return Heard(say, put.model_copy(update={"off_told": True}))


def _roll(here: Here, rest: str) -> Heard:
    """`roll 3 m`: the roll that a woven cloth is cut from (rules 2.7)."""
    key, picture = here.picture()
    woven = [one for one in here.plan.chosen.pictures.items() if one[1].surface == "woven" and one[1].kind == "screen"]
    if (key, picture) not in woven and len(woven) == 1:
        key, picture = woven[0]
    if picture.kind != "screen" or picture.surface != "woven":
        raise RefusedError(f"{picture.name} is not cut from a roll: only a woven cloth is, surface woven", value=rest)
    if rest.strip().lower() in ("unknown", "none", "-"):
        return Heard(f"{picture.name}: its roll is not known", PutPicture(id=key, cloth_roll=0.0))
    value = here.length(rest, ROLL)
    return Heard(f"{picture.name}: cut from a roll {here.show(value)} wide", PutPicture(id=key, cloth_roll=value))


def _on(here: Here, rest: str) -> Heard:
    """Hang the picture on a wall: its middle to the wall's middle, as high and as far off as it is."""
    key, picture = here.picture()
    if (built := _built_out(here, rest)) is not None:
        return _on_face(here, key, built)
    surface, text = surface_first(here, rest, "")
    if surface in ("", "ceiling") or text.strip():
        raise RefusedError("give a wall by number or name, as in on w3 or on back wall", value=rest)
    room = here.plan.survey.room
    wall = room.walls[int(surface[1:]) - 1]
    now = room.walls[wall_of(room, picture) - 1]
    off = max(now.own(picture.pose.x, picture.pose.y)[1], 0.0)
    x, y = wall.room(wall.length / 2, off)
    return Heard(
        f"{picture.name}: on the {wall_name(room, wall)}, in its middle", PutPicture(id=key, x=x, y=y, yaw=wall.yaw)
    )


def _built_out(here: Here, rest: str) -> Thing | None:
    """The chimney breast or pier that a line names."""
    said = re.sub(r"^the\s+", "", rest.lower().strip())
    built = [thing for thing in here.plan.survey.things.values() if thing.kind in BUILT_OUT]
    fits = [thing for thing in built if said == thing.name.lower()] or [t for t in built if said and said in t.name]
    if len(fits) > 1:
        raise Ask("On which?", *(f"on {thing.name}" for thing in fits))
    if not fits and said in ("breast", "chimney breast", "pier", "chimney") and built:
        return built[0]
    return fits[0] if fits else None


def _on_face(here: Here, key: str, thing: Thing) -> Heard:
    """Hang the picture on what is built out from a wall, in its middle, as far off as it is off its face now."""
    picture, room = here.plan.chosen.pictures[key], here.plan.survey.room
    corners = [(x, y) for x in (thing.x_from, thing.x_to) for y in (thing.y_from, thing.y_to)]

    def lies(n: int) -> tuple[float, float]:
        places = [room.walls[n].own(x, y) for x, y in corners]
        us = [u for u, _ in places]
        return abs(min(v for _, v in places)), -(max(us) - min(us))

    wall = room.walls[min(range(len(room.walls)), key=lies)]
    places = [wall.own(x, y) for x, y in corners]
    middle, out = sum(u for u, _ in places) / 4, max(v for _, v in places)
    was = own_face(here, key)
    own = room.walls[wall_of(room, picture) - 1]
    off = max(own.own(picture.pose.x, picture.pose.y)[1] - (was.out if was else 0.0), 0.0) or OFF_FACE[picture.kind]
    x, y = wall.room(middle, out + off)
    say = f"{picture.name}: on {thing.name}, in its middle, {here.show(off)} off its face"
    return Heard(say, PutPicture(id=key, x=x, y=y, yaw=wall.yaw))


def _turned_by(field: str, words: str, back: str, sign: int) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        key, picture = here.picture()
        plain = re.sub(r"^(?:(?:tv|screen|picture|it)\s+)?(?:by\s+)?", "", rest.strip().lower().replace("−", "-"))
        plain = plain.replace(",", ".")
        other, same = ("left", "right") if field == "yaw" else ("up(?:wards?)?", "down(?:wards?)?")
        plain, turned = re.subn(rf"^(?:to )?{other}\s+|\s*(?:to (?:the )?)?{other}$", "", plain)
        plain = f"-{plain}" if turned else re.sub(rf"^(?:to )?{same}\s+|\s*(?:to (?:the )?)?{same}$", "", plain)
        text = re.sub(r"\s*(?:°|deg\.?|degrees?)$", "", plain)
        if not re.fullmatch(r"-?[0-9]{1,3}(\.[0-9]+)?", text) or abs(float(text)) > 85:
            raise RefusedError(f"give degrees from -85 to 85 (got {rest.strip()[:20]})", value=rest)
        value = float(text)
        room = here.plan.survey.room
        own = room.walls[wall_of(room, picture) - 1].yaw if field == "yaw" else 0.0
        put = PutPicture.model_validate({"id": key, field: (own + sign * value + 180) % 360 - 180})
        return Heard(f"{picture.name}: {words if value >= 0 else back} by {abs(value):g}°", put)

    return make


def _curve(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    if rest.strip().lower() == "flat":
        return Heard(f"{picture.name}: flat", PutPicture(id=key, curve=0.0))
    if picture.kind != "panel":
        raise RefusedError("only panels are planned curved; say curve flat for a screen", value=rest)
    if picture.gear is not None:
        item = here.gear.get(picture.gear)
        raise RefusedError(
            f"{item.name if item else picture.name} is bought as it is: its curve is the maker's", value=rest
        )
    radius = here.length(rest, RADIUS)
    if radius * math.pi < picture.width.value:
        raise RefusedError(
            f"give a radius over {here.show(picture.width.value / math.pi)}: a panel is less than half a circle"
        )
    across, deep = curve(radius, picture.width.value)
    say = (
        f"{picture.name}: curved to a radius of {here.show(radius)}, {here.show(across)} edge to edge, "
        f"{here.show(deep)} deep"
    )
    return Heard(say, PutPicture(id=key, curve=radius))


def _split(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    found = re.fullmatch(r"([1-8])\s*(?:x|×|by)\s*([1-8])", rest.strip().lower())
    if not found:
        raise RefusedError("give columns x rows from 1 to 8: split 2 x 1", value=rest)
    columns, rows = int(found[1]), int(found[2])
    wide, high = split(picture.width.value, picture.height, columns=columns, rows=rows)
    say = (
        f"{picture.name}: {columns * rows} parts, each {math.hypot(wide, high) / MM_IN['in']:.1f}″, "
        f"{here.show(wide)} × {here.show(high)}"
    )
    return Heard(
        say if columns * rows > 1 else f"{picture.name}: one whole picture", PutPicture(id=key, split=(columns, rows))
    )


def _corner(here: Here, rest: str) -> Heard:
    """The picture across a corner of the room: square to its bisector, its edges a hand off both walls."""
    key, picture = here.picture()
    room = here.plan.survey.room
    found = re.fullmatch(r"c?\s*([0-9]{1,2})", rest.strip().lower())
    count = len(room.corners)
    if not found or not 1 <= int(found[1]) <= count:
        raise RefusedError(f"give a corner from c1 to c{count}, as in corner c2", value=rest)
    n = int(found[1]) - 1
    before, after = room.walls[n - 1], room.walls[n]
    (bx, by), (ax, ay) = before.along, after.along
    opens = 180 - math.degrees(math.atan2(bx * ay - by * ax, bx * ax + by * ay))
    if not 20 <= opens <= 170:
        raise RefusedError(f"corner c{n + 1} is no inside corner that a picture stands across", value=rest)
    out = (before.out[0] + after.out[0], before.out[1] + after.out[1])
    size = math.hypot(*out)
    half = picture.across / 2 + picture.frame_side + CORNER_GAP
    reach = half / math.tan(math.radians(opens / 2)) - min(picture.bow, half)
    x, y = room.corners[n]
    yaw = math.degrees(math.atan2(out[0], out[1]))
    put = PutPicture(
        id=key, x=round(x + out[0] / size * reach, 1), y=round(y + out[1] / size * reach, 1), yaw=round(yaw, 3)
    )
    return Heard(f"{picture.name}: across corner c{n + 1}, its middle {here.show(reach)} from it", put)


def _surface(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    if picture.kind == "panel":
        raise RefusedError(f"{picture.name} is a panel; surfaces are for screens", value=rest)
    word = one_of(rest, ("matte", "grey", "contrast", "lenticular", "woven", "perforated", "wall"))
    return Heard(f"{picture.name}: surface {word}", PutPicture(id=key, surface=word))


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "aspect",
        "width over height",
        "the picture's aspect",
        "aspect 2.40",
        "picture",
        _aspect,
        also=("ratio", "aspect ratio"),
    ),
    Phrase(
        "wide",
        "a length",
        "the picture's width",
        'wide 94 1/2"',
        "picture",
        _wide,
        also=("picture width", "screen width", "tv width", "picture wide"),
    ),
    Phrase(
        "bottom",
        "a length",
        "the picture's bottom edge above the floor",
        'bottom 28"',
        "picture",
        edge_at("bottom", "bottom edge"),
        also=("bottom edge", "picture bottom", "screen bottom", "tv bottom", "bottom of tv", "bottom of screen"),
    ),
    Phrase(
        "centre",
        "a length",
        "the picture's centre above the floor",
        'centre 47"',
        "picture",
        edge_at("centre", "centre"),
        also=(
            "center",
            "centred",
            "centered",
            "middle",
            "picture centre",
            "picture center",
            "tv centre",
            "tv center",
            "screen centre",
            "screen center",
            "centre of tv",
            "center of tv",
            "centre of screen",
            "center of screen",
            "centre height",
            "center height",
        ),
    ),
    Phrase(
        "top",
        "a length",
        "the picture's top edge above the floor",
        'top 66 1/2"',
        "picture",
        edge_at("top", "top edge"),
        also=("top edge", "picture top", "screen top", "tv top", "top of tv", "top of screen"),
    ),
    Phrase("stretch to", "a length", "the top edge, with the bottom edge held", 'stretch to 80"', "picture", _stretch),
    Phrase(
        "along",
        "a length",
        "the picture's middle from the left wall",
        "along 6'10",
        "picture",
        picture_along,
        also=("picture along", "tv along", "screen along"),
    ),
    Phrase(
        "stand-off",
        "a length",
        "the picture's surface from the wall",
        'stand-off 2 3/8"',
        "picture",
        _stand_off,
        also=("standoff", "stand off", "off wall", "off the wall"),
    ),
    Phrase(
        "roll",
        "a length",
        "how wide the roll is that a woven cloth is cut from",
        "roll 3 m",
        "picture",
        _roll,
        "screen Frame 100 woven",
        also=("cloth roll", "roll width"),
    ),
    Phrase("on", "a wall", "hang the picture on a wall, in its middle", "on w1", "picture", _on),
    Phrase(
        "swivel",
        "degrees",
        "turn the picture on its wall, face to the right positive",
        "swivel 10",
        "picture",
        _turned_by("yaw", "swivelled to the right", "swivelled to the left", 1),
    ),
    Phrase(
        "tilt",
        "degrees",
        "tilt the picture, face down positive",
        "tilt 5",
        "picture",
        _turned_by("pitch", "tilted down", "tilted up", -1),
    ),
    Phrase("corner", "a corner", "the picture across a corner of the room", "corner c2", "picture", _corner),
    Phrase(
        "curve",
        "a radius or flat",
        "how a panel is curved",
        "curve 1800 mm",
        "picture",
        _curve,
        also=("curved", "curvature"),
    ),
    Phrase("split", "columns x rows", "what the picture is shared into", "split 2 x 1", "picture", _split),
    Phrase("surface", "a kind", "the screen's surface", "surface matte", "picture", _surface),
)
