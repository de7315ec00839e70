"""Gear typed off a data sheet: conversions against values made by hand, what is refused, what comes out again."""

from __future__ import annotations

import unittest
from typing import get_args

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.gear.field import SheetError
from oval_room.core.gear.kinds import KINDS, kind_of
from oval_room.core.gear.line import example_of
from oval_room.core.gear.sheet import as_texts, faults_of, read_fields, read_line, told
from oval_room.core.plan.gear import GearItem, gear_hash
from oval_room.demo.gear import SHELF
from oval_room.demo.shop import WHOLE

CONVERTED = (
    # a line, the figure, its value by hand
    ("projector A b: throw 1.2-1.56, 2200 lm", "lens", (1.2, 1.56)),
    ("projector A b: throw 1.2:1 - 1.56:1, 2200 ANSI lumens", "lens", (1.2, 1.56)),
    ("projector A b: throw 0.25, 2200 lm", "lens", (0.25, 0.25)),
    # 100 inch in 16:9 is 2214 mm wide: 2.66 m / 2.214 m = 1.20, 3.46 / 2.214 = 1.56
    ('projector A b: throw 100" at 2.66-3.46 m, 2200 lm', "lens", (1.202, 1.563)),
    ('projector A b: throw 100" at 2.66 m 1.3x zoom, 2200 lm', "lens", (1.202, 1.562)),
    ('projector A b: throw 120" 16:10 at 3.1 m, 2200 lm', "lens", (1.199, 1.199)),  # 120 inch in 16:10 is 2585 mm wide
    ("projector A b: throw 1.2, 2200 lm, shift 50% 20%", "shift_up", 0.5),
    ("projector A b: throw 1.2, 2200 lm, shift edge 100% 50%", "shift_up", 0.5),  # lens level with the edge: half a height
    ("projector A b: throw 1.2, 2200 lm, shift edge 100% 50%", "shift_side", 0.25),
    ("projector A b: throw 1.2, 2200 lm, offset 100%", "shift_offset", 0.5),
    ("projector A b: throw 1.2, 2200 lm, offset 110%", "shift_offset", 0.6),
    ('projector A b: throw 1.2, 2200 lm, offset 125 mm at 100"', "shift_offset", 0.6004),  # 125 / 1245 mm over half
    ("projector A b: throw 1.2, 2200 lm, 8.4 lb", "mass_kg", 3.81),  # 8.4 x 0.45359
    ("projector A b: throw 1.2, 2200 lm, 400 x 330 x 140", "body_height", 140.0),
    ("projector A b: throw 1.2, 2200 lm, 40 x 33 x 14 cm", "body_width", 400.0),
    ("projector A b: throw 1.2, 2200 lm, body 400 x 140 x 330", "body_height", 140.0),  # height printed second
    ("projector A b: throw 1,2-1,56; 2.200 lm", "rated_lm", 2200.0),
    ("projector A b: throw 1.2, 2200 lm, 4k, laser, dlp, 26 dB, 120 Hz, €2400", "price", 2400.0),
    ('tv A b: 65"', "width", 1439.0),
    ('tv A b: 49" 32:9', "width", 1198.4),
    ("tv A b: size 1439 x 809", "height", 809.0),
    ('tv A b: 65", vesa 400 x 300', "vesa", (400.0, 300.0)),
    ('tv A b: 65", bolts 12.2"', "top_to_vesa", 309.88),
    ('tv A b: 65", outer 1448 x 830 x 45', "frame_side", 4.5),  # (1448 - 1439.0) / 2
    ('tv A b: 65", outer 1448 x 830 x 45', "frame_bottom", 16.1),  # 830 - 809.4 - 4.5
    ('tv A b: 65", 46.3 lb, 320 nits, oled, matt', "mass_kg", 21.0),
    ('tv A b: 34" 21:9, curve 1800R', "curve", 1800.0),
    ('screen A b: 110" 2.40, drop-down, matte, gain 1.1, case 120, drop 300', "case_height", 120.0),
    ('screen A b: 110" 2.40, drop-down', "width", 2579.1),
    ("projector A b: throw 1.2, 2200 lm, lens at 1.6 8 3.8 in", "plate_to_axis", 96.52), ("projector A b: throw 1.2, 2200 lm, lens at -40 205 96", "lens_right", -40.0),
    ("mount A b: rated 88 lb, row 12, profile 48, plate 650 x 430, tilt 0-12", "rated_kg", 39.92),
    ("mount A b: rated 40 kg, swivel 60, reach 450", "swivel", (-60.0, 60.0)),
    ("mount A b: rated 40 kg, rows 160 x 320 mm", "rows_below_upper", (0.0, 160.0, 320.0)),
    ("mount A b: rated 40 kg, holes 100 x 203 mm", "columns_from_centre", (-203.0, -100.0, 100.0, 203.0)),
    ('arm A b: rated 30 kg, reach 20", swivel 60', "reach", 508.0),
    ("projector A b: throw 1.2, 2200 lm, shift centre 96% 47%", "shift_up", 0.96),
    ("projector A b: throw 1.2, 2200 lm, offset 12° at 1.2", "shift_offset", 0.4534),  # 1.2 x 16/9 x tan 12°
    ("projector A b: throw 1.2, 2200 lm, 450:1 ANSI", "contrast", 450.0),
    ("projector A b: throw 1.2, 2200 lm, 26 dB eco", "fan_db", 26.0),
    ("projector A b: throw 1.2, 2200 lm, 20000 h", "life_h", 20000.0),
    ("projector A b: throw 1.2, 2200 lm, lamp, new lamp 140", "lamp_price", 140.0),
    ("projector A b: throw 1.2, 2200 lm, 320 W", "watts", 320.0),
    ('tv A b: 65", vesa 400 x 300 M6 x 18', "screw_depth", 18.0),
    ('tv A b: 65", vesa 400 x 300 M6 x 18', "vesa", (400.0, 300.0)),
    ('tv A b: 65", outer 1448 x 830 x 45 without stand', "depth", 45.0),
    ('tv A b: 65", weight 21 kg without stand', "mass_kg", 21.0),
    ('tv A b: 65", price 2400 on 2026-05', "price", 2400.0),
    ("drop A b: travel 180-600 mm, rated 18 kg", "greatest_height", 600.0),
    ("soundbar A b: 900 x 62 x 105, 45 W", "depth", 105.0),
    ("speaker A b: 21 x 96 x 29 cm, tweeter 880 mm", "height", 960.0),
    ("player A b: 110 x 25 x 110, 4k, 60 Hz, 6 W", "refresh_hz", 60.0),
    ("stem A b: pole 500-900 mm, rated 20 kg", "greatest_height", 900.0),
    # as it stands on the box: without words, commas, colon; shapes that pixels tell; which way a shift goes
    ("projector A 9, 1.2 to 1.56:1, 3000 ANSI lumens, 16:9, 4K, 28 dB", "lens", (1.2, 1.56)),
    ("projector A b 1.2-1.56:1 2200 lm 3.8kg", "mass_kg", 3.8),
    ("projector A b: throw ratio 1.4, 1.2x zoom, UST, 2000 lm", "lens", (1.4, 1.68)),
    ('projector A b: 100" at 2.66 m to 3.46 m, 2200 lm', "lens", (1.202, 1.563)),
    ("projector A b: 1.2-1.5, 2200 lm, wuxga", "own_aspect", 1.6), ("projector A b: 1.2-1.5, 2200 lm, 16:10", "own_aspect", 1.6),
    ("projector A b: 1.2-1.5, 2200 lm, lens shift H ±25% V ±60%", "shift_up", 0.6), ("projector A b: 1.2-1.5, 2200 lm, lens shift H ±25% V ±60%", "shift_side", 0.25),
    ("projector A b: 1.2-1.5, 2200 lm, shift v +60/-40%, h 25%", "shift_down", 0.4),
    ('tv A b: 55" oled 4k 120hz vesa 300x300 17kg 1228x708x45', "mass_kg", 17.0),  # nothing behind a pattern is lost
    ('tv A b: 55" oled 4k 120hz vesa 300x300 17kg 1228x708x45', "depth", 45.0), ("tv A b: 65, 2560x1440, vesa 100", "vesa", (100.0, 100.0)),
    # a diagonal has the shape of its pixels: 34 inch of 3440 x 1440 is 863.6 / hypot(2.3889, 1) = 333.5 high
    ('monitor A b: 34", 3440 x 1440', "height", 333.5), ('tv A b: 34" 21:9', "height", 333.5), ('tv A b: 40" 21:9, 5120 x 2160', "height", 394.9),
    ('tv A b: 65", 4k120, 999 euros', "refresh_hz", 120.0), ('screen A b: 120 inch 2.35:1 fixed frame, woven, border 80', "width", 2804.6),
    ("mount A b: full motion, max vesa 600 x 400, max 45 kg, depth 55-510 mm, tilt 15, 6 kg", "reach", 510.0),
    ("bracket A b: vesa 100x100 to 400x400, holds 35 kg, 25 mm deep", "profile", 25.0),
    ('tv A b: 55", 122.8 (W) x 5.7 (D) x 70.8 (H) cm', "depth", 57.0), ("projector A b: 1.2-1.5, 2200 lm, W333 x H122 x D309 mm", "body_height", 122.0),
    ('screen A b: 92" diagonal, 16:9, electric drop down, gain 1.0', "width", 2036.7), ("screen A b: 2.4 m wide 16:9, fixed", "height", 1350.0),
    ("projector A b: 1.2-1.5, 2200 lm, lens shift 50% vertical, 20% horizontal", "shift_side", 0.2),
    ("projector A b: 1.2-1.5, 2200 lm, lens shift ±20% H ±50% V", "shift_up", 0.5), ('tv A b: 65", 12 ms game mode 120 hz', "refresh_hz", 120.0),
    ("mount A b: tilt ±15°, load max. 30 kg", "tilt_down", (-15.0, 15.0)), ('monitor A b: 27 inch, 1440p, 350 cd/m2, vesa 75x75', "white_cd_m2", 350.0),
    ("tv A b: 55-inch, W x D x H: 1228 x 57 x 708 mm", "depth", 57.0), ("projector A b: 1.2~1.5, 2200 lm, 33.3 x 12.2 x 30.9 cm (W x H x D)", "body_height", 122.0),
    ("tv A b: 55\'\', 120 hz 95 w, 2 usb", "watts", 95.0),
    ('tv A b: 55in, weight without stand 16.2 kg', "mass_kg", 16.2),
    ("arm A b: gas spring, vesa 75/100, 2-9 kg, reach 500", "takes_vesa", (75.0, 75.0)), ("ceiling mount A b: rated 15 kg, 300-600 mm", "least_height", 300.0),
)  # fmt: skip
REFUSED = (
    # what makers print and no rule can use, and what hangs on what it is said of
    ("projector A b: throw 1.2, 2200 lm, 100000:1 dynamic", "contrast", "not used"), ("projector A b: throw 1.2, 2200 lm, contrast 1500000:1", "contrast", "chequerboard"),
    ("projector A b: throw 1.2, 2200 lm, shift 100% 50%", "shift", "of what? Say edge 100% 50%"), ("projector A b: throw 1.2, 2200 lm, offset 12°", "offset", "hangs on the throw"),
    ('tv A b: 65", vesa 400 x 300 M8 x 7', "vesa", "deeper than the thread"), ('tv A b: 65", screw 6', "screw", "M6 x 18"), ('tv A b: 65", outer 1448 x 900 x 280 with stand', "outer", "without the stand"),
    ('tv A b: 65", weight 24 kg with stand', "weight", "without the stand"),
    ("projector A b: throw 1.56-1.2, 2200 lm", "throw", "1.2-1.56"), ("projector A b: throw 0, 2200 lm", "throw", "from 0.1"),
    ("projector A b: throw fast, 2200 lm", "throw", "throw ratio"), ("projector A b: 2200 lm", "throw", "missing"),
    ("projector A b: throw 1.2, 9000 LED lumens", "lumens", "ANSI or ISO"), ("projector A b: throw 1.2, 2200 lm, 3.8", "", "“3.8” of what?"),
    ("projector A b: throw 1.2, 2200 lm, weight 3.8", "weight", "with its unit"), ("projector A b: throw 1.2, 2200 lm, 400 x 330 x 140, 90 kg", "", "kg or lb"),
    ("projector A b: throw 1.2, throw 1.3, 2200 lm", "throw", "twice"), ('tv A b: 65", 300 kg', "", "is that lb"), ('tv A b: 65", 1.1 kg', "", "is that kg"),
    ("tv A b: size 800 x 1400", "", "higher than wide"), ('tv A b: 65", outer 1000 x 600', "outer", "smaller than the picture"),
    ('tv A b: 65", vesa 4', "vesa", "across x up"), ('tv A b: 27", vesa 900 x 600', "", "larger than the panel"), ('tv A b: sings well, glows', "", "no figure"),
    ("fridge A: 3 kg", "", "kinds are"), ("projector : throw 1.2, 2200 lm", "", "say kind, name and figures"), ("projector Curlew 3", "", "say kind"), ("", "", "say kind"),
    # inches without their mark are asked about, never taken as mm
    ("projector A b: throw 1.2, 2200 lm, 16 x 13 x 5.5", "body", '16" × 13" × 5.5"'), ("projector A b: throw 1.2, 2200 lm, vent 6", "vent", "6 cm or 6"),
    ("projector A b: throw 1.2, 2200 lm, lens at 1.6 8 3.8", "lens at", '1.6" × 8" × 3.8"'), ('tv A b: 65", bolts 12', "bolts", '12 mm, 12 cm or 12"'),
    ('tv A b: 65", outer 57 x 33 x 2', "outer", '57" × 33" × 2"'), ("stem A b: pole 20-36", "pole", '20" × 36"'), ('screen A b: 110", frame 3', "frame", '3 cm or 3"'),
    ("mount A b: profile 2", "profile", '2 cm or 2"'), ("mount A b: row 1", "row", '1 cm or 1"'), ("mount A b: plate 26 x 17", "plate", '26" × 17"'),
    # what is none of such a length, whatever its unit; and what is too long or not there is said where it is typed
    ('tv A b: 65", bolts 4 m', "bolts", "that is 4,000 mm"), ("stem A b: pole 9 m", "pole", "usually 50 mm to 3 m"), ("projector A b: throw 1.2", "lumens", "is missing: give it as in 2200 lm"),
    (f'tv A {"b" * 81}: 65"', "name", "under 81"), (f'tv A b: 65", note {"b" * 401}', "note", "400 characters"), ("projector A b: throw 1.2, 2200 lm, lens at 40 205", "lens at", "right, forward and below"),
    ("mount A b: 35 kg, 25 mm deep", "", "35 kg of what? Say rated 35 kg"), ('tv A b: 55", vesa 75/100', "vesa", "100 x 75, 75 x 75 or 100 x 100"),
    ('tv A b: 55", 1449 x 830', "", "outer 1449 x 830 the whole set"), ('tv A b: 34" 16:9, 3440 x 1440', "size", "not the shape of 3440 × 1440"), ("projector A b: 1.2, 2200 lm", "", "“1.2” of what?"),
    ("projector A b: throw 1.2, 2200 lm, shift +60/-40%", "shift", "v +60/-40%"), ("projector A b: throw 1.2, 2200 lm, shift h 20% h 30%", "shift", "give up and sideways"), ("drop A b: travel 900", "travel", "closed and lowered"),
    ('tv A b: 65", vesa 300x300 weight abc', "vesa", "put a comma before weight"), ("mount A b: tilt -5/+15", "tilt", "a minus for what it tilts up"), ("soundbar A b: 40 in, 3 kg", "", "no figure of a soundbar"), ("receiver A b: 7 in, 40G", "", "say “40G” of the ports"), ("projector A b, 16:9, zoom 1.2x, 2200 lm", "throw", "give it with zoom 1.2x"),
    ("mount A b: tilt 12-0", "tilt", "the less first"), ("stem A b: pole 900-500", "pole", "least and greatest"), ('screen A b: 110", gain 50', "gain", "from 0.1 to 10"),
)  # fmt: skip


