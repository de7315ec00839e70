"""The figures of white and contrast."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import FigureKind, kinds
from oval_room.core.light.units import CD_M2, FL

KINDS: Final = kinds(
    FigureKind(
        "lumens",
        "projector.{projector}.lumens",
        "lm",
        "lumens that arrive",
        "5.1",
        "Φ = rated × mode × zoom × age × filter",
        "picture",
    ),
    FigureKind(
        "white",
        "picture.{picture}.white",
        CD_M2,
        "picture white",
        "5.2",
        "L = Φ·g/(π·A)",
        "picture",
        short="white",
        rank=11,
    ),
    FigureKind("panel_white", "picture.{picture}.white", CD_M2, "picture white, full field", "5.4", "L", "picture"),
    FigureKind("foot_lamberts", "picture.{picture}.foot_lamberts", FL, "picture white", "5.2", "L/3.426", "picture"),
    FigureKind(
        "largest_lit",
        "picture.{picture}.largest_lit",
        "mm",
        "widest for 48 cd/m² in the dark",
        "5.2",
        "1000·s·√(Φ·g/(π·L)·a)",
        "picture",
        side="greatest",
    ),
    FigureKind(
        "contrast_dark",
        "picture.{picture}.contrast_dark.scene.{scene}",
        "to_one",
        "contrast, room painted dark",
        "5.7",
        "(L + L_a)/(L/N + L_a)",
        "picture",
    ),
    FigureKind(
        "stray",
        "picture.{picture}.stray.scene.{scene}",
        CD_M2,
        "stray light on the picture",
        "5.3",
        "ΣE·ρ/π",
        "picture",
    ),
    FigureKind(
        "wash", "picture.{picture}.wash", "lux", "the room's own wash", "5.7", "E = APL·Φ·ρ/(S·(1 − ρ))", "picture"
    ),
    FigureKind(
        "contrast",
        "picture.{picture}.contrast.scene.{scene}",
        "to_one",
        "contrast in this light",
        "5.4",
        "(L + L_a)/(L/N + L_a)",
        "picture",
        short="contrast",
        rank=10,
    ),
)
