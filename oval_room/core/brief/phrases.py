"""The brief and the job itself: what can be said about it on the tape line."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final, get_args

from oval_room.core.brief.commands import AddNote, DropNote, PutBrief
from oval_room.core.brief.document import Plays
from oval_room.core.commands import several
from oval_room.core.money import money_of
from oval_room.core.tape.phrase import Heard, Here, Phrase
from oval_room.core.tape.reading import number, one_of, text_phrase


def _hours(field: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        hours = number(rest, "hours a day", 0, 24)
        return Heard(f"{field.capitalize()}: {hours:g} h a day", PutBrief.model_validate({field: hours}))

    return make


def _plays(here: Here, rest: str) -> Heard:
    word = one_of(rest, get_args(Plays))
    return Heard(f"Games played: {word}", PutBrief(plays=word))


def _budget(here: Here, rest: str) -> Heard:
    plain = re.sub(
        r"^(?:(?:is|of|about|around|max|up to|:|=)\s+)+|[$£€]|\s*(?:euros?|dollars?|pounds?)$", "", rest.strip()
    )
    plain = re.sub(r"[ ,.](?=[0-9]{3}\b)", "", plain.strip())
    money = number(re.sub(r"(?<=[0-9])\s*k$", "000", plain), "a budget", 0, MOST_MONEY)
    told = money_of(money, here.plan.writing.currency)
    return Heard(f"Budget: {told.show() if told else ''}", PutBrief(budget=money))


def _note(here: Here, rest: str) -> Heard:
    """`note …`; `note 2 -` takes the second away, `note 2: …` says it anew."""
    old = re.fullmatch(r"([0-9]{1,2})\s*(?:-|:\s*(.*))", rest)
    if old is None:
        text = re.sub(r"^[:=]\s*", "", rest)
        return Heard(f"Note: {text}", AddNote(text=text))
    number, text = int(old[1]), (old[2] or "").strip().removeprefix("-").strip()
    gone = DropNote(number=number)
    if not text:
        return Heard(f"Take away note {number}", gone)
    return Heard(f"Note {number}, now the last: {text}", several(gone, AddNote(text=text), label="note"))


MOST_MONEY: Final = 100_000_000
PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "note",
        "words",
        "what somebody said, as they said it; note 2 - takes the second away",
        "note the client wants it lower",
        "brief",
        _note,
        free=True,
        also=("remark",),
    ),
    Phrase(
        "who",
        "people",
        "who watches",
        "who two, friends on Fridays",
        "brief",
        text_phrase("who", "who", "Who watches", PutBrief),
        free=True,
    ),
    Phrase(
        "film", "hours", "hours of film a day", "film 3", "brief", _hours("film"), also=("films", "movies", "movie")
    ),
    Phrase("sport", "hours", "hours of sport a day", "sport 1", "brief", _hours("sport")),
    Phrase("games", "hours", "hours of games a day", "games 2", "brief", _hours("games")),
    Phrase("desk", "hours", "hours of desk work a day", "desk 0", "brief", _hours("desk")),
    Phrase(
        "plays",
        "a kind of games",
        "what kind of games: it decides how much lag is too much",
        "plays platform and rhythm",
        "brief",
        _plays,
    ),
    Phrase("budget", "money", "what may be spent", "budget 9500", "brief", _budget),
    Phrase(
        "keep",
        "things",
        "what must stay",
        "keep oak sideboard",
        "brief",
        text_phrase("keep", "must_stay", "Must stay", PutBrief),
        free=True,
    ),
    Phrase(
        "landlord",
        "limits",
        "the landlord's limits",
        "landlord no holes in the breast",
        "brief",
        text_phrase("landlord", "landlord", "Landlord", PutBrief, tells=True),
        free=True,
    ),
    Phrase(
        "cables",
        "ways",
        "where cables can go",
        "cables behind the skirting",
        "brief",
        text_phrase("cables", "cables", "Cables", PutBrief),
        free=True,
    ),
)
