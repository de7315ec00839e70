"""Solve for: what the tape line can be asked to find, and schemes chosen."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.screens.document import Picture
from oval_room.core.screens.groups import stands_for
from oval_room.core.solve.seek import clear_stops, largest_picture, lowest_picture, nearest_row
from oval_room.core.solve.within import TOO_LARGE, OutOfTimeError
from oval_room.core.subject import Subject
from oval_room.core.tape.phrase import Heard, Here, Phrase
from oval_room.core.viewing.school_of import school_of


def _alone(here: Here) -> tuple[str, Picture]:
    """The subject picture, where it can be sized and placed by itself.

    Raises:
        RefusedError: it is a display of a wall.
    """
    key, picture = here.picture()
    if key in stands_for(here.plan.chosen):
        raise RefusedError(f"{picture.name} is part of a wall of displays; say apart first")
    return key, picture


def _largest(here: Here, rest: str) -> Heard:
    key, picture = _alone(here)
    found = largest_picture(here.plan, here.gear, key)
    width = here.show(found.value)
    if found.item:
        say = f"{picture.name}: {found.item}, {width} wide, is the largest on the shelf without a stop"
    else:
        bare = ", a bare size" if picture.kind == "panel" else ""
        say = f"{picture.name}: {width} wide is the largest without a stop{bare}"
    return Heard(say, found.command)


def _lowest(here: Here, rest: str) -> Heard:
    key, picture = _alone(here)
    found = lowest_picture(here.plan, here.gear, key)
    return Heard(f"{picture.name}: bottom edge at {here.show(found.value)} is the lowest without a stop", found.command)


def _nearest(here: Here, rest: str) -> Heard:
    picture, _ = here.picture()
    key, seat = here.seat()
    found = nearest_row(here.plan, here.gear, Subject(picture, key, here.subject.scene, here.subject.projector))
    return Heard(
        (
            f"Row {seat.row}: {here.show(found.value)} from the display wall is the nearest that "
            f"{school_of(here.plan).school} bears"
        ),
        found.command,
    )


def _clear(here: Here, rest: str) -> Heard:
    command, count, left = clear_stops(here.plan, here.gear)
    changes = f"{count} change{'s' if count > 1 else ''}"
    if left:
        return Heard(f"{changes} found in a second; {left} stops are left, so say it again then", command)
    return Heard(f"{changes} that clear{'' if count > 1 else 's'} every stop", command)


def _in_time(search: Callable[[Here, str], Heard]) -> Callable[[Here, str], Heard]:
    """A search whose time may be over before it has found anything."""

    def make(here: Here, rest: str) -> Heard:
        try:
            return search(here, rest)
        except OutOfTimeError:
            raise RefusedError(TOO_LARGE) from None

    return make


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "largest picture",
        "",
        "the largest size of the subject picture without a stop",
        "largest picture",
        "picture",
        _in_time(_largest),
        also=("biggest picture", "largest tv", "biggest tv", "largest screen", "biggest screen"),
    ),
    Phrase(
        "lowest picture",
        "",
        "the lowest place of the subject picture without a stop",
        "lowest picture",
        "picture",
        _in_time(_lowest),
    ),
    Phrase(
        "nearest row",
        "",
        "the nearest place of the subject's row that the school bears",
        "nearest row",
        "picture",
        _in_time(_nearest),
        also=("nearest seat", "closest seat", "closest row"),
    ),
    Phrase("clear stops", "", "the fewest cures that leave no stop", "clear stops", "picture", _in_time(_clear)),
)
