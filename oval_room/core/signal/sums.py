"""Sums of rules 10 and 12: formats on links, paths, ports, cables, feeds, EDID, mains."""

from __future__ import annotations

from typing import Final

from oval_room.core import mains
from oval_room.core.errors import RefusedError
from oval_room.core.levels import Level, beyond
from oval_room.core.sent_format import (
    CHROMAS,
    Format,
    dp_need,
    frl_need,
    least_dp,
    least_frl,
    least_sdi,
    reduced_timing,
    tmds_has,
    tmds_need,
    tmds_timing,
)
from oval_room.core.signal import feed
from oval_room.core.signal.cable import cable_kind, stock_length
from oval_room.core.signal.edid import BadBlockError, read_edid
from oval_room.core.signal.given import (
    fixed_text,
    read_fixed,
    read_form,
    read_forms,
    read_hex,
    read_links,
    read_wants,
    wants_text,
)
from oval_room.core.signal.path import Checked, Link, check_path
from oval_room.core.signal.ports import Want, plan_ports
from oval_room.core.signal.typed import form_of, forms_of, links_of
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Custom, Length, Number, Pair, Word
from oval_room.core.sums.numbers import numbers_text, pixels_text, read_numbers, read_pixels


def _tmds(pixels: tuple[int, int], hz: float, bits: int, chroma: str) -> Result:
    form = Format(pixels, hz, bits, chroma)  # type: ignore[arg-type]
    need, sent = tmds_need(form), tmds_has(form)
    return {
        "pixel_clock_mhz": tmds_timing(form).clock,
        "need_gbps": need,
        "goes_18": sent and need <= 18.0 + 1e-9,
        "goes_10_2": sent and need <= 10.2 + 1e-9,
    }


def _frl(pixels: tuple[int, int], hz: float, bits: int, chroma: str, compression: float) -> Result:
    need = frl_need(Format(pixels, hz, bits, chroma), compression)  # type: ignore[arg-type]
    least = least_frl(need)
    return {"need_gbps": need, "least_link_gbps": int(least) if least is not None else None}


def _dp(pixels: tuple[int, int], hz: float, bits: int, chroma: str) -> Result:
    form, timing = Format(pixels, hz, bits, chroma), reduced_timing(pixels, hz)  # type: ignore[arg-type]
    need = dp_need(form)
    return {
        "h_total": timing.across,
        "v_total": timing.down,
        "pixel_clock_mhz": timing.clock,
        "need_gbps": need,
        "least_link": least_dp(need),
    }


def _sdi(lines: int, hz: float) -> Result:
    return {"least_link_gbps": least_sdi(lines, hz)}


def _path(links: tuple[Link, ...], format: Format, candidates: tuple[Format, ...] | None) -> Result:
    found: Checked = check_path(links, format, candidates or ())
    stopped = found.stopped
    return {
        "goes": found.goes,
        "first_link_that_can_not": stopped.link if stopped else None,
        "what": stopped.why if stopped else None,
        "weakest_part": stopped.weakest if stopped else None,
        "need_gbps": stopped.need if stopped else None,
        "have_gbps": stopped.have if stopped else None,
        "would_go": list(found.would_go),
    }


def _ports(sources: dict[str, Want], ports: dict[str, Want], fixed: dict[str, str] | None) -> Result:
    for source, port in (fixed or {}).items():
        if source not in sources or port not in ports:
            raise RefusedError(f"there is no {source if source not in sources else port} to fix", field="fixed")
    if fixed and len({*fixed.values()}) < len(fixed):
        raise RefusedError("two sources can't be fixed to one port", field="fixed")
    found = plan_ports(sources, ports, fixed)
    if not found.whole:
        raise RefusedError("that is more than can be tried: fix some sources first", field="sources")
    return {"all_met": found.met == len(sources), "most_met": found.met, "plan": found.plan if found.only else None}


def _pick(link_gbps: float, length: float) -> Result:
    kind = cable_kind(link_gbps, length)
    far = f"no kind goes {length / 1000:g} m at {link_gbps:g} Gbit/s: shorten the way, or put a box between"
    return {"kind": kind, "why": None if kind else far}


