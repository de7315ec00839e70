"""The tape line: what can be said, as one table. Entries of the stages say the same words.

`hear` reads a line against a plan and a subject and gives back one of three: `Heard` (a read-back and the command it
would be), `Asked` (it could mean two things: which?) or `NotHeard` (what to type instead). It changes nothing.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import replace
from time import thread_time
from typing import Final

from pydantic import ValidationError

from oval_room.core.apply import apply
from oval_room.core.commands import several
from oval_room.core.complaints import refused_by
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.parts import STAGES
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf, offered
from oval_room.core.report import Evaluate, Report
from oval_room.core.screens.group_commands import PutGroup, of_group, with_its_wall
from oval_room.core.screens.groups import looked_at, stands_for
from oval_room.core.solve.within import OutOfTimeError, Watch, one_watch
from oval_room.core.span import UnclearError
from oval_room.core.subject import SUBJECT_KINDS, Subject
from oval_room.core.tape.beside import or_a_note, other_units
from oval_room.core.tape.phrase import Answer, Ask, Asked, Heard, Here, Looked, NotHeard, Phrase, Unread, normal
from oval_room.core.tape.phrases import PHRASES, SAYINGS
from oval_room.core.tape.sayings import as_said
from oval_room.core.tape.unread import unread, without
from oval_room.core.tape.wording import (
    MOST_FACTS,
    facts,
    nearest,
    number_first,
    plainer,
    runs,
    swapped,
    turned_about,
    without_first,
    without_lead,
    word_first,
)
from oval_room.core.words import capital, dim_name

MOST_CHARACTERS: Final = 600
WORDS: Final = tuple(word for phrase in PHRASES for word in (phrase.word, *phrase.also))
LATER: Final = tuple(word for phrase in PHRASES if not phrase.free for word in (phrase.word, *phrase.also))
"""Words that may stand later in a line than at its beginning."""
ABOUT: Final = dict.fromkeys(word for spec in STAGES.values() for word in spec.of)
OF: Final = {word: [spec.name for spec in STAGES.values() if word in spec.of] for word in ABOUT}
"""Stages whose phrases can follow what they are about."""
WALLED: Final = {spec.name for spec in STAGES.values() if spec.walled}
QUALIFIED: Final = ("a length", "a seat", "a count", "width x depth x height")
"""What follows words that people also put before others: `main seat 3 m`, `room width 4 m`."""
BARE: Final = ("room", "seat", "tv", "screen", "wall", "ceiling")
"""Words a number alone could belong to, in the order they are offered."""


def what_if(line: str) -> tuple[str, bool]:
    """A line without a leading `what if`, and whether it had one: such a line is shown and never done."""
    said = normal(line)
    return (said[len("what if") :].strip(), True) if said.lower().startswith("what if ") else (said, False)


READING: Final = 0.4
"""How long readings of one line are tried [s]: one that many words begin and none ends has hundreds."""
SEARCHED: Final = 0.05
"""A phrase that takes longer has searched for its answer, which has a time of its own [s]."""
_reading: ContextVar[Watch | None] = ContextVar("reading", default=None)


def hear(plan: Plan, gear: GearShelf, line: str, subject: Subject = Subject(), evaluate: Evaluate = evaluate) -> Answer:
    """What a line means here; several facts may stand in it. Never raises for any text.

    Args:
        evaluate: an `Evaluator` that has seen the plan, where there is one.
    """
    said = normal(line[: MOST_CHARACTERS + 1])
    here = Here(plan, gear, subject, evaluate, PHRASES)
    if not said:
        return NotHeard(here.eg("Type a word and a value, such as seat 11'2"), complete(""))
    if len(said) > MOST_CHARACTERS:
        return NotHeard(f"That is too long; a line holds {MOST_CHARACTERS} characters")
    token = _reading.set(Watch(READING))
    try:
        with one_watch():
            return _name_alone(here, said) or or_a_note(here, said, _can_be_said(here, said))
    except OutOfTimeError:
        return NotHeard("That is too much at once: say it in parts, each with its own Enter")
    finally:
        _reading.reset(token)


def _name_alone(here: Here, said: str) -> Looked | None:
    """The picture, seat, scene, projector or wall whose name a line is, where one alone has it."""
    name = re.sub(r"^(?:the|my|our)\s+", "", said.lower())
    named = {
        key: str(called)
        for kind, listed in here.plan.lists
        if kind[:-1] in (*SUBJECT_KINDS, "group")
        for key, one in listed.items()
        if (called := getattr(one, "name", None))
    }
    named |= {wall.key: dim_name(here.plan, wall.key) for wall in here.plan.survey.room.walls}
    fits = [key for key, one in named.items() if name in (key, one.lower())]
    if len(fits) != 1:
        return None
    phrase = here.said(said)
    follows = f"; or say what of it: {here.eg(phrase[0].example)}" if phrase and phrase[1] == said.lower() else ""
    return Looked(
        f"Look at {named[fits[0]]}{follows}", (here.eg(phrase[0].example),) if follows and phrase else (), fits[0]
    )


def _of_the_shelf(here: Here, said: str) -> Answer | None:
    """An item of the shelf by its whole name alone: taken for what it is."""
    fits = [item for item in offered(here.gear).values() if said.lower() in (item.name.lower(), item.model.lower())]
    if len(fits) != 1:
        return None
    word = "stem" if getattr(fits[0], "holds", "") == "projector" else {"panel": "tv"}.get(fits[0].kind, fits[0].kind)
    line = f"{word} {fits[0].name}"
    return _phrase(here, line) if here.said(line) is not None else None


def _whole(here: Here, said: str) -> Answer:
    whole = _one(here, said)
    if (not isinstance(whole, NotHeard | Unread) and ";" not in said) or _surely_meant(here, said):
        return whole
    for plain in (plainer(said), *turned_about(without_lead(said))):
        if plain != said and not isinstance(again := _whole(here, plain), NotHeard | Unread):
            return again
    pieces = facts(said, WORDS)
    if 1 < len(pieces) <= MOST_FACTS:
        parted = _facts(here, pieces, 0)
        if not isinstance(parted, NotHeard | Unread):
            return parted
        whole = parted if isinstance(whole, NotHeard) and here.said(said) is None else whole
    nearly = _nearly(here, without_lead(said)) if isinstance(whole, NotHeard) else None
    return nearly or whole


def _can_be_said(here: Here, said: str) -> Answer:
    """What a line means; of the choices of a question those alone that can be said."""
    answer = _whole(here, said)
    if isinstance(answer, Heard) and (other := other_units(here, said)):
        return replace(answer, offers=(f"units {other}; {said}",))
    if isinstance(answer, NotHeard):
        return _of_the_shelf(here, said) or answer
    if not isinstance(answer, Asked):
        return answer
    tried = {option: _whole(here, option) for option in answer.options}
    options = tuple(option for option, told in tried.items() if not isinstance(told, NotHeard))
    if not options:  # none can be: what is said of the first says why
        return next(iter(tried.values()), NotHeard(answer.say))
    return replace(answer, options=options)


def _surely_meant(here: Here, said: str) -> bool:
    """Whether a line begins with a phrase and a word that no other reading has."""
    own = here.said(without_lead(said))
    return own is not None and without_lead(said)[len(own[1]) :].strip().split(" ")[0].lower() in own[0].begins


def _nearly(here: Here, said: str) -> Asked | None:
    """What a line that was not understood may have meant: without its first word, or with that word put right. One that
    begins with words of the table in full was understood, and is refused for what it is.
    """
    own = here.said(said)
    if own is not None and (" " in own[1] or own[0].follows not in QUALIFIED):
        return None
    shorter = without_first(said)
    begun = here.said(shorter) if shorter else None
    if begun is not None and not begun[0].free and not isinstance(_phrase(here, shorter), NotHeard):
        return Asked(f"“{said.split(' ')[0][:30]}” was not understood. Is it this?", (shorter,))
    near = [line for line in nearest(said, LATER) if (of := here.said(line)) is not None and not of[0].slow]
    said_as = {answer.say: line for line in reversed(near) if isinstance(answer := _phrase(here, line), Heard)}
    return Asked("Is it one of these?", tuple(reversed(said_as.values()))) if said_as else None


def _one(here: Here, said: str) -> Answer:
    """One fact, by its word; else as said of what it begins with; else with its word put first; else asked by the words
    nearest to what was typed.
    """
    here.line = said
    whole = _as_said(here, said)
    if whole is not None and not isinstance(whole, NotHeard):
        return whole
    plain = without_lead(said)
    begun = here.said(said)
    signed = next((one for one in here.phrases if one.sign and one.sign in said), None)
    by_sign: Answer | None = None
    if signed is not None and (begun is None or signed.sign not in begun[0].example):
        by_sign = _phrase(here, f"{signed.word} {said}")
        if begun is None or not isinstance(by_sign, NotHeard):
            return by_sign
    own = [_phrase(here, line) for line in dict.fromkeys((said, plain)) if here.said(line) is not None]
    first = [_phrase(here, line) for line in number_first(plain, LATER) if here.said(line) is not None]
    partly: Answer | None = None
    for answer in (*own, *first, _of_subject(here, plain), *_later(here, plain)):
        if isinstance(answer, Unread):
            partly = partly or answer
        elif not isinstance(answer, NotHeard):
            return answer
    return partly or by_sign or whole or (own[0] if own else _unknown(here, plain))  # a saying is the whole line


def _as_said(here: Here, said: str, *, deeper: bool = True) -> Answer | None:
    """What a line is as a whole, where it is a saying; asked where it is two that mean different things. deeper: what
    it is may be a saying again."""
    heard = dict[str, Answer]()
    found = {line: one for way in (said, without_lead(said)) for line, one in as_said(way, here, SAYINGS)}
    for line, saying in found.items():
        there = here.looking(saying.of(here)) if saying.of is not None else here
        pieces = facts(line, WORDS) if ";" in line else []
        if pieces or here.said(line) is not None:
            heard[line] = _facts(there, pieces, 0) if pieces else _of_table(there, line, deeper=deeper)
    taken = {line: answer for line, answer in heard.items() if not isinstance(answer, NotHeard)}
    if len({(answer.say, getattr(answer, "options", ())) for answer in taken.values()}) > 1:
        lines = [line for one, told in taken.items() for line in (told.options if isinstance(told, Asked) else (one,))]
        return Asked(next(filter(None, (one.ask for one in found.values())), "Which is it?"), tuple(lines))
    return next(iter((taken or heard).values()), None)


def _of_table(here: Here, line: str, *, deeper: bool) -> Answer:
    """A line that a saying is: in the table's words, of the picture that it begins with, or a saying once more."""
    answer = _phrase(here, line)
    if not isinstance(answer, NotHeard):
        return answer
    again = _as_said(here, line, deeper=False) if deeper else None
    if again is not None and not isinstance(again, NotHeard):
        return again
    of = _of_subject(here, line)
    return of if of.say else answer


