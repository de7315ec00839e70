"""The tape line: every phrase by its example, what asks, what is refused, and no surprise from any text."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.fixing.study import FixingResult
from oval_room.core.hints import in_unit
from oval_room.core.parts import STAGES
from oval_room.core.plan.document import Plan, Writing, new_plan
from oval_room.core.subject import Subject
from oval_room.core.tape.grammar import complete, hear
from oval_room.core.tape.phrase import Asked, Heard, NotHeard
from oval_room.core.tape.phrases import PHRASES
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat, demo_jobs
from oval_room.demo.shop import WHOLE

CHAPEL = chapel_flat()
FEET = Writing(unit="in", style="feet")
MEANT = (
    # line, read-back, path touched first, value there
    (
        "room 17'4 x 12'9 x 8'",
        "Room: along display wall 17' 4\", depth 12' 9\", height 8' 0\"",
        "survey.room.width.value",
        5283.2,
    ),
    ("seat 11'2", "Seat 1: eye 11' 2\" from the display wall", "survey.seats.s1.y.value", 3403.6),
    ("SEAT  11' 2\"", "Seat 1: eye 11' 2\" from the display wall", "survey.seats.s1.y.value", 3403.6),
    ("screen 110", "New screen 110″, 16:9: 7' 11 7/8\" wide", "schemes.v1.pictures.p1.width.value", 2435.186),
    ("screen 110 at 2.40", "New screen 110″, 2.40: 8' 5 9/16\" wide", "schemes.v1.pictures.p1.width.value", 2579.077),
    ("tv 65", "New TV 65″, 16:9: 4' 8 5/8\" wide", "schemes.v1.pictures.p1.width.value", 1438.973),
    ("ceiling 8'", "Room height 8' 0\"", "survey.room.height.value", 2438.4),
    ("light lamps side 20", "Light in lamps: 20 lux from the side", "survey.scenes.k2.side.value", 20.0),
    ("furniture 24", "Furniture: top at 2' 0\"", "survey.things.t1.z_to", 609.6),
    ("school front row", "School of size: front row, 46 to 60°", "choices.size_school", "front row"),
)
REFUSED = (
    # lines, the last one refused; a word of what to type instead
    ("seat 3 m 4\"", "add up"), ("seat", "seat 11'2"), ("room 12", "width x depth x height"), ("frob 3", "not a word"),
    ("throw 13'", "no projector"), ("top 66", "no picture"), ("eye 41", "no seat"), ("school stalls", "cinema"), ("tv 3 in", "8 to 787"),
    ("light attic 20", "no scene"), ("aspect 0", "no picture"), ("tv 65; surface woven", "a panel"), ("tv 65; wide 4\"", "8 to 787"), ("tv 65; aspect 30", "up to 20"), ("tv 65; gap 2\"", "nothing beside"), ("row two and a half", "its distance"), ("film 30", "0 to 24"), ("projector heron", "screen"),
    ("drop sofa", "no “sofa”"), ("name " + "x" * 90, "80"), ("x" * 700, "too long"), ("", "Type"), ("seats 0", "1 to 12"),
    ("tv nothing", "shelf"), ("ruler 1/10", "1/16"), ("budget lots", "budget"), ("room 12 x 0.1 x 8'", "usually"),
)  # fmt: skip


def say(plan: Plan, line: str, subject: Subject = Subject()) -> Plan:
    """The plan after a line that must be heard."""
    answer = hear(plan, SHELF, line, subject)
    assert isinstance(answer, Heard), f"{line}: {answer.say}"
    return apply(plan, answer.command, SHELF)


def walk(plan: Plan, path: str) -> object:
    node: object = plan
    for key in path.split("."):
        node = node[key] if isinstance(node, dict) else getattr(node, key)
    return node


class Phrases(unittest.TestCase):
    def test_every_example_is_heard(self) -> None:
        subject = Subject("p2", "s2", "k2", "j1")  # the wall TV, which has a mount and gets one beside it
        plan = CHAPEL
        for line in (
            "door w3 at 3', 32 x 78",
            "window w2 at 3', 48 x 44 sill 36",
            "put fire 30 x 12 x 24 at 3' out 0",
            "heat 30",
            "flue lined",
        ):
            plan = say(plan, line)
        plan = say(plan, "another tv 43", subject)
        for phrase in PHRASES:
            of = Subject("p1", "s2", "k2", "j1") if phrase.word == "surface" else subject  # the cloth
            there = say(plan, phrase.after, of) if phrase.after else plan
            if phrase.word in (
                "aspect",
                "wide",
                "stretch to",
                "curve",
                "tv",
                "screen",
            ):  # what was bought keeps its size
                there = say(say(there, "tv 65 as a bare size", subject), "screen 100 as a bare size", Subject("p1"))
            answer = hear(there, SHELF, phrase.example, of)
            if phrase.free and isinstance(answer, Asked):  # what stands there is replaced when it is meant
                answer = hear(there, SHELF, answer.options[-1], of)
            with self.subTest(phrase.example):
                if phrase.word in ("lens", "width", "length") or phrase.about.startswith("asks"):
                    self.assertIsInstance(answer, Asked)  # here it could be both
                else:
                    self.assertIsInstance(answer, Heard, getattr(answer, "say", ""))
                self.assertIn(phrase.stage, STAGES)

    def test_no_number_is_dropped(self) -> None:
        """A length put after any example is read into what comes of it, or the line is asked about or refused: nothing
        that was typed is left out in silence."""
        there, taken = next(one for one in demo_jobs() if one.name == "Chapel flat"), 0  # its gear is linked
        of, shown = Subject("p1", "s1", "k1", "j1"), there.writing.ruler.show(777.0)
        for phrase in PHRASES:
            for tail in (" 777 mm", " out 777"):
                line = in_unit(phrase.example, there.writing.ruler) + tail
                if not isinstance(answer := hear(there, WHOLE, line, of), Heard):
                    continue
                taken += 1
                told = f"{answer.command.model_dump_json(exclude={'label'})} {answer.say}"
                with self.subTest(line):
                    self.assertTrue("777" in told or shown in told or phrase.word == "another", told)
        self.assertGreater(taken, 12)

    def test_what_is_meant_is_done(self) -> None:
        for line, say, path, value in MEANT:
            plan = new_plan("x", writing=FEET)
            with self.subTest(line):
                answer = hear(plan, SHELF, line)
                self.assertIsInstance(answer, Heard, answer.say)
                assert isinstance(answer, Heard)
                self.assertEqual(answer.say, say)
                found = walk(apply(plan, answer.command, SHELF), path)
                if isinstance(value, float):
                    self.assertAlmostEqual(found, value, places=2)  # type: ignore[call-overload]
                else:
                    self.assertEqual(found, value)

    def test_refusals_say_what_to_type(self) -> None:
        plan = new_plan("x", writing=FEET)
        for line, word in REFUSED:
            with self.subTest(line):
                *before, last = line.split("; ")
                start = plan
                for one in before:
                    start = say(start, one)
                answer = hear(start, SHELF, last)
                self.assertIsInstance(answer, NotHeard, answer.say)
                self.assertIn(word, answer.say)

    def test_unclear_lines_ask_and_each_option_is_clear(self) -> None:
        for line in ("lens 7'8 7/8", "tv slate", "drop seat"):
            answer = hear(CHAPEL, SHELF, line, Subject(picture="p2"))
            with self.subTest(line):
                assert isinstance(answer, Asked), answer
                self.assertGreater(len(answer.options), 1)
                for option in answer.options:
                    self.assertIsInstance(hear(CHAPEL, SHELF, option, Subject(picture="p2")), Heard, option)

    def test_a_lens_that_can_only_be_one_thing(self) -> None:
        high = hear(CHAPEL, SHELF, "lens 4'")
        far = hear(CHAPEL, SHELF, "lens 13'")
        assert isinstance(high, Heard) and isinstance(far, Heard)
        self.assertIn("height", high.say)
        self.assertIn("Throw", far.say)

    def test_three_lines_give_a_first_answer(self) -> None:
        """A new picture hangs where school and ladder agree."""
        from oval_room.core.evaluate import evaluate

        plan = new_plan("x", writing=FEET)
        for line in ("room 13' x 16' x 8'", "seat 9'6", "tv 65"):
            answer = hear(plan, SHELF, line)
            assert isinstance(answer, Heard), answer
            plan = apply(plan, answer.command, SHELF)
        report = evaluate(plan, SHELF)
        self.assertEqual(report.stops(), set())
        picture = plan.chosen.pictures["p1"]
        self.assertAlmostEqual(picture.bottom, 1080 - picture.height / 3, delta=1.6)

    def test_rows_and_seats(self) -> None:
        plan = new_plan("x", writing=FEET)
        for line in ("room 14' x 20' x 9'", "seat 10'", "seats 3", "row 2 14'6"):
            answer = hear(plan, SHELF, line, Subject(seat="s1"))
            assert isinstance(answer, Heard), answer
            plan = apply(plan, answer.command, SHELF)
        seats = plan.survey.seats
        self.assertEqual([seat.row for seat in seats.values()], [1, 1, 1, 2, 2, 2])
        self.assertEqual(
            {seat.name for seat in seats.values()}, {"seat 1a", "seat 1b", "seat 1c", "seat 2a", "seat 2b", "seat 2c"}
        )

    def test_schemes_by_name(self) -> None:
        made = hear(CHAPEL, SHELF, "scheme Plain 16:9")
        assert isinstance(made, Heard)
        plan = apply(CHAPEL, made.command, SHELF)
        self.assertEqual((plan.chosen.name, plan.chosen.pictures), ("Plain 16:9", CHAPEL.chosen.pictures))
        back = hear(plan, SHELF, "scheme first scheme")
        assert isinstance(back, Heard)
        self.assertEqual(apply(plan, back.command, SHELF).scheme, "v1")

    def test_either_end_of_a_string_can_be_held(self) -> None:
        """The throw moves the lens, or the screen with the lens held; the top edge moves the picture, or stretches it."""
        lens, screen = CHAPEL.chosen.projectors["j1"].pose.y, CHAPEL.chosen.pictures["p1"]
        moved = hear(CHAPEL, SHELF, "screen to lens 9'")
        assert isinstance(moved, Heard)
        after = apply(CHAPEL, moved.command, SHELF).chosen
        self.assertAlmostEqual(after.projectors["j1"].pose.y - after.pictures["p1"].pose.y, 9 * 304.8)
        self.assertEqual(after.projectors["j1"].pose.y, lens)
        stretched = hear(CHAPEL, SHELF, "stretch to 80 as a bare size", Subject("p1"))
        assert isinstance(stretched, Heard)
        picture = apply(CHAPEL, stretched.command, SHELF).chosen.pictures["p1"]
        self.assertAlmostEqual(picture.top, 80 * 25.4)
        self.assertAlmostEqual(picture.bottom, screen.bottom)
        for line, word in (
            ("screen to lens 11'", "move the lens"),
            ("stretch to 40 as a bare size", "over the bottom edge"),
        ):
            answer = hear(CHAPEL, SHELF, line, Subject("p1"))
            self.assertIn(word, answer.say)

    def test_holes_and_plates_go_where_they_are_typed(self) -> None:
        from oval_room.core.evaluate import evaluate

        for line, read in (
            ("upper row 50 1/4", lambda fix: fix.holes["p2"].rows[0]), ("lower row 44", lambda fix: fix.holes["p2"].rows[-1]),
            ("first hole 6'2", lambda fix: fix.holes["p2"].columns[0]), ("plate out 11'4", lambda fix: fix.plates["j1"].y),
            ("plate along 6'10", lambda fix: fix.plates["j1"].x),
        ):  # fmt: skip
            answer = hear(CHAPEL, SHELF, line, Subject("p2", "s2", "k1", "j1"))
            with self.subTest(line):
                assert isinstance(answer, Heard), answer
                wanted = CHAPEL.writing.ruler.parse(" ".join(line.split(" ")[2:]))
                self.assertAlmostEqual(
                    read(evaluate(apply(CHAPEL, answer.command, SHELF), SHELF).of(FixingResult)), wanted
                )
        self.assertIn("choose panel and mount", hear(CHAPEL, SHELF, "upper row 50", Subject("p1")).say)

    def test_completion(self) -> None:
        self.assertEqual(complete("sea"), ("seat", "seats", "seating"))
        self.assertEqual(complete("t", "throw")[0], "throw")
        self.assertEqual(complete("zz"), ())

    def test_no_word_hides_another(self) -> None:
        words = [phrase.word for phrase in PHRASES]
        self.assertEqual(len(words), len(set(words)))

    @settings(max_examples=300, deadline=None)
    @given(
        st.sampled_from([phrase.word for phrase in PHRASES] + ["", "x", "undo"]),
        st.one_of(st.text(max_size=20), st.text(max_size=14, alphabet="0123456789 '\"x.,/½-")),
        st.sampled_from([CHAPEL, new_plan("x", writing=FEET)]),
    )  # fmt: skip
    def test_no_text_fails_or_does_what_was_not_said(self, word: str, rest: str, plan: Plan) -> None:
        answer = hear(plan, SHELF, f"{word} {rest}", Subject("p1", "s1", "k1", "j1"))
        self.assertTrue(answer.say)
        if isinstance(answer, Heard):
            apply(plan, answer.command, SHELF)  # what is read back can be done
            self.assertEqual(answer.command.label, answer.say)
