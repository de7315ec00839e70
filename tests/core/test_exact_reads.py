"""What a change sets working: exactly the studies that read what it touched, and no others."""

import unittest
from typing import Any, Final

from oval_room.core.apply import apply
from oval_room.core.evaluate import Evaluator
from oval_room.core.plan.document import Plan
from oval_room.core.studies import Case, Study
from oval_room.core.subject import Subject
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Heard
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat
from oval_room.demo.wired import chapel_wired

CHANGES: Final[dict[str, list[str]]] = {
    'name Chapel': [],
    'client: Ada': [],
    'tariff 0.4': ['buttons', 'cable runs', 'routing', 'signals on site', 'walls'],
    'cable c1 3 m': ['buttons', 'cable runs', 'routing', 'signals on site', 'walls'],
    'hang shelf w2 at 3\', 32" x 8" x 10" up 4\'6, 15 kg': ['hanging', 'ultra-short'],
    'made of w3 brick': ['behind panels', 'cases', 'drill windows', 'fixing', 'frames', 'hanging', 'loads', 'loads overhead', 'mount windows', 'studs', 'swings'],
    "throw 11'": ['beam', 'behind panels', 'bodies', 'cable runs', 'cases', 'drill windows', 'editions', 'fixing', 'hanging', 'head room', 'light', 'loads', 'loads overhead', 'memories', 'mount windows', 'noise', 'routing', 'screens', 'signals on site', 'swings', 'throw', 'ultra-short', 'upkeep', 'use', 'wide films'],
    "seat 11'2": ['beam', 'closure', 'desks', 'drill windows', 'glare', 'head room', 'loads overhead', 'mount windows', 'noise', 'outlines', 'rigs', 'sound', 'survey', 'viewing'],
    'scene lamps 30 lux': ['light', 'survey'],
    'school cinema': ['drill windows', 'viewing'],
}  # fmt: skip
"""A line said to the chapel flat, and the studies that may look again."""


class Counting(Evaluator):
    """Says which studies ran."""

    def __init__(self) -> None:
        super().__init__()
        self.ran: set[str] = set()

    def _run(self, study: Study[Any], name: str, case: Case) -> Any:
        asked = study.asks(case)

        def run() -> Any:
            self.ran.add(study.name)
            return asked()

        return self._keep(name, asked.given, run)


def ran(plan: Plan, line: str) -> set[str]:
    """The studies that a line sets working, just after the plan was worked out."""
    evaluator = Counting()
    evaluator(plan, SHELF)
    evaluator.ran.clear()
    subject = Subject("p1", plan.survey.main, next(iter(plan.survey.scenes)), "j1")
    heard = hear(plan, SHELF, line, subject)
    assert isinstance(heard, Heard), heard
    evaluator(apply(plan, heard.command, SHELF), SHELF)
    return evaluator.ran


class ExactReads(unittest.TestCase):
    def test_a_change_sets_working_what_reads_it_alone(self) -> None:
        plan = chapel_wired(chapel_flat())
        for line, studies in CHANGES.items():
            with self.subTest(line):
                self.assertEqual(sorted(ran(plan, line)), studies)


if __name__ == "__main__":
    for said in CHANGES:
        print(said, sorted(ran(chapel_wired(chapel_flat()), said)))
