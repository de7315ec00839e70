"""Every trade that draws in the shared views, in the order they draw."""

from __future__ import annotations

from typing import Final

from oval_room.drawing.arms import DRAWER as ARMS
from oval_room.drawing.cable_runs import DRAWER as CABLE_RUNS
from oval_room.drawing.drawer import Drawer
from oval_room.drawing.hanging import DRAWER as HANGING
from oval_room.drawing.projection import DRAWER as PROJECTION

DRAWERS: Final[tuple[Drawer, ...]] = (PROJECTION, HANGING, ARMS, CABLE_RUNS)
