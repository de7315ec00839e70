"""Study of pictures as things: curves, splits and cloth, surfaces that suit their projector, pictures in each
other's way or level beside each other, cloths through their travel (rules 2.2 to 2.7)."""

from __future__ import annotations

import math
from collections.abc import Mapping
from itertools import combinations, pairwise
from typing import Final, NamedTuple

from oval_room.core.commands import several
from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import SLIM, Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Mount, Panel, Screen
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.cloth import BOTTOM_BAR, CLEAR_MOVING, CLEAR_STILL, GRIP, WEAVE_TURN, cloth_piece
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import OFF_FACE, Face, extent, hangs_on
from oval_room.core.screens.figures import KINDS
from oval_room.core.screens.placing import HANGS_FREE, SAME_FACE, things_below
from oval_room.core.screens.says import PictureCure, ScreenCode
from oval_room.core.screens.shapes import LEVEL_WITHIN, Display, beside, split
from oval_room.core.survey.document import Survey, Thing
from oval_room.core.units import Ruler, Side

ROW: Final = 150.0
"""Pictures whose edges are this near to level are meant to be [mm]."""
TRAVELS: Final = ("drop-down", "manual", "floor-rising")
"""Ways of a screen whose bar passes what is behind it."""
UST: Final = 0.6
"""Lenses under this throw ratio light a lenticular surface from below."""


PLATE_HALF: Final = 200.0
"""Half a wall plate's width while no mount is chosen [mm]."""
AT_WALL: Final = 100.0
"""What starts no farther out than this stands at the wall [mm]."""
BESIDE: Final = 600.0
"""Panels whose frames are no farther apart than this stand beside each other [mm]."""


@record
class ScreensResult(Result):
    """Pictures as things."""


def study_screens(
    survey: Survey, scheme: Scheme, looked: Scheme, gear: GearShelf, ruler: Ruler, only: str | None = None
) -> ScreensResult:
    """Pictures of one wall against each other, what hangs before them, and their surfaces.

    Args:
        looked: the scheme with each wall of displays as the one picture it is looked at as; its displays are only
            looked at for being in each other's way.
        only: the picture whose own verdicts are wanted; None for all.
    """
    out: list[Finding] = []
    book = FigureBook(KINDS)
    if not book.unwanted:
        for key, picture in looked.pictures.items():
            _write_shape(book, key, picture)
    for key, projector in scheme.feeds.items():
        out += _surface(key, scheme.pictures[key], gear.get(projector.gear), survey)
    for (a, one), (b, other) in combinations(looked.pictures.items(), 2):
        if only not in (None, b):
            continue
        rig = scheme.groups.get(scheme.group_of(a) or "")
        if rig is None or not rig.round_seat or b not in rig.members:  # a rig judges its own joints
            out += _two(a, one, b, other, ruler)
    for group in scheme.groups.values():
        if group.kind == "wall":
            out += _over_each_other({key: scheme.pictures[key] for key in group.members}, ruler)
    out += _gaps(looked, ruler)
    for key, picture in looked.pictures.items():
        if only not in (None, key):
            continue
        item = gear.get(picture.gear or "")
        out += _face(key, picture, survey, gear, ruler)
        if isinstance(item, Screen) and item.way in TRAVELS:
            out += _drop(key, picture, item.way == "floor-rising", survey, scheme, gear, ruler)
            out += _before_openings(key, picture, survey)
    for key, picture in scheme.pictures.items():
        out += _roll(key, picture)
    return ScreensResult(book.figures, tuple(out))


