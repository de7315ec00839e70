"""Ports as people read them off a box: `4 in hdmi 18G + 2 in hdmi 48G vrr ships 18G set enhanced + out hdmi 48G earc`
(rules 10.5)."""

from __future__ import annotations

import re
from typing import Any, Final, get_args

from oval_room.core.errors import RefusedError
from oval_room.core.gear.field import GearField, Read
from oval_room.core.plan.gear import PortFeature, PortGroup, PortKind
from oval_room.core.sent_format import DP
from oval_room.core.signal.rates import RATES

EXAMPLE: Final = "4 in hdmi 18G + 2 in hdmi 48G vrr ships 18G set enhanced + out hdmi 48G earc + out optical"
KINDS: Final = get_args(PortKind)
FEATURES: Final = get_args(PortFeature)
KIND_WORDS: Final = {"dp": "displayport", "network": "data", "lan": "data", "cat": "data", "toslink": "optical"}
SDI_WORDS: Final = {1.5: 1.485, 3.0: 2.97, 6.0: 5.94, 12.0: 11.88}
"""Rates of SDI as they are printed."""
MOST_PORTS: Final = 256


def _rate(kind: str, text: str) -> float:
    """A rate as printed, 48G, HBR3, 3G; one of the kind's own.

    Raises:
        RefusedError: the kind has no such rate.
    """
    known = RATES.get(kind, ())
    value = DP.get(text.upper().replace("UHBR", "UHBR").strip())
    if value is None:
        plain = re.fullmatch(r"(\d+(?:\.\d+)?)\s*g(?:bit/s|bps|b)?", text.strip(), re.IGNORECASE)
        value = float(plain[1]) if plain else -1.0
        value = SDI_WORDS.get(value, value) if kind == "sdi" else value
    near = [one for one in known if abs(one - value) < 1e-6]
    if not near:
        told = ", ".join(DP if kind == "displayport" else (f"{one:g}G" for one in known)) or "no rate"
        raise RefusedError(f"{kind} has {told} (got {text[:20]})", value=text)
    return near[0]


def _rate_shown(kind: str, value: float) -> str:
    if kind == "displayport":
        return next(name for name, one in DP.items() if abs(one - value) < 1e-6)
    if kind == "sdi":
        value = next(printed for printed, one in SDI_WORDS.items() if abs(one - value) < 1e-6)
    return f"{value:g}G"


_RATE: Final = r"(?:\d+(?:\.\d+)?\s*g(?:bit/s|bps|b)?|u?hbr[\d.]+)"


def port_group(text: str) -> PortGroup:
    """One group of ports alike.

    Raises:
        RefusedError: it can't be read; says what to type.
    """
    plain, values = " ".join(text.lower().split()), dict[str, Any]()
    told = f"give ports as in {EXAMPLE} (got {plain[:40]})"
    for key, pattern in (
        ("mode", r"\bset ([\w .-]+?)(?=$| firmware\b)"),
        ("firmware", r"\bfirmware ([\w.]+)"),
        ("ships", rf"\bships (?:at )?({_RATE})"),
    ):
        if found := re.search(pattern, plain):
            values[key] = found[1].strip()
            plain = f"{plain[: found.start()]} {plain[found.end() :]}"
    if found := re.match(r"\s*(\d+)\s*(?:x\s*)?(?=[a-z])", plain):
        values["count"] = int(found[1])
        plain = plain[found.end() :]
    if rate := re.search(rf"(?<![\w.]){_RATE}(?![\w])", plain):
        plain = f"{plain[: rate.start()]} {plain[rate.end() :]}"
    words = [KIND_WORDS.get(word, word) for word in re.sub(r"\b(in|out)puts?\b", r"\1", plain).split()]
    ways = [word for word in words if word in ("in", "out")]
    kinds = [word for word in words if word in KINDS]
    strange = [word for word in words if word not in ("in", "out", *KINDS, *FEATURES)]
    if len(ways) != 1 or len(kinds) > 1 or strange:
        raise RefusedError(f"“{strange[0][:20]}” is nothing of a port: {told}" if strange else told, value=text)
    kind = kinds[0] if kinds else "hdmi"
    if rate:
        values["gbps"] = _rate(kind, rate[0])
    if "ships" in values:
        values["ships"] = _rate(kind, values["ships"])
        if "gbps" in values and values["ships"] >= values["gbps"]:
            raise RefusedError("it ships at a rate under its top one: give 48G ships 18G", value=text)
    features = tuple(word for word in dict.fromkeys(words) if word in FEATURES)
    if not 1 <= values.get("count", 1) <= 64:
        raise RefusedError("a box has 1 to 64 ports of a kind", value=text)
    return PortGroup(way=ways[0], kind=kind, features=features, **values)


def port_groups(text: str) -> tuple[PortGroup, ...]:
    """All ports of a box, with + between the kinds of them.

    Raises:
        RefusedError: one can't be read, or there are too many.
    """
    apart = re.sub(r"(?<=\w)\s+(?=\d+\s*(?:x\s*)?(?:in|out)(?:puts?)?\b)", " + ", text.strip(), flags=re.IGNORECASE)
    groups = tuple(port_group(piece) for piece in re.split(r"\s*\+\s*", apart) if piece)
    if not groups or sum(group.count for group in groups) > MOST_PORTS or len(groups) > 24:
        raise RefusedError(f"give 1 to {MOST_PORTS} ports, as in {EXAMPLE}", value=text)
    return groups


def group_shown(group: PortGroup) -> str:
    """A group as it is typed."""
    parts = [str(group.count)] if group.count > 1 else []
    parts += [group.way, group.kind]
    parts += [_rate_shown(group.kind, group.gbps)] if group.gbps is not None else []
    parts += group.features
    parts += ["ships", _rate_shown(group.kind, group.ships)] if group.ships is not None else []
    parts += ["firmware", group.firmware] if group.firmware else []
    parts += ["set", group.mode] if group.mode else []
    return " ".join(parts)


_COUNT: Final = r"(?:\d+\s*(?:x\s*)?)?"
_WAY: Final = rf"{_COUNT}(?:in|out)(?:puts?)?"
_NAMED: Final = rf"{_WAY}\s+(?:{'|'.join((*KINDS, *KIND_WORDS))})\b.*"
OF_A_BOX: Final = re.compile(rf"{_NAMED}|{_WAY}(?:\s+{_WAY})*", re.IGNORECASE)
"""Ports of what has little else: `7 in` may go without their kind; elsewhere 40 in are inches."""
PORTS: Final = GearField(
    "ports",
    "inputs and outputs with their rates (48G, 18G, HBR3, 3G) and what they pass",
    "what it can be sent and pass on",
    EXAMPLE,
    lambda text: Read({"ports": port_groups(text)}),
    lambda item: " + ".join(map(group_shown, item.ports)) if item.ports else "",
    re.compile(_NAMED, re.IGNORECASE),
    joint=" + ",
)
PORTS_ASKED: Final = (
    re.compile(r"[0-9]*\s*(?:x\s*)?(?:hdmi|displayport|dp|sdi)\b.*", re.IGNORECASE),
    "“{0}”: say ports in or out with their rate, as in 3 in hdmi 48G + in displayport HBR3",
)
"""What is asked of ports that are printed without their way."""
