"""Every command there is: it applies, what it did can be put back, and what another wall finds turns back to the room."""

from __future__ import annotations

import unittest
from typing import Literal

from hypothesis import Phase, find, settings
from pydantic import ValidationError

from oval_room.core.apply import apply
from oval_room.core.brief.commands import PutBrief
from oval_room.core.commands import AtWall, Command, Several, several
from oval_room.core.errors import RefusedError
from oval_room.core.job.commands import (
    Accept,
    Choose,
    Decide,
    Drop,
    LeaveGear,
    PutJob,
    PutScheme,
    PutWriting,
    Restore,
    Settle,
)
from oval_room.core.levels import Level
from oval_room.core.parts import COMMAND, COMMANDS
from oval_room.core.plan.changes import changes, grows_only
from oval_room.core.plan.measure import Number, Typed, chosen
from oval_room.core.plan.room import Corner
from oval_room.core.plan.turn import Turn
from oval_room.core.projection.commands import PutProjector
from oval_room.core.screens.commands import PutPicture, TakeGear
from oval_room.core.screens.group_commands import PutGroup
from oval_room.core.survey.commands import PutFind, PutOpening, PutPassage, PutScene, PutSeat, PutService, PutThing
from oval_room.core.survey.room_commands import PutDim, PutMade, PutOutline, PutRoom, Strike
from oval_room.demo.gear import SHELF, edition
from oval_room.demo.jobs import chapel_flat
from oval_room.demo.wired import chapel_wired
from tests.core.examples import EXAMPLE_COMMANDS, EXAMPLE_GROUND
from tests.core.making import COMMANDS as RANDOM

CHAPEL = apply(
    chapel_wired(chapel_flat()),
    several(PutScheme(id="v2", name="Other", like="v1"), PutMade(surface="w2", kind="timber")),
    SHELF,
)
QUICK = settings(max_examples=3000, database=None, phases=(Phase.generate,))
READ = Typed(value=2345.0, instrument="laser")
CORNERS = tuple(Corner(x=x, y=y) for x, y in ((0, 0), (4166, 0), (4166, 3000), (3000, 3000), (3000, 6000), (0, 6000)))
ONE_OF_EACH: tuple[Command, ...] = (
    PutJob(name="Another name", state="agreed"),
    PutWriting(unit="mm", style="mm"),
    PutScheme(id="v3", name="Third", like="v1"),
    Choose(size_school="lounge", main_seat="s2"),
    Decide(scheme="v2", why="it fits"),
    Settle(stage="picture", figures={"picture.p1.bottom": 1.0}),
    Accept(finding="throw/j1/p1", level=Level.STOP, why="the client moves next month"),
    Drop(id="p1"),
    Drop(id="s1"),
    Drop(id="v2"),
    Restore(wanted=(("survey.seats.s1.name", "Old chair", None),)),
    Several(steps=(PutSeat(id="s1", row=3), Drop(id="t1"))),
    PutBrief(who="two", games=2.0),
    PutRoom(depth=READ, finish="dark"),
    PutOutline(corners=CORNERS),
    PutDim(id="w3", value=READ),
    Strike(reading="r1"),
    PutMade(surface="ceiling", kind="concrete"),
    PutOpening(id="o9", wall="w2", along=READ, width=Typed(value=900.0)),
    PutService(id="u9", wall="w1", along=300.0, z=300.0),
    PutFind(id="f9", wall="w2", at=400.0),
    PutPassage(id="g9", width=800.0),
    PutSeat(id="s1", x=READ, eye=Typed(value=1100.0, again=True)),
    PutThing(id="t1", x_from=100.0, y_to=700.0),
    PutScene(id="k1", side=Typed(value=12.0, instrument="eye")),
    PutPicture(id="p1", x=1800.0, bottom=800.0, yaw=4.0),
    PutGroup(id="m1", kind="row", members=("p1", "p2")),
    TakeGear(id="p2", gear=edition("Tarnbeck Ember 55")),
    PutProjector(id="j1", y=3300.0, z=2000.0),
    LeaveGear(gear=(edition("Tarnbeck Ember 55"), next(iter(CHAPEL.gear_used())))),
    *EXAMPLE_COMMANDS,
)
PLACED: tuple[tuple[str, Command], ...] = (
    # what it moves, and a command that puts it where it is, as a wall that is turned to sees it
    ("seats.s1", PutSeat(id="s1", x=chosen(0.0), y=chosen(0.0))),
    ("things.t1", PutThing(id="t1", x_from=0.0, x_to=0.0, y_from=0.0, y_to=0.0)),
    ("pictures.p1", PutPicture(id="p1", x=0.0, y=0.0, yaw=0.0)),
    ("projectors.j1", PutProjector(id="j1", x=0.0, y=0.0)),
)


