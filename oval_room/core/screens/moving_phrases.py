"""A picture moved from where it is: raised, lowered, shifted; heights that could be of several things are asked."""

from __future__ import annotations

import re
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.plan.turn import wall_of
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.hung import WORDS, hung_values, read_turn
from oval_room.core.screens.phrases import edge_at, picture_along
from oval_room.core.span import UnclearError
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.spans import ALONG, BOTTOM, CENTRE, SHIFT, STAND_OFF, TOP
from oval_room.core.units import is_length

HIGH_UP: Final = 500.0
"""From so much on `tv up` may say how high it hangs as well as how far it goes up [mm] (planning value of ours)."""
EDGES: Final = {"bottom": BOTTOM, "centre": CENTRE, "top": TOP}
UP_WORDS: Final = r"\s+(?:up|high|(?:off|above|from|up from) (?:the )?floor)\s*$"


def _raised(here: Here, rest: str) -> Heard:
    return _moved(here, rest, 1) or _higher(here, rest, "raise")


def _lowered(here: Here, rest: str) -> Heard:
    return _moved(here, rest, -1) or _higher(here, rest, "lower")


def _hangs_at(here: Here, edge: str, said: str) -> bool:
    """Whether an edge may be at a height."""
    try:
        return EDGES[edge].fit(here.length(said, EDGES[edge])) == 2
    except UnclearError:
        return True
    except RefusedError:
        return False


def _higher(here: Here, rest: str, word: str) -> Heard:
    """`raise bottom to 900`; of `raise tv to 900`, which of its heights that is."""
    edge = here.said(re.sub(r"\s+to\s+", " ", rest.strip()))
    if edge is not None and edge[0].word in ("bottom", "centre", "top"):
        return edge[0].make(here.meant(edge[1]), rest.strip()[len(edge[1]) :].strip())
    said = re.sub(r"^(?:(?:tv|screen|picture|it)\s+)?(?:(?:to|at)\s+)?", "", rest.strip(), flags=re.IGNORECASE)
    edged = re.fullmatch(
        r"(.+?)\s+(?:to (?:its |the )?)?(centre|center|middle|bottom|top)(?: edge)?", said, re.IGNORECASE
    )
    if edged and (to := here.said(f"{edged[2]} {edged[1]}")) is not None:
        return to[0].make(here, edged[1])
    said = re.sub(UP_WORDS, "", said, flags=re.IGNORECASE)
    named = re.match(r"tv|screen", rest.strip(), re.IGNORECASE)
    if not is_length(said):
        raise RefusedError(here.eg('give the height an edge shall have, as in bottom 28"'), value=rest)
    kind = named[0].lower() if named else "tv" if here.picture()[1].kind == "panel" else "screen"
    by = () if re.search(r"\b(?:to|at)\b", rest) else (f"{word} {kind} by {said}",)
    raise Ask(
        f"What shall be at {said}{', or by how much' if by else ''}?",
        *(f"{kind} {edge} {said}" for edge in EDGES if not by or _hangs_at(here, edge, said)),
        *by,
    )


def _moved(here: Here, rest: str, sign: int) -> Heard | None:
    """`raise the tv by 50`: its edges move, its size stays."""
    said = re.fullmatch(r"(?:(?P<what>tv|screen|picture|it)\s+)?by\s+(?P<length>.+)", rest.strip(), re.IGNORECASE)
    if said is None:
        return None
    key, picture = here.meant(f"{(said['what'] or 'it').lower()} it").picture()
    by = sign * here.length(said["length"], SHIFT)
    if picture.bottom + by < 0:
        raise RefusedError(f"{picture.name}'s bottom edge is only {here.show(picture.bottom)} up", value=rest)
    say = f"{picture.name}: {'up' if by > 0 else 'down'} by {here.show(abs(by))}"
    return Heard(
        f"{say}, bottom edge at {here.show(picture.bottom + by)}", PutPicture(id=key, bottom=picture.bottom + by)
    )


_WAY: Final = re.compile(
    r"(?:a bit |to the )?(?P<way>up|down|left|right|higher|lower)(?:wards?)?\s+(?P<so>by\s+)?(?P<by>[0-9½¼¾].*)|"
    r"(?:by )?(?P<much>[0-9½¼¾].*?)\s+(?:to the )?(?P<side>left|right|higher|lower)(?:wards?)?|"
    r"(?P<far>[0-9½¼¾].*?)\s+from\s+(?:the\s+)?left(?: wall)?|"
    r"(?P<middle>in the middle|centred|centered)(?: on .*wall)?|"
    r"(?:at )?(?P<up>[0-9½¼¾].*?)\s+(?:to|at) (?:the |its )?(?P<edge>centre|center|middle|bottom|top)",
    re.IGNORECASE,
)


_HANGS: Final = re.compile(
    r"(?:(?:is|hangs|turned|in)\s+)*(?P<way>upright(?: left)?|portrait|landscape|on its side|upside[ -]?down)",
    re.IGNORECASE,
)
"""How a panel named hangs; a bare left or right is where it goes."""


