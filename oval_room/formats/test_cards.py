"""Test cards of walls of displays, as PNG in grey (rules 9.5): one for a whole canvas, one for every display, one for
every controller as its source must draw it.

A card is drawn in the canvas's own pixels: lines each 100 px, numbered each 500, the canvas's diagonals and a circle
that go on from display to display, and inside each display its number, its output and an arrow to the top of the wall.
A display's card is that part of the canvas's, at the display's own pixels, turned as the display hangs.
"""

from __future__ import annotations

import io
import math
from collections.abc import Callable, Mapping, Sequence
from functools import lru_cache
from pathlib import Path
from typing import Final

from PIL import Image, ImageDraw, ImageFont

import oval_room.drawing
from oval_room.core.array.canvas import Crop
from oval_room.core.array.layout import Layout
from oval_room.core.array.mapping import Mapped, WallMap
from oval_room.core.errors import RefusedError
from oval_room.formats.heavy import check_card, one_at_a_time

MOST_PIXELS: Final = 16_000_000
"""Of one card: a larger canvas is drawn at half, a third … of its pixels."""
MOST_CANVAS: Final = 400_000_000
"""Of all displays of a canvas together."""
STEP: Final = 100
NUMBERED: Final = 500
BLACK, FINE, GREY, WHITE = 0, 56, 120, 255
_TURNS: Final = {
    90: Image.Transpose.ROTATE_90,
    180: Image.Transpose.ROTATE_180,
    270: Image.Transpose.ROTATE_270,
}  # counter-clockwise, as a display turned clockwise wants it
_FACE: Final = Path(oval_room.drawing.__file__).parent / "faces/barlow-semi-condensed-600.ttf"


@lru_cache(maxsize=16)
def _font(size: int) -> ImageFont.FreeTypeFont:
    return ImageFont.truetype(str(_FACE), size)


def _draw(wall: WallMap, outputs: Mapping[str, str], part: Crop) -> Image.Image:
    """A part of a canvas's card, at the canvas's pixels."""
    image = Image.new("L", (max(part.width, 1), max(part.height, 1)), BLACK)
    draw, (wide, high) = ImageDraw.Draw(image), wall.size
    x0, y0 = part.left, part.top
    for x in range(0, wide, STEP):
        if x0 <= x < x0 + part.width:
            draw.line((x - x0, -y0, x - x0, high - 1 - y0), GREY if x % NUMBERED == 0 else FINE)
    for y in range(0, high, STEP):
        if y0 <= y < y0 + part.height:
            draw.line((-x0, y - y0, wide - 1 - x0, y - y0), GREY if y % NUMBERED == 0 else FINE)
    draw.line((-x0, -y0, wide - 1 - x0, high - 1 - y0), GREY)
    draw.line((wide - 1 - x0, -y0, -x0, high - 1 - y0), GREY)
    radius = math.floor(min(wide, high) * 0.45)
    u, v = wide // 2 - x0, high // 2 - y0
    draw.ellipse((u - radius, v - radius, u + radius, v + radius), outline=WHITE, width=3)
    for x in range(0, wide, NUMBERED):
        for y in range(0, high, NUMBERED):
            if -400 < x - x0 < part.width and -60 < y - y0 < part.height:
                draw.text((x - x0 + 4, y - y0 + 2), f"{x}, {y}", GREY, _font(20))
    for one in wall.displays:
        crop = one.crop
        beside = crop.left >= x0 + part.width or x0 >= crop.left + crop.width
        if not beside and crop.top < y0 + part.height and y0 < crop.top + crop.height:
            _mark(draw, one, outputs.get(one.display.key, ""), (crop.left - x0, crop.top - y0))
    return image