def _of_subject(here: Here, said: str) -> Answer:
    """A line that begins with what it is about: `tv on left wall` as `on left wall` said of the TV."""
    about = re.match(rf"({'|'.join(OF)}) (?=[a-z])", said, re.IGNORECASE)
    then = here.said(said[about.end() :]) if about else None
    if about is None or then is None or (then[0].stage not in OF[about[1].lower()]):
        return NotHeard("")
    return _phrase(here.meant(f"{about[0].lower()}it"), said[about.end() :])


def _later(here: Here, said: str) -> Iterator[Answer]:
    """What a line means whose word stands later in it."""
    if here.said(said) is None:
        yield from (_phrase(here, line) for line in word_first(said, LATER) if here.said(line) is not None)


@contextmanager
def _searching(watch: Watch | None) -> Iterator[None]:
    """What a phrase takes to search for its answer is none of the reading's time."""
    began = thread_time()
    try:
        yield
    finally:
        if watch is not None and (took := thread_time() - began) > SEARCHED:
            watch.give(took)


def _phrase(here: Here, said: str) -> Answer:
    """A line that begins with a phrase's word."""
    if (watch := _reading.get()) is not None:
        watch.check()
    found = here.said(said)
    assert found is not None
    phrase, word = found
    rest = said[len(word) :].strip()
    rest = rest if phrase.free else re.sub(r"^[:=]\s*", "", rest)
    example = here.eg(phrase.example)
    if rest and not phrase.follows:
        return NotHeard(f"{word} takes nothing after it (got {rest[:30]})", (phrase.word,))
    if not rest and phrase.follows:
        return NotHeard(f"{phrase.word} what? {phrase.about}: {example}", (example,))
    try:
        with _searching(watch):
            heard = _made(here, phrase, word, rest)
        apply(here.plan, heard.command, here.gear)
        says_nothing = (
            ()
            if phrase.free
            else unread(rest, heard, phrase.passes, here.named, lambda text: _made(here, phrase, word, text))
        )
    except Ask as ask:
        if ask.sure and len(ask.options) == 1 and here.said(ask.options[0]) is not None:
            return _phrase(here, ask.options[0])
        return Asked(ask.say, tuple(f"{word} {one}" for one in ask.options) if ask.follows else ask.options)
    except UnclearError as unclear:
        return _unclear(here, said, example, unclear)
    except ValidationError as error:  # what was said goes into no place there is: too long, nothing, no such kind
        refused = refused_by(error)
        return NotHeard(f"{capital(refused.field.rpartition('.')[2] or 'it')}: {refused.text}", (example,))
    except (RefusedError, MissingError) as refused:
        return NotHeard(capital(refused.text), (example,))
    if says_nothing:
        listed = ", ".join(f"“{one[:30]}”" for one in says_nothing)
        say = f"{listed} {'says' if len(says_nothing) == 1 else 'say'} nothing here. Without?"
        return Unread(say, (f"{word} {without(rest, says_nothing)}".strip(),))
    label = heard.command.model_copy(update={"label": heard.say[:200]})
    return Heard(heard.say, label)


