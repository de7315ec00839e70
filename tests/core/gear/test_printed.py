"""Lines as they are copied off sheets: conversions, tolerances, versions, words for rates; odd words are kept and told."""

from __future__ import annotations

import unittest

from oval_room.core.gear.field import SheetError
from oval_room.core.gear.sheet import in_short, read_line

READ = (
    # the line, a value of the item, what it is
    ('tv Rowan 65: 65", 18.6 kg (41 lb), vesa 400 x 300', "mass_kg", 18.6),
    ('tv Rowan 65: 65" (165 cm) 28 kg (62 lb)', "mass_kg", 28.0),
    ('tv Rowan 65: 65", weight (28 kg)', "mass_kg", 28.0),
    ('tv Rowan 65: 65", outer (1448 x 830 x 45 mm)', "depth", 45.0),
    ('tv Rowan 65: 65", with stand 32 kg, without stand 28 kg', "mass_kg", 28.0),
    ('tv Rowan 65: 65", 32 kg with stand, 28 kg', "mass_kg", 28.0),
    ("tv Rowan 55: 54.6 in (138.7 cm), vesa 400 x 300", "vesa", (400.0, 300.0)),
    ('tv Rowan 65: 65", 145 W typ, 310 W max', "watts", 145.0),
    ('tv Rowan 65: 65", 450 nits, 1000 nits peak', "white_cd_m2", 450.0),
    ('tv Rowan 65: 65", 48-144 Hz', "refresh_hz", 144.0),
    ('tv Rowan 65: 65", W x H x D 1448 x 830 x 45', "depth", 45.0),
    ('tv Draft 27: 27" QHD 2560 x 1440', "pixels", (2560, 1440)),
    ('tv Rowan 55: 55", vesa 300 x 300, upper row 255 below the top edge', "top_to_vesa", 255.0),
    ('tv Rowan 55: 55", 300 x 300, 15.4 kg', "vesa", (300.0, 300.0)),
    ("mount Swing: rated 40 kg, 4 lb 4 oz", "mass_kg", 1.93),
    ("mount Swing: rated 40 kg, 35 lb ± 1 lb", "mass_kg", 15.88),
    ("mount Swing: rated 40 kg, tilt +5/-15", "tilt_down", (-5.0, 15.0)),
    ("mount Swing: rated 40 kg, 70 - 520 mm", "reach", 520.0),
    ("arm Reach: rated 35 kg, swivel ±60", "swivel", (-60.0, 60.0)),
    ("projector Tern: throw 1.2-1.6, 2600 lm, ±60 %", "shift_up", 0.6),
    ("projector Tern: throw ratio 1.2 - 1.6 : 1, 2600 ANSI lumens, V shift ±60 %, H shift ±23 %", "shift_side", 0.23),
    ("projector Tern: throw 1.2-1.6, 2600 lm, native 3840x2160", "pixels", (3840, 2160)),
    ("projector Tern: throw 1.2-1.6, 2600 lm, lens 95 mm right", "lens_right", 95.0),
    ('screen Sail: 110" 16:9, fixed, acoustically transparent, gain 1.0', "surface", "woven"),
)
PORTS = (
    ('tv Rowan 65: 65", HDMI 2.1 x 2', [("in", "hdmi", 2, None)]),
    ('tv Rowan 65: 65", 2 x HDMI 2.0', [("in", "hdmi", 2, 18.0)]),
    ('tv Draft 27: 27", DisplayPort 1.4, HDMI 2.0 x 2', [("in", "displayport", 1, 25.92), ("in", "hdmi", 2, 18.0)]),
    ("device Nine: receiver, 7 HDMI in / 2 out", [("in", "hdmi", 7, None), ("out", "hdmi", 2, None)]),
    ("device Nine: receiver, HDMI 7 in 2 out, 600 W", [("in", "hdmi", 7, None), ("out", "hdmi", 2, None)]),
)


class Printed(unittest.TestCase):
    def test_read_as_it_is_printed(self) -> None:
        for line, key, value in READ:
            with self.subTest(line):
                self.assertEqual(getattr(read_line(line).item, key), value)

    def test_ports_by_their_versions(self) -> None:
        """2.0 and 1.4 say a rate; 2.1 says none, and the note says so."""
        for line, wanted in PORTS:
            with self.subTest(line):
                item = read_line(line).item
                got = [(one.way, one.kind, one.count, one.gbps) for one in item.ports]  # type: ignore[union-attr]
                self.assertEqual([one[:3] for one in got], [one[:3] for one in wanted])
                for (*_, rate), (*_, want) in zip(got, wanted, strict=True):
                    self.assertEqual(rate is None, want is None)
                    self.assertAlmostEqual(rate or 0.0, want or 0.0, delta=0.1)
                self.assertEqual("no rate" in item.note, "2.1" in line)

    def test_an_odd_word_is_kept_in_the_note_and_told(self) -> None:
        for line, odd in (
            ('tv Rowan 65: 65", 28 kg, made in blue', "made in blue"),
            ("mount Flat: rated 50 kg, colour black, profile 25 mm", "colour black"),
        ):
            sheet = read_line(line)
            with self.subTest(line):
                self.assertEqual(sheet.odd, (odd,))
                self.assertIn(odd, sheet.item.note)
                self.assertIn(f"kept in its note: “{odd}”", in_short(sheet))

    def test_what_was_not_given_is_not_read_back_as_if_it_were(self) -> None:
        told = in_short(read_line("mount Flat: rated 50 kg"))
        self.assertNotIn("400", told)
        self.assertIn("not given: row, profile, plate", told)

    def test_what_could_be_two_things_is_still_asked(self) -> None:
        for line in (
            "mount A b: tilt -5/+15",
            "mount A b: 35 kg",
            'tv A b: 65", 100 x 80',
            "projector A b: throw 1.2, 2200 lm, 3.8",
        ):
            with self.subTest(line), self.assertRaises(SheetError):
                read_line(line)
