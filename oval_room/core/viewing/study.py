"""Study of the pictures: what every seat gets of each, and where it may hang (rules 2.1, 3.1–3.3, 4.1–4.5)."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import NamedTuple

from oval_room.core.commands import Command, PutPicture, PutSeat, several
from oval_room.core.figures import Figure, FigureBook, Input
from oval_room.core.findings import Code, Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Choices, Picture, Scheme, Seat, Survey, Thing
from oval_room.core.plan.gear import GearShelf, Mount, Screen
from oval_room.core.plan.measure import Measure, chosen
from oval_room.core.pose import Own, to_own
from oval_room.core.units import Ruler
from oval_room.core.viewing.angles import (
    distance_for_angle,
    distance_from_seat,
    horizontal_angle,
    off_axis_angle,
    width_from_seat,
)
from oval_room.core.viewing.heat import TOO_HOT, WARM, heat_level
from oval_room.core.viewing.ladder import Bound, Ladder, Rungs, build_ladder, school_bottom, seat_bounds, standing_bounds
from oval_room.core.viewing.neck import angle_up, neck_level, squaring_tilt, tilt_covered, top_level
from oval_room.core.viewing.schools import SIZE_SCHOOLS, school_level
from oval_room.core.viewing.sharpness import COARSE, pixel_pitch, pixels_per_degree, usable_lines
from oval_room.core.viewing.sightlines import CROWN, STAGGERED, Sightline, head_in_fan, sightline

SHELF_GAP = 50.0
AT_THE_WALL = 100.0  # a thing starting no farther out than this from the picture's plane stands below it
PICTURE_GAP = 20.0  # between stacked pictures, frame to frame
SAME_FACE = 60.0  # pictures nearer in depth than this share a wall face
NEAR_A_FIRE = 700.0  # a fire no farther out than this heats what hangs over it
IN_LINE = 200.0  # a front head nearer to the line of sight than this is looked over, not past
TILT_WORTH_SAYING = 5.0


@dataclass(frozen=True, slots=True)
class SeatView:
    """What one seat gets of one picture; None where the eye is behind it."""

    own: Own
    level_distance: float
    angle: float | None
    off_axis: float | None
    per_degree: float | None
    neck: float
    top: float


class Over(NamedTuple):
    """A back seat's sightline over a front seat."""

    back: str
    front: str
    sight: Sightline
    wanted: float


@dataclass(frozen=True, slots=True)
class PictureViews:
    """Every seat's view of one picture, its height ladder, the school's bottom edge, the worst sightline by back seat."""

    seats: dict[str, SeatView]
    rungs: Rungs
    school_bottom: float | None
    over: dict[str, Over]


@dataclass(frozen=True, slots=True)
class ViewResult:
    figures: dict[str, Figure]
    findings: tuple[Finding, ...]
    pictures: dict[str, PictureViews]


def study_viewing(survey: Survey, scheme: Scheme, choices: Choices, gear: GearShelf, ruler: Ruler) -> ViewResult:
    """Angles, sharpness, neck, ladder and sightlines of every picture in a scheme."""
    book, findings = FigureBook(), []
    views: dict[str, PictureViews] = {}
    if not scheme.pictures:
        findings.append(Finding(Code.NO_PICTURE, Level.NOTE, "0", {}))
    for key, picture in scheme.pictures.items():
        others = [other for name, other in scheme.pictures.items() if name != key]
        one = _OnePicture(key, picture, others, survey, choices, gear, ruler)
        views[key] = one.views
        one.write_figures(book)
        findings += one.findings()
    return ViewResult(book.figures, tuple(findings), views)


