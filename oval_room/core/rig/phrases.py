"""Screens round a seat on the tape line: `rig three 32 at 700 mm`, `rig Sweep 49 and two Draft 27 at 750 mm`,
`turn 57`, `rig away 650 mm`, `rig gap 10 mm` or `overlapped`, `kit 115-135`."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Final

from oval_room.core.commands import Command, several
from oval_room.core.errors import RefusedError
from oval_room.core.job.commands import Drop
from oval_room.core.plan.group import Group
from oval_room.core.plan.measure import chosen, next_id
from oval_room.core.pose import Turn
from oval_room.core.record import record
from oval_room.core.rig.commands import PutKit, PutSetup
from oval_room.core.rig.document import Rigs, Setup
from oval_room.core.rig.fan import MOST_TURN, equal_distance_turn, square_turn
from oval_room.core.rig.place import TOUCHING, Joint, hinge_of, meeting_at, stood
from oval_room.core.rig.rig import LEAN, Rig, driver_of, placed, put_at, shown_rig
from oval_room.core.rig.study import FARTHEST, NEAREST
from oval_room.core.screens.commands import PutPicture, TakeGear
from oval_room.core.screens.document import Picture
from oval_room.core.screens.group_commands import PutGroup
from oval_room.core.screens.size import picture_size
from oval_room.core.span import Span
from oval_room.core.tape.phrase import Heard, Here, Phrase
from oval_room.core.tape.reading import number
from oval_room.core.units import MM_IN
from oval_room.core.words import capital

AWAY: Final = Span("the way from the eye to the centre", NEAREST, FARTHEST, (450, 1500))
COUNTS: Final = {"one": 1, "1": 1, "two": 2, "2": 2, "three": 3, "3": 3, "four": 4, "4": 4}
_NAMES: Final = {
    1: ("screen",),
    2: ("left screen", "right screen"),
    3: ("left screen", "centre screen", "right screen"),
    4: ("left screen", "centre screen", "right screen", "screen above"),
}
BEZEL: Final = 8.0
"""Taken for a screen that no shelf knows [mm] (planning value)."""
SIZES: Final = (15.0, 75.0)
_SIZE: Final = re.compile(r"(\d+(?:[.,]\d+)?)\s*(?:\"|″|in|inch|inches)?", re.IGNORECASE)
_OVER: Final = re.compile(
    r"[,;]?\s+(?:(?:and|with|plus)\s+)?(?:(?:a|an|one)\s+)?"
    r"((?:(?!\s+(?:and|with|plus)\s).)+?)\s+(?:above|on top|over (?:it|them|the centre|the center))",
    re.IGNORECASE,
)
"""What stands over the centre: `and 27 above`, `with a Slate 43 over it`."""
GAP: Final = Span("the gap between the frames", 0.0, 300.0, (1, 40))
_LAPPED: Final = re.compile(r"[,;]?\s*\b(?:(?:frames?|joints?)\s+)?(?:over)?lapp(?:ed|ing)\b", re.IGNORECASE)
_GAP: Final = re.compile(r"[,;]?\s*\bgaps?\s+(?:of\s+)?(.+?)(?=,?\s+(?:at|from|away)\b|$)", re.IGNORECASE)
EXAMPLE: Final = "rig three 32 at 700 mm"
SEAT: Final = "seat 2 m"
BUILT: Final = f"{SEAT}; {EXAMPLE}"


@record
class _Asked:
    """What a rig is to be made of: how many screens; the centre, the sides and what stands over the centre, each with
    whether it hangs upright; how the joints are and the way from the eye, as said."""

    count: int
    centre: tuple[str, bool]
    sides: tuple[str, bool]
    gap: str
    away: str
    over: tuple[str, bool]


def _asked(here: Here, rest: str) -> _Asked:
    """`three 32 at 700 mm`, `Sweep 49 and two Draft 27 upright, gap 10 mm at 750 mm`.

    Raises:
        RefusedError: it can't be read.
    """
    text, gap = rest.strip(), ""
    if (laps := _LAPPED.search(text)) is not None:
        text, gap = text[: laps.start()] + text[laps.end() :], "overlapped"
    elif (said := _GAP.search(text)) is not None:
        text, gap = text[: said.start()] + text[said.end() :], said[1]
    found = re.fullmatch(r"(?:(\w+)\s*(?:x|×|times)?\s+)?(.+?),?\s+(?:at|from|away)\s+(.+)", text, re.IGNORECASE)
    if found is None:
        raise RefusedError(here.eg(f"say how many, which, and how far: {EXAMPLE}"), value=rest)
    count, which = COUNTS.get((found[1] or "three").lower()), found[2]
    if count is None:
        if re.fullmatch(r"\d|1[01]|five|six|seven|eight", (found[1] or "").lower()):
            raise RefusedError("a rig is of one to four screens, the fourth over the centre", value=found[1])
        count, which = 3, f"{found[1]} {found[2]}"  # two words of a name
    over = _OVER.search(which)
    if over is not None:
        if count not in (3, 4):
            raise RefusedError(here.eg("a screen goes over three: rig three 32 and 27 above at 700 mm"), value=rest)
        count, which = 4, which[: over.start()] + which[over.end() :]
    mixed = re.fullmatch(r"(?:one\s+)?(.+?)\s+(?:and|with)\s+(?:two\s+|2\s*x\s*)?(.+?)", which, re.IGNORECASE)
    if mixed and count not in (3, 4):
        example = here.eg("rig Sweep 49 and two Draft 27 at 750 mm")
        raise RefusedError(f"a centre and its sides are three screens: {example}", value=rest)
    centre, sides = (mixed[1], mixed[2]) if mixed else (which, which)
    sides = re.sub(r"\s+(?:(?:as|at|for)\s+)?(?:the\s+)?sides?$", "", sides, flags=re.IGNORECASE)
    return _Asked(
        count, _upright(centre), _upright(sides), gap, found[3], _upright(over[1] if over is not None else centre)
    )


def _upright(said: str) -> tuple[str, bool]:
    plain = re.sub(r",?\s+(?:upright|portrait|on end)$", "", said.strip(), flags=re.IGNORECASE)
    return plain, plain != said.strip()


def _rig(here: Here, rest: str) -> Heard:
    """Three screens round the subject seat, sides as square to its eye as the centre; a fourth goes over the centre."""
    if re.match(r"(?:at|away)\b", rest, re.IGNORECASE):
        return _away(here, re.sub(r"^(?:at|away)\s*", "", rest, flags=re.IGNORECASE))
    if _LAPPED.fullmatch(rest) or rest.strip().lower() in ("touching", "overlap"):
        return _gap(here, rest)
    asked = _asked(here, rest)
    away = _far(here, asked.away)
    joint = _joint(here, asked.gap) if asked.gap else TOUCHING
    if asked.count == 2 and joint.lapped:
        raise RefusedError("frames overlap where a centre has two sides; two touch or stand apart", value=rest)
    whose, seat = here.seat()
    scheme = here.plan.chosen
    mine = [key for key, group in scheme.groups.items() if group.kind == "rig" and _drives(here, whose, group)]
    gone: list[Command] = [Drop(id=key) for group in mine for key in scheme.groups[group].members]
    there, keys = here.after(*gone), _keys(scheme.pictures, asked.count)
    steps, named = _screens(there, asked, keys)
    made = there.after(*steps).plan.chosen.pictures
    screens = [made[key] for key in keys]
    main = screens[1] if asked.count > 2 else screens[0]
    turn = _equal(main, screens[0] if asked.count > 2 else None, away, joint) if asked.count > 1 else 0.0
    group_key = next_id("m", set(scheme.groups))
    far = meeting_at(main, away, turn, joint) if asked.count == 2 else away
    middle, over = seat.eye_point._replace(y=seat.eye_point.y - far), screens[3] if asked.count == 4 else None
    poses = stood(middle, Turn(), screens[:3], over, distance=away, turn=turn, joint=joint)
    steps += [put_at(key, pose) for key, pose in zip(keys, poses, strict=True)]
    steps.append(PutGroup(id=group_key, name="rig", kind="rig", members=tuple(_in_turn(keys))))
    steps += _kept_of(scheme.kept(Rigs), mine, group_key, joint)
    apart = "" if joint == TOUCHING else f", {_told(here, joint)}"
    turned = {1: "", 2: f", turned {turn:.1f}° to each other"}.get(asked.count, f", sides turned {turn:.1f}°")
    say = f"{named} round {seat.name}, {here.show(away)} from the eye{turned}{apart}"
    return Heard(f"{say}{' in place of the rig there' if mine else ''}", several(*gone, *steps))


def _keys(taken: Mapping[str, Picture], count: int) -> list[str]:
    """Ids for so many screens; of three or more the centre's is the first made: it is what the sheet looks at."""
    keys: list[str] = []
    for _ in range(count):
        keys.append(next_id("p", {*taken, *keys}))
    return [keys[1], keys[0], *keys[2:]] if count > 2 else keys


