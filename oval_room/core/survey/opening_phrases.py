"""Doors, windows and openings in the walls: put there, and changed."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final, NoReturn, get_args

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.fittings import Covering, Swing
from oval_room.core.plan.measure import Values, called, next_id
from oval_room.core.record import record
from oval_room.core.span import Span
from oval_room.core.survey.commands import PutOpening
from oval_room.core.survey.placed import Placed, placed
from oval_room.core.survey.room_phrases import surface_first
from oval_room.core.tape.labelled import What
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import named, one_of
from oval_room.core.tape.spans import ALONG, HEAD, OPENING, OPENING_HIGH, SILL
from oval_room.core.units import is_length
from oval_room.core.words import capital, dim_name

SPANS: Final[dict[What, Span]] = {"along": ALONG, "wide": OPENING, "high": OPENING_HIGH, "up": SILL, "top": HEAD}
WINDOW_SILL: Final = 900.0
"""Where a window begins that nobody says more of [mm] (planning value of ours)."""
DOOR_HIGH: Final = 2000.0
"""What is offered as the height of a door or an opening of which none is said [mm] (planning value of ours)."""


@record
class _Told:
    """An opening as it was said [mm]; no sill where none was."""

    wall: str
    along: float
    width: float
    high: float
    sill: float | None


def _opening(kind: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        _ask_of_one(here, kind, rest)
        told = _in_any_order(here, kind, rest) or _in_its_order(here, kind, rest)
        sill = told.sill if told.sill is not None else (WINDOW_SILL if kind == "window" else 0.0)
        openings = here.plan.survey.openings
        same = [o.name for o in openings.values() if o.kind == kind]
        name = kind if kind not in {o.name for o in openings.values()} else f"{kind} {len(same) + 1}"
        put: Values = {
            "id": next_id("o", set(openings)),
            "name": name,
            "kind": kind,
            "wall": told.wall,
            "along": here.read(told.along),
            "width": here.read(told.width),
            "head": here.read(sill + told.high),
        }
        if told.sill is not None or kind != "window":
            put["sill"] = here.read(sill)
        say = (
            f"{capital(name)} in the {dim_name(here.plan, told.wall)}: from {here.show(told.along)}, "
            f"{here.show(told.width)} wide, {here.show(sill)} to {here.show(sill + told.high)} up"
        )
        return Heard(say, PutOpening.model_validate(put))

    return make


def _ask_of_one(here: Here, kind: str, rest: str) -> None:
    """A word alone after an opening's is of one there is.

    Raises:
        Ask: it is a covering, or a way to swing.
    """
    if not any(one.kind == kind for one in here.plan.survey.openings.values()) or re.search("[0-9]", rest):
        return
    plain = re.sub(r"^(?:has |with |swings? |opens? |a )+", "", rest.lower())
    if any(word in plain for word in get_args(Covering)):
        raise Ask("What covers it?", f"covering {kind} {plain}")
    if re.match(r"(?:in|out)(?:wards)?\b", plain):
        raise Ask(
            "Which way it swings?", *(f"swing {kind} {way}" for way in get_args(Swing) if way.startswith(plain[:2]))
        )


def _in_any_order(here: Here, kind: str, rest: str) -> _Told | None:
    """An opening by the words beside its lengths; None where they don't tell all.

    Raises:
        Ask: its place or its height is missing: it is offered with what is usual.
    """
    said = placed(here, rest, SPANS, joined=("wide", "high"), word=kind)
    if said is None or said.wall is None or said.rest or said["wide"] is None:
        return None
    wide, high, sill, top = said["wide"], said["high"], said["up"], said["top"]
    if high is None and top is not None and (kind != "window" or sill is not None):
        high = top - (sill or 0.0)
    if said.along is None or high is None:
        return _ask(here, kind, said, wide, high)
    return _Told(said.wall.key, said.along, wide, high, sill)


def _ask(here: Here, kind: str, said: Placed, wide: float, high: float | None) -> NoReturn:
    """An opening without its place or its height: both are asked, its wall's middle and a usual height the choice.

    Raises:
        Ask: always.
    """
    assert said.wall is not None
    tall = DOOR_HIGH if high is None and kind != "window" else high
    if tall is None:
        raise RefusedError(here.eg('how high is it? Give width x height: window w2 at 3\', 48" x 44" sill 36"'))
    along = max((said.wall.length - wide) / 2, 0.0) if said.along is None else said.along
    sill = f" sill {here.show(said['up'])}" if said["up"] is not None else ""
    line = f"{kind} {said.wall.key} at {here.show(along)}, {here.show(wide)} x {here.show(tall)}{sill}"
    if high is None:
        asked = "How high is it, and where?" if said.along is None else "How high is it?"
        raise Ask(f"{asked} Like this, or type it", line)
    raise Ask("Where, from its wall's left end? In the middle, or type the place before the size", line)


def _in_its_order(here: Here, kind: str, rest: str) -> _Told:
    """An opening whose lengths stand as the table has them: wall, place, width x height."""
    wall, text = surface_first(here, rest)
    found = re.fullmatch(
        r"(?:at\s+)?(?P<place>[^x×]+?)\s*[x×]\s*(?P<high>[^x×]+?)(?:,?\s+sill\s+(?P<sill>.+))?", text.strip()
    )
    if not found or wall == "ceiling":
        raise RefusedError(
            here.eg(f'give wall, place from its left end, width x height: {kind} w2 at 3\', 48" x 44" sill 36"'),
            value=rest,
        )
    place, wide = _place_and_width(here, found["place"], kind)
    asked = [(place, ALONG), (wide, OPENING), (found["high"], OPENING_HIGH)]
    along, width, high, *sill = here.lengths(*asked, *([(found["sill"], SILL)] if found["sill"] else []))
    return _Told(wall, along, width, high, sill[0] if sill else None)


def _place_and_width(here: Here, text: str, kind: str) -> tuple[str, str]:
    """Two lengths set apart by a comma, or by a space where only one space can part them.

    Raises:
        RefusedError: it is not two lengths, or it might be read in more than one way.
    """
    parts = re.split(r"\s*,\s+|\s+wide\s+|,(?=\D)", text.strip())
    if len(parts) == 1:
        words = text.split()
        parted = [(" ".join(words[:n]), " ".join(words[n:])) for n in range(1, len(words))]
        ways = [(one, other) for one, other in parted if is_length(one) and is_length(other)]
        if len(ways) == 1:
            return ways[0]
    elif len(parts) == 2:
        return parts[0], parts[1]
    raise RefusedError(
        here.eg(f'give place, width and height, a comma after the place: {kind} w2 at 3\', 48" x 44"'), value=text
    )


def _of_opening(field: str, words: tuple[str, ...], say: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        key, opening, text = named(here, rest, here.plan.survey.openings, "opening")
        value = one_of(text, words)
        return Heard(f"{capital(opening.name)}: {say} {value}", PutOpening.model_validate({"id": key, field: value}))

    return make


def _opening_length(field: str, say: str, span: Span) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        key, opening, text = named(here, rest, here.plan.survey.openings, "opening")
        value = here.length(text, span)
        return Heard(
            f"{capital(opening.name)}: {say} {here.show(value)}",
            PutOpening.model_validate({"id": key, field: here.read(value)}),
        )

    return make


def _lintel(here: Here, rest: str) -> Heard:
    """What carries the wall over an opening: the opening named, or the only one; then what it is."""
    openings = here.plan.survey.openings
    try:
        key, opening, text = named(here, rest, openings, "opening")
    except (RefusedError, MissingError):
        if len(openings) != 1:
            raise
        (key, opening), text = next(iter(openings.items())), rest
    if not called(text):
        raise RefusedError("say what carries the wall there, as in lintel door concrete, 65 deep", value=rest)
    say = f"Over {opening.name}: {called(text)}"
    return Heard(say, PutOpening.model_validate({"id": key, "lintel": called(text)}))


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "door",
        "wall, place, size",
        "a door in a wall, from its left end",
        'door w3 at 2\', 32" x 78"',
        "survey",
        _opening("door"),
    ),
    Phrase(
        "window",
        "wall, place, size, sill",
        "a window in a wall, from its left end",
        'window w2 at 3\', 48" x 44" sill 36"',
        "survey",
        _opening("window"),
    ),
    Phrase(
        "opening",
        "wall, place, size",
        "an opening without a door",
        'opening w3 at 2\', 60" x 80"',
        "survey",
        _opening("opening"),
    ),
    Phrase(
        "covering",
        "window and covering",
        "what can be drawn over a window",
        "covering window blackout",
        "survey",
        _of_opening("covering", get_args(Covering), "covering"),
    ),
    Phrase(
        "swing",
        "door and way",
        "which way a door swings",
        "swing door in, hinge left",
        "survey",
        _of_opening("swing", get_args(Swing), "swings"),
    ),
    Phrase(
        "starts",
        "opening and length",
        "where an opening starts, from its wall's left end",
        "starts window 3'2",
        "survey",
        _opening_length("along", "from the wall's left end", ALONG),
    ),
    Phrase(
        "opens",
        "opening and length",
        "how wide an opening is",
        'opens window 48"',
        "survey",
        _opening_length("width", "width", OPENING),
    ),
    Phrase(
        "sill",
        "opening and length",
        "an opening's sill above the floor",
        'sill window 36"',
        "survey",
        _opening_length("sill", "sill", SILL),
    ),
    Phrase(
        "head",
        "opening and length",
        "an opening's head above the floor",
        'head window 80"',
        "survey",
        _opening_length("head", "head", HEAD),
    ),
    Phrase(
        "lintel",
        "opening, what it is",
        "what carries the wall over an opening",
        "lintel window concrete, 65 deep",
        "survey",
        _lintel,
    ),
    Phrase(
        "rest",
        "opening and length",
        "from an opening to its wall's right end",
        'rest window 39"',
        "survey",
        _opening_length("after", "to the wall's right end", ALONG),
    ),
)
