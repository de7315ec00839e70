"""The seat map as a sheet of its own: the floor shaded by how many rules pass, each seat with its tally (3.5)."""

from __future__ import annotations

from oval_room.core.viewing.neck import NECK_GOOD
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.schools import SIZE_SCHOOLS
from oval_room.core.viewing.seat_map import RULES, runs, seat_map, seats_tally
from oval_room.core.viewing.sharpness import COARSE
from oval_room.drawing.look import WALL, Look, face_above
from oval_room.drawing.scene import Draft, Label, P, Scene
from oval_room.drawing.shell import plan_shell

KEY = 260.0  # side of a box of the key [mm of the room]


def seat_map_sheet(look: Look) -> Scene | None:
    """The subject picture's seat map, u out from the display wall and v along it; None without a picture."""
    picture = look.plan.chosen.pictures.get(look.picture or "")
    if picture is None:
        return None
    survey = look.plan.survey
    found = seat_map(survey, picture, item=look.item(picture.gear), school=school_of(look.plan).school)
    left, near, right, far = survey.room.extent
    draft = Draft()
    for x0, x1, y0, y1, count in runs(found):
        draft.box(y0, x0, y1, x1, f"map-{count}", "map")
    plan_shell(draft, look)
    draft.path([(p.y, p.x) for p in face_above(picture)], "picture-edge", "picture", ref=look.picture or "")
    for key, tally in seats_tally(found, survey).items():
        seat = survey.seats[key]
        eye = seat.eye_point
        draft.ellipse((eye.y, eye.x), (95, 78), "head-subject" if key == look.seat else "head", "people", key)
        told = "off the floor" if tally is None else str(sum(tally.values()))
        failed = [rule for rule in RULES if tally and not tally[rule]]
        text = f"{seat.name}: {told}" + (f", not {', '.join(failed)}" if failed else "")
        draft.add(
            Label(
                P(eye.y + 95, eye.x),
                text,
                "small",
                "labels",
                "start",
                ((6, 0), (6, 13), (6, -13), (6, 26), (6, -26)),
                2,
            )
        )
    if found.best_row is not None and look.report.walls.get(look.picture or "", 1) == 1:
        draft.line((found.best_row, left), (found.best_row, right), "best-row", "map")
        text = f"best row {look.show(found.best_row)}"
        draft.add(Label(P(found.best_row, right), text, "label", "map", offsets=((0, 14), (0, 28)), priority=1))
    low = left - WALL - 2.2 * KEY
    step = max((far - near) / len(RULES), KEY * 2.6)
    for n in range(1, len(RULES) + 1):
        at = near + (n - 1) * step
        draft.box(at, low, at + KEY, low + KEY, "key", "map")
        draft.box(at, low, at + KEY, low + KEY, f"map-{n}", "map")
        draft.add(
            Label(
                P(at + KEY, low + KEY / 2),
                str(n) if n < len(RULES) else f"{n} of {n} rules",
                "small",
                "labels",
                "start",
                ((6, 0),),
                1,
            )
        )
    band = SIZE_SCHOOLS[school_of(look.plan).school]
    told = (
        f"of {len(RULES)} rules pass: angle {band.lo:g} to {band.hi:g}°, pixels {COARSE:g} a degree or more, "
        f"inside its off-axis limit, neck {NECK_GOOD[0]:g} to {NECK_GOOD[1]:g}°, nothing mirrored"
    )
    draft.add(Label(P(near, low - 0.5 * KEY), told, "small", "labels", "start", ((0, -4),), 1))
    window = (near - WALL, low - 1.2 * KEY, max(far, near + step * len(RULES) + 2 * KEY) + WALL, right + 2 * WALL)
    return Scene("map", f"seat map of {picture.name}", window, tuple(draft.shapes), f"How many {told}.")
