"""A short walk of the wanderer (scripts/wander), and that it sees what is wrong."""

from __future__ import annotations

import tempfile
import unittest
from pathlib import Path
from unittest import mock

from oval_room.core.solve.within import Watch
from oval_room.store.store import Store
from tests.wander import Fault, Step, World, follow, shortest, shows, wander


class Short(unittest.TestCase):
    def setUp(self) -> None:
        self.addCleanup(setattr, Watch, "patience", Watch.patience)

    def test_nothing_goes_wrong(self) -> None:
        done, fault = wander(8.0, 20261201, apart=False, patience=0.0)
        self.assertEqual(fault, "")
        self.assertGreater(done["say"], 5)

    def test_it_sees_a_process_that_says_what_is_not_stored(self) -> None:
        """A process whose memory differs from the file is found by the next look, and the shortest way to it is told."""
        steps = [
            Step(0, "make", 0, {"name": "Den", "units": "mm"}),
            Step(0, "say", 0, {"line": "seat 3000 mm"}),
            Step(1, "say", 0, {"line": "room 4000 x 5000 x 2400 mm"}),
            Step(0, "say", 0, {"line": "seat 3600 mm"}),
        ]
        with tempfile.TemporaryDirectory() as folder:
            world = World(Path(folder), apart=False)
            self.addCleanup(world.close)
            follow(world, steps, None, 0.0, [])
            stale = world.clients[1].app.state.store
            real, revision = stale.head, stale.head(world.jobs[0])
            follow(world, [Step(0, "say", 0, {"line": "seat 3900 mm"})], None, 0.0, [])
            told = self.assertRaisesRegex(Fault, "differs from what a fresh process says")
            with mock.patch.object(stale, "head", lambda job: revision if job == world.jobs[0] else real(job)), told:
                world.look(0, 0, ("survey",))
            with mock.patch.object(Store, "row", lambda *_: 1 / 0), self.assertRaises(ZeroDivisionError):
                world.do(steps[1])

    def test_the_shortest_way(self) -> None:
        """What the fault does not need is left out."""
        steps = [Step(0, "name", n, {"n": n, "name": "x"}) for n in range(12)]

        def only(some: list[Step], same: str) -> bool:
            return {3, 8} <= {one.job for one in some}

        with mock.patch("tests.wander.shows", only):
            self.assertEqual([one.job for one in shortest(steps, "x", 20.0)], [3, 8])
        self.assertFalse(shows([], "x"))


if __name__ == "__main__":
    unittest.main()
