"""What is offered beside what a line means: a note, where it is a sentence; the units that a first room was said in."""

from __future__ import annotations

import re
from typing import Final

from oval_room.core.tape.phrase import Answer, Asked, Here, Looked, NotHeard
from oval_room.core.tape.wording import without_lead

_METRIC: Final = re.compile(r"[0-9]\s*(?:mm|cm|m|metres?|meters?)\b", re.IGNORECASE)
_FEET: Final = re.compile(r"[0-9]\s*(?:['′\"″]|ft\b|feet\b|foot\b|in\b|inch)", re.IGNORECASE)
_SPOKEN: Final = re.compile(
    r"\b(?:the|a|an|it|is|are|was|be|to|for|with|as|in|on|we|they|he|she|you|i|that|this|not|no|will|would|should|must"
    r"|can|when|before|after|who|about|of|and)\b",
    re.IGNORECASE,
)
"""Words that sentences are made with."""
MANY: Final = 3
"""A line of more words may be a sentence."""
SURELY: Final = 5
"""The same of a line that begins with a word of the table."""
LONGEST_NOTE: Final = 200
"""Characters of a line up to which it is offered as a note; half its words at least are words."""


def other_units(here: Here, said: str) -> str:
    """The units of a job's first room where it is said in others than the job's; empty for any other line."""
    survey = here.plan.survey
    first = not survey.seats and not here.plan.chosen.pictures and survey.room.width.source != "read"
    if not first or not without_lead(said).lower().startswith("room"):
        return ""
    metric = here.ruler.unit in ("mm", "cm", "m")
    if _METRIC.search(said) and not metric:
        return "mm"
    return "feet" if metric and _FEET.search(said) and not _METRIC.search(said) else ""


def or_a_note(here: Here, said: str, answer: Answer) -> Answer:
    """A sentence that is no instruction may be kept as a note."""
    refused = isinstance(answer, NotHeard) and not isinstance(answer, Looked)
    if not refused or not (_is_said_aloud(said, begun=here.said(said) is not None) or _is_a_remark(here, said, answer)):
        return answer
    return Asked(f"{answer.say.rstrip('.')}. Or is it a note?", (f"note {said}",))


def _is_a_remark(here: Here, said: str, answer: Answer) -> bool:
    """Whether a short line says something of the job that no word here is for: `carpet on concrete`, `laminate floor`,
    `tv over the fireplace`. One that is nearly a word of the table is none; one that begins with one says where
    something is, and no number."""
    words = said.split()
    if not 2 <= len(words) <= SHORT or not all(re.fullmatch(r"[a-z][a-z'-]+|[0-9.]+", one) for one in words):
        return False
    numbers = re.search("[0-9]", said)
    if here.said(said) is None:
        return not getattr(answer, "options", ()) and not (numbers and len(words) < 3)
    return len(words) > 2 and not numbers and _SOMEWHERE.search(said) is not None


_SOMEWHERE: Final = re.compile(
    r"\b(?:over|under|behind|beside|by|near|between|above|below|against|flush|opens?|as|(?:in|on|at) (?:the|a))\b"
)
SHORT: Final = 7
"""Words of a remark, at most."""


def _is_said_aloud(said: str, *, begun: bool) -> bool:
    """Whether a line reads like a sentence. begun: it begins with a word of the table."""
    words, numbers = said.split(), re.search("[0-9]", said)
    if len(said) > LONGEST_NOTE or 2 * sum(word.strip(",.").isalpha() for word in words) < len(words):
        return False
    spoken = len(words) > MANY and len(_SPOKEN.findall(said)) > 1
    if begun:
        return spoken and not numbers and len(words) > SURELY
    return spoken or len(words) > (MANY if numbers else 2)
