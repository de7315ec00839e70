"""A typed entry of a stage's drawer: it says a phrase of the tape line, so both do the same thing."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import Final

from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.record import record
from oval_room.core.subject import Subject

BESIDE: Final = 13
"""How many letters of a value stand beside its label; more stand under it."""
A_LINE: Final = 26
"""How many stand on one line under it; more take two."""


@record
class Entry:
    """A field: its label, the phrase it says before its value, the value now, where that came from, choices if few."""

    label: str
    say: str
    value: str
    source: str = "chosen"
    options: tuple[str, ...] = ()
    hint: str = ""
    group: str = ""
    text: bool = False
    """Free words, which go in as they are."""
    seldom: bool = False
    """Set now and then: it stands behind “more”."""

    @property
    def id(self) -> str:
        return "e-" + self.say.replace(" ", "-")

    @property
    def wide(self) -> bool:
        """Whether its value, its example or its choices are too long to stand beside its label."""
        return self.text or any(len(one) > BESIDE for one in (self.value, self.hint, *self.options))

    @property
    def long(self) -> bool:
        """Whether its value takes more than a line."""
        return not self.options and len(self.value) > A_LINE

    @property
    def said(self) -> str:
        """How its line begins: free words go in without a question."""
        return f"{self.say}:" if self.text else self.say


def seldom(*entries: Entry) -> list[Entry]:
    """Entries that are set now and then."""
    return [replace(one, seldom=True) for one in entries]


Entries = Callable[[Plan, GearShelf, Subject, int], list[Entry]]
"""Makes a part's entries of a stage, for a subject and the number of the chosen wall."""
