"""Schools of size and height: what can be said of them on the tape line."""

from __future__ import annotations

from typing import Final, get_args

from oval_room.core.commands import several
from oval_room.core.errors import RefusedError
from oval_room.core.job.commands import Choose
from oval_room.core.screens.commands import PutPicture
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import one_of
from oval_room.core.units import is_length
from oval_room.core.viewing.angles import width_for_angle
from oval_room.core.viewing.ladder import HEIGHT_SCHOOLS
from oval_room.core.viewing.schools import SIZE_SCHOOLS, SizeSchool
from oval_room.core.viewing.study import ViewResult


def _school(here: Here, rest: str) -> Heard:
    word = one_of(rest, get_args(SizeSchool))
    band = SIZE_SCHOOLS[word]
    seat = here.plan.survey.seats.get(here.plan.survey.main or "")
    width = width_for_angle(max(seat.y.value - 60.0, 300.0), band.target) if seat else None
    how = f", {here.show(width)} wide from {seat.name}" if seat and width else ""
    return Heard(f"School of size: {word}, {band.lo:g} to {band.hi:g}°{how}", Choose(size_school=word))


def _height_school(here: Here, rest: str) -> Heard:
    if is_length(rest):
        raise Ask("Schools of height are third, centre and low. An eye's height?", f"eye {rest}")
    word = one_of(rest, HEIGHT_SCHOOLS)
    told = {
        "third": "eyes at the lower third",
        "centre": "eyes at the centre",
        "low": "as low as what stands below allows",
    }
    choose = Choose(height_school=word)
    moves, said = [], []
    after = here.after(choose)
    for key, views in after.report().of(ViewResult).pictures.items():
        picture = here.plan.chosen.pictures.get(key)
        if picture is None or views.school_bottom is None:
            continue
        inside = views.rungs.soft or (views.rungs.hard if views.rungs.hard.feasible else None)
        bottom = here.ruler.safe(inside.nearest(views.school_bottom) if inside else views.school_bottom, "nearest")
        if abs(bottom - picture.bottom) >= here.ruler.step / 2:
            moves.append(PutPicture(id=key, bottom=bottom))
            said.append(f"{picture.name}'s bottom edge to {here.show(bottom)}")
    tail = f"; {', '.join(said)}" if said else ""
    return Heard(f"School of height: {told[word]}{tail}", several(choose, *moves))


def _main(here: Here, rest: str) -> Heard:
    seats = here.plan.survey.seats
    fits = [key for key, seat in seats.items() if rest.lower().strip() in (key, seat.name.lower())]
    if len(fits) != 1:
        listed = ", ".join(seat.name for seat in seats.values()) or "none yet"
        raise RefusedError(f"give a seat's name; there are {listed}", value=rest)
    return Heard(f"Main seat: {seats[fits[0]].name}", Choose(main_seat=fits[0]))


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "school",
        "lounge, cinema, front row, desk",
        "how much of the view it should fill",
        "school cinema",
        "picture",
        _school,
    ),
    Phrase(
        "eyes at",
        "third, centre or low",
        "where on the picture the eyes lie, or as low as it goes",
        "eyes at third",
        "picture",
        _height_school,
        also=("eye line at", "eyeline at", "eye level at"),
    ),
    Phrase("main", "a seat", "the seat that heights and schools aim at", "main seat 1a", "survey", _main),
)
