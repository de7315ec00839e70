"""What findings of white and contrast say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, CureKind, Finding
from oval_room.core.levels import Level
from oval_room.core.light.sun import MONTHS
from oval_room.core.words import Words, capital


def _dim(f: Finding, w: Words) -> str:
    name = w.name(f.about, "picture")
    if f.level is Level.GOOD:
        return f"White on {name} is {f.value:.0f} cd/m²: enough in the dark."
    return f"White on {name} is only {f.value:.0f} cd/m²; even a dark room wants {f.limit:.0f}."


def _contrast(f: Finding, w: Words) -> str:
    scene, name = w.name(f.about, "scene"), w.name(f.about, "picture")
    got = "beyond measure" if f.value is None else f"{f.value:.0f}:1"
    klass = f.more["class"]
    if f.level is Level.GOOD:
        return f"{capital(name)} in {scene}: contrast {got}, good for {klass}."
    fit = "washed out" if klass == "washed out" else f"only {klass}"
    return f"{capital(name)} in {scene}: contrast {got}, {fit}; {f.limit:.0f}:1 is wanted. {_darker(f)}"


def _darker(f: Finding) -> str:
    """What would help: how much of today's light must go, or why no blind helps (rules 5.5)."""
    needed = f.more["blinds"]
    if needed is None or needed.stop == 0:
        return "Less light on it, or a brighter picture."
    if needed.why == "native":
        return f"No blind helps: this display shows {f.more['native']:.0f}:1 within one picture at best."
    if needed.why == "wash":
        return "No blind helps: the room itself throws too much back. Darken its surfaces."
    dark = f.more["dark"]
    paint = f" With the room painted dark it would be {dark:.0f}:1, {f.more['dark class']}." if dark is not None else ""
    return f"Blinds must stop {needed.stop * 100:.0f} % of today's light, or the picture be brighter.{paint}"


def _sun(f: Finding, w: Words) -> str:
    m = f.more
    first, last = MONTHS[m["first"]], MONTHS[m["last"]]
    months = f"in {first}" if first == last else f"from {first} to {last}"
    return (
        f"The sun strikes {w.name(f.about, 'picture')} through {' and '.join(m['windows'])} {months}, at some time "
        f"between {m['hours'][0]} and {m['hours'][1]} by the sun: no picture shows against it."
    )


def _no_white(f: Finding, w: Words) -> str:
    return (
        f"{f.more['name']}: its sheet gives no white, so how it stands up to the light here is not judged. Type its "
        "nits of a full white picture on the shelf, or measure them."
    )


class LightCode(Code):
    """What is found of white and contrast, and its sentence."""

    DULL = (
        "picture: dimmer than the wall beside it",
        lambda f, w: (
            f"{w.named(f.about, 'picture')} averages {f.value:.0f} cd/m² in {w.name(f.about, 'scene')}, the wall "
            f"beside it {f.limit:.0f}: it looks grey. Draw blinds, or take a brighter panel."
        ),
    )
    LAMPS_WHITE = (
        "picture: white with the lamps on",
        lambda f, w: (
            f"White on {w.name(f.about, 'picture')} is {f.value:.0f} cd/m²; {w.name(f.about, 'scene')}, and HDR, "
            f"want {f.limit:.0f} or more."
        ),
    )
    SUN = "picture: sun on it", _sun
    NO_WHITE = "picture: white not known", _no_white
    DIM = "picture: white under its target", _dim
    CONTRAST = "picture: contrast in a scene", _contrast


class LightCure(CureKind):
    """What is offered, as a short order."""

    BLIND = "a blind", lambda c, w: f"Fit a blind to {c.name}"
