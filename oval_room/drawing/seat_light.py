"""How light what an eye sees is: tones of surfaces and of a made-up still, in a scene's light (rules 5.2 to 5.4).

An eye takes the brightest thing for white. A tone is luminance against that, as a screen shows it: (L/L_white)^(1/2.2),
in so many steps that none is seen between two.
"""

from __future__ import annotations

import math
from typing import Final

from oval_room.core.light.contrast import ROOMS
from oval_room.core.light.study import LightResult
from oval_room.core.plan.fittings import COVERING_LETS, Opening
from oval_room.core.survey.document import Thing
from oval_room.drawing.look import Look

TONES: Final = 31
"""The lightest tone; nought is black."""
GAMMA: Final = 2.2
LEAST: Final[dict[str, int]] = {"ceiling": 4, "wall": 3, "side": 2, "floor": 1, "thing": 2, "top": 3}
"""The darkest tone of a kind of surface: a room's shape shows to an eye that has got used to the dark."""
NIGHT: Final = "tone-1"
"""A window with nothing but night outside."""
SHARE: Final[dict[str, float]] = {"ceiling": 1.15, "wall": 0.9, "side": 0.8, "floor": 0.55, "thing": 0.5, "top": 0.75}
"""Light that a kind of surface sends to the eye, against the room's own (planning values of ours)."""
DAYLIGHT: Final = 30.0
"""Lux from the side or front from which windows are taken to be lit from outside."""
TV_WHITE: Final = 250.0
"""White of a picture whose display nobody has chosen [cd/m²]."""


class SeatLight:
    """Tones for one look: its scene's light on the room, and its subject's picture in it."""

    def __init__(self, look: Look, subject: str) -> None:
        scene = look.plan.survey.scenes.get(look.scene or "")
        lux = scene.ceiling.value + scene.side.value + scene.front.value if scene else 20.0
        self.day = bool(scene) and (scene.side.value + scene.front.value if scene else 0.0) >= DAYLIGHT
        reflectance = ROOMS[look.plan.survey.room.finish]
        lit = look.report.of(LightResult).pictures.get(subject)
        self.white = lit.white if lit else TV_WHITE
        stray = lit.scenes.get(look.scene or "") if lit else None
        self.stray = stray[0] if stray else lux * 0.02
        self.black = self.white / lit.native if lit and lit.native else 0.0
        self.room = (lux + _wash(self.white)) * reflectance / math.pi
        self.brightest = max(self.white + self.stray, self.room * SHARE["ceiling"])

    def tone(self, luminance: float) -> int:
        """The tone of a luminance [cd/m²]."""
        return int(TONES * math.pow(min(max(luminance / self.brightest, 0.0), 1.0), 1 / GAMMA) + 0.5)

    def surface(self, kind: str) -> str:
        """Style of one of the room's surfaces."""
        return f"tone-{max(self.tone(self.room * SHARE[kind]), LEAST[kind])}"

    def shade(self, signal: float) -> str:
        """Style of a part of the still, from black (0) to white (1) as the picture is asked to show it."""
        luminance = self.black + (self.white - self.black) * signal**GAMMA + self.stray
        return f"tone-{self.tone(luminance)}"

    def opening(self, opening: Opening) -> str:
        """Style of a window: what comes in by day with what is drawn over it, the dark outside by night."""
        if opening.kind == "door":
            return self.surface("side")
        if not self.day:
            return NIGHT
        outside = opening.luminance.value * COVERING_LETS[opening.covering]
        return f"tone-{max(self.tone(outside), self.tone(self.room))}"

    def thing(self, thing: Thing, face: str) -> str:
        """Style of a thing's face: what is built out is as light as the wall."""
        built = thing.kind in ("breast", "pier", "beam", "bulkhead")
        kind = {"top": "top", "side": "thing"}.get(face, "thing") if not built else {"top": "ceiling"}.get(face, "side")
        return self.surface(kind)


def _wash(white: float) -> float:
    """Light that the picture itself throws about the room, roughly [lux]."""
    return white * 0.01
