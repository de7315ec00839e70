"""The part of signals: devices, cables, what arrives, sound, power (rules 3.6, 10, 11, 12)."""

from __future__ import annotations

from typing import Final

from oval_room.core.array.document import Arrays
from oval_room.core.array.study import ArrayResult
from oval_room.core.part import Part, StageSpec
from oval_room.core.signal.boxes import lenses
from oval_room.core.signal.button_study import ButtonResult, study_buttons
from oval_room.core.signal.commands import (
    KeepCure,
    MoveCables,
    PutButton,
    PutCable,
    PutDevice,
    PutListed,
    PutPower,
    PutSpare,
    PutSpot,
    SetInput,
)
from oval_room.core.signal.document import Routing
from oval_room.core.signal.entries import signal_entries
from oval_room.core.signal.figures import KINDS
from oval_room.core.signal.grips import GRIPS
from oval_room.core.signal.phrases import PHRASES
from oval_room.core.signal.runs_study import RunsResult, study_runs
from oval_room.core.signal.sayings import SAYINGS
from oval_room.core.signal.says import SignalCode, SignalCure
from oval_room.core.signal.site_study import SiteResult, study_site
from oval_room.core.signal.study import RoutingResult, study_routing
from oval_room.core.signal.sums import SUMS
from oval_room.core.studies import LENSES, PICTURES, Study, call
from oval_room.core.sums.declare import SumGroup

PART: Final = Part(
    "signal",
    kinds=KINDS,
    codes=(SignalCode,),
    cures=(SignalCure,),
    commands=(PutSpot, PutDevice, PutCable, MoveCables, PutSpare, PutListed, SetInput, PutButton, KeepCure, PutPower),
    sayings=SAYINGS,
    phrases=PHRASES,
    grips=GRIPS,
    entries={"routing": signal_entries},
    studies=(
        Study(
            "cable runs",
            RunsResult,
            lambda c: call(
                study_runs,
                c.seen("room", "openings", "services"),
                c.scheme.pictures,
                lenses(c.scheme),
                c.scheme.kept(Routing),
            ),
        ),
        Study(
            "routing",
            RoutingResult,
            lambda c: call(
                study_routing,
                c.unplaced(PICTURES, LENSES, Routing, Arrays),
                c.gear,
                c.of(RunsResult).lengths,
                c.plan.brief,
                c.of(ArrayResult).driving,
                c.keep,
            ),
        ),
        Study(
            "signals on site",
            SiteResult,
            lambda c: call(
                study_site,
                c.seen("room", "services"),
                c.given(PICTURES, LENSES, Routing, Arrays),
                c.gear,
                c.of(RunsResult),
            ),
        ),
        Study("buttons", ButtonResult, lambda c: call(study_buttons, c.given(PICTURES, Routing), c.gear)),
    ),
    sums=(SumGroup("Signals, cables, power", SUMS),),
    stage=StageSpec(
        "routing",
        "Routing",
        ("signals", "plan", "elevation"),
        ("route_spare", "route_lag", "route_cables", "route_circuit"),
        hint="device Kestrel, or link Kestrel > wall TV",
        settles="what goes to which display, over which cable",
        empty="Place a picture first: tv 65 or screen 110. Then: device and its name.",
    ),
)
