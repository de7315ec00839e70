"""Writes a scene as SVG: a tree with classes and no style attributes, so that it stands under a strict policy."""

from __future__ import annotations

from collections.abc import Collection
from typing import Final
from xml.etree import ElementTree as Tree

from oval_room.core.units import Ruler
from oval_room.drawing.layout import TEXT, Box, Frame, Margins, Page, PlacedDim, PlacedLabel, fit
from oval_room.drawing.metrics import pieces, text_width
from oval_room.drawing.scene import LAYERS, Dim, Ellipse, Label, Mark, Path, Scene

HATCHES: Final[dict[str, tuple[int, str]]] = {
    "unknown": (10, "M0 10 L10 0"),
    "timber": (12, "M0 3 H12 M0 9 H12"),
    "masonry": (9, "M0 9 L9 0 M-2 2 L2 -2 M7 11 L11 7"),
    "board": (8, "M4 0 V8"),
    "ground": (7, "M1 2 h1 M5 5 h1"),
}
FAR: Final = 100_000.0
"""No page is as large [px]."""
DEFAULT_MARGINS: Final = Margins(46, 40, 46, 74)


def write_svg(
    scene: Scene,
    width: float,
    height: float,
    *,
    layers: Collection[str] = LAYERS,
    margins: Margins = DEFAULT_MARGINS,
    prefix: str = "",
    bar: Ruler | None = None,
    named: str = "",
    sparse: bool = False,
) -> str:
    """The scene as an SVG element of a size [px]; only the layers named are drawn.

    prefix keeps ids of hatches apart when several drawings stand on one page. named: a name that the page writes
    over the drawing's top left corner, which is kept free for it. sparse: a small drawing, whose names stand clear or
    not at all.
    """
    frame = fit(scene, width, height, margins)
    root = Tree.Element(
        "svg",
        {
            "viewBox": f"0 0 {_n(width)} {_n(height)}",
            "class": f"drawing drawing-{scene.name}",
            "role": "img",
            "aria-label": f"{scene.title}. {scene.description}".strip(),
            "data-view": scene.name,
            "data-scale": f"{frame.scale:.6f}",
            "data-frame": f"{frame.left:.3f} {frame.top:.3f} {frame.u0:.3f} {frame.v1:.3f}",
            "xmlns": "http://www.w3.org/2000/svg",
        },
    )
    tag = f"{prefix}{scene.name}"
    _hatches(root, tag)
    u0, v0, u1, v1 = scene.window
    page = Page(frame, width, height, Box(frame.x(u0), frame.y(v1), frame.x(u1), frame.y(v0)), sparse=sparse)
    if named:
        page.taken.append(Box(0, 0, text_width(named, TEXT["title"]) + 18, 22))
    shown = [shape for shape in scene.shapes if shape.layer in layers]
    page.keep_clear(shown)
    for layer in LAYERS:
        if layer not in layers:
            continue
        group = Tree.SubElement(root, "g", {"class": f"ink ink-{layer}"})
        for shape in shown:
            if shape.layer == layer and not isinstance(shape, (Label, Dim)):
                _shape(group, shape, frame, tag)
    if "dimensions" in layers:
        group = Tree.SubElement(root, "g", {"class": "ink ink-dimensions"})
        for placed in page.dims(shape for shape in shown if isinstance(shape, Dim)):
            _dim(group, placed)
    group = Tree.SubElement(root, "g", {"class": "ink ink-labels"})
    for one in page.labels(shape for shape in shown if isinstance(shape, Label)):
        _label(group, one)
    if bar is not None:
        _scale_bar(root, page, bar)
    return Tree.tostring(root, encoding="unicode")


BARS: Final = {
    True: (25.4, 76.2, 152.4, 304.8, 609.6, 1524.0, 3048.0, 6096.0),
    False: (20, 50, 100, 200, 500, 1000, 2000, 5000),
}


