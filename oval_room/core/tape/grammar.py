"""The tape line: what can be said, as one table. Entries of the stages say the same words.

`hear` reads a line against a plan and a subject and gives back one of three: `Heard` (a read-back and the command it
would be), `Asked` (it could mean two things: which?) or `NotHeard` (what to type instead). It changes nothing.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Final

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Typed
from oval_room.core.projection.document import Projector
from oval_room.core.screens.document import Picture
from oval_room.core.screens.size import LEAST_DIAGONAL, MOST_DIAGONAL
from oval_room.core.subject import Subject
from oval_room.core.survey.document import Seat
from oval_room.core.units import Ruler

MOST_CHARACTERS: Final = 600


@dataclass(frozen=True, slots=True)
class Heard:
    """What was understood, in words, and the command that does it."""

    say: str
    command: Command


@dataclass(frozen=True, slots=True)
class Asked:
    """The line could mean two things; each option is a line that means one."""

    say: str
    options: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class NotHeard:
    """Nothing was understood: what to type instead, and words that would complete it."""

    say: str
    options: tuple[str, ...] = ()


Answer = Heard | Asked | NotHeard


class Ask(Exception):
    """Raised by a phrase that could mean two things."""

    def __init__(self, say: str, *options: str) -> None:
        super().__init__(say)
        self.say, self.options = say, options


class Here:
    """The plan a line is said to, with its ruler, gear and subject."""

    def __init__(self, plan: Plan, gear: GearShelf, subject: Subject) -> None:
        self.plan, self.gear, self.subject = plan, gear, subject
        self.ruler: Ruler = plan.writing.ruler

    def length(self, text: str, *, negative_ok: bool = False) -> float:
        return self.ruler.parse(text, negative_ok=negative_ok)

    def inches(self, text: str) -> float:
        """A picture's size: a bare number is inches in every job, as people say sizes."""
        from oval_room.core.units import parse_length

        mm = parse_length(text, "in")
        if not LEAST_DIAGONAL <= mm <= MOST_DIAGONAL:
            raise RefusedError(f"give a picture's diagonal from 8 to 787 inches (got {text.strip()})", value=text)
        return mm

    def show(self, mm: float) -> str:
        return self.ruler.show(mm)

    def read(self, mm: float) -> Typed:
        return Typed(value=mm, source="read", instrument=self.plan.writing.instrument)

    def seat(self) -> tuple[str, Seat]:
        """The subject seat.

        Raises:
            RefusedError: there is none.
        """
        seats = self.plan.survey.seats
        key = self.subject.seat if self.subject.seat in seats else self.plan.survey.main
        if key is None:
            raise RefusedError("there is no seat yet; type seat 11'2 first")
        return key, seats[key]

    def picture(self) -> tuple[str, Picture]:
        pictures = self.plan.chosen.pictures
        key = self.subject.picture if self.subject.picture in pictures else next(iter(pictures), None)
        if key is None:
            raise RefusedError("there is no picture yet; type tv 65 or screen 110 first")
        return key, pictures[key]

    def projector(self) -> tuple[str, Projector]:
        projectors = self.plan.chosen.projectors
        key = self.subject.projector if self.subject.projector in projectors else None
        if key is None:
            wanted = self.subject.picture
            key = next((k for k, p in projectors.items() if p.shows == wanted), next(iter(projectors), None))
        if key is None:
            raise RefusedError("there is no projector yet; type projector and its name first")
        return key, projectors[key]

    def scene(self, name: str) -> str:
        """The id of a scene named, or the subject's."""
        scenes = self.plan.survey.scenes
        for key, scene in scenes.items():
            if name and (key == name or scene.name.lower().startswith(name.lower())):
                return key
        if name or not scenes:
            listed = ", ".join(scene.name for scene in scenes.values()) or "none"
            raise RefusedError(f"there is no scene “{name}”; the scenes are {listed}", value=name)
        return self.subject.scene if self.subject.scene in scenes else next(iter(scenes))

    def gear_named(self, name: str, kind: str, holds: str = "") -> str:
        """The hash of the one gear item a name fits.

        Raises:
            RefusedError: none fits. Ask: more than one does.
        """
        words = name.lower().split()
        fits = [
            (key, item)
            for key, item in self.gear.items()
            if item.kind == kind and getattr(item, "holds", "") == holds and all(w in item.name.lower() for w in words)
        ]
        exact = [pair for pair in fits if name.lower().strip() in (pair[1].name.lower(), pair[1].model.lower())]
        fits = exact or fits
        if not fits:
            listed = ", ".join(i.name for i in self.gear.values() if i.kind == kind and getattr(i, "holds", "") == holds)
            raise RefusedError(f"no {kind} on the shelf fits “{name.strip()}”; there are {listed or 'none'}", value=name)
        if len(fits) > 1:
            word = "mount" if kind == "mount" else {"panel": "tv", "screen": "screen", "projector": "projector"}[kind]
            raise Ask(f"Which {kind}?", *(f"{word} {item.name}" for _, item in fits[:6]))
        return fits[0][0]


