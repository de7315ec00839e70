"""Views of a screen itself."""

from __future__ import annotations

from typing import Final

from oval_room.drawing.cloth_cut import cloth_cut, is_cut
from oval_room.drawing.look import Look
from oval_room.drawing.view import View


def _cut(look: Look) -> bool:
    picture = look.plan.chosen.pictures.get(look.picture or "")
    return picture is not None and is_cut(picture)


VIEWS: Final = (View("cloth", "cloth to cut", cloth_cut, own=True, anywhere=True, there=_cut),)