def placed_by(here: Here, rest: str) -> Heard | None:
    """Where a picture named shall go, or how a panel named shall hang: `up 50`, `centred`, `portrait`.

    Raises:
        Ask: a distance may be to its middle or to its edge.
    """
    hangs = _HANGS.fullmatch(rest.strip())
    if hangs is not None and here.plan.chosen.pictures and here.picture()[1].kind == "panel":
        return _turned(here, hangs["way"])
    return _moved_to(here, rest)


def _moved_to(here: Here, rest: str) -> Heard | None:
    """Where a picture named shall go: `up 50`, `left 4"`, `200 from the left wall`, `centred`.

    Raises:
        Ask: a distance may be to its middle or to its edge.
    """
    said = _WAY.fullmatch(rest.strip())
    if said is None or not here.plan.chosen.pictures:
        return None
    _, picture = here.picture()
    wall = here.plan.survey.room.walls[wall_of(here.plan.survey.room, picture) - 1]
    along = wall.own(picture.pose.x, picture.pose.y)[0]
    if said["middle"]:
        return picture_along(here, here.show(wall.length / 2))
    if said["up"]:
        edge = {"center": "centre", "middle": "centre"}.get(said["edge"].lower(), said["edge"].lower())
        return edge_at(edge, "centre" if edge == "centre" else f"{edge} edge")(here, said["up"])
    if said["far"]:
        to_edge = here.show(here.length(said["far"], ALONG) + picture.across / 2)
        raise Ask("To its middle, or to its left edge?", f"along {said['far']}", f"along {to_edge}")
    length, way = said["by"] or said["much"], (said["way"] or said["side"]).lower()
    by = here.length(length, SHIFT)
    if way == "up" and not said["so"] and by >= HIGH_UP:
        return _higher(here, length, "raise")  # that high, or by so much
    if way in ("up", "down", "higher", "lower"):
        return _moved(here, f"by {length}", 1 if way in ("up", "higher") else -1)
    return picture_along(here, here.show(along + (by if way == "right" else -by)))


def _height_of(here: Here, rest: str) -> Heard:
    """A picture's height: its own, or how high it hangs?"""
    _, picture = here.picture()
    kind = "tv" if picture.kind == "panel" else "screen"
    raise Ask(
        "Its own height, or how high it hangs?",
        *(f"{kind} {way} {rest}" for way in ("centre", "bottom")),
        f"{kind} {rest} high",
    )


def _centre_line(here: Here, rest: str) -> Heard:
    """A centre line is across the wall or up it."""
    raise Ask("Across the wall or up it?", f"along {rest}", f"centre {rest}")


def _case_below(here: Here, rest: str) -> Heard:
    """A roller case on hooks or brackets, so far below the ceiling."""
    pictures = here.plan.chosen.pictures
    key, picture = here.picture()
    if picture.kind != "screen":  # of a TV behind it nobody means it
        others = [one for one in pictures.items() if one[1].kind == "screen"]
        if len(others) != 1:
            raise RefusedError(f"{picture.name} has no case; make the screen that comes down the subject first")
        key, picture = others[0]
    value = here.length(rest, STAND_OFF)
    told = f"{here.show(value)} below the ceiling" if value else "up against the ceiling"
    return Heard(f"{picture.name}: its case {told}", PutPicture(id=key, case_below=value))


def _turned(here: Here, rest: str) -> Heard:
    """A panel hung on its side or head, about its middle."""
    key, picture = here.picture()
    turn = read_turn(rest)
    hung_values(picture, turn)
    where = {90: ", its own top to the right", 270: ", its own top to the left"}.get(turn, "")
    return Heard(
        f"{picture.name}: hangs {WORDS[turn].split()[0] if turn != 180 else WORDS[turn]}{where}",
        PutPicture(id=key, turned=turn),
    )


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "turned",
        "level, upright, upright left or upside down",
        "hang a panel on its side or head, about its middle",
        "turned upright",
        "picture",
        _turned,
        also=("hangs",),
    ),
    Phrase(
        "case below",
        "a length",
        "how far a cloth's case hangs below the ceiling",
        'case below 4"',
        "picture",
        _case_below,
        "screen Drop 220",
        also=("case hangs",),
    ),
    Phrase(
        "raise",
        "a length",
        "a height the picture is raised to, or by how much",
        'raise bottom to 30"',
        "picture",
        _raised,
    ),
    Phrase("lower", "a length", "the same, downwards", 'lower bottom to 30"', "picture", _lowered),
    Phrase(
        "picture height",
        "a length",
        "asks: the picture's own height, or how high it hangs",
        'picture height 40"',
        "picture",
        _height_of,
        also=("tv height", "screen height"),
    ),
    Phrase(
        "hang at",
        "a length",
        "asks which of the picture's edges hangs at a height",
        'hang at 48"',
        "picture",
        lambda here, rest: _higher(here, f"to {rest}", ""),
        also=("tv at", "screen at", "tv is at", "screen is at"),
    ),
    Phrase(
        "centre line",
        "a length",
        "asks: across the wall or up it",
        'centre line 48"',
        "picture",
        _centre_line,
        also=("center line", "centreline", "centerline"),
    ),
)