def view_of(picture: Picture, seat: Seat) -> SeatView:
    """One seat's view of one picture, in the picture's own axes."""
    eye = seat.eye_point
    own = to_own(picture.pose.point, picture.pose.turn, eye)
    level_distance = max(math.hypot(eye.x - picture.pose.x, eye.y - picture.pose.y), 1.0)
    neck = angle_up(picture.pose.z, eye.z, level_distance) - seat.gaze_pitch
    top = angle_up(picture.top, eye.z, level_distance)
    if own.out <= 0:
        return SeatView(own, level_distance, None, None, None, neck, top)
    pitch = pixel_pitch(picture.width.value, picture.pixels[0])
    return SeatView(
        own,
        level_distance,
        horizontal_angle(picture.width.value, own.right, own.out),
        off_axis_angle(own.right, own.out),
        pixels_per_degree(pitch, own.out),
        neck,
        top,
    )


STANDING = ("furniture", "cabinet", "radiator", "speaker")
"""Kinds of things that a picture hangs over."""
OVERHEAD = ("shelf", "beam", "bulkhead")
"""Kinds that a picture must stay under."""


def things_below(picture: Picture, things: dict[str, Thing], *kinds: str) -> list[Thing]:
    """Things of some kinds that stand under or over the picture at its wall."""
    half = picture.width.value / 2 + picture.frame_side
    return [
        thing
        for thing in things.values()
        if thing.kind in kinds
        and thing.x_from < picture.pose.x + half
        and thing.x_to > picture.pose.x - half
        and thing.y_from <= picture.pose.y + (NEAR_A_FIRE if thing.kind == "fire" else AT_THE_WALL)
    ]


