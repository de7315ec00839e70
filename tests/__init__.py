"""Tests. The property tests draw the same examples everywhere; with OVAL_ROOM_EXPLORE set they explore, and with
OVAL_ROOM_DEEP (`bin/test --deep`) those that take long draw all of theirs."""

import os

from hypothesis import HealthCheck, settings

from oval_room.core.solve.within import Watch

settings.register_profile("steady", derandomize=True, deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.register_profile("exploring", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("exploring" if os.environ.get("OVAL_ROOM_EXPLORE") else "steady")

os.environ.setdefault("OVAL_ROOM_FAULTS_RAISE", "1")  # a view that fails, fails its test

Watch.patience = 100.0  # on a slow machine answers are as on a quick one; what is cut short has a test of its own


def long(examples: int, *, share: int = 3) -> int:
    """How many examples a property test draws that takes long: a share of them, all with --deep."""
    return examples if os.environ.get("OVAL_ROOM_DEEP") else max(examples // share, 4)
