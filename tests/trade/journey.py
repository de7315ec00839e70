"""What an installer does with the added trade: run by `tests/test_add_a_trade.py` where the copy has it."""

# mypy: ignore-errors

from __future__ import annotations

import json
import re
import unittest
import zlib
from unittest import mock

from oval_room.core.dusting.commands import PutCloth
from oval_room.core.dusting.document import Dusting

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.figures import show_figure
from oval_room.core.plan.document import Plan
from oval_room.core.plan.turn import Turn
from oval_room.core.words import names_of
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat
from oval_room.formats.job_file import read_job, write_job
from oval_room.store.store import Store
from tests.web.serving import HTML, WebCase


class Core(unittest.TestCase):
    plan = apply(chapel_flat(), PutCloth(id="d1", name="yellow", wall="w2"), SHELF)

    def test_it_is_named_and_turned_like_the_rest(self) -> None:
        self.assertEqual(names_of(self.plan)["d1"], "yellow")
        turn = Turn(self.plan.survey.room, 2)
        seen = turn.plan(self.plan)
        self.assertEqual(seen.kept(Dusting).cloths["d1"].wall, "w1")
        back = PutCloth(id="d1", name="yellow", wall="w1").turned_back(turn, seen)
        self.assertEqual(apply(self.plan, back, SHELF), self.plan)

    def test_it_is_figured_in_its_own_unit(self) -> None:
        report = evaluate(self.plan, SHELF)
        self.assertRegex(show_figure(report.figures["dusting.p1.wipes"], self.plan.writing.ruler), r"^\d+\.\d wipes$")

    def test_job_files_carry_it(self) -> None:
        plan, _ = read_job(write_job(self.plan, SHELF))
        self.assertEqual(plan, self.plan)


class Web(WebCase):
    def page(self, job: str, of: str = "dusting") -> str:
        answer = self.client.get(f"/jobs/{job}/{of}", headers=HTML)
        self.assertEqual(answer.status_code, 200)
        return re.sub(r"\s+", " ", str(answer.text))

    def told(self, job: str) -> dict[str, object]:
        """The cloths, as another process would read them."""
        return Store(self.store.path).head(job).plan.kept(Dusting).cloths

    def test_its_stage_has_a_view_a_figure_and_a_page(self) -> None:
        page = self.page(self.chapel)
        for said in ("settle Dusting", 'data-view="wipes"', " wipes<", "/cloths", 'data-subject="wall"'):
            self.assertIn(said, page)
        self.assertNotIn('data-subject="cloth"', page)

    def test_a_job_from_before_the_trade_takes_what_it_keeps(self) -> None:
        """Its first revision was written when no part kept anything of the job itself."""

        def as_before(plan: Plan) -> bytes:
            document = plan.model_dump(mode="json")
            del document["more"], document["survey"]["more"]
            return zlib.compress(json.dumps(document).encode(), 6)

        with (
            mock.patch("oval_room.store.documents.whole", as_before),
            mock.patch("oval_room.store.revisions.whole", as_before, create=True),
        ):
            job = self.store.create(chapel_flat(), "tester", "made")
        self.assertEqual(self.say(job, "cloth hook w2 yellow", stage="dusting").status_code, 200)
        self.assertEqual([cloth.name for cloth in self.told(job).values()], ["yellow"])

    def test_what_is_said_is_kept_shown_undone_and_dropped(self) -> None:
        job = self.copy_of(self.chapel)
        self.assertEqual(self.say(job, "cloth hook w2 yellow", stage="dusting").status_code, 200)
        self.assertEqual([cloth.name for cloth in self.told(job).values()], ["yellow"])
        self.assertIn("yellow on w2", self.page(job, "cloths"))
        self.assertIn('data-subject="cloth"', self.page(job))
        for line, left in (("undo", 0), ("redo", 1), ("drop yellow", 0)):
            self.assertEqual(self.say(job, line, stage="dusting").status_code, 200, line)
            self.assertEqual(len(self.told(job)), left, line)
