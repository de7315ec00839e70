"""An EDID written for a made-up display: two blocks, the second CTA's (rules 10.10; VESA E-EDID 1.4, CTA-861).

What is written is what `read_edid` reads back: maker, name, size, preferred timing, formats, HDR, deep colour, TMDS,
FRL, VRR, low lag, sound, loudspeakers.
"""

from __future__ import annotations

from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.record import record
from oval_room.core.sent_format import cta_timing, reduced_timing
from oval_room.core.signal.edid import (
    ALSO_420,
    AUDIO,
    BLOCK,
    CODECS,
    DEEP,
    DEEP_420,
    EOTF,
    EXTENDED,
    FRL_RATES,
    HDMI,
    HDMI_FORUM,
    HEADER,
    NAME,
    PLACES,
    SPEAKERS,
    STATIC_HDR,
    TMDS_STEP,
    VENDOR,
    VIDEO,
)

VICS: Final[dict[tuple[int, int], int]] = {
    (720, 50): 19, (720, 60): 4, (1080, 24): 32, (1080, 25): 33, (1080, 30): 34, (1080, 50): 31, (1080, 60): 16,
    (1080, 100): 64, (1080, 120): 63, (2160, 24): 93, (2160, 25): 94, (2160, 30): 95, (2160, 50): 96, (2160, 60): 97,
    (2160, 100): 117, (2160, 120): 118,
}  # fmt: skip
"""CTA's numbers of television formats, by lines and rate."""
FRAME_420: Final = (96, 97)
"""Formats that a display may take at 4:2:0 as well: 2160p50 and 60."""
MOST_CLOCK: Final = 655.35
"""The fastest pixel clock that a detailed timing holds [MHz]."""
MOST_TMDS: Final = 600.0
FRONT, SYNC = 0.3, 0.3
"""Shares of the blanking that come before the sync and are it (of ours: any do)."""


@record
class Display:
    """A made-up display. Rates in Gbit/s as printed, MHz, Hz; sizes in cm."""

    name: str = "display"
    maker: str = "OVR"
    product: int = 1
    year: int = 2026
    size: tuple[int, int] = (160, 90)
    pixels: tuple[int, int] = (3840, 2160)
    hz: float = 60.0
    formats: tuple[tuple[int, int], ...] = ((2160, 60), (2160, 50), (2160, 24), (1080, 60), (1080, 24), (720, 60))
    takes_420: bool = True
    hdr: tuple[str, ...] = ("SDR", "PQ")
    deep: tuple[int, ...] = (10, 12)
    tmds: int = 600
    frl: int = 0
    vrr: tuple[int, int] | None = None
    low_lag: bool = False
    audio: tuple[tuple[str, int], ...] = (("LPCM", 2), ("AC-3", 6))
    speakers: tuple[str, ...] = ("FL/FR",)


def write_edid(display: Display) -> bytes:
    """The EDID, 256 bytes.

    Raises:
        RefusedError: something of it has no place in one.
    """
    if len(display.maker) != 3 or not display.maker.isascii() or not display.maker.isupper():
        raise RefusedError("a maker's code is three capital letters", field="maker", value=display.maker)
    if display.frl not in FRL_RATES or display.tmds % TMDS_STEP or not 0 < display.tmds <= MOST_TMDS:
        raise RefusedError("give TMDS in steps of 5 MHz to 600, FRL 0, 9, 18, 24, 32, 40 or 48", field="tmds")
    if display.vrr is not None and not 1 <= display.vrr[0] <= 63:
        raise RefusedError("a moving rate begins at 1 to 63 Hz", field="vrr", value=display.vrr[0])
    return _summed(_base(display)) + _summed(_cta(display))


def _summed(block: bytearray) -> bytes:
    """A block with its last byte such that all add up to nought."""
    block[BLOCK - 1] = -sum(block[: BLOCK - 1]) % 256
    return bytes(block)


def _base(display: Display) -> bytearray:
    block = bytearray(BLOCK)
    block[:8] = HEADER
    code = 0
    for letter in display.maker:
        code = code << 5 | (ord(letter) - 64)
    block[8:10] = code.to_bytes(2, "big")
    block[10:12] = display.product.to_bytes(2, "little")
    block[16], block[17] = 1, display.year - 1990
    block[18:20] = bytes((1, 4))
    block[20] = 0xA5
    block[21:23] = bytes(min(side, 255) for side in display.size)
    block[23:25] = bytes((120, 0x06))
    block[54:72] = _timing(display)
    name = display.name.encode("cp437", "replace")[:13]
    block[72:90] = bytes((0, 0, 0, NAME, 0)) + (name + b"\x0a" + b" " * 13)[:13]
    block[90:108] = bytes((0, 0, 0, 0x10, 0)) + bytes(13)
    block[108:126] = bytes((0, 0, 0, 0x10, 0)) + bytes(13)
    block[126] = 1
    return block


