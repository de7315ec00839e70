"""Reading numbers and words off a line, for every phrase."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from typing import Final, Protocol, TypeVar

from oval_room.core.commands import Command
from oval_room.core.errors import RefusedError
from oval_room.core.tape.phrase import Ask, Heard, Here


def number(text: str, what: str, lo: float, hi: float) -> float:
    plain = re.sub(
        r"\s*(?:%|°|(?:hours?|hrs?|h)(?: a day| daily| per day)?(?: of)?|a day|seats?|people|across|degrees?|deg|lux)$",
        "",
        text.strip().lower(),
    )
    plain = _in_figures(plain.replace(",", ".").strip())
    if not re.fullmatch(r"[0-9]{1,9}(\.[0-9]+)?|\.[0-9]+", plain) or not lo <= float(plain) <= hi:
        raise RefusedError(f"give {what} from {lo:,.10g} to {hi:,.10g} (got {text.strip()[:30]})", value=text)
    return float(plain)


COUNTS: Final = ("one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")
_LARGE: Final = {"hundred": 100, "thousand": 1000, "k": 1000}


def _in_figures(text: str) -> str:
    """`five thousand`, `2.5 thousand`, `3k`, `twelve`: in figures; any other text as it is."""
    found = re.fullmatch(rf"(?:([0-9.]+|{'|'.join(COUNTS)}|a)\s*)?(hundred|thousand|k)?", text)
    if found is None or not text or not (found[1] or found[2]) or ((found[1] or "") == "a" and not found[2]):
        return text
    said = found[1] or "1"
    if said == "a":
        said = "1"
    count = str(COUNTS.index(said) + 1) if said in COUNTS else said
    if not re.fullmatch(r"[0-9]{1,9}(\.[0-9]+)?", count):
        return text
    return f"{float(count) * _LARGE.get(found[2] or '', 1):.10g}" if found[2] else count


def one_of(text: str, words: tuple[str, ...]) -> str:
    plain = text.lower().strip()
    fits = [word for word in words if word == plain] or [word for word in words if plain and word.startswith(plain)]
    fits = fits or [
        word for word in words if (rest := _without(word, plain)) is not None and not re.search("[0-9]", rest)
    ]
    if len(fits) != 1:
        raise RefusedError(f"give one of {', '.join(words)} (got {text.strip()[:30]})", value=text)
    return fits[0]


def _without(word: str, text: str) -> str | None:
    """A text without a word of it; None where it has not that word. What is left with a number in it says more."""
    left, found = re.subn(rf"\b{re.escape(word)}\b", " ", text, count=1)
    return left if found else None


def from_the_right(text: str) -> str | None:
    """The length of `1400 from the right wall`; None where that is not said."""
    said = re.fullmatch(
        r"(.+?)\s+(?:in\s+)?from\s+(?:the\s+)?right(?:\s+(?:wall|end|corner|side))?", text.strip(), re.IGNORECASE
    )
    return said[1] if said else None


def no_more(text: str) -> None:
    """Refuse a number that stands where none says anything: it was meant for something.

    Raises:
        RefusedError: there is one.
    """
    if re.search("[0-9]", text):
        raise RefusedError(f"“{text.strip()[:30]}” says nothing here; leave it out", value=text)


_SENTENCE: Final = re.compile(
    r"(?:wants?|would|likes?|needs?|ha[sd]|have|says?|said|asks?|asked|prefers?|thinks?|hates?|will|won't|can|can't|cannot"
    r"|does|doesn't|gets?|pays?|sees?|comes?|goes|shall|should|must|may)\b"
    r"|[a-z]+s (?:for|over|it|the|with|to|what|of|in|on|no|not|that)\b",
    re.IGNORECASE,
)
"""How what follows a word begins when the word is only what a sentence speaks of: `client wants it lower`."""


def text_phrase(
    word: str, field: str, label: str, command: type[Command], *, tells: bool = False
) -> Callable[[Here, str], Heard]:
    """A phrase that keeps words: `-` takes them away, `client: Holt` is sure. One that is no sentence of its own is
    asked when it begins like one, and so is what would take the place of other words.

    Args:
        tells: a sentence is what it keeps (`landlord wants no holes`).
    """

    def make(here: Here, rest: str) -> Heard:
        plain = (
            "" if re.fullmatch(r"[:=]?\s*-", rest) else re.sub(r"^(?:name\s+)?(?:(?:is|are|says)\s+|[:=]\s*)", "", rest)
        )
        if rest[:1] not in (":", "=", "-"):
            if not tells and _SENTENCE.match(plain):
                raise Ask(f"{label}, or a note?", f"note {here.line or word + ' ' + rest}", f"{word}: {plain}")
            plan = here.plan
            was = str(getattr(plan if hasattr(plan, field) else plan.brief, field))
            if was and was != plain and field != "name":
                raise Ask(f"{label}: “{was[:60]}” so far. This in its place?", f"{word}: {plain}")
        most = 80 if field == "name" else 200
        if len(plain) > most:
            raise RefusedError(f"that is too long; keep it under {most} characters")
        return Heard(f"{label}: {plain or 'nothing'}", command.model_validate({field: plain}))

    return make


class HasName(Protocol):
    @property
    def name(self) -> str: ...


_Node = TypeVar("_Node", bound=HasName)


def named(here: Here, rest: str, nodes: Mapping[str, _Node], what: str) -> tuple[str, _Node, str]:
    """The node whose name a line starts with, and what follows it; the only one when there is one."""
    lower = rest.lower().strip()
    for key, node in sorted(nodes.items(), key=lambda item: -len(item[1].name)):
        for name in (node.name.lower(), key):
            if lower == name or lower.startswith(name + " "):
                return key, node, rest.strip()[len(name) :].strip()
    if len(nodes) == 1:
        key, node = next(iter(nodes.items()))
        return key, node, rest.strip()
    if not nodes:
        raise RefusedError(f"there is no {what} yet", value=rest)
    options = (f"{node.name} {rest.strip()}"[:60].strip() for node in list(nodes.values())[:6])
    raise Ask(f"Which {what}?", *options, follows=True)
