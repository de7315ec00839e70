"""How sheets print what the figures are read from: conversions in brackets, tolerances, versions for rates.

Each rule is a pattern and what stands for it; they are applied to a piece between commas, in their order. What a
version or a word says less surely than a figure is said so in the item's note.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from functools import partial
from typing import Final

_N: Final = r"[0-9]+(?:[.,][0-9]+)?"
_UNIT: Final = r"(?:mm|cm|m|in|inch(?:es)?|\"|″|'|ft|kg|g|lbs?|pounds?|oz)"
Rule = tuple[re.Pattern[str], str]


def rule(pattern: str, instead: str) -> Rule:
    return re.compile(pattern, re.IGNORECASE), instead


ANY: Final[tuple[Rule, ...]] = (
    rule(r"^([a-z][a-z ]*?)\s*[(\[]\s*([0-9][^()\[\]]*)[)\]]$", r"\1 \2"),  # weight (28 kg): the figure itself
    rule(
        rf"({_N}\s*{_UNIT}?\.?)\s*[(\[]\s*{_N}\s*{_UNIT}?(?:\s*[x×]\s*{_N}\s*{_UNIT}?)*\s*{_UNIT}\.?\s*[)\]]", r"\1"
    ),  # 18.6 kg (41 lb): another unit right behind a figure
    rule(rf"(?<=[0-9a-z\"])\s*(?:±|\+/-|\+-)\s*{_N}\s*{_UNIT}\b", ""),  # 35 lb ± 1 lb
    rule(rf"({_N})\s*(?:lbs?|pounds?)\s*({_N})\s*(?:oz|ounces?)", r"\1 lb \2 oz"),
    rule(r"\bnative(?: resolution)?\s+(?=[0-9])", "pixels "),
    rule(rf"({_N})\s*-\s*({_N}\s*hz)", r"\2"),  # 48-144 Hz: what may be sent is the greater
    rule(r"(?<=[0-9])\s*(?:ansi\s+)?lumens?\b", " lm"),
)
"""What any kind's sheets print."""


def _ports(way: str) -> tuple[Rule, ...]:
    """Ports that are printed with a version: 2.0 and 1.4 say a rate, 2.1 says none."""
    versions = (
        (r"hdmi\s*(?:v|ver\.?)?\s*2\.1[ab]?", "hdmi"),
        (r"hdmi\s*(?:v|ver\.?)?\s*2\.0[ab]?", "hdmi 18G"),
        (r"hdmi\s*(?:v|ver\.?)?\s*1\.4[ab]?", "hdmi 10.2G"),
        (r"(?:displayport|dp)\s*1\.4a?", "displayport HBR3"),
        (r"(?:displayport|dp)\s*1\.2a?", "displayport HBR2"),
        (r"(?:displayport|dp)\s*2\.[01]", "displayport"),
    )
    told = tuple(
        rule(rf"^(?:([0-9]+)\s*(?:x\s*)?)?{printed}(?:\s*[x×]\s*([0-9]+))?$", rf"\1\2 {way} {port}")
        for printed, port in versions
    )
    plain = rule(r"^([0-9]+)\s*(?:x\s*)?hdmi(?:\s+(?:inputs?|ports?))?$|^hdmi\s*[x×]\s*([0-9]+)$", rf"\1\2 {way} hdmi")
    return (*told, plain)


PORTS_IN: Final = _ports("in")
PORTS_OUT: Final = _ports("out")
DISPLAY: Final[tuple[Rule, ...]] = (
    *PORTS_IN,
    rule(rf"\b({_N}\s*w)(?:atts?)?\s*\(?(?:typ(?:ical)?|avg|average)\.?\)?", r"\1"),
    rule(
        r"^(?:upper (?:hole )?row|upper holes?|upper bolts|bolts)\s+(.+?)\s+(?:below|under|from)\s+(?:the\s+)?top.*$",
        r"bolts \1",
    ),
    rule(
        r"^((?:75|100|200|300|400|500|600|700|800)\s*[x×]\s*(?:75|100|200|300|400|500|600|700|800))(?:\s*mm)?$",
        r"vesa \1",
    ),
)
"""What the sheets of TVs and monitors print."""
HANGS: Final[tuple[Rule, ...]] = (
    rule(r"^(swivel|pan|turns?)\s*(?:±|\+/-)\s*", r"\1 "),
    rule(rf"^({_N}\s*(?:mm|cm|in|\"|″)?\s*(?:-|–|to)\s*{_N}\s*(?:mm|cm|in|\"|″))$", r"profile \1"),
    rule(rf"^tilt\s*\+\s*({_N})\s*°?\s*/\s*-\s*({_N}).*$", r"tilt -\1-\2"),
)
"""What the sheets of mounts and arms print: a depth folded and out; a tilt up and down, the bow to the floor least."""
THROWS: Final[tuple[Rule, ...]] = (
    rule(r"^(?:v|vert(?:ical)?)\.?\s+(?:lens\s+)?shift\s*:?\s*", "shift v "),
    rule(r"^(?:h|horiz(?:ontal)?)\.?\s+(?:lens\s+)?shift\s*:?\s*", "shift h "),
    rule(rf"^±\s*({_N})\s*%?$", r"shift \1%"),
    rule(r"^throw\s+ratio\s*:?\s*", "throw "),
)
"""What the sheets of projectors print."""
CLOTHS: Final[tuple[Rule, ...]] = (
    rule(r"\bacoustic(?:ally)?[- ]?transparent\b|\bat (?:cloth|fabric)\b|\bsound(?: |-)?transparent\b", "woven"),
    rule(r"^(?:electric|motori[sz]ed|pull[- ]?down electric)$", "drop-down"),
    rule(rf"^({_N}\s*[x×]\s*{_N})(?:\s*mm)?$", r"size \1"),
)
"""What the sheets of screens print."""
BOXES: Final[tuple[Rule, ...]] = (
    rule(
        r"^([0-9]+)\s*(?:x\s*)?hdmi\s*(?:in(?:puts?)?)\s*[/+&]?\s*([0-9]+)\s*(?:x\s*)?(?:hdmi\s*)?out(?:puts?)?$",
        r"\1 in hdmi + \2 out hdmi",
    ),
    rule(r"^hdmi\s*:?\s*([0-9]+)\s*in(?:puts?)?\s*[/+&,]?\s*([0-9]+)\s*out(?:puts?)?$", r"\1 in hdmi + \2 out hdmi"),
    rule(r"^([0-9]+)\s*(?:x\s*)?hdmi\s*in(?:puts?)?$", r"\1 in hdmi"),
    rule(r"^([0-9]+)\s*(?:x\s*)?hdmi\s*out(?:puts?)?$", r"\1 out hdmi"),
)
"""What the sheets of receivers, switches and players print."""
NO_RATE: Final = re.compile(r"\bhdmi\s*(?:v|ver\.?)?\s*2\.1|(?:displayport|dp)\s*2\.[01]", re.IGNORECASE)
"""A version that says no rate: what carries it may pass 24G as well as 48G."""


def as_figures(piece: str, rules: Sequence[Rule]) -> str:
    """A piece of a line as the figures are read."""
    for pattern, instead in (*ANY, *rules):
        piece = pattern.sub(partial(_filled, instead), piece)
    return re.sub(r"\s+", " ", piece).strip()


def _filled(instead: str, found: re.Match[str]) -> str:
    return re.sub(r"\\([0-9])", lambda n: found[int(n[1])] or "", instead)
