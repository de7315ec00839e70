"""What is asked round a rig on the tape line: `wheel base 620 mm`, `knees 640 mm`, `frames 90 at 2560 x 1440`,
positions (`keep position racing`, `position racing`); what stands out of its frames: `bump 12 mm`, `adapter 40 mm`,
`feet 600 mm x 260 mm`."""

from __future__ import annotations

import re
from typing import Final

from oval_room.core.commands import several
from oval_room.core.errors import RefusedError
from oval_room.core.rig.commands import PutBody, PutSetup, PutStand, back_at
from oval_room.core.rig.document import Rigs, Stand
from oval_room.core.rig.phrases import BUILT, the_panel, the_rig
from oval_room.core.screens.document import Picture
from oval_room.core.span import Span
from oval_room.core.tape.phrase import Heard, Here, Phrase
from oval_room.core.tape.reading import number
from oval_room.core.words import capital

WHEEL: Final = Span("how far ahead the wheel base reaches", 100, 2000.0, (300, 1000))
KNEES: Final = Span("how high knees and wheel come", 200, 1500.0, (450, 1000))
BUMP: Final = Span("what stands below a frame", 1, 150.0, (3, 60))
ADAPTER: Final = Span("how deep an adapter is", 1, 300.0, (5, 120))
FEET_WIDE: Final = Span("how wide feet stand", 50, 2000.0, (150, 1300))
FEET_DEEP: Final = Span("how deep feet stand", 50, 800.0, (120, 450))
_FRAMES: Final = re.compile(
    r"(\d+(?:\.\d+)?)\s*(?:fps|a second)?\s+(?:at|on|in)\s+(\d{3,5})\s*(?:x|×|by)\s*(\d{3,5})", re.IGNORECASE
)


def _wheel(here: Here, rest: str) -> Heard:
    """How far ahead of the eye the wheel base reaches: no screen comes nearer."""
    key, rig = the_rig(here)
    value = 0.0 if rest.strip().lower() in ("none", "off") else here.within((rest, WHEEL))[0]
    told = f"reaches {here.show(value)} ahead of the eye" if value else "not minded"
    return Heard(f"{capital(rig.name)}: wheel base {told}", PutSetup(of=key, wheel=value))


def _knees(here: Here, rest: str) -> Heard:
    """How high above the floor knees and wheel come: screens end above."""
    key, rig = the_rig(here)
    value = 0.0 if rest.strip().lower() in ("none", "off") else here.within((rest, KNEES))[0]
    told = f"come to {here.show(value)} above the floor" if value else "not minded"
    return Heard(f"{capital(rig.name)}: knees and wheel {told}", PutSetup(of=key, knees=value))


def _bump(here: Here, rest: str) -> Heard:
    """Sensors or a stick below the frame."""
    value = 0.0 if _none(rest) else here.within((rest, BUMP))[0]
    told = f"{here.show(value)} below the frame" if value else "nothing below the frame"
    return _bodies(here, told, {"bump": value})


def _adapter(here: Here, rest: str) -> Heard:
    """A plate or an adapter between the screen's bolts and what holds it."""
    value = 0.0 if _none(rest) else here.within((rest, ADAPTER))[0]
    told = f"an adapter {here.show(value)} deep behind" if value else "no adapter behind"
    return _bodies(here, told, {"behind": value})


def _feet(here: Here, rest: str) -> Heard:
    """How wide and how deep the feet stand."""
    if _none(rest):
        return _bodies(here, "without feet", {"feet_wide": 0.0, "feet_deep": 0.0})
    found = re.fullmatch(r"(.+?)\s*(?:x|×|by)\s*(.+)", rest.strip(), re.IGNORECASE)
    if found is None:
        raise RefusedError(here.eg("say how wide and how deep they stand: feet 600 mm x 260 mm"), value=rest)
    wide, deep = here.within((found[1], FEET_WIDE), (found[2], FEET_DEEP))
    return _bodies(here, f"feet {here.show(wide)} wide, {here.show(deep)} deep", {"feet_wide": wide, "feet_deep": deep})


def _none(rest: str) -> bool:
    return rest.strip().lower() in ("none", "off", "no")