def _write_shape(book: FigureBook, key: str, picture: Picture) -> None:
    """Figures of a curved, a split and a woven picture (rules 2.2, 2.4, 2.7)."""
    w = Input("w", "picture width", picture.width.value, "mm", picture.width.source)
    h = Input("h", "picture height", picture.height, "mm")
    if picture.curve is not None:
        radius = Input("R", "radius", picture.curve, "mm", "maker" if picture.gear else "chosen")
        book.add("chord", picture.across, w, radius, picture=key)
        book.add("bow", picture.bow, w, radius, picture=key)
    if picture.split != (1, 1):
        columns, rows = picture.split
        wide, high = split(picture.width.value, picture.height, columns=columns, rows=rows)
        n, m = Input("n", "columns", columns, "lines", "chosen"), Input("m", "rows", rows, "lines", "chosen")
        book.add("part_width", wide, w, n, picture=key)
        book.add("part_diagonal", math.hypot(wide, high), w, h, n, m, picture=key)
    if picture.kind == "screen" and picture.surface == "woven":
        across, down = cloth_piece(picture.width.value, picture.height, turn_deg=WEAVE_TURN, margin=GRIP)
        turn, grip = (
            Input("φ", "weave turned by", WEAVE_TURN, "deg", "rule"),
            Input("m", "grip each side", GRIP, "mm", "rule"),
        )
        book.add("cloth_w", across, w, h, grip, turn, picture=key)
        book.add("cloth_h", down, w, h, grip, turn, picture=key)


def _roll(key: str, picture: Picture) -> list[Finding]:
    """Whether a woven cloth can be cut from its roll in one piece, its shorter side across (rules 2.7)."""
    if picture.cloth_roll is None or picture.surface != "woven":
        return []
    sides = cloth_piece(picture.width.value, picture.height, turn_deg=WEAVE_TURN, margin=GRIP)
    level = Level.MIND if beyond(min(sides), picture.cloth_roll) else Level.GOOD
    more = {"long": max(sides)}
    return [Finding(ScreenCode.ROLL, level, "2.7", {"picture": key}, min(sides), picture.cloth_roll, more=more)]


def _surface(key: str, picture: Picture, item: object, survey: Survey) -> list[Finding]:
    """Whether a surface suits the way its projector throws; with an ultra-short one, whether its furniture is known
    (rules 2.5, 4.7)."""
    short = getattr(item, "lens", (1.0, 1.0))[0] < UST
    about, more = {"picture": key}, {"surface": picture.surface, "short": short}
    out = []
    wrong = {"lenticular": not short, "contrast": short}.get(picture.surface, False)
    if wrong:
        level = Level.MIND if short else Level.STOP
        better = "lenticular" if short else "grey"
        cure = Cure(PictureCure.SURFACE, 0.0, PutPicture(id=key, surface=better), name=better)
        out.append(Finding(ScreenCode.SURFACE, level, "2.5", about, cures=(cure,), more=more))
    if short and not things_below(picture, survey.things, "furniture", "cabinet"):
        out.append(Finding(ScreenCode.FURNITURE_FIRST, Level.MIND, "4.7", about, picture.bottom))
    return out


def _sides(picture: Picture) -> tuple[float, float, float, float]:
    """Left, right, bottom, top over all, on its wall [mm]."""
    half = picture.across / 2 + picture.frame_side
    return (
        picture.pose.x - half,
        picture.pose.x + half,
        picture.bottom - picture.frame_bottom,
        picture.top + picture.frame_top,
    )


def _face(key: str, picture: Picture, survey: Survey, gear: GearShelf, ruler: Ruler) -> list[Finding]:
    """A picture inside what is built out from its wall, or over its edge (rules 7.3)."""
    item, mount = gear.get(picture.gear or ""), gear.get(picture.mount or "")
    face = hangs_on(picture, survey.things, free=isinstance(item, Screen) and item.way in HANGS_FREE)
    if face is None:
        return []
    thing, about = face.thing, {"picture": key}
    off = face.out + OFF_FACE[picture.kind]
    more: dict[str, float | str] = {"face": thing.name, "part": face.key}
    if face.lie == "on" or (face.lie == "over both edges" and _plate_fits(picture, mount, thing)):
        if picture.pose.y < face.out:
            onto = (Cure(PictureCure.OFF_FACE, OFF_FACE[picture.kind], PutPicture(id=key, y=off), name=thing.name),)
            depth = face.out - picture.pose.y
            return [Finding(ScreenCode.IN_MASONRY, Level.STOP, "7.3", about, depth, 0.0, cures=onto, more=more)]
        if face.lie == "on":
            return []
        wide = thing.x_to - thing.x_from
        over = picture.across + 2 * picture.frame_side - wide
        return [Finding(ScreenCode.PAST_FACE, Level.MIND, "7.3", about, over, wide, more=more)]
    cures = _off_the_edge(key, picture, face, survey, ruler)
    (left, right), on = extent(picture), 0.0
    on = min(right, thing.x_to) - max(left, thing.x_from)
    return [Finding(ScreenCode.BRIDGES, Level.STOP, "7.3", about, on, right - left, cures=cures, more=more)]