class _OnePicture:
    def __init__(
        self, key: str, picture: Picture, others: list[Picture], survey: Survey, choices: Choices, gear: GearShelf, ruler: Ruler
    ) -> None:
        self.others = others
        self.key, self.picture, self.survey, self.choices, self.ruler = key, picture, survey, choices, ruler
        self.item = gear.get(picture.gear) if picture.gear else None
        mount = gear.get(picture.mount) if picture.mount else None
        self.mount = mount if isinstance(mount, Mount) else None
        seats = {name: view_of(picture, seat) for name, seat in survey.seats.items()}
        self.main = survey.seats.get(survey.main or "")
        self.over = self._sightlines(seats)
        bottom = school_bottom(choices.height_school, self.main.eye_point.z, picture.height) if self.main else None
        self.views = PictureViews(seats, self.rungs(picture.height), bottom, self.over)

    # ── the ladder ──

    def rungs(self, height: float) -> Rungs:
        """The height ladder for a picture of some height at this place."""
        picture = self.picture
        below = things_below(picture, self.survey.things, *STANDING)
        bars = things_below(picture, self.survey.things, "soundbar")
        case = self.item.case_height if isinstance(self.item, Screen) else 0.0
        bounds = standing_bounds(
            height,
            furniture_top=max((thing.z_to for thing in below), default=None),
            soundbar_top=max((thing.z_to for thing in bars), default=None),
            ceiling=self._ceiling(),
            frame_below=picture.frame_bottom,
            frame_above=picture.frame_top + case,
        )
        bounds.append(Bound("floor", lo=picture.frame_bottom))
        for shelf in things_below(picture, self.survey.things, *OVERHEAD):
            bounds.append(Bound(shelf.name, hi=shelf.z_from - SHELF_GAP - picture.frame_top - height))
        bounds += [bound for other in self.others if (bound := self._stacked(other, height)) is not None]
        for seat in self.survey.seats.values():
            eye = seat.eye_point
            reach = max(math.hypot(eye.x - picture.pose.x, eye.y - picture.pose.y), 1.0)
            bounds += seat_bounds(height, eye_z=eye.z, level_distance=reach, gaze_pitch=seat.gaze_pitch, who=seat.name)
        for over in self.over.values():
            name = f"{self.survey.seats[over.back].name} over {self.survey.seats[over.front].name}"
            bounds.append(Bound(name, lo=over.sight.bottom_without_riser, hard=False))
        return build_ladder(bounds)

    def _stacked(self, other: Picture, height: float) -> Bound | None:
        """The bound that a picture over or under this one, on the same wall face, puts on it (rules 4.3)."""
        mine = self.picture
        half = mine.width.value / 2 + mine.frame_side + other.width.value / 2 + other.frame_side
        if abs(mine.pose.x - other.pose.x) >= half or abs(mine.pose.y - other.pose.y) > SAME_FACE:
            return None
        if other.pose.z >= mine.pose.z:
            return Bound(other.name, hi=other.bottom - other.frame_bottom - PICTURE_GAP - mine.frame_top - height)
        return Bound(other.name, lo=other.top + other.frame_top + PICTURE_GAP + mine.frame_bottom)

    def _ceiling(self) -> float:
        """The lowest ceiling over the picture with its frame [mm]."""
        pose, half = self.picture.pose, self.picture.width.value / 2 + self.picture.frame_side
        if self.survey.room.slopes:
            return self.survey.room.ceiling_over(pose.x - half, pose.x + half, pose.y)
        return self.survey.room.height.value

    def _sightlines(self, views: dict[str, SeatView]) -> dict[str, Over]:
        """For each seat of a back row, its worst sightline over a head of the row in front that is in its fan."""
        picture, out = self.picture, {}
        plane = picture.pose.y
        for name, seat in self.survey.seats.items():
            rows = [other.row for other in self.survey.seats.values() if other.row < seat.row]
            if not rows:
                continue
            eye = seat.eye_point
            found: list[Over] = []
            for other, front in self.survey.seats.items():
                head = front.eye_point
                if front.row != max(rows) or not plane < head.y < eye.y:
                    continue
                line = eye.x + (picture.pose.x - eye.x) * (eye.y - head.y) / (eye.y - plane)
                wanted = CROWN if abs(head.x - line) < IN_LINE else STAGGERED
                if not head_in_fan(
                    picture=(picture.pose.x, plane), width=picture.width.value, front=(head.x, head.y), back=(eye.x, eye.y)
                ):
                    continue
                sight = sightline(
                    picture_y=plane, bottom_z=picture.bottom, front=(head.y, head.z), back=(eye.y, eye.z), wanted=wanted
                )
                found.append(Over(name, other, sight, wanted))
            if found:
                out[name] = min(found, key=lambda over: over.sight.clearance - over.wanted)
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
        target = SIZE_SCHOOLS[self.choices.size_school].target
        book.add(
            "at_target", distance_for_angle(picture.width.value, target), w,
            Input("A", f"target of {self.choices.size_school}", target, "deg", "rule"), picture=key,
        )  # fmt: skip
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
        pitch = Input("p", "pixel pitch", pixel_pitch(picture.width.value, picture.pixels[0]), "mm", picture.width.source)
        book.add("angle", view.angle, w, r, d, subject=seat.name, **ids)
        book.add("off_axis", view.off_axis, r, d, subject=seat.name, **ids)
        book.add("distance", view.own.out if view.own.out > 0 else None, d, subject=seat.name, **ids)
        book.add("sharpness", view.per_degree, pitch, d, subject=seat.name, **ids)
        lines = usable_lines(picture.height, view.own.out) if view.own.out > 0 else None
        book.add("lines", lines, h, d, subject=seat.name, **ids)
        book.add("neck", view.neck, z_c, z_e, far, Input("g", "gaze", seat.gaze_pitch, "deg", "rule"), subject=seat.name, **ids)
        book.add("top_angle", view.top, z_t, z_e, far, subject=seat.name, **ids)
        over = self.over.get(name)
        if over:
            front = self.survey.seats[over.front]
            book.add(
                "sightline", over.sight.clearance,
                Input("z_s", "bottom edge", picture.bottom, "mm", "chosen"),
                Input("z_b", "back eye up", seat.eye_point.z, "mm", _worst_source(seat.eye, seat.floor)),
                Input("z_f", "front eye up", front.eye_point.z, "mm", _worst_source(front.eye, front.floor)),
                Input("y_f", "front eye out", front.y.value, "mm", front.y.source),
                Input("y_b", "back eye out", seat.y.value, "mm", seat.y.source),
                Input("y_p", "picture's plane", picture.pose.y, "mm", "chosen"), subject=seat.name, **ids,
            )  # fmt: skip

    # ── findings ──

    def findings(self) -> list[Finding]:
        room, picture = self.survey.room, self.picture
        half = picture.width.value / 2 + picture.frame_side
        out: list[Finding] = []
        if picture.pose.x - half < 0 or picture.pose.x + half > room.width.value:
            out.append(self._too_wide(half))
        seen = {name: view for name, view in self.views.seats.items() if view.angle is not None}
        behind = [name for name, view in self.views.seats.items() if view.angle is None]
        for name in behind:
            out.append(Finding(Code.SEAT_BEHIND, Level.STOP, "3.1", self._about(name), more={"part": name}))
        if seen:
            out.append(self._angle_finding(seen))
            out += self._coarse(seen) + self._necks(seen)
        out += self._height() + self._rows() + self._tilt() + self._heat()
        return out

    def _heat(self) -> list[Finding]:
        """A panel over a fire (rules 4.8)."""
        if self.picture.kind != "panel":
            return []
        out = []
        for fire in things_below(self.picture, self.survey.things, "fire"):
            level = heat_level(fire.heat_c, fire.works)
            more = {"fire": fire.name, "works": fire.works}
            limit = TOO_HOT if level is Level.STOP else WARM
            out.append(Finding(Code.HEAT, level, "4.8", self._about(), fire.heat_c, limit, "ratio", more=more))
        return out

    def _about(self, seat: str | None = None) -> dict[str, str]:
        return {"picture": self.key} | ({"seat": seat} if seat else {})

    def _too_wide(self, half: float) -> Finding:
        room, picture = self.survey.room, self.picture
        fits = self.ruler.safe(room.width.value - 2 * picture.frame_side, "greatest")
        cures = []
        if 2 * half <= room.width.value:
            x = min(max(picture.pose.x, half), room.width.value - half)
            cures.append(Cure("picture along", x, PutPicture(id=self.key, x=x)))
        elif fits > 0:
            size = PutPicture(id=self.key, width=chosen(fits), x=room.width.value / 2)
            cures.append(Cure("picture width", fits, size))
        return Finding(Code.TOO_WIDE, Level.STOP, "2.1", self._about(), 2 * half, room.width.value, cures=tuple(cures))

    def _angle_finding(self, seen: dict[str, SeatView]) -> Finding:
        school = self.choices.size_school
        band = SIZE_SCHOOLS[school]

        def outside(name: str) -> float:
            angle = seen[name].angle or 0.0
            return max(band.lo - angle, angle - band.hi)

        worst = max(seen, key=outside)
        angle = seen[worst].angle or 0.0
        level = school_level(angle, school)
        others = sum(1 for name in seen if name != worst and school_level(seen[name].angle or 0.0, school) != Level.GOOD)
        end, side = (band.lo, "under") if angle < band.lo else (band.hi, "over")
        cures = self._angle_cures(worst, end, side) if level is Level.MIND else ()
        more = {"school": school, "lo": band.lo, "hi": band.hi, "others": others, "count": len(seen), "side": side}
        return Finding(Code.ANGLE, level, "3.2", self._about(worst), angle, end, "deg", cures, more)

    def _angle_cures(self, worst: str, end: float, side: str) -> tuple[Cure, ...]:
        seat, view = self.survey.seats[worst], self.views.seats[worst]
        width = width_from_seat(end, view.own.right, view.own.out)
        width = self.ruler.safe(width, "least" if side == "under" else "greatest")
        cures = [Cure("picture width", width, PutPicture(id=self.key, width=chosen(width)))]
        distance = distance_from_seat(end, self.picture.width.value, view.own.right)
        if distance is not None:
            away = self.picture.pose.y + distance
            y = self.ruler.safe(away, "greatest" if side == "under" else "least")
            cures.append(Cure("row out", y, self._move_row(seat.row, y - seat.y.value), name=f"row {seat.row}"))
        return tuple(cures)

    def _move_row(self, row: int, by: float) -> Command:
        moves = [PutSeat(id=name, y=chosen(seat.y.value + by)) for name, seat in self.survey.seats.items() if seat.row == row]
        return several(*moves)

    def _coarse(self, seen: dict[str, SeatView]) -> list[Finding]:
        worst = min(seen, key=lambda name: seen[name].per_degree or 0.0)
        per_degree = seen[worst].per_degree or 0.0
        if per_degree >= COARSE:
            return []
        pitch = pixel_pitch(self.picture.width.value, self.picture.pixels[0])
        away = pitch / (2 * math.tan(math.radians(1 / (2 * COARSE))))
        seat = self.survey.seats[worst]
        y = self.ruler.safe(self.picture.pose.y + away, "least")
        cure = Cure("row out", y, self._move_row(seat.row, y - seat.y.value), name=f"row {seat.row}")
        return [Finding(Code.COARSE, Level.MIND, "3.3", self._about(worst), per_degree, COARSE, "px_deg", (cure,))]

    def _necks(self, seen: dict[str, SeatView]) -> list[Finding]:
        def neck_weight(name: str) -> tuple[int, float]:
            return neck_level(seen[name].neck).rank, -abs(seen[name].neck + 5)

        def top_weight(name: str) -> tuple[int, float]:
            seat = self.survey.seats[name]
            return top_level(seen[name].top, seat.gaze_pitch).rank, seat.gaze_pitch - seen[name].top

        worst = min(seen, key=neck_weight)
        level = neck_level(seen[worst].neck)
        cures = () if level is Level.GOOD else self._height_cures()
        out = [Finding(Code.NECK, level, "4.1", self._about(worst), seen[worst].neck, None, "deg", cures)]
        worst = min(seen, key=top_weight)
        seat = self.survey.seats[worst]
        level = top_level(seen[worst].top, seat.gaze_pitch)
        if level is not Level.GOOD:
            limit = (25.0 if level is Level.MIND else 35.0) + seat.gaze_pitch
            about = self._about(worst)
            out.append(Finding(Code.TOP_EDGE, level, "4.1", about, seen[worst].top, limit, "deg", self._height_cures()))
        return out

    def _height_cures(self) -> tuple[Cure, ...]:
        rungs = self.views.rungs
        inside = rungs.soft or (rungs.hard if rungs.hard.feasible else None)
        if inside is None:
            return ()
        bottom = self._inside(inside)
        return (Cure("bottom at", bottom, PutPicture(id=self.key, bottom=bottom)),) if bottom is not None else ()

    def _inside(self, ladder: Ladder) -> float | None:
        """The bottom edge inside a ladder nearest to the school's, on the ruler; None when no step lies inside."""
        wanted = self.views.school_bottom if self.views.school_bottom is not None else self.picture.bottom
        bottom = ladder.nearest(wanted)
        for side in ("nearest", "least", "greatest"):
            rounded = self.ruler.safe(bottom, side)
            if (ladder.lo is None or rounded >= ladder.lo - 1e-6) and (ladder.hi is None or rounded <= ladder.hi + 1e-6):
                return rounded
        return None

    def _height(self) -> list[Finding]:
        hard, about = self.views.rungs.hard, self._about()
        if not hard.feasible:
            pair = {"lo_name": hard.lo_name, "hi_name": hard.hi_name}
            cures = self._smaller()
            return [Finding(Code.LADDER_CONFLICT, Level.STOP, "4.3", about, hard.short_by, 0.0, cures=cures, more=pair)]
        bottom = self.picture.bottom
        low = hard.lo is not None and bottom < hard.lo - 0.5
        if low or (hard.hi is not None and bottom > hard.hi + 0.5):
            limit, name = (hard.lo, hard.lo_name) if low else (hard.hi, hard.hi_name)
            why = {"name": name, "side": "under" if low else "over"}
            cures = self._height_cures()
            return [Finding(Code.OFF_LADDER, Level.STOP, "4.3", about, bottom, limit, cures=cures, more=why)]
        more: dict[str, float | str | None] = {"lo": hard.lo, "hi": hard.hi, "lo_name": hard.lo_name, "hi_name": hard.hi_name}
        return [Finding(Code.ON_LADDER, Level.GOOD, "4.3", about, bottom, None, more=more)]

    def _smaller(self) -> tuple[Cure, ...]:
        """The largest picture whose ladder is not empty, with the height it then takes."""
        lo, hi = 0.0, self.picture.height
        for _ in range(30):
            middle = (lo + hi) / 2
            lo, hi = (middle, hi) if self.rungs(middle).hard.feasible else (lo, middle)
        width = self.ruler.safe(lo * self.picture.aspect - self.ruler.step, "greatest")
        if width < 200:
            return ()
        ladder = self.rungs(width / self.picture.aspect).hard
        bottom = self._inside(ladder)
        if bottom is None:
            return ()
        put = PutPicture(id=self.key, width=chosen(width), bottom=bottom)
        return (Cure("picture width", width, put),)

    def _rows(self) -> list[Finding]:
        if not self.over:
            return []
        worst = min(self.over.values(), key=lambda over: over.sight.clearance - over.wanted)
        more = {"front": worst.front, "row": self.survey.seats[worst.back].row}
        about, sight = self._about(worst.back), worst.sight
        if sight.enough:
            return [Finding(Code.ROW_IN_FRONT, Level.GOOD, "4.4", about, sight.clearance, worst.wanted, more=more)]
        row = self.survey.seats[worst.back].row
        risers = [over.sight.riser for name, over in self.over.items() if self.survey.seats[name].row == row]
        riser = self.ruler.safe(max(risers), "least")
        lifts = [
            PutSeat(id=name, floor=chosen(self.ruler.safe(seat.floor.value + riser, "least")))
            for name, seat in self.survey.seats.items()
            if seat.row >= row
        ]
        bottom = self.ruler.safe(max(over.sight.bottom_without_riser for over in self.over.values()), "least")
        raised = PutPicture(id=self.key, bottom=bottom)
        cures = (Cure("riser", riser, several(*lifts), name=f"row {row}"), Cure("bottom at", bottom, raised))
        return [Finding(Code.ROW_IN_FRONT, Level.MIND, "4.4", about, sight.clearance, worst.wanted, "mm", cures, more)]

    def _tilt(self) -> list[Finding]:
        if self.picture.kind != "panel" or self.main is None or not self.survey.main:
            return []
        view = self.views.seats[self.survey.main]
        if view.own.out <= 0:
            return []
        tilt = squaring_tilt(self.picture.pose.z, self.main.eye_point.z, view.level_distance)
        left = tilt + self.picture.pose.pitch
        if abs(left) < TILT_WORTH_SAYING:
            return []
        covered = self.mount is not None and tilt_covered(tilt, self.mount.tilt_down)
        more = {
            "covered": covered,
            "mount": self.mount.name if self.mount else None,
            "range": self.mount.tilt_down if self.mount else None,
        }
        cures = (Cure("tilt", tilt, PutPicture(id=self.key, pitch=-round(tilt, 1)), "deg"),) if covered else ()
        about = self._about(self.survey.main)
        return [Finding(Code.TILT, Level.NOTE, "4.5", about, tilt, None, "deg", cures, more)]


def _worst_source(*measures: Measure) -> str:
    order = ("default", "assumed", "chosen", "maker", "read", "as-built")
    return min((measure.source for measure in measures), key=order.index)
