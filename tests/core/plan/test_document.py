"""The plan document: what it refuses, how values show where they come from, and upgrades of absent fields."""

from __future__ import annotations

import unittest
from typing import Any

from pydantic import BaseModel, ValidationError

from oval_room.core.complaints import refused_by
from oval_room.core.plan.document import Plan, Scheme, new_plan
from oval_room.core.plan.gear import GEAR, Projector, gear_hash
from oval_room.core.plan.measure import Measure, Typed, default
from oval_room.core.survey.document import Seat, Thing
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat

CHAPEL = chapel_flat()


def spoiled(path: str, value: Any) -> dict[str, Any]:
    document = CHAPEL.model_dump(mode="json")
    node: Any = document
    *way, last = path.split(".")
    for key in way:
        node = node[key]
    node[last] = value
    return document


class Documents(unittest.TestCase):
    def test_what_is_refused_names_its_place(self) -> None:
        table = (
            ("name", "", "name"), ("name", "x" * 81, "name"), ("state", "lost", "state"), ("writing.steps_per_inch", 12, "writing.steps_per_inch"),
            ("brief.film", 25, "brief.film"), ("survey.seats.s1.row", 0, "survey.seats.s1.row"), ("survey.main_seat", "s99", "survey"),
            ("survey.seats.seat one", CHAPEL.survey.seats["s1"].model_dump(), "survey.seats"), ("survey.things.t1.x_to", 0, "survey.things.t1"),
            ("schemes.v1.pictures.p1.aspect", 0, "schemes.v1.pictures.p1.aspect"), ("schemes.v1.projectors.j1.mode", 1.5, "schemes.v1.projectors.j1.mode"),
            ("schemes", {}, "schemes"), ("choices.size_school", "stalls", "choices.size_school"), ("format", 2, "format"), ("colour", "red", "colour"),
            ("survey.room.width.half_width", -1, "survey.room.width.half_width"), ("choices.accepted", {"Bad Key!": {"level": "mind"}}, "choices.accepted"),
        )  # fmt: skip
        for path, value, place in table:
            with self.subTest(path, value=str(value)[:20]):
                with self.assertRaises(ValidationError) as caught:
                    Plan.model_validate(spoiled(path, value))
                self.assertTrue(
                    refused_by(caught.exception).field.startswith(place), refused_by(caught.exception).field
                )

    def test_it_can_not_be_changed_in_place(self) -> None:
        with self.assertRaises(ValidationError):
            CHAPEL.name = "other"  # type: ignore[misc]

    def test_a_copy_is_what_pydantic_would_make(self) -> None:
        """The quick copy has the fields, and the fields that were given, of Pydantic's own, shares no dict with what it
        was copied from, and can't be changed either."""
        for node in (CHAPEL, CHAPEL.survey, *CHAPEL.chosen.pictures.values(), *SHELF.values(), default(5.0)):
            name = next(iter(type(node).model_fields))
            for update in (None, {}, {name: getattr(node, name)}):
                copied, wanted = node.model_copy(update=update), BaseModel.model_copy(node, update=update)
                self.assertEqual((copied, copied.model_fields_set), (wanted, wanted.model_fields_set))
                self.assertEqual(copied.model_dump_json(), wanted.model_dump_json())
                self.assertIsNot(copied.__dict__, node.__dict__)
                self.assertIsNot(copied.model_fields_set, node.model_fields_set)
                with self.assertRaises(ValidationError):
                    setattr(copied, name, None)
        self.assertIsNot(CHAPEL.model_copy(deep=True).survey, CHAPEL.survey)

    def test_absent_fields_take_their_defaults(self) -> None:
        """A job file of an earlier commit, without fields that came later, opens."""
        document = CHAPEL.model_dump(mode="json")
        for path in ("choices.accepted", "choices.settled", "readings", "brief", "state"):
            *way, last = path.split(".")
            node: Any = document
            for key in way:
                node = node[key]
            node.pop(last)
        self.assertEqual(Plan.model_validate(document).choices.accepted, {})

    def test_measures(self) -> None:
        self.assertTrue(default(5).unsure)
        self.assertFalse(Measure(value=5, source="read").unsure)
        for source, instrument, half in (
            ("read", "laser", 1.5),
            ("read", "tape", 2.0),
            ("chosen", "tape", 0.0),
            ("as-built", "eye", 50.0),
        ):
            self.assertEqual(
                Typed.model_validate({"value": 1, "source": source, "instrument": instrument}).half_width, half
            )
        for bad in (float("nan"), float("inf"), 1e9):
            with self.assertRaises(ValidationError):
                Typed(value=bad)

    def test_seats_and_rooms(self) -> None:
        seat = Seat(name="a", x=default(1), y=default(2), floor=default(200), eye=default(1080), kind="recliner")
        self.assertEqual((seat.eye_point.z, seat.gaze_pitch), (1280, 20))
        self.assertAlmostEqual(new_plan("x").survey.room.surface_m2, 2 * (4.5 * 5.5 + 4.5 * 2.4 + 5.5 * 2.4))
        with self.assertRaises(ValidationError):
            Thing(name="flat", x_from=0, x_to=0, y_from=0, y_to=1, z_to=1)
        with self.assertRaises(ValidationError):
            Scheme(name="s", projectors=CHAPEL.chosen.projectors)

    def test_the_main_seat_is_named_or_the_first_of_the_first_row(self) -> None:
        self.assertEqual(CHAPEL.survey.main, "s2")
        self.assertEqual(CHAPEL.survey.model_copy(update={"main_seat": None}).main, "s1")
        self.assertIsNone(new_plan("x").survey.main)

    def test_gear_says_what_it_refuses(self) -> None:
        good = next(item for item in SHELF.values() if isinstance(item, Projector)).model_dump()
        for key, value in (
            ("lens", [1.0]),
            ("rated_lm", 0),
            ("shift_share", "star"),
            ("kind", "toaster"),
            ("colour", 1),
            ("price", -1),
        ):
            with self.subTest(key), self.assertRaises(ValidationError):
                GEAR.validate_python(good | {key: value})
        self.assertEqual(
            gear_hash(GEAR.validate_python(good)), gear_hash(GEAR.validate_python(dict(reversed(good.items()))))
        )