def _kept_of(kept: Rigs, mine: list[str], group: str, joint: Joint) -> list[Command]:
    """What the rig that stood there kept, of the one that stands in its place: its joint kit, how it is set up."""
    kit = next((kit for kit in kept.kits.values() if kit.of in mine), None)
    setup = next((one for one in kept.setups.values() if one.of in mine), None)
    steps: list[Command] = [PutKit(of=group, least=kit.least, most=kit.most)] if kit else []
    if joint != TOUCHING or setup is not None:
        values = (setup or Setup(of=group)).model_dump(exclude={"of", "gap", "lapped"})
        steps.append(PutSetup(of=group, gap=joint.gap, lapped=joint.lapped, **values))
    return steps


def _drives(here: Here, seat: str, group: Group) -> bool:
    """Whether a rig stands round a seat: another driver's is left alone."""
    pictures = here.plan.chosen.pictures
    return driver_of(here.plan.survey.seats, {key: pictures[key] for key in group.members}) in (seat, None)


def _far(here: Here, text: str) -> float:
    """A distance from the eye to the centre screen [mm]."""
    value = here.length(text, AWAY)
    if not NEAREST <= value <= FARTHEST:
        span = f"{here.show(NEAREST)} to {here.show(FARTHEST)}"
        raise RefusedError(f"the centre of a rig is {span} from the eye (got {here.show(value)})", value=text)
    return value


