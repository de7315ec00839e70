"""The part of fixing: hole rows, plates and poles, what they go into."""

from __future__ import annotations

from typing import Final

from oval_room.core.fixing.behind_study import BehindResult, study_behind
from oval_room.core.fixing.case_study import CaseResult, study_cases
from oval_room.core.fixing.commands import PutBench, PutHold, PutStrip
from oval_room.core.fixing.document import FixingNodes
from oval_room.core.fixing.drill_study import DrillResult, study_drill
from oval_room.core.fixing.entries import fixing_entries
from oval_room.core.fixing.figures import KINDS
from oval_room.core.fixing.frame_study import FrameResult, study_frames
from oval_room.core.fixing.load_study import LoadResult, study_loads
from oval_room.core.fixing.load_sums import LOAD_SUMS
from oval_room.core.fixing.offers import mount_here_be, stem_here_be
from oval_room.core.fixing.overhead_study import OverheadResult, study_overhead
from oval_room.core.fixing.phrases import PHRASES
from oval_room.core.fixing.sayings import SAYINGS
from oval_room.core.fixing.says import FixingCode, FixingCure
from oval_room.core.fixing.strip_study import StripResult, study_strips
from oval_room.core.fixing.study import FixingResult, study_fixing
from oval_room.core.fixing.sums import SUMS
from oval_room.core.fixing.swing_study import SwingResult, study_swing
from oval_room.core.fixing.window_study import WindowResult, study_windows
from oval_room.core.part import Offer, Part, StageSpec
from oval_room.core.projection.memory_study import MemoryResult
from oval_room.core.projection.study import ThrowResult
from oval_room.core.studies import LENSES, PICTURES, Study, call
from oval_room.core.sums.declare import SumGroup
from oval_room.core.survey.stud_study import StudResult
from oval_room.core.viewing.study import ViewResult

PART: Final = Part(
    "fixing",
    kinds=KINDS,
    codes=(FixingCode,),
    cures=(FixingCure,),
    commands=(PutBench, PutHold, PutStrip),
    studies=(
        Study(
            "fixing",
            FixingResult,
            lambda c: call(
                study_fixing,
                c.seen("room", "made", "finds", "services", "things", "openings"),
                c.given(PICTURES, LENSES, FixingNodes),
                c.gear,
                c.ruler,
                c.of(StudResult),
                c.wall,
                c.keep,
            ),
            by_wall=True,
            judges=("projector", "tv", "mount", "stem"),
        ),
        Study(
            "mount windows",
            WindowResult,
            lambda c: call(
                study_windows,
                c.seen("room", "made", "things", "seats", "openings"),
                c.given(PICTURES, FixingNodes),
                c.of(ThrowResult),
                c.of(FixingResult),
                c.of(StudResult),
                c.ruler,
                c.wall,
            ),
            by_wall=True,
        ),
        Study(
            "loads",
            LoadResult,
            lambda c: call(
                study_loads,
                c.seen("room", "made", "things"),
                c.given(PICTURES, FixingNodes),
                c.gear,
                c.of(FixingResult),
                c.of(StudResult),
                c.ruler,
                c.wall,
            ),
            by_wall=True,
            judges=("tv", "mount"),
        ),
        Study(
            "swings",
            SwingResult,
            lambda c: call(
                study_swing, c.seen("room", "things"), c.given(PICTURES, FixingNodes), c.gear, c.of(FixingResult)
            ),
            by_wall=True,
        ),
        Study(
            "behind panels",
            BehindResult,
            lambda c: call(
                study_behind,
                c.seen("room", "things", "services"),
                c.given(PICTURES, FixingNodes),
                c.gear,
                c.of(FixingResult),
            ),
            by_wall=True,
        ),
        Study(
            "frames",
            FrameResult,
            lambda c: call(
                study_frames,
                c.seen("room", "made", "finds", "things", "openings"),
                c.given(PICTURES),
                c.gear,
                c.of(StudResult),
                c.wall,
            ),
            by_wall=True,
        ),
        Study("light strips", StripResult, lambda c: call(study_strips, c.scheme.pictures, c.scheme.kept(FixingNodes))),
        Study(
            "drill windows",
            DrillResult,
            lambda c: call(
                study_drill,
                c.seen("room", "made", "things", "services", "openings"),
                c.given(PICTURES, FixingNodes),
                c.gear,
                c.of(FixingResult),
                c.of(StudResult),
                c.of(ViewResult),
                c.ruler,
                c.wall,
            ),
            by_wall=True,
        ),
        Study(
            "cases",
            CaseResult,
            lambda c: call(
                study_cases,
                c.seen("room", "made", "finds", "openings"),
                c.given(PICTURES, FixingNodes),
                c.gear,
                c.of(StudResult),
                c.of(MemoryResult),
                c.ruler,
                c.wall,
            ),
            by_wall=True,
        ),
        Study(
            "loads overhead",
            OverheadResult,
            lambda c: call(
                study_overhead,
                c.seen("room", "made"),
                c.given(PICTURES, LENSES, FixingNodes),
                c.gear,
                c.of(ThrowResult),
                c.of(FixingResult),
                c.of(WindowResult),
                c.of(CaseResult),
            ),
            by_wall=True,
        ),
    ),
    sayings=SAYINGS,
    phrases=PHRASES,
    offers=(Offer("mount", ("arm",), mount_here_be), Offer("stem", ("drop",), stem_here_be)),
    entries={"fixing": fixing_entries},
    sums=(SumGroup("Holes", SUMS), SumGroup("Loads, screws, cutting", LOAD_SUMS)),
    stage=StageSpec(
        "fixing",
        "Fixing",
        ("plate", "bolts", "plan", "elevation", "section"),
        ("upper_row", "hole_edge", "hole_x", "plate_y", "plate_x", "pole", "shelf"),
        by_wall=True,
        thrown=False,
        settles="every hole, what holds it and what it bears",
        of=("tv", "screen", "picture", "projector"),
        walled=True,
    ),
)
