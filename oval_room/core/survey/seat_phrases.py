"""Seats: where they are, how many, what people sit on and how high: what can be said of them on the tape line."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final, get_args

from oval_room.core.commands import Command, several
from oval_room.core.errors import RefusedError
from oval_room.core.plan.measure import Typed, Values, next_id
from oval_room.core.survey.commands import PutSeat
from oval_room.core.survey.document import SeatKind
from oval_room.core.survey.eyes import eye_height
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import from_the_right, number, one_of
from oval_room.core.tape.spans import ACROSS, APART, EYE, PERSON, RISER, SEAT, SEAT_BACK, SHIFT, SIDEWAYS
from oval_room.core.units import is_bare, is_length

OF_A_ROW: Final = ("riser", "eye", "seats", "seating")
SEAT_SPACING: Final = 650.0
ON_ANOTHER: Final = 100.0
"""Rows nearer to each other than this are one and the same [mm] (planning value of ours)."""
IN_ROW: Final = 1.0  # seats of a row this near to one distance move as one [mm]


def _seat(here: Here, rest: str) -> Heard:
    seats = here.plan.survey.seats
    for name, one in seats.items():
        called = re.match(
            rf"{re.escape(one.name.removeprefix('seat ').lower())}\s*(?::|\bat\b|\s)\s*(?=[0-9])", rest.lower()
        )
        if called and one.name.startswith("seat ") and not is_length(rest):
            value = here.length(rest[called.end() :], SEAT)
            say = f"{one.name.capitalize()}: eye {here.show(value)} from the display wall"
            return Heard(say, PutSeat(id=name, y=here.read(value)))
    if seats and re.search(r"[0-9½¼¾].*\bfrom\s+(?:the\s+)?(?:left|right)(?:\s+wall)?$", rest.strip(), re.IGNORECASE):
        return _across(here, rest)
    back = re.fullmatch(r"(.+?)\s+from\s+(?:the\s+)?(?:back|rear)(?:\s+wall)?", rest.strip(), re.IGNORECASE)
    if back is not None and here.plan.survey.room.is_box:
        return _seat(here, f"{here.plan.survey.room.depth.value - here.length(back[1], SEAT_BACK):.3f} mm")
    if (moved := _moved(here, rest) or _aside(here, rest)) is not None:
        return moved
    value = here.length(rest, SEAT)
    if not seats:
        return Heard(f"Seat 1: eye {here.show(value)} from the display wall", PutSeat(id="s1", y=here.read(value)))
    key, seat = here.seat()
    beside = [
        other
        for other, one in seats.items()
        if other != key and one.row == seat.row and abs(one.y.value - seat.y.value) <= IN_ROW
    ]
    put = [PutSeat(id=key, y=here.read(value)), *(PutSeat(id=other, y=here.read(value)) for other in beside)]
    name = f"Row {seat.row}" if beside else seat.name.capitalize()
    say = f"{name}: eye{'s' if beside else ''} {here.show(value)} from the display wall"
    return Heard(say, several(*put))


def _aside(here: Here, rest: str) -> Heard | None:
    """`seat left 300`: by that much, or that far from the left wall?

    Raises:
        Ask: the length may be either.
    """
    said = re.fullmatch(
        r"(?:to the )?(?P<way>left|right)\s+(?P<by>by\s+)?(?P<length>[0-9].*)"
        r"|(?P<much>[0-9].*?)\s+to the (?P<side>left|right)",
        rest.lower(),
    )
    if said is None or not here.plan.survey.seats:
        return None
    _, seat = here.seat()
    way, length = said["way"] or said["side"], said["length"] or said["much"]
    by = here.length(length, SHIFT)
    to = seat.x.value + (by if way == "right" else -by)
    if not said["by"] and not said["much"] and way == "left" and ACROSS.fit(by):
        raise Ask("By that much, or that far from the left wall?", f"across {here.show(to)}", f"across {length}")
    return _across(here, here.show(to))


def _moved(here: Here, rest: str) -> Heard | None:
    """`seat back 300`: farther by that much, or that far from the wall?

    Raises:
        Ask: the length may be either.
    """
    said = re.fullmatch(
        r"(?P<way>further back|back|away|closer|nearer|forwards?|in)\s+(?P<by>by\s+)?(?P<length>[0-9].*)", rest.lower()
    )
    if said is None or not here.plan.survey.seats:
        return None
    _, seat = here.seat()
    sign = 1 if said["way"] in ("further back", "back", "away") else -1
    by = here.length(said["length"], SHIFT)
    to = here.show(seat.y.value + sign * by)
    if not said["by"] and SEAT.fit(by) and said["way"] in ("back", "away"):
        raise Ask("Back by that much, or that far from the display wall?", f"seat {to}", f"seat {said['length']}")
    return _seat(here, to)


def _seated(kind: SeatKind) -> Callable[[Here, str], Heard]:
    """What the row sits on, with its distance where that is said."""

    def make(here: Here, rest: str) -> Heard:
        if not here.plan.survey.seats:
            heard = _seat(here, rest)
            return Heard(f"{heard.say}, on a {kind}", several(heard.command, PutSeat(id="s1", kind=kind)))
        heard, on = _seat(here, rest), _kind(here, kind)
        return Heard(f"{heard.say}, on a {kind}", several(heard.command, on.command))

    return make


def _across(here: Here, rest: str) -> Heard:
    key, seat = here.seat()
    right = from_the_right(rest)
    value = here.length(rest if right is None else right, ACROSS)
    if right is not None:
        value = here.plan.survey.room.width.value - value
    return Heard(
        f"{seat.name.capitalize()}: {here.show(value)} along from the left wall", PutSeat(id=key, x=here.read(value))
    )


def _some_at(here: Here, rest: str) -> Heard | None:
    """`two seats 3 m back`: a row and its distance; `three seats 60 cm apart`: how wide. None where no length with a
    unit follows the count.

    Raises:
        Ask: the length may be either.
    """
    said = re.match(
        r"(?P<n>[0-9]{1,2}),?\s+(?P<at>at\s+)?(?P<length>[0-9].*?)(?:\s+(?P<apart>apart)|\s+(?P<away>back|away|out|from\s.*))?$",
        rest,
    )
    told = said is not None and (said["apart"] or said["at"] or said["away"])
    if said is None or (is_bare(said["length"]) and not told) or not is_length(said["length"]):
        return None
    many, text = said["n"], said["length"]
    apart, away = f"{many} x {text}", f"{many} at {text} from the wall"
    if said["apart"]:
        return seats(here, apart)
    mm = here.length(text, SEAT)
    if not said["away"] and APART.fit(mm) >= SEAT.fit(mm) + bool(said["at"]):
        raise Ask(f"Are they {text} apart, or {text} from the display wall?", f"seats {apart}", f"seats {away}")
    placed = _seat(here, text)
    counted = seats(here.after(placed.command), many)
    return Heard(f"{placed.say}; {counted.say}", several(placed.command, counted.command))


def seats(here: Here, rest: str) -> Heard:
    """How many seats the subject's row has, and how far apart."""
    rest = re.sub(
        r"^(.+?)\s+in (?:row ([0-9]+)|(?:the )?(?:front|first) row)$", lambda f: f"row {f[2] or 1} {f[1]}", rest
    )
    rest = re.sub(r"\s+in (?:a|one) (?:row|line)$", "", rest)
    if re.match(r"(?:at|are at)\s", rest) and is_length(at := re.sub(r"^(?:are )?at\s+", "", rest)):
        return _seat(here, at)
    if (several_seats := _some_at(here, rest)) is not None:
        return several_seats
    of = re.match(r"(?:row\s+)?(?P<row>[0-9]{1,2})\s*[:,]?\s+(?=[0-9])", rest)
    row_of = int(of["row"]) if of else None
    if of:
        rest = rest[of.end() :]
    many, _, apart = re.sub(r"[×*]|\bapart\b", "x", rest).partition("x")
    count = int(number(many, "how many seats in the row", 1, 12))
    spacing = here.length(apart, APART) if apart.strip() else SEAT_SPACING
    if not 300 <= spacing <= 3000:
        raise RefusedError(
            f"give seats from {here.show(300)} to {here.show(3000)} apart (got {here.show(spacing)})", value=rest
        )
    _key, seat = here.seat()
    if row_of is not None:
        found = next((one for one in here.plan.survey.seats.values() if one.row == row_of), None)
        if found is None:
            raise RefusedError(here.eg(f"there is no row {row_of} yet; place it first: row {row_of} 14'6"), value=rest)
        seat = found
    row = [name for name, other in here.plan.survey.seats.items() if other.row == seat.row]
    middle = sum(here.plan.survey.seats[name].x.value for name in row) / len(row)
    taken = set(here.plan.survey.seats)
    steps: list[Command] = []
    for n in range(count):
        x = middle + (n - (count - 1) / 2) * spacing
        put: Values = {"x": Typed(value=x, source="assumed")}
        if n < len(row):
            name = row[n]
        else:
            name = next_id("s", taken)
            taken.add(name)
            put |= {"row": seat.row, "kind": seat.kind}
            for field in ("y", "eye", "floor"):
                measure = getattr(seat, field)
                put[field] = Typed(value=measure.value, source=measure.source if measure.source != "read" else "chosen")
        put["name"] = f"seat {seat.row}{'abcdefghijkl'[n]}"
        steps.append(PutSeat.model_validate({"id": name} | put))
    if count < len(row):
        raise RefusedError(
            f"row {seat.row} has {len(row)} seats; take one away with drop {here.plan.survey.seats[row[-1]].name}"
        )
    return Heard(f"Row {seat.row}: {count} seats, {here.show(spacing)} apart", several(*steps))


