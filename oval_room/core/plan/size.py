"""Whether a plan is of a size that one job can be worked out at (planning values of ours, `most`)."""

from __future__ import annotations

from oval_room.core import most
from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Plan, Scheme


def check_size(plan: Plan, before: Plan | None = None) -> None:
    """Nothing, where every scheme is of a size that is quickly worked out, or no larger than it was.

    Raises:
        RefusedError: too many pictures, for so many seats or for so much that stands about.
    """
    for key, scheme in plan.schemes.items():
        was = before.schemes.get(key) if before is not None else None
        old = _counts(before, was) if before is not None and was is not None else (0, 0, 0)
        pictures, pairs, crowd = _counts(plan, scheme)
        if pictures > max(most.PICTURES, old[0]):
            raise RefusedError(
                f"{pictures} pictures are too many for one scheme ({most.PICTURES} at most); split the job"
            )
        if pairs > max(most.PAIRS, old[1]):
            raise RefusedError(
                f"{pictures} pictures for {len(plan.survey.seats)} seats are too many for one job: every picture is "
                f"worked out from every seat, {most.PAIRS:,} pairs at most; split it, or leave out seats that are alike"
            )
        if crowd > max(most.CROWD, old[2]):
            raise RefusedError(
                f"{pictures} pictures with {crowd // pictures} seats, things, openings and services are too many for "
                "one job; split it, or leave out what stands far from the pictures"
            )


def _counts(plan: Plan, scheme: Scheme) -> tuple[int, int, int]:
    """Pictures as they are looked at, those times seats, all pictures times all that stands about."""
    survey, pictures = plan.survey, len(scheme.pictures)
    seats, walls = len(survey.seats), [group for group in scheme.groups.values() if group.kind == "wall"]
    looked = pictures - sum(len(group.members) - 1 for group in walls)
    about = seats + len(survey.things) + len(survey.openings) + len(survey.services)
    return looked, looked * seats, pictures * about
