"""What each trade brings to the tests of all trades: `tests/core/<trade>/example.py` with PLANS, COMMANDS and RANDOM, found here."""

from __future__ import annotations

from importlib import import_module
from pathlib import Path

from hypothesis import strategies as st

from oval_room.core.commands import Command
from oval_room.core.parts import PARTS
from oval_room.core.plan.document import Plan

_HERE = Path(__file__).parent
_MODULES = [
    import_module(f"tests.core.{part.name}.example") for part in PARTS if (_HERE / part.name / "example.py").is_file()
]
EXAMPLE_PLANS: tuple[Plan, ...] = tuple(plan for module in _MODULES for plan in module.PLANS)
"""Plans in which all that a trade can find and figure is seen."""
EXAMPLE_RANDOM: tuple[st.SearchStrategy[Command], ...] = tuple(module.RANDOM for module in _MODULES)
"""A trade's commands as somebody might give them, in any order."""
EXAMPLE_COMMANDS: tuple[Command, ...] = tuple(command for module in _MODULES for command in module.COMMANDS)
"""One of each of a trade's commands, for the chapel flat."""
EXAMPLE_GROUND: dict[str, Plan] = {
    do: plan for module in _MODULES for do, plan in getattr(module, "GROUND", {}).items()
}
"""The plan that a command is for instead, by what it does."""
