"""Lines off data sheets, however they are punctuated: the same item, or a question, never another item."""

from __future__ import annotations

import random
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.gear.field import SheetError
from oval_room.core.gear.kinds import kind_of
from oval_room.core.gear.line import take_apart
from oval_room.core.gear.sheet import as_texts, read_fields, read_line
from oval_room.core.plan.gear import GearItem, gear_hash
from oval_room.demo.shop import WHOLE

APART = (
    # a line; its kind, the name, the figures that it is taken to give
    ("tv Tarn 65: 65\", oled", "tv", "Tarn 65", {"size": '65"', "type": "oled"}),
    ("monitor Draft 27, 27 inch, 1440p", "tv", "Draft 27", {"size": "27 inch", "pixels": "1440p"}),
    ("tv Tarn 65 65\" oled 120hz", "tv", "Tarn 65", {"size": '65"', "type": "oled", "refresh": "120hz"}),
    ("tv Slate 4K 65, 65\"", "tv", "Slate 4K 65", {"size": '65"'}),  # a name may hold what looks like a figure
    ("tv Tarn, Model 5: 65\"", "tv", "Tarn, Model 5", {"size": '65"'}),
    ("tv T: 65\", smart, curved, 17 kg", "tv", "T", {"size": '65"', "weight": "17 kg", "note": "smart, curved"}),
    ("tv T: 65\", smart, note needs feet, black", "tv", "T", {"size": '65"', "note": "smart, needs feet, black"}),
    ("projector P 9: 0.5:1, 3000 lm", "projector", "P 9", {"throw": "0.5:1", "lumens": "3000 lm"}),
    ("projector P 9, 1.2:1 to 1.6:1, 3000 lm", "projector", "P 9", {"throw": "1.2:1 to 1.6:1", "lumens": "3000 lm"}),
    ("projector P: throw 1.2, zoom 1.3x, 2000 lm", "projector", "P", {"throw": "1.2 zoom 1.3x", "lumens": "2000 lm"}),
    ("projector P: zoom 1.3x, throw 1.2, 2000 lm", "projector", "P", {"throw": "1.2 zoom 1.3x", "lumens": "2000 lm"}),
    ("projector P: 1.2-1.5, 2000 lm, v 50%, h 20%", "projector", "P",
     {"throw": "1.2-1.5", "lumens": "2000 lm", "shift": "v 50% h 20%"}),
    ("projector P: 1.2-1.5, 2000 lm, W400 x H140 x D330", "projector", "P",
     {"throw": "1.2-1.5", "lumens": "2000 lm", "body": "400 x 330 x 140"}),
    ("beamer P: 1.2-1.5, 2000 lm, 29 dB eco 230 W", "projector", "P",
     {"throw": "1.2-1.5", "lumens": "2000 lm", "fan": "29 dB eco", "watts": "230 W"}),
    ("screen S: 120\" 2.35:1 fixed woven", "screen", "S", {"size": '120" 2.35:1', "way": "fixed", "surface": "woven"}),
    ("screen S: 16:9, 100\", drop down", "screen", "S", {"size": '100" 16:9', "way": "drop down"}),
    ("ceiling mount P: rated 15 kg, 43-65 cm", "stem", "P", {"rated": "15 kg", "pole": "43-65 cm"}),
    ("bracket B: holds 35 kg, 3.2 kg, 25 mm deep", "mount", "B", {"rated": "35 kg", "weight": "3.2 kg", "profile": "25 mm"}),
    ("receiver R: 7 in hdmi 40G, out hdmi 40G earc, 11 kg", "device", "R",
     {"ports": "7 in hdmi 40G + out hdmi 40G earc", "weight": "11 kg", "role": "receiver"}),
    ("switch S: 7 in 2 out, 1 kg", "device", "S", {"role": "switch", "ports": "7 in 2 out", "weight": "1 kg"}),
    ("device G: capture, ports in hdmi 18G + out usb, does pass", "device", "G",  # what might stand beside is a port here
     {"role": "capture", "ports": "in hdmi 18G + out usb", "does": "pass"}),
    ("receiver G: 3 in hdmi 18G + out speaker, black", "device", "G",
     {"role": "receiver", "ports": "3 in hdmi 18G + out speaker", "note": "black"}),
    ("player B: 4k120, 100 x 20 x 100", "player", "B", {"pixels": "4k", "refresh": "120 Hz", "outer": "100 x 20 x 100"}),
)  # fmt: skip


def pieces(item: GearItem) -> list[str]:
    """An item's figures with their words, as cards show them."""
    return [f"{word} {text}" for word, text in as_texts(item, kind_of(item)).items() if word != "note"]


class Lines(unittest.TestCase):
    def test_taken_apart(self) -> None:
        for line, kind, name, figures in APART:
            with self.subTest(line):
                taken = take_apart(line)
                self.assertEqual((taken.kind.word, taken.name), (kind, name))
                self.assertEqual(taken.figures, figures)

    @settings(max_examples=40, deadline=None)
    @given(st.integers(0, 10**6), st.sampled_from([", ", "; ", ",", " "]), st.booleans())
    def test_the_same_item_in_whatever_order(self, seed: int, between: str, colon: bool) -> None:
        """The demonstration's whole shelf, its figures shuffled and punctuated otherwise: each line is read as the same
        item or asked about, never as another; with commas and a colon nearly all are read."""
        chance, read = random.Random(seed), 0
        items = chance.sample([*WHOLE.values()], 12)
        for item in items:
            kind, said = kind_of(item), pieces(item)
            chance.shuffle(said)
            line = f"{kind.word} {item.name}{':' if colon else ''} {between.join(said)}"
            try:
                found = read_line(line).item
            except SheetError as refused:
                self.assertTrue(refused.text)
                continue
            if not colon and found.name != item.name:
                continue  # a name may end before a word that could begin a figure
            wanted = read_fields(kind, item.name, as_texts(item, kind) | {"note": ""}).item
            self.assertEqual(gear_hash(found), gear_hash(wanted), line)
            read += 1
        if colon and between != " ":
            self.assertGreaterEqual(read, len(items) - 2)

    @given(
        st.sampled_from(APART), st.integers(0, 60), st.sampled_from(['"', "x", ",", ":", " ", "0", "kg", "½", "±", "-"])
    )
    def test_a_slip_is_read_or_asked_about(self, row: tuple[str, str, str, dict[str, str]], at: int, slip: str) -> None:
        """A stray key in a line ends in an item or in words, in good time."""
        line = row[0][:at] + slip + row[0][at:]
        try:
            self.assertTrue(gear_hash(read_line(line).item))
        except SheetError as refused:
            self.assertGreater(len(refused.text), 8)


if __name__ == "__main__":
    unittest.main()
