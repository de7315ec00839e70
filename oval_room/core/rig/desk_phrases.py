"""Panels at a desk on the tape line: `desk screens 40 at 650 mm`, `desk screens two 27 at 700 mm`,
`desk screens stack Draft 34 and Draft 24 at 700 mm`; the desk itself: `desk top 730 mm x 800 mm`, `desk arm 450 mm`."""

from __future__ import annotations

import re
from typing import Final

from oval_room.core.commands import Command, several
from oval_room.core.errors import RefusedError
from oval_room.core.job.commands import Drop
from oval_room.core.plan.measure import next_id
from oval_room.core.plan.placed import Pose
from oval_room.core.pose import Point
from oval_room.core.rig.commands import PutDesk
from oval_room.core.rig.desk import lone, stacked, two
from oval_room.core.rig.document import Desk, Rigs
from oval_room.core.rig.phrases import SEAT, screen_said, the_panel
from oval_room.core.rig.rig import driver_of
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.group_commands import PutGroup
from oval_room.core.span import Span
from oval_room.core.tape.phrase import Heard, Here, Phrase
from oval_room.core.words import capital

DESK_TOP: Final = Span("a desk's height", 300, 1500.0, (600, 1200))
DESK_DEEP: Final = Span("how deep a desk is", 200, 2000.0, (500, 1200))
ARM: Final = Span("how far an arm reaches", 20, 1500.0, (100, 900))
AWAY: Final = Span("the way from the eye to the panel", 350.0, 2500.0, (450, 1200))
EXAMPLE: Final = "desk screens two 27 at 700 mm"
_SAID: Final = re.compile(
    r"(?:(one|two|pair|stack|1|2)(?:\s+(?:of|x))?\s+)?(.+?),?\s+(?:at|from|away)\s+(.+)", re.IGNORECASE
)
_NAMES: Final = {"two": ("left panel", "right panel"), "stack": ("panel", "panel above")}


def _screens(here: Here, rest: str) -> Heard:
    """One panel, two or a stack before the subject seat, as square to its eye as they can be, in place of what stands
    at its desk."""
    found = _SAID.fullmatch(rest.strip())
    if found is None:
        raise RefusedError(here.eg(f"say how many, which, and how far: {EXAMPLE}"), value=rest)
    if re.match(r"(?:three|four|3|4)\b", found[2], re.IGNORECASE):
        raise RefusedError(here.eg("a desk takes one, two or a stack; rig three 27 at 700 mm sets three"), value=rest)
    said = (found[1] or "").lower()
    which = re.split(r"\s+(?:and|with|under|below)\s+", found[2].strip(), maxsplit=1, flags=re.IGNORECASE)
    way = {"pair": "two", "2": "two", "1": "one", "": "two" if len(which) == 2 else "one"}.get(said, said)
    if way == "one" and len(which) == 2:
        raise RefusedError(here.eg(f"say two or stack for more than one: {EXAMPLE}"), value=rest)
    away = here.within((found[3], AWAY))[0]
    whose, seat = here.seat()
    if away > seat.eye_point.y:
        wall = here.show(seat.eye_point.y)
        raise RefusedError(f"the wall is {wall} before the eye of {seat.name}: move the seat back first", value=rest)
    scheme = here.plan.chosen
    desks = scheme.kept(Rigs).desks
    mine = [one for one in desks.values() if _whose(here, one.shows) == whose]
    gone: list[Command] = [Drop(id=one.shows) for one in mine]
    there, first = here.after(*gone), mine[0] if mine else Desk(shows="p1")
    keys: list[str] = []
    for _ in range(1 if way == "one" else 2):
        keys.append(next_id("p", {*scheme.pictures, *keys}))
    steps, told = list[Command](), list[str]()
    for key, what, name in zip(keys, [which[0], which[-1]], _NAMES.get(way, ("panel",)), strict=False):
        puts, item = screen_said(there, what, key, name)
        steps += puts
        told.append(item)
    made = there.after(*steps).plan.chosen.pictures
    poses = _poses(way, [made[key] for key in keys], seat.eye_point, away, first.top)
    for key, pose in zip(keys, poses, strict=True):
        steps.append(PutPicture(id=key, x=pose.x, y=pose.y, z=pose.z, yaw=pose.yaw, pitch=pose.pitch))
        steps.append(PutDesk(of=key, top=first.top, deep=first.deep, arm=first.arm))
    if len(keys) > 1:
        group = next_id("m", set(scheme.groups))
        steps.append(PutGroup(id=group, name="desk", kind="desk", members=tuple(keys)))
    names = told[0] if len(set(told)) == 1 else " and ".join(told)
    head = {"one": "", "two": "two, ", "stack": "one over the other, "}[way]
    instead = ", in place of what stands there" if mine else ""
    say = f"Desk of {seat.name}: {head}{names}, {here.show(away)} from the eye{instead}"
    return Heard(say, several(*gone, *steps))


