"""How quick the hand is answered: run with .venv/bin/python -m benchmarks.interactive [near | board | array | records]

Prints, in one run on this machine: evaluate and drawings (median and 95th percentile), a whole preview and a page as a ratio to a
bare endpoint of the same application, the Desk with 20 and with 5,000 jobs as a ratio, a commit.
"""

from __future__ import annotations

import dataclasses
import gc
import logging
import random
import re
import sys
import tempfile
import warnings
from pathlib import Path
from typing import Final

from oval_room.core.parts import STAGES
from oval_room.core.viewing.school_of import school_of

warnings.simplefilter("ignore")
sys.path.insert(0, str(Path(__file__).parent.parent))  # its boards are the tests'
from fastapi.testclient import TestClient  # noqa: E402

from benchmarks.timing import ROUNDS, timed  # noqa: E402
from oval_room.cli import fill  # noqa: E402
from oval_room.core.apply import apply  # noqa: E402
from oval_room.core.array.study import study_walls  # noqa: E402
from oval_room.core.commands import Command, several  # noqa: E402
from oval_room.core.evaluate import Evaluator, evaluate  # noqa: E402
from oval_room.core.findings import Finding  # noqa: E402
from oval_room.core.fixing.study import FixingResult  # noqa: E402
from oval_room.core.fixing.window_study import study_windows  # noqa: E402
from oval_room.core.levels import Level  # noqa: E402
from oval_room.core.plan.document import Plan, new_plan  # noqa: E402
from oval_room.core.plan.gear import Editions, GearItem, Projector, gear_hash  # noqa: E402
from oval_room.core.plan.measure import Measure, Typed, chosen  # noqa: E402
from oval_room.core.projection.commands import PutProjector  # noqa: E402
from oval_room.core.projection.study import ThrowResult  # noqa: E402
from oval_room.core.screens.commands import PutPicture, TakeGear  # noqa: E402
from oval_room.core.screens.group_commands import PutGroup  # noqa: E402
from oval_room.core.signal.document import Routing  # noqa: E402
from oval_room.core.signal.runs_study import RunsResult, study_runs  # noqa: E402
from oval_room.core.signal.study import study_routing  # noqa: E402
from oval_room.core.solve.doubt import doubts  # noqa: E402
from oval_room.core.solve.near_misses import near_misses, newest  # noqa: E402
from oval_room.core.subject import Subject  # noqa: E402
from oval_room.core.survey.commands import PutSeat, PutThing  # noqa: E402
from oval_room.core.survey.room_commands import PutRoom  # noqa: E402
from oval_room.core.survey.stud_study import StudResult  # noqa: E402
from oval_room.core.viewing.says import ViewingCode  # noqa: E402
from oval_room.core.viewing.seat_map import seat_map  # noqa: E402
from oval_room.demo.gear import SHELF, edition  # noqa: E402
from oval_room.demo.jobs import chapel_flat  # noqa: E402
from oval_room.demo.shop import WHOLE  # noqa: E402
from oval_room.demo.surveyed import boat_shed_den, loft_cinema  # noqa: E402
from oval_room.drawing.look import Look  # noqa: E402
from oval_room.drawing.scene import LAYERS  # noqa: E402
from oval_room.drawing.sheet import draw  # noqa: E402
from oval_room.drawing.signal_board import signal_board  # noqa: E402
from oval_room.drawing.svg import write_svg  # noqa: E402
from oval_room.store.store import Store  # noqa: E402
from oval_room.web.app import create_app  # noqa: E402
from tests.core.signal.boards import large_board  # noqa: E402
from tests.core.survey.rooms import room, say  # noqa: E402


def tell(name: str, times: tuple[float, float], bare: float | None = None, note: str = "") -> None:
    ratio = f"  {times[0] / bare:6.1f} × bare" if bare else ""
    print(f"{name:<44} {times[0]:8.2f} ms median {times[1]:8.2f} ms p95{ratio}  {note}")


