"""Study of every rig: how far round it goes, how its sides stand, what games are told (rules 8.1–8.4)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import field
from itertools import combinations, pairwise
from typing import Final

from oval_room.core.commands import several
from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.group import Group
from oval_room.core.plan.room import Room
from oval_room.core.pose import to_own
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.rig.document import Kit, Rigs
from oval_room.core.rig.fan import MOST_TURN
from oval_room.core.rig.figures import KINDS
from oval_room.core.rig.place import Joint, cross, hinge_of
from oval_room.core.rig.rig import LEAN, Rig, placed, rig_of
from oval_room.core.rig.says import RigCode, RigCure
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Seat

SQUARE: Final = (2.0, 10.0)
"""Off the turn that squares the sides: up to the first is good, past the second a mind [deg] (planning values)."""
ALIKE: Final = (0.5, 5.0)
"""Sides that differ by less are alike [deg, mm]."""
WHEEL: Final = 250.0
"""Half as wide as a wheel base is taken to be where it reaches ahead [mm] (planning value of ours)."""
AT_MIDDLE: Final = 2.0
"""An eye nearer to the centre's middle line is on it [mm]."""
LEANS: Final = 5.0
"""An eye farther than this over or under what the centre faces is told [deg] (planning value of ours)."""
JOINT: Final = 3.0
"""Frames nearer than this touch [mm]."""
HIDES: Final = 0.2
"""Screens that hide more of each other are told [deg]."""
NEAREST: Final = 300.0
FARTHEST: Final = 2500.0
"""Between these a rig's centre is from the eye [mm]."""
HEAD: Final = 300.0
"""What must stay free round the eye [mm] (planning value)."""
EVEN: Final = (5.0, 0.03)
"""Unlike screens are level and of one size of pixels up to these (rules 2.3) [mm, share]."""
STRETCHED: Final = 2.0
"""One projection stretched more than this at its far edge is seen by anybody (planning value)."""


@record
class RigResult(Result):
    """Every rig by its group's id."""

    rigs: Mapping[str, Rig] = field(default_factory=dict)


def _middle(rig: Rig, pictures: Mapping[str, Picture], joint: Joint, room: Room) -> tuple[Cure, ...]:
    """The screens straight before the eye, both sides alike; none where they are, or would stand in a wall."""
    aside, ends = rig.eye_own.right, [place for one in rig.row for place in one.rim]
    places = [rig.in_room((x + aside, y)) for x, y in ends]
    if abs(aside) <= AT_MIDDLE or any(not room.holds(place.x, place.y) for place in places):
        return ()
    put = placed(rig, pictures, away=rig.away, turn=rig.set_turn, joint=joint, aside=aside)
    side = "right" if aside > 0 else "left"
    return (Cure(RigCure.MIDDLE, abs(aside), put, name=side),) if put else ()


def _even(rig: Rig, pictures: Mapping[str, Picture], joint: Joint) -> tuple[Cure, ...]:
    """Both sides at their middle turn, edge to edge or as far apart as is asked."""
    turn = rig.set_turn
    put = placed(rig, pictures, away=rig.away, turn=turn, joint=joint)
    return (Cure(RigCure.EVEN, turn, put, "deg"),) if put else ()


def study_rigs(room: Room, seats: Mapping[str, Seat], scheme: Scheme) -> RigResult:
    """Every rig of a scheme."""
    groups = {key: group for key, group in scheme.groups.items() if group.kind == "rig"}
    if not groups:
        return RigResult({}, ())
    book, out, rigs = FigureBook(KINDS), list[Finding](), dict[str, Rig]()
    for key, group in groups.items():
        rig = rig_of(group, scheme.pictures, seats)
        if rig is None:
            out.append(Finding(RigCode.RIG_EYE, Level.NOTE, "8.1", {"picture": key}))
            continue
        rigs[key] = rig
        _figures(book, key, rig, scheme.pictures)
        out += [
            *_told(key, rig, scheme, room),
            *_stands(key, rig, scheme.pictures, room, scheme.kept(Rigs).setup_of(key).joint),
        ]
        out += [
            *_level(key, rig, scheme.pictures),
            *_reached(key, rig, scheme),
            *_kept(key, group, rig, room, seats, scheme),
        ]
    return RigResult(book.figures, tuple(out), rigs)


