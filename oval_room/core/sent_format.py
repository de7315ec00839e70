"""What is sent: a picture format, and what it asks of a link of each kind (rules 10.1–10.4).

TMDS counts characters: pixel clock (with blanking) × k, 30 bit each. FRL counts active pixels, 5 % more. DisplayPort
counts a reduced-blanking clock. SDI counts lines at 4:2:2 and 10 bit.
"""

from __future__ import annotations

import math
from functools import lru_cache
from typing import Final, Literal

from oval_room.core.errors import RefusedError
from oval_room.core.levels import beyond
from oval_room.core.record import record

Chroma = Literal["444", "422", "420"]
CHROMAS: Final = ("444", "422", "420")
Hdr = Literal["none", "static", "dynamic"]

CTA_LINES: Final[dict[int, int]] = {2160: 2250, 1080: 1125, 720: 750}
CTA_LINE: Final[dict[int, dict[tuple[int, ...], int]]] = {
    2160: {(24,): 5500, (25, 50, 100): 5280, (30, 60, 120): 4400},
    1080: {(24,): 2750, (25, 50, 100): 2640, (30, 60, 120): 2200},
    720: {(24, 30): 3300, (25,): 3960, (50, 100): 1980, (60, 120): 1650},
}
"""Pixels a whole line by lines and rate, as CTA has them (rules 10.2)."""
CTA_WIDE: Final[dict[int, tuple[int, ...]]] = {2160: (3840, 4096), 1080: (1920,), 720: (1280,)}
CHARACTER: Final = 30
"""Bits that a TMDS link sends for a character."""
TMDS_MHZ: Final[dict[float, float]] = {10.2: 340.0, 18.0: 600.0}
"""Characters that a link of a rate [Gbit/s] sends [MHz]."""
FRL: Final = (9.0, 18.0, 24.0, 32.0, 40.0, 48.0)
FRL_SHARE: Final = 16 / 18
FRL_MORE: Final = 1.05
DP: Final[dict[str, float]] = {"HBR2": 17.28, "HBR3": 25.92, "UHBR10": 38.69, "UHBR13.5": 52.22, "UHBR20": 77.37}
"""Payload of four lanes [Gbit/s] (rules 10.4)."""
SDI: Final = (1.485, 2.97, 5.94, 11.88)
LEAST_BLANK_S: Final = 460e-6
BLANK_ACROSS: Final = 80
LEAST_BLANK_LINES: Final = 15
NEVER_BLANK: Final = 12
"""4:2:2 is sent at 24 bit a pixel up to so many bits."""


@record
class Format:
    """A picture format: pixels across and up, frames a second, bits a sample, chroma, HDR, whether VRR."""

    pixels: tuple[int, int]
    hz: float
    bits: int
    chroma: Chroma = "444"
    hdr: Hdr = "none"
    vrr: bool = False
    name: str = ""


@record
class Timing:
    """Whole pixels a line and lines a frame, and the clock they make [MHz]."""

    across: int
    down: int
    clock: float


def whole_rate(hz: float) -> float:
    """23.976 and 59.94 count as 24 and 60 (rules 10.2)."""
    near = round(hz)
    return float(near) if 0 < near - hz <= near / 1000 + 1e-6 else hz


def cta_timing(pixels: tuple[int, int], hz: float) -> Timing | None:
    """The totals that CTA gives a television format (rules 10.2); None for what it does not name."""
    across, down = pixels
    rate = whole_rate(hz)
    if across not in CTA_WIDE.get(down, ()) or rate != int(rate):
        return None
    line = next((line for rates, line in CTA_LINE[down].items() if int(rate) in rates), None)
    if line is None:
        return None
    return Timing(line, CTA_LINES[down], line * CTA_LINES[down] * rate / 1e6)


def reduced_timing(pixels: tuple[int, int], hz: float) -> Timing:
    """CVT reduced blanking v2 (rules 10.4): H total = active + 80, line = (1/Hz − 460 µs)/active lines,
    V blank = max(15, floor(460 µs/line) + 1).

    Raises:
        RefusedError: a frame is over before its blanking is.
    """
    across, down = pixels
    active = 1 / hz - LEAST_BLANK_S
    if active <= 0:
        raise RefusedError(f"no display refreshes {hz:g} times a second", field="hz", value=hz)
    line = active / down
    total = down + max(LEAST_BLANK_LINES, math.floor(LEAST_BLANK_S / line) + 1)
    whole = across + BLANK_ACROSS
    return Timing(whole, total, whole * total * hz / 1e6)


