"""How people say which picture, and where it goes."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from typing import Final

from oval_room.core.tape.phrase import Here
from oval_room.core.tape.sayings import Saying, grouped, member_of, pictured
from oval_room.core.tape.spans import SHIFT
from oval_room.core.units import MM_IN

SMALL: Final = 300.0
"""Up to so much is a move of a picture and no height it may have [mm] (planning value of ours)."""
FIRST_TRIED: Final = (25.0, 50.0, 100.0)
"""Moves that are offered where nobody said how far [mm] (planning values of ours)."""
_SWAP: Final = "(swap|change|replace|exchange|swop)"
_OLD: Final = "(existing|old|current) tv {size:size} [inch|inches]"
_EYES: Final = "(eye level|eye height|eyes|eye line)"
_WALL: Final = "(on wall|on the wall|on a wall)"
_FLOOR: Final = "(up|off floor|off the floor|above floor|above the floor|from floor|from the floor)"


def _of(here: Here, said: Mapping[str, str]) -> str:
    """The picture that is spoken of: the kind that is said, else what is looked at."""
    kind = said.get("kind", "").lower()
    if kind in ("tv", "screen"):
        return kind
    return "tv" if here.picture()[1].kind == "panel" else "screen"


def _line(line: str) -> Callable[[Here, Mapping[str, str]], str | None]:
    """A line said of a picture: `{kind}` is the one that is spoken of."""
    return lambda here, said: line.format(**{**said, "kind": _of(here, said)}) if pictured(here) else None


def _by(word: str) -> Callable[[Here, Mapping[str, str]], str | None]:
    """A small move of a picture: nothing hangs so low that it could be a height."""

    def made(here: Here, said: Mapping[str, str]) -> str | None:
        if not pictured(here) or here.length(said["by"], SHIFT) > SMALL:
            return None
        return f"{word} {_of(here, said)} by {said['by']}"

    return made


def _some(word: str) -> Callable[[Here, Mapping[str, str]], list[str]]:
    """A move of which nobody said how far, by as much as one tries first."""
    return lambda here, said: [f"{word} {said['kind']} by {here.show(by)}" for by in FIRST_TRIED]


def _eye_level(here: Here, said: Mapping[str, str]) -> str | None:
    """A picture's middle at the eyes of the seat that is looked at."""
    if not here.plan.survey.seats or not pictured(here):
        return None
    _, seat = here.seat()
    return f"{_of(here, said)} centre {here.show(seat.eye_point.z)}"


def _sized(bigger: bool) -> Callable[[Here, Mapping[str, str]], list[str]]:
    """The next sizes of what is looked at: TVs as they are sold, screens by tenths."""

    def made(here: Here, said: Mapping[str, str]) -> list[str]:
        if not pictured(here):
            return []
        picture = here.picture()[1]
        inches = math.hypot(picture.width.value, picture.height) / MM_IN["in"]
        if picture.kind == "panel":
            sold = [one for one in SOLD if (one > inches + 1) is bigger and abs(one - inches) > 1]
            return [f"tv {one:g}" for one in (sold[:2] if bigger else sold[::-1][:2])]
        parts = (1.1, 1.2) if bigger else (0.9, 0.8)
        return [f"screen {5 * round(inches * part / 5):g}" for part in parts]

    return made


SOLD: Final = (32.0, 43.0, 50.0, 55.0, 65.0, 75.0, 85.0, 98.0)
"""Diagonals that TVs are sold in [in]."""


def _up(here: Here, said: Mapping[str, str]) -> list[str]:
    """A height, of which edge nobody said."""
    return [f"{_of(here, said)} {edge} {said['up']}" for edge in ("bottom", "centre", "top")] if pictured(here) else []


def _corners(here: Here, said: Mapping[str, str]) -> list[str]:
    return [f"{_of(here, said)} corner c{n}" for n in range(1, len(here.plan.survey.room.walls) + 1)][:6]