def _figures(book: FigureBook, key: str, rig: Rig, pictures: Mapping[str, Picture]) -> None:
    main, row = pictures[rig.centre], rig.row
    d = Input("d", "eye to the centre screen's edges", rig.away - main.bow, "mm")
    h = Input("h", "centre screen across", rig.across, "deg")
    tau = Input("τ", "sides turned in", rig.turn, "deg")
    put = {"picture": key}
    edges = Input("φ_r", "right edge", row[-1].right, "deg"), Input("φ_l", "left edge", row[0].left, "deg")
    book.add("rig_whole", rig.whole, *edges, subject=rig.name, **put)
    w = Input("w", "its visible width", main.across, "mm")
    aside = Input("s", "eye aside of its middle", to_own(main.pose.point, main.pose.turn, rig.eye).right, "mm")
    book.add("rig_centre", rig.across, w, aside, d, subject=rig.name, **put)
    book.add("rig_up", rig.up, h, Input("a", "its aspect", main.aspect, "ratio"), subject=rig.name, **put)
    book.add("rig_away", rig.away, Input("d", "eye to its middle", rig.away, "mm"), subject=rig.name, **put)
    if len(row) > 1:
        book.add("rig_turn", rig.turn, tau, subject=rig.name, **put)
        laps = any(rig.lapped)
        hinge = hinge_of(main, Joint(lapped=laps))
        half = Input("x₀", f"half the centre with{'out' if laps else ''} its bezel", hinge, "mm")
        side = next((pictures[one.key] for one in row if one.key != rig.centre), main)
        own = Input("m", "its joint to a side's middle", side.across / 2 + (0.0 if laps else side.frame_side), "mm")
        book.add("rig_equal", rig.equal, half, own, d, subject=rig.name, **put)
        book.add("rig_between", 180.0 - rig.turn, tau, subject=rig.name, **put)
    book.add("rig_width", rig.width, subject=rig.name, **put)
    book.add("rig_depth", rig.depth, subject=rig.name, **put)
    if rig.stretch is not None:
        book.add("rig_stretch", rig.stretch, Input("φ", "round the eye", rig.whole, "deg"), subject=rig.name, **put)


def _told(key: str, rig: Rig, scheme: Scheme, room: Room) -> Iterator[Finding]:
    """How far round, square or not, alike or not, one projection or several, and the kit."""
    about, row, joint = {"picture": key}, rig.row, scheme.kept(Rigs).setup_of(key).joint
    more: dict[str, object] = {"who": rig.who, "across": rig.across}
    yield Finding(RigCode.RIG_ROUND, Level.GOOD, "8.2", about, rig.whole, None, "deg", more=more)
    if len(row) == 2 or (len(row) == 3 and row[1].key == rig.centre):
        yield from _sides(key, rig, scheme, room, joint)
    off = rig.squaring - rig.frame.pitch
    if abs(off) > LEANS:
        put = None
        if abs(rig.squaring) <= LEAN:
            put = placed(rig, scheme.pictures, turn=rig.set_turn, joint=joint, lean=rig.squaring)
        cures = (Cure(RigCure.LEAN, rig.squaring, put, "deg"),) if put else ()
        yield Finding(RigCode.RIG_LEAN, Level.NOTE, "4.5", about, off, LEANS, "deg", cures, {"who": rig.who})
    if len(row) > 1:
        level = Level.MIND if rig.stretch is None or rig.stretch > STRETCHED else Level.NOTE
        yield Finding(RigCode.RIG_ONE, level, "8.4", about, rig.whole, 180.0, "deg", more={"stretch": rig.stretch})
        for kit in scheme.kept(Rigs).kits.values():
            if kit.of == key:
                yield _kit(key, rig, scheme, kit, joint)


def _sides(key: str, rig: Rig, scheme: Scheme, room: Room, joint: Joint) -> Iterator[Finding]:
    """Whether sides are as square to the eye as the centre, and alike."""
    about, left, right = {"picture": key}, rig.row[0], rig.row[-1]
    off = abs(rig.turn - rig.equal)
    level = Level.GOOD if off <= SQUARE[0] else Level.NOTE if off <= SQUARE[1] else Level.MIND
    cures: tuple[Cure, ...] = ()
    if level is not Level.GOOD and rig.equal <= MOST_TURN:
        turned = placed(rig, scheme.pictures, away=rig.away, turn=rig.equal, joint=joint)
        cures = (Cure(RigCure.TURN, rig.equal, turned, "deg"),) if turned else ()
    yield Finding(RigCode.RIG_SQUARE, level, "8.2", about, rig.turn, rig.equal, "deg", cures)
    unlike = abs(left.turn - right.turn) > ALIKE[0] or abs(left.away - right.away) > ALIKE[1]
    if len(rig.row) == 3 and unlike:
        more = {"left": left.turn, "right": right.turn, "left_away": left.away, "right_away": right.away}
        cures = _middle(rig, scheme.pictures, joint, room) or _even(rig, scheme.pictures, joint)
        yield Finding(RigCode.RIG_UNEVEN, Level.MIND, "8.2", about, cures=cures, more=more)


