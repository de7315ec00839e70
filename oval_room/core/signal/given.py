"""What the sums of signals are given, read from JSON and from text: pixels, links, formats, ports, dumps."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from typing import Any, Final

from oval_room.core.errors import RefusedError
from oval_room.core.sent_format import CHROMAS, Format
from oval_room.core.signal.path import End, Link
from oval_room.core.signal.ports import Want
from oval_room.core.sums.given import items_of
from oval_room.core.sums.numbers import read_pixels
from oval_room.core.units import Unit

MOST_PORTS: Final = 64
MOST_LINKS: Final = 24
MOST_HEX: Final = 128 * 256 * 2


def _rate_of(raw: Mapping[str, object], key: str, where: str) -> float:
    value = raw.get(key, 0)
    if isinstance(value, bool) or not isinstance(value, (int, float)) or not 0 <= value <= 1000:
        raise RefusedError("give a rate in Gbit/s, 0 to 1000", field=f"{where}.{key}", value=value)
    return float(value)


def _known(raw: object, keys: tuple[str, ...], where: str) -> dict[str, Any]:
    if not isinstance(raw, Mapping):
        raise RefusedError(f"give {', '.join(keys)}", field=where, value=raw)
    for key in raw:
        if key not in keys:
            raise RefusedError(f"“{str(key)[:30]}” is none of {', '.join(keys)}", field=where, value=key)
    return dict(raw)


def _named(raw: Mapping[str, object], where: str) -> str:
    name = raw.get("name")
    if not isinstance(name, str) or not name.strip() or len(name) > 80:
        raise RefusedError("give it a name", field=f"{where}.name", value=name)
    return name


def _end(raw: object, where: str) -> End:
    one = _known(raw, ("name", "tmds_gbps", "frl_gbps", "hdr", "vrr", "lists_420"), where)
    hdr, vrr = one.get("hdr"), one.get("vrr")
    if hdr is not None and not (isinstance(hdr, list) and all(isinstance(kind, str) for kind in hdr)):
        raise RefusedError("give the kinds it lists: static, dynamic", field=f"{where}.hdr", value=hdr)
    tmds, frl = (_rate_of(one, key, where) for key in ("tmds_gbps", "frl_gbps"))
    kinds = None if hdr is None else tuple(hdr)
    listed = None if vrr is None else bool(vrr)
    return End(_named(one, where), tmds, frl, kinds, listed, bool(one.get("lists_420", False)))


def read_links(raw: object, unit: Unit) -> tuple[Link, ...]:
    out = []
    for n, item in enumerate(items_of(raw, "links")):
        where = f"links[{n}]"
        one = _known(item, ("name", "out", "cable", "in"), where)
        sent, cable, taken = (_end(one.get(key), f"{where}.{key}") for key in ("out", "cable", "in"))
        out.append(Link(_named(one, where), sent, cable, taken))
    if len(out) > MOST_LINKS:
        raise RefusedError(f"a path has at most {MOST_LINKS} links", field="links", value=len(out))
    return tuple(out)


def read_form(raw: object, unit: Unit, where: str = "format") -> Format:
    one = _known(raw, ("name", "pixels", "hz", "bits", "chroma", "hdr", "vrr"), where)
    hz, bits, chroma, hdr = one.get("hz"), one.get("bits"), one.get("chroma", "444"), one.get("hdr", "none")
    if isinstance(hz, bool) or not isinstance(hz, (int, float)) or not 1 <= hz <= 1000:
        raise RefusedError("give frames a second, 1 to 1000", field=f"{where}.hz", value=hz)
    if bits not in (8, 10, 12, 16):
        raise RefusedError("give 8, 10, 12 or 16 bits", field=f"{where}.bits", value=bits)
    if chroma not in CHROMAS:
        raise RefusedError("give 444, 422 or 420", field=f"{where}.chroma", value=chroma)
    if hdr not in ("none", "static", "dynamic"):
        raise RefusedError("give none, static or dynamic", field=f"{where}.hdr", value=hdr)
    pixels = read_pixels(one.get("pixels"), unit)
    return Format(pixels, float(hz), int(bits), chroma, hdr, bool(one.get("vrr", False)), _named(one, where))


def read_forms(raw: object, unit: Unit) -> tuple[Format, ...]:
    return tuple(read_form(one, unit, f"candidates[{n}]") for n, one in enumerate(items_of(raw, "candidates")))


def read_wants(what: str) -> Callable[[object, Unit], dict[str, Want]]:
    def read(raw: object, unit: Unit) -> dict[str, Want]:
        if not isinstance(raw, Mapping) or not 1 <= len(raw) <= MOST_PORTS:
            raise RefusedError(f"give 1 to {MOST_PORTS} {what} by name, each with gbps and features", value=raw)
        out = {}
        for name, item in raw.items():
            one = _known(item, ("gbps", "features"), f"{what}.{name}")
            features = one.get("features", [])
            if not isinstance(features, list) or not all(isinstance(word, str) for word in features):
                raise RefusedError("give features as words", field=f"{what}.{name}", value=features)
            out[str(name)[:80]] = Want(_rate_of(one, "gbps", f"{what}.{name}"), frozenset(features))
        return out

    return read


def wants_text(text: str) -> object:
    """`games box 40 vrr; disc player 18`: name, rate, features."""
    out: dict[str, object] = {}
    for part in filter(None, (piece.strip() for piece in text.split(";"))):
        found = re.fullmatch(r"(.+?)\s+(\d+(?:\.\d+)?)((?:\s+[a-z][\w-]*)*)", part, re.IGNORECASE)
        if not found:
            raise RefusedError(f"give name, Gbit/s and features, as in games box 40 vrr (got {part[:30]})", value=text)
        out[found[1]] = {"gbps": float(found[2]), "features": found[3].lower().split()}
    return out


def read_fixed(raw: object, unit: Unit) -> dict[str, str]:
    if not isinstance(raw, Mapping) or not all(isinstance(one, str) for one in raw.values()):
        raise RefusedError("give the port of each fixed source by its name", field="fixed", value=raw)
    return {str(name): str(port) for name, port in raw.items()}


def fixed_text(text: str) -> object:
    pairs = [part.split("=", 1) for part in text.split(";") if "=" in part]
    return {source.strip(): port.strip() for source, port in pairs}


def read_hex(raw: object, unit: Unit) -> bytes:
    text = re.sub(r"[\s,:]|0x", "", raw) if isinstance(raw, str) else ""
    if not text or len(text) > MOST_HEX or len(text) % 2 or not re.fullmatch(r"[0-9a-fA-F]+", text):
        raise RefusedError("give the dump as pairs of hex digits, 128 bytes or more", field="hex", value=raw)
    return bytes.fromhex(text)
