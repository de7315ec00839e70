"""Laying out: whatever strings and labels come, none meets another, and what is dropped is what matters least."""

from __future__ import annotations

import unittest
from pathlib import Path as File

from fontTools.ttLib import TTFont
from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.drawing.layout import Box, Frame, Page, shortened
from oval_room.drawing.metrics import primes, text_width
from oval_room.drawing.scene import Dim, Ellipse, Label, P, Path

FACES = File(__file__).resolve().parents[2] / "oval_room/drawing/faces"
WORDS = st.sampled_from(
    ["9' 2 11/16\"", "throw 12' 7 5/8\"", "3413 mm", "7' 0\"", "a rather long name for a thing in the room"]
)
DIMS = st.builds(
    Dim, a=st.floats(0, 3000), b=st.floats(3001, 6000), axis=st.sampled_from(["u", "v"]), text=WORDS,
    side=st.sampled_from(["below", "above", "left", "right"]), priority=st.integers(1, 9),
)  # fmt: skip
LABELS = st.builds(
    Label, at=st.builds(P, st.floats(0, 6000), st.floats(0, 3000)), text=WORDS, anchor=st.sampled_from(["start", "middle", "end"]),
    offsets=st.sampled_from([((0.0, 0.0),), ((0.0, 12.0), (0.0, -12.0), (30.0, 0.0))]), priority=st.integers(1, 9), turned=st.booleans(),
)  # fmt: skip


def page() -> Page:
    frame = Frame(0.1, 60, 60, 0.0, 3000.0)
    return Page(frame, 760, 480, Box(60, 60, 660, 360))