def _stock(path: float) -> Result:
    return {"stock_m": stock_length(path)}


def _drop(length: float, current_a: float, awg: int, supply_v: float) -> Result:
    run = feed.drop(length, current_a, awg, supply_v)
    five = feed.five_volt_level(run.left).value if supply_v < feed.FIVE else None
    return {"drop_v": run.drop, "left_v": run.left, "level": five}


def _watts(length: float, watts_w: float, awg: int, supply_v: float, maker_v: tuple[float, float] | None) -> Result:
    run = feed.at_load(watts_w, length, awg, supply_v)
    if run is None:
        return {"left_v": None, "current_a": None, "level": Level.STOP.value}
    if maker_v is not None:
        outside = beyond(maker_v[0], run.left) or beyond(run.left, maker_v[1])
        level = Level.STOP if outside else Level.GOOD
    else:
        level = feed.five_volt_level(run.left) if supply_v < feed.FIVE else feed.share_level(run.left, supply_v)
    return {"left_v": run.left, "current_a": run.current, "level": level.value}


def _far(device_w: float, length: float, awg: int) -> Result:
    run = feed.far_converter(device_w, length, awg)
    if run is None:
        raise RefusedError("so long a run can't carry that at 12 V: thicker wire, or feed it nearer", field="length")
    return {"current_a": run.current, "drop_v": run.drop, "left_v": run.left}


def _poe(device_w: float) -> Result:
    return {"least_class": feed.poe_class(device_w)}


def _month(watts: float, hours_a_day: float, tariff_per_kwh: float) -> Result:
    month = mains.month_of(watts, hours_a_day, tariff_per_kwh)
    return {"month_kwh": month.energy, "month_cost": month.cost, "heat_btu_per_h": month.heat}


def _leakage(leakage_ma: tuple[float, ...], devices_30_ma: int) -> Result:
    wanted = mains.devices_for(leakage_ma)
    return {"total_ma": sum(leakage_ma), "devices_wanted": wanted, "ok": wanted <= devices_30_ma}


def _circuit(peak_w: tuple[float, ...], supply_v: float, breaker_a: float) -> Result:
    fits = mains.fits_circuit(peak_w, supply_v, breaker_a)
    return {"total_w": sum(peak_w), "limit_w": mains.circuit_limit(supply_v, breaker_a), "ok": fits}


def _edid(hex: bytes) -> Result:
    try:
        found = read_edid(hex)
    except BadBlockError as error:
        return {"accepted": False, "bad_block": error.block}
    return {
        "accepted": True,
        "maker": found.maker,
        "product_code": found.product,
        "display_name": found.name,
        "year": found.year,
        "width_cm": found.size[0],
        "height_cm": found.size[1],
        "preferred_px": list(found.preferred) if found.preferred else None,
        "preferred_hz": found.preferred_hz,
        "preferred_clock_mhz": found.preferred_clock,
        "extensions": found.extensions,
        "v_range_hz": list(found.v_range) if found.v_range else None,
        "top_clock_mhz": found.top_clock,
        "vics": found.vics,
        "y420_only": found.only_420,
        "y420_also": found.also_420,
        "hdr": found.hdr,
        "deep_444_bits": found.deep_444,
        "deep_420_bits": found.deep_420,
        "tmds_mhz": found.tmds,
        "frl_gbps": found.frl,
        "vrr_hz": list(found.vrr) if found.vrr else None,
        "low_lag_switching": found.low_lag,
        "audio": [list(one) for one in found.audio],
        "speakers": found.speakers,
        "bad_block": None,
    }