def _mark(draw: ImageDraw.ImageDraw, one: Mapped, output: str, at: tuple[int, int]) -> None:
    """A display's outermost pixels, number, output, and an arrow to the top of the wall."""
    (x, y), wide, high = at, one.crop.width, one.crop.height
    draw.rectangle((x, y, x + wide - 1, y + high - 1), outline=WHITE)
    size = max(min(wide, high) // 4, 8)
    number = str(one.display.number)
    left, top, right, bottom = (round(edge) for edge in _font(size).getbbox(number))
    u, v = x + (wide - right + left) // 2 - left, y + (high - bottom + top) // 2 - top
    draw.text((u, v), number, WHITE, _font(size))
    small = max(size // 4, 6)
    draw.text((x + small, y + high - 2 * small), output, WHITE, _font(small))
    arrow = size // 3
    middle = x + wide // 2
    draw.polygon(
        ((middle, y + small), (middle - arrow // 2, y + small + arrow), (middle + arrow // 2, y + small + arrow)),
        outline=WHITE,
    )


def _scaled(image: Image.Image, size: tuple[int, int]) -> Image.Image:
    return image if image.size == size else image.resize(size, Image.Resampling.NEAREST)


def shrunk(size: tuple[int, int]) -> int:
    """The canvas's pixels in one of its card: 1 where it is drawn whole."""
    return max(1, math.ceil(math.sqrt(size[0] * size[1] / MOST_PIXELS)))


def canvas_card(wall: WallMap, outputs: Mapping[str, str]) -> Image.Image:
    """The whole canvas; what no display shows is dark. outputs: where each display is plugged in, in words.

    Raises:
        RefusedError: it is absurdly large, or one of its displays is.
    """
    if sum(one.crop.width * one.crop.height for one in wall.displays) > MOST_CANVAS:
        raise RefusedError(
            f"the canvas has {wall.size[0]} × {wall.size[1]} pixels, too many for a card; make cards of its displays"
        )
    share = shrunk(wall.size)
    if share == 1:
        whole, shown = _draw(wall, outputs, Crop(0, 0, *wall.size)), Image.new("L", wall.size, BLACK)
        for one in wall.displays:
            box = (one.crop.left, one.crop.top, one.crop.left + one.crop.width, one.crop.top + one.crop.height)
            shown.paste(whole.crop(box), box[:2])
        return shown
    small = Image.new("L", (math.ceil(wall.size[0] / share), math.ceil(wall.size[1] / share)), BLACK)
    for one in wall.displays:
        check_card(f"display {one.display.number}", (one.crop.width, one.crop.height))
        drawn = _draw(wall, outputs, one.crop)
        at = one.crop.left // share, one.crop.top // share
        small.paste(_scaled(drawn, (max(one.crop.width // share, 1), max(one.crop.height // share, 1))), at)
    return small


def display_card(wall: WallMap, one: Mapped, outputs: Mapping[str, str]) -> Image.Image:
    """What one display is sent: its part of the canvas's card, at its own pixels, turned as it hangs.

    Raises:
        RefusedError: it has more pixels than a card.
    """
    for size in (one.display.shown, (one.crop.width, one.crop.height)):
        check_card(f"display {one.display.number}", size)
    image = _scaled(_draw(wall, outputs, one.crop), one.display.shown)
    return image if one.display.turned == 0 else image.transpose(_TURNS[one.display.turned])


def controller_card(
    layout: Layout, pixels: tuple[int, int], on_it: Sequence[tuple[WallMap, Mapped]], outputs: Mapping[str, str]
) -> Image.Image:
    """The picture that a controller's source draws. on_it: what hangs on each cell's output, in their order.

    Raises:
        RefusedError: it has more pixels than a card, or a display on it has.
    """
    check_card("its source", pixels)
    for _, one in on_it:
        check_card(f"display {one.display.number}", (one.crop.width, one.crop.height))
    image = Image.new("L", pixels, BLACK)
    for cell, (wall, one) in zip(layout.cells, on_it, strict=True):
        if layout.as_it_hangs:
            drawn = _draw(wall, outputs, one.crop)
        else:
            drawn = display_card(wall, one, outputs)
        image.paste(_scaled(drawn, (max(cell.width, 1), max(cell.height, 1))), (cell.left, cell.top))
    return image


def png(make: Callable[[], Image.Image]) -> bytes:
    """A card as PNG, made when it is its turn.

    Raises:
        RefusedError: as its maker says, or others take too long.
    """
    out = io.BytesIO()
    with one_at_a_time():
        make().save(out, "PNG", compress_level=1)
    return out.getvalue()