def _plate_fits(picture: Picture, mount: object, thing: Thing) -> bool:
    """Whether the plate of a picture wider than its face lies on the face."""
    half = mount.plate_width / 2 if isinstance(mount, Mount) else PLATE_HALF
    return thing.x_from + half <= picture.pose.x <= thing.x_to - half


def _off_the_edge(key: str, picture: Picture, face: Face, survey: Survey, ruler: Ruler) -> tuple[Cure, ...]:
    """Onto the face where it fits there, and into the wall beside it where it fits there: nearest first."""
    thing, half = face.thing, picture.across / 2 + picture.frame_side
    stand = OFF_FACE[picture.kind]
    places = []
    if 2 * half <= thing.x_to - thing.x_from:
        x = min(max(picture.pose.x, thing.x_from + half), thing.x_to - half)
        places.append((x, face.out + stand))
    for x in (thing.x_from - half, thing.x_to + half):
        if half <= x <= survey.room.width.value - half:
            places.append((x, stand))
    puts = []
    for x, y in sorted(places, key=lambda place: abs(place[0] - picture.pose.x)):
        side: Side = "nearest" if y > stand else "greatest" if x < picture.pose.x else "least"
        at = ruler.safe(x, side)
        kind = PictureCure.ON_FACE if y > stand else PictureCure.BESIDE_FACE
        puts.append(Cure(kind, at, PutPicture(id=key, x=at, y=y), name=thing.name))
    return tuple(puts)


def _two(a: str, one: Picture, b: str, other: Picture, ruler: Ruler) -> list[Finding]:
    if abs(one.pose.y - other.pose.y) > SAME_FACE:
        return []
    l1, r1, b1, t1 = _sides(one)
    l2, r2, b2, t2 = _sides(other)
    across, up = min(r1, r2) - max(l1, l2), min(t1, t2) - max(b1, b2)
    about = {"picture": b}
    if across > 0.5 and up > 0.5:
        aside = ruler.safe(other.pose.x + (r1 - l2 if other.pose.x >= one.pose.x else l1 - r2), "nearest")
        above = ruler.safe(other.bottom + t1 - b2, "least")
        cures = (
            Cure(PictureCure.PICTURE_ALONG, aside, PutPicture(id=b, x=aside)),
            Cure(PictureCure.BOTTOM_AT, above, PutPicture(id=b, bottom=above)),
        )
        more = {"part": a, "other": a}
        return [
            Finding(ScreenCode.PICTURES_OVERLAP, Level.STOP, "2.6", about, min(across, up), 0.0, cures=cures, more=more)
        ]
    return _not_level(a, one, b, other) + _beside(a, one, b, other, across, up)


def _over_each_other(pictures: Mapping[str, Picture], ruler: Ruler) -> list[Finding]:
    """Displays of a wall that lie over each other: only those that share a stretch of the wall are compared."""
    out: list[Finding] = []
    sides = sorted((_sides(one), key) for key, one in pictures.items())
    for n, ((_, right, low, high), key) in enumerate(sides):
        for (left, _, foot, top), other in sides[n + 1 :]:
            if left >= right - 0.5:
                break
            if min(top, high) - max(foot, low) > 0.5:
                out += _two(key, pictures[key], other, pictures[other], ruler)
    return out