def _poses(way: str, screens: list[Picture], eye: Point, away: float, top: float) -> list[Pose]:
    if way == "two":
        return two(eye, (screens[0], screens[1]), away, top)
    return stacked(eye, screens[0], screens[1], away, top) if way == "stack" else [lone(eye, screens[0], away, top)]


def _desk_top(here: Here, rest: str) -> Heard:
    """The desk of the subject panel and of all that stand on it: its height, and how deep it is."""
    found = re.fullmatch(r"(.+?)(?:\s*(?:x|×|,|;)\s*|\s+(?:and\s+)?deep\s+)(.+)", rest.strip(), re.IGNORECASE)
    if found is None:
        top = here.within((rest, DESK_TOP))[0]
        return _desk(here, f"desk {here.show(top)} high", {"top": top})
    top, deep = here.within((found[1], DESK_TOP), (re.sub(r"\s*deep$", "", found[2]), DESK_DEEP))
    return _desk(here, f"desk {here.show(top)} high, {here.show(deep)} deep", {"top": top, "deep": deep})


def _desk_arm(here: Here, rest: str) -> Heard:
    arm = 0.0 if rest.strip().lower() in ("none", "off") else here.within((rest, ARM))[0]
    told = f"on an arm, {here.show(arm)} off its clamp" if arm else "stands without an arm"
    return _desk(here, told, {"arm": arm})


def _desk(here: Here, told: str, values: dict[str, float]) -> Heard:
    """Of the subject panel, and of the others at the same seat's desk."""
    key, picture = the_panel(here)
    seat = _whose(here, key)
    desks = [one.shows for one in here.plan.chosen.kept(Rigs).desks.values()]
    mates = [one for one in desks if one != key and key in desks and seat is not None and _whose(here, one) == seat]
    keys = [key, *mates]
    names = picture.name if not mates else f"both panels of {here.plan.survey.seats[seat or ''].name}"
    if len(keys) > 2:
        names = f"all {len(keys)} panels of {here.plan.survey.seats[seat or ''].name}"
    say = f"{capital(names)}: {told}"
    return Heard(say, several(*(PutDesk.model_validate({"of": one, **values}) for one in keys)))


def _whose(here: Here, picture: str) -> str | None:
    return driver_of(here.plan.survey.seats, {picture: here.plan.chosen.pictures[picture]})


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "desk screens",
        "one, two or stack, which, how far",
        "panels on a desk before the seat",
        EXAMPLE,
        "rig",
        _screens,
        SEAT,
    ),
    Phrase(
        "desk top",
        "its height x how deep",
        "the desk that a panel stands on",
        "desk top 730 mm x 800 mm",
        "rig",
        _desk_top,
    ),
    Phrase(
        "desk arm",
        "a length, or none",
        "how far an arm holds the panel off the desk's edge",
        "desk arm 450 mm",
        "rig",
        _desk_arm,
    ),
)