def _row(here: Here, rest: str) -> Heard:
    found = re.fullmatch(r"(?P<row>[0-9]{1,2})\s*[:,]?\s+(?P<at>.+)", rest)
    if not found:
        raise RefusedError(here.eg("give the row and its distance, as in row 2 14'6"), value=rest)
    row, seats = int(found["row"]), here.plan.survey.seats
    mine = [PutSeat(id=key) for key, seat in seats.items() if seat.row == row]
    if mine and (of := here.said(found["at"])) is not None and of[0].word in OF_A_ROW:
        return of[0].make(here.looking_at(mine[0]), found["at"][len(of[1]) :].strip())
    value = here.length(found["at"], SEAT)
    there = next((one for one in seats.values() if one.row != row and abs(one.y.value - value) < ON_ANOTHER), None)
    if there is not None:
        raise RefusedError(
            f"row {there.row} sits there, {here.show(there.y.value)} from the display wall; give row {row} another "
            "place",
            value=rest,
        )
    if not 1 <= row <= 20:
        raise RefusedError(f"give a row from 1 to 20 (got {row})")
    say = f"Row {row}: eyes {here.show(value)} from the display wall"
    if mine:
        return Heard(say, several(*(PutSeat(id=one.id, y=here.read(value)) for one in mine)))
    if not seats:
        return Heard(f"{say}, one new seat", PutSeat(id="s1", name=f"seat {row}a", row=row, y=here.read(value)))
    taken, steps = set(seats), []
    like = [
        seat for seat in seats.values() if seat.row == max((s.row for s in seats.values() if s.row < row), default=1)
    ]
    for n, seat in enumerate(like):
        key = next_id("s", taken)
        taken.add(key)
        steps.append(
            PutSeat(
                id=key,
                name=f"seat {row}{'abcdefghijkl'[n]}",
                row=row,
                x=Typed(value=seat.x.value, source="assumed"),
                y=here.read(value),
                eye=Typed(value=seat.eye.value, source="assumed"),
                kind=seat.kind,
            )
        )
    return Heard(f"{say}, {len(steps)} new seat{'s' if len(steps) > 1 else ''}", several(*steps))