def _screens(here: Here, asked: _Asked, keys: list[str]) -> tuple[list[Command], str]:
    """The screens of sizes, or of a shelf's panels by words of their names, and how they are told."""
    names = dict(zip(keys, _NAMES[asked.count], strict=True))
    of = dict.fromkeys(keys, "centre")
    if asked.count > 2:
        of |= {keys[0]: "sides", keys[2]: "sides"} | ({keys[3]: "over"} if asked.count > 3 else {})
    wanted = {"centre": asked.centre, "sides": asked.sides, "over": asked.over}
    puts: list[Command] = []
    told: dict[str, str] = {}
    for key in _in_turn(keys):
        said, upright = wanted[of[key]]
        steps, told[of[key]] = screen_said(here, said, key, names[key])
        puts += steps
        if upright:
            puts.append(PutPicture(id=key, turned=90))
    ways = {of: f"{name}{', upright,' if wanted[of][1] else ''}" for of, name in told.items()}
    alike = asked.centre == asked.sides or asked.count < 3
    over = f", {ways['over']} above" if asked.count == 4 else ""
    if alike and asked.count == 4 and asked.over == asked.centre:
        return puts, f"4 × {ways['centre']}, the fourth above"
    head = f"{min(asked.count, 3)} × {ways['centre']}" if alike else f"{ways['centre']} with two {ways['sides']}"
    return puts, f"{head.rstrip(',') if over else head}{over}"


def screen_said(here: Here, said: str, key: str, name: str) -> tuple[list[Command], str]:
    """One screen, as steps, and what it is."""
    size = _SIZE.fullmatch(said.strip())
    x = here.plan.survey.room.width.value / 2
    if size is None:
        gear = here.gear_named(said, "panel")
        steps = [PutPicture(id=key, x=x, z=1200.0), TakeGear(id=key, gear=gear), PutPicture(id=key, name=name)]
        return steps, here.gear[gear].name
    inches = float(size[1].replace(",", "."))
    if not SIZES[0] <= inches <= SIZES[1]:
        raise RefusedError(f"a screen of a rig is {SIZES[0]:g} to {SIZES[1]:g} inches (got {size[1][:12]})", value=said)
    width = picture_size(aspect=16 / 9, diagonal=inches * MM_IN["in"]).width
    bare = {"kind": "panel", "width": chosen(width), "frame_side": BEZEL, "frame_top": BEZEL, "frame_bottom": BEZEL}
    pixels = (1920, 1080) if inches < 27 else (2560, 1440) if inches < 40 else (3840, 2160)
    put = PutPicture.model_validate({"id": key, "name": name, "x": x, "z": 1200.0, "pixels": pixels, **bare})
    return [put], f"{inches:g} inch (bezel {here.show(BEZEL)} and {pixels[0]} × {pixels[1]} assumed)"


