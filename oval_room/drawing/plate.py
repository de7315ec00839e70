"""A wall zoomed to its plates: every picture's holes from one zero along the wall and one datum above the floor."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from oval_room.core.fixing.behind_study import BehindResult
from oval_room.core.fixing.drill_study import DrillResult
from oval_room.core.fixing.hole_map import HoleMap
from oval_room.core.fixing.load_study import LoadResult
from oval_room.core.fixing.study import FixingResult
from oval_room.core.fixing.zero import Zero, zero_of
from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import extent
from oval_room.core.survey.datum import from_datum
from oval_room.core.survey.stud_study import StudResult
from oval_room.drawing.arms import strips
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene
from oval_room.drawing.shell import stud_style
from oval_room.drawing.wall_parts import wall_holes, wall_picture, without_holes

BELOW = 130.0  # room under the panels for the strings of their rows [mm]
AROUND = 60.0  # shown of the wall round the pictures [mm]
SLENDER = 6.0  # a window narrower than this is drawn so wide [mm]
HELD = 3  # with more plates than this only the first says what holds it; the fixings table has them all
SAME = 0.5  # rows and columns nearer than this are one [mm]


class _Plate(NamedTuple):
    key: str
    picture: Picture
    holes: HoleMap


def plate_detail(look: Look) -> Scene | None:
    """The wall in view zoomed to its pictures' plates, the subject's first: holes from one zero and one datum. None
    where nothing on it has a hole map."""
    here = [name for name in look.report.of(FixingResult).holes if look.report.walls.get(name, 1) == look.wall]
    if not here:
        return None
    subject, wall = look.picture if look.picture in here else here[0], look.wall
    look = look.turned(wall)
    pictures, found = look.plan.chosen.pictures, look.report.of(FixingResult).holes
    plates = [_Plate(key, pictures[key], found[key]) for key in sorted(here, key=lambda key: key != subject)]
    draft, zero = Draft(), zero_of([plate.picture for plate in plates], look.plan.survey.things)
    _behind(draft, look, [plate.key for plate in plates])
    strips(draft, look)
    left, right = (f(extent(plate.picture)[end] for plate in plates) for end, f in ((0, min), (1, max)))
    low, high = min(plate.holes.bottom for plate in plates), max(plate.holes.top for plate in plates)
    window = (left - AROUND, low - BELOW, right + AROUND, high + AROUND)
    _kept_out(draft, look, subject, window)
    _drill_window(draft, look, subject, window)
    instead = without_holes(look)
    for key, picture, holes in plates:
        wall_picture(draft, look, key, picture)
        wall_holes(draft, look, key, picture, holes, near=True, instead=instead.get(key, ""))
    draft.line((window[0], 0), (window[2], 0), "outline", "structure")
    _studs(draft, look, wall, window)
    many = len(plates) > 1
    _top(draft, look, plates[0], window[1])
    marked = [plate for plate in plates if plate.key not in instead]
    if marked:
        _rows(draft, look, marked, window[1])
        _columns(draft, look, marked, window[0], window[1], zero)
    for plate in marked:
        _own(draft, look, plate.holes)
    for plate in marked if len(marked) <= HELD else marked[:1]:
        _held(draft, look, plate)
    title = "plates and holes" if many else f"{plates[0].picture.name}, plate and holes"
    told = f"Holes from {zero.name}, rows from the floor."
    return Scene("plate", title, window, tuple(draft.shapes), told)


def _studs(draft: Draft, look: Look, wall: int, window: tuple[float, float, float, float]) -> None:
    studs = look.report.of(StudResult).surfaces.get(f"w{wall}")
    for line, trust in studs.trust.items() if studs else ():
        if window[0] < line < window[2] and trust > 0:
            for side in (-19.0, 19.0):
                draft.line((line + side, window[1]), (line + side, window[3]), stud_style(trust), "fixings")
            at, text = P(line, window[1]), f"stud {look.show(line)}"
            draft.add(Label(at, text, "small", "fixings", offsets=((0, 8), (0, 20)), priority=6))


def _kept_out(draft: Draft, look: Look, key: str, window: tuple[float, float, float, float]) -> None:
    """Where the subject's holes may not be: lines through sockets, runs, doors and windows, the bands."""
    here = look.report.of(DrillResult).windows.get(key)
    for one in here.window.rules.keep_out if here is not None else ():
        if one.within:
            (u0, u1), (v0, v1) = one.along, one.up
            draft.path([(u0, v0), (u1, v1)], "run", "services")
            continue
        u0, u1 = (min(max(end, window[0]), window[2]) for end in one.along)
        v0, v1 = (min(max(end, window[1]), window[3]) for end in one.up)
        if u0 < u1 and v0 < v1:
            draft.box(u0, v0, u1, v1, "zone", "services")
            at = P((u0 + u1) / 2, (v0 + v1) / 2)
            draft.add(Label(at, one.name, "small", "services", offsets=((0, 4), (0, -14), (0, 22)), priority=7))


def _behind(draft: Draft, look: Look, keys: Sequence[str]) -> None:
    """To scale, what is behind the panels: the bracket's bars, the outlets, those that clash marked."""
    for key in keys:
        here = look.report.of(BehindResult).panels.get(key)
        if here is None:
            continue
        for bar in here.bars:
            draft.box(*bar, "bracket-bar", "fixings", key)
        for name, face in here.outlets.items():
            draft.box(*face, "outlet-clash" if name in here.clashes else "service-plate", "services", name)