_MEANT: Final = re.compile(r"[0-9]{2}|[.,½¼¾]|[5-9]")
"""A number that is no count or name of something: it may be taken in the one unit that makes sense of it."""


def _unclear(here: Here, said: str, example: str, unclear: UnclearError) -> Answer:
    """A length that has one sense alone is taken in it; one that has several is asked."""
    lines = [line for choice in unclear.swaps if (line := swapped(said, choice))]
    if len(lines) == 1 and lines[0] != said and _MEANT.search(str(unclear.value or "")):
        only = _phrase(here, lines[0])
        if not isinstance(only, NotHeard):
            return only
    return Asked(unclear.text, tuple(lines)) if lines else NotHeard(unclear.text, (example,))


def _made(here: Here, phrase: Phrase, word: str, rest: str) -> Heard:
    """What a phrase makes of what follows its word."""
    heard = _of_wall(here, phrase, rest) or phrase.make(here.meant(word), rest)
    if phrase.stage in WALLED:  # a hole or an edge of one display: its wall goes with it
        heard = Heard(heard.say, with_its_wall(heard.command, here.plan))
    return heard


def _of_wall(here: Here, phrase: Phrase, rest: str) -> Heard | None:
    """What is said of a display's place, said of its whole wall, which is looked at as one picture; None for anything
    else. One display alone is moved by its number."""
    looks = here.subject.picture or next(iter(here.plan.chosen.pictures), "")
    group = stands_for(here.plan.chosen).get(looks)
    if group is None or phrase.stage != "picture" or phrase.word == "gap":
        return None
    seen = looked_at(here.plan.chosen)
    apart = {key: one for key, one in seen.groups.items() if one.kind != "wall"}
    schemes = {**here.plan.schemes, here.plan.scheme: seen.model_copy(update={"groups": apart})}
    looked = here.plan.model_copy(update={"schemes": schemes})
    there = Here(looked, here.gear, replace(here.subject, picture=group), _not_worked_out, here.phrases)
    try:
        heard = phrase.make(there, rest)
    except (RefusedError, MissingError, ValueError, LookupError):
        return None
    command = of_group(heard.command, frozenset((group,)))
    return Heard(heard.say, command) if isinstance(command, PutGroup) else None