def _kit(key: str, rig: Rig, scheme: Scheme, kit: Kit, joint: Joint) -> Finding:
    """Whether a joint kit allows the angle between the screens; turned to the nearest that it allows."""
    between = 180.0 - rig.turn
    nearest = min(max(between, kit.least), kit.most)
    fits = not beyond(kit.least, between) and not beyond(between, kit.most)
    wanted, turned = 180.0 - nearest, None
    if not fits and wanted <= MOST_TURN:
        turned = placed(rig, scheme.pictures, away=rig.away, turn=wanted, joint=joint)
    cures = (Cure(RigCure.TURN, wanted, turned, "deg"),) if turned else ()
    more = {"least": kit.least, "most": kit.most}
    level, limit = (Level.GOOD, None) if fits else (Level.STOP, nearest)
    return Finding(RigCode.RIG_KIT, level, "8.2", {"picture": key}, between, limit, "deg", cures, more)


def _stands(key: str, rig: Rig, pictures: Mapping[str, Picture], room: Room, wanted: Joint) -> Iterator[Finding]:
    """Joints, screens through each other, before each other, too near, in the wall, turned too far."""
    row, about = rig.row, {"picture": key}
    for a, b in combinations(row, 2):
        more: dict[str, object] = {"one": pictures[a.key].name, "other": pictures[b.key].name, "who": rig.who}
        more["part"] = f"{a.key}-{b.key}"
        if cross(a.rim, b.rim):
            cures = _even(rig, pictures, wanted)
            yield Finding(RigCode.RIG_THROUGH, Level.STOP, "8.2", about, cures=cures, more=more)
    for n, (a, b) in enumerate(pairwise(row)):
        more = {"one": pictures[a.key].name, "other": pictures[b.key].name, "who": rig.who, "part": f"{a.key}-{b.key}"}
        gap, hidden = math.dist(a.rim[1], b.rim[0]), a.right - b.left
        if hidden > HIDES:
            yield Finding(RigCode.RIG_HIDES, Level.MIND, "8.2", about, hidden, 0.0, "deg", more=more)
        elif rig.lapped[n]:
            first, second = (a, b) if rig.lapped[n] == a.key else (b, a)
            more |= {"one": pictures[first.key].name, "other": pictures[second.key].name, "pixels": rig.behind[n]}
            cures = () if wanted.lapped else _even(rig, pictures, wanted)
            yield Finding(RigCode.RIG_LAP, Level.NOTE, "8.2", about, cures=cures, more=more)
        elif (wanted.lapped or gap > JOINT) and not cross(a.rim, b.rim):
            cures = _even(rig, pictures, wanted) if wanted.lapped or abs(gap - wanted.gap) > JOINT else ()
            more |= {"pixels": rig.behind[n]}
            yield Finding(RigCode.RIG_GAP, Level.NOTE, "8.2", about, gap, JOINT, "mm", cures, more)
    ahead = rig.eye_own
    for one in row:
        more = {"one": pictures[one.key].name, "who": rig.who, "part": one.key}
        near = min(_off((ahead.right, ahead.out), p, q) for p, q in pairwise(one.face))
        if near < HEAD:
            far = rig.away + HEAD - near + 1.0
            back = placed(rig, pictures, away=far, turn=rig.set_turn, joint=wanted)
            cures = (Cure(RigCure.BACK, far, back),) if back else ()
            yield Finding(RigCode.RIG_NEAR, Level.STOP, "8.6", about, near, HEAD, "mm", cures, more)
        if one.turn > MOST_TURN:
            cures = _even(rig, pictures, wanted)
            yield Finding(RigCode.RIG_PAST, Level.STOP, "8.2", about, one.turn, MOST_TURN, "deg", cures, more)
        ends = [rig.in_room(place) for place in one.rim]
        if any(not room.holds(place.x, place.y) for place in ends):
            yield Finding(RigCode.RIG_OUTSIDE, Level.STOP, "8.6", about, more=more)


