"""One picture for every seat: views, height ladder, sightlines, and their figures (rules 2.1, 3.1–3.3, 4.1–4.5)."""

from __future__ import annotations

import math
from functools import cached_property
from typing import ClassVar, NamedTuple

from oval_room.core.figures import FigureBook, Input, findings_are_bare
from oval_room.core.plan.document import Choices
from oval_room.core.plan.gear import GearShelf, Screen
from oval_room.core.plan.measure import Measure
from oval_room.core.record import record
from oval_room.core.screens.cloth import BOTTOM_BAR
from oval_room.core.screens.document import Picture
from oval_room.core.screens.placing import HANGS_FREE, MAY_HANG, OVERHEAD, STANDING, stacked, things_below
from oval_room.core.survey.document import Seat, Survey, Thing
from oval_room.core.units import Ruler
from oval_room.core.viewing.angles import distance_for_angle
from oval_room.core.viewing.ladder import (
    HEIGHT_SCHOOLS,
    OVER_FURNITURE,
    Bound,
    Ladder,
    Obstacle,
    Rungs,
    Sides,
    all_sides,
    build_ladder,
    intersect,
    school_bottom,
    seat_bounds,
    standing_bounds,
    tightest_bounds,
    widest,
)
from oval_room.core.viewing.neck import squaring_tilt
from oval_room.core.viewing.school_of import Follows
from oval_room.core.viewing.schools import SIZE_SCHOOLS
from oval_room.core.viewing.seated import Seated, heads_before
from oval_room.core.viewing.sharpness import Use, distance_at_60, least_lines, pixel_pitch, usable_lines
from oval_room.core.viewing.sightlines import Sightline, in_fan, sightline
from oval_room.core.viewing.views import SeatView, views_of

SHELF_GAP = 50.0
OFF_FLOOR = 150.0  # what begins higher hangs on the wall: a picture may go under it
PICTURE_GAP = 20.0  # between stacked pictures, frame to frame
TILT_WORTH_SAYING = 5.0


class Over(NamedTuple):
    """A back seat's sightline over a front seat."""

    back: str
    front: str
    sight: Sightline
    wanted: float


@record
class PictureViews:
    """Every seat's view of one picture, its height ladder, the bottom edge of the school chosen and of every school,
    the worst sightline by back seat."""

    seats: dict[str, SeatView]
    rungs: Rungs
    school_bottom: float | None
    schools: dict[str, float]
    over: dict[str, Over]


@record
class Moves:
    """What of a mount bears on how a picture is seen: how far it rises, down and up [mm], and tilts [deg]."""

    by_value: ClassVar[bool] = True
    rises: tuple[float, float] | None
    tilt_down: tuple[float, float]


