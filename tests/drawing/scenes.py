"""Every view of the reference plans as a table: each shape with its style, layer, what it draws and its places in millimetres.

`python -m tests.drawing.scenes` writes the table anew. Look through what changed before you keep it: each line says where ink lies.
"""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path as File

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import chosen
from oval_room.core.projection.commands import PutProjector
from oval_room.core.screens.commands import PutPicture
from oval_room.core.subject import Subject
from oval_room.core.survey.commands import PutSeat
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import bedroom_breast, chapel_flat
from oval_room.demo.rigged import attic_desk, garden_room, table_cabinet
from oval_room.demo.shop import WHOLE
from oval_room.demo.surveyed import boat_shed_den, loft_cinema
from oval_room.demo.walled import library_wall
from oval_room.demo.wired import chapel_wired
from oval_room.drawing.look import Look
from oval_room.drawing.parts import VIEW_NAMES
from oval_room.drawing.scene import Dim, Ellipse, Label, Mark, Path, Shape
from oval_room.drawing.sheet import scene_of
from oval_room.drawing.sum_sketches import SKETCHES
from tests.core.survey.rooms import BREAST, ELL, room, say

TABLE = File(__file__).resolve().parent.parent / "data/scenes.txt"

ROOMS = (
    (
        "made of w1 timber",
        "stud w1 400 pilot", "stud w1 800 magnet", "stud w1 1210 scanner", "miss w1 1600 pilot", "stud w1 2000 knock",
        "window w2 at 400, 900 x 1000 sill 900", "door w6 at 700, 800 x 2000", "opening w6 at 3000, 900 x 2100",
        "socket w1 at 300 up 300", "cable w2 at 1500 up 0 to 1500 up 2400", "slope w6 1800 at 40", "put beam 4000 x 200 x 250 at 0 out 2000 up 2150",
        "seat 3000", "tv 55", "swivel 10", "put radiator 600 x 100 x 600 at 200 out 0 up 100",
        "hang shelf w2 at 600, 800 x 200 x 250 up 400",
    ),
    (
        "seat 3500", "row 2 4300", "row 1 riser 250", "seats 3", "screen Frame 100 woven", "bottom 700",
        "projector Heron 2", "window w2 at 20, 300 x 900 sill 800", "furniture 420", "put lamp 300 x 300 x 300 at 2000 out 3000 up 1900",
    ),
)  # fmt: skip
"""Rooms with every kind of thing that is drawn."""
HUNG = ("made of ceiling joists", "seat 3000", "screen 90", "projector Heron", "goes hung", "lens up 2100")
OVERHEAD = (
    ("joists out", *(f"joist {at} pilot" for at in (700, 1100, 1500))),
    (
        "joists along",
        *(f"joist {at} pilot" for at in (300, 700, 1100)),
        "put pendant lamp 120 x 120 x 1000 at 2140 out 2300 up 1400",
    ),
)
"""Bridged joists; a joist in the window, which a lamp cuts into."""
BOXED = (
    ("seat 2200", "screen 70", "projector Heron", "boxed hush-box"),
    ("seat 2200", "screen 90", "projector Longreach", "throw 4600", "boxed behind a port"),
)
STUDDED = tuple(f"stud w1 {at} pilot" for at in (400, 800, 1200, 1600, 2000, 2400))
TRAYS = ("put furniture board 2000 x 700 x 430 at 1000 out 0 up 0", "seat 3000", "screen 100", "bottom 754 mm")