def _bodies(here: Here, told: str, values: dict[str, float]) -> Heard:
    """Of the subject screen, and of the others of its rig that are the same item."""
    key, picture = the_panel(here)
    pictures, group = here.plan.chosen.pictures, here.plan.chosen.group_of(key)
    mates = here.plan.chosen.groups[group].members if group is not None else (key,)
    alike = [one for one in mates if _same(pictures[one], picture)]
    names = picture.name if alike == [key] else f"all {len(alike)} alike" if len(alike) < len(mates) else "every screen"
    say = f"{capital(names)}: {told}"
    return Heard(say, several(*(PutBody.model_validate({"of": one, **values}) for one in alike)))


def _same(one: Picture, other: Picture) -> bool:
    return (one.gear, one.width.value, one.turned) == (other.gear, other.width.value, other.turned)


def _frames(here: Here, rest: str) -> Heard:
    """Frames a second that the card was seen to reach at one size."""
    key, rig = the_rig(here)
    found = _FRAMES.fullmatch(rest.strip())
    if found is None:
        raise RefusedError("say how many frames at which pixels: frames 90 at 2560 x 1440", value=rest)
    frames = number(found[1], "the frames a second", 1, 2000)
    size = round(number(found[2], "pixels across", 16, 32_768)), round(number(found[3], "pixels up", 16, 32_768))
    say = f"{capital(rig.name)}: its card was seen to reach {frames:g} frames a second at {size[0]} × {size[1]}"
    return Heard(say, PutSetup(of=key, frames=frames, frames_at=size))


def _keep(here: Here, rest: str) -> Heard:
    """The rig as it stands now, kept under a name."""
    key, rig = the_rig(here)
    name = rest.strip()
    if not name or len(name) > 40:
        raise RefusedError("give the position a short name: keep position racing", value=rest)
    known = _stands(here, key)
    of = next((one for one, stand in known.items() if stand.name.lower() == name.lower()), None)
    again = ", in place of the one of that name" if of else ""
    return Heard(f"{capital(rig.name)}: as it stands kept as {name}{again}", PutStand(of=key, name=name))


def _position(here: Here, rest: str) -> Heard:
    """The rig set as it was kept under a name."""
    key, rig = the_rig(here)
    known = _stands(here, key)
    plain = rest.strip().lower()
    stand = next((one for one in known.values() if one.name.lower() == plain), None)
    stand = stand or next((one for one in known.values() if plain and one.name.lower().startswith(plain)), None)
    if stand is None:
        there = ", ".join(one.name for one in known.values()) or "none yet: keep position racing"
        raise RefusedError(f"there is no position {rest.strip()[:20]}; there are: {there}", value=rest)
    return Heard(f"{capital(rig.name)}: set as {stand.name}", back_at(stand))


def _stands(here: Here, group: str) -> dict[str, Stand]:
    return {key: one for key, one in here.plan.chosen.kept(Rigs).stands.items() if one.of == group}


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "wheel base",
        "a length, or none",
        "how far ahead of the eye it reaches",
        "wheel base 620 mm",
        "rig",
        _wheel,
        BUILT,
    ),
    Phrase("knees", "a length, or none", "how high knees and wheel come", "knees 640 mm", "rig", _knees, BUILT),
    Phrase(
        "keep position",
        "a name",
        "the rig as it stands, kept under a name",
        "keep position racing",
        "rig",
        _keep,
        BUILT,
        free=True,
    ),
    Phrase(
        "position",
        "a name",
        "the rig set as it was kept",
        "position racing",
        "rig",
        _position,
        f"{BUILT}; keep position racing",
    ),
    Phrase("bump", "a length, or none", "sensors or a stick below the frame", "bump 12 mm", "rig", _bump, BUILT),
    Phrase(
        "adapter", "a length, or none", "a plate behind the screen's bolts", "adapter 40 mm", "rig", _adapter, BUILT
    ),
    Phrase(
        "feet", "wide x deep, or none", "the feet that a screen stands on", "feet 600 mm x 260 mm", "rig", _feet, BUILT
    ),
    Phrase(
        "frames",
        "how many at which pixels",
        "what the card was seen to reach",
        "frames 90 at 2560 x 1440",
        "rig",
        _frames,
        BUILT,
    ),
)
