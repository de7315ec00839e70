"""What findings of sound with the picture say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, CureKind, Finding
from oval_room.core.levels import Level
from oval_room.core.sound.with_picture import BEARINGS
from oval_room.core.words import Words, capital, degrees


def _speakers(f: Finding, w: Words) -> str:
    seat = w.name(f.about, "seat")
    if f.level is Level.GOOD:
        return f"Left and right stand {degrees(f.value)} apart from {seat}."
    if (f.value or 0) < (f.limit or 0):
        return (
            f"Left and right are only {degrees(f.value)} apart from {seat}: under {f.limit:.0f}° the sound "
            "draws together. Put them outside the picture."
        )
    return f"Left and right are {degrees(f.value)} apart from {seat}: over {f.limit:.0f}° the middle falls out."


def _placed(f: Finding, w: Words) -> str:
    """Where one loudspeaker stands (rules 11)."""
    name, seat, what = capital(f.more["speaker"]), w.name(f.about, "seat"), f.more["what"]
    if what == "tweeter":
        way = "over" if (f.value or 0) > 0 else "under"
        return (
            f"{name}'s tweeter is {degrees(abs(f.value or 0))} {way} the ear of {seat}; within {f.limit:.0f}° "
            "its treble reaches the seat. Raise, lower or tip it."
        )
    if what == "centre":
        told = f"{name} is {degrees(f.value)} from the middle of {w.name(f.about, 'picture')}"
        return (
            f"{told}: voices come from the picture."
            if f.level is Level.GOOD
            else f"{told}; over {f.limit:.0f}° voices come from beside it."
        )
    if what == "sub":
        return (
            f"{name} stands {w.length(f.value)} from the nearest socket; its own lead reaches about "
            f"{w.length(f.limit)}."
        )
    lo, hi = BEARINGS[what]
    told = f"{name} stands {degrees(f.value)} round from the picture, seen from {seat}"
    return f"{told}: {what}s belong at {lo:.0f} to {hi:.0f}°{'.' if f.level is Level.GOOD else ', move it.'}"


def _covered(f: Finding, w: Words) -> str:
    name, speaker = w.named(f.about, "picture"), f.more["speaker"]
    if f.limit is None:
        return (
            f"{name} covers {speaker}, and its {f.more['surface']} surface lets no sound through: a woven one "
            "does, or move it out."
        )
    return (
        f"{name} hangs {w.length(f.value)} before {speaker}; its {f.more['surface']} cloth wants {w.length(f.limit)}."
    )


class SoundCode(Code):
    """What is found of sound with the picture, and its sentence."""

    SPEAKERS = "picture: left and right apart", _speakers
    SPEAKER_COVERED = "picture: loudspeaker behind the cloth", _covered
    SPEAKER_PLACE = "picture: where a loudspeaker stands", _placed
    BAR_WIDE = (
        "picture: soundbar wider than the panel",
        lambda f, w: (
            f"{f.more['bar'].capitalize()} is {w.length(f.value)} wide; under {w.name(f.about, 'picture')} it "
            f"looks right up to {w.length(f.limit, 'greatest')}."
        ),
    )
    BAR_COVERS = (
        "picture: soundbar before the panel's foot",
        lambda f, w: (
            f"{capital(f.more['bar'])} stands {w.length(f.value)} up before {w.name(f.about, 'picture')}: it "
            "hides the remote's sensor and the picture's foot."
        ),
    )


class SoundCure(CureKind):
    """What is offered, as a short order."""

    SPEAKERS = "speakers", lambda c, w: f"Left and right to {c.value:.0f}° apart"