def _not_worked_out(plan: Plan, gear: GearShelf, scheme: str | None = None) -> Report:
    """A wall as one picture is no plan of the job's: a place is said of it, and nothing that a report is needed for.

    Raises:
        RefusedError: always.
    """
    raise RefusedError("a wall is worked out display by display")


def _unknown(here: Here, said: str) -> Answer:
    """A line with no word of the table: the nearest words, or what a number alone could be, as choices."""
    options = complete(said)
    if options:
        return NotHeard(f"Go on: {', '.join(options[:4])}", options)
    guesses = nearest(said, LATER) or [f"{word} {said}" for word in BARE if re.match(r"[0-9]", said)]
    guesses += _of_what(here, said)
    quick = [line for line in guesses if (of := here.said(line)) is None or not of[0].slow]
    fits = [line for line in quick if not isinstance(_phrase(here, line), NotHeard | Unread)]
    first = said.split(" ")[0][:30]
    if fits:
        return Asked(f"“{first}” is not a word here. Is it one of these?", tuple(fits))
    return NotHeard(f"“{first}” is not a word here; ? lists what can be said", tuple(guesses))


def _of_what(here: Here, said: str) -> list[str]:
    """Lines that a value alone may be of, or a move: `laser` as `by laser`, `up 50` as `tv up 50`."""
    first = said.lower().split(" ")[0]
    if re.match(r"(?:it\s+)?(?:up|down|left|right|higher|lower)\s+(?:by\s+)?[0-9½¼¾]", said.lower()):
        picture = here.plan.chosen.pictures.get(
            here.subject.picture or "", next(iter(here.plan.chosen.pictures.values()), None)
        )
        return (
            [f"{'tv' if picture.kind == 'panel' else 'screen'} {said.lower().removeprefix('it ')}"] if picture else []
        )
    if re.match(r"[0-9.]+:[0-9]+$", said):
        return [f"aspect {said}"]
    singular = first.removesuffix("s")
    of = [one for one in here.phrases if {first, singular} & set(re.split(r",? or |, |: ", one.follows.lower()))]
    return [f"{phrase.word} {said}" for phrase in of if len(first) > 2]


