"""Lines that say where to go: a stage, a page, a panel, what is looked at. They change nothing."""

from __future__ import annotations

from typing import Final

from oval_room.core.parts import STAGES
from oval_room.core.record import record
from oval_room.core.tape.phrase import Answer, Looked, NotHeard
from oval_room.core.tape.phrase import Asked as Question
from oval_room.web.part import Asked, Page
from oval_room.web.sheet_parts import SheetParts
from oval_room.web.tabs import OF_JOB, PRINT, address_of

HELP: Final = ("help", "?", "words", "what can i say")
FITS: Final = ("what fits", "near misses")
AS_SAID: Final = {
    "holes": "drill",
    "hole height": "drill",
    "hole heights": "drill",
    "where do i drill": "drill",
    "tools": "drill",
    "bits": "drill",
    "cable list": "cables",
    "one press": "buttons",
}
"""Pages of the job by other words than their own."""


@record
class Going:
    """Where a line goes: in words, and an address, a panel of the sheet, or the id of what is looked at."""

    say: str
    address: str = ""
    panel: str = ""
    subject: str = ""

    def beside(self, heard: Answer) -> str:
        """What Enter does, after what the line would begin, where a word of the table is that line."""
        return f"{heard.say}. Enter: {self.say.lower()}" if " what? " in heard.say else self.say

    def told(self) -> dict[str, object]:
        return {"address": self.address, "panel": self.panel, "subject": self.subject}


def goes_to(parts: SheetParts, line: str, heard: Answer) -> Going | None:
    """Where a line goes that is no change of the job, though another might be asked of it; None where it is none of
    these either."""
    if not isinstance(heard, (NotHeard, Question)):
        return None
    if isinstance(heard, Looked):
        return Going(heard.say, subject=heard.key)
    said = " ".join(line.lower().split())
    for lead in ("go to ", "open ", "show ", "the "):
        said = said.removeprefix(lead)
    said = said.rstrip("?!. ") or "?"
    url = parts.request.app.url_path_for
    if said in HELP:
        return Going("What can be said", str(url("words")))
    if said == "print":
        stage = parts.seen.stage
        return Going(f"Print {STAGES[stage].title}", address_of(parts, PRINT, stage=stage))
    if said in FITS:
        return _opened(parts, "What fits, from the shelf", "near")
    for spec in STAGES.values():
        if said in (spec.name, spec.title.lower()):
            return Going(f"To {spec.title}", parts.link(stage=spec.name))
    asks = [one for part in parts.parts for asked in part.asks.values() for one in asked] + [*OF_JOB]
    fits = (one for one in asks if AS_SAID.get(said, said) in (one.route, one.says.lower().rstrip("?")))
    return next((_to(parts, one) for one in fits), None)


def _to(parts: SheetParts, one: Asked) -> Going:
    if not isinstance(one, Page):
        return _opened(parts, one.says, one.route)
    return Going(one.says, address_of(parts, one))


def _opened(parts: SheetParts, say: str, panel: str) -> Going:
    """A panel of the sheet: it opens there, and from another page of the job one goes there."""
    link = parts.link()
    return Going(say, f"{link}{'&' if '?' in link else '?'}open={panel}", panel)
