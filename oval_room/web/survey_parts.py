"""What the survey stage shows beside figures and findings: what is still to be measured, the reading log, photos and
notes."""

from __future__ import annotations

from typing import Final

from oval_room.core.applying import measure_at
from oval_room.core.figures import show_value
from oval_room.core.plan.document import Plan
from oval_room.core.plan.readings import combine_readings
from oval_room.core.plan.turn import wall_name
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.survey.closure_study import ClosureResult
from oval_room.core.survey.missing import Wanted, missing_readings
from oval_room.core.survey.reading_keys import is_light, key_of
from oval_room.core.words import dim_name, names_of
from oval_room.standins.practice import SLIPS
from oval_room.standins.true_room import TrueRoom
from oval_room.store.records import Attachment
from oval_room.web.bench import Bench


@record
class LoggedReading:
    """One reading as the log shows it."""

    id: str
    text: str
    instrument: str
    by: str
    at: str
    counts: bool


@record
class LoggedDim:
    """One dimension of the log: the value its readings come to, how far it may be off, their spread."""

    name: str
    key: str
    value: str
    half: str
    spread: str
    apart: bool
    readings: tuple[LoggedReading, ...]
    more: int = 0
    """Earlier readings that are not listed."""


SHOWN: Final = 12
"""Readings of one dimension that are listed, the newest."""


def reading_log(plan: Plan) -> list[LoggedDim]:
    """The log by dimension, the last read first."""
    ruler, by_path = plan.writing.ruler, dict[str, list[str]]()
    for key, reading in plan.readings.items():
        by_path.setdefault(reading.of, []).append(key)
    out = []
    for path, keys in reversed(list(by_path.items())):
        measure, short = measure_at(plan, path), key_of(path)
        unit = "lux" if is_light(short) else "mm"
        live = set(measure.readings) if measure else set()
        logged = tuple(
            LoggedReading(
                key,
                show_value(r.value, unit, ruler=ruler),
                r.instrument if unit == "mm" else "meter",
                r.by,
                r.at,
                key in live,
            )
            for key in keys[-SHOWN:]
            for r in (plan.readings[key],)
        )
        counted = [plan.readings[key] for key in keys if key in live]
        one = combine_readings([r.value for r in counted], [r.instrument for r in counted]) if counted else None
        out.append(
            LoggedDim(
                dim_name(plan, path),
                short,
                show_value(measure.value, unit, ruler=ruler) if measure else "gone",
                f"± {show_value(measure.half_width, unit, ruler=ruler)}" if measure and measure.half_width else "",
                show_value(one.spread, unit, ruler=ruler) if one and len(counted) > 1 else "",
                bool(one and one.level == "mind" and unit == "mm"),
                logged,
                max(len(keys) - SHOWN, 0),
            )
        )
    return out


@record
class SurveyShown:
    """Everything of the survey panel."""

    missing: list[Wanted]
    log: list[LoggedDim]
    pinned: list[tuple[Attachment, str]]
    places: list[tuple[str, str]]
    practice: bool

    @property
    def next(self) -> Wanted | None:
        return self.missing[0] if self.missing else None


def open_readings(plan: Plan, report: Report) -> list[Wanted]:
    """What is still to be measured, with the diagonal that would settle a doubt."""
    checked = report.of(ClosureResult).checked
    return missing_readings(plan, checked.decides if checked else None)


def survey_shown(bench: Bench, job: str, plan: Plan, report: Report) -> SurveyShown:
    """The survey panel of a job."""
    room, names = plan.survey.room, names_of(plan)
    walls = {wall.key: wall_name(room, wall) for wall in room.walls}
    places = [("job", "the job"), *walls.items(), ("ceiling", "ceiling"), *names.items()]
    called = dict(places)
    pinned = [(one, called.get(one.about, one.about)) for one in bench.store.attachments(job)]
    truth = bench.store.truth(job)
    return SurveyShown(
        open_readings(plan, report), reading_log(plan), pinned, places, truth is not None and truth.hidden is not None
    )


def true_room(bench: Bench, job: str) -> tuple[TrueRoom, float]:
    """The room as it really is for a job's stand-ins, and the share of its readings that slip."""
    row = bench.store.truth(job)
    if row is None:
        return TrueRoom(int(job[:7], 16) if all(c in "0123456789abcdef" for c in job[:7]) else 1), 0.0
    return TrueRoom(row.seed, row.hidden, row.pitch, row.first), row.slips or (SLIPS if row.hidden else 0.0)
