"""The demonstration firm's gear shelf. Makers and models are invented, and so are their figures."""

from __future__ import annotations

from typing import Final

from oval_room.core.plan.gear import GearItem, Mount, Panel, Projector, Screen, gear_hash


def _panel(model: str, inches: float, technology: str, white: float, mass: float, price: float, **more: object) -> Panel:
    width = inches * 25.4 * 16 / (16**2 + 9**2) ** 0.5
    vesa = (200.0, 200.0) if inches < 50 else (400.0, 300.0) if inches < 70 else (600.0, 400.0)
    return Panel.model_validate(
        {
            "maker": "Tarnbeck", "model": model, "width": round(width, 1), "height": round(width * 9 / 16, 1), "frame_side": 8,
            "frame_top": 8, "frame_bottom": 14, "technology": technology, "white_cd_m2": white, "mass_kg": mass, "price": price,
            "vesa": vesa, "top_to_vesa": round(width * 9 / 16 * 0.38, 0),
        } | more
    )  # fmt: skip


PANELS: Final = (
    _panel("Slate 43", 43, "va", 300, 9.8, 390),
    _panel("Slate 55", 55, "va", 320, 15.2, 560),
    _panel("Slate 65", 65, "va", 320, 21.0, 740),
    _panel("Slate 75", 75, "va", 330, 31.5, 1090),
    _panel("Ember 55", 55, "oled", 180, 16.1, 1180),
    _panel("Ember 65", 65, "oled", 180, 22.4, 1620),
    _panel("Ember 77", 77, "oled", 180, 32.8, 2390),
    _panel("Draft 32", 32, "ips", 350, 6.1, 310, face="matt", vesa=None, top_to_vesa=None),
    _panel("Ember 65 Play", 65, "oled", 190, 22.8, 1840, lag_ms=9, lag_mode="game", refresh_hz=120),
    _panel(
        "Draft 27",
        27,
        "ips",
        320,
        4.4,
        260,
        face="matt",
        pixels=(2560, 1440),
        vesa=(100.0, 100.0),
        lag_ms=8,
        lag_mode="fast",
        refresh_hz=165,
    ),
    _panel(
        "Sweep 49",
        49,
        "va",
        340,
        9.9,
        890,
        face="matt",
        width=1195.7,
        height=336.3,
        pixels=(5120, 1440),
        vesa=(100.0, 100.0),
        top_to_vesa=118,
        depth=90,
        curve=1800,
        lag_ms=12,
        lag_mode="fast",
        refresh_hz=144,
    ),
)
PROJECTORS: Final = (
    Projector(
        maker="Quillmark", model="Heron 2", lens=(1.32, 2.10), rated_lm=2700, native="lcos", light="laser", shift_up=0.80,
        shift_side=0.34, shift_share="diamond", body_width=460, body_height=190, body_behind_lens=410, lens_right=0,
        lens_forward=205, plate_to_axis=96, vent=150, mass_kg=14.0, price=4900,
    ),
    Projector(
        maker="Quillmark", model="Wren", lens=(1.15, 1.50), rated_lm=2200, native="dlp", light="led", shift_up=0.12,
        shift_down=0.12, shift_side=0.0, shift_offset=0.55, body_width=330, body_height=120, body_behind_lens=240, lens_right=82,
        lens_forward=118, plate_to_axis=74, mass_kg=4.6, price=1150, note="built-in offset 55 % of the height",
    ),
    Projector(
        maker="Osker & Lune", model="Steady 30", lens=(1.47, 1.47), rated_lm=3000, native="dlp", light="lamp", shift_offset=0.58,
        body_width=310, body_height=110, body_behind_lens=225, lens_right=71, lens_forward=104, plate_to_axis=68, mass_kg=2.9, price=520,
        note="fixed lens, no shift",
    ),
    Projector(
        maker="Osker & Lune", model="Longreach", lens=(2.00, 4.00), rated_lm=4200, native="lcd", light="laser", shift_up=0.6,
        shift_side=0.24, shift_share="ellipse", body_width=490, body_height=170, body_behind_lens=395, lens_right=-60, lens_forward=180,
        plate_to_axis=88, mass_kg=11.2, price=3300, shift_stated="edge is 100 %",
    ),
    Projector(
        maker="Osker & Lune", model="Longreach Play", lens=(1.40, 2.24), rated_lm=3600, native="dlp", light="laser", shift_up=0.5,
        shift_side=0.2, shift_share="diamond", body_width=420, body_height=140, body_behind_lens=330, lens_right=45, lens_forward=150,
        plate_to_axis=80, vent=120, mass_kg=7.4, price=2100, lag_ms=58, lag_mode="standard", refresh_hz=60, fan_db=31,
        note="17 ms in its fast mode, which sets keystone and blending off",
    ),
)  # fmt: skip
SCREENS: Final = (
    Screen(maker="Wendover Cloth", model="Drop 240 scope", way="drop-down", width=2400, height=1000, frame_side=40, frame_bottom=60,
           surface="matte", case_height=120, black_drop=300, mass_kg=18, price=1480),
    Screen(maker="Wendover Cloth", model="Drop 220", way="drop-down", width=2200, height=1237.5, frame_side=40, frame_bottom=60,
           surface="grey", case_height=120, black_drop=250, mass_kg=17, price=990),
    Screen(maker="Wendover Cloth", model="Frame 110", way="fixed", width=2435.2, height=1369.8, frame_side=80, frame_top=80,
           frame_bottom=80, surface="matte", mass_kg=12, price=640),
    Screen(maker="Wendover Cloth", model="Frame 100 woven", way="fixed", width=2213.8, height=1245.3, frame_side=80, frame_top=80,
           frame_bottom=80, surface="woven", mass_kg=12, price=980),
    Screen(maker="Wendover Cloth", model="Rise 200", way="floor-rising", width=2000, height=1125, frame_side=40, frame_top=60,
           frame_bottom=0, surface="matte", case_height=170, black_drop=250, mass_kg=34, price=1890),
    Screen(maker="Wendover Cloth", model="Frame 92 contrast", way="fixed", width=2036.7, height=1145.6, frame_side=12, frame_top=12,
           frame_bottom=12, surface="contrast", mass_kg=13, price=1290),
)  # fmt: skip
MOUNTS: Final = (
    Mount(maker="Ironlark", model="Flat 600", row_below_vesa=12.7, rows_below_upper=(0, 160), columns_from_centre=(-203.2, 203.2),
          plate_width=520, plate_height=200, profile=32, rated_kg=60, price=38),
    Mount(maker="Ironlark", model="Tilt 600", row_below_vesa=-14, rows_below_upper=(0, 180), columns_from_centre=(-203.2, 203.2),
          plate_width=520, plate_height=220, tilt_down=(-2, 15), profile=58, rated_kg=50, price=64),
    Mount(maker="Ironlark", model="Reach 600", row_below_vesa=20, rows_below_upper=(0, 160), columns_from_centre=(-203.2, 203.2),
          plate_width=520, plate_height=220, tilt_down=(-5, 15), swivel=(-45, 45), profile=70, rated_kg=40, price=138),
    Mount(maker="Ironlark", model="Lower 600", row_below_vesa=20, rows_below_upper=(0, 220), columns_from_centre=(-203.2, 203.2),
          plate_width=520, plate_height=300, tilt_down=(0, 5), rises=(-500, 0), profile=110, rated_kg=35, price=260),
    Mount(maker="Ironlark", model="Stem short", holds="projector", least_height=140, greatest_height=320, plate_width=180,
          plate_height=180, rated_kg=18, price=72),
    Mount(maker="Ironlark", model="Stem long", holds="projector", least_height=300, greatest_height=900, plate_width=180,
          plate_height=180, rated_kg=18, price=94),
)  # fmt: skip

SHELF: Final[dict[str, GearItem]] = {gear_hash(item): item for item in (*PANELS, *PROJECTORS, *SCREENS, *MOUNTS)}


def edition(name: str) -> str:
    """The hash of the shelf's item of a name."""
    return next(key for key, item in SHELF.items() if item.name == name)