@dataclass(frozen=True, slots=True)
class Phrase:
    """One thing that can be said: its first words, what follows them, in words and as an example, and what it does."""

    word: str
    follows: str
    about: str
    example: str
    stage: str
    make: Callable[[Here, str], Heard]


def normal(line: str) -> str:
    return re.sub(r"\s+", " ", line).strip()


def what_if(line: str) -> tuple[str, bool]:
    """A line without a leading `what if`, and whether it had one: such a line is shown and never done."""
    said = normal(line)
    return (said[len("what if") :].strip(), True) if said.lower().startswith("what if ") else (said, False)


def hear(plan: Plan, gear: GearShelf, line: str, subject: Subject = Subject()) -> Answer:
    """What a line means here. Never raises for any text."""
    from oval_room.core.tape.phrases import PHRASES

    said = normal(line[: MOST_CHARACTERS + 1])
    if not said:
        return NotHeard("Type a word and a value, such as seat 11'2", complete(""))
    if len(said) > MOST_CHARACTERS:
        return NotHeard(f"That is too long; a line holds {MOST_CHARACTERS} characters")
    phrase = _phrase_of(said, PHRASES)
    if phrase is None:
        options = complete(said)
        first = said.split(" ")[0][:30]
        hint = f"Go on: {', '.join(options[:4])}" if options else f"“{first}” is not a word here; ? lists what can be said"
        return NotHeard(hint, options)
    rest = said[len(phrase.word) :].strip()
    try:
        if not rest and phrase.follows:
            return NotHeard(f"{phrase.word} what? {phrase.about}: {phrase.example}", (phrase.example,))
        heard = phrase.make(Here(plan, gear, subject), rest)
        apply(plan, heard.command, gear)
    except Ask as ask:
        return Asked(ask.say, ask.options)
    except (RefusedError, MissingError) as refused:
        return NotHeard(refused.text[:1].upper() + refused.text[1:], (phrase.example,))
    label = heard.command.model_copy(update={"label": heard.say})
    return Heard(heard.say, label)


def _phrase_of(said: str, phrases: Sequence[Phrase]) -> Phrase | None:
    """The phrase a line starts with; the longest wins. A digit may follow the word at once."""
    lower = said.lower()
    fits = [p for p in phrases if lower.startswith(p.word) and not lower[len(p.word) : len(p.word) + 1].isalpha()]
    return max(fits, key=lambda phrase: len(phrase.word), default=None)


def complete(line: str, stage: str = "", most: int = 8) -> tuple[str, ...]:
    """Words that could follow what was typed so far, the stage's own first."""
    from oval_room.core.tape.phrases import PHRASES

    start = normal(line).lower()
    fits = [phrase for phrase in PHRASES if phrase.word.startswith(start)]
    fits.sort(key=lambda phrase: phrase.stage != stage)
    return tuple(phrase.word for phrase in fits[:most])