class Layouts(unittest.TestCase):
    @settings(max_examples=120, deadline=None)
    @given(st.lists(DIMS, max_size=14), st.lists(LABELS, max_size=14))
    def test_nothing_meets_anything(self, dims: list[Dim], labels: list[Label]) -> None:
        one = page()
        placed = one.dims(dims)
        one.labels(labels)
        words = one.taken[0 : 2 * len(placed) : 2] + one.taken[2 * len(placed) :]
        for i, box in enumerate(words):
            self.assertTrue(box.x0 >= 0 and box.y0 >= 0 and box.x1 <= 760 and box.y1 <= 480)
            for other in words[i + 1 :]:
                self.assertFalse(box.meets(other), (box, other))

    @settings(max_examples=60, deadline=None)
    @given(st.lists(LABELS, min_size=1, max_size=20))
    def test_the_first_in_priority_is_never_dropped_for_a_later_one(self, labels: list[Label]) -> None:
        first = min(labels, key=lambda label: label.priority)
        alone = page().labels([first])
        together = page().labels(labels)
        if alone:
            self.assertIn(first, [one.label for one in together])

    @settings(max_examples=60, deadline=None)
    @given(WORDS, st.floats(0, 300))
    def test_a_text_cut_to_its_room_fits_it_and_keeps_its_end(self, text: str, room: float) -> None:
        cut = shortened(text, room, 12.5)
        self.assertLessEqual(text_width(cut, 12.5) if cut else 0.0, room)
        self.assertTrue(cut in ("", text) or (cut.startswith("… ") and text.endswith(cut[2:])), cut)
        if text_width(text, 12.5) <= room:
            self.assertEqual(cut, text)

    def test_a_name_keeps_inside_its_picture(self) -> None:
        one = page()
        placed = one.labels(
            Label(P(1000 + 1000 * n, 1500), f"Tarnbeck Ember 55 no. {n}", within=1000) for n in range(4)
        )
        self.assertEqual([label.label.text[-5:] for label in placed], [f"no. {n}" for n in range(4)])
        self.assertTrue(all(box.x1 - box.x0 <= 106 for box in one.taken))
        self.assertEqual(one.labels([Label(P(1000, 500), "Tarnbeck", within=20)]), [])

    def test_labels_stand_clear_of_heads_where_they_can(self) -> None:
        one, at = page(), P(3000, 1500)
        beside = ((0.0, 0.0), (0.0, 40.0))
        one.keep_clear([Ellipse(at, (95, 78), "head", "people")])
        self.assertEqual(one.labels([Label(at, "seat 1", offsets=beside)])[0].y, one.frame.y(1500) - 40)
        self.assertEqual(
            one.labels([Label(at, "seat 1", offsets=beside[:1])])[0].y, one.frame.y(1500)
        )  # nowhere else to go

    def test_strings_climb_to_the_next_rail(self) -> None:
        placed = page().dims([Dim(0, 3000, "u", "a"), Dim(0, 4000, "u", "b"), Dim(4100, 6000, "u", "c")])
        rails = {one.dim.text: one.text_at[1] for one in placed}
        self.assertEqual(rails["a"], rails["c"])  # they stand beside each other
        self.assertGreater(rails["b"], rails["a"])

    def test_text_that_does_not_fit_its_string_stands_outside_it(self) -> None:
        (one,) = page().dims([Dim(0, 200, "u", "throw 12' 7 5/8\"")])
        self.assertEqual(one.gap, 0)
        self.assertGreater(one.text_at[0], one.b[0])

    def test_a_string_without_room_for_all_its_words_keeps_its_number(self) -> None:
        """Short of room, `upper row 1632 mm up, line +632 mm` is told without the line; with room, whole."""
        told = "upper row 1632 mm up, line +632 mm"
        for low, text in ((0, told), (1500, "upper row 1632 mm up")):
            placed = page().dims([Dim(low, 2900, "v", told, "left")])
            with self.subTest(low):
                self.assertEqual([one.dim.text for one in placed], [text])
        (past,) = page().dims([Dim(2600, 2900, "v", told, "left")])  # no room over it: it stands past its other end
        self.assertGreater(past.text_at[1], past.a[1])
        self.assertEqual(page().dims([Dim(2600, 2900, "v", "row " * 60, "left")]), [])  # not even there

    def test_a_string_inside_stands_beside_people_where_it_can(self) -> None:
        for heads, moved in (((), 0), (((1000, 1000),), 1)):
            one = page()
            one.keep_clear([Ellipse(P(u, v), (200, 300), "head", "people") for u, v in heads])
            (placed,) = one.dims([Dim(0, 2000, "v", "lens", "inside", 1000)])
            own = one.frame.x(1000)
            self.assertEqual(abs(placed.a[0] - own) > 1, bool(moved))
            self.assertFalse(any(abs(one.frame.x(u) - placed.a[0]) < 200 * one.frame.scale for u, _ in heads))

    def test_a_small_drawing_goes_without_names_that_lie_on_edges(self) -> None:
        box = Path((P(900, 0), P(1100, 0), P(1100, 2000), P(900, 2000)), "thing-furniture", "room", True)
        label = Label(P(1100, 1000), "shelf", "small", "room", offsets=((0, 0),), priority=5)
        for sparse, count in ((False, 1), (True, 0)):
            one = page()
            one.sparse = sparse
            one.keep_clear([box])
            self.assertEqual(len(one.labels([label])), count)

    def test_the_frame_flips_v_once(self) -> None:
        frame = page().frame
        self.assertEqual((frame.x(0), frame.x(1000), frame.y(3000), frame.y(0)), (60, 160, 60, 360))

    def test_widths_are_those_of_the_face_that_ships(self) -> None:
        font = TTFont(FACES / "barlow-semi-condensed-500.ttf")
        glyphs, em = font.getBestCmap(), font["head"].unitsPerEm
        for (
            char
        ) in "'| l·ij,.I;()!:1{}tfr″[]-°*/×z–7y^svx_?′9356+<=>ack±−28Zegu$Fbdhno~L4pq0EJSTYACGRVXBDKOHUN&MwmW½¼¾@%":
            width = text_width(char + "nn", 100) - text_width("nn", 100)
            with self.subTest(char):
                self.assertAlmostEqual(width, font["hmtx"][glyphs[ord(char)]][0] * 100 / em, delta=0.52)

    def test_the_word_of_a_string_and_a_turned_label_keep_their_place_free(self) -> None:
        """A label that comes after one turned on its side, or after a string's word, stands clear of the letters."""
        for sign in (-1, 1):
            for gap, free in ((4, False), (22, True)):
                place = page()
                turned = Label(P(3000, 1500), "a rather long name", "small", "labels", turned=True)
                near = Label(P(3000 + sign * gap * 10, 1500), "i", "small", "labels")
                with self.subTest(sign, gap=gap):
                    self.assertEqual(len(place.labels([turned, near])), 1 + free)

    def test_widths_grow_with_text_and_size(self) -> None:
        self.assertGreater(text_width("13' 4 7/8\"", 12), text_width("13' 4\"", 12))
        self.assertAlmostEqual(text_width("abc", 24) - 1, 2 * (text_width("abc", 12) - 1))
        self.assertEqual(primes("7' 0\""), "7′\u200a0″")
        self.assertEqual(primes("the client's wall"), "the client's wall")
        self.assertEqual(primes("seat 1's head, 3'-6"), "seat 1's head, 3′-6")
