"""The job itself: its name and writing, its schemes, what is taken away: what can be said of it on the tape line."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Final

from oval_room.core.commands import several
from oval_room.core.errors import RefusedError
from oval_room.core.job.commands import Choose, Decide, Drop, PutJob, PutScheme, PutWriting
from oval_room.core.plan.measure import next_id
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import one_of, text_phrase
from oval_room.core.words import names_of


def _state(here: Here, rest: str) -> Heard:
    word = one_of(rest, ("planning", "agreed", "on site", "done"))
    return Heard(f"State: {word}", PutJob.model_validate({"state": word}))


def _scheme(here: Here, rest: str) -> Heard:
    """A scheme of that name, else a new one that starts as a copy of this."""
    if len(rest) > 80:
        raise RefusedError("keep a scheme's name under 80 characters")
    known = next((key for key, scheme in here.plan.schemes.items() if scheme.name.lower() == rest.lower()), None)
    if known:
        return Heard(f"Scheme {here.plan.schemes[known].name}", Choose(scheme=known))
    if len(here.plan.schemes) >= 12:
        raise RefusedError("a job holds twelve schemes; drop one first")
    key = next_id("v", set(here.plan.schemes))
    return Heard(
        f"New scheme {rest}, from {here.plan.chosen.name}", PutScheme(id=key, name=rest, like=here.plan.scheme)
    )


UNIT_WORDS: Final = {
    "ft": "feet",
    "foot": "feet",
    "imperial": "feet",
    "feet and inches": "feet",
    "in": "inches",
    "inch": "inches",
    "metric": "mm",
    "millimetres": "mm",
    "millimeters": "mm",
    "centimetres": "cm",
    "centimeters": "cm",
    "metres": "m",
    "meters": "m",
}


def _units(here: Here, rest: str) -> Heard:
    said = re.sub(r"^(?:in|are|is|to)\s+", "", rest.lower().strip())
    word = UNIT_WORDS.get(said) or one_of(rest, ("feet", "inches", "mm", "cm", "m"))
    unit = {"feet": "in", "inches": "in"}.get(word, word)
    return Heard(f"Lengths in {'feet and inches' if word == 'feet' else word}", PutWriting(unit=unit, style=word))


def _ruler(here: Here, rest: str) -> Heard:
    step = one_of(rest.replace('"', "").replace("″", ""), ("1/8", "1/16", "1/32"))
    return Heard(f"Ruler in {step} inch", PutWriting(steps_per_inch=int(step[2:])))


def _instrument(here: Here, rest: str) -> Heard:
    word = one_of(rest, ("laser", "tape", "drawing", "eye"))
    return Heard(f"Readings are by {word}", PutWriting(instrument=word))


def _decide(here: Here, rest: str) -> Heard:
    name, _, why = rest.partition(" because ")
    fits = [key for key, scheme in here.plan.schemes.items() if name.strip().lower() in (key, scheme.name.lower())]
    if len(fits) != 1:
        listed = ", ".join(scheme.name for scheme in here.plan.schemes.values())
        raise RefusedError(
            f"give the scheme's name and why: decide {listed.split(', ')[0]} because …; there are {listed}", value=rest
        )
    return Heard(
        f"Chosen: {here.plan.schemes[fits[0]].name}" + (f", because {why.strip()}" if why.strip() else ""),
        Decide(scheme=fits[0], why=why),
    )


def _currency(here: Here, rest: str) -> Heard:
    letters = rest.strip().upper()
    if not re.fullmatch(r"[A-Z]{3}", letters):
        raise RefusedError("give the three letters of a currency, as in EUR", field="currency", value=rest)
    return Heard(f"Prices are in {letters}", PutWriting(currency=letters))


def _count(name: str) -> str:
    """The number in a name that is but a letter and a number: `1` of C1."""
    found = re.fullmatch(r"[A-Za-z](\d+)", name)
    return found[1] if found else "-"


def _drop(here: Here, rest: str) -> Heard:
    if row := re.fullmatch(r"row\s+([0-9]{1,2})", rest.lower().strip()):
        keys = [key for key, seat in here.plan.survey.seats.items() if seat.row == int(row[1])]
        if keys:
            return Heard(f"Take away row {row[1]}, {len(keys)} seats", several(*(Drop(id=key) for key in keys)))
    names = dict(names_of(here.plan)) | {key: f"find {n}" for n, key in enumerate(here.plan.survey.finds, 1)}
    fits = _named(here, rest.lower().strip(), names)
    if not fits:
        raise RefusedError(
            f"there is no “{rest[:40]}” to take away; there are {', '.join(names.values()) or 'none'}", value=rest
        )
    if len(fits) > 1:
        raise Ask("Take which away?", *(f"drop {names[key]}" for key in fits[:6]))
    group = here.plan.chosen.groups.get(fits[0])
    if group is not None and group.kind == "wall":
        goes = several(*(Drop(id=key) for key in group.members))
        return Heard(f"Take away {group.name} with its {len(group.members)} displays", goes)
    return Heard(f"Take away {names[fits[0]]}", Drop(id=fits[0]))


def _named(here: Here, said: str, names: dict[str, str]) -> list[str]:
    """The ids of what some words name: by its whole name, a part of it, its kind, or its kind and number."""
    fits = [key for key, name in names.items() if said in (key, name.lower())]
    fits = fits or [key for key, name in names.items() if said in name.lower()]
    kind = {"tv": "panel", "television": "panel", "screen": "screen"}.get(said, "")
    fits = fits or [key for key, picture in here.plan.chosen.pictures.items() if picture.kind == kind]
    fits = list(_listed(here, said)) or fits
    noun, _, tail = said.partition(" ")
    return fits or [
        key
        for key in _listed(here, noun)
        if tail and tail in (key, names.get(key, "").lower(), _count(names.get(key, "")))
    ]


def _listed(here: Here, noun: str) -> Mapping[str, object]:
    """All that a noun is the kind of."""
    return next((held for name, held in here.plan.lists if name == f"{noun}s"), {})


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "name",
        "a name",
        "the job's name",
        "name Chapel flat",
        "brief",
        text_phrase("name", "name", "Job", PutJob),
        free=True,
        also=("job name",),
    ),
    Phrase(
        "client",
        "a name",
        "who it is for",
        "client M. Penhallick",
        "brief",
        text_phrase("client", "client", "Client", PutJob),
        free=True,
    ),
    Phrase(
        "place",
        "an address",
        "where it is",
        "place 3 Sexton Row",
        "brief",
        text_phrase("place", "place", "Place", PutJob),
        free=True,
    ),
    Phrase("state", "planning, agreed, on site, done", "how far the job is", "state agreed", "brief", _state),
    Phrase(
        "scheme",
        "a name",
        "another way to do the room, copied from this one",
        "scheme Plain 16:9",
        "brief",
        _scheme,
        free=True,
    ),
    Phrase(
        "units",
        "feet, inches, mm, cm or m",
        "how this job writes lengths",
        "units feet",
        "brief",
        _units,
        also=("unit", "lengths in", "use", "work in"),
    ),
    Phrase("ruler", "1/8, 1/16 or 1/32", "the ruler's step in inches", "ruler 1/16", "brief", _ruler),
    Phrase(
        "by",
        "laser, tape, drawing or eye",
        "what readings are taken with",
        "by laser",
        "brief",
        _instrument,
        also=("measured by", "instrument"),
    ),
    Phrase("currency", "three letters", "the money that prices are in", "currency EUR", "brief", _currency),
    Phrase(
        "decide",
        "scheme because reason",
        "choose a scheme for good, with the reason",
        "decide First scheme because it fits the budget",
        "picture",
        _decide,
        free=True,
    ),
    Phrase(
        "drop",
        "a thing",
        "take a seat, thing, opening, find, picture … away",
        "drop seat 2b",
        "survey",
        _drop,
        also=("remove", "delete", "take away"),
    ),
)