def _in_turn(keys: list[str]) -> list[str]:
    """Screens as they were made: the centre first where there is one, else from the left."""
    return [keys[1], keys[0], *keys[2:]] if len(keys) > 2 else keys


def _equal(centre: Picture, side: Picture | None, away: float, joint: Joint) -> float:
    """The turn that squares a side to the eye as the centre is, by its own middle; of two alike by the centre's."""
    hinge, far = hinge_of(centre, joint), away - centre.bow
    if side is None:
        return min(equal_distance_turn(hinge, far), MOST_TURN)
    turn = square_turn(hinge, far, 0.0 if joint.lapped else side.frame_side, side.across)
    return MOST_TURN if turn is None else min(turn, MOST_TURN)


def _joint(here: Here, said: str) -> Joint:
    """How the sides meet the centre: `10 mm`, `none`, `overlapped`."""
    plain = said.strip().lower()
    if re.fullmatch(r"(?:over)?lap(?:ped|ping)?", plain):
        return Joint(lapped=True)
    return TOUCHING if plain in ("none", "closed", "touching", "0") else Joint(here.within((said, GAP))[0])


def _told(here: Here, joint: Joint) -> str:
    if joint.lapped:
        return "the sides' frames before the centre's"
    return f"{here.show(joint.gap)} between the frames" if joint.gap else "frames touch"


def the_rig(here: Here) -> tuple[str, Rig]:
    """The rig of the subject picture, else the one there is.

    Raises:
        RefusedError: there is none, or nobody sits before it.
    """
    found = shown_rig(here.plan.chosen, here.plan.survey.seats, here.subject.picture)
    if found is None:
        raise RefusedError(here.eg(f"there is no rig yet: {EXAMPLE}"))
    key, rig = found
    if rig is None:
        raise RefusedError(here.eg("nobody sits before the rig: say where, as in seat 2 m"))
    return key, rig


def the_panel(here: Here) -> tuple[str, Picture]:
    """The subject picture, a panel.

    Raises:
        RefusedError: it is a screen.
    """
    key, picture = here.picture()
    if picture.kind != "panel":
        raise RefusedError(f"{picture.name} is a screen; this is said of a panel")
    return key, picture


def _set(here: Here, rig: Rig, *, away: float, turn: float, joint: Joint | None = None) -> Command:
    """The rig's screens at another distance, turn or joint, else as they stand.

    Raises:
        RefusedError: it is not of three side by side.
    """
    key, _ = the_rig(here)
    joint = here.plan.chosen.kept(Rigs).setup_of(key).joint if joint is None else joint
    put = placed(rig, here.plan.chosen.pictures, away=away, turn=turn, joint=joint)
    if put is None:
        raise RefusedError("this rig is not of one to four screens, one in the middle: pull each where it goes")
    return put


def _lean(here: Here, rest: str) -> Heard:
    """All screens back or forward together, about the centre's middle; `rig lean square` as square to the eye as it
    is high over them."""
    key, rig = the_rig(here)
    pictures, plain = here.plan.chosen.pictures, rest.strip().lower()
    if plain in ("square", "true"):
        lean = rig.squaring
    elif plain in ("none", "upright", "0"):
        lean = 0.0
    else:
        said = re.fullmatch(r"([-−–]?)\s*(.+?)\s*(?:°|deg(?:rees)?)?\s*(back(?:wards?)?|forwards?)?", plain)
        sign, text, way = (said[1], said[2], said[3] or "") if said else ("", plain, "")
        value = number(text, "how far the screens lean in degrees, back or forward", 0, LEAN)
        lean = -value if way.startswith("f") != bool(sign) else value
    if abs(lean) > LEAN:
        raise RefusedError(f"a rig leans up to {LEAN:g}°; for {abs(lean):.1f}° raise or lower it first", value=rest)
    joint = here.plan.chosen.kept(Rigs).setup_of(key).joint
    put = placed(rig, pictures, turn=rig.set_turn, joint=joint, lean=lean)
    if put is None:
        raise RefusedError("this rig is not of one to four screens, one in the middle: turn each by itself")
    way = "upright" if abs(lean) < 0.05 else f"{abs(lean):.1f}° {'back' if lean > 0 else 'forward'}"
    return Heard(f"{capital(rig.name)}: all screens {way}", put)