def _scale_bar(root: Tree.Element, page: Page, ruler: Ruler) -> None:
    """A bar of a round length, 50 px or a little more, in a corner that strings and names have left free; none where
    none is."""
    scale = page.frame.scale
    length = next((mm for mm in BARS[ruler.style in ("feet", "inches")] if mm * scale >= 50), 0)
    text = ruler.show(length)
    long = length * scale + 10 + text_width(text, TEXT["small"])
    right = page.width - long - 12
    corners = ((12.0, 31.0), (12.0, page.height - 12), (right, page.height - 12), (right, 40.0))
    free = (place for place in corners if page.free(Box(place[0] - 4, place[1] - 7, place[0] + long + 4, place[1] + 7)))
    x, y = next(free, (0.0, 0.0))
    if not length or not y:
        return
    group, end = Tree.SubElement(root, "g", {"class": "scale-bar"}), x + length * scale
    line = f"M{_n(x)} {_n(y - 4)}v8M{_n(x)} {_n(y)}H{_n(end)}M{_n(end)} {_n(y - 4)}v8"
    Tree.SubElement(group, "path", {"d": line, "class": "dim-bar"})
    _text(group, text, end + 6, y, "t-small", "start", False, TEXT["small"])


def _n(value: float) -> str:
    """A coordinate: a tenth of a pixel is enough; one far off the page is put just off it.

    Raises:
        ValueError: it is none.
    """
    if value != value:
        raise ValueError("a coordinate must be a number")
    return f"{min(max(value, -FAR), FAR):.1f}".removesuffix(".0")


def _hatches(root: Tree.Element, tag: str) -> None:
    defs = Tree.SubElement(root, "defs")
    for name, (size, line) in HATCHES.items():
        pattern = Tree.SubElement(
            defs,
            "pattern",
            {"id": f"{tag}-{name}", "width": str(size), "height": str(size), "patternUnits": "userSpaceOnUse"},
        )
        Tree.SubElement(pattern, "path", {"d": line, "class": "hatch"})


def _shape(group: Tree.Element, shape: Path | Ellipse | Mark, frame: Frame, tag: str) -> None:
    more = {"data-ref": shape.ref} if shape.ref else {}
    if isinstance(shape, Path):
        line = " ".join(f"{'L' if i else 'M'}{_n(frame.x(p.u))} {_n(frame.y(p.v))}" for i, p in enumerate(shape.points))
        attributes = {"d": line + ("Z" if shape.closed else ""), "class": f"s-{shape.style}", **more}
        if shape.style.startswith("cut-"):
            attributes["fill"] = f"url(#{tag}-{shape.style.removeprefix('cut-')})"
        Tree.SubElement(group, "path", attributes)
    elif isinstance(shape, Ellipse):
        x, y = frame.at(shape.centre)
        radii = {"rx": _n(shape.radii[0] * frame.scale), "ry": _n(shape.radii[1] * frame.scale)}
        Tree.SubElement(group, "ellipse", {"cx": _n(x), "cy": _n(y), **radii, "class": f"s-{shape.style}", **more})
    else:
        _mark(group, shape, *frame.at(shape.at), more)


def _mark(group: Tree.Element, mark: Mark, x: float, y: float, more: dict[str, str]) -> None:
    if mark.sign == "dot":
        Tree.SubElement(group, "circle", {"cx": _n(x), "cy": _n(y), "r": "3.2", "class": f"s-{mark.style}", **more})
    elif mark.sign == "hole":
        Tree.SubElement(group, "circle", {"cx": _n(x), "cy": _n(y), "r": "4", "class": f"s-{mark.style}", **more})
        cross = f"M{_n(x - 8)} {_n(y)}h16M{_n(x)} {_n(y - 8)}v16"
        Tree.SubElement(group, "path", {"d": cross, "class": "s-hole-cross", **more})
    else:
        d = (
            f"M{_n(x - 5)} {_n(y)}h10M{_n(x)} {_n(y - 5)}v10"
            if mark.sign == "cross"
            else f"M{_n(x - 4)} {_n(y + 4)}l8 -8"
        )
        Tree.SubElement(group, "path", {"d": d, "class": f"s-{mark.style}", **more})


