"""Rules 10 and 12 by hand and by brute force: links, paths, ports, cables, feeds, EDID, running; `worked.json` has their
examples (tests/core/sums/test_worked.py)."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace
from itertools import permutations
from typing import Final

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core import mains
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.levels import Level
from oval_room.core.sent_format import (
    DP,
    Format,
    dp_need,
    frl_need,
    frl_payload,
    least_dp,
    least_frl,
    least_sdi,
    reduced_timing,
    tmds_has,
    tmds_need,
    whole_rate,
)
from oval_room.core.signal import feed
from oval_room.core.signal.cable import REACH, STOCK, cable_kind, reach_of, stock_length
from oval_room.core.signal.edid import BadBlockError, read_edid
from oval_room.core.signal.path import End, Link, check_path
from oval_room.core.signal.ports import Want, plan_ports
from oval_room.core.signal.sums import EDID_EXAMPLE
from oval_room.core.signal.typed import form_of
from oval_room.core.sums.declare import Refusals
from oval_room.core.sums.registry import SUMS

UHD: Final = (3840, 2160)
formats = st.builds(
    Format,
    pixels=st.sampled_from([(1280, 720), (1920, 1080), UHD, (2560, 1440), (7680, 4320)]),
    hz=st.sampled_from([24.0, 50.0, 59.94, 60.0, 100.0, 120.0, 144.0]),
    bits=st.sampled_from([8, 10, 12]),
    chroma=st.sampled_from(["444", "422", "420"]),
)
rates = st.sampled_from([0.0, 9.0, 18.0, 24.0, 40.0, 48.0])
ends = st.builds(End, name=st.just("x"), tmds=st.sampled_from([0.0, 10.2, 18.0]), frl=rates, lists_420=st.booleans())
links = st.builds(Link, name=st.sampled_from(["a", "b", "c"]), out=ends, cable=ends, into=ends)
wants = st.builds(
    Want, st.sampled_from([10.2, 18.0, 40.0, 48.0]), st.frozensets(st.sampled_from(["vrr", "earc"]), max_size=2)
)


class Formats(unittest.TestCase):
    def test_rates_that_everybody_knows(self) -> None:
        """From rules 10.2 to 10.4 themselves: 2160p60 4:4:4 8 bit is 17.82, at 10 bit 22.28, 4:2:0 11.14; 2160p30 8.91."""
        for hz, bits, chroma, need in (
            (60, 8, "444", 17.82), (60, 10, "444", 22.275), (60, 10, "420", 11.1375), (30, 8, "444", 8.91),
            (24, 10, "444", 11.1375), (59.94, 8, "444", 17.82),
        ):  # fmt: skip
            with self.subTest(hz=hz, bits=bits, chroma=chroma):
                self.assertAlmostEqual(tmds_need(Format(UHD, hz, bits, chroma)), need)  # type: ignore[arg-type]
        for bits, need, least in ((10, 31.352832, 40.0), (12, 37.623398, 48.0)):
            self.assertAlmostEqual(frl_need(Format(UHD, 120, bits)), need, places=5)
            self.assertEqual(least_frl(need), least)
        on_24 = [c for c in ("444", "422", "420") if frl_need(Format(UHD, 120, 10, c)) <= frl_payload(24.0)]  # type: ignore[arg-type]
        self.assertEqual(on_24, ["420"])
        self.assertIsNone(least_frl(frl_payload(48.0) + 0.1))
        timing = reduced_timing((2560, 1440), 144)
        self.assertEqual((timing.down, round(timing.clock, 1)), (1543, 586.6))
        self.assertEqual([whole_rate(hz) for hz in (23.976, 59.94, 60.0, 50.0, 47.5)], [24.0, 60.0, 60.0, 50.0, 47.5])
        self.assertEqual([tmds_has(Format(UHD, hz, 8, "420")) for hz in (60, 50, 30)], [True, True, False])
        self.assertEqual([least_sdi(lines, 60) for lines in (720, 1080, 2160)], [1.485, 2.97, 11.88])
        with self.assertRaises(RefusedError):
            least_sdi(1081, 60)
        with self.assertRaises(RefusedError):
            reduced_timing(UHD, 3000)

    @given(formats)
    def test_more_of_anything_never_needs_less(self, form: Format) -> None:
        for more in (replace(form, bits=form.bits + 2), replace(form, hz=form.hz + 10), replace(form, chroma="444")):
            self.assertGreaterEqual(frl_need(more), frl_need(form) - 1e-9)
            self.assertGreaterEqual(dp_need(more), dp_need(form) - 1e-9)
        least = least_dp(dp_need(form))
        if least is not None:
            smaller = [payload for payload in DP.values() if payload < DP[least]]
            self.assertTrue(all(payload < dp_need(form) for payload in smaller))


class Paths(unittest.TestCase):
    @settings(max_examples=200, deadline=None)
    @given(
        st.lists(links, min_size=1, max_size=3), formats, st.integers(0, 2), st.sampled_from(["out", "cable", "into"])
    )
    def test_a_better_part_never_breaks_a_path(self, path: list[Link], form: Format, n: int, part: str) -> None:
        before, n = check_path(path, form), n % len(path)
        old = getattr(path[n], part)
        better = replace(old, tmds=18.0, frl=max(old.frl, 48.0), lists_420=True)
        after = check_path([*path[:n], replace(path[n], **{part: better}), *path[n + 1 :]], form)
        if before.goes:
            self.assertTrue(after.goes)
        alone = [check_path([link], form).goes for link in path[:-1]] if before.goes else []
        self.assertTrue(all(alone) or any(not one.into.lists_420 for one in path))

    def test_what_the_display_does_not_list_fails_at_the_last_link(self) -> None:
        lead, box = End("lead", 18, 48), End("box", 18, 40)
        for into, form, why in (
            (End("tv", 18, 48, hdr=()), Format(UHD, 60, 10, "444", "static"), "hdr"),
            (End("tv", 18, 48, vrr=False), Format(UHD, 60, 10, "444", vrr=True), "vrr"),
            (End("tv", 18, 0), Format(UHD, 60, 10, "420"), "chroma"),
            (End("tv", 10.2, 0), Format(UHD, 60, 8), "rate"),
            (End("tv", 18, 48, hdr=("static",)), Format(UHD, 60, 10, "444", "static"), None),
            (End("tv", 18, 48), Format(UHD, 60, 10, "444", "dynamic", True), None),  # nobody has asked it
        ):
            found = check_path([Link("one", box, lead, End("amp", 18, 40)), Link("two", box, lead, into)], form)
            with self.subTest(why=why):
                self.assertEqual(found.stopped.why if found.stopped else None, why)
                self.assertEqual(found.stopped.link if found.stopped else None, "two" if why else None)

    def test_as_people_write_them(self) -> None:
        path = "box 18/40 > lead 18/48 > amp in 3 18/24; amp 18/40 > wall lead 18/0 > display 18/40 static 420 novrr"
        found = SUMS["path.check"]
        typed = {
            "links": path,
            "format": "2160p120 10 bit 4:4:4",
            "candidates": "2160p60 10-bit 4:2:0 static; 1080p120 vrr",
        }
        result = found.work(found.from_typed(typed))
        self.assertEqual((result["goes"], result["weakest_part"]), (False, "amp in 3"))
        self.assertEqual(result["would_go"], ["2160p60 10-bit 4:2:0 static"])
        for key, text in (
            ("links", "box > lead > tv"), ("links", "box 18/40 > tv 18/40"), ("links", ""), ("links", "a 1/2 > b 3/4 > c 5/6 purple"),
            ("format", "4k"), ("format", "999p60"), ("format", "2160p60 9 bit"), ("candidates", "no"),
        ):  # fmt: skip
            with self.subTest(key, text=text), self.assertRaises((Refusals, RefusedError)):
                found.work(found.from_typed(typed | {key: text}))
        self.assertEqual(form_of("3440 x 1440, 100 Hz")["pixels"], [3440, 1440])  # type: ignore[index]


class Ports(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(st.lists(wants, min_size=1, max_size=4), st.lists(wants, min_size=1, max_size=4))
    def test_the_best_there_is(self, needs: list[Want], have: list[Want]) -> None:
        """Brute force: every way of giving ports, or none, to sources."""
        sources = {f"s{n}": one for n, one in enumerate(needs)}
        ports = {f"p{n}": one for n, one in enumerate(have)}
        found, best = plan_ports(sources, ports), dict[frozenset[tuple[str, str]], tuple[int, float]]()
        names = [*ports, *[""] * len(sources)]
        for way in set(permutations(names, len(sources))):
            pairs = [(s, p) for s, p in zip(sources, way, strict=True) if p and ports[p].meets(sources[s])]
            best[frozenset(pairs)] = (len(pairs), -sum(ports[p].rate - sources[s].rate for s, p in pairs))
        most = max(best.values())
        tops = [
            pairs
            for pairs, worth in best.items()
            if worth[0] == most[0] and math.isclose(worth[1], most[1], abs_tol=1e-9)
        ]
        self.assertEqual(found.met, most[0])
        self.assertIn(frozenset(found.plan.items()), tops)
        self.assertEqual(found.only, len(tops) == 1)

    def test_what_is_fixed_stays(self) -> None:
        sources = {"games": Want(40.0), "disc": Want(18.0)}
        ports = {"in 1": Want(40.0), "in 2": Want(18.0)}
        self.assertEqual(plan_ports(sources, ports).plan, {"games": "in 1", "disc": "in 2"})
        held = plan_ports(sources, ports, {"disc": "in 1"})
        self.assertEqual((held.met, held.plan), (1, {"disc": "in 1"}))


class CablesAndFeeds(unittest.TestCase):
    @given(st.sampled_from([9.0, 10.2, 17.8, 18.0, 24.0, 48.0]), st.floats(100, 120_000), st.floats(0, 50_000))
    def test_a_longer_cable_never_helps(self, rate: float, length: float, more: float) -> None:
        order = [*REACH, None]
        self.assertLessEqual(order.index(cable_kind(rate, length)), order.index(cable_kind(rate, length + more)))

    def test_reach_and_stock(self) -> None:
        for kind, rate, metres in (
            ("copper passive", 11.1, 5.0),
            ("copper active", 40.0, 5.0),
            ("active optical", 48.0, 30.0),
        ):
            self.assertEqual(reach_of(kind, rate), metres)  # a rate between rows takes the next row up
        for metres, kind in (
            (5.0, "copper passive"),
            (5.001, "copper active"),
            (15.001, "active optical"),
            (101, None),
        ):
            self.assertEqual(cable_kind(18.0, metres * 1000), kind)
        for path, stock in ((309, 1.0), (310, 2.0), (44_854, 50.0), (44_855, None)):  # (path + 600) × 1.1
            self.assertEqual(stock_length(path), stock, path)
        self.assertEqual(STOCK[-1], 50.0)

    def test_drops_and_classes(self) -> None:
        self.assertAlmostEqual(feed.drop(10_000, 1.0, 20, 12.0).left, 12 - 0.666)
        for left, level in ((4.75, Level.GOOD), (4.749, Level.MIND), (4.63, Level.MIND), (4.629, Level.STOP)):
            self.assertIs(feed.five_volt_level(left), level)
        run = feed.far_converter(9.0, 6000, 22)
        assert run is not None
        self.assertAlmostEqual(run.left * run.current * 0.85, 9.0)  # what arrives is what the device takes
        self.assertAlmostEqual(run.drop, feed.drop(6000, run.current, 22, 12.0).drop)
        self.assertIsNone(feed.far_converter(200.0, 30_000, 24))
        with self.assertRaises(MissingError):
            feed.drop(1000, 1.0, 19, 12.0)
        for watts, name in ((12.95, "af"), (12.96, "at"), (51.0, "bt type 3"), (71.3, "bt type 4"), (71.4, None)):
            self.assertEqual(feed.poe_class(watts), name)

    def test_running(self) -> None:
        month = mains.month_of(100.0, 24.0, 0.5)
        self.assertAlmostEqual(month.energy, 73.0)  # 100 W for 730 hours
        self.assertAlmostEqual(month.cost, 36.5)
        self.assertEqual([mains.devices_for(some) for some in ([9.0], [9.0, 0.1], [])], [1, 2, 1])
        self.assertEqual([mains.fits_circuit([watts], 120, 15) for watts in (1440.0, 1441.0)], [True, False])


def block(*, extension: bytes = b"", **at: int) -> bytes:
    """The example's first block with bytes changed and its sum put right."""
    data = bytearray.fromhex(EDID_EXAMPLE)
    for name, value in at.items():
        data[int(name[1:])] = value
    data[126] = len(extension) // 128
    data[127] = -sum(data[:127]) % 256
    return bytes(data) + extension


