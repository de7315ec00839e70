"""What else stands on the demonstration firm's shelf, as somebody typed it off the sheets (shop.txt). All invented.

python -m oval_room.demo.shop writes gear.csv beside this file anew: the whole shelf, as an example of the format.
"""

from __future__ import annotations

from pathlib import Path
from typing import Final

from oval_room.core.plan.gear import GearItem, gear_hash
from oval_room.demo.gear import SHELF, typed

SHOP: Final[dict[str, GearItem]] = {gear_hash(item): item for item in typed("shop.txt")}
WHOLE: Final[dict[str, GearItem]] = SHELF | SHOP
"""The whole shelf."""
BESIDE: Final = Path(__file__).with_name("gear.csv")


if __name__ == "__main__":
    from oval_room.formats.gear_files import write_csv

    BESIDE.write_text(write_csv(WHOLE.values()), encoding="utf-8", newline="")