def _hall() -> Plan:
    """Another room with the same panel nine times, three by three, before three rows of eight."""
    put: list[Command] = [PutRoom(width=Typed(value=12_000), depth=Typed(value=9_000), height=Typed(value=3_200))]
    put += [
        PutSeat(id=f"s{n + 1}", x=chosen(3_000.0 + 650 * (n % 8)), y=chosen(4_000.0 + 1_000 * (n // 8)), row=n // 8 + 1)
        for n in range(24)
    ]
    panel = next(key for key, item in SHELF.items() if item.name == "Tarnbeck Ember 55")
    for n in range(9):
        put += [
            PutPicture(id=f"p{n + 1}", x=4_600.0 + 1_300 * (n % 3), y=60.0, bottom=600.0 + 780 * (n // 3)),
            TakeGear(id=f"p{n + 1}", gear=panel),
        ]
    return apply(new_plan("Hall"), several(*put), SHELF)


def _survey_and_map() -> None:
    """The seat map of a 10 × 8 m room at 100 mm for one picture with a window; the least squares of a surveyed L."""
    den = boat_shed_den()
    picture = den.chosen.pictures["p1"]
    width, depth = (Measure(value=value, source="read") for value in (10_000.0, 8_000.0))
    room = den.survey.room.model_copy(update={"outline": (), "width": width, "depth": depth})
    window = den.survey.openings["o2"].model_copy(update={"wall": "w3"})
    survey = den.survey.model_copy(update={"room": room, "openings": {"o2": window}})
    item = SHELF[picture.gear or ""]
    tell(
        "seat map, 10 × 8 m at 100 mm, one window",
        timed(lambda i: seat_map(survey, picture, item=item, school=school_of(den).school), 20),
        note="aim: under 60",
    )
    evaluator = Evaluator()
    seated = [apply(den, PutSeat(id="s1", y=chosen(3000.0 + i)), SHELF) for i in range(-6, ROUNDS + 1)]
    tell("evaluate a surveyed L, seat moving", timed(lambda i: evaluator(seated[i], SHELF)), note="aim: p95 ≤ 20")
    wide = _hall()
    tell("evaluate, 9 displays and 24 seats, all anew", timed(lambda i: evaluate(wide, SHELF), 20))
    raised = [apply(wide, PutPicture(id="p5", bottom=900.0 + i), SHELF) for i in range(-6, ROUNDS + 1)]
    tell("the same, one display moving", timed(lambda i: evaluator(raised[i], SHELF)))
    subject = Subject("p1", "s1", "k1")
    keys = [key for key in evaluate(den, SHELF).figures if key.endswith("seat.s1")]
    tell("how sure, the subject's figures", timed(lambda i: doubts(den, SHELF, keys, subject), 20))


def _wall(across: int, down: int) -> Plan:
    """A wall of displays with mounts before one seat, as one group."""
    put: list[Command] = [PutRoom(width=Typed(value=30_000), depth=Typed(value=12_000), height=Typed(value=9_000))]
    put.append(PutSeat(id="s1", x=chosen(12_000.0), y=chosen(8_000.0)))
    panel = next(key for key, item in SHELF.items() if item.name == "Tarnbeck Ember 55")
    mount = next(key for key, item in SHELF.items() if item.kind == "mount" and item.holds == "panel")
    for n in range(across * down):
        put += [
            PutPicture(id=f"p{n + 1}", x=800.0 + 1_300 * (n % across), y=60.0, bottom=600.0 + 780 * (n // across)),
            TakeGear(id=f"p{n + 1}", gear=panel),
            PutPicture(id=f"p{n + 1}", mount=mount),
        ]
    members = tuple(f"p{n + 1}" for n in range(across * down))
    return apply(apply(new_plan("Wall"), several(*put), SHELF), PutGroup(id="m1", kind="wall", members=members), SHELF)


def _walls_of_displays() -> None:
    """200 displays in a wall, all anew and one of them moved, as ratios to 20."""
    full, moving = [], []
    for across, down in ((5, 4), (20, 10)):
        plan, evaluator = _wall(across, down), Evaluator()
        evaluator(plan, SHELF)
        raised = [apply(plan, PutPicture(id="p5", bottom=600.0 + i), SHELF) for i in range(-6, 21)]
        full.append(timed(lambda i, plan=plan: evaluate(plan, SHELF), 20))  # type: ignore[misc]
        moving.append(timed(lambda i, evaluator=evaluator, raised=raised: evaluator(raised[i], SHELF), 20))  # type: ignore[misc]
    for name, (few, many), aim in (("all anew", full, 40), ("one moving", moving, 25)):
        tell(f"wall of 20 displays, {name}", few)
        tell(f"wall of 200 displays, {name}", many, note=f"{many[0] / few[0]:.1f} × 20 displays; aim: under {aim} ms")


def _mount_window() -> None:
    """The plate's window over the whole ceiling with sixty things in the room, as a ratio to working all out anew."""
    plan = apply(loft_cinema(), PutProjector(id="j1", gear=edition("Quillmark Heron 2")), SHELF)
    for n in range(60):
        x, y = 100.0 + 60 * (n % 10), 200.0 + 300 * (n // 10)
        put = PutThing(id=f"t{n + 100}", name=f"thing {n}", x_from=x, x_to=x + 50, y_from=y, y_to=y + 50, z_to=900.0)
        plan = apply(plan, put, SHELF)
    report = evaluate(plan, SHELF)
    reads = (plan.survey, plan.chosen, report.of(ThrowResult), report.of(FixingResult), report.of(StudResult))
    whole = timed(lambda i: evaluate(plan, SHELF), 20)
    spent = timed(lambda i: study_windows(*reads, plan.writing.ruler), 20)
    cells = next(iter(study_windows(*reads, plan.writing.ruler).windows.values())).places.clear.size
    tell(
        f"mount window, {cells} places, 60 things", spent, note=f"{spent[0] / whole[0]:.2f} × evaluate; aim: under 100"
    )


def _near_misses() -> None:
    """500 items of a kind tried in the chapel flat, as a ratio to working it out anew once."""
    chance, plan = random.Random(1), chapel_flat()
    whole = timed(lambda i: evaluate(plan, SHELF), 20)
    for kind, picture in (("projector", "p1"), ("tv", "p2"), ("screen", "p1"), ("mount", "p2")):
        like, shelf = list(newest(SHELF, kind).values()), dict[str, GearItem]()
        for n in range(500):
            item = like[n % len(like)].model_copy(update={"model": f"{kind} {n}"})
            scale = chance.uniform(0.6, 1.4)
            for name in ("width", "height", "rated_lm", "rated_kg"):
                if getattr(item, name, None):
                    item = item.model_copy(update={name: getattr(item, name) * scale})
            if isinstance(item, Projector):
                item = item.model_copy(update={"lens": (item.lens[0] * scale, item.lens[1] * scale)})
            shelf[gear_hash(item)] = item
        used = {key: SHELF[key] for key in plan.gear_used()}
        gear = Editions({**used, **shelf}, shelf)
        spent = timed(lambda i, k=kind, p=picture, g=gear: near_misses(plan, g, p, k), 5)  # type: ignore[misc]
        tell(f"near misses, 500 {kind}s", spent, note=f"{spent[0] / whole[0]:.0f} × evaluate all anew; aim: under 300")


def _board() -> None:
    """A hall's signal board: worked out anew and drawn, as a ratio to working the whole plan out."""
    plan = large_board()
    routing = plan.chosen.kept(Routing)
    whole = timed(lambda i: evaluate(plan, SHELF), 10)
    placed = (plan.survey, plan.chosen.pictures, plan.chosen.projectors, routing)
    spent = timed(lambda i: study_routing(plan.chosen, SHELF, study_runs(*placed), plan.brief), 20)
    size = f"{len(routing.devices)} devices, {len(routing.cables)} cables"
    tell(f"signals, {size}", spent, note=f"{spent[0] / whole[0]:.2f} × evaluate; aim: under 60")
    report = evaluate(plan, SHELF)
    look = Look(plan, report, SHELF, "p1", None)
    drawn = timed(lambda i: write_svg(signal_board(look), 690, 394), 20)
    tell(f"signal board, {len(report.of(RunsResult).routes)} runs", drawn, note="aim: under 150")


def _arrays() -> None:
    """A wall of 200 displays against one of 20: the study, the whole report after one is turned, the canvas drawn."""
    found: list[list[float]] = []
    for grid in ("5 x 4", "20 x 10"):
        hall = say(room(outline="room 30000 x 9000", also=("ceiling 9000",)), "seat 4000", gear=WHOLE)
        plan = say(hall, f"displays {grid} Join 46", *["wall controller 50 outputs"] * 4, gear=WHOLE)
        turned = [apply(plan, PutPicture(id="p3", turned=turn), WHOLE) for turn in (90, 180)]
        evaluator = Evaluator()
        look = Look(plan, evaluator(plan, WHOLE), WHOLE, "p1", "s1")
        times = {
            "study": timed(lambda i, plan=plan: study_walls(plan.chosen, WHOLE)),
            "report after one is turned": timed(lambda i, all=turned, now=evaluator: now(all[i % 2], WHOLE)),
            "canvas drawn": timed(lambda i, look=look: draw(look, "canvas", 700, 470, LAYERS)),
        }
        for name, spent in times.items():
            tell(f"{grid} displays, {name}", spent)
        found.append([spent[0] for spent in times.values()])
    few, many = found
    print(
        "200 displays against 20:", ", ".join(f"{b / a:.1f}" for a, b in zip(few, many, strict=True)), "(10 is in step)"
    )


def _records() -> None:
    """A finding made, as a record and as the frozen dataclass that it would be: what `core/record.py` is for."""
    fields = [(one.name, object, one) for one in dataclasses.fields(Finding)]
    said = (ViewingCode.NECK, Level.GOOD, "4.1", {"picture": "p1"})
    frozen = dataclasses.make_dataclass("frozen", fields, frozen=True, slots=True)
    slow, quick = (timed(lambda i, k=kind: [k(*said) for _ in range(1000)]) for kind in (frozen, Finding))  # type: ignore[misc]
    tell("1,000 findings made, frozen", slow)
    tell("1,000 findings made, as records", quick, note=f"{quick[0] / slow[0]:.2f} × frozen")


def _evaluating() -> None:
    """A plan worked out, and Throw's views drawn."""
    plan = chapel_flat()
    moved = [apply(plan, PutProjector(id="j1", y=3000.0 + i), SHELF) for i in range(-6, ROUNDS + 1)]
    tell("evaluate, all anew", timed(lambda i: evaluate(moved[i], SHELF)), note="aim: p95 ≤ 20")
    evaluator = Evaluator()
    tell("evaluate, lens moving", timed(lambda i: evaluator(moved[i], SHELF)))
    report = evaluate(plan, SHELF)
    look = Look(plan, report, SHELF, "p1", "s2", "k1")
    tell(
        "drawings of Throw, all four",
        timed(lambda i: [draw(look, name, 690, 394, LAYERS) for name in STAGES["throw"].views]),
        note="aim: p95 ≤ 20",
    )


def _pages() -> None:
    """The application's own answers, each as a ratio to a bare endpoint of it."""
    plan = chapel_flat()
    with tempfile.TemporaryDirectory() as folder:
        store = Store(Path(folder) / "bench.db")
        fill(store)
        app = create_app(store)

        @app.get("/bare")
        def bare() -> dict[str, str]:
            return {"bare": "endpoint"}

        client = TestClient(app, base_url="http://127.0.0.1")
        token = re.search(r'name="token" content="([^"]+)', client.get("/", headers={"accept": "text/html"}).text)[1]
        job = next(row.id for row in store.list_jobs()[0] if row.name == "Chapel flat")
        least = timed(lambda i: client.get("/bare"))
        tell("bare endpoint", least)
        headers = {"x-oval-token": token}
        body = {"base": 1, "stage": "throw", "view": {"w": "708", "h": "594"}}

        def preview(i: int) -> None:
            answer = client.post(f"/jobs/{job}/heard", json=body | {"line": f"throw {3000 + i} mm"}, headers=headers)
            assert answer.json()["kind"] == "heard"

        tell("preview (read-back, ghost, delta)", timed(preview), least[0], "aim: p95 ≤ 60")
        tell("whole sheet page", timed(lambda i: client.get(f"/jobs/{job}/throw")), least[0])

        def commit(i: int) -> None:
            head = store.head(job).revision
            answer = client.post(
                f"/jobs/{job}/say", json=body | {"base": head, "line": f"throw {3300 + i} mm"}, headers=headers
            )
            assert answer.json()["kind"] == "done"

        tell("commit with the page's new regions", timed(commit), least[0])
        tell(
            "commit in the store alone",
            timed(lambda i: store.commit(job, store.head(job).revision, PutProjector(id="j1", y=3400.0 + i), "bench")),
        )
        while store.list_jobs()[1] < 20:
            store.create(plan, "bench")
        few = timed(lambda i: client.get("/"))
        tell("Desk, 20 jobs", few, least[0])
        for _ in range(5000 - 20):
            store.create(plan, "bench")
        many = timed(lambda i: client.get("/"))
        tell("Desk, 5,000 jobs", many, least[0], f"= {many[0] / few[0]:.2f} × 20 jobs (aim ≤ 1.5)")
        tell("Desk, 5,000 jobs, searched", timed(lambda i: client.get("/?q=chapel")), least[0])


ALONE: Final = {"board": _board, "near": _near_misses, "array": _arrays, "records": _records}
"""What can be run by itself, by its word."""


def main() -> None:
    logging.disable()
    gc.collect()
    gc.freeze()  # as what serves does
    alone = ALONE.get(" ".join(sys.argv[1:]))
    if alone is not None:
        return alone()
    _evaluating()
    _survey_and_map()
    _walls_of_displays()
    _mount_window()
    _near_misses()
    _board()
    _arrays()
    _records()
    _pages()


if __name__ == "__main__":
    main()
