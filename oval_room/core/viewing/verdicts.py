"""What the viewing rules find in one picture, worst seat first, with cures (rules 2.1, 3.1–3.3, 4.1–4.5, 4.8)."""

from __future__ import annotations

import math
from dataclasses import replace

from oval_room.core.commands import Command, several
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.measure import chosen
from oval_room.core.plan.outline import Wall
from oval_room.core.plan.room import Room
from oval_room.core.pose import Turn
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.placing import stand_off_for, turned_corners
from oval_room.core.screens.says import PictureCure
from oval_room.core.screens.size import LEAST_DIAGONAL, MOST_DIAGONAL
from oval_room.core.survey.commands import PutSeat
from oval_room.core.survey.heat import TOO_HOT, WARM, heat_level
from oval_room.core.survey.says import SurveyCure
from oval_room.core.viewing.angles import distance_from_seat, width_from_seat
from oval_room.core.viewing.ladder import Ladder, on_the_ruler, tallest_between
from oval_room.core.viewing.neck import (
    NECK_GOOD,
    NECK_MIDDLE,
    TOP_GOOD,
    neck_level,
    squaring_tilt,
    tilt_covered,
    top_level,
)
from oval_room.core.viewing.one_picture import TILT_WORTH_SAYING, OnePicture
from oval_room.core.viewing.says import ViewingCode, ViewingCure
from oval_room.core.viewing.schools import SIZE_SCHOOLS, school_level
from oval_room.core.viewing.sharpness import COARSE, COARSE_TEXT, distance_at_60, pixel_pitch, sharpness_level
from oval_room.core.viewing.units import PX_DEG
from oval_room.core.viewing.views import SeatView

SQUARE = 0.05  # a picture turned less than this hangs flat on its wall [deg]
IN_WALL_FROM = 0.5  # an edge past a wall by less than this is rounding [mm]


def _to_wall(wall: Wall, x: float, y: float) -> float:
    """From a place to a wall's nearest point, seen from above [mm]."""
    along, off = wall.own(x, y)
    return math.hypot(min(along, 0.0) or max(along - wall.length, 0.0), off)


