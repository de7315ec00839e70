"""Writes a scene as DXF in millimetres, one DXF layer for each of the drawing's, with real dimensions."""

from __future__ import annotations

import io
import re
from typing import Final

from ezdxf.document import Drawing
from ezdxf.enums import TextEntityAlignment
from ezdxf.filemanagement import new as new_drawing

from oval_room.drawing.scene import LAYERS, Dim, Ellipse, Label, Mark, Path, Scene

LAYER_NAMES: Final = {layer: f"OVAL-{layer.upper()}" for layer in LAYERS} | {"fixings": "OVAL-FIXING"}
"""Names of layers in a file; those of fixings as files have always had it."""
LETTERS: Final = 60.0  # height of lettering [mm]
_SIDES: Final = {
    "start": TextEntityAlignment.MIDDLE_LEFT,
    "middle": TextEntityAlignment.MIDDLE_CENTER,
    "end": TextEntityAlignment.MIDDLE_RIGHT,
}


def write_dxf(scene: Scene) -> str:
    """The scene as DXF R2010 text, units millimetres, origin at the scene's own."""
    document = new_drawing("R2010", setup=True, units=4)
    for layer in LAYERS:
        document.layers.add(LAYER_NAMES[layer])
    space = document.modelspace()
    for shape in scene.shapes:
        attributes = {"layer": LAYER_NAMES[shape.layer]}
        if isinstance(shape, Path):
            space.add_lwpolyline([(p.u, p.v) for p in shape.points], close=shape.closed, dxfattribs=attributes)
        elif isinstance(shape, Ellipse):
            a, b = shape.radii
            major, ratio = ((a, 0.0), b / a) if a >= b else ((0.0, b), a / b)
            space.add_ellipse(shape.centre, major, ratio, dxfattribs=attributes)
        elif isinstance(shape, Mark):
            space.add_circle(shape.at, 4.0 if shape.sign == "hole" else 8.0, dxfattribs=attributes)
        elif isinstance(shape, Label):
            text = space.add_text(shape.text, height=LETTERS, dxfattribs=attributes)
            text.set_placement((shape.at.u, shape.at.v), align=_SIDES[shape.anchor])
        else:
            _dimension(document, scene, shape)
    out = io.StringIO()
    document.write(out)
    return without_moment(out.getvalue())


def _dimension(document: Drawing, scene: Scene, dim: Dim) -> None:
    u0, v0, u1, v1 = scene.window
    away = {"below": v0 - 200, "above": v1 + 200, "left": u0 - 200, "right": u1 + 200, "inside": dim.at}[dim.side]
    ends = ((dim.a, away), (dim.b, away)) if dim.axis == "u" else ((away, dim.a), (away, dim.b))
    space = document.modelspace()
    angle = 0 if dim.axis == "u" else 90
    one = space.add_linear_dim(
        base=ends[0],
        p1=ends[0],
        p2=ends[1],
        angle=angle,
        text=dim.text,
        override={"dimtxt": LETTERS, "dimasz": LETTERS / 2},
        dxfattribs={"layer": "OVAL-DIMENSIONS"},
    )
    one.render()


def without_moment(text: str) -> str:
    """The same drawing gives the same file: times and identities of the writing are left at nought."""
    text = re.sub(r"(\$TD(?:CREATE|UCREATE|UPDATE|UUPDATE)\n\s*40\n)[^\n]*", r"\g<1>0.0", text)
    text = re.sub(
        r"(\$(?:FINGERPRINT|VERSION)GUID\n\s*2\n)[^\n]*", r"\g<1>{00000000-0000-0000-0000-000000000000}", text
    )
    return re.sub(r"(?m)^\S+ @ \d{4}-\d\d-\d\dT[^\n]*$", "ezdxf", text)