EDID_EXAMPLE: Final = (
    "00ffffffffffff006a36173ae01101000c210104a53c2278060000000000000000000000000001010101010101010101010101010101"
    "565e00a0a0a029503020350055502100001e000000fc004c61726b686f6c6c6f77203237000000fd00304b1e5a19000a202020202020"
    "0000001000000000000000000000000000000063"
)
"""A made-up desk display's."""
_PIXELS: Final = Custom(
    "pixels", "pixels across and up", "3840 x 2160", shape="[across, up]", reader=read_pixels, from_text=pixels_text
)
_HZ: Final = Number("hz", "frames a second", "60", lo=1, hi=1000)
_BITS: Final = Number("bits", "bits a sample", "10", lo=8, hi=16, whole=True)
_CHROMA: Final = Word("chroma", "chroma", "444", words=CHROMAS)
_AWG: Final = Number("awg", "wire's gauge, AWG", "22", lo=16, hi=24, whole=True)
_PATH_EXAMPLE: Final = (
    "box 18/40 > short lead 18/48 > receiver 18/24; receiver 18/40 > wall lead 18/0 > display 18/40 static 420"
)
_FORMAT_EXAMPLE: Final = "2160p120 10 bit 4:4:4"
_LINKS_SHAPE: Final = "list of {name, out, cable, in: {name, tmds_gbps, frl_gbps, hdr, vrr, lists_420}}"


