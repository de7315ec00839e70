"""Which school of size a job follows: the one somebody chose; until then what its brief and seats say (rules 3.2)."""

from __future__ import annotations

from typing import Final, NamedTuple

from oval_room.core.brief.document import Brief
from oval_room.core.plan.document import Choices, Plan
from oval_room.core.survey.document import Survey
from oval_room.core.viewing.schools import SizeSchool

ARMS_LENGTH: Final = 1500.0
"""A seat no farther from its wall than this may be at a desk [mm]."""


UNTIL: Final = "until somebody chooses"
A_WALL: Final = "for a wall of displays"
LETTERS: Final = 200.0
"""Letters are read from so many times their height (planning value of ours)."""


class Follows(NamedTuple):
    """The school, and why in a few words; nothing where it was chosen."""

    school: SizeSchool
    why: str

    @property
    def known(self) -> bool:
        """Whether somebody chose it, or use and seats say it: nothing is judged by another (rules 3.2)."""
        return self.why not in (UNTIL, A_WALL)

    def for_wall(self) -> Follows:
        """The same for a display of a wall: what can be read from the far seat goes before a school nobody chose."""
        return self if not self.why else Follows(self.school, A_WALL)

    @property
    def by_value(self) -> bool:
        """It is made anew with the same words: what rests on it is kept by them."""
        return True

    @property
    def told(self) -> str:
        """As a sentence has it: `lounge, since people sit on a sofa`."""
        return f"{self.school}, {self.why}," if self.why else self.school


def school_followed(choices: Choices, brief: Brief, survey: Survey) -> Follows:
    """The school of a job.

    Desk hours or a stool near the wall: desk. Two rows, or a dark room for film: cinema. Bed, sofa or recliner: lounge.
    Of an upright chair nobody knows: it is asked for, and nothing is judged by it.
    """
    if choices.size_school is not None:
        return Follows(choices.size_school, "")
    main = survey.seats.get(survey.main or "")
    near = main is None or main.y.value <= ARMS_LENGTH
    if near and main is not None and main.kind in ("stool", "rig"):
        return Follows("desk", f"for a {main.kind} at arm's length")
    if near and brief.desk and brief.desk >= max(brief.film, brief.sport, brief.games):
        return Follows("desk", f"for {brief.desk:g} hours a day at a desk")
    rows = {seat.row for seat in survey.seats.values()}
    if len(rows) > 1:
        return Follows("cinema", f"for {len(rows)} rows")
    if brief.film and survey.room.finish == "dark":
        return Follows("cinema", "for film in a dark room")
    if main is not None and main.kind in ("bed", "sofa", "recliner"):
        return Follows("lounge", f"for a {main.kind}")
    return Follows("cinema", UNTIL)


def school_of(plan: Plan) -> Follows:
    """The school a plan follows."""
    return school_followed(plan.choices, plan.brief, plan.survey)