def _away(here: Here, rest: str) -> Heard:
    """The rig nearer or farther; sides that were square to the eye stay so."""
    value = _far(here, re.sub(r"^(?:to|of)\s+", "", rest))
    _, rig = the_rig(here)
    centre = here.plan.chosen.pictures[rig.centre]
    square = abs(rig.turn - rig.equal) < 0.1
    beside = next((here.plan.chosen.pictures[one.key] for one in rig.row if one.key != rig.centre), None)
    side = beside if len(rig.row) > 2 else None
    turn = _equal(centre, side, value, Joint(lapped=any(rig.lapped))) if square else rig.set_turn
    told = f", sides turned {turn:.1f}°" if square else ""
    return Heard(f"Centre {here.show(value)} from the eye{told}", _set(here, rig, away=value, turn=turn))


def _turn(here: Here, rest: str) -> Heard:
    """The sides turned in by so much, edge to edge; `turn square` as square to the eye as the centre."""
    _, rig = the_rig(here)
    if rest.lower().strip() in ("square", "equal", "true"):
        turn = min(rig.equal, MOST_TURN)
    else:
        turn = number(re.sub(r"\s*(?:°|deg(?:rees)?)$", "", rest.strip()), "the sides' turn in degrees", 0, MOST_TURN)
    return Heard(
        f"Sides turned in {turn:.1f}°, {180 - turn:.1f}° between the screens", _set(here, rig, away=rig.away, turn=turn)
    )


def _gap(here: Here, rest: str) -> Heard:
    """The joints opened or closed; how far and how far turned stay."""
    key, rig = the_rig(here)
    joint = _joint(here, rest)
    turn = rig.set_turn
    put = _set(here, rig, away=rig.away, turn=turn, joint=joint)
    kept = PutSetup(of=key, gap=joint.gap, lapped=joint.lapped)
    return Heard(f"Joints: {_told(here, joint)}", several(put, kept))


def _kit(here: Here, rest: str) -> Heard:
    key, _ = the_rig(here)
    if rest.lower().strip() in ("none", "off", "any"):
        return Heard("No joint kit", PutKit(of=key, least=0, most=0))
    found = re.fullmatch(r"(\d+(?:\.\d+)?)\s*°?\s*(?:-|–|to|;|,)\s*(\d+(?:\.\d+)?)\s*(?:°|deg(?:rees)?)?", rest.strip())
    if found is None:
        raise RefusedError("give its range between the screens, as in kit 115-135", value=rest)
    least, most = sorted((float(found[1]), float(found[2])))
    return Heard(f"Joint kit: {least:g} to {most:g}° between the screens", PutKit(of=key, least=least, most=most))


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase("rig", "how many, which, how far", "screens round the seat", EXAMPLE, "rig", _rig, SEAT),
    Phrase("rig away", "a length", "how far the centre is from the eye", "rig away 650 mm", "rig", _away, BUILT),
    Phrase(
        "turn",
        "degrees, or square",
        "how far sides are turned in",
        "turn 57",
        "rig",
        _turn,
        BUILT,
        ("turn sides", "sides turn"),
    ),
    Phrase(
        "rig gap",
        "a length, none, or overlapped",
        "how far the frames stand apart",
        "rig gap 10 mm",
        "rig",
        _gap,
        BUILT,
        ("rig joints",),
    ),
    Phrase(
        "rig lean",
        "degrees back or forward, or square",
        "how far all screens lean",
        "rig lean 6 back",
        "rig",
        _lean,
        BUILT,
    ),
    Phrase("kit", "a range in degrees", "what the joint kit allows", "kit 115-135", "rig", _kit, BUILT, ("joint kit",)),
)