class EveryCommand(unittest.TestCase):
    def test_each_kind_is_here(self) -> None:
        self.assertEqual({type(command) for command in ONE_OF_EACH}, set(COMMANDS))
        self.assertEqual(len({command.model_fields["do"].default for command in COMMANDS}), len(COMMANDS))

    def test_each_kind_is_among_the_random_ones(self) -> None:
        """So that properties over random commands speak of every trade's."""
        for kind in set(COMMANDS) - {Restore, LeaveGear}:
            with self.subTest(kind.__name__):
                find(RANDOM, lambda one, kind=kind: type(one) is kind, settings=QUICK)

    def test_it_applies_and_is_put_back(self) -> None:
        for command in ONE_OF_EACH:
            with self.subTest(command.do):
                ground = EXAMPLE_GROUND.get(command.do, CHAPEL)
                after = apply(ground, command, SHELF)
                did = changes(ground, after)
                self.assertTrue(did)
                wanted = tuple(tuple(change) for change in did if not grows_only(change.path))
                before = apply(after, Restore(wanted=wanted), SHELF)
                self.assertEqual(before.model_copy(update={"readings": ground.readings}), ground)

    def test_it_is_read_again_as_it_was_written(self) -> None:
        for command in ONE_OF_EACH:
            with self.subTest(command.do):
                self.assertEqual(type(command).model_validate_json(command.model_dump_json()), command)
                if not command.ours:
                    self.assertEqual(COMMAND.validate_json(command.model_dump_json()), command)
                    continue
                for sent in (command, Several(steps=(Several(steps=(command,)),))):
                    with self.assertRaises(ValidationError):  # only the server makes it
                        COMMAND.validate_json(sent.model_dump_json())

    def test_what_stays_where_it_is_on_another_wall_stays_in_the_room(self) -> None:
        for n in (2, 3, 4):
            turn = Turn(CHAPEL.survey.room, n)
            seen = turn.plan(CHAPEL)
            for path, command in PLACED:
                kind, key = path.split(".")
                now = getattr(seen.survey if hasattr(seen.survey, kind) else seen.chosen, kind)[key]
                values = {name: self._value(now, name) for name in command.model_fields_set - {"id"}}
                still = command.model_copy(update=values).turned_back(turn, CHAPEL)
                after = apply(CHAPEL, still, SHELF)
                node = getattr(after.survey if hasattr(after.survey, kind) else after.chosen, kind)[key]
                was = getattr(CHAPEL.survey if hasattr(CHAPEL.survey, kind) else CHAPEL.chosen, kind)[key]
                for name in values:
                    with self.subTest(path, wall=n, of=name):
                        self.assertAlmostEqual(self._plain(node, name), self._plain(was, name), places=6)

    def test_a_change_at_a_wall_is_the_same_one_seen_from_any_wall(self) -> None:
        """Said of a wall of the turned room, and taken back, it changes what it would have changed there."""
        for command in (one for one in ONE_OF_EACH if isinstance(one, AtWall)):
            (field,) = (name for name in ("wall", "surface") if isinstance(getattr(command, name, None), str))
            for n in (2, 3, 4):
                turn = Turn(CHAPEL.survey.room, n)
                for key in ("w1", "w2", "w3", "w4"):
                    with self.subTest(command.do, wall=n, key=key):
                        there = command.model_copy(update={field: key})
                        back = there.turned_back(turn, CHAPEL)
                        self.assertEqual(turn.key(getattr(back, field)), key)
                        self.assertEqual(turn.key_back(turn.key(key)), key)
        self.assertEqual(PutMade(surface="ceiling", kind="slab").turned_back(turn, CHAPEL).surface, "ceiling")  # type: ignore[attr-defined]
        said = PutRoom(wall="brick").turned_back(Turn(CHAPEL.survey.room, 3), CHAPEL)
        after = apply(CHAPEL, said, SHELF).survey
        self.assertEqual((after.kind_of("w3"), after.kind_of("w1")), ("brick", CHAPEL.survey.kind_of("w1")))

    def test_a_command_that_holds_a_place_says_how_it_turns_back(self) -> None:
        with self.assertRaisesRegex(TypeError, "turned back"):

            class Forgot(Command):
                do: Literal["forgot"] = "forgot"
                x: Number | None = None

    def test_what_has_no_place_turns_back_as_it_is(self) -> None:
        turn = Turn(CHAPEL.survey.room, 3)
        for command in ONE_OF_EACH:
            if type(command).turned_back is Command.turned_back:
                self.assertIs(command.turned_back(turn, CHAPEL), command)
        inner = Several(steps=(PutPicture(id="p1", x=100.0),)).turned_back(turn, CHAPEL)
        assert isinstance(inner, Several)
        self.assertEqual(inner.steps[0], PutPicture(id="p1", x=100.0).turned_back(turn, CHAPEL))

    def test_a_step_that_is_no_command_is_refused(self) -> None:
        for raw in ('{"do":"several","steps":[{"do":"fly"}]}', '{"do":"several","steps":[3]}', '{"do":"fly"}'):
            with self.subTest(raw), self.assertRaises(ValueError):
                COMMAND.validate_json(raw)
        with self.assertRaises(RefusedError):
            apply(CHAPEL, Drop(id="v1"), SHELF) and apply(apply(CHAPEL, Drop(id="v1"), SHELF), Drop(id="v2"), SHELF)

    @staticmethod
    def _plain(node: object, name: str) -> float:
        value = getattr(node, name, None)
        value = getattr(node.pose, name) if value is None else value  # type: ignore[attr-defined]
        return float(getattr(value, "value", value))

    def _value(self, node: object, name: str) -> object:
        value = self._plain(node, name)
        return chosen(value) if name in ("x", "y") and not hasattr(node, "pose") else value


if __name__ == "__main__":
    unittest.main()
