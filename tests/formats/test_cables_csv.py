"""The cable schedule out as CSV and in again: what is the same says nothing, what differs is one step, what can't be read
names its line."""

from __future__ import annotations

import csv
import io
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan
from oval_room.core.signal.document import Routing
from oval_room.core.signal.schedule import Line, schedule, totals
from oval_room.demo.gear import SHELF
from oval_room.formats.cables_csv import COLUMNS, read_cables, write_cables
from tests.core.signal.example import PLANS, RECEIVER, chain


def lines_of(plan: Plan) -> list[Line]:
    return schedule(plan, evaluate(plan, SHELF))


def edited(plan: Plan, of: str, **cells: str) -> bytes:
    """The schedule as somebody fills it in on a spreadsheet."""
    rows = list(csv.DictReader(io.StringIO(write_cables(lines_of(plan)))))
    for row in rows:
        if row["number"] == of:
            row |= {name.replace("_", " "): value for name, value in cells.items()}
    out = io.StringIO()
    writer = csv.DictWriter(out, COLUMNS)
    writer.writeheader()
    writer.writerows(rows)
    return out.getvalue().encode()


class Schedule(unittest.TestCase):
    def test_out_and_in_again_says_nothing(self) -> None:
        for plan in PLANS:
            lines = lines_of(plan)
            if lines:
                self.assertIsNone(read_cables(write_cables(lines).encode(), plan, lines).command)

    def test_what_was_filled_in_is_one_step(self) -> None:
        lines = lines_of(RECEIVER)
        content = edited(RECEIVER, "c4", kind="active optical", length_m="7.5", run_mm="6200", proven="yes")
        brought = read_cables(content, RECEIVER, lines)
        assert brought.command is not None
        self.assertEqual(brought.numbers, ("c4",))
        cable = apply(RECEIVER, brought.command, SHELF).chosen.kept(Routing).cables["cb4"]
        self.assertEqual((cable.kind, cable.length, cable.run, cable.proven), ("active optical", 7500.0, 6200.0, True))

    def test_what_cannot_be_read_names_its_line(self) -> None:
        lines = lines_of(RECEIVER)
        for content, said in (
            (edited(RECEIVER, "c2", length_m="long"), "line 3, length m"),
            (edited(RECEIVER, "c2", length_m="-1"), "line 3, length m"),
            (edited(RECEIVER, "c2", length_m="1e9"), "line 3, length m"),
            (edited(RECEIVER, "c2", theirs="perhaps"), "line 3, theirs"),
            (edited(RECEIVER, "c2", number="c77"), "line 3: there is no cable c77"),
            (edited(RECEIVER, "c2", number="c1"), "line 3: cable c1 stands there twice"),
            (b"a,b\n1,2\n", "the first line must name the columns"),
            (b"number,kind,colour\nc1,x,red\n", "colour"),
            (b"\xff\xfe\x00", "not text"),
            (b"number,kind\0\n", "no text"),
            (b"x" * 300_000, "over 256 KB"),
        ):
            with self.subTest(said), self.assertRaises(RefusedError) as caught:
                read_cables(content, RECEIVER, lines)
            self.assertIn(said, caught.exception.text)
        with self.assertRaises(RefusedError):
            apply(RECEIVER, read_cables(edited(RECEIVER, "c2", kind="bell wire"), RECEIVER, lines).command, SHELF)  # type: ignore[arg-type]

    @settings(max_examples=60, deadline=None)
    @given(st.text(max_size=200))
    def test_no_text_breaks_it(self, text: str) -> None:
        lines = lines_of(RECEIVER)
        for content in (text, f"number,kind,length m\n{text}"):
            try:
                brought = read_cables(content.encode("utf-8", "replace"), RECEIVER, lines)
            except RefusedError:
                continue
            self.assertIsNone(brought.command)

    def test_a_formula_stays_text(self) -> None:
        plan = chain("drop Kestrel", on=RECEIVER)
        cables = plan.chosen.kept(Routing).cables
        renamed = plan.chosen.keeping(plan.chosen.kept(Routing).model_copy(update={"cables": {
            key: cable.model_copy(update={"name": "=1+1"}) for key, cable in list(cables.items())[:1]}}))  # fmt: skip
        text = write_cables(lines_of(plan.model_copy(update={"schemes": {"v1": renamed}})))
        self.assertIn("'=1+1", text)

    def test_what_is_bought_adds_up(self) -> None:
        plan = chain("theirs c1", "lead c4 12 m", on=RECEIVER)
        lines = lines_of(plan)
        bought = {(kind, length): count for kind, length, count, _ in totals(lines)}
        self.assertEqual(sum(bought.values()), len(lines) - 1)
        self.assertEqual(bought["HDMI, copper active", 12.0], 1)


if __name__ == "__main__":
    unittest.main()