def _facts(here: Here, pieces: Sequence[tuple[str, str]], start: int) -> Answer:
    """Several facts as one step, each heard with those before it done."""
    first: Answer = NotHeard("")
    for text, after in runs(pieces, start):
        answer = _one(here, text) if text else NotHeard("")
        if isinstance(answer, NotHeard):
            first = answer if not first.say else first
            continue
        rest = "".join(piece + mark for piece, mark in pieces[after:])
        before = "".join(piece + mark for piece, mark in pieces[:start])
        if (more := _once_more(here, text, before)) is not None:
            return Asked(
                "There is one in this line already. One more?", (f"{before}{more}{'; ' if rest else ''}{rest}",)
            )
        if isinstance(answer, Asked):
            lines = tuple(f"{before}{option}{'; ' if rest else ''}{rest}" for option in answer.options)
            return Asked(answer.say, lines)
        if after == len(pieces):
            return answer
        others = _facts(here.after(answer.command).looking_at(answer.command), pieces, after)
        if isinstance(others, Heard):
            say = f"{answer.say}; {others.say}"
            return Heard(say, several(answer.command, others.command, label=say[:200]))
        if isinstance(others, Asked):
            return others
        first = others
    return first


def _once_more(here: Here, text: str, before: str) -> str | None:
    """What a fact says that would only undo an earlier one of its line: one more of it, where there is such a line."""
    said, more = here.said(text), f"another {text}"
    if said is None or here.said(more) is None or not re.search(rf"\b{re.escape(said[1])}\b", before.lower()):
        return None
    return more if isinstance(_phrase(here, more), Heard) else None


def complete(line: str, stage: str = "", most: int = 8) -> tuple[str, ...]:
    """Words that could follow what was typed so far, the stage's own first."""
    start = normal(line).lower()
    fits = [phrase for phrase in PHRASES if phrase.word.startswith(start)]
    fits = fits or [phrase for phrase in PHRASES if any(word.startswith(start) for word in phrase.also)]
    fits.sort(key=lambda phrase: phrase.stage != stage)
    return tuple(phrase.word for phrase in fits[:most])
