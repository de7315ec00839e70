"""The wipes: a picture in strokes."""

from __future__ import annotations

from oval_room.drawing.look import Look
from oval_room.drawing.scene import Draft, Scene


def wipes(look: Look) -> Scene | None:
    """The subject picture; None without one."""
    picture = look.plan.chosen.pictures.get(look.picture or "")
    if picture is None:
        return None
    draft = Draft()
    draft.box(0, 0, picture.across, picture.height, "picture", "picture", look.picture or "")
    window = (-100.0, -100.0, picture.across + 100, picture.height + 100)
    return Scene("wipes", f"{picture.name}, wiped", window, tuple(draft.shapes), "A picture in strokes.")