def _dim(group: Tree.Element, placed: PlacedDim) -> None:
    dim = placed.dim
    attributes = {"class": f"dim dim-{dim.style}"}
    for name, value in (("data-key", dim.key), ("data-say", dim.say), ("data-swap", dim.swap)):
        if value:
            attributes[name] = value
    one = Tree.SubElement(group, "g", attributes)
    (ax, ay), (bx, by), (tx, ty) = placed.a, placed.b, placed.text_at
    half = placed.gap / 2
    if placed.gap and placed.upright:
        low, high = sorted((ay, by))
        line = f"M{_n(ax)} {_n(low)}V{_n(ty - half)}M{_n(ax)} {_n(ty + half)}V{_n(high)}"
    elif placed.gap:
        low, high = sorted((ax, bx))
        line = f"M{_n(low)} {_n(ay)}H{_n(tx - half)}M{_n(tx + half)} {_n(ay)}H{_n(high)}"
    else:
        line = f"M{_n(ax)} {_n(ay)}L{_n(bx)} {_n(by)}"
    Tree.SubElement(one, "path", {"d": line, "class": "dim-line"})
    moved, held = ((bx, by), (ax, ay)) if dim.moves == "b" else ((ax, ay), (bx, by))
    if dim.broken:
        (x, y), s = held, 4
        zig = (
            f"M{_n(x - s)} {_n(y - 9)}l{2 * s} -3M{_n(x - s)} {_n(y - 5)}l{2 * s} -3"
            if placed.upright
            else f"M{_n(x + 5)} {_n(y + s)}l3 -{2 * s}M{_n(x + 9)} {_n(y + s)}l3 -{2 * s}"
        )
        Tree.SubElement(one, "path", {"d": zig, "class": "dim-bar"})
    bar = f"M{_n(held[0] - 5)} {_n(held[1])}h10" if placed.upright else f"M{_n(held[0])} {_n(held[1] - 5)}v10"
    Tree.SubElement(one, "path", {"d": bar, "class": "dim-bar"})
    if dim.swap:
        hit = {"cx": _n(held[0]), "cy": _n(held[1]), "r": "9", "class": "dim-held"}
        Tree.SubElement(
            Tree.SubElement(one, "circle", hit), "title"
        ).text = f"held end; click to move this one: {dim.swap} …"
    if dim.say:
        Tree.SubElement(one, "circle", {"cx": _n(moved[0]), "cy": _n(moved[1]), "r": "3", "class": "dim-dot"})
    else:
        end = f"M{_n(moved[0] - 5)} {_n(moved[1])}h10" if placed.upright else f"M{_n(moved[0])} {_n(moved[1] - 5)}v10"
        Tree.SubElement(one, "path", {"d": end, "class": "dim-bar"})
    _text(one, dim.text, tx, ty, "dim-text", "middle", placed.upright, TEXT["dim"])


def _label(group: Tree.Element, placed: PlacedLabel) -> None:
    label = placed.label
    more = {"data-ref": label.ref} if label.ref else {}
    size = TEXT.get(label.style, TEXT["label"])
    _text(group, label.text, placed.x, placed.y, f"t-{label.style}", label.anchor, label.turned, size, more)


def _text(
    group: Tree.Element,
    text: str,
    x: float,
    y: float,
    style: str,
    anchor: str,
    turned: bool,
    size: float,
    more: dict[str, str] | None = None,
) -> None:
    """Text whose middle height is y; fractions are set small above and under a stroke."""
    attributes = {"x": _n(x), "y": _n(y + size * 0.35), "class": style, "text-anchor": anchor, **(more or {})}
    if turned:
        attributes["transform"] = f"rotate(-90 {_n(x)} {_n(y)})"
    node = Tree.SubElement(group, "text", attributes)
    parts = pieces(text)
    if len(parts) == 1:
        node.text = parts[0].text
        return
    shift = 0.0
    for part in parts:
        wanted = {"plain": 0.0, "over": -size * 0.32, "stroke": 0.0, "under": size * 0.1}[part.role]
        span = Tree.SubElement(node, "tspan", {"dy": _n(round(wanted - shift, 1)), "class": f"f-{part.role}"})
        span.text = part.text
        shift = wanted
