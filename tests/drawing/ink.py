"""What the writers make of scenes: the SVG of views at the sizes a sheet has them, and what a print's pages are drawn with.

`python -m tests.drawing.ink` writes the table anew. Look at the pictures and a print before you keep it.
"""

from __future__ import annotations

import io
from collections.abc import Iterator
from pathlib import Path

from pypdf import PdfReader

from oval_room.drawing.paper import Titles
from oval_room.drawing.pdf import write_pdf
from oval_room.drawing.scene import LAYERS
from oval_room.drawing.sheet import VIEW_NAMES, draw, scene_of
from tests.drawing.scenes import looks

TABLE = Path(__file__).resolve().parent.parent / "data/ink.txt"
SIZES = {"chapel, cloth": (720.0, 460.0), "side wall, turned and curved": (340.0, 230.0)}
PAPERS = {"chapel, wall TV": ("A4", None), "den": ("A3", 50)}
TITLES = Titles("Chapel flat", "Mara Penhallick", 3, "01.01.2026", "Oval Room", ["STOP: something", "MIND: a bit less"])


def _lines() -> Iterator[str]:
    for name, look in looks():
        if name in SIZES:
            width, height = SIZES[name]
            for view in VIEW_NAMES:
                part = draw(look, view, width, height, LAYERS, prefix="a-")
                if part is not None:
                    yield f"== {name}: {view}, {width:.0f} x {height:.0f}"
                    yield from str(part.svg).replace("><", ">\n<").splitlines()
        if name in PAPERS:
            paper, scale = PAPERS[name]
            scenes = [scene for view in VIEW_NAMES if (scene := scene_of(look, view)) is not None]
            pages = PdfReader(io.BytesIO(write_pdf(scenes, TITLES, paper, scale))).pages
            for scene, page in zip(scenes, pages, strict=True):
                stream = page.get_contents()
                assert stream is not None
                yield f"== {name}: {scene.name} on {paper}"
                yield from stream.get_data().decode("latin-1").split("\n")


def table() -> str:
    return "".join(f"{line.rstrip()}\n" for line in _lines())


if __name__ == "__main__":
    TABLE.write_text(table(), encoding="utf-8")
    print(f"{TABLE.name}: {len(table().splitlines())} lines")
