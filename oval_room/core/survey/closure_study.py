"""Study of the readings: repeats, closures, the reading that lies, falls of floor and ceiling (rules 1.3, 1.4,
7.14)."""

from __future__ import annotations

from collections.abc import Mapping

from oval_room.core.commands import Command
from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.plan.measure import Measure, Reading, Typed
from oval_room.core.plan.readings import combine_readings
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.survey.closure import Part, Rectangle, close_chain, close_rectangle
from oval_room.core.survey.datum import DATUM, SHIM_FROM, fall
from oval_room.core.survey.document import Survey
from oval_room.core.survey.figures import KINDS
from oval_room.core.survey.lying import Checked, Suspect, find_liars
from oval_room.core.survey.observed import READ, observed_of, openings_of, wall_measure
from oval_room.core.survey.room_commands import PutDim, Strike
from oval_room.core.survey.says import SurveyCode, SurveyCure
from oval_room.core.units import Ruler

BOX_WALLS = {"front": "w1", "right": "w2", "back": "w3", "left": "w4"}


@record
class ClosureResult(Result):
    """What the readings say of each other."""

    checked: Checked | None
    rectangle: Rectangle | None


def study_closure(survey: Survey, log: Mapping[str, Reading], ruler: Ruler) -> ClosureResult:
    """What the readings say of each other."""
    book, findings = FigureBook(KINDS), _repeats(survey, log)
    checked = _liars(survey, log)
    findings += _suspects(survey, log, checked, ruler) if checked else []
    rectangle = _rectangle(survey, book, findings)
    _chains(survey, log, findings)
    _levels(survey, book, findings)
    return ClosureResult(book.figures, tuple(findings), checked, rectangle)


def _measures(survey: Survey) -> dict[str, Measure]:
    """Every length measure of the survey that can have repeats, by its path."""
    room = survey.room
    out = {"survey.room.width": room.width, "survey.room.depth": room.depth, "survey.room.height": room.height}
    out |= {f"survey.dims.{key}": measure for key, measure in survey.dims.items()}
    for key, seat in survey.seats.items():
        out |= {f"survey.seats.{key}.{name}": getattr(seat, name) for name in ("x", "y", "floor", "eye")}
    for key, opening in survey.openings.items():
        out |= {f"survey.openings.{key}.{name}": getattr(opening, name) for name in ("along", "width", "sill", "head")}
        if opening.after is not None:
            out[f"survey.openings.{key}.after"] = opening.after
    return out


def _repeats(survey: Survey, log: Mapping[str, Reading]) -> list[Finding]:
    out = []
    for path, measure in _measures(survey).items():
        live = [log[key] for key in measure.readings if key in log]
        if len(live) < 2:
            continue
        one = combine_readings([r.value for r in live], [r.instrument for r in live])
        if one.level is Level.MIND:
            more = {"part": path.removeprefix("survey.").replace(".", " "), "of": path, "count": len(live)}
            cures = tuple(
                Cure(SurveyCure.STRIKE, log[key].value, Strike(reading=key), name=key)
                for key in measure.readings
                if key in log
            )
            out.append(
                Finding(
                    SurveyCode.READINGS_APART, Level.MIND, "1.3", {}, one.spread, one.allowed, cures=cures, more=more
                )
            )
    return out


def _liars(survey: Survey, log: Mapping[str, Reading]) -> Checked | None:
    observed = observed_of(survey, log)
    if len(observed) < 3:
        return None
    return find_liars(survey.room.corners, observed, openings_of(survey))


def _suspects(survey: Survey, log: Mapping[str, Reading], checked: Checked, ruler: Ruler) -> list[Finding]:
    if not checked.suspects:
        return []
    first = checked.suspects[0]
    cures = _suspect_cures(survey, log, first, ruler) if len(checked.suspects) == 1 else ()
    more = {"suspects": checked.suspects, "decides": checked.decides, "part": first.of.replace(".", " ")}
    return [Finding(SurveyCode.READING_LIES, Level.MIND, "1.4", {}, abs(first.too_long), 0.0, cures=cures, more=more)]


def _suspect_cures(survey: Survey, log: Mapping[str, Reading], suspect: Suspect, ruler: Ruler) -> tuple[Cure, ...]:
    """Strike it where others of its dimension remain; else take what the rest says, assumed, until it is measured
    again."""
    name, _, field = suspect.of.partition(".")
    measure = getattr(survey.openings[name], field) if field else wall_measure(survey, suspect.of)
    if measure is not None and len(measure.readings) > 1:
        return (Cure(SurveyCure.STRIKE, log[suspect.id].value, Strike(reading=suspect.id), name=suspect.id),)
    if field:
        return ()
    value = ruler.safe(log[suspect.id].value - suspect.too_long, "nearest")
    put: Command = PutDim(id=suspect.of, value=Typed(value=value, source="assumed"))
    return (Cure(SurveyCure.TAKE_AS, value, put, name=suspect.of),)


