"""A picture placed where its seats see it: what can be said of it on the tape line."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final, Literal

from oval_room.core.apply import apply
from oval_room.core.aspect import show_aspect
from oval_room.core.commands import Command, several
from oval_room.core.errors import RefusedError
from oval_room.core.levels import Level
from oval_room.core.plan.measure import chosen, next_id, next_name
from oval_room.core.plan.turn import wall_of
from oval_room.core.screens.by_way import PHRASES as BY_WAY
from oval_room.core.screens.by_way import ask_by_way, said_by_way
from oval_room.core.screens.commands import PutPicture, TakeGear
from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import OFF_FACE, face_out
from oval_room.core.screens.moving_phrases import EDGES, placed_by
from oval_room.core.screens.phrases import as_bought, bare_size
from oval_room.core.screens.placing import SAME_FACE
from oval_room.core.screens.size import said_size, shape_last
from oval_room.core.survey.seat_phrases import seats
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.units import MM_IN
from oval_room.core.viewing.ladder import Ladder, on_the_ruler
from oval_room.core.viewing.study import ViewResult

BESIDE: Final = 60.0  # between pictures in a row, frame to frame [mm]
MOST_ROWS: Final = 20
BEFORE: Final = 80.0  # of one picture hung before another: its bar clears the face behind [mm]
NO_SIZE: Final = re.compile(r"^(?:(?:4k|8k|uhd|full hd|hd|smart|led|oled|lcd|flat|new)\s+)+(?=[0-9])", re.IGNORECASE)
"""What people say of a TV that is not its size."""
AT_HEIGHT: Final = re.compile(
    r"(?P<size>.+?)\s*,?\s+(?:hung |mounted |fixed )?(?:at\s+)?(?P<up>[0-9½¼¾].*?)\s+"
    r"(?:up|high|(?:off|above|from|up from) (?:the )?floor|"
    r"(?:(?:to|at) )?(?:the |its )?(?P<edge>centre|center|bottom|top))",
    re.IGNORECASE,
)
TRIES: Final = 8
STACK: Final = 30.0  # between pictures over each other [mm]


def _picture_of_kind(here: Here, kind: str) -> str | None:
    pictures = here.plan.chosen.pictures
    if here.subject.picture in pictures and pictures[here.subject.picture].kind == kind:
        return here.subject.picture
    return next((key for key, picture in pictures.items() if picture.kind == kind), None)


def _well_placed(here: Here, key: str, *steps: Command) -> Command:
    """A new picture, with its bottom edge where school and ladder agree."""
    made = here.after(*steps).plan.chosen.pictures[key]
    out = face_out(made, here.plan.survey.things)
    before = [one.pose.y for name, one in here.plan.chosen.pictures.items() if name != key and _across(made, one)]
    off = max([out + OFF_FACE[made.kind], *(y + BEFORE for y in before)])
    if off != made.pose.y:
        steps = (*steps, PutPicture(id=key, y=off))
    after = here.after(*steps)
    plan, report = after.plan, after.report()
    views = report.of(ViewResult).pictures[key]
    bottom = views.school_bottom if views.school_bottom is not None else plan.chosen.pictures[key].bottom
    ranges = [one for one in (views.rungs.soft or views.rungs.hard, *views.rungs.others) if one.feasible]
    fits = [at for one in ranges if (at := on_the_ruler(one, bottom, here.ruler)) is not None]
    at = min(fits, key=lambda at: abs(at - bottom), default=here.ruler.safe(bottom, "nearest"))
    places = [several(*steps, PutPicture(id=key, bottom=at))]
    if views.rungs.soft is None and views.rungs.hard.feasible and plan.survey.seats:
        places += [several(*steps, PutPicture(id=key, bottom=at)) for at in _heights(here, views.rungs.hard)]
    return min(places, key=lambda put: _troubles(here.after(put), key)) if len(places) > 1 else places[0]


def _heights(here: Here, ladder: Ladder) -> list[float]:
    """Bottom edges over a ladder's range, where no height suits every seat."""
    lo, hi = ladder.lo or 0.0, ladder.hi if ladder.hi is not None else here.plan.survey.room.height.value
    return [here.ruler.safe(lo + (hi - lo) * n / TRIES, "nearest") for n in range(1, TRIES)]