SUMS: Final = (
    Sum(
        "link.tmds",
        "10.2",
        "A format over TMDS",
        "Pixel clock and rate of a format on links up to 18 Gbit/s.",
        "30 × pixel clock × k; k = bits/8 at 4:4:4, 1 at 4:2:2, bits/16 at 4:2:0",
        (_PIXELS, _HZ, _BITS, _CHROMA),
        (
            Shown("need_gbps", "needs"),
            Shown("goes_18", "goes on 18 Gbit/s"),
            Shown("goes_10_2", "goes on 10.2 Gbit/s"),
            Shown("pixel_clock_mhz", "pixel clock"),
        ),
        _tmds,
    ),
    Sum(
        "link.frl",
        "10.3",
        "A format over FRL",
        "What a format needs, and the least link that carries it.",
        "pixels × Hz × bits a pixel × 1.05 against rate × 16/18",
        (
            _PIXELS,
            _HZ,
            _BITS,
            _CHROMA,
            Number("compression", "stream compression, to one", "", "none", 1.0, lo=1, hi=3),
        ),
        (Shown("least_link_gbps", "least link"), Shown("need_gbps", "needs")),
        _frl,
    ),
    Sum(
        "link.dp",
        "10.4",
        "A format over DisplayPort",
        "Reduced-blanking totals, what it needs, and the least link.",
        "H total = active + 80; line = (1/Hz − 460 µs)/lines; clock × bits a pixel",
        (_PIXELS, _HZ, _BITS, Word("chroma", "chroma", "", "444", "444", words=CHROMAS)),
        (
            Shown("least_link", "least link"),
            Shown("need_gbps", "needs"),
            Shown("pixel_clock_mhz", "pixel clock"),
            Shown("h_total", "pixels a line"),
            Shown("v_total", "lines"),
        ),
        _dp,
    ),
    Sum(
        "link.sdi",
        "10.4",
        "A format over SDI",
        "The least rate at 4:2:2 and 10 bit.",
        "whole lines × whole pixels × Hz × 20 bit",
        (Number("lines", "lines", "1080", lo=720, hi=2160, whole=True), _HZ),
        (Shown("least_link_gbps", "least link"),),
        _sdi,
    ),
    Sum(
        "path.check",
        "10.6",
        "A format along a path",
        "Whether every link carries it; else which can't first, its weakest part, and what would go.",
        "each link: FRL at the least of three rates if all have it, else TMDS",
        (
            Custom(
                "links",
                "links: what sends > cable > what takes in, TMDS/FRL of each; …",
                _PATH_EXAMPLE,
                shape=_LINKS_SHAPE,
                reader=read_links,
                from_text=links_of,
            ),
            Custom(
                "format",
                "the format",
                _FORMAT_EXAMPLE,
                shape="{name, pixels, hz, bits, chroma, hdr, vrr}",
                reader=read_form,
                from_text=form_of,
            ),
            Custom(
                "candidates",
                "other formats to try, ; between them",
                "",
                "none",
                shape="list of formats",
                reader=read_forms,
                from_text=forms_of,
            ),
        ),
        (
            Shown("goes", "goes"),
            Shown("first_link_that_can_not", "first link that can't"),
            Shown("what", "because of"),
            Shown("weakest_part", "weakest part"),
            Shown("need_gbps", "needs"),
            Shown("have_gbps", "has"),
            Shown("would_go", "would go"),
        ),
        _path,
    ),
    Sum(
        "ports.plan",
        "10.7",
        "Sources to inputs",
        "Which source goes into which input, so that most needs are met and least rate is left unused.",
        "most needs met, then least Σ(port − need)",
        (
            Custom(
                "sources",
                "sources: name, Gbit/s, features; …",
                "games box 40 vrr; disc player 18; set-top 10.2",
                shape="{name: {gbps, features}}",
                reader=read_wants("sources"),
                from_text=wants_text,
            ),
            Custom(
                "ports",
                "inputs alike",
                "in 1 18; in 2 40 vrr; in 3 10.2",
                shape="{name: {gbps, features}}",
                reader=read_wants("ports"),
                from_text=wants_text,
            ),
            Custom(
                "fixed",
                "sources that stay: source = port; …",
                "",
                "none",
                shape="{source: port}",
                reader=read_fixed,
                from_text=fixed_text,
            ),
        ),
        (Shown("plan", "plan"), Shown("all_met", "all met"), Shown("most_met", "met")),
        _ports,
    ),
    Sum(
        "cable.pick",
        "10.8",
        "Which cable reaches",
        "The first kind, in the order they are offered, that goes so far at such a rate.",
        "passive, active, optical, by rate and reach",
        (Number("link_gbps", "link's rate, Gbit/s", "18", lo=0, hi=48, over=True), Length("length", "cable", "11 m")),
        (Shown("kind", "kind"), Shown("why", "why none")),
        _pick,
    ),
    Sum(
        "cable.stock",
        "10.9",
        "A cable's length",
        "The stock length for a path over the room's surfaces.",
        "(path + 2 × 300 mm) × 1.10, up to the next",
        (Length("path", "path: up, across, down", "6150 mm", sign="zero"),),
        (Shown("stock_m", "take [m]"),),
        _stock,
    ),
    Sum(
        "edid.parse",
        "10.10",
        "Read an EDID",
        "What a display says it takes, from its dump in hex.",
        "every block of 128 bytes adds up to nought",
        (Custom("hex", "the dump in hex", EDID_EXAMPLE, shape="hex text", reader=read_hex),),
        (
            Shown("display_name", "display"),
            Shown("accepted", "adds up"),
            Shown("bad_block", "wrong block"),
            Shown("preferred_px", "preferred, px"),
            Shown("preferred_hz", "at [Hz]"),
            Shown("tmds_mhz", "TMDS [MHz]"),
            Shown("frl_gbps", "FRL"),
            Shown("hdr", "HDR"),
            Shown("vrr_hz", "VRR [Hz]"),
            Shown("low_lag_switching", "low-lag switching"),
            Shown("vics", "formats"),
            Shown("y420_only", "only at 4:2:0"),
            Shown("y420_also", "also at 4:2:0"),
            Shown("deep_444_bits", "deep colour, bits"),
            Shown("deep_420_bits", "at 4:2:0, bits"),
            Shown("audio", "audio"),
            Shown("speakers", "speakers"),
            Shown("maker", "maker's code"),
            Shown("product_code", "product"),
            Shown("year", "year"),
            Shown("width_cm", "width [cm]"),
            Shown("height_cm", "height [cm]"),
            Shown("preferred_clock_mhz", "clock [MHz]"),
            Shown("v_range_hz", "refresh [Hz]"),
            Shown("top_clock_mhz", "top clock [MHz]"),
            Shown("extensions", "blocks more"),
        ),
        _edid,
    ),
    Sum(
        "dc.drop",
        "10.12",
        "Drop along a feed",
        "What is left at the far end of a low-voltage run.",
        "2·L·I·r",
        (
            Length("length", "run, one way", "6 m", sign="zero"),
            Number("current_a", "current [A]", "0.45", lo=0, hi=100),
            _AWG,
            Number("supply_v", "supply [V]", "5", lo=0, hi=60, over=True),
        ),
        (Shown("left_v", "left [V]"), Shown("drop_v", "drop [V]"), Shown("level", "verdict")),
        _drop,
    ),
    Sum(
        "dc.watts",
        "10.12",
        "A load at the end of a feed",
        "What is left for gear that takes the same power however far its volts fall.",
        "V = (V₀ + √(V₀² − 4·R·W))/2, R = 2·L·r",
        (
            Length("length", "run, one way", "6 m", sign="zero"),
            Number("watts_w", "load [W]", "9", lo=0, hi=500, over=True),
            _AWG,
            Number("supply_v", "supply [V]", "12", lo=0, hi=60, over=True),
            Pair("maker_v", "volts the maker allows", "", "95 and 90 % of the supply", lo=0, hi=60),
        ),
        (Shown("left_v", "left [V]"), Shown("current_a", "current [A]"), Shown("level", "verdict")),
        _watts,
    ),
    Sum(
        "dc.far_converter",
        "10.12",
        "A converter at the far end",
        "A 12 V run that is turned down to the device's volts where it ends.",
        "V = 6 + √(36 − 2·L·r·W/0.85), I = W/(0.85·V)",
        (
            Number("device_w", "device [W]", "9", lo=0, hi=500, over=True),
            Length("length", "run, one way", "6 m", sign="zero"),
            _AWG,
        ),
        (Shown("left_v", "left [V]"), Shown("drop_v", "drop [V]"), Shown("current_a", "current [A]")),
        _far,
    ),
    Sum(
        "poe.class",
        "10.12",
        "Power over the network",
        "The least class that feeds a device.",
        "12.95, 25.5, 51, 71.3 W at the device",
        (Number("device_w", "device [W]", "14.5", lo=0, hi=1000, over=True),),
        (Shown("least_class", "least class"),),
        _poe,
    ),
    Sum(
        "power.running",
        "12.1",
        "What it costs to run",
        "A month's energy and cost, and the heat it gives.",
        "W × hours × 365/12 days; heat = W × 3.412",
        (
            Number("watts", "watts", "285", lo=0, hi=100_000),
            Number("hours_a_day", "hours a day", "3", lo=0, hi=24),
            Number("tariff_per_kwh", "tariff a kWh", "0.31", lo=0, hi=100),
        ),
        (Shown("month_cost", "a month"), Shown("month_kwh", "energy [kWh]"), Shown("heat_btu_per_h", "heat [BTU/h]")),
        _month,
    ),
    Sum(
        "power.circuit",
        "12.2",
        "What a circuit takes",
        "Peak watts against 80 % of the breaker.",
        "ΣW ≤ 0.8 × volts × amps",
        (
            Custom(
                "peak_w",
                "peak watts of each",
                "420, 350, 95, 60",
                shape="list of numbers",
                reader=read_numbers("peak_w", "peak watts"),
                from_text=numbers_text,
            ),
            Number("supply_v", "supply [V]", "120", lo=0, hi=480, over=True),
            Number("breaker_a", "breaker [A]", "15", lo=0, hi=200, over=True),
        ),
        (Shown("ok", "fits"), Shown("total_w", "together [W]"), Shown("limit_w", "may be [W]")),
        _circuit,
    ),
    Sum(
        "power.leakage",
        "12.2",
        "Earth leakage",
        "How many 30 mA devices so many displays want.",
        "9 mA through each",
        (
            Custom(
                "leakage_ma",
                "leakage of each [mA]",
                "1.1, 1.1, 1.1, 0.9",
                shape="list of numbers",
                reader=read_numbers("leakage_ma", "leakage in mA"),
                from_text=numbers_text,
            ),
            Number("devices_30_ma", "30 mA devices there are", "1", lo=1, hi=100, whole=True),
        ),
        (Shown("ok", "enough"), Shown("devices_wanted", "devices wanted"), Shown("total_ma", "together [mA]")),
        _leakage,
    ),
)