def _rectangle(survey: Survey, book: FigureBook, findings: list[Finding]) -> Rectangle | None:
    """A box whose four walls are read, with its diagonal: closed or not, and by how much (rules 1.4)."""
    if not survey.room.is_box:
        return None
    measures = {name: wall_measure(survey, key) for name, key in BOX_WALLS.items()}
    walls = {name: m for name, m in measures.items() if m is not None and m.source in READ}
    diagonals = [m for key in ("c1c3", "c2c4") if (m := survey.dims.get(key)) is not None and m.source in READ]
    if not ({"front", "back"} & walls.keys() and {"left", "right"} & walls.keys()) or (
        len(walls) < 4 and not diagonals
    ):
        return None
    by = {name: _nearest_instrument(m) for name, m in walls.items()} | {"diagonal": "laser"}
    diagonal = sum(m.value for m in diagonals) / len(diagonals) if diagonals else None  # two that differ are a lean
    if diagonals:
        by["diagonal"] = _nearest_instrument(max(diagonals, key=lambda m: m.half_width))
    found = close_rectangle({name: m.value for name, m in walls.items()}, by, diagonal)
    if diagonal is not None and found.diagonal_misclosure is not None:
        book.add(
            "misclosure",
            found.diagonal_misclosure,
            Input("measured", "diagonal as read", diagonal, "mm", "read"),
            Input("a", "mean of front and back", _mean(walls, "front", "back"), "mm", "read"),
            Input("b", "mean of left and right", _mean(walls, "left", "right"), "mm", "read"),
            what="diagonal",
        )
    more = {"rectangle": found, "lean": diagonals[0].value - diagonals[1].value if len(diagonals) == 2 else None}
    off = max(
        (v for v in (found.front_less_back, found.left_less_right, found.diagonal_misclosure) if v is not None),
        key=abs,
        default=0.0,
    )
    level = Level.GOOD if found.closes else Level.MIND
    findings.append(Finding(SurveyCode.CLOSURE, level, "1.4", {}, abs(off), None, more=more))
    return found


def _mean(walls: Mapping[str, Measure], *names: str) -> float:
    there = [walls[name].value for name in names if name in walls]
    return sum(there) / len(there)


def _nearest_instrument(measure: Measure) -> str:
    """The instrument whose half-width a measure has."""
    return min(HALF_WIDTH, key=lambda name: abs(HALF_WIDTH[name] - measure.half_width))


def _part(name: str, measure: Measure, log: Mapping[str, Reading]) -> Part | None:
    live = [log[key] for key in measure.readings if key in log]
    if measure.source not in READ or not live:
        return None
    return Part(name, tuple(r.value for r in live), tuple(r.instrument for r in live))


def _chains(survey: Survey, log: Mapping[str, Reading], findings: list[Finding]) -> None:
    """Corner to opening, opening, opening to corner against the wall (rules 1.4)."""
    for key, opening in survey.openings.items():
        whole = wall_measure(survey, opening.wall)
        if opening.after is None or whole is None:
            continue
        parts = [
            _part(n, m, log) for n, m in (("along", opening.along), ("width", opening.width), ("after", opening.after))
        ]
        wall = _part("whole", whole, log)
        there = [part for part in parts if part is not None]
        if wall is None or len(there) < 3:
            continue
        chain = close_chain(there, wall)
        level = Level.GOOD if chain.closes else Level.MIND
        more = {"culprits": chain.culprits, "wall": opening.wall, "off": chain.misclosure}
        findings.append(
            Finding(SurveyCode.CHAIN, level, "1.4", {"opening": key}, abs(chain.misclosure), chain.allowed, more=more)
        )


def _levels(survey: Survey, book: FigureBook, findings: list[Finding]) -> None:
    """Falls of floor and ceiling from heights at corners, and walls that lean."""
    corners = survey.room.corners
    for letter, what in (("f", "floor"), ("h", "ceiling")):
        places = [
            (*corners[int(key[1:]) - 1], DATUM - m.value if letter == "f" else m.value)
            for key, m in survey.dims.items()
            if key[0] == letter and int(key[1:]) <= len(corners)
        ]
        slope = fall(places)
        if slope is None:
            continue
        book.add(
            "fall", slope[0], Input("n", "corners read", float(len(places)), "lines", "read"), what=what, subject=what
        )
        level = Level.NOTE if slope[0] > SHIM_FROM else Level.GOOD
        findings.append(
            Finding(
                SurveyCode.FALL,
                level,
                "7.14",
                {},
                slope[0],
                SHIM_FROM,
                more={"what": what, "way": slope[1], "part": what},
            )
        )
    for key, measure in survey.dims.items():
        if key[0] == "p":
            book.add(
                "lean",
                measure.value,
                Input("p", "as read", measure.value, "mm", measure.source),
                what=f"w{key[1:]}",
                subject=f"wall {key[1:]}",
            )
            if abs(measure.value) > SHIM_FROM:
                findings.append(
                    Finding(
                        SurveyCode.LEAN,
                        Level.NOTE,
                        "7.14",
                        {},
                        measure.value,
                        SHIM_FROM,
                        more={"wall": f"w{key[1:]}", "part": key},
                    )
                )
