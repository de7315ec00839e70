"""A display's EDID, read into what its port really takes: blocks of 128 bytes, each adding up to nought (rules 10.10;
VESA E-EDID 1.4, CTA-861)."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from typing import Final

BLOCK: Final = 128
HEADER: Final = bytes((0, 255, 255, 255, 255, 255, 255, 0))
FIRST_TIMING: Final = 54
DESCRIPTOR: Final = 18
NAME, RANGE = 0xFC, 0xFD
CTA: Final = 2
AUDIO, VIDEO, VENDOR, SPEAKERS, EXTENDED = 1, 2, 3, 4, 7
STATIC_HDR, ONLY_420, ALSO_420 = 6, 14, 15
HDMI: Final = bytes((0x03, 0x0C, 0x00))
HDMI_FORUM: Final = bytes((0xD8, 0x5D, 0xC4))
TMDS_STEP: Final = 5
"""MHz a count."""
EOTF: Final = ("SDR", "HDR", "PQ", "HLG")
FRL_RATES: Final = (0, 9, 18, 24, 32, 40, 48)
CODECS: Final = (
    "", "LPCM", "AC-3", "MPEG-1", "MP3", "MPEG-2", "AAC", "DTS", "ATRAC", "DSD", "E-AC-3", "DTS-HD", "MAT", "DST",
    "WMA Pro",
)  # fmt: skip
PLACES: Final = ("FL/FR", "LFE", "FC", "RL/RR", "RC", "FLC/FRC", "RLC/RRC", "FLW/FRW", "FLH/FRH", "TC", "FCH")
DEEP: Final = {0x10: 10, 0x20: 12, 0x40: 16}
DEEP_420: Final = {0x01: 10, 0x02: 12, 0x04: 16}


@dataclass(slots=True)
class Edid:
    """What a display says of itself. Clocks in MHz, rates in Gbit/s, sizes in cm, None where it says nothing."""

    maker: str
    product: int
    year: int
    size: tuple[int, int]
    extensions: int
    name: str = ""
    preferred: tuple[int, int] | None = None
    preferred_hz: float | None = None
    preferred_clock: float | None = None
    v_range: tuple[int, int] | None = None
    top_clock: int | None = None
    vics: list[int] = field(default_factory=list)
    only_420: list[int] = field(default_factory=list)
    also_420: list[int] = field(default_factory=list)
    hdr: list[str] = field(default_factory=list)
    deep_444: list[int] = field(default_factory=list)
    deep_420: list[int] = field(default_factory=list)
    tmds: int | None = None
    frl: int | None = None
    vrr: tuple[int, int] | None = None
    low_lag: bool | None = None
    audio: list[tuple[str, int]] = field(default_factory=list)
    speakers: list[str] = field(default_factory=list)


class BadBlockError(ValueError):
    """An EDID that is loaded in no part: which block is wrong, None when its length is; and how."""

    def __init__(self, block: int | None, why: str = "does not add up") -> None:
        super().__init__("its length is wrong" if block is None else f"block {block} {why}")
        self.block, self.why = block, why


def read_edid(data: bytes) -> Edid:
    """An EDID of 128 bytes, or with as many blocks more as it says.

    Raises:
        BadBlockError: its length is wrong, or a block does not add up, begins wrongly, or holds what lies past its end
        or can't be.
    """
    if len(data) >= BLOCK and data[:8] != HEADER:
        raise BadBlockError(0, "does not begin as an EDID does")
    if len(data) < BLOCK or len(data) != BLOCK * (1 + data[126]):
        raise BadBlockError(None)
    for n in range(len(data) // BLOCK):
        if not _adds_up(data[n * BLOCK : (n + 1) * BLOCK]):
            raise BadBlockError(n)
    found = _base(data[:BLOCK])
    for n in range(1, len(data) // BLOCK):
        block = data[n * BLOCK : (n + 1) * BLOCK]
        if block[0] == CTA:
            _cta(found, block, n)
    return found


SHORTEST: Final = {AUDIO: 3, SPEAKERS: 3, VENDOR: 3}
"""Bytes of a data block by its tag: none is shorter."""
FORUM_SHORTEST: Final = 7
TMDS_MOST: Final = 600
"""No HDMI input takes a faster TMDS clock [MHz]."""


def _adds_up(block: bytes) -> bool:
    return sum(block) % 256 == 0


def _base(block: bytes) -> Edid:
    maker = int.from_bytes(block[8:10], "big")
    if any(not 1 <= maker >> shift & 31 <= 26 for shift in (10, 5, 0)):
        raise BadBlockError(0, "names no maker")
    letters = "".join(chr(64 + (maker >> shift & 31)) for shift in (10, 5, 0))
    product = int.from_bytes(block[10:12], "little")
    found = Edid(letters, product, block[17] + 1990, (block[21], block[22]), block[126])
    for start in range(FIRST_TIMING, FIRST_TIMING + 4 * DESCRIPTOR, DESCRIPTOR):
        one = block[start : start + DESCRIPTOR]
        if one[0] or one[1]:
            if start == FIRST_TIMING:
                _timing(found, one)
        elif one[3] == NAME:
            found.name = one[5:].split(b"\x0a")[0].decode("cp437").strip()
        elif one[3] == RANGE:
            more = one[4]
            found.v_range = (one[5] + (255 if more & 3 == 3 else 0), one[6] + (255 if more & 2 else 0))
            found.top_clock = one[9] * 10
    return found


def _timing(found: Edid, one: bytes) -> None:
    """The first detailed timing is the preferred one."""
    clock = int.from_bytes(one[0:2], "little") * 10_000
    across, blank = one[2] | (one[4] & 0xF0) << 4, one[3] | (one[4] & 0x0F) << 8
    down, rest = one[5] | (one[7] & 0xF0) << 4, one[6] | (one[7] & 0x0F) << 8
    whole = (across + blank) * (down + rest)
    found.preferred, found.preferred_clock = (across, down), clock / 1e6
    found.preferred_hz = clock / whole if whole else None


def _blocks(block: bytes, n: int) -> Iterator[tuple[int, bytes]]:
    """The data blocks of a CTA block: tag and content; of extended ones the tag is 256 and theirs.

    Raises:
        BadBlockError: one ends past where the timings begin, or is too short for what it is.
    """
    end, at = block[2], 4
    if end and not 4 <= end < BLOCK:
        raise BadBlockError(n, "says that its timings begin outside it")
    while at < end:
        tag, length = block[at] >> 5, block[at] & 31
        if at + 1 + length > end:
            raise BadBlockError(n, "holds a data block that ends past its end")
        content = block[at + 1 : at + 1 + length]
        if length < SHORTEST.get(tag, 0) or (tag == AUDIO and length % 3):
            raise BadBlockError(n, f"holds a data block of {length} bytes that is none")
        if tag == EXTENDED and content:
            yield 256 + content[0], content[1:]
        else:
            yield tag, content
        at += 1 + length


def _cta(found: Edid, block: bytes, n: int) -> None:
    """The data blocks of a CTA block, each read by its tag.

    Raises:
        BadBlockError: one can't be.
    """
    for tag, content in _blocks(block, n):
        if tag == VENDOR and content[:3] == HDMI_FORUM:
            if len(content) < FORUM_SHORTEST or content[4] * TMDS_STEP > TMDS_MOST or content[6] >> 4 >= len(FRL_RATES):
                raise BadBlockError(n, "says rates that no HDMI input has")
            _hdmi_forum(found, content)
        elif tag in READ and content:
            READ[tag](found, content)
        elif tag == 256 + ALSO_420:
            found.also_420 += found.vics  # all of them, where none is marked


def _video(found: Edid, content: bytes) -> None:
    found.vics += [_vic(one) for one in content]


def _audio(found: Edid, content: bytes) -> None:
    found.audio += [
        (CODECS[code], (one[0] & 7) + 1)
        for one in (content[n : n + 3] for n in range(0, len(content) - 2, 3))
        if 0 < (code := one[0] >> 3 & 15) < len(CODECS)
    ]


def _speakers(found: Edid, content: bytes) -> None:
    bits = int.from_bytes(content[:2], "little")
    found.speakers += [name for n, name in enumerate(PLACES) if bits >> n & 1]


def _vendor(found: Edid, content: bytes) -> None:
    if content[:3] == HDMI:
        _hdmi(found, content)


def _static_hdr(found: Edid, content: bytes) -> None:
    found.hdr += [name for n, name in enumerate(EOTF) if content[0] >> n & 1]


def _only_420(found: Edid, content: bytes) -> None:
    found.only_420 += [_vic(one) for one in content]


def _also_420(found: Edid, content: bytes) -> None:
    marked = {n for n in range(len(content) * 8) if content[n // 8] >> n % 8 & 1}
    found.also_420 += [vic for n, vic in enumerate(found.vics) if n in marked]


def _vic(one: int) -> int:
    """A short video descriptor; the first 64 may be marked as the panel's own."""
    return one & 127 if 129 <= one <= 192 else one