class Sheets(unittest.TestCase):
    def test_converted_as_by_hand(self) -> None:
        for line, name, wanted in CONVERTED:
            with self.subTest(line):
                found = getattr(read_line(line).item, name)
                found = found[0] if name == "takes_vesa" else found  # the smallest it takes
                for one, other in zip(found, wanted, strict=True) if isinstance(wanted, tuple) else ((found, wanted),):
                    self.assertAlmostEqual(one, other, delta=max(abs(other) * 1e-3, 0.06 if other > 100 else 0.0006))

    def test_what_is_told_beside_a_figure_is_kept(self) -> None:
        tv = read_line('tv A b: 65", vesa 400 x 300 M6 x 18, lag 12 ms game mode, price 2400 (2026-05-03)').item
        self.assertEqual((tv.screw, tv.lag_mode, tv.price_on), ("M6", "game", "2026-05-03"))  # type: ignore[union-attr]
        self.assertEqual(read_line("projector A b: throw 1.2, 2200 lm, fan 26 dB in eco").item.fan_mode, "eco")  # type: ignore[union-attr]
        again = read_fields(kind_of(tv), tv.name, as_texts(tv, kind_of(tv))).item
        self.assertEqual(gear_hash(again), gear_hash(tv))

    def test_a_card_takes_what_is_printed_too(self) -> None:
        """The readers are the same: letters, shifts in either order, the shape that pixels tell."""
        card = {"size": '34"', "pixels": "uwqhd", "outer": "W 813 x D 70 x H 364 mm", "price": "480 euros"}
        panel = read_fields(KINDS["tv"], "Hark Nine", card).item.model_dump()
        self.assertEqual([panel[key] for key in ("height", "depth", "price")], [333.5, 70.0, 480.0])
        card = {
            "throw": "1.4 zoom 1.2x",
            "lumens": "2200",
            "body": "333 (W) x 122 (H) x 309 (D)",
            "shift": "H 25% V 60%",
        }
        projector = read_fields(KINDS["projector"], "Hark Ten", card).item.model_dump()
        self.assertEqual([projector[key] for key in ("lens", "body_height", "shift_up")], [(1.4, 1.68), 122.0, 0.6])
        bar = read_fields(KINDS["soundbar"], "Hark Bar", {"outer": "90 (W) x 11 (D) x 6 (H) cm"}).item.model_dump()
        self.assertEqual([bar[key] for key in ("width", "height", "depth")], [900.0, 60.0, 110.0])

    def test_what_was_converted_shows_its_working(self) -> None:
        sheet = read_line('projector Quillmark Finch: throw 100" at 2.66-3.46 m, 8.4 lb, shift edge 100% 0%, 2200 lm')
        self.assertEqual(len(sheet.workings), 3)
        self.assertIn("2214 mm wide: ratio 1.20 to 1.56", " ".join(sheet.workings))
        self.assertIn("8.4 lb × 0.4536 = 3.81 kg", sheet.workings)
        self.assertEqual([one.word for one in sheet.missing], ["body"])
        self.assertEqual(sheet.item.name, "Quillmark Finch")
        self.assertIn("Projector Quillmark Finch: throw 1.202-1.563", told(sheet))

    def test_refused_by_its_figure(self) -> None:
        for line, word, text in REFUSED:
            with self.subTest(line), self.assertRaises(SheetError) as caught:
                read_line(line)
            self.assertIn(word, caught.exception.wrong)
            self.assertIn(text, caught.exception.wrong[word])

    def test_the_demonstrations_gear_can_be_typed_off_as_it_is_shown(self) -> None:
        """What a card shows of an item, typed again, makes the figures that the card shows."""
        for item in SHELF.values():
            kind = kind_of(item)
            shown = as_texts(item, kind)
            with self.subTest(item.name):
                again = read_fields(kind, item.name, shown).item
                self.assertEqual(as_texts(again, kind), shown)
                self.assertEqual((again.name, again.kind), (item.name, item.kind))

    def test_what_came_otherwise_is_held_to_the_same(self) -> None:
        """Items of files: the check of line and card, by the names of their values."""
        for item in WHOLE.values():
            with self.subTest(item.name):
                self.assertEqual(faults_of(item), {})
        heron = next(item for item in SHELF.values() if item.kind == "projector")
        for values, key, text in (({"rated_lm": 2.2}, "rated_lm", "from 50"), ({"body_width": 16.0}, "body_width", "that is 16 mm"), ({"mass_kg": 90.0}, "", "kg or lb"), ({"lens": (1.5, 1.2)}, "lens", "wide end")):  # fmt: skip
            with self.subTest(values):
                self.assertIn(text, faults_of(heron.model_copy(update=values))[key])

    def test_an_edit_keeps_what_no_sheet_asks_for(self) -> None:
        """A mount's travel, a lens's share of its shift: a changed price does not lose them."""
        kept = 0
        for item in WHOLE.values():
            kind = kind_of(item)
            shown = as_texts(item, kind)
            self.assertEqual(gear_hash(read_fields(kind, item.name, shown, item).item), gear_hash(item))
            again = read_fields(kind, item.name, shown | {"price": "1"}, item).item
            self.assertEqual(again.price, 1.0)
            kept += len(item.model_fields_set)
            for key in item.model_fields_set - {"price"}:
                self.assertEqual(getattr(again, key), getattr(item, key), f"{item.name}: {key}")
        self.assertGreater(kept, 500)

    def test_every_example_is_read(self) -> None:
        for kind in KINDS.values():
            line = example_of(kind)
            with self.subTest(line):
                sheet = read_line(line.removeprefix("gear "))
                self.assertEqual((sheet.kind, sheet.missing), (kind, ()))
            for field in kind.fields:
                with self.subTest(kind.word, field=field.word):
                    self.assertTrue(field.read(field.example).values)
                    self.assertTrue(field.printed and field.does)
        self.assertEqual({kind.model for kind in KINDS.values()}, set(get_args(GearItem)))

    @given(
        st.sampled_from([*KINDS]),
        st.text(max_size=60),
        st.lists(
            st.sampled_from(["throw 1.2", "2200 lm", '65"', "3 kg", "x", "", "vesa", "0", "1e9", "-3 kg", "½"]),
            max_size=5,
        ),
    )
    def test_no_text_fails(self, word: str, name: str, pieces: list[str]) -> None:
        try:
            sheet = read_line(f"{word} {name}: {', '.join(pieces)}")
        except SheetError as refused:
            self.assertTrue(refused.text)
        else:
            self.assertTrue(gear_hash(sheet.item))


if __name__ == "__main__":
    unittest.main()