def _gaps(scheme: Scheme, ruler: Ruler) -> list[Finding]:
    """Rows of three panels or more whose gaps, frame to frame, are not alike (rules 2.3)."""
    left, out = {key: one for key, one in scheme.pictures.items() if one.kind == "panel"}, []
    while len(left) > 2:  # fewer have no two gaps
        first = left[next(iter(left))]
        row = [
            key
            for key, one in left.items()
            if abs(one.pose.y - first.pose.y) <= SAME_FACE and one.bottom < first.top and one.top > first.bottom
        ]
        row.sort(key=lambda key: left[key].pose.x)
        sides = [_sides(left[key]) for key in row]
        gaps = [b[0] - a[1] for a, b in pairwise(sides)]
        if len(gaps) > 1 and min(gaps) > 0 and LEVEL_WITHIN < max(gaps) - min(gaps) <= max(gaps) / 2 + ROW:
            even = ruler.safe(sum(gaps) / len(gaps), "nearest")
            moves, at = [], sides[0][0]
            for key, (l1, r1, _, _) in zip(row, sides, strict=True):
                moves.append(PutPicture(id=key, x=at + (r1 - l1) / 2))
                at += r1 - l1 + even
            cure = Cure(PictureCure.GAPS, even, several(*moves))
            more = {"part": row[-1], "least": min(gaps), "greatest": max(gaps), "count": len(row)}
            out.append(
                Finding(
                    ScreenCode.GAPS,
                    Level.NOTE,
                    "2.3",
                    {"picture": row[0]},
                    max(gaps) - min(gaps),
                    LEVEL_WITHIN,
                    cures=(cure,),
                    more=more,
                )
            )
        for key in row:
            del left[key]
    return out


def _beside(a: str, one: Picture, b: str, other: Picture, across: float, up: float) -> list[Finding]:
    """Do two panels beside each other look of one height, and does a window keep its size? (rules 2.3)"""
    if not (one.kind == other.kind == "panel" and -BESIDE <= across <= 0.5 and up > 0):
        return []
    shapes = [
        Display(picture.height, picture.width.value / picture.pixels[0], picture.frame_top, picture.frame_bottom)
        for picture in (one, other)
    ]
    found = beside(*shapes)
    level = Level.GOOD if found.level_together and found.keeps_size else Level.NOTE
    more = {"part": a, "other": a, "found": found}
    worst = max(found.viewable, found.overall)
    return [Finding(ScreenCode.BESIDE, level, "2.3", {"picture": b}, worst, LEVEL_WITHIN, more=more)]


def _not_level(a: str, one: Picture, b: str, other: Picture) -> list[Finding]:
    """Pictures of a row whose bottom edges are nearly level, neither tops nor middles being so (rules 2.3)."""
    about = {"picture": b}
    l1, r1, *_ = _sides(one)
    l2, r2, *_ = _sides(other)
    across = min(r1, r2) - max(l1, l2)
    lined_up = min(abs(one.top - other.top), abs(one.pose.z - other.pose.z)) <= LEVEL_WITHIN
    near = across <= 0.5 and 0.5 < abs(one.bottom - other.bottom) <= ROW
    if near and one.kind == other.kind == "panel" and not (lined_up and one.height != other.height):
        off = abs(one.bottom - other.bottom)
        level = Level.GOOD if off <= LEVEL_WITHIN else Level.MIND
        cure = Cure(PictureCure.BOTTOM_AT, one.bottom, PutPicture(id=b, bottom=one.bottom))
        more = {"part": a, "other": a}
        return [
            Finding(
                ScreenCode.NOT_LEVEL,
                level,
                "2.3",
                about,
                off,
                LEVEL_WITHIN,
                cures=(cure,) if level is Level.MIND else (),
                more=more,
            )
        ]
    return []