class Judged(OnePicture):
    """A picture with its findings."""

    def findings(self, in_rig: bool = False) -> list[Finding]:
        """What is found of it. in_rig: it stands round a driver's eye: the schools of size and the heights of walls are
        not for it, nor do others look at it."""
        if in_rig:
            return self._driven()
        room, picture = self.survey.room, self.picture
        half = picture.across / 2 + picture.frame_side
        out: list[Finding] = []
        if self._flat_on_wall():
            if picture.pose.x - half < 0 or picture.pose.x + half > room.width.value:
                out.append(self._too_wide(half))
        else:
            out += self._in_wall()
        seen = {name: view for name, view in self.views.seats.items() if view.angle is not None}
        behind = [name for name, view in self.views.seats.items() if view.angle is None]
        for name in behind:
            out.append(Finding(ViewingCode.SEAT_BEHIND, Level.STOP, "3.1", self._about(name), more={"part": name}))
        if seen:
            out.append(self._angle_finding(seen))
            out += self._coarse(seen) + self._necks(seen)
        out += self._height() + self._rows() + self._tilt() + self._heat()
        return out

    def _driven(self) -> list[Finding]:
        """Of a screen round a driver's eye only what its pixels do: whoever sees it largest drives."""
        seen = {name: view for name, view in self.views.seats.items() if view.angle is not None}
        most = max(seen, key=lambda name: seen[name].angle or 0.0, default=None)
        return [] if most is None else [replace(one, cures=()) for one in self._coarse({most: seen[most]})]

    def _flat_on_wall(self) -> bool:
        return abs(self.picture.pose.yaw) < SQUARE and abs(self.picture.pose.pitch) < SQUARE

    def _in_wall(self) -> list[Finding]:
        """A picture turned so far that an edge or corner goes through a wall (rules 0)."""
        picture, room = self.picture, self.survey.room
        places = turned_corners(picture)
        through = max((self._past(room, place.x, place.y) for place in places), default=0.0)
        if through <= IN_WALL_FROM:
            return []
        behind = -min(place.y for place in places)
        y = self.ruler.safe(picture.pose.y + behind, "least")
        cures = [Cure(ViewingCure.OFF_THE_WALL, y, PutPicture(id=self.key, y=y))] if behind > 0 else []
        most = self._greatest_turn()
        if behind > 0 and most < abs(picture.pose.yaw):
            yaw = math.copysign(most, picture.pose.yaw)
            cures.append(Cure(ViewingCure.TURN_LESS, yaw, PutPicture(id=self.key, yaw=yaw), "deg"))
        return [Finding(ViewingCode.IN_WALL, Level.STOP, "0", self._about(), through, 0.0, cures=tuple(cures))]

    def _greatest_turn(self) -> float:
        """How far it may turn before its edge meets the wall behind it, in whole degrees (rules 7.10)."""
        reach = self.picture.across / 2 + self.picture.frame_side
        return float(math.floor(math.degrees(math.asin(min(max(self.picture.pose.y, 0.0) / reach, 1.0)))))

    @staticmethod
    def _past(room: Room, x: float, y: float) -> float:
        """How far a place lies outside the room [mm]; 0 inside."""
        if room.holds(x, y):
            return 0.0
        return min(_to_wall(wall, x, y) for wall in room.walls)

    def _heat(self) -> list[Finding]:
        """A panel over a fire (rules 4.8)."""
        if self.picture.kind != "panel":
            return []
        out = []
        for fire in self.below("fire"):
            level = heat_level(fire.heat_c, fire.works)
            more = {"fire": fire.name, "works": fire.works}
            limit = TOO_HOT if level is Level.STOP else WARM
            out.append(Finding(ViewingCode.HEAT, level, "4.8", self._about(), fire.heat_c, limit, "c", more=more))
        return out

    def _about(self, seat: str | None = None) -> dict[str, str]:
        return {"picture": self.key} | ({"seat": seat} if seat else {})

    def _too_wide(self, half: float) -> Finding:
        room, picture = self.survey.room, self.picture
        fits = self.ruler.safe(room.width.value - 2 * picture.frame_side, "greatest")
        cures = []
        if 2 * half <= room.width.value:
            x = min(max(picture.pose.x, half), room.width.value - half)
            cures.append(Cure(PictureCure.PICTURE_ALONG, x, PutPicture(id=self.key, x=x)))
        elif fits > 0:
            size = PutPicture(id=self.key, width=chosen(fits), x=room.width.value / 2)
            cures.append(Cure(PictureCure.PICTURE_WIDTH, fits, size))
        return Finding(
            ViewingCode.TOO_WIDE, Level.STOP, "2.1", self._about(), 2 * half, room.width.value, cures=tuple(cures)
        )

    def _angle_finding(self, seen: dict[str, SeatView]) -> Finding:
        school = self.follows.school
        band = SIZE_SCHOOLS[school]

        def outside(name: str) -> float:
            angle = seen[name].angle or 0.0
            return max(band.lo - angle, angle - band.hi)

        worst = max(seen, key=outside)
        angle = seen[worst].angle or 0.0
        level = school_level(angle, school) if self.follows.known else Level.NOTE
        rest = () if self.bare else [name for name in seen if name != worst]
        others = sum(1 for name in rest if school_level(seen[name].angle or 0.0, school) != Level.GOOD)
        end, side = (band.lo, "under") if angle < band.lo else (band.hi, "over")
        cures = self._angle_cures(worst, end, side) if level is Level.MIND and not self.bare else ()
        more = {"school": school, "lo": band.lo, "hi": band.hi, "others": others, "count": len(seen), "side": side}
        more |= {"why": self.follows.why, "known": self.follows.known}
        more["far"] = max(self.survey.seats[name].y.value for name in seen) - self.picture.pose.y
        return Finding(ViewingCode.ANGLE, level, "3.2", self._about(worst), angle, end, "deg", cures, more)

    def _angle_cures(self, worst: str, end: float, side: str) -> tuple[Cure, ...]:
        seat, view = self.survey.seats[worst], self.views.seats[worst]
        width = width_from_seat(end, view.own.right, view.own.out)
        width = self.ruler.safe(width, "least" if side == "under" else "greatest")
        cures, diagonal = list[Cure](), math.hypot(width, width / self.picture.aspect)
        if LEAST_DIAGONAL <= diagonal <= MOST_DIAGONAL:
            cures.append(Cure(PictureCure.PICTURE_WIDTH, width, PutPicture(id=self.key, width=chosen(width))))
        distance = distance_from_seat(end, self.picture.width.value, view.own.right)
        if distance is not None:
            away = self.picture.pose.y + distance
            y = self.ruler.safe(away, "greatest" if side == "under" else "least")
            cures.append(
                Cure(ViewingCure.ROW_OUT, y, self._move_row(seat.row, y - seat.y.value), name=f"row {seat.row}")
            )
        return tuple(cures)

    def _move_row(self, row: int, by: float) -> Command:
        moves = [
            PutSeat(id=name, y=chosen(seat.y.value + by)) for name, seat in self.survey.seats.items() if seat.row == row
        ]
        return several(*moves)

    def _coarse(self, seen: dict[str, SeatView]) -> list[Finding]:
        """Pixels that somebody sees; where there is desk work, whether text on it is clean."""
        worst = min(seen, key=lambda name: seen[name].per_degree or 0.0)
        per_degree = seen[worst].per_degree or 0.0
        level = sharpness_level(per_degree, self.use)
        if level is None:
            return []
        least = COARSE_TEXT if self.use == "desk" else COARSE
        pitch = pixel_pitch(self.picture.width.value, self.picture.pixels[0])
        cures: tuple[Cure, ...] = ()
        if level is Level.MIND and not self.bare:
            seat, away = self.survey.seats[worst], pitch / (2 * math.tan(math.radians(1 / (2 * least))))
            y = self.ruler.safe(self.picture.pose.y + away, "least")
            cures = (Cure(ViewingCure.ROW_OUT, y, self._move_row(seat.row, y - seat.y.value), name=f"row {seat.row}"),)
        code, more = (ViewingCode.TEXT if self.use == "desk" else ViewingCode.COARSE), {"vanish": distance_at_60(pitch)}
        return [Finding(code, level, "3.3", self._about(worst), per_degree, least, PX_DEG, cures, more)]

    def _necks(self, seen: dict[str, SeatView]) -> list[Finding]:
        worst = max(seen, key=lambda name: abs(seen[name].neck - NECK_MIDDLE))
        level = neck_level(seen[worst].neck)
        cures = (
            ()
            if self._uncured(level)
            else (*self._height_cures(), *self._back_to(worst, self.picture.pose.z, NECK_GOOD[1]))
        )
        more = {"gaze": self.survey.seats[worst].gaze_pitch}
        out = [Finding(ViewingCode.NECK, level, "4.1", self._about(worst), seen[worst].neck, None, "deg", cures, more)]
        seats = self.survey.seats
        worst = max(seen, key=lambda name: seen[name].top - seats[name].gaze_pitch)
        seat = seats[worst]
        level = top_level(seen[worst].top, seat.gaze_pitch)
        if level is not Level.GOOD:
            limit = (25.0 if level is Level.MIND else 35.0) + seat.gaze_pitch
            about, cures = self._about(worst), ()
            if not self._uncured(level):
                cures = (*self._height_cures(), *self._back_to(worst, self.picture.top, TOP_GOOD))
            out.append(Finding(ViewingCode.TOP_EDGE, level, "4.1", about, seen[worst].top, limit, "deg", cures))
        return out

    def _uncured(self, level: Level) -> bool:
        """Whether nobody wants a cure of what is found at a level."""
        return level is Level.GOOD or (self.bare and level is not Level.STOP)

    def _back_to(self, name: str, z: float, most: float) -> tuple[Cure, ...]:
        """The row moved back to where a seat looks up to a height by no more than so many degrees past its ease (rules
        4.1)."""
        if self.bare:
            return ()
        seat = self.survey.seats[name]
        up, angle = z - seat.eye_point.z, most + seat.gaze_pitch
        if up <= 0 or not 0 < angle < 90:
            return ()
        level, aside = up / math.tan(math.radians(angle)), self.views.seats[name].own.right
        if level <= abs(aside):
            return ()
        y = self.ruler.safe(self.picture.pose.y + math.sqrt(level**2 - aside**2), "least")
        return (
            (Cure(ViewingCure.ROW_OUT, y, self._move_row(seat.row, y - seat.y.value), name=f"row {seat.row}"),)
            if y > seat.y.value
            else ()
        )

    def _height_cures(self) -> tuple[Cure, ...]:
        rungs = self.views.rungs
        inside = rungs.soft or (rungs.hard if rungs.hard.feasible else None)
        if inside is None:
            return ()
        bottom = self._inside(inside)
        return (
            (Cure(PictureCure.BOTTOM_AT, bottom, PutPicture(id=self.key, bottom=bottom)),) if bottom is not None else ()
        )

    def _inside(self, ladder: Ladder) -> float | None:
        """The bottom edge inside a ladder nearest to the school's, on the ruler; None when no step lies inside."""
        wanted = self.schools.get(self.choices.height_school, self.picture.bottom)
        return on_the_ruler(ladder, wanted, self.ruler)

    def _height(self) -> list[Finding]:
        hard, about = self.views.rungs.hard, self._about()
        if not hard.feasible:
            pair = {"lo_name": hard.lo_name, "hi_name": hard.hi_name}
            cures = () if self.bare else self._smaller()
            return [
                Finding(
                    ViewingCode.LADDER_CONFLICT, Level.STOP, "4.3", about, hard.short_by, 0.0, cures=cures, more=pair
                )
            ]
        bottom = self.picture.bottom
        low = hard.lo is not None and bottom < hard.lo - 0.5
        if low or (hard.hi is not None and bottom > hard.hi + 0.5):
            limit, name = (hard.lo, hard.lo_name) if low else (hard.hi, hard.hi_name)
            why = {"name": name, "side": "under" if low else "over"}
            cures = self._height_cures()
            return [Finding(ViewingCode.OFF_LADDER, Level.STOP, "4.3", about, bottom, limit, cures=cures, more=why)]
        more = {
            "lo": hard.lo,
            "hi": hard.hi,
            "lo_name": hard.lo_name,
            "hi_name": hard.hi_name,
            "also": self.views.rungs.others,
        }
        return [Finding(ViewingCode.ON_LADDER, Level.GOOD, "4.3", about, bottom, None, more=more)]

    def _smaller(self) -> tuple[Cure, ...]:
        """The largest picture whose ladder is not empty, with the height it then takes."""
        height = self.picture.height
        tallest = tallest_between(self.rungs(0.0).bounds, self.rungs(height).bounds) * height
        width = self.ruler.safe(tallest * self.picture.aspect - self.ruler.step, "greatest")
        if width < 200:
            return ()
        ladder = self.rungs(width / self.picture.aspect).hard
        bottom = self._inside(ladder)
        if bottom is None:
            return ()
        put = PutPicture(id=self.key, width=chosen(width), bottom=bottom)
        return (Cure(PictureCure.PICTURE_WIDTH, width, put),)

    def _rows(self) -> list[Finding]:
        if not self.over:
            return []
        worst = min(self.over.values(), key=lambda over: over.sight.clearance - over.wanted)
        more = {"front": worst.front, "row": self.survey.seats[worst.back].row}
        about, sight = self._about(worst.back), worst.sight
        if sight.enough:
            return [
                Finding(ViewingCode.ROW_IN_FRONT, Level.GOOD, "4.4", about, sight.clearance, worst.wanted, more=more)
            ]
        row = self.survey.seats[worst.back].row
        risers = [over.sight.riser for name, over in self.over.items() if self.survey.seats[name].row == row]
        riser = self.ruler.safe(max(risers), "least")
        bottom = self.ruler.safe(max(over.sight.bottom_without_riser for over in self.over.values()), "least")
        if self.bare:
            return [
                Finding(ViewingCode.ROW_IN_FRONT, Level.MIND, "4.4", about, sight.clearance, worst.wanted, more=more)
            ]
        cures = []
        room_height = self.survey.room.height.value  # seats a hand apart as two rows: sums beyond any room are no cure
        if riser < room_height:
            lifts = [
                PutSeat(id=name, floor=chosen(self.ruler.safe(seat.floor.value + riser, "least")))
                for name, seat in self.survey.seats.items()
                if seat.row >= row
            ]
            there = min(seat.floor.value for seat in self.survey.seats.values() if seat.row == row)
            whole = self.ruler.safe(there + riser, "least")
            of = f"row {row}, in all" if there > 0 else f"row {row}"
            cures.append(Cure(SurveyCure.RISER, whole, several(*lifts), name=of))
        if bottom + self.picture.height < room_height:
            cures.append(Cure(PictureCure.BOTTOM_AT, bottom, PutPicture(id=self.key, bottom=bottom)))
        return [
            Finding(
                ViewingCode.ROW_IN_FRONT,
                Level.MIND,
                "4.4",
                about,
                sight.clearance,
                worst.wanted,
                "mm",
                tuple(cures),
                more,
            )
        ]

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
        about = self._about(self.survey.main)
        covered = self.mount is not None and tilt_covered(tilt, self.mount.tilt_down)
        more = {
            "covered": covered,
            "mount": None,  # its name is told by whoever knows it
            "range": self.mount.tilt_down if self.mount else None,
        }
        if self.bare:
            return [Finding(ViewingCode.TILT, Level.NOTE, "4.5", about, tilt, None, "deg", more=more)]
        pitch = -round(tilt, 1)
        off = self.ruler.safe(stand_off_for(self.picture, Turn(self.picture.pose.yaw, pitch)), "least")
        cures = (Cure(ViewingCure.TILT, tilt, PutPicture(id=self.key, pitch=pitch, y=off), "deg"),) if covered else ()
        return [Finding(ViewingCode.TILT, Level.NOTE, "4.5", about, tilt, None, "deg", cures, more)]
