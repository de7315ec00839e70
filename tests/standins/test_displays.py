"""An EDID written for a made-up display is read back as it was; one bit wrong and nothing of it is loaded."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.signal.commands import PutListed
from oval_room.core.signal.edid import CODECS, EOTF, FRL_RATES, PLACES, read_edid
from oval_room.core.signal.edid_write import VICS, Display, write_edid
from oval_room.core.signal.listed import read_dump
from oval_room.core.signal.study import RoutingResult
from oval_room.demo.gear import SHELF
from oval_room.standins.displays import StandIn
from tests import long
from tests.core.signal.example import ALONE, TV

displays = st.builds(
    Display,
    name=st.text("abcdefghij XYZ0123456789", min_size=1, max_size=13).map(lambda t: t.strip() or "x"),
    maker=st.text("ABCDEFGHIJKLMNOPQRSTUVWXYZ", min_size=3, max_size=3),
    product=st.integers(0, 65_535),
    year=st.integers(1990, 2100),
    size=st.tuples(st.integers(1, 255), st.integers(1, 255)),
    pixels=st.sampled_from([(1280, 720), (1920, 1080), (3840, 2160), (2560, 1440), (3440, 1440)]),
    hz=st.sampled_from([24.0, 50.0, 60.0]),
    formats=st.lists(st.sampled_from(sorted(VICS)), max_size=12, unique=True).map(tuple),
    takes_420=st.booleans(),
    hdr=st.lists(st.sampled_from(EOTF), unique=True).map(tuple),
    deep=st.lists(st.sampled_from([10, 12, 16]), unique=True).map(tuple),
    tmds=st.sampled_from([165, 300, 340, 600]),
    frl=st.sampled_from(FRL_RATES),
    vrr=st.none() | st.tuples(st.integers(1, 63), st.integers(64, 1023)),
    low_lag=st.booleans(),
    audio=st.lists(st.tuples(st.sampled_from(CODECS[1:]), st.integers(1, 8)), max_size=5).map(tuple),
    speakers=st.lists(st.sampled_from(PLACES), unique=True).map(tuple),
)


class Written(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(displays)
    def test_what_is_written_is_read(self, one: Display) -> None:
        data = write_edid(one)
        self.assertEqual(len(data), 256)
        back = read_edid(data)
        self.assertEqual(
            (back.maker, back.product, back.year, back.size, back.name),
            (one.maker, one.product, one.year, one.size, one.name),
        )
        self.assertEqual(back.vics, [VICS[form] for form in one.formats])
        self.assertEqual(set(back.hdr), set(one.hdr))
        self.assertEqual(set(back.deep_444), set(one.deep))
        self.assertEqual(back.tmds, one.tmds)
        self.assertEqual(back.frl or 0, one.frl)
        self.assertEqual(back.audio, list(one.audio))
        self.assertEqual(set(back.speakers), set(one.speakers))
        forum = one.tmds > 340 or one.frl > 0 or one.vrr is not None
        self.assertEqual(back.vrr, one.vrr)
        self.assertEqual(bool(back.low_lag), one.low_lag and forum)
        taken = [VICS[form] for form in one.formats if form[0] == 2160 and form[1] in (50, 60)] if one.takes_420 else []
        self.assertEqual(back.also_420, taken)
        self.assertEqual(back.preferred, one.pixels)
        assert back.preferred_hz is not None
        self.assertLess(abs(back.preferred_hz - one.hz), 0.05)

    @settings(max_examples=120, deadline=None)
    @given(displays, st.integers(0, 255), st.integers(1, 255))
    def test_a_byte_wrong_and_nothing_is_loaded(self, one: Display, at: int, by: int) -> None:
        data = bytearray(write_edid(one))
        data[at] = (data[at] + by) % 256
        with self.assertRaisesRegex(RefusedError, "block [01]|128 bytes"):
            read_dump(bytes(data))

    @settings(max_examples=80, deadline=None)
    @given(st.binary(max_size=300))
    def test_no_bytes_break_it(self, data: bytes) -> None:
        with self.assertRaises(RefusedError):
            read_dump(data)

    def test_what_has_no_place_in_one_is_refused(self) -> None:
        for wrong in (
            Display(maker="ab1"),
            Display(tmds=601),
            Display(frl=30),
            Display(vrr=(70, 120)),
            Display(pixels=(16_000, 9000)),
        ):
            with self.subTest(wrong), self.assertRaises(RefusedError):
                write_edid(wrong)


class AsListed(unittest.TestCase):
    def test_a_display_asked_is_no_longer_assumed(self) -> None:
        """A 40G display with VRR: the console that was held at 18G goes through whole."""
        fast = Display(formats=((2160, 120), (2160, 60), (1080, 60)), frl=40, vrr=(48, 120), low_lag=True)
        plan = apply(ALONE, PutListed(id="li1", of="p1", edid=write_edid(fast).hex()), SHELF)
        found = evaluate(plan, SHELF).of(RoutingResult)
        self.assertTrue(found.ways["dv1 p1"].whole)
        self.assertFalse([one for one in found.findings if one.code.name == "ROUTE_ASSUMED"])
        again = apply(plan, PutListed(id="li2", of="p1", edid=write_edid(Display(tmds=300, hdr=("SDR",))).hex()), SHELF)
        way = evaluate(again, SHELF).of(RoutingResult).ways["dv1 p1"]
        assert way.format is not None
        self.assertEqual((way.format.hdr, way.wires[-1].into.top), ("none", 10.2))

    def test_the_stand_in_gives_what_its_box_is(self) -> None:
        for plan in (TV, ALONE):
            boxes = evaluate(ALONE, SHELF).of(RoutingResult).boxes
            data = StandIn(boxes["p1"], (1704.6, 958.9)).edid()
            found = read_edid(data)
            self.assertEqual((found.name, found.size, found.tmds), ("Tarnbeck Embe", (170, 96), 600))
            after = apply(plan, PutListed(id="li1", of="p1", edid=data.hex()), SHELF)
            self.assertEqual(next(iter(after.chosen.more["signal"].listed.values())).of, "p1")  # type: ignore[attr-defined]

    def test_only_a_display_has_one(self) -> None:
        dump = write_edid(Display()).hex()
        for of, edid in (("dv1", dump), ("p1", dump[:-2]), ("p1", "xyz"), ("p1", dump[:200] + "ff" + dump[202:])):
            with self.subTest(of, edid=edid[:8]), self.assertRaises(RefusedError):
                apply(ALONE, PutListed(id="li1", of=of, edid=edid), SHELF)


if __name__ == "__main__":
    unittest.main()


class Mutated(unittest.TestCase):
    @given(
        st.binary(max_size=0) | displays.map(write_edid),
        st.lists(st.tuples(st.integers(0, 255), st.integers(0, 255)), min_size=1, max_size=6),
        st.booleans(),
    )
    @settings(max_examples=long(500), deadline=None)
    def test_whatever_bytes_say_they_are_read_whole_or_refused_in_words(
        self, data: bytes, changes: list[tuple[int, int]], summed: bool
    ) -> None:
        """Bytes changed at random, the checksums put right or not: read as what can be, or a sentence and nothing."""
        block = bytearray(data)
        for at, value in changes:
            if at < len(block):
                block[at] = value
        for start in range(0, len(block), 128) if summed else ():
            block[start + 127] = -sum(block[start : start + 127]) % 256
        try:
            found = read_dump(bytes(block))
        except RefusedError as refused:
            self.assertRegex(refused.text, "nothing was loaded")
            return
        self.assertTrue(found.maker.isalpha() and found.maker.isupper() and len(found.maker) == 3)
        self.assertTrue(found.tmds is None or 0 < found.tmds <= 1275)
        self.assertTrue(found.frl is None or found.frl in FRL_RATES)
        self.assertTrue(all(0 < channels <= 8 for _, channels in found.audio))

    def test_a_data_block_that_ends_past_its_end_is_refused(self) -> None:
        block = bytearray(write_edid(Display(frl=40)))
        block[128 + 4] = block[128 + 4] & 0xE0 | 31
        block[130] = 20
        block[255] = -sum(block[128:255]) % 256
        with self.assertRaisesRegex(RefusedError, "ends past its end"):
            read_dump(bytes(block))
