"""The brief and the job itself: what can be said about it on the tape line."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any, Final, get_args

from oval_room.core.brief.commands import PutBrief
from oval_room.core.brief.document import Plays
from oval_room.core.errors import RefusedError
from oval_room.core.job.commands import Choose, PutJob, PutScheme, PutWriting
from oval_room.core.plan.measure import next_id
from oval_room.core.tape.grammar import Heard, Here, Phrase
from oval_room.core.tape.reading import number, one_of


def _text(field: str, label: str, command: type[Any], most: int = 200) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        plain = "" if rest == "-" else rest
        if len(plain) > most or (field == "name" and len(plain) > 80):
            raise RefusedError(f"that is too long; keep it under {80 if field == 'name' else most} characters")
        return Heard(f"{label}: {plain or 'nothing'}", command(**{field: plain}))

    return make


def _hours(field: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        hours = number(rest, "hours a day", 0, 24)
        return Heard(f"{field.capitalize()}: {hours:g} h a day", PutBrief.model_validate({field: hours}))

    return make


def _plays(here: Here, rest: str) -> Heard:
    word = one_of(rest, get_args(Plays))
    return Heard(f"Games played: {word}", PutBrief(plays=word))


def _budget(here: Here, rest: str) -> Heard:
    money = number(re.sub(r"[ ,](?=[0-9]{3}\b)", "", rest), "a budget", 0, 1e8)
    return Heard(f"Budget: {money:,.0f}", PutBrief(budget=money))


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
    return Heard(f"New scheme {rest}, from {here.plan.chosen.name}", PutScheme(id=key, name=rest, like=here.plan.scheme))


def _units(here: Here, rest: str) -> Heard:
    word = one_of(rest, ("feet", "inches", "mm", "m"))
    unit = {"feet": "in", "inches": "in", "mm": "mm", "m": "m"}[word]
    return Heard(f"Lengths in {'feet and inches' if word == 'feet' else word}", PutWriting(unit=unit, style=word))


def _ruler(here: Here, rest: str) -> Heard:
    step = one_of(rest.replace('"', "").replace("″", ""), ("1/8", "1/16", "1/32"))
    return Heard(f"Ruler in {step} inch", PutWriting(steps_per_inch=int(step[2:])))


def _instrument(here: Here, rest: str) -> Heard:
    word = one_of(rest, ("laser", "tape", "drawing", "eye"))
    return Heard(f"Readings are by {word}", PutWriting(instrument=word))


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase("name", "a name", "the job's name", "name Chapel flat", "brief", _text("name", "Job", PutJob)),
    Phrase("client", "a name", "who it is for", "client M. Penhallick", "brief", _text("client", "Client", PutJob)),
    Phrase("place", "an address", "where it is", "place 3 Sexton Row", "brief", _text("place", "Place", PutJob)),
    Phrase("who", "people", "who watches", "who two, friends on Fridays", "brief", _text("who", "Who watches", PutBrief)),
    Phrase("film", "hours", "hours of film a day", "film 3", "brief", _hours("film")),
    Phrase("sport", "hours", "hours of sport a day", "sport 1", "brief", _hours("sport")),
    Phrase("games", "hours", "hours of games a day", "games 2", "brief", _hours("games")),
    Phrase("desk", "hours", "hours of desk work a day", "desk 0", "brief", _hours("desk")),
    Phrase("plays", "a kind of games", "what kind of games: it decides how much lag is too much", "plays platform and rhythm", "brief", _plays),
    Phrase("budget", "money", "what may be spent", "budget 9500", "brief", _budget),
    Phrase("keep", "things", "what must stay", "keep oak sideboard", "brief", _text("must_stay", "Must stay", PutBrief)),
    Phrase("landlord", "limits", "the landlord's limits", "landlord no holes in the breast", "brief", _text("landlord", "Landlord", PutBrief)),
    Phrase("cables", "ways", "where cables can go", "cables behind the skirting", "brief", _text("cables", "Cables", PutBrief)),
    Phrase("state", "planning, agreed, on site, done", "how far the job is", "state agreed", "brief", _state),
    Phrase("scheme", "a name", "another way to do the room, copied from this one", "scheme Plain 16:9", "brief", _scheme),
    Phrase("units", "feet, inches, mm or m", "how this job writes lengths", "units feet", "brief", _units),
    Phrase("ruler", "1/8, 1/16 or 1/32", "the ruler's step in inches", "ruler 1/16", "brief", _ruler),
    Phrase("by", "laser, tape, drawing or eye", "what readings are taken with", "by laser", "brief", _instrument),
)  # fmt: skip
