"""How people say which picture, and where it goes."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Final

from oval_room.core.tape.phrase import Here
from oval_room.core.tape.sayings import Saying
from oval_room.core.tape.spans import SHIFT

_SWAP: Final = "swap|change|replace|exchange|swop"


def _eye_level(here: Here, said: Mapping[str, str]) -> str | None:
    """The picture's middle at the eyes of the seat that is looked at."""
    seats = here.plan.survey.seats
    if not seats:
        return None
    _, seat = here.seat()
    return f"centre {here.show(seat.eye_point.z)}"


def _kind(here: Here) -> str:
    return "tv" if here.picture()[1].kind == "panel" else "screen"


def _by(here: Here, word: str, by: str) -> str | None:
    """A small move of the picture that is looked at: nothing hangs so low."""
    if not here.plan.chosen.pictures or here.length(by, SHIFT) > SMALL:
        return None
    return f"{word} {_kind(here)} by {by}"


def _aside(here: Here, said: Mapping[str, str]) -> str | None:
    return f"{_kind(here)} {said['way'].lower()} {said['by']}" if here.plan.chosen.pictures else None


SMALL: Final = 300.0
"""Up to so much is a move of a picture and no height it may have [mm] (planning value of ours)."""
_OLD: Final = "(existing|old|current) tv {size:size} [inch|inches]"


def _down(here: Here, said: Mapping[str, str]) -> str | None:
    return f"lower {said['kind']} by {said['by']}" if here.length(said["by"], SHIFT) <= SMALL else None


def _up(here: Here, said: Mapping[str, str]) -> str | None:
    return f"raise {said['kind']} by {said['by']}" if here.length(said["by"], SHIFT) <= SMALL else None


def _no_rig(here: Here) -> bool:
    return not any(group.kind == "rig" for group in here.plan.chosen.groups.values())


def _some(word: str) -> Callable[[Here, Mapping[str, str]], list[str]]:
    """A move of which nobody said how far, by as much as one tries first."""
    return lambda here, said: [f"{word} {said['kind']} by {here.show(by)}" for by in FIRST_TRIED]


def _corners(here: Here, said: Mapping[str, str]) -> list[str]:
    return [f"corner c{n}" for n in range(1, len(here.plan.survey.room.walls) + 1)][:6]


FIRST_TRIED: Final = (25.0, 50.0, 100.0)
"""Moves that are offered where nobody said how far [mm] (planning values of ours)."""


def _has_wall(here: Here) -> bool:
    return any(group.kind == "wall" for group in here.plan.chosen.groups.values())


SAYINGS: Final[tuple[Saying, ...]] = (
    Saying(
        "(" + _SWAP + ") [old|existing|current] {kind:tv|screen|projector|mount|bracket} (for|with|by|to) {what:words}",
        "{kind} {what}",
    ),
    Saying("(" + _SWAP + ") it (for|with|by|to) {what:words}", "tv {what}"),
    Saying(
        "[picture|tv|screen] (centre|center|middle) [tv|screen|picture] (eye level|eye height|eyes|eye line)",
        _eye_level,
    ),
    Saying("[tv|screen|picture] (eye level|eye height)", _eye_level, when=lambda here: bool(here.plan.chosen.pictures)),
    Saying(_OLD, "tv {size}", ask="Is it what hangs there from now on, or what comes down?"),
    Saying(_OLD, "note existing tv {size}"),
    Saying("(lower|drop) it {by:length} [down|lower|more]", lambda here, said: _by(here, "lower", said["by"])),
    Saying("(raise|lift) it {by:length} [up|higher|more]", lambda here, said: _by(here, "raise", said["by"])),
    Saying("(up|higher) {by:length} [more]", lambda here, said: _by(here, "raise", said["by"])),
    Saying("(down|lower) {by:length} [more]", lambda here, said: _by(here, "lower", said["by"])),
    Saying("[move|shift|slide] [it] {way:left|right} {by:length}", _aside),
    Saying("[move|shift|slide] [it] {by:length} {way:left|right}", _aside),
    Saying("{size:size} [inch|inches] tv wall", "tv {size}"),
    Saying("{kind:tv|screen} {size:size} [inch|inches] wall", "{kind} {size}"),
    Saying("tv {size:size} [inch|inches] (oled|lcd|led|uhd|4k|8k|smart)", "tv {size}"),
    Saying("{kind:tv|screen|picture} {up:length} (up|off floor|above floor|from floor)", "hang at {up}"),
    Saying("(lower|drop) {kind:tv|screen} [by] {by:length} [lower|down]", _down),
    Saying("(raise|lift) {kind:tv|screen} [by] {by:length} [higher|up]", _up),
    Saying("wall (higher|up) by {by:length}", "raise by {by}", when=_has_wall),
    Saying("wall higher {by:length}", "raise by {by}", when=_has_wall),
    Saying("wall lower {by:length}", "lower by {by}", when=_has_wall),
    Saying("{school:front row|lounge|cinema}", "school {school}", when=lambda here: bool(here.plan.chosen.pictures)),
    Saying("{kind:tv|screen} [hangs] (higher|up)", _some("raise"), ask="By how much?"),
    Saying("{kind:tv|screen} [hangs] (lower|down)", _some("lower"), ask="By how much?"),
    Saying("{kind:tv|screen} {by:length} (higher|up higher)", "raise {kind} by {by}"),
    Saying("{kind:tv|screen} {by:length} (lower|down lower)", "lower {kind} by {by}"),
    Saying("(tv|picture) corner", _corners, ask="Across which corner?"),
    Saying("(raise|lift) wall [by] {by:length}", "raise by {by}", when=_has_wall),
    Saying("(lower|drop) wall [by] {by:length}", "lower by {by}", when=_has_wall),
    Saying("{kind:tv|screen} {off:length} (off|from|out from|away from) wall", "stand-off {off}"),
    Saying("(scope|cinemascope)", "aspect 2.40", when=lambda here: bool(here.plan.chosen.pictures)),
    Saying("turn (tv|picture|screen|it) {a:number} [degrees|deg|°]", "swivel {a}", when=_no_rig),
    Saying("wall {up:length} (up|high|off floor|from floor|above floor)", "hang at {up}", when=_has_wall),
)
