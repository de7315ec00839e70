"""What a display's EDID says, as the limits of the ports it comes from (rules 10.10)."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.signal.document import Listed
from oval_room.core.signal.edid import BadBlockError, Edid, read_edid
from oval_room.core.signal.port import FEATURES, Port
from oval_room.core.signal.rates import RATES, TMDS_TOP

MHZ_10G: Final = 340
"""The TMDS clock of a 10.2G port [MHz]; one that says more is an 18G one."""


def read_dump(data: bytes) -> Edid:
    """An EDID, or words that say which block is wrong.

    Raises:
        RefusedError: it is loaded in no part.
    """
    try:
        return read_edid(data)
    except BadBlockError as bad:
        if bad.block is None:
            whole = 128 * (1 + data[126]) if len(data) >= 128 else 128
            told = (
                f"this EDID says that it has {whole} bytes; {len(data):,} came: nothing was loaded, read it out again"
            )
        else:
            told = f"block {bad.block} of it {bad.why}: nothing was loaded; read it out again"
        raise RefusedError(told, field="edid") from bad


@lru_cache(maxsize=128)
def edid_of(text: str) -> Edid:
    """An EDID kept as hex."""
    return read_dump(bytes.fromhex(text))


def rate_of(edid: Edid) -> float:
    """The rate of the port that an EDID was read from [Gbit/s]."""
    if edid.frl:
        return min((rate for rate in RATES["hdmi"] if rate >= edid.frl), default=48.0) if edid.frl > 18 else TMDS_TOP
    return 10.2 if (edid.tmds or MHZ_10G) <= MHZ_10G else TMDS_TOP


def features_of(edid: Edid) -> tuple[str, ...]:
    """What an EDID lists, as a port's features."""
    out = ["static"] if {"PQ", "HLG"} & set(edid.hdr) else ["sdr"]
    out += ["vrr"] if edid.vrr else []
    out += ["allm"] if edid.low_lag else []
    out += ["420"] if edid.also_420 or edid.only_420 else []
    return tuple(out)


def as_read(port: Port, listed: Listed) -> Port:
    """An HDMI input of a display as its EDID has it; ARC and its like stay as they are known (rules 10.10).

    What was read before a full-rate setting was put on says nothing of the rate that the setting gives.
    """
    edid = edid_of(listed.edid)
    rate = rate_of(edid)
    kept = tuple(one for one in port.features if one in UNLISTED)
    now = port.gbps if port.on and not listed.on else rate
    top = max(port.top, rate) if port.slow or port.on else rate
    after = replace(port, gbps=now, top=top, features=(*features_of(edid), *kept), read=listed.by or "its EDID")
    return replace(after, differs=tuple(differences(port, after)))


UNLISTED: Final = ("dynamic", "arc", "earc", "cec")
"""What is not read out of an EDID here."""


def differences(was: Port, now: Port) -> list[str]:
    """What an input does otherwise than it did, in words: its rate first, what it lists more and no more."""
    out = [] if was.gbps == now.gbps else [f"{now.gbps:g} Gbit/s, not {was.gbps:g}"]
    more = [FEATURES[one] for one in now.features if one not in was.features]
    less = [FEATURES[one] for one in was.features if one not in now.features]
    sdr = FEATURES["sdr"]
    return out + [f"{one} as well" for one in more if one != sdr] + [f"no {one}" for one in less if one != sdr]