def _hdmi(found: Edid, content: bytes) -> None:
    if len(content) > 5:
        found.deep_444 += [bits for flag, bits in DEEP.items() if content[5] & flag]
    if len(content) > 6 and content[6]:
        found.tmds = max(found.tmds or 0, content[6] * TMDS_STEP)
    found.frl, found.low_lag = found.frl or 0, bool(found.low_lag)


def _hdmi_forum(found: Edid, content: bytes) -> None:
    if len(content) > 4 and content[4]:
        found.tmds = max(found.tmds or 0, content[4] * TMDS_STEP)
    if len(content) > 6:
        found.deep_420 += [bits for flag, bits in DEEP_420.items() if content[6] & flag]
        rate = content[6] >> 4
        found.frl = FRL_RATES[rate] if rate < len(FRL_RATES) else FRL_RATES[-1]
    found.low_lag = len(content) > 7 and bool(content[7] & 2)
    if len(content) > 9:
        least, most = content[8] & 63, (content[8] & 0xC0) << 2 | content[9]
        found.vrr = (least, most) if least else None


READ: Final[dict[int, Callable[[Edid, bytes], None]]] = {
    VIDEO: _video,
    AUDIO: _audio,
    SPEAKERS: _speakers,
    VENDOR: _vendor,
    256 + STATIC_HDR: _static_hdr,
    256 + ONLY_420: _only_420,
    256 + ALSO_420: _also_420,
}
"""What reads a data block that holds something, by its tag; of extended ones 256 and theirs."""
