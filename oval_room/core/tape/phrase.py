"""What can be said on the tape line: a phrase, the plan it is said to, and what comes of it."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from dataclasses import replace
from functools import cached_property
from itertools import pairwise
from typing import Final

from oval_room.core.apply import apply
from oval_room.core.commands import Command, Several
from oval_room.core.errors import RefusedError
from oval_room.core.hints import in_unit
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf, offered
from oval_room.core.plan.measure import Typed
from oval_room.core.record import record
from oval_room.core.report import Evaluate, Report
from oval_room.core.screens.document import Picture
from oval_room.core.span import Span, read_lengths
from oval_room.core.subject import Subject
from oval_room.core.survey.document import Seat
from oval_room.core.units import Ruler

MOST_LISTED: Final = 6
"""Items of the shelf that a refusal names."""


@record
class Heard:
    """What was understood, in words, and the command that does it. offers: lines that do a little more."""

    say: str
    command: Command
    offers: tuple[str, ...] = ()


@record
class Asked:
    """The line could mean two things; each option is a line that means one."""

    say: str
    options: tuple[str, ...]


@record
class NotHeard:
    """Nothing was understood: what to type instead, and words that would complete it."""

    say: str
    options: tuple[str, ...] = ()


@record
class Unread(Asked):
    """A line that could be done, with words in it that say nothing: it is asked without them, unless another reading
    has a use for them."""


@record
class Looked(NotHeard):
    """The line is only the name of something: that is looked at from now on. key: its id."""

    key: str = ""


Answer = Heard | Asked | NotHeard


class Ask(Exception):
    """Raised by a phrase that could mean two things.

    sure: the one option is the same in the table's words, with nothing added: it is taken. follows: the options are
    what may follow the phrase's word.
    """

    def __init__(self, say: str, *options: str, sure: bool = False, follows: bool = False) -> None:
        super().__init__(say)
        self.say, self.options, self.sure, self.follows = say, options, sure, follows


class Here:
    """The plan a line is said to, with its ruler, gear and subject."""

    def __init__(
        self,
        plan: Plan,
        gear: GearShelf,
        subject: Subject,
        evaluate: Evaluate,
        phrases: Sequence[Phrase] = (),
        *,
        just: bool = False,
    ) -> None:
        """just: the subject is what the line itself has just spoken of."""
        self.just = just
        self.line = ""
        """The fact that is being read, as it was typed."""
        self.plan, self.gear, self.subject, self.phrases = plan, gear, subject, phrases
        self.ruler: Ruler = plan.writing.ruler
        self._evaluate = evaluate

    @cached_property
    def named(self) -> frozenset[str]:
        """Pairs of words that follow each other in the names of things of the job and items of the shelf."""
        names = [str(one.name) for _, listed in self.plan.lists for one in listed.values() if hasattr(one, "name")]
        words = [name.lower().split() for name in (*names, *(item.name for item in self.gear.values()))]
        return frozenset(f"{a} {b}" for one in words for a, b in pairwise(one))

    def report(self) -> Report:
        """What the rules say of the plan."""
        return self._evaluate(self.plan, self.gear)

    def after(self, *steps: Command) -> Here:
        """The same place with a few changes made."""
        plan = self.plan
        for step in steps:
            plan = apply(plan, step, self.gear)
        return Here(plan, self.gear, self.subject, self._evaluate, self.phrases)

    def said(self, line: str) -> tuple[Phrase, str] | None:
        """The phrase a line starts with and its word there; the longest wins. A digit may follow the word at once."""
        lower = line.lower()
        for word, phrase in _by_letter(self.phrases).get(lower[:1], ()):
            if lower.startswith(word) and not lower[len(word) : len(word) + 1].isalpha():
                return phrase, word
        return None

    def eg(self, hint: str) -> str:
        """A hint with its lengths in the job's unit."""
        return in_unit(hint, self.ruler)

    def length(self, text: str, span: Span) -> float:
        """A length [mm] that plausibly is of this span.

        Raises:
            UnclearError: it could mean two things. RefusedError: it can't be read, or is far from what is usual.
        """
        return read_lengths(self.ruler, [(text, span)])[0]

    def lengths(self, *parts: tuple[str, Span]) -> list[float]:
        """The lengths of a line [mm]; those without a unit are in one unit together."""
        return read_lengths(self.ruler, parts)

    def within(self, *parts: tuple[str, Span]) -> list[float]:
        """The lengths of a line that are of their spans whatever their unit [mm].

        Raises:
            UnclearError: it could mean two things. RefusedError: it can't be read, or is outside its span.
        """
        values = self.lengths(*parts)
        for value, (text, span) in zip(values, parts, strict=True):
            if not span.least <= value <= span.most:
                ends = f"{self.show(span.least)} to {self.show(span.most)}"
                raise RefusedError(f"{span.what} is {ends} (got {self.show(value)})", value=text)
        return values

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
            raise RefusedError(self.eg("there is no seat yet; type seat 11'2 first"))
        return key, seats[key]

    def meant(self, word: str) -> Here:
        """The same place, looking at the one picture that the words for an edge name: `screen bottom`, `top of tv`."""
        named = next((kind for name, kind in (("tv", "panel"), ("screen", "screen")) if name in word.split()), None)
        fits = [key for key, one in self.plan.chosen.pictures.items() if one.kind == named]
        if " " not in word or len(fits) != 1 or self.subject.picture in fits:
            return self
        seen = replace(self.subject, picture=fits[0])
        return Here(self.plan, self.gear, seen, self._evaluate, self.phrases, just=self.just)

    def looking(self, picture: str | None) -> Here:
        """The same place, looking at a picture."""
        seen = replace(self.subject, picture=picture)
        return Here(self.plan, self.gear, seen, self._evaluate, self.phrases, just=self.just)

    def looking_at(self, done: Command) -> Here:
        """The same place, looking at what was just changed: `screen 100, bottom 600 mm`, `row 2 4.2 m, riser 200`."""
        steps = done.steps if isinstance(done, Several) else (done,)
        keys = [key for step in steps if isinstance(key := getattr(step, "id", None), str)]
        looks = {name[:-1]: next((key for key in keys if key in listed), None) for name, listed in self.plan.lists}
        now = self.subject
        seen = Subject(
            looks.get("picture") or now.picture,
            looks.get("seat") or now.seat,
            now.scene,
            looks.get("projector") or now.projector,
            now.more,
        )
        return Here(self.plan, self.gear, seen, self._evaluate, self.phrases, just=True)

    def picture(self) -> tuple[str, Picture]:
        pictures = self.plan.chosen.pictures
        key = self.subject.picture if self.subject.picture in pictures else next(iter(pictures), None)
        if key is None:
            raise RefusedError("there is no picture yet; type tv 65 or screen 110 first")
        return key, pictures[key]

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
        words, word = name.lower().split(), {"panel": "tv"}.get(kind, kind)
        fits = [
            (key, item)
            for key, item in offered(self.gear).items()
            if item.kind == kind and getattr(item, "holds", "") == holds and all(w in item.name.lower() for w in words)
        ]
        exact = [pair for pair in fits if name.lower().strip() in (pair[1].name.lower(), pair[1].model.lower())]
        fits = exact or fits
        if not fits:
            there = [i for i in offered(self.gear).values() if i.kind == kind and getattr(i, "holds", "") == holds]
            listed = ", ".join(i.name for i in there[:MOST_LISTED]) or "none"
            more = f" and {len(there) - MOST_LISTED} more" if len(there) > MOST_LISTED else ""
            typed = "stem" if holds == "projector" else word
            raise RefusedError(
                f"no {kind} on the shelf fits “{name.strip()[:40]}”; there are {listed}{more}. A new one is typed with "
                f"its figures: gear {typed} {name.strip()}",
                value=name,
            )
        if len(fits) > 1:
            raise Ask(f"Which {kind}?", *(f"{word} {item.name}" for _, item in fits[:6]))
        return fits[0][0]