def _drill_window(draft: Draft, look: Look, key: str, window: tuple[float, float, float, float]) -> None:
    """Where the middle of the subject's upper hole row may be, the safest place and where it is."""
    here = look.report.of(DrillResult).windows.get(key)
    if here is None:
        return
    for (u0, u1), ups in here.window.slabs:
        for low, high in ups:
            v0, v1 = max(low, window[1]), min(high, window[3])
            if v0 <= v1:
                thin = max(SLENDER - (u1 - u0), 0.0) / 2  # one that does not slide is a line
                draft.box(u0 - thin, v0, u1 + thin, v1, "plate-window", "fixings", key)
    safest = here.window.safest()
    if safest is not None and window[1] < safest[1] < window[3]:
        draft.mark(safest, "cross", "plate-safest", "fixings", key)
    draft.mark((here.plate, here.row), "dot", "lens", "fixings", key)
    if here.borders:
        named = [f"{one.side} {look.words.length(one.slack, 'greatest')}: {one.name}" for one in here.borders[:2]]
        offsets = ((8, 10), (8, 24), (8, -12), (8, 38))
        draft.add(Label(P(here.plate, here.row), "; ".join(named), "small", "fixings", "start", offsets, 6))


def _rows(draft: Draft, look: Look, plates: Sequence[_Plate], foot: float) -> None:
    """Every row above the floor, with how far it is off the laser line; one that several share once."""
    taken: list[float] = []
    for plate in plates:
        mine = plate is plates[0]
        for i, (row, name) in enumerate(zip(plate.holes.rows, ("upper row", "lower row"), strict=False)):
            if any(abs(row - other) < SAME for other in taken):
                continue
            taken.append(row)
            text = f"{name if mine else plate.picture.name} {look.show(row)}, {_signed(look, row)} from the line"
            style, say = ("brass" if mine and i == 0 else "plain"), (name if plate.key == look.picture else "")
            key = f"holes.row.{i + 1}" if mine else f"holes.{plate.key}.row.{i + 1}"
            draft.add(Dim(foot, row, "v", text, "left", 0, style, (1 if mine else 3) + i, key, say, broken=True))


def _top(draft: Draft, look: Look, plate: _Plate, foot: float) -> None:
    """The subject's upper edge, above the floor."""
    top, text = plate.holes.top, f"panel top {look.show(plate.holes.top)}"
    say = "panel top" if plate.key == look.picture else ""
    draft.add(Dim(foot, top, "v", text, "right", 0, "plain", 3, "panel_top", say, broken=True))


def _columns(draft: Draft, look: Look, plates: Sequence[_Plate], start: float, foot: float, zero: Zero) -> None:
    """Every column from the one zero, which is told where the strings begin; one that several share once."""
    taken: list[float] = []
    at, offsets = P(start, foot), ((4, 8), (4, 19), (4, -8))
    draft.add(Label(at, f"holes from {zero.name}", "small", "dimensions", "start", offsets, 0))
    for plate in plates:
        mine = plate is plates[0]
        for n, x in enumerate(plate.holes.columns, 1):
            if any(abs(x - other) < SAME for other in taken):
                continue
            taken.append(x)
            of = f"hole {n}" if mine else f"{plate.picture.name}, hole {n}"
            text = f"{of} {look.show(x - zero.at)}"
            first = mine and n == 1
            say = "first hole" if first and not zero.at and plate.key == look.picture else ""
            key = f"holes.x.{n}" if mine else f"holes.{plate.key}.x.{n}"
            style = "brass" if first else "plain"
            draft.add(Dim(start, x, "u", text, "below", 0, style, 2 if mine else 4, key, say, broken=True))


def _own(draft: Draft, look: Look, holes: HoleMap) -> None:
    """What a plate is checked by: across its holes, and their diagonal."""
    if len(holes.columns) > 1:
        across = holes.columns[-1] - holes.columns[0]
        draft.add(
            Dim(holes.columns[0], holes.columns[-1], "u", look.show(across), "inside", holes.rows[0] + 90, "plain", 4)
        )
    if holes.check_diagonal is not None:
        first, last = (holes.columns[0], holes.rows[0]), (holes.columns[-1], holes.rows[-1])
        draft.line(first, last, "check", "fixings")
        middle, text = P((first[0] + last[0]) / 2, (first[1] + last[1]) / 2), f"check {look.show(holes.check_diagonal)}"
        draft.add(Label(middle, text, "label", "fixings", offsets=((0, 14), (0, -16), (80, 18)), priority=3))


def _held(draft: Draft, look: Look, plate: _Plate) -> None:
    """What holds it, and how much of that is used."""
    held = look.report.of(LoadResult).held.get(plate.key)
    if held is None:
        return
    text = f"{len(held.bolts)} × {held.fixing}, the worst {held.use:.0f} %"
    at, offsets = P(plate.picture.pose.x, plate.holes.rows[-1]), ((0, -16), (0, -30), (0, -44), (0, 14))
    draft.add(Label(at, text, "strong", "fixings", offsets=offsets, priority=2, ref=plate.key))


def _signed(look: Look, height: float) -> str:
    """A height from the laser line at 1000 mm, with its sign (rules 7.14)."""
    (off,) = from_datum([height])
    return f"{'+' if off >= 0 else '−'}{look.show(abs(off))}"