SAYINGS: Final[tuple[Saying, ...]] = (
    Saying(
        _SWAP + " [old|existing|current] {kind:tv|screen|projector|mount|bracket} (for|with|by|to) {what:words}",
        "{kind} {what}",
    ),
    Saying(_SWAP + " it (for|with|by|to) {what:words}", _line("{kind} {what}")),
    Saying("{kind:tv|screen|picture} (centre|center|middle) " + _EYES, _eye_level),
    Saying("(centre|center|middle) [of] {kind:tv|screen|picture} " + _EYES, _eye_level),
    Saying("(centre|center|middle) " + _EYES, _eye_level),
    Saying("{kind:tv|screen|picture} (eye level|eye height)", _eye_level),
    Saying("(eye level|eye height)", _eye_level, when=pictured),
    Saying(_OLD, "tv {size}", ask="Is it what hangs there from now on, or what comes down?"),
    Saying(_OLD, "note existing tv {size}"),
    Saying("(lower|drop) it {by:by} [down|lower|more]", _by("lower")),
    Saying("(raise|lift) it {by:by} [up|higher|more]", _by("raise")),
    Saying("(up|higher) {by:by} [more]", _by("raise")),
    Saying("(down|lower) {by:by} [more]", _by("lower")),
    Saying("(lower|drop) {kind:tv|screen} [by] {by:by} [lower|down]", _by("lower")),
    Saying("(raise|lift) {kind:tv|screen} [by] {by:by} [higher|up]", _by("raise")),
    Saying("{kind:tv|screen} {by:by} (higher|up higher)", _by("raise")),
    Saying("{kind:tv|screen} {by:by} (lower|down lower)", _by("lower")),
    Saying("{kind:tv|screen} [hangs] (higher|up)", _some("raise"), ask="By how much?"),
    Saying("{kind:tv|screen} [hangs] (lower|down)", _some("lower"), ask="By how much?"),
    Saying("(bigger|larger) [tv|screen|picture]", _sized(True), when=pictured, ask="How large?"),
    Saying("smaller [tv|screen|picture]", _sized(False), when=pictured, ask="How large?"),
    Saying("{kind:tv|screen} (on|down to|down on) floor", "{kind} bottom 0", when=pictured),
    *(
        Saying("(flip|rotate) [tv|it]", f"turned {way}", when=pictured, ask="How shall it hang?")
        for way in ("upright", "upright left", "upside down")
    ),
    Saying("[move|shift|slide] [it] {way:left|right} {by:by}", _line("{kind} {way} {by}")),
    Saying("[move|shift|slide] [it] {by:by} {way:left|right}", _line("{kind} {way} {by}")),
    Saying("{size:size} [inch|inches] tv " + _WALL, "tv {size}"),
    Saying("{kind:tv|screen} {size:size} [inch|inches] " + _WALL, "{kind} {size}"),
    Saying("tv {size:size} [inch|inches] (oled|lcd|led|uhd|4k|8k|smart)", "tv {size}"),
    Saying("{kind:tv|screen|picture} {up:length} " + _FLOOR, _up, ask="What shall be there?"),
    Saying("{kind:tv|screen} {off:length} (off|from|out from|away from) wall", "{kind} stand-off {off}"),
    Saying("{kind:tv|screen} corner", _corners, ask="Across which corner?"),
    Saying("turn {kind:tv|picture|screen|it} {a:number} [degrees|deg|°]", _line("{kind} swivel {a}")),
    Saying("{school:front row|lounge|cinema}", "school {school}", when=pictured),
    Saying("(scope|cinemascope)", "aspect 2.40", when=pictured),
    *(
        Saying(pattern, line, when=grouped("wall"), of=member_of("wall"))
        for pattern, line in (
            ("wall (higher|up) {by:by}", "raise by {by}"),
            ("wall (lower|down) {by:by}", "lower by {by}"),
            ("(raise|lift) wall [by] {by:by}", "raise by {by}"),
            ("(lower|drop) wall [by] {by:by}", "lower by {by}"),
            ("wall {edge:bottom|centre|top} [edge] {up:length}", "{edge} {up}"),
        )
    ),
    *(
        Saying("wall {up:length} " + _FLOOR, f"wall {edge} {{up}}", when=grouped("wall"), ask="What shall be there?")
        for edge in ("bottom", "centre", "top")
    ),
)
