"""What the store gives back, and how it says no: core values and plain records, never rows."""

from __future__ import annotations

from oval_room.core.plan.changes import Path
from oval_room.core.plan.document import Plan
from oval_room.core.record import record


class StoreError(RuntimeError):
    """The database can't be used; its text says why and what to do."""


class BrokenError(Exception):
    """A stored job that can't be read or shown; its text says so, its history is the way back. lost: gear it names that
    can't be read, without which it can go on."""

    def __init__(self, job: str, why: str, revision: int | None = None, lost: tuple[str, ...] = ()) -> None:
        out = "go on without it, or go back" if lost else "go back"
        super().__init__(f"this job can't be shown as it is now ({why}); {out} to an earlier point of its history")
        self.job, self.why, self.revision, self.lost = job, why, revision, lost


class ClashError(Exception):
    """Somebody else changed the same places. clashes: path, value when I began, theirs now, mine."""

    def __init__(self, head: int, clashes: list[tuple[Path, object, object, object]], by: str) -> None:
        super().__init__(f"{len(clashes)} places were changed by {by or 'someone'} meanwhile")
        self.head, self.clashes, self.by = head, clashes, by


@record
class Head:
    """A job at its newest revision."""

    job: str
    revision: int
    plan: Plan


@record
class Committed:
    """What a commit came to: the new head, what was touched, who changed other places meanwhile."""

    head: Head
    label: str
    touched: tuple[Path, ...]
    meanwhile: tuple[str, ...] = ()


@record
class JobRow:
    """A job as the Desk lists it."""

    id: str
    name: str
    client: str
    place: str
    state: str
    archived: bool
    changed_at: str
    worst_level: str
    worst_text: str
    upset_text: str
    head: int


@record
class HistoryRow:
    number: int
    label: str
    author: str
    at: str
    kind: str
    name: str = ""


@record
class Step:
    """What one undo takes back: revision numbers, the last one's label, the group they belong to."""

    numbers: tuple[int, ...]
    label: str
    group: str | None


@record
class Summary:
    """What the Desk shows of a job's report."""

    worst_level: str = ""
    worst_text: str = ""
    upset_text: str = ""


@record
class Pin:
    """A photo (JPEG, width, height) with its caption, or a note, on its way to a job."""

    about: str
    text: str
    author: str
    at: str = ""
    photo: tuple[bytes, int, int] | None = None


@record
class Attachment:
    """A photo or a note pinned to something of a job: a wall, a thing, the job itself. A note has no picture."""

    id: str
    about: str
    text: str
    author: str
    at: str
    width: int = 0
    height: int = 0

    @property
    def is_photo(self) -> bool:
        return self.width > 0


@record
class TruthRow:
    """What is kept of a room as it really is: seed, the hidden plan of a practice room, its studs, how often readings
    slip."""

    seed: int
    hidden: Plan | None
    pitch: float
    first: float
    slips: float