@record
class Phrase:
    """One thing that can be said: its first words, what follows them, in words and as an example, and what it does."""

    word: str
    follows: str
    about: str
    example: str
    stage: str
    make: Callable[[Here, str], Heard]
    after: str = ""
    """A line that must have been said before its example can be."""
    also: tuple[str, ...] = ()
    """Other words people say for it."""
    sign: str = ""
    """A sign that says it too, wherever it stands in a line: `player > TV`."""
    passes: tuple[str, ...] = ()
    """Words that carry nothing after it, beside those that never do."""
    slow: bool = False
    """Searches for its answer: it is never tried as a guess."""
    free: bool = False
    """Takes what follows as it is: it has to begin the line, or any sentence with its word in it would be taken."""
    begins: tuple[str, ...] = ()
    """Words that follow it where nothing else can be meant: such a line is refused for what it is, not read anew."""


_Letters = dict[str, list[tuple[str, Phrase]]]
_LETTERS: Final[dict[int, tuple[Sequence[Phrase], _Letters]]] = {}
"""Tables that were sorted, each kept beside what came of it, so that no other takes its place in memory."""


def _by_letter(phrases: Sequence[Phrase]) -> _Letters:
    """The words of phrases by how they begin, the longest first; made once for each table of phrases."""
    kept = _LETTERS.get(id(phrases))
    known: _Letters = kept[1] if kept is not None else {}
    if kept is None:
        for phrase in phrases:
            for word in (phrase.word, *phrase.also):
                known.setdefault(word[:1], []).append((word, phrase))
        for listed in known.values():
            listed.sort(key=lambda one: -len(one[0]))
        _LETTERS[id(phrases)] = (phrases, known)
    return known


def normal(line: str) -> str:
    """A line with single blanks, an x between sizes written as such, and arrows as one sign."""
    plain = re.sub(r"\s*(?:[-=]>|→)\s*", " > ", line.replace("@", " at "))
    plain = re.sub(r"\s+", " ", plain).strip()
    return re.sub(r"(?<=[0-9'\"″′\s])[X✕*](?=\s?[0-9½¼¾])", "x", plain)
