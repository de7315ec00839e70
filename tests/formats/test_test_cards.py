"""Test cards of walls of displays, read back pixel by pixel against the mapping; the mapping files read back."""

from __future__ import annotations

import csv
import io
import json
import unittest
from functools import partial

import numpy as np
import numpy.typing as npt
from PIL import Image

from oval_room.core.array.desk import on_layout, plugs
from oval_room.core.array.document import Arrays
from oval_room.core.array.mapping import Mapped, mapping_of
from oval_room.core.plan.document import Plan
from oval_room.demo.walled import library_wall
from oval_room.formats.test_cards import MOST_PIXELS, canvas_card, controller_card, display_card, png, shrunk
from oval_room.formats.wall_mapping import COLUMNS, write_mapping_csv, write_mapping_json
from tests.core.array.example import HALL, NINE, SPLIT
from tests.core.survey.rooms import say

Pixels = npt.NDArray[np.uint8]
ANYHOW = say(HALL, "displays 2 x 2 46", "wall display 2 upside down", "wall display 3 upright left", "joints closed")
"""With one on its head and one on its side: what hangs freely keeps its gaps."""
CLOSED = say(NINE, "joints closed", "canvas 2880")


def _seen(card: Pixels, one: Mapped) -> Pixels:
    """Independent: what is seen on the wall of a card sent to a display that hangs as it does. A pixel at column i and
    row j of a display of w × h lies, seen from the front, at (h−1−j, i) when it is turned by 90, at (w−1−i, h−1−j) by
    180, at (j, w−1−i) by 270."""
    wide, high = one.display.pixels
    i, j = np.meshgrid(np.arange(wide), np.arange(high))
    at = {0: (i, j), 90: (high - 1 - j, i), 180: (wide - 1 - i, high - 1 - j), 270: (j, wide - 1 - i)}
    x, y = at[one.display.turned]
    out = np.zeros((high, wide) if one.display.turned % 180 == 0 else (wide, high), dtype=np.uint8)
    out[y, x] = card
    return out


def _nearest(part: Pixels, size: tuple[int, int]) -> Pixels:
    """A part stretched to another size, each pixel the nearest one's."""
    high, wide = part.shape
    x = ((np.arange(size[0]) + 0.5) * wide / size[0]).astype(int)
    y = ((np.arange(size[1]) + 0.5) * high / size[1]).astype(int)
    return part[np.ix_(y, x)]


class Cards(unittest.TestCase):
    def test_every_display_shows_its_part_of_the_canvas(self) -> None:
        for name, plan in (("library", library_wall()), ("anyhow", ANYHOW), ("closed, soft", CLOSED)):
            walls = mapping_of(plan.chosen)
            outputs = plugs(plan, walls)
            for wall in walls.walls.values():
                whole = np.asarray(canvas_card(wall, outputs))
                self.assertEqual(whole.shape, (wall.size[1], wall.size[0]))
                for one in wall.displays:
                    with self.subTest(name, display=one.display.number):
                        card = np.asarray(Image.open(io.BytesIO(png(partial(display_card, wall, one, outputs)))))
                        self.assertEqual(card.shape, one.display.pixels[::-1])
                        crop = one.crop
                        part = whole[crop.top : crop.top + crop.height, crop.left : crop.left + crop.width]
                        self.assertTrue(np.array_equal(_seen(card, one), _nearest(part, one.display.shown)))
                        self.assertGreater(np.count_nonzero(card == 255), 500)  # its number and edge are on it

    def test_what_lies_between_the_displays_is_dark(self) -> None:
        wall = next(iter(mapping_of(say(NINE, "canvas 2880").chosen).walls.values()))
        whole = np.asarray(canvas_card(wall, {})).copy()
        for one in wall.displays:
            whole[one.crop.top : one.crop.top + one.crop.height, one.crop.left : one.crop.left + one.crop.width] = 0
        self.assertEqual(int(whole.max()), 0)

    def test_what_a_source_draws_comes_out_right(self) -> None:
        """Cut out of the controller's card by its cells, each display's card is there, at the cell's pixels."""
        for plan in (library_wall(), SPLIT):
            walls = mapping_of(plan.chosen)
            outputs = plugs(plan, walls)
            for key, layout in walls.layouts.items():
                on_it = [(walls.walls[one.wall], one) for one in on_layout(walls, key)]
                pixels = plan.chosen.kept(Arrays).controllers[key].pixels
                card = np.asarray(controller_card(layout, pixels, on_it, outputs))
                for cell, (wall, one) in zip(layout.cells, on_it, strict=True):
                    got = card[cell.top : cell.top + cell.height, cell.left : cell.left + cell.width]
                    crop = one.crop
                    whole = np.asarray(canvas_card(wall, outputs))
                    wanted = whole[crop.top : crop.top + crop.height, crop.left : crop.left + crop.width]
                    if not layout.as_it_hangs:
                        wanted = np.asarray(display_card(wall, one, outputs))
                    # where a source's pixel lies half between two of the canvas either is the nearest
                    same = float(np.mean(got == _nearest(wanted, (cell.width, cell.height))))
                    self.assertGreater(same, 0.995, (key, cell))

    def test_a_large_canvas_is_drawn_smaller(self) -> None:
        wall = next(iter(mapping_of(say(NINE, "canvas 9000").chosen).walls.values()))
        share = shrunk(wall.size)
        card = canvas_card(wall, {})
        self.assertEqual(share, 2)
        self.assertLessEqual(card.width * card.height, MOST_PIXELS)
        self.assertGreater(np.count_nonzero(np.asarray(card)), 1000)


class Files(unittest.TestCase):
    def read(self, plan: Plan) -> list[dict[str, str]]:
        return list(csv.DictReader(io.StringIO(write_mapping_csv(plan, mapping_of(plan.chosen)))))

    def test_csv_and_json_say_the_same(self) -> None:
        plan = library_wall()
        rows = self.read(plan)
        self.assertEqual(tuple(rows[0]), COLUMNS)
        told = json.loads(write_mapping_json(plan, mapping_of(plan.chosen)))
        listed = [one for wall in told["walls"] for one in wall["displays"]]
        self.assertEqual([{key: str(value) for key, value in one.items()} for one in listed], rows)
        self.assertEqual([int(row["number"]) for row in rows], list(range(1, 10)))
        for wall in told["walls"]:
            for one in wall["displays"]:  # what its rectangle comes to at the wall's pixels a millimetre
                self.assertAlmostEqual(one["canvas w"], one["width mm"] * wall["px_per_mm"], delta=1.0)
                self.assertAlmostEqual(one["canvas h"], one["height mm"] * wall["px_per_mm"], delta=1.0)

    def test_a_display_without_an_output_and_a_name_like_a_formula(self) -> None:
        plan = say(HALL, "displays 2 x 1 46", "wall controller -Odd: 1 output")
        first, second = self.read(plan)
        self.assertEqual((first["controller"], second["controller"]), ("'-Odd", ""))


if __name__ == "__main__":
    unittest.main()
