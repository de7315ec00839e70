"""What the writers make of scenes: the SVG of views at the sizes a sheet has them, and what a print's pages are drawn with.

`python -m tests.drawing.ink` writes the table anew. Look at the pictures and a print before you keep it.
"""

from __future__ import annotations

import hashlib
import io
from collections.abc import Iterator
from pathlib import Path

from pypdf import PdfReader

from oval_room.drawing.paper import Titles
from oval_room.drawing.parts import VIEW_NAMES
from oval_room.drawing.pdf import write_pdf
from oval_room.drawing.scene import LAYERS
from oval_room.drawing.sheet import draw, scene_of
from tests.drawing.scenes import looks

TABLE = Path(__file__).resolve().parent.parent / "data/ink.txt"
SIZES = ((720.0, 460.0), (340.0, 230.0))
IN_FULL = ("chapel, cloth", "side wall, turned and curved")
PAPERS: tuple[tuple[str, int | None], ...] = (("A4", None), ("A3", 50), ("Letter", None), ("A3", None))
TITLES = Titles("Chapel flat", "Mara Penhallick", 3, "01.01.2026", "Oval Room", ["STOP: something", "MIND: a bit less"])


def _lines() -> Iterator[str]:
    """Every view in two sizes; two plans' in full, of the others the sum of what was written."""
    for n, (name, look) in enumerate(looks()):
        for view in VIEW_NAMES:
            for width, height in SIZES:
                part = draw(look, view, width, height, LAYERS, prefix="a-")
                if part is None:
                    continue
                lines = str(part.svg).replace("><", ">\n<").splitlines()
                full = name in IN_FULL and width == SIZES[IN_FULL.index(name)][0]
                yield from _told(f"{name}: {view}, {width:.0f} x {height:.0f}", lines, full=full)
        paper, scale = PAPERS[n % len(PAPERS)]
        scenes = [scene for view in VIEW_NAMES if (scene := scene_of(look, view)) is not None]
        pages = PdfReader(io.BytesIO(write_pdf(scenes, TITLES, paper, scale))).pages
        for scene, page in zip(scenes, pages, strict=True):
            stream = page.get_contents()
            assert stream is not None
            lines = stream.get_data().decode("latin-1").split("\n")
            yield from _told(f"{name}: {scene.name} on {paper}", lines, full=n == 1)


def _told(title: str, lines: list[str], *, full: bool) -> Iterator[str]:
    content = "\n".join(line.rstrip() for line in lines)
    yield f"== {title}, {len(lines)} lines, {hashlib.sha256(content.encode()).hexdigest()[:12]}"
    if full:
        yield from lines


def table() -> str:
    return "".join(f"{line.rstrip()}\n" for line in _lines())


if __name__ == "__main__":
    TABLE.write_text(table(), encoding="utf-8")
    print(f"{TABLE.name}: {len(table().splitlines())} lines")