def _of_row(here: Here, field: str, value: float, words: str) -> Heard:
    _, seat = here.seat()
    keys = [key for key, other in here.plan.survey.seats.items() if other.row == seat.row]
    steps = [PutSeat.model_validate({"id": key, field: here.read(value)}) for key in keys]
    return Heard(f"Row {seat.row}: {words} {here.show(value)}", several(*steps))


def _eye(here: Here, rest: str) -> Heard:
    return _of_row(here, "eye", here.length(rest, EYE), "eyes above their floor")


def _riser(here: Here, rest: str) -> Heard:
    rows = sorted({seat.row for seat in here.plan.survey.seats.values()})
    if len(rows) > 1 and not here.just and here.subject.seat not in here.plan.survey.seats:
        raise Ask("Which row stands on it?", *(f"row {row} riser {rest}" for row in rows))
    return _of_row(here, "floor", here.length(rest, RISER), "floor raised by")


def _kind(here: Here, rest: str) -> Heard:
    if is_length(rest):
        return _seat(here, rest)
    word = one_of(rest, get_args(SeatKind))
    _, seat = here.seat()
    steps = [PutSeat(id=key, kind=word) for key, other in here.plan.survey.seats.items() if other.row == seat.row]
    return Heard(f"Row {seat.row}: {word}", several(*steps))


