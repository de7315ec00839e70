"""Photos and notes of the demonstration jobs: drawn here, of nothing and nowhere real."""

from __future__ import annotations

import io
import random
from typing import Final

from PIL import Image, ImageDraw, ImageFilter

from oval_room.formats.job_file import Pinned

SIZE: Final = (960, 720)
BY: Final = ("Wil Harrowgate", "2026-10-05T10:05:00")
PINNED: Final[dict[str, tuple[tuple[str, str, str], ...]]] = {
    # what it is pinned to, what is drawn, the caption
    "Loft cinema": (
        ("w1", "gable", "Gable wall: studs pencilled, pilot at 1398 is timber"),
        ("w6", "slope", "Knee wall and slope on the left; nothing stored behind"),
        ("job", "", "Stair rail must come off for the screen's box: two screws, client agrees"),
    ),
    "Boat-shed den": (
        ("w1", "stove", "Stove and the wall over it, lit for an hour before the heat was read"),
        ("w4", "window", "Seaward window, net only; low sun in winter"),
        ("w5", "", "Wall 5 was read over the chart table, tape in the air: read it again"),
    ),
}


def demo_photos(job: str) -> list[Pinned]:
    """What is pinned to a demonstration job."""
    return [Pinned(about, text, *BY, photo=_drawn(what) if what else None) for about, what, text in PINNED.get(job, ())]


def _drawn(what: str) -> bytes:
    """A dim room drawn like a snapshot: wall, floor, a few things, grain."""
    width, height = SIZE
    image = Image.new("RGB", SIZE, (186, 176, 160))
    draw = ImageDraw.Draw(image)
    for y in range(height):
        shade = 1 - 0.35 * abs(y / height - 0.45)
        draw.line([(0, y), (width, y)], fill=tuple(round(c * shade) for c in (192, 182, 166)))
    draw.polygon([(0, height), (width, height), (width, 560), (0, 560)], fill=(112, 90, 70))
    draw.line([(0, 560), (width, 560)], fill=(70, 56, 44), width=6)
    {"gable": _gable, "slope": _slope, "stove": _stove, "window": _window}[what](draw)
    grain = Image.effect_noise(SIZE, 18).convert("RGB")
    image = Image.blend(image.filter(ImageFilter.GaussianBlur(0.8)), grain, 0.08)
    out = io.BytesIO()
    image.save(out, "JPEG", quality=80)
    return out.getvalue()


def _gable(draw: ImageDraw.ImageDraw) -> None:
    draw.polygon([(0, 0), (330, 0), (0, 300)], fill=(120, 112, 100))
    draw.polygon([(960, 0), (630, 0), (960, 300)], fill=(120, 112, 100))
    for n, x in enumerate(range(140, 900, 92)):
        draw.line([(x, 470), (x, 545)], fill=(60, 60, 66), width=3)
        if n == 3:
            draw.ellipse([x - 5, 500, x + 5, 510], fill=(30, 30, 34))


def _slope(draw: ImageDraw.ImageDraw) -> None:
    draw.polygon([(0, 330), (640, 0), (0, 0)], fill=(206, 200, 188))
    draw.line([(0, 330), (640, 0)], fill=(96, 88, 78), width=5)
    draw.rectangle([60, 400, 330, 556], outline=(96, 88, 78), width=5)


def _stove(draw: ImageDraw.ImageDraw) -> None:
    draw.rectangle([400, 330, 560, 556], fill=(38, 38, 42))
    draw.rectangle([425, 390, 535, 490], fill=(226, 128, 44))
    draw.line([(480, 330), (480, 0)], fill=(44, 44, 48), width=34)


def _window(draw: ImageDraw.ImageDraw) -> None:
    chance = random.Random(7)
    draw.rectangle([240, 110, 720, 430], fill=(224, 232, 236), outline=(240, 240, 236), width=16)
    for y in range(300, 420, 14):
        shade = chance.randint(-14, 14)
        draw.line([(256, y), (704, y)], fill=(150 + shade, 176 + shade, 188 + shade), width=9)
    draw.line([(480, 110), (480, 430)], fill=(240, 240, 236), width=12)
