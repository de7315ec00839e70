"""What findings of pictures as things say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, CureKind, Finding
from oval_room.core.levels import Level
from oval_room.core.screens.lag import lag_words
from oval_room.core.words import Words


def _beside(f: Finding, w: Words) -> str:
    found, name, other = f.more["found"], w.named(f.about, "picture"), w.names.get(f.more["other"], "")
    size = (
        f"a window moved across grows or shrinks by {found.pitch_pct:.0f} %"
        if not found.keeps_size
        else "a window keeps its size across them"
    )
    if found.level_together:
        return f"{name} and {other} are of one height; {size}."
    return (
        f"{name} and {other} differ by {w.length(found.viewable)} in picture height, {w.length(found.overall)} "
        f"over all; {size}."
    )


def _lag(f: Finding, w: Words) -> str:
    name, mode = w.named(f.about, "picture"), f.more["mode"]
    if f.value is None:
        return (
            f"Games are played here, and the lag of {f.more['name']} is not known: find the maker's figure for "
            "its game mode, or measure it."
        )
    told = f"{name} lags {f.value:.0f} ms" + (f" in its {mode} mode" if mode else "") + f": {lag_words(f.value)}"
    return told + (
        f", and {f.more['plays']} games need it under {f.limit:.0f}."
        if f.level is Level.STOP
        else ". Receiver, splitter and extender come on top."
    )


def _surface_wrong(f: Finding, w: Words) -> str:
    name = w.named(f.about, "picture")
    if f.more["short"]:
        return (
            f"{name} has a contrast surface, made for light from the front: an ultra-short throw from below "
            "looks uneven on it."
        )
    return (
        f"{name} has a {f.more['surface']} surface, which throws this projector's beam away: it wants a lens "
        "from below, close to it."
    )


def _drop_clear(f: Finding, w: Words) -> str:
    how = "passes" if f.more["moving"] else "hangs before"
    bar = "top bar" if f.more["rising"] else "bottom bar"
    if f.level is Level.GOOD:
        return (
            f"{w.named(f.about, 'picture')} {how} {f.more['thing']} with {w.length(f.value, 'greatest')} "
            f"behind its {bar}."
        )
    return (
        f"{w.named(f.about, 'picture')} {how} {f.more['thing']} with {w.length(f.value)} behind its {bar}; "
        f"{w.length(f.limit)} is wanted through its travel."
    )


def _drop_opening(f: Finding, w: Words) -> str:
    whole = (f.value or 0.0) >= (f.limit or 0.0) - 1.0
    covered = f"all {w.length(f.limit)} of it" if whole else f"{w.length(f.value)} of its {w.length(f.limit)}"
    before = f"{w.named(f.about, 'picture')} hangs before {w.named(f.about, 'opening')}, {covered}, while it is out"
    if f.more["kind"] == "window":
        return f"{before}: by day the window lights the cloth from behind, so give it a blind."
    leaf = " The door opens into the cloth and tears it: make it open out." if f.more["leaf"] else ""
    return f"{before}: nobody comes through. Keep another way out, or move the cloth aside.{leaf}"


class ScreenCode(Code):
    """What is found of pictures as things, and its sentence."""

    SURFACE = "picture: surface and projector", _surface_wrong
    ROLL = (
        "picture: cloth and roll",
        lambda f, w: (
            f"The cloth of {w.name(f.about, 'picture')} is cut {w.length(f.value, 'least')} across the roll, which is "
            f"{w.length(f.limit, 'greatest')} wide, and {w.length(f.more['long'], 'least')} along it"
            + (
                f": {w.length((f.limit or 0) - (f.value or 0), 'greatest')} are left over."
                if f.level is Level.GOOD
                else ": it does not fit. A wider roll, a smaller picture, or a seam."
            )
        ),
    )
    PICTURES_OVERLAP = (
        "picture: pictures over each other",
        lambda f, w: (
            f"{w.named(f.about, 'picture')} hangs over {w.names.get(f.more['other'], '')} by {w.length(f.value)}."
        ),
    )
    NOT_LEVEL = (
        "picture: a row that is not level",
        lambda f, w: (
            f"{w.named(f.about, 'picture')} and {w.names.get(f.more['other'], '')} are {w.length(f.value)} from "
            f"level; {w.length(f.limit)} shows."
        ),
    )
    DROP_CLEAR = "picture: drop-down through its travel", _drop_clear
    DROP_OPENING = "picture: cloth before a door or window", _drop_opening
    GAPS = (
        "picture: gaps in a row",
        lambda f, w: (
            f"The gaps between {f.more['count']} pictures in a row run from {w.length(f.more['least'])} to "
            f"{w.length(f.more['greatest'])}: they look best alike."
        ),
    )
    BESIDE = "picture: displays beside each other", _beside
    LAG = "picture: lag for games", _lag
    REFRESH = (
        "picture: refresh for games",
        lambda f, w: (
            f"{w.named(f.about, 'picture')} changes {f.value:.0f} times a second; "
            f"{f.more['plays'] if f.limit == 120 else 'any'} games want {f.limit:.0f} or more."
        ),
    )
    BURN_IN = (
        "picture: still images on an OLED",
        lambda f, w: (
            f"{w.named(f.about, 'picture')} is an OLED and shows {f.value:g} hours of {f.more['what']} a day: "
            "what stands still there burns in. Vary it, hide bars, or take an LCD."
        ),
    )
    IN_MASONRY = (
        "picture: inside what is built out",
        lambda f, w: (
            f"{w.named(f.about, 'picture')} lies {w.length(f.value)} inside {f.more['face']}: it hangs on its face."
        ),
    )
    PAST_FACE = (
        "picture: wider than its face",
        lambda f, w: (
            f"{w.named(f.about, 'picture')} is {w.length(f.value)} wider than {f.more['face']}: its sides stand free "
            "on both edges."
        ),
    )
    BRIDGES = (
        "picture: over the edge of what is built out",
        lambda f, w: (
            f"{w.named(f.about, 'picture')} bridges the edge of {f.more['face']}: {w.length(f.value)} of its "
            f"{w.length(f.limit)} lie on it, the rest on nothing."
        ),
    )
    FURNITURE_FIRST = (
        "picture: furniture before the screen",
        lambda f, w: (
            f"{w.named(f.about, 'picture')} has an ultra-short throw, so its furniture decides the height: bottom "
            "edge = furniture + projector + its gap. Choose the furniture before the screen goes up."
        ),
    )


class PictureCure(CureKind):
    """What is offered, as a short order."""

    SURFACE = "surface", lambda c, w: f"Take a {c.name} surface"
    CLOTH_OUT = "cloth out", lambda c, w: f"Cloth to {w.length(c.value)} from the wall"
    OFF_FACE = "off its face", lambda c, w: f"Hang it on {c.name}, {w.length(c.value)} off its face"
    SHELF = "from the shelf", lambda c, w: f"Take {c.name}, {w.length(c.value)} wide"
    ON_FACE = "onto its face", lambda c, w: f"Onto {c.name}: picture's middle to {w.length(c.value)}"
    BESIDE_FACE = "beside its face", lambda c, w: f"Beside {c.name}: picture's middle to {w.length(c.value)}"
    GAPS = "gaps", lambda c, w: f"Gaps of {w.length(c.value)} each"
    PICTURE_ALONG = "picture along", lambda c, w: f"Picture's middle to {w.length(c.value)}"
    PICTURE_WIDTH = "picture width", lambda c, w: f"Picture {w.length(c.value)} wide"
    BOTTOM_AT = "bottom at", lambda c, w: f"Bottom edge to {w.length(c.value)}"
