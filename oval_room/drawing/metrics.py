"""How wide lettering is, so that labels can be laid out on the server.

Widths are those of the drawing's face (Barlow Semi Condensed 500), measured in a browser, in hundredths of its size.
"""

from __future__ import annotations

import re
from functools import lru_cache
from typing import Final, NamedTuple

_GROUPS: Final = {
    14: "'",
    17: "|",
    20: " `",
    21: "l·",
    23: "ij,",
    24: ".I",
    26: ";",
    27: "()",
    29: '!":',
    31: "1{}",
    32: "t",
    33: "f",
    34: "r″",
    35: "[]",
    36: "-",
    37: "°",
    38: "*",
    39: "/",
    40: "×",
    41: "z",
    42: "–",
    43: "7y^",
    44: "sv_?",
    45: "′x",
    46: "9",
    47: "356+<=>ack±−",
    48: "28Zegu",
    49: "$Fbdhno~L",
    50: "4pqπρ",
    51: "0EJSTY",
    53: "ACGRVX",
    54: "BDKO",
    56: "HU",
    59: "N",
    62: "&M",
    66: "w",
    74: "m½",
    75: "¼⅛⅜⅝⅞",
    76: "W",
    79: "@",
    81: "%",
    83: "¾",
    100: "→",
}
_WIDTHS: Final = {"\u200a": 6} | {char: width for width, chars in _GROUPS.items() for char in chars}
FRACTION: Final = re.compile(r"(?<![0-9/.])([0-9]{1,2})/([0-9]{1,2})(?![0-9/])")
HAIR: Final = "\u200a"  # a prime brings its own room: no full blank after it
SMALL: Final = 0.68  # size of a fraction's figures


class Piece(NamedTuple):
    """A stretch of text: plain, or above or under a fraction's stroke."""

    text: str
    role: str


def pieces(text: str) -> list[Piece]:
    """Text split at its fractions, with real primes."""
    out: list[Piece] = []
    at = 0
    for found in FRACTION.finditer(text):
        lead = text[at : found.start()]
        out.append(Piece(primes(lead[:-1] if lead.endswith(" ") else lead), "plain"))
        out += [Piece(found[1], "over"), Piece("⁄", "stroke"), Piece(found[2], "under")]
        at = found.end()
    out.append(Piece(primes(text[at:]), "plain"))
    return [piece for piece in out if piece.text]


def primes(text: str) -> str:
    """Foot and inch marks after a figure as primes; the apostrophe of seat 1's stays one."""
    marked = re.sub(r"(?<=[0-9])'(?![a-z])", "′", re.sub(r'(?<=[0-9 ])"|^"', "″", text))
    return marked.replace("′ ", f"′{HAIR}")


@lru_cache(8192)
def text_width(text: str, size: float) -> float:
    """Width of a label [px] at a size [px], a little on the wide side."""
    total = 0.0
    for piece in pieces(text):
        share = SMALL if piece.role in ("over", "under") else 1.0
        total += sum(_WIDTHS.get(char, 55) for char in piece.text) * share
    return total * size / 100 + 1