def _person(here: Here, rest: str) -> Heard:
    key, seat = here.seat()
    value = here.length(rest, PERSON)
    if not 600 <= value <= 2400:
        raise RefusedError(f"give how tall the person is, from {here.show(600)} to {here.show(2400)}", value=rest)
    eye = eye_height(seat.kind, value)
    tail = f", eye taken as {here.show(eye)}" if seat.eye.unsure else ""
    return Heard(f"{seat.name.capitalize()}: a person {here.show(value)} tall{tail}", PutSeat(id=key, person=value))


def _stagger(here: Here, rest: str) -> Heard:
    found = re.fullmatch(r"(?:row\s+)?(?P<row>[0-9]{1,2})\s*[:,]?\s+(?P<by>.+)", rest.strip())
    if not found:
        raise RefusedError("give the row and how far it moves to the right, as in stagger 2 325 mm", value=rest)
    row, by = int(found["row"]), here.length(found["by"], SIDEWAYS)
    mine = {key: seat for key, seat in here.plan.survey.seats.items() if seat.row == row}
    if not mine:
        raise RefusedError(f"there is no row {row}", value=rest)
    moves = [PutSeat(id=key, x=Typed(value=seat.x.value + by, source="assumed")) for key, seat in mine.items()]
    return Heard(f"Row {row}: {here.show(abs(by))} to the {'right' if by > 0 else 'left'}", several(*moves))


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "seat",
        "a length",
        "the seat's eye, from the display wall",
        "seat 11'2",
        "survey",
        _seat,
        also=(
            "viewing distance",
            "viewing",
            "seating distance",
            "seat distance",
            "distance",
            "sitting",
            "sit",
            "we sit",
            "they sit",
        ),
    ),
    Phrase("seats", "a count", "how many seats in the row", "seats 3", "survey", seats),
    Phrase(
        "sofa",
        "a length",
        "the seat's eye, from the display wall, on a sofa",
        "sofa 11'2",
        "survey",
        _seated("sofa"),
        also=("couch", "settee"),
    ),
    Phrase("recliner", "a length", "the same on a recliner", "recliner 11'2", "survey", _seated("recliner")),
    Phrase("bed", "a length", "the same in bed", "bed 11'2", "survey", _seated("bed")),
    Phrase("chair", "a length", "the same on a chair", "chair 11'2", "survey", _seated("upright"), also=("armchair",)),
    Phrase("stagger", "row and length", "move a row sideways", 'stagger 2 13"', "survey", _stagger),
    Phrase("person", "a height", "how tall who sits there is", "person 6'1", "survey", _person, also=("viewer",)),
    Phrase(
        "across",
        "a length",
        "the seat's eye, from the left wall",
        "across 6'10",
        "survey",
        _across,
        also=("seat across", "seat along"),
    ),
    Phrase(
        "row", "row and length", "a row's eyes, from the display wall", "row 2 14'6", "survey", _row, also=("seat row",)
    ),
    Phrase(
        "eye",
        "a length",
        "the row's eyes above their floor",
        'eye 41"',
        "survey",
        _eye,
        also=("eye height", "eye level", "eyes height", "eye line", "eyes"),
    ),
    Phrase(
        "riser",
        "a length",
        "how far the row's floor is raised",
        'riser 8"',
        "survey",
        _riser,
        also=("platform", "raised by"),
    ),
    Phrase(
        "seating",
        "a kind of seat",
        "what the row sits on: upright, sofa, recliner, bed, stool, rig",
        "seating sofa",
        "survey",
        _kind,
    ),
)