class OnePicture:
    """One picture with everything that bounds it: its seats' views, its ladder, its sightlines, its figures."""

    def __init__(
        self,
        key: str,
        picture: Picture,
        others: list[Picture],
        survey: Survey,
        choices: Choices,
        follows: Follows,
        gear: GearShelf,
        ruler: Ruler,
        use: Use,
        moves: Moves | None,
        seats: Seated,
    ) -> None:
        self.others, self.use, self.follows, self.bare = others, use, follows, findings_are_bare()
        self.key, self.picture, self.survey, self.choices, self.ruler = key, picture, survey, choices, ruler
        self._standing: dict[float, list[Bound]] = {}
        self._bounds: dict[float, list[Bound]] = {}
        self.item = gear.get(picture.gear) if picture.gear else None
        self.mount = moves
        self.seated = seats
        self.seats = views_of(picture, survey.seats, seats)
        self.main = survey.seats.get(survey.main or "")
        self.over = self._sightlines()
        self.obstacles = self._obstacles()
        self.sides, self.free = self._choose_sides()
        schools = {} if self.bare else self.schools
        chosen_school = schools.get(choices.height_school)
        self.views = PictureViews(self.seats, self.rungs(picture.height), chosen_school, schools, self.over)

    @cached_property
    def schools(self) -> dict[str, float]:
        """The bottom edge of every school of height, for the main seat [mm]; none without one (rules 4.2)."""
        if self.main is None:
            return {}
        eye, height = self.main.eye_point.z, self.picture.height
        lowest = self._standing_on(height)
        return {school: school_bottom(school, eye, height=height, lowest=lowest) for school in HEIGHT_SCHOOLS}

    # ── the ladder ──

    def rungs(self, height: float) -> Rungs:
        """The height ladder for a picture of some height at this place."""
        bounds = [*self._fixed(height), *self._beside(height, self.sides)]
        free = () if self.bare else self.free
        others = [ladder for sides in free if (ladder := self._between(height, sides)).feasible]
        return build_ladder(bounds, others)

    def _fixed(self, height: float) -> list[Bound]:
        """Bounds that hold whichever side of what hangs on the wall the picture is on."""
        if height not in self._bounds:
            self._bounds[height] = self._all_fixed(height)
        return self._bounds[height]

    def _all_fixed(self, height: float) -> list[Bound]:
        bounds = list(self._around(height))
        bounds += [bound for other in self.others if (bound := self._stacked(other, height)) is not None]
        eyes, seats = self.seated.eyes, self.survey.seats
        looks = [(eyes[key].z, self.seats[key].level_distance, seat.gaze_pitch) for key, seat in seats.items()]
        if self.bare:
            bounds += tightest_bounds(height, looks)
        else:
            for seat, (eye_z, reach, pitch) in zip(seats.values(), looks, strict=True):
                bounds += seat_bounds(height, eye_z=eye_z, level_distance=reach, gaze_pitch=pitch, who=seat.name)
        for over in self.over.values():
            name = f"{self.survey.seats[over.back].name} over {self.survey.seats[over.front].name}"
            bounds.append(Bound(name, lo=over.sight.bottom_without_riser, hard=False))
        return bounds

    def _beside(self, height: float, sides: Sides) -> list[Bound]:
        """Bounds from what hangs on the wall, on these sides of it."""
        frames = (self.picture.frame_bottom, self.picture.frame_top)
        return [one.bound(over, height, *frames) for one, over in zip(self.obstacles, sides, strict=True)]

    def _between(self, height: float, sides: Sides) -> Ladder:
        """The range of the hard bounds on these sides."""
        return intersect([*(b for b in self._fixed(height) if b.hard), *self._beside(height, sides)])

    def _obstacles(self) -> list[Obstacle]:
        """What hangs on the picture's wall, or is hung there: shelves, mantels, lintels, wall cabinets."""
        things = self.below(*OVERHEAD)
        things += [thing for thing in self._under(*MAY_HANG) if self._hangs(thing)]
        return [Obstacle(thing.name, thing.z_from, thing.z_to, OVER_FURNITURE, SHELF_GAP) for thing in things]

    def _choose_sides(self) -> tuple[Sides, list[Sides]]:
        """The sides the picture is on, else those with the widest room; and the others (rules 4.3)."""
        picture = self.picture
        if not self.obstacles:
            return (), []
        ways = all_sides(self.obstacles)
        low, high = picture.bottom - picture.frame_bottom, picture.top + picture.frame_top
        mine = tuple(picture.pose.z >= (one.low + one.high) / 2 for one in self.obstacles)
        if mine not in ways or any(one.meets(low, high) for one in self.obstacles):
            ladders = [(self._between(picture.height, way), way) for way in ways]
            room = [pair for pair in ladders if pair[0].feasible]
            if room:
                mine = room[widest([ladder for ladder, _ in room])][1]
            elif mine not in ways:
                mine = ways[0]
        return mine, [way for way in ways if way != mine]

    def _around(self, height: float) -> list[Bound]:
        """Bounds from the floor, what stands below, the ceiling and the mount's own travel (rules 4.3)."""
        if height not in self._standing:
            self._standing[height] = self._all_around(height)
        return self._standing[height]

    def _all_around(self, height: float) -> list[Bound]:
        picture, item = self.picture, self.item
        case = item.case_height + picture.case_below if isinstance(item, Screen) and item.case_height else 0.0
        rising = isinstance(item, Screen) and item.way == "floor-rising"
        under = self._under(*STANDING, "soundbar")
        bars = [thing for thing in under if thing.kind == "soundbar" or thing.part == "centre"]
        bar = max(bars, key=lambda thing: thing.z_to, default=None)
        bounds = standing_bounds(
            height,
            furniture_top=max(
                (thing.z_to for thing in under if thing not in bars and not self._hangs(thing)), default=None
            ),
            soundbar_top=bar.z_to if bar else None,
            bar="centre speaker" if bar and bar.kind == "speaker" else "soundbar",
            ceiling=self._ceiling(),
            frame_below=picture.frame_bottom,
            frame_above=picture.frame_top + (0.0 if rising else case),
        )
        bounds.append(Bound("floor", lo=picture.frame_bottom))
        fires = self.below("fire")
        bounds += [Bound(fire.name, lo=fire.z_to + OVER_FURNITURE + picture.frame_bottom) for fire in fires]
        if rising:
            assert isinstance(item, Screen)
            bounds.append(Bound("case", lo=case + item.black_drop + picture.frame_bottom))
        if self.mount is not None and self.mount.rises is not None:
            down, up = self.mount.rises
            bounds += [
                Bound(
                    f"{b.name}, mount's travel",
                    b.lo - down if b.lo is not None else None,
                    b.hi - up if b.hi is not None else None,
                )
                for b in bounds
            ]
        return bounds

    def below(self, *kinds: str) -> list[Thing]:
        """Things of some kinds that stand under or over it at its wall."""
        return [thing for thing in self._things if thing.kind in kinds]

    @cached_property
    def _things(self) -> list[Thing]:
        return things_below(self.picture, self.survey.things)

    @staticmethod
    def _hangs(thing: Thing) -> bool:
        return thing.kind in MAY_HANG and thing.z_from > OFF_FLOOR

    def _under(self, *kinds: str) -> list[Thing]:
        """Things of some kinds that the picture hangs over: a cloth that hangs before them doesn't."""
        below = self.below(*kinds)
        if self.picture.kind != "screen":
            return below
        bar = BOTTOM_BAR / 2 if isinstance(self.item, Screen) and self.item.way in HANGS_FREE else 0.0
        return [thing for thing in below if thing.y_to > self.picture.pose.y - bar]

    def _standing_on(self, height: float) -> float:
        """The lowest bottom edge over what stands below [mm]."""
        around = [*self._around(height), *self._beside(height, self.sides)]
        under = [bound.lo for bound in around if bound.lo is not None]
        under += [b.lo for other in self.others if (b := self._stacked(other, height)) is not None and b.lo is not None]
        return max(under)

    def _stacked(self, other: Picture, height: float) -> Bound | None:
        """The bound that a picture over or under this one, on the same wall face, puts on it (rules 4.3)."""
        mine = self.picture
        if not stacked(mine, other):
            return None
        if other.pose.z >= mine.pose.z:
            return Bound(other.name, hi=other.bottom - other.frame_bottom - PICTURE_GAP - mine.frame_top - height)
        return Bound(other.name, lo=other.top + other.frame_top + PICTURE_GAP + mine.frame_bottom)

    def _ceiling(self) -> float:
        """The lowest ceiling over the picture with its frame [mm]."""
        pose, half = self.picture.pose, self.picture.across / 2 + self.picture.frame_side
        if self.survey.room.slopes:
            return self.survey.room.ceiling_over(pose.x - half, pose.x + half, pose.y)
        return self.survey.room.height.value

    def _sightlines(self) -> dict[str, Over]:
        """For each seat of a back row, its worst sightline over a head of the row in front that is in its fan."""
        picture, out = self.picture, dict[str, Over]()
        middle, plane, half, bottom = picture.pose.x, picture.pose.y, picture.across / 2, picture.bottom
        for name, eye, heads in heads_before(middle, plane, self.seated.behind):
            worst: Over | None = None
            for other, head, aside, share, wanted in heads:
                if not in_fan(aside, share, half=half):
                    continue
                sight = sightline(
                    picture_y=plane, bottom_z=bottom, front=(head.y, head.z), back=(eye.y, eye.z), wanted=wanted
                )
                if worst is None or sight.clearance - wanted < worst.sight.clearance - worst.wanted:
                    worst = Over(name, other, sight, wanted)
            if worst is not None:
                out[name] = worst
        return out

    # ── figures ──

    def write_figures(self, book: FigureBook) -> None:
        picture, key = self.picture, self.key
        source = picture.width.source
        w = Input("w", "picture width", picture.width.value, "mm", source)
        h = Input("h", "picture height", picture.height, "mm")
        z_c = Input("z_c", "picture centre above the floor", picture.pose.z, "mm", "chosen")
        book.add("width", picture.width.value, w, picture=key)
        book.add("height", picture.height, w, Input("a", "aspect", picture.aspect, "ratio", source), picture=key)
        book.add("diagonal", math.hypot(picture.width.value, picture.height), w, h, picture=key)
        book.add("bottom", picture.bottom, z_c, h, picture=key)
        book.add("top", picture.top, z_c, h, picture=key)
        target = SIZE_SCHOOLS[self.follows.school].target
        aim = Input("A", f"target of {self.follows.school}", target, "deg", "rule")
        away = distance_for_angle(picture.across, target) + picture.bow
        if picture.curve is None:
            book.add("at_target", away, w, aim, picture=key)
        else:
            c, s = Input("c", "chord", picture.across, "mm"), Input("s", "depth of the curve", picture.bow, "mm")
            book.add("curved_at_target", away, c, s, aim, picture=key)
        pitch = pixel_pitch(picture.width.value, picture.pixels[0])
        book.add("at_sixty", distance_at_60(pitch), Input("p", "pixel pitch", pitch, "mm", source), picture=key)
        hard = self.views.rungs.hard
        book.add("lowest", hard.lo, subject=hard.lo_name or "", picture=key)
        book.add("highest", hard.hi, subject=hard.hi_name or "", picture=key)
        for name, view in self.views.seats.items():
            self._seat_figures(book, name, view, (w, h, z_c))
        if self.main and picture.kind == "panel":
            view = self.views.seats[self.survey.main or ""]
            z_e = self._eye(self.main)
            d = Input("d", "level distance, square on", max(view.own.out, 1.0), "mm", self.main.y.source)
            book.add("tilt", squaring_tilt(picture.pose.z, self.main.eye_point.z, d.value), z_c, z_e, d, picture=key)

    def _eye(self, seat: Seat) -> Input:
        return Input("z_e", "eye above the floor", seat.eye_point.z, "mm", _worst_source(seat.eye, seat.floor))

    def _seat_figures(self, book: FigureBook, name: str, view: SeatView, common: tuple[Input, Input, Input]) -> None:
        w, h, z_c = common
        seat, picture = self.survey.seats[name], self.picture
        ids = {"picture": self.key, "seat": name}
        place = _worst_source(seat.x, seat.y)
        d = Input("d", "eye before the picture's plane", view.own.out, "mm", place)
        r = Input("r", "eye to the side of its middle", view.own.right, "mm", place)
        far = Input("r", "level distance to its middle", view.level_distance, "mm", place)
        z_e = self._eye(seat)
        z_t = Input("z_t", "top edge above the floor", picture.top, "mm", "chosen")
        pitch = Input(
            "p", "pixel pitch", pixel_pitch(picture.width.value, picture.pixels[0]), "mm", picture.width.source
        )
        if picture.curve is None:
            book.add("angle", view.angle, w, r, d, subject=seat.name, **ids)
        else:
            radius = Input("R", "radius", picture.curve, "mm", picture.width.source)
            book.add("curved_angle", view.angle, w, radius, subject=seat.name, **ids)
        book.add("off_axis", view.off_axis, r, d, subject=seat.name, **ids)
        book.add("distance", view.own.out if view.own.out > 0 else None, d, subject=seat.name, **ids)
        book.add("sharpness", view.per_degree, pitch, d, subject=seat.name, **ids)
        if view.own.out > 0:
            book.add("least_lines", least_lines(picture.width.value, view.own.out), w, d, subject=seat.name, **ids)
        lines = usable_lines(picture.height, view.own.out) if view.own.out > 0 else None
        book.add("lines", lines, h, d, subject=seat.name, **ids)
        book.add(
            "neck",
            view.neck,
            z_c,
            z_e,
            far,
            Input("g", "gaze", seat.gaze_pitch, "deg", "rule"),
            subject=seat.name,
            **ids,
        )
        book.add("top_angle", view.top, z_t, z_e, far, subject=seat.name, **ids)
        over = self.over.get(name)
        if over:
            front = self.survey.seats[over.front]
            book.add(
                "sightline",
                over.sight.clearance,
                Input("z_s", "bottom edge", picture.bottom, "mm", "chosen"),
                Input("z_b", "back eye up", seat.eye_point.z, "mm", _worst_source(seat.eye, seat.floor)),
                Input("z_f", "front eye up", front.eye_point.z, "mm", _worst_source(front.eye, front.floor)),
                Input("y_f", "front eye out", front.y.value, "mm", front.y.source),
                Input("y_b", "back eye out", seat.y.value, "mm", seat.y.source),
                Input("y_p", "picture's plane", picture.pose.y, "mm", "chosen"),
                subject=seat.name,
                **ids,
            )


def _worst_source(*measures: Measure) -> str:
    order = ("default", "assumed", "chosen", "maker", "read", "as-built")
    return min((measure.source for measure in measures), key=order.index)