def _troubles(after: Here, key: str) -> tuple[int, int, float]:
    """Stops and minds of a picture where it hangs, and how far the worst neck is from its ease."""
    report = after.report()
    mine = [finding for finding in report.findings if finding.about.get("picture") == key]
    necks = [abs(view.neck + 5) for view in report.of(ViewResult).pictures[key].seats.values()]
    levels = [sum(finding.level is level for finding in mine) for level in (Level.STOP, Level.MIND)]
    return levels[0], levels[1], max(necks, default=0.0)


def _across(one: Picture, other: Picture) -> bool:
    """Whether two pictures of the display wall share a stretch of it, so that one hangs before the other."""
    apart = abs(one.pose.x - other.pose.x)
    return abs(other.pose.yaw) < 1 and apart < (one.across + other.across) / 2 + one.frame_side + other.frame_side


def _sized(kind: Literal["panel", "screen"], words: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        rest = re.sub(r"^(?:of|is|to|size|=|:|~)\s+", "", rest)
        if (placed := placed_by(here.meant(f"{'tv' if kind == 'panel' else 'screen'} it"), rest)) is not None:
            return placed
        rest = shape_last(NO_SIZE.sub("", rest))
        if (hung := AT_HEIGHT.fullmatch(rest)) is not None:
            word = "tv" if kind == "panel" else "screen"
            size, up = hung["size"], hung["up"]
            if hung["edge"]:
                first = make(here, size)
                edge = placed_by(here.after(first.command).looking_at(first.command), f"{up} to {hung['edge']}")
                if edge is not None:
                    return Heard(f"{first.say}; {edge.say}", several(first.command, edge.command))
            raise Ask(f"What shall be at {up}?", *(f"{word} {size}; {word} {edge} {up}" for edge in EDGES))
        if kind == "screen" and said_by_way(here, rest):
            ask_by_way(here, rest)
        if not re.match(r"[0-9.½¼¾]|(?:diagonal|width) [0-9]", rest):
            return _geared(here, kind, rest)
        key = _picture_of_kind(here, kind)
        rest, bare = bare_size(rest)
        said = said_size(rest, kind, here.ruler)
        old = here.plan.chosen.pictures[key] if key else None
        aspect = said.aspect or (old.aspect if old else 16 / 9)
        size = said.size(aspect)
        width = size.width
        inches = size.diagonal / MM_IN["in"]
        told = f"{inches:g}" if said.of == "diagonal" else f"{inches:.0f}"
        say = f"{words} {told}″, {show_aspect(aspect)}: {here.show(width)} wide"
        values = {"width": chosen(width), "aspect": aspect}
        line = f"{'tv' if kind == 'panel' else 'screen'} {rest}"
        if key and not bare and (kept := as_bought(here, key, line, width, aspect)) is not None:
            return kept
        if key:
            return Heard(f"{old.name if old else ''}: {say}", PutPicture.model_validate({"id": key} | values))
        key = next_id("p", set(here.plan.chosen.pictures))
        x, y = here.plan.survey.room.width.value / 2, OFF_FACE[kind]
        put = PutPicture.model_validate({"id": key, "kind": kind, "name": words, "x": x, "y": y} | values)
        return Heard(f"New {say}", _well_placed(here, key, put))

    return make


def _geared(here: Here, kind: Literal["panel", "screen"], name: str) -> Heard:
    gear = here.gear_named(name, kind)
    key = _picture_of_kind(here, kind)
    if key:
        return Heard(f"{here.plan.chosen.pictures[key].name}: {here.gear[gear].name}", TakeGear(id=key, gear=gear))
    key = next_id("p", set(here.plan.chosen.pictures))
    x, y = here.plan.survey.room.width.value / 2, OFF_FACE[kind]
    put = PutPicture.model_validate(
        {"id": key, "kind": kind, "name": "TV" if kind == "panel" else "screen", "x": x, "y": y}
    )
    return Heard(f"New {here.gear[gear].name}", _well_placed(here, key, put, TakeGear(id=key, gear=gear)))


def _another(here: Here, rest: str) -> Heard:
    """One more picture beside the subject's on its wall, level with it; over it where there is no room."""
    if late := re.fullmatch(r"(?P<size>[0-9.]+.*?)\s+(?P<word>tv|screen)", rest):
        rest = f"{late['word']} {late['size']}"
    word, _, what = rest.partition(" ")
    if word in ("seat", "chair", "place") and not what.strip() and here.plan.survey.seats:
        row = here.seat()[1].row
        return seats(here, str(1 + sum(seat.row == row for seat in here.plan.survey.seats.values())))
    if word not in ("tv", "screen") or not what.strip():
        raise RefusedError("say which: another tv 55, or another screen 100", value=rest)
    kind: Literal["panel", "screen"] = "panel" if word == "tv" else "screen"
    pictures = here.plan.chosen.pictures
    if not pictures:
        return _sized(kind, "TV" if kind == "panel" else "screen")(here, what)
    _, by = here.picture()
    key, taken = next_id("p", set(pictures)), [one.name for one in pictures.values()]
    name = next_name("TV" if kind == "panel" else "screen", taken, len(pictures) + 1)
    steps: list[Command] = [PutPicture(id=key, kind=kind, name=name, yaw=by.pose.yaw, pitch=by.pose.pitch)]
    if re.match(r"[0-9.]", what):
        said = said_size(what, kind, here.ruler)
        width = said.size(16 / 9).width
        steps.append(PutPicture(id=key, width=chosen(width), aspect=said.aspect or 16 / 9))
    else:
        gear = here.gear_named(what, kind)
        alike = sum(1 for one in pictures.values() if one.gear == gear)
        steps.append(TakeGear(id=key, gear=gear))
        if alike:
            steps.append(PutPicture(id=key, name=f"{here.gear[gear].name} no. {alike + 1}"))
    made = apply(here.plan, several(*steps), here.gear).chosen.pictures[key]
    room = here.plan.survey.room
    wall = room.walls[wall_of(room, by) - 1]
    off = wall.own(by.pose.x, by.pose.y)[1]
    at, bottom, where = _free_place(here, by, made)
    x, y = wall.room(at, off)
    steps.append(PutPicture(id=key, x=x, y=y, bottom=bottom))
    return Heard(f"New {made.name}, {here.show(made.width.value)} wide, {where}", several(*steps))


def _free_place(here: Here, by: Picture, made: Picture) -> tuple[float, float, str]:
    """Where one more picture hangs free: along a picture's wall [mm], its bottom edge [mm], and that in words.

    In the picture's own row first, as near to it as may be, then in rows above; over it where nothing under the
    ceiling is free.
    """
    room = here.plan.survey.room
    n = wall_of(room, by)
    wall = room.walls[n - 1]
    (along, off), half = wall.own(by.pose.x, by.pose.y), made.across / 2 + made.frame_side
    places = [(wall.own(p.pose.x, p.pose.y), p) for p in here.plan.chosen.pictures.values() if wall_of(room, p) == n]
    hung = [(at, p) for (at, face), p in places if abs(face - off) <= SAME_FACE]
    over = by.top + by.frame_top + STACK + made.frame_bottom
    bottom = by.bottom
    for _ in range(MOST_ROWS):
        low, high = bottom - made.frame_bottom - STACK, bottom + made.height + made.frame_top + STACK
        row = [(at, p) for at, p in hung if p.bottom - p.frame_bottom < high - 1 and p.top + p.frame_top > low + 1]
        sides = [(at + way * (p.across / 2 + p.frame_side + BESIDE + half), p) for at, p in row for way in (1, -1)]
        for at, beside in [(along, by), *sorted(sides, key=lambda one: abs(one[0] - along))]:
            apart = all(abs(at - other) >= p.across / 2 + p.frame_side + half + BESIDE - 0.5 for other, p in row)
            if apart and half <= at <= wall.length - half:
                return at, bottom, f"beside {beside.name}" if bottom == by.bottom else f"over {by.name}"
        bottom = max((p.top + p.frame_top for _, p in row), default=bottom) + STACK + made.frame_bottom
        if bottom + made.height + made.frame_top > room.height.value:
            break
    return along, over, f"over {by.name}"


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "tv",
        "inches or a name",
        "a TV by its diagonal or its name",
        "tv 65",
        "picture",
        _sized("panel", "TV"),
        also=("television", "telly", "monitor", "panel", "display", "tv size", "oled", "lcd"),
    ),
    Phrase(
        "screen",
        "inches or a name",
        "a screen by its diagonal or its name",
        "screen 110 at 16:9",
        "picture",
        _sized("screen", "screen"),
        also=("projector screen", "projection screen", "screen size", "cloth"),
    ),
    Phrase(
        "another",
        "tv or screen and size",
        "one more picture beside the subject's, level with it",
        "another tv 43",
        "picture",
        _another,
        also=("second", "one more", "extra", "additional"),
    ),
    *BY_WAY,
)
