"""Links and formats as people write them: `box 18/40 > lead 18/48 > display 18/24 static 420`, `2160p120 10 bit`."""

from __future__ import annotations

import re
from functools import lru_cache
from typing import Any, Final

from oval_room.core.errors import RefusedError
from oval_room.core.sent_format import Chroma, Format, Hdr, tmds_timing

LINES: Final[dict[str, tuple[int, int]]] = {
    "720": (1280, 720),
    "1080": (1920, 1080),
    "1440": (2560, 1440),
    "2160": (3840, 2160),
    "4320": (7680, 4320),
}
MOST_PX: Final = 32_768
LINK_EG: Final = "box 18/40 > lead 18/48 > display 18/24 static 420"
FORM_EG: Final = "2160p120 10 bit 4:4:4 static vrr"
_END: Final = re.compile(
    r"(?P<name>.+?)\s+(?P<tmds>\d+(?:\.\d+)?)\s*/\s*(?P<frl>\d+(?:\.\d+)?)(?P<more>(?:\s+[a-z0-9]+)*)", re.IGNORECASE
)
_SIZE: Final = re.compile(r"(?:(?P<lines>\d{3,4}p|[48]k)[\s-]*(?P<rate>\d+(?:\.\d+)?)|(?P<x>\d+)\s*[x×]\s*(?P<y>\d+)"
                          r"[\s,]+(?P<hz>\d+(?:\.\d+)?)\s*hz)", re.IGNORECASE)  # fmt: skip
_K: Final = {"4k": "2160", "8k": "4320"}
_BITS: Final = re.compile(r"\b(\d+)[\s-]*bits?\b", re.IGNORECASE)
_CHROMA: Final = re.compile(r"\b4[:.]?(4[:.]?4|2[:.]?2|2[:.]?0)\b")


def links_of(text: str) -> object:
    """Links between semicolons, in each what sends, the cable and what takes it in, with TMDS/FRL in Gbit/s; after the
    last its HDR kinds, vrr or novrr, 420.

    Raises:
        RefusedError: one can't be read.
    """
    out = []
    for part in filter(None, (piece.strip() for piece in text.split(";"))):
        ends = [_END.fullmatch(one.strip()) for one in part.split(">")]
        if len(ends) != 3 or None in ends:
            raise RefusedError(f"give each link as in {LINK_EG} (got {part[:40]})", value=text)
        named = [_end(one) for one in ends if one is not None]
        name = f"{named[0]['name']} to {named[2]['name']}"
        out.append({"name": name, "out": named[0], "cable": named[1], "in": named[2]})
    if not out:
        raise RefusedError(f"give each link as in {LINK_EG}", value=text)
    return out


def _end(found: re.Match[str]) -> dict[str, object]:
    words = found["more"].lower().split()
    one: dict[str, object] = {
        "name": found["name"].strip(),
        "tmds_gbps": float(found["tmds"]),
        "frl_gbps": float(found["frl"]),
    }
    kinds = [word for word in words if word in ("static", "dynamic")]
    if kinds or "sdr" in words:
        one["hdr"] = kinds
    if "vrr" in words or "novrr" in words:
        one["vrr"] = "novrr" not in words
    if "420" in words:
        one["lists_420"] = True
    strange = [word for word in words if word not in ("static", "dynamic", "sdr", "vrr", "novrr", "420")]
    if strange:
        raise RefusedError(f"“{strange[0][:20]}” is none of static, dynamic, sdr, vrr, novrr, 420", value=strange[0])
    return one


def form_of(text: str) -> dict[str, Any]:
    """A format: `2160p60 10 bit 4:2:0 static`, `3440 x 1440 100 Hz 8 bit`; 4:4:4 of 8 bit where nothing is said.

    Raises:
        RefusedError: it can't be read.
    """
    size = _SIZE.search(text)
    lines = (size["lines"] or "").lower().rstrip("p") if size else ""
    lines = _K.get(lines, lines)
    if size is None or (lines and lines not in LINES):
        raise RefusedError(
            f"give the format as in {FORM_EG}, or 3440 x 1440 100 Hz (got {text.strip()[:30]})", value=text
        )
    pixels = LINES[lines] if lines else (int(size["x"]), int(size["y"]))
    bits, chroma, words = _BITS.search(text), _CHROMA.search(text), text.lower().split()
    return {
        "name": text.strip()[:80],
        "pixels": list(pixels),
        "hz": float(size["rate"] or size["hz"]),
        "bits": int(bits[1]) if bits else 8,
        "chroma": "4" + re.sub(r"\D", "", chroma[1]) if chroma else "444",
        "hdr": next((kind for kind in ("static", "dynamic") if kind in words), "static" if "hdr" in words else "none"),
        "vrr": "vrr" in words,
    }


def unread(text: str) -> str:
    """What of a format's text is none of it."""
    for pattern in (_SIZE, _BITS, _CHROMA, re.compile(r"\bhdr10\+?", re.IGNORECASE)):
        text = pattern.sub(" ", text, count=1)
    return text


def format_of(text: str) -> Format:
    """A format as people write it.

    Raises:
        RefusedError: it can't be read, or no display refreshes so often.
    """
    return _format_of(" ".join(text.split()))


@lru_cache(maxsize=512)
def _format_of(text: str) -> Format:
    one = form_of(text)
    chroma: Chroma = one["chroma"]
    hdr: Hdr = one["hdr"]
    across, down = one["pixels"]
    form = Format((across, down), one["hz"], one["bits"], chroma, hdr, one["vrr"], one["name"])
    if not 1 <= form.hz <= 1000 or form.bits not in (8, 10, 12, 16) or not all(1 <= n <= MOST_PX for n in form.pixels):
        raise RefusedError(f"give the format as in {FORM_EG} (got {text[:30]})", value=text)
    tmds_timing(form)
    return form


def format_name(form: Format) -> str:
    """A format as it is written, the same for equal ones: `2160p60 10 bit 4:2:0 static vrr`."""
    lines = next((text for text, pixels in LINES.items() if pixels == form.pixels), None)
    size = f"{lines}p{form.hz:g}" if lines else f"{form.pixels[0]} x {form.pixels[1]} {form.hz:g} Hz"
    chroma = "" if form.chroma == "444" else f" 4:{form.chroma[1]}:{form.chroma[2]}"
    hdr = "" if form.hdr == "none" else f" {form.hdr}"
    return f"{size} {form.bits} bit{chroma}{hdr}{' vrr' if form.vrr else ''}"


def forms_of(text: str) -> object:
    """Formats between semicolons."""
    return [form_of(one) for one in text.split(";") if one.strip()]