def _level(key: str, rig: Rig, pictures: Mapping[str, Picture]) -> Iterator[Finding]:
    """Unlike screens side by side: their pictures' heights and pixels (rules 2.3)."""
    main = pictures[rig.centre]
    for one in rig.row:
        other = pictures[one.key]
        if one.key == rig.centre or (other.pixels == main.pixels and abs(other.height - main.height) < 0.5):
            continue
        off = abs(other.height - main.height)
        pitch = [picture.width.value / picture.pixels[0] for picture in (other, main)]
        grown = max(pitch) / min(pitch) - 1
        level = Level.GOOD if off <= EVEN[0] and grown <= EVEN[1] else Level.NOTE
        more: dict[str, object] = {"one": other.name, "other": main.name, "grown": 100 * grown, "part": one.key}
        yield Finding(RigCode.RIG_LEVEL, level, "2.3", {"picture": key}, off, EVEN[0], "mm", more=more)


def _reached(key: str, rig: Rig, scheme: Scheme) -> Iterator[Finding]:
    """The wheel base before the centre screen, knees and wheel under the row (rules 8.6)."""
    setup = scheme.kept(Rigs).setup_of(key)
    if setup.wheel:
        near = rig.ahead(WHEEL)
        level = Level.STOP if beyond(setup.wheel, near) else Level.GOOD
        put = placed(rig, scheme.pictures, away=rig.away + setup.wheel - near, turn=rig.set_turn, joint=setup.joint)
        far = rig.away + setup.wheel - near
        cures = (Cure(RigCure.BACK, far, put),) if put and level is Level.STOP and far <= FARTHEST else ()
        yield Finding(RigCode.RIG_WHEEL, level, "8.6", {"picture": key}, near, setup.wheel, "mm", cures)
    if setup.knees:
        lows = [(scheme.pictures[one.key], scheme.kept(Rigs).body_of(one.key).bump) for one in rig.row]
        low = min(picture.bottom - picture.frame_bottom - bump for picture, bump in lows)
        level = Level.MIND if beyond(setup.knees, low) else Level.GOOD
        puts = (
            [PutPicture(id=one, z=scheme.pictures[one].pose.z + setup.knees - low) for one in rig.screens]
            if level is Level.MIND
            else []
        )
        lift = (Cure(RigCure.RAISE, setup.knees - low, several(*puts)),) if puts else ()
        yield Finding(RigCode.RIG_KNEES, level, "8.6", {"picture": key}, low, setup.knees, "mm", lift)


def _kept(key: str, group: Group, rig: Rig, room: Room, seats: Mapping[str, Seat], scheme: Scheme) -> Iterator[Finding]:
    """Every position that is kept, checked as if the rig stood so."""
    for name, stand in scheme.kept(Rigs).stands.items():
        if stand.of != key or set(stand.poses) != set(group.members):
            continue
        pictures = {
            **scheme.pictures,
            **{one: scheme.pictures[one].model_copy(update={"pose": pose}) for one, pose in stand.poses.items()},
        }
        there = rig_of(group, pictures, seats)
        if there is None:
            continue
        now = all(scheme.pictures[one].pose == pose for one, pose in stand.poses.items())
        found = [*_stands(key, there, pictures, room, scheme.kept(Rigs).setup_of(key).joint)]
        worst = min((one.level for one in found), key=lambda level: level.rank, default=Level.GOOD)
        level = Level.MIND if worst is Level.STOP else Level.NOTE if worst is Level.MIND else Level.GOOD
        stops = sum(one.level is Level.STOP for one in found)
        more: dict[str, object] = {"stand": stand.name, "stops": stops, "now": now, "part": name, "who": there.who}
        yield Finding(RigCode.RIG_STAND, level, "8.2", {"picture": key}, there.whole, None, "deg", more=more)


def _off(p: tuple[float, float], a: tuple[float, float], b: tuple[float, float]) -> float:
    """How far a place is from a line between two [mm]."""
    dx, dy = b[0] - a[0], b[1] - a[1]
    t = ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy or 1.0)
    t = min(max(t, 0.0), 1.0)
    return math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy)