def tmds_timing(form: Format) -> Timing:
    """CTA's totals where it has them, else reduced blanking."""
    return cta_timing(form.pixels, form.hz) or reduced_timing(form.pixels, form.hz)


@lru_cache(maxsize=1024)
def tmds_need(form: Format) -> float:
    """30 × pixel clock × k [Gbit/s]: k = bits/8 for 4:4:4, 1 for 4:2:2 up to 12 bit, bits/16 for 4:2:0 (rules 10.2)."""
    k = {"444": form.bits / 8, "422": 1.0 if form.bits <= NEVER_BLANK else form.bits / 12, "420": form.bits / 16}
    return tmds_timing(form).clock * k[form.chroma] * CHARACTER / 1000


def tmds_has(form: Format) -> bool:
    """Whether TMDS sends such a format at all: 4:2:0 only of 2160 lines at 50 and 60 (rules 10.2)."""
    return form.chroma != "420" or (form.pixels[1] == 2160 and whole_rate(form.hz) in (50.0, 60.0))


def bits_a_pixel(form: Format) -> float:
    """3·bits for 4:4:4, 24 for 4:2:2 up to 12 bit, 1.5·bits for 4:2:0 (rules 10.3)."""
    return {"444": 3.0 * form.bits, "422": 24.0, "420": 1.5 * form.bits}[form.chroma]


@lru_cache(maxsize=1024)
def frl_need(form: Format, compression: float = 1.0) -> float:
    """Active pixels × Hz × bits a pixel × 1.05 [Gbit/s], over the stream compression (rules 10.3)."""
    across, down = form.pixels
    return across * down * form.hz * bits_a_pixel(form) * FRL_MORE / compression / 1e9


def frl_payload(rate: float) -> float:
    """What a link of a rate carries [Gbit/s]: 16 of 18 (rules 10.3)."""
    return rate * FRL_SHARE


def least_frl(need: float) -> float | None:
    """The least FRL rate that carries a need [Gbit/s]; None where none does."""
    return next((rate for rate in FRL if not beyond(need, frl_payload(rate))), None)


@lru_cache(maxsize=1024)
def dp_need(form: Format) -> float:
    """Reduced-blanking clock × bits a pixel [Gbit/s]: 3·bits, 2·bits for 4:2:2, 1.5·bits for 4:2:0 (rules 10.4)."""
    times = {"444": 3.0, "422": 2.0, "420": 1.5}[form.chroma]
    return reduced_timing(form.pixels, form.hz).clock * times * form.bits / 1000


def least_dp(need: float) -> str | None:
    """The least DisplayPort link that carries a need [Gbit/s]; None where none does."""
    return next((name for name, payload in DP.items() if not beyond(need, payload)), None)


def least_sdi(lines: int, hz: float) -> float | None:
    """The least SDI rate [Gbit/s] at 4:2:2 and 10 bit, of CTA's whole lines (rules 10.4); None where none does.

    Raises:
        RefusedError: there is no such format.
    """
    wide = CTA_WIDE.get(lines)
    timing = cta_timing((wide[0], lines), hz) if wide else None
    if timing is None:
        raise RefusedError(
            "give 720, 1080 or 2160 lines at 24, 25, 30, 50, 60, 100 or 120 Hz", field="lines", value=lines
        )
    need = timing.clock * 20 / 1000
    return next((rate for rate in SDI if not beyond(need, rate)), None)


@lru_cache(maxsize=1024)
def sdi_need(form: Format) -> float | None:
    """The SDI rate that a format asks for [Gbit/s]; None for what SDI does not name: over 10 bit, no television size, a
    moving rate."""
    if form.bits > 10 or form.vrr or form.pixels[0] not in CTA_WIDE.get(form.pixels[1], ()):
        return None
    timing = cta_timing(form.pixels, form.hz)
    return None if timing is None else timing.clock * 20 / 1000


@lru_cache(maxsize=1024)
def hdmi_rate(form: Format) -> float | None:
    """The least HDMI rate as printed on ports and cables [Gbit/s] that a format goes at; None where none does."""
    if tmds_has(form):
        found = next((rate for rate in TMDS_MHZ if not beyond(tmds_need(form), rate)), None)
        if found is not None:
            return found
    least = least_frl(frl_need(form))
    return None if least is None else max(least, FRL[2])
