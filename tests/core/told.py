"""All that is told of the reference plans as a table: figures, findings with their cures, drawer entries, movers.

`python -m tests.core.told` writes the table anew. Look through what changed before you keep it: each line is something a
person reads and goes by.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.light.sun import sun_year
from oval_room.core.parts import STAGES, entries_of
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.projection.commands import PutProjector
from oval_room.core.screens.commands import PutPicture
from oval_room.core.solve.breaking import breaking_points
from oval_room.core.solve.movers import movers_of
from oval_room.core.solve.size_table import size_table
from oval_room.core.solve.which_display import rank_displays
from oval_room.core.subject import Subject
from oval_room.core.sums.registry import SUMS
from oval_room.core.sums.show import show_result
from oval_room.core.survey.missing import missing_readings
from oval_room.core.tape.grammar import PHRASES, hear
from oval_room.core.tape.phrase import Heard
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.seat_map import seat_map
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import bedroom_breast, chapel_flat
from oval_room.demo.surveyed import boat_shed_den, loft_cinema
from tests.core.examples import EXAMPLE_PLANS
from tests.core.screens.test_pictures import GEAR, noted_plans
from tests.core.survey.rooms import room, say
from tests.core.test_figures import SHAPED
from tests.worked import EXAMPLES

TABLE = Path(__file__).resolve().parent.parent / "data/told.txt"
PROJECTED = (
    PutProjector(id="j1", y=5700.0),
    PutProjector(id="j1", x=900.0, z=2600.0),
    PutProjector(id="j1", hung=False, z=400.0),
    PutProjector(id="j1", mode=0.05),
    PutPicture(id="p1", bottom=1700.0, split=(2, 1)),
    PutPicture(id="p2", x=400.0, bottom=2200.0, pitch=8.0),
)
STUDIED = (
    ("made of w1 timber", "seat 3000", "tv 55", "bottom 700"),
    ("made of w1 timber", "stud w1 400 pilot", "seat 3000", "tv 55", "diagonal c1 c3 7200"),
    ("seat 3000", "tv 55", "door w2 at 300, 800 x 2000", "rest door 1000", "window w3 at 300, 900 x 1000 sill 800"),
    ("seat 3000", "screen 100", "projector Quillmark Wren", "throw 2600", "lens along 2100"),
    (
        "seat 3000",
        "screen 100",
        "projector Quillmark Wren",
        "wide 1700",
        "aspect 4:3",
        "diagonal c1 c4 6100",
        "w2 2010",
    ),
)
LONG = re.compile(r"-?[0-9]+\.[0-9]{4,}(e-?[0-9]+)?")
ASKED = ("Bedroom over the breast", "Boat-shed den", "Loft cinema")
"""Jobs that everything is asked of, though it takes a moment."""
BAR = "put soundbar 900 x 100 x 80 at 1550 out 0 up 700"


def _plans() -> Iterator[tuple[str, Plan, Subject, GearShelf]]:
    chapel = chapel_flat()
    yield "chapel, cloth", chapel, Subject("p1", "s2", "k1", "j1"), SHELF
    yield "chapel, wall TV", chapel, Subject("p2", "s4", "k3", "j1"), SHELF
    yield "bedroom", bedroom_breast(), Subject("p1", "s1", "k1"), SHELF
    yield "loft", loft_cinema(), Subject("p1", "s1", "k1", "j1"), SHELF
    yield "den", boat_shed_den(), Subject("p1", "s1", "k1"), SHELF
    for command in PROJECTED:
        said = ", ".join(f"{name} {getattr(command, name)}" for name in sorted(command.model_fields_set))
        yield f"chapel, {said}", apply(chapel, command, SHELF), Subject("p1", "s1", "k2", "j1"), SHELF
    for steps in (("tv 55", "bottom 760", BAR), ("tv 55", "bottom 760", BAR.replace("900", "1500"))):
        yield " ".join(steps), say(room("seat 3000", *steps)), Subject("p1", "s1"), SHELF
    boxed = room(
        "w2 5001", "wall 4004", "w3 4001", "depth 5010", "diagonal 6404", "seat 3000", outline="room 4000 x 5000"
    )
    yield "a box with its readings", boxed, Subject(None, "s1"), SHELF
    for lines in STUDIED:
        yield lines[1], room(*lines), Subject("p1", "s1", "k1", "j1"), SHELF
    for n, plan in enumerate((*SHAPED, *EXAMPLE_PLANS, *noted_plans()), 1):
        yield f"shaped {n}", plan, Subject("p1", "s1", "k1", "j1"), GEAR


def _short(value: float) -> str:
    """Six digits; what rounding alone leaves of nought is nought, on any machine."""
    return "0" if abs(value) < 1e-9 else f"{value + 0.0:.6g}"


def _n(value: object) -> str:
    return _short(value) if isinstance(value, int | float) else str(value)


def _lines(plan: Plan, subject: Subject, gear: GearShelf, *, drawers: bool) -> Iterator[str]:
    report, words = evaluate(plan, gear), Words(plan)
    for key, figure in sorted(report.figures.items()):
        inputs = " ".join(f"{one.symbol}={_n(one.value)}" for one in figure.inputs)
        yield f"figure {key} {_n(figure.value)} {figure.kind.unit} {figure.kind.rule} | {inputs}"
    for finding in report.findings:
        cures = "; ".join(
            f"{words.cure(one)} {one.command.model_dump_json(exclude_none=True)}" for one in finding.cures
        )
        bounds = f"{_n(finding.value)} of {_n(finding.limit)} {finding.unit}"
        yield f"{finding.level.name.lower()} {finding.key} {finding.rule} {bounds} | {words.finding(finding)} | {cures}"
    for stage in STAGES if drawers else ():
        for entry in entries_of(plan, gear, stage, subject):
            yield f"entry {stage} {entry.group}: {entry.label} | {entry.say} | {entry.value} | {entry.source}"
    for wall in range(2, len(plan.survey.room.walls) + 1) if drawers else ():
        first = entries_of(plan, gear, "survey", subject)
        for entry in (one for one in entries_of(plan, gear, "survey", subject, wall) if one not in first):
            yield f"entry wall {wall} {entry.group}: {entry.label} | {entry.say} | {entry.value} | {entry.source}"
    for wanted in missing_readings(plan):
        yield f"open {wanted.key} | {wanted.label} | {wanted.say} | {wanted.tool}"
    if plan.name in ASKED:
        yield from _answers(plan, subject, gear)
    for mover in movers_of(plan, subject):
        yield f"mover {mover.key} {_n(mover.now)} from {_n(mover.lo)} to {_n(mover.hi)}"


def _answers(plan: Plan, subject: Subject, gear: GearShelf) -> Iterator[str]:
    """What is answered when it is asked for: sizes, kinds, where verdicts turn, the seat map, the sun's year, every phrase."""
    picture = plan.chosen.pictures.get(subject.picture or "")
    for ranked in rank_displays(plan):
        yield f"kind {ranked}"
    if picture is None:
        return
    for row in size_table(plan, gear, subject.picture or "", subject.seat, subject.scene):
        yield f"size {row}"
    report = evaluate(plan, gear)
    for mover in movers_of(plan, subject):
        for side in breaking_points(plan, gear, report, mover):
            yield f"turns {mover.key} {side}"
    found = seat_map(plan.survey, picture, item=gear.get(picture.gear or ""), school=school_of(plan).school)
    yield f"map {len(found.xs)} x {len(found.ys)} best {found.best_row} {found.passes.sum(axis=(1, 2)).tolist()}"
    eyes = [seat.eye_point for seat in plan.survey.seats.values()]
    year = sun_year(plan.survey, picture, eyes=eyes)
    if year is not None:
        yield f"sun {len(year.struck)} {sorted(year.windows.items())}"
    for phrase in PHRASES:
        answer = hear(plan, gear, phrase.example, subject)
        command = answer.command.model_dump_json(exclude_none=True) if isinstance(answer, Heard) else "nothing"
        yield f"hears {phrase.example} | {answer.say} | {command}"


def table() -> str:
    out = []
    for name, plan, subject, gear in _plans():
        lines = _lines(plan, subject, gear, drawers=not name.startswith("shaped"))
        out += [f"== {name}", *(LONG.sub(lambda found: _short(float(found[0])), line) for line in lines)]
    return "\n".join([*out, "== sums", *_sums()]) + "\n"


def _sums() -> Iterator[str]:
    """What every worked example shows on its page, in both writings."""
    for example in EXAMPLES:
        found = SUMS[example["sum"]]
        result = found.work(example["given"])
        for style in ("feet", "mm"):
            shown = "; ".join(f"{one.label} {one.text}" for one in show_result(found, result, style))
            yield f"{example['sum']}, {example['name']}, {style} | {shown}"


if __name__ == "__main__":
    TABLE.write_text(table(), encoding="utf-8")
    print(f"{TABLE.name}: {len(table().splitlines())} lines")
