"""The tape line: what can be said, as one table. Entries of the stages say the same words.

`hear` reads a line against a plan and a subject and gives back one of three: `Heard` (a read-back and the command it
would be), `Asked` (it could mean two things: which?) or `NotHeard` (what to type instead). It changes nothing.
"""

from __future__ import annotations

from typing import Final

from oval_room.core.apply import apply
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.subject import Subject
from oval_room.core.tape.phrase import Answer, Ask, Asked, Heard, Here, NotHeard, normal
from oval_room.core.tape.phrases import PHRASES

MOST_CHARACTERS: Final = 600


def what_if(line: str) -> tuple[str, bool]:
    """A line without a leading `what if`, and whether it had one: such a line is shown and never done."""
    said = normal(line)
    return (said[len("what if") :].strip(), True) if said.lower().startswith("what if ") else (said, False)


def hear(plan: Plan, gear: GearShelf, line: str, subject: Subject = Subject()) -> Answer:
    """What a line means here. Never raises for any text."""
    said = normal(line[: MOST_CHARACTERS + 1])
    if not said:
        return NotHeard("Type a word and a value, such as seat 11'2", complete(""))
    if len(said) > MOST_CHARACTERS:
        return NotHeard(f"That is too long; a line holds {MOST_CHARACTERS} characters")
    here = Here(plan, gear, subject, evaluate, PHRASES)
    phrase = here.said(said)
    if phrase is None:
        options = complete(said)
        first = said.split(" ")[0][:30]
        hint = (
            f"Go on: {', '.join(options[:4])}" if options else f"“{first}” is not a word here; ? lists what can be said"
        )
        return NotHeard(hint, options)
    rest = said[len(phrase.word) :].strip()
    try:
        if not rest and phrase.follows:
            return NotHeard(f"{phrase.word} what? {phrase.about}: {phrase.example}", (phrase.example,))
        heard = phrase.make(here, rest)
        apply(plan, heard.command, gear)
    except Ask as ask:
        return Asked(ask.say, ask.options)
    except (RefusedError, MissingError) as refused:
        return NotHeard(refused.text[:1].upper() + refused.text[1:], (phrase.example,))
    label = heard.command.model_copy(update={"label": heard.say})
    return Heard(heard.say, label)


def complete(line: str, stage: str = "", most: int = 8) -> tuple[str, ...]:
    """Words that could follow what was typed so far, the stage's own first."""
    start = normal(line).lower()
    fits = [phrase for phrase in PHRASES if phrase.word.startswith(start)]
    fits.sort(key=lambda phrase: phrase.stage != stage)
    return tuple(phrase.word for phrase in fits[:most])
