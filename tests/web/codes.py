"""QR codes of a PDF's page, read as a camera reads them: its small black squares drawn on a white sheet."""

from __future__ import annotations

import io
import warnings

import zxingcpp
from PIL import Image, ImageDraw

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    from pypdf import PdfReader

SCALE = 6
"""Dots a point."""


def codes_of(content: bytes, page: int = 0) -> list[str]:
    """What every code on a page says."""
    sheet = PdfReader(io.BytesIO(content)).pages[page]
    fills = sheet.get_contents()
    assert fills is not None
    wide, high = (round(float(side) * SCALE) for side in (sheet.mediabox.width, sheet.mediabox.height))
    seen = Image.new("L", (wide, high), 255)
    draw, drawn = ImageDraw.Draw(seen), list[tuple[float, ...]]()
    for operands, operator in fills.operations:
        if operator == b"re":
            drawn.append(tuple(float(one) for one in operands))
        elif operator in (b"f", b"f*", b"S", b"n"):
            for x, y, w, h in drawn if operator.startswith(b"f") else ():
                if w < 200 and h < 8:
                    left, up, right, down = (round(SCALE * one) for one in (x, y + h, x + w, y))
                    draw.rectangle((left, high - up, right - 1, high - down - 1), fill=0)
            drawn.clear()
    return [str(found.text) for found in zxingcpp.read_barcodes(seen)]


def code_of(content: bytes) -> str:
    """What the one code on the first page says."""
    (found,) = codes_of(content)
    return found