def looks() -> Iterator[tuple[str, Look]]:
    """Name and look of each reference plan: projected, panel, sloped, outlined; on side walls; shaped; with a ghost."""
    chapel = chapel_flat()
    yield "chapel, cloth", _look(chapel, "p1", "s2")
    yield "chapel, wall TV", _look(chapel, "p2", "s4")
    yield "chapel, wired", _look(chapel_wired(chapel), "p2", "s4")
    yield "bedroom", _look(bedroom_breast(), "p1", "s1")
    yield "loft", _look(loft_cinema(), "p1", "s1")
    yield "den, wall 4", _look(boat_shed_den(), "p1", "s1", wall=4)
    yield "den", _look(boat_shed_den(), "p1", "s1")
    side = say(room("seat 3000", "tv 55", "on w2", "swivel 12", "tilt 5", "curve 1800 mm", "split 2 x 1"))
    yield "side wall, turned and curved", _look(side, "p1", "s1", wall=2)
    upright = apply(chapel, PutProjector(id="j1", hung=False, x=2400.0), SHELF)
    moved = apply(chapel, PutPicture(id="p2", bottom=900.0, x=2300.0), SHELF)
    moved = apply(moved, PutSeat(id="s4", y=chosen(5000.0)), SHELF)
    moved = apply(moved, PutProjector(id="j1", y=3900.0), SHELF)
    yield "chapel, upright, ghosted", _look(upright, "p1", "s1", ghost=moved)
    kept = say(chapel, "throw 11'", "memory scope", "memory film 16:9", "memory trailers 1.85 bottom")
    yield "chapel, memories", _look(kept, "p1", "s1")
    trays = say(
        room(*TRAYS, outline="room 4000 x 5000"),
        "projector Ledge 25",
        "lens up 555",
        "memory match 16:9, 1800 mm wide",
        gear=WHOLE,
    )
    yield "cabinet with trays", _look(trays, "p1", "s1", gear=WHOLE)
    for n, lines in enumerate(OVERHEAD, 1):
        yield f"plate's window {n}", _look(say(room(*HUNG, *lines, outline="room 4000 x 6000")), "p1", "s1")
    tilted = say(room(*HUNG, "nose down 8", outline="room 4000 x 6000"))
    yield "a tilted lens", _look(tilted, "p1", "s1")
    for n, lines in enumerate(BOXED, 1):
        yield f"boxed {n}", _look(say(room(*lines, outline="room 4000 x 3600")), "p1", "s1")
    slots = say(
        room("made of w1 timber", *STUDDED, outline="room 4000 x 5000"),
        "seat 3000",
        "tv Slate 55",
        "mount Tilt 400",
        "along 2110",
        gear=WHOLE,
    )
    yield "studs in slots", _look(slots, "p1", "s1", gear=WHOLE)
    row = say(chapel, "another tv 43", subject=Subject(picture="p2"))
    yield "chapel, a row", _look(row, "p3", "s1")
    yield "garden rig", _look(garden_room(), "p1", "s1")
    yield "attic desk", _look(attic_desk(), "p1", "s1", gear=WHOLE)
    two = "desk screens two Draft 27 at 700 mm"
    stack = "desk screens stack Draft 34 and Draft 24 at 700 mm"
    for name, line in (("two at a desk", two), ("a stack at a desk", stack)):
        at_it = say(room(outline="room 3200 x 2800"), "seat 1200 mm", line, "desk arm 400 mm", gear=WHOLE)
        yield name, _look(at_it, "p1", "s1", gear=WHOLE)
    outside = say(garden_room(), "rig gap overlapped", "feet 780 x 300 mm", "adapter 40 mm", "bump 20 mm", gear=WHOLE)
    yield "garden rig, what stands out of it", _look(outside, "p1", "s1", gear=WHOLE)
    yield "cabinet", _look(table_cabinet(), "p1", "s1", gear=WHOLE)
    library = library_wall()
    moved = say(library, "wall display 2 left 200 mm", "wall display 4 upside down", gear=WHOLE)
    yield "library wall, ghosted", _look(library, "p5", "s1", ghost=moved, gear=WHOLE)
    for n, lines in enumerate(ROOMS, 1):
        plan = say(room(*lines, outline=ELL if "timber" in lines[0] else BREAST))
        for wall in (1, 2, 6):
            yield f"room {n}, wall {wall}", _look(plan, "p1", "s1", wall=wall)


def _look(
    plan: Plan, picture: str, seat: str, *, wall: int = 1, ghost: Plan | None = None, gear: GearShelf = SHELF
) -> Look:
    return Look(plan, evaluate(plan, gear), gear, picture, seat, "k1", ghost, wall)


def _n(value: float) -> str:
    return f"{value + 0.0:.1f}".replace("-0.0", "0.0").removesuffix(".0")


def told(shape: Shape) -> str:
    """One shape as a line."""
    if isinstance(shape, Path):
        places = " ".join(f"{_n(p.u)},{_n(p.v)}" for p in shape.points)
        return f"{'area' if shape.closed else 'line'} {shape.style} {shape.layer} {shape.ref or '-'} {places}"
    if isinstance(shape, Ellipse):
        radii = ",".join(_n(radius) for radius in shape.radii)
        return f"oval {shape.style} {shape.layer} {shape.ref or '-'} {_n(shape.centre.u)},{_n(shape.centre.v)} {radii}"
    if isinstance(shape, Mark):
        return f"mark {shape.sign} {shape.style} {shape.layer} {shape.ref or '-'} {_n(shape.at.u)},{_n(shape.at.v)}"
    if isinstance(shape, Label):
        near = f"{_n(shape.at.u)},{_n(shape.at.v)} {shape.anchor} {shape.offsets} {shape.priority} {shape.within:.0f}"
        return f"text {shape.style} {shape.layer} {shape.ref or '-'} {near} {'turned ' * shape.turned}“{shape.text}”"
    assert isinstance(shape, Dim)
    held = f"{shape.side} {_n(shape.at)} {shape.moves} {shape.priority}{' broken' * shape.broken}"
    says = f"{shape.key or '-'}: {shape.say or '-'}{f' or {shape.swap}' if shape.swap else ''}"
    return f"string {shape.style} {shape.layer} {shape.axis} {_n(shape.a)} {_n(shape.b)} {held} “{shape.text}” {says}"


def table() -> str:
    out = []
    for name, look in looks():
        for view in VIEW_NAMES:
            scene = scene_of(look, view)
            if scene is not None:
                window = " ".join(_n(value) for value in scene.window)
                out += [f"== {name}: {view}", f"title {scene.title} | {scene.description}", f"window {window}"]
                out += [told(shape) for shape in scene.shapes]
    for name, make in SKETCHES.items():
        scene = make()
        out += [f"== sum {name}", f"window {' '.join(_n(value) for value in scene.window)}"]
        out += [told(shape) for shape in scene.shapes]
    return "\n".join(out) + "\n"


if __name__ == "__main__":
    TABLE.write_text(table(), encoding="utf-8")
    print(f"{TABLE.name}: {len(table().splitlines())} lines")