def _timing(display: Display) -> bytes:
    """The preferred timing, at the fastest rate that a detailed timing holds."""
    across, down = display.pixels
    rates = (display.hz, 60.0, 30.0, 24.0)
    found = next(
        (
            timing
            for hz in rates
            if hz <= display.hz
            and (timing := cta_timing(display.pixels, hz) or reduced_timing(display.pixels, hz)).clock <= MOST_CLOCK
        ),
        None,
    )
    if found is None:
        raise RefusedError("no detailed timing holds so many pixels", field="pixels", value=display.pixels)
    blank_h, blank_v = found.across - across, found.down - down
    front_h, sync_h = int(blank_h * FRONT), int(blank_h * SYNC)
    front_v, sync_v = max(int(blank_v * FRONT), 1), max(int(blank_v * SYNC), 1)
    wide, high = (side * 10 for side in display.size)
    one = bytearray(18)
    one[0:2] = round(found.clock * 100).to_bytes(2, "little")
    one[2], one[3], one[4] = across & 255, blank_h & 255, (across >> 8) << 4 | blank_h >> 8
    one[5], one[6], one[7] = down & 255, blank_v & 255, (down >> 8) << 4 | blank_v >> 8
    one[8], one[9] = front_h & 255, sync_h & 255
    one[10] = (front_v & 15) << 4 | sync_v & 15
    one[11] = (front_h >> 8) << 6 | (sync_h >> 8) << 4 | (front_v >> 4) << 2 | sync_v >> 4
    one[12], one[13], one[14] = wide & 255, high & 255, (wide >> 8) << 4 | high >> 8
    one[17] = 0x1E
    return bytes(one)


def _block(tag: int, content: bytes) -> bytes:
    return bytes((tag << 5 | len(content),)) + content


def _cta(display: Display) -> bytearray:
    vics = [VICS[one] for one in display.formats if one in VICS]
    blocks = [_block(VIDEO, bytes(vics))] if vics else []
    known = [(CODECS.index(kind), channels) for kind, channels in display.audio if kind in CODECS]
    sound = b"".join(bytes((code << 3 | channels - 1, 0x07, 0x07)) for code, channels in known)
    blocks += [_block(AUDIO, sound)] if sound else []
    places = sum(1 << PLACES.index(place) for place in display.speakers if place in PLACES)
    blocks += [_block(SPEAKERS, places.to_bytes(3, "little"))] if places else []
    deep = sum(flag for flag, bits in DEEP.items() if bits in display.deep)
    blocks.append(_block(VENDOR, HDMI + bytes((0x10, 0x00, deep, min(display.tmds, 340) // TMDS_STEP))))
    blocks += [_forum(display, deep)] if display.tmds > 340 or display.frl or display.vrr else []
    eotf = sum(1 << EOTF.index(kind) for kind in display.hdr if kind in EOTF)
    blocks += [_block(EXTENDED, bytes((STATIC_HDR, eotf, 1)))] if display.hdr else []
    also = sum(1 << n for n, vic in enumerate(vics) if vic in FRAME_420)
    if display.takes_420 and also:
        size = (also.bit_length() + 7) // 8
        blocks.append(_block(EXTENDED, bytes((ALSO_420,)) + also.to_bytes(size, "little")))
    body = b"".join(blocks)
    block = bytearray(BLOCK)
    block[:4] = bytes((2, 3, 4 + len(body), 0xF0))
    if 4 + len(body) > BLOCK - 1:
        raise RefusedError("that is more than one block holds: fewer formats or kinds of sound", field="formats")
    block[4 : 4 + len(body)] = body
    return block


def _forum(display: Display, deep: int) -> bytes:
    deep_420 = sum(flag for flag, bits in DEEP_420.items() if bits in display.deep) if display.takes_420 else 0
    rate = FRL_RATES.index(display.frl) << 4 | deep_420
    low, vrr = 2 if display.low_lag else 0, display.vrr or (0, 0)
    moving = bytes((vrr[0] | (vrr[1] >> 8) << 6, vrr[1] & 255))
    tmds = display.tmds // TMDS_STEP if display.tmds > 340 else 0
    return _block(VENDOR, HDMI_FORUM + bytes((1, tmds, 0x80, rate, low)) + moving)