def _drop(
    key: str, picture: Picture, rising: bool, survey: Survey, scheme: Scheme, gear: GearShelf, ruler: Ruler
) -> list[Finding]:
    """What the bar of a cloth that drops or rises passes or faces: everything behind it within its width (rules
    2.6)."""
    left, right, low, high = _sides(picture)
    back = picture.pose.y - BOTTOM_BAR / 2
    worst: tuple[float, float, str] | None = None
    for front, name, foot, top in [*_panels(key, scheme, gear, left, right), *_things(survey, left, right)]:
        passed = foot < high + BOTTOM_BAR if rising else top > low - BOTTOM_BAR
        wanted = CLEAR_MOVING if passed else CLEAR_STILL
        beyond_it = foot > high + 200 if rising else top < low - 200
        if beyond_it or front > picture.pose.y + 400:
            continue  # it lies well past where the bar rests, or stands in the room before the cloth
        spare = back - front - wanted
        if worst is None or spare < worst[0]:
            worst = (spare, wanted, name)
    if worst is None:
        return []
    spare, wanted, name = worst
    level = Level.STOP if spare < 0 else Level.GOOD
    off = ruler.safe(picture.pose.y - spare, "least")
    cures = (Cure(PictureCure.CLOTH_OUT, off, PutPicture(id=key, y=off)),) if spare < 0 else ()
    more = {"thing": name, "moving": wanted == CLEAR_MOVING, "rising": rising}
    return [
        Finding(ScreenCode.DROP_CLEAR, level, "2.6", {"picture": key}, spare + wanted, wanted, cures=cures, more=more)
    ]


def _before_openings(key: str, picture: Picture, survey: Survey) -> list[Finding]:
    """The doors and windows of its wall that a cloth hangs before while it is out (rules 2.6)."""
    left, right, low, high = _sides(picture)
    out: list[Finding] = []
    for opening_key, opening in survey.openings.items():
        wall = survey.room.wall_named(opening.wall)
        if wall is None:
            continue
        (x1, y1), (x2, y2) = (wall.room(along, 0.0) for along in opening.ends)
        over = min(right, max(x1, x2)) - max(left, min(x1, x2))
        up = min(high, opening.head.value) - max(low, opening.sill.value)
        if max(abs(y1), abs(y2)) > AT_WALL or min(over, up) <= SLIM:
            continue
        level = Level.NOTE if opening.kind == "window" else Level.MIND
        leaf = opening.swing.startswith("in") and opening.width.value > picture.pose.y - BOTTOM_BAR / 2
        about = {"picture": key, "opening": opening_key}
        more = {"kind": opening.kind, "leaf": leaf}
        out.append(Finding(ScreenCode.DROP_OPENING, level, "2.6", about, over, opening.width.value, more=more))
    return out


class _Passed(NamedTuple):
    """Something behind a cloth: how far its face stands out, its name, its foot and top above the floor [mm]."""

    front: float
    name: str
    foot: float
    top: float


def _panels(key: str, scheme: Scheme, gear: GearShelf, left: float, right: float) -> list[_Passed]:
    """Panels behind a cloth."""
    out = []
    for other, panel in scheme.pictures.items():
        l2, r2, foot, top = _sides(panel)
        if (
            other != key
            and panel.kind == "panel"
            and l2 < right
            and r2 > left
            and isinstance(gear.get(panel.gear or ""), (Panel, type(None)))
        ):
            out.append(_Passed(panel.pose.y, panel.name, foot, top))
    return out


def _things(survey: Survey, left: float, right: float) -> list[_Passed]:
    """Things at the wall behind a cloth."""

    def behind(thing: Thing) -> bool:
        return (
            thing.x_from < right
            and thing.x_to > left
            and thing.y_from < AT_WALL
            and thing.kind not in ("walkway", "platform", "beam", "bulkhead")
        )

    return [
        _Passed(thing.y_to, thing.name, thing.z_from, thing.z_to) for thing in survey.things.values() if behind(thing)
    ]
