"""Table-sim cabinets on the tape line: `cabinet 1180 x 560 mm`, `cabinet playfield Draft 40`, `cabinet back 27`."""

from __future__ import annotations

import re
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.plan.measure import next_id
from oval_room.core.rig.commands import PutCabinet, PutInside
from oval_room.core.rig.document import Rigs
from oval_room.core.screens.size import picture_size
from oval_room.core.span import Span
from oval_room.core.tape.phrase import Heard, Here, Phrase
from oval_room.core.tape.reading import number
from oval_room.core.units import MM_IN

LENGTH: Final = Span("the opening's length", 200, 2500.0, (500, 1500))
WIDTH: Final = Span("the opening's width", 100, 1500.0, (300, 800))
SIZES: Final = (7.0, 75.0)
ROLES: Final = {"playfield": "playfield", "field": "playfield", "back": "back", "strip": "strip"}
_ROLE: Final = re.compile(r"(playfield|field|back|(?:score )?strip)(?: screen)?\s*[:=]?\s+(.+)", re.IGNORECASE)
_SIZE: Final = re.compile(
    r"(\d+(?:[.,]\d+)?)\s*(?:\"|″|in|inch|inches)?(?:\s+(\d+(?:\.\d+)?)\s*:\s*(\d+(?:\.\d+)?))?", re.IGNORECASE
)
EXAMPLE: Final = "cabinet 1180 mm x 560 mm"


def _cabinet(here: Here, rest: str) -> Heard:
    """The playfield's opening, length x width; or a screen by its role; or the games' own field."""
    known = here.plan.chosen.kept(Rigs).cabinets
    key = next(iter(known), None)
    role = _ROLE.fullmatch(rest.strip())
    if role is not None:
        return _inside(here, key, ROLES[role[1].lower().removeprefix("score ")], role[2])
    game = re.fullmatch(r"(?:game|table|games)\s+(.+)", rest.strip(), re.IGNORECASE)
    if game is not None:
        plain = re.sub(r"\s*(?::|to)\s*1$", "", game[1])
        ratio = number(plain, "how many times as long as wide a game's field is", 1, 4)
        put = PutCabinet(id=_there(here, key), table=ratio)
        return Heard(f"Games' own field: {ratio:g} times as long as wide", put)
    side = re.fullmatch(r"(long|length|wide|width)\s+(.+)", rest.strip(), re.IGNORECASE)
    if side is not None:
        return _side(here, _there(here, key), side[1].lower(), side[2])
    sides = re.split(r"\s*(?:x|×|by)\s*", rest.strip(), flags=re.IGNORECASE)
    if len(sides) != 2:
        raise RefusedError(here.eg(f"give the playfield's opening, length x width: {EXAMPLE}"), value=rest)
    length, width = here.within((sides[0], LENGTH), (sides[1], WIDTH))
    if length < width:
        length, width = width, length
    put = PutCabinet(id=key or "jc1", length=length, width=width)
    return Heard(f"Cabinet: opening {here.show(length)} long, {here.show(width)} wide", put)


def _side(here: Here, key: str, which: str, said: str) -> Heard:
    """The opening's length or width alone."""
    if which in ("long", "length"):
        length = here.within((said, LENGTH))[0]
        return Heard(f"Cabinet: opening {here.show(length)} long", PutCabinet(id=key, length=length))
    width = here.within((said, WIDTH))[0]
    return Heard(f"Cabinet: opening {here.show(width)} wide", PutCabinet(id=key, width=width))


def _there(here: Here, key: str | None) -> str:
    if key is None:
        raise RefusedError(here.eg(f"there is no cabinet yet: {EXAMPLE}"))
    return key


def _inside(here: Here, key: str | None, role: str, said: str) -> Heard:
    """One of a cabinet's screens: of the shelf, or a bare size."""
    of = _there(here, key)
    insides = here.plan.chosen.kept(Rigs).insides
    mine = next((name for name, one in insides.items() if one.of == of and one.role == role), None)
    values: dict[str, object] = {"id": mine or next_id("ji", set(insides)), "of": of, "role": role}
    size = _SIZE.fullmatch(said.strip())
    if size is None:
        gear = here.gear_named(said, "panel")
        return Heard(f"Cabinet's {role}: {here.gear[gear].name}", PutInside.model_validate({**values, "gear": gear}))
    inches = float(size[1].replace(",", "."))
    if not SIZES[0] <= inches <= SIZES[1]:
        raise RefusedError(
            f"a cabinet's screen is {SIZES[0]:g} to {SIZES[1]:g} inches (got {size[1][:12]})", value=said
        )
    aspect = float(size[2]) / float(size[3]) if size[2] and float(size[3]) else 16 / 9
    if not LEAST_ASPECT <= aspect <= MOST_ASPECT:
        raise RefusedError(f"give its shape as 16:9, 21:9, 4:3 (got {size[2][:6]}:{size[3][:6]})", value=said)
    made = picture_size(aspect=aspect, diagonal=inches * MM_IN["in"])
    put = PutInside.model_validate({**values, "gear": "", "width": made.width, "height": made.height})
    return Heard(f"Cabinet's {role}: {inches:g} inch (frame {here.show(8.0)} assumed)", put)


LEAST_ASPECT: Final = 0.25
MOST_ASPECT: Final = 4.0
"""Shapes of screens that there are."""

PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase("cabinet", "its opening, or a screen by its role", "a table-sim cabinet", EXAMPLE, "rig", _cabinet),
)