def cta(*parts: bytes) -> bytes:
    body = b"".join(parts)
    data = bytes((2, 3, 4 + len(body), 0)) + body
    data += bytes(127 - len(data))
    return data + bytes((-sum(data) % 256,))


class Edids(unittest.TestCase):
    def test_one_digit_wrong_is_seen_everywhere(self) -> None:
        good = bytes.fromhex(EDID_EXAMPLE)
        self.assertEqual(read_edid(good).name, "Larkhollow 27")
        for n in range(128):
            bad = bytearray(good)
            bad[n] ^= 0x10
            with self.subTest(byte=n), self.assertRaises(BadBlockError) as caught:
                read_edid(bytes(bad))
            self.assertEqual(caught.exception.block, None if n == 126 else 0)  # there it says how many blocks there are

    def test_a_block_of_what_televisions_say(self) -> None:
        """By hand after CTA-861: FRL 40 and 4:2:0 deep colour in one byte, low-lag, VRR 48 to 120, object audio."""
        forum = bytes((0x6A, 0xD8, 0x5D, 0xC4, 1, 120, 0x80, 0x53, 0x02, 48, 120))
        sad = bytes((0x26, 1 << 3 | 5, 0x7F, 0x07, 10 << 3 | 7, 0x07, 0x03))
        video, also, hdr = bytes((0x42, 0x61, 0x60)), bytes((0xE2, 15, 2)), bytes((0xE3, 6, 0x0D, 1))
        found = read_edid(block(extension=cta(video, sad, forum, also, hdr, bytes((0x83, 0x0F, 1, 0)))))
        self.assertEqual((found.vics, found.also_420, found.frl, found.tmds), ([97, 96], [96], 40, 600))
        self.assertEqual((found.deep_420, found.low_lag, found.vrr), ([10, 12], True, (48, 120)))
        self.assertEqual((found.audio, found.hdr), ([("LPCM", 6), ("E-AC-3", 8)], ["SDR", "PQ", "HLG"]))
        self.assertEqual(found.speakers, ["FL/FR", "LFE", "FC", "RL/RR", "FLH/FRH"])
        wrong = bytearray(cta(video))
        wrong[5] ^= 1
        with self.assertRaises(BadBlockError) as caught:
            read_edid(block(extension=bytes(wrong)))
        self.assertEqual(caught.exception.block, 1)

    @settings(max_examples=300, deadline=None)
    @given(st.binary(max_size=400), st.binary(min_size=123, max_size=123))
    def test_rubbish_is_refused_or_read_never_worse(self, rubbish: bytes, inside: bytes) -> None:
        body = bytes((2, 3, inside[0], 0)) + inside
        for data in (rubbish, block(extension=body + bytes((-sum(body) % 256,)))):
            try:
                read_edid(data)
            except BadBlockError:
                continue
        with self.assertRaises(BadBlockError):
            read_edid(bytes.fromhex(EDID_EXAMPLE)[:-1])


if __name__ == "__main__":
    unittest.main()
