"""The figures of fixings."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import FigureKind, kinds

KINDS: Final = kinds(
    FigureKind(
        "plate_x",
        "projector.{projector}.plate_x",
        "mm",
        "plate from the left wall",
        "6.5",
        "x_l ± dx (+ hung, − upright)",
        "fixing",
        short="plate along",
        rank=12,
    ),
    FigureKind(
        "plate_y",
        "projector.{projector}.plate_y",
        "mm",
        "plate from the display wall",
        "6.5",
        "y_l + dy",
        "fixing",
        short="plate out",
        rank=13,
    ),
    FigureKind(
        "pole",
        "projector.{projector}.pole",
        "mm",
        "pole below the ceiling",
        "6.5",
        "z_ceiling − dz − z_l",
        "fixing",
        short="pole",
        rank=14,
    ),
    *(
        FigureKind(f"window_{end}", f"projector.{{projector}}.window.{end}", "mm", label, "6.7", formula, "fixing")
        for end, label, formula in (
            ("near", "plate's window, nearest out", "y_p + w × TR_wide + dy"),
            ("far", "plate's window, farthest out", "the less of y_p + w × TR_tele and the wall behind − body, + dy"),
            ("left", "plate's window, left end", "x_c − shift left sideways × w + dx"),
            ("right", "plate's window, right end", "x_c + shift left sideways × w + dx"),
        )
    ),
    FigureKind(
        "panel_use",
        "picture.{picture}.fixing.use",
        "pct",
        "worst fixing's use",
        "7.5",
        "100 × (T/T_allow + V/V_allow)",
        "fixing",
        short="fixing",
        rank=17,
    ),
    FigureKind(
        "plate_use",
        "projector.{projector}.fixing.use",
        "pct",
        "worst fixing's use, overhead",
        "7.5",
        "100 × T / T_allow",
        "fixing",
    ),
    FigureKind(
        "hook_use", "picture.{picture}.case.use", "pct", "worst hook's use", "7.8", "100 × T / T_allow", "fixing"
    ),
    FigureKind(
        "strip_run",
        "picture.{picture}.strip.run",
        "mm",
        "light strip's run",
        "13",
        "2(W + H) − 8 × inset, or W + 2H − 6 × inset",
        "fixing",
    ),
    FigureKind(
        "strip_watts", "picture.{picture}.strip.watts", "watts", "light strip's watts", "13", "m × w / 1000", "fixing"
    ),
    *(
        FigureKind(
            f"swing_{side}",
            f"picture.{{picture}}.swing.{side}",
            "deg",
            f"greatest swing to the {side}",
            "7.10",
            "asin(p ÷ (W/2)), the arm's own, or until it strikes",
            "fixing",
        )
        for side in ("left", "right")
    ),
    *(
        FigureKind(f"drill_{side}", f"picture.{{picture}}.drill.{side}", "mm", label, "7.4", formula, "fixing")
        for side, label, formula in (
            ("left", "plate's drill window, left end", "where something begins, left of the plate"),
            ("right", "plate's drill window, right end", "where something begins, right of the plate"),
            ("down", "upper row's drill window, lower end", "where something begins, under the row"),
            ("up", "upper row's drill window, upper end", "where something begins, over the row"),
        )
    ),
    FigureKind(
        "let_out",
        "picture.{picture}.let_out",
        "mm",
        "cloth let out of its case",
        "2.6",
        "|z_c − z|",
        "fixing",
        short="let out",
        rank=18,
    ),
    FigureKind("shelf", "projector.{projector}.shelf", "mm", "shelf above the floor", "6.5", "z_l − dz", "fixing"),
    FigureKind(
        "upper_row",
        "picture.{picture}.holes.upper_row",
        "mm",
        "upper hole row above the floor",
        "7.3",
        "z_t − t − r",
        "fixing",
        short="hole row",
        rank=6,
    ),
    FigureKind(
        "row",
        "picture.{picture}.holes.row.{n}",
        "mm",
        "hole row above the floor",
        "7.3",
        "z_t − t − r − below",
        "fixing",
    ),
    FigureKind(
        "hole_x", "picture.{picture}.holes.x.{n}", "mm", "hole from the left wall", "7.3", "x_c + column", "fixing"
    ),
    FigureKind(
        "hole_edge",
        "picture.{picture}.holes.edge.{n}",
        "mm",
        "hole from the left edge of what it hangs on",
        "7.3",
        "x_n − e",
        "fixing",
    ),
    FigureKind(
        "check_diagonal",
        "picture.{picture}.holes.check",
        "mm",
        "check diagonal, first hole to last",
        "7.3",
        "√(across² + down²)",
        "fixing",
    ),
    FigureKind(
        "panel_top",
        "picture.{picture}.panel_top",
        "mm",
        "panel top above the floor",
        "7.3",
        "z_c + h/2 + frame",
        "fixing",
    ),
)
