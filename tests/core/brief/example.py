"""What the brief keeps beside its answers: notes."""

from __future__ import annotations

from typing import Final

from hypothesis import strategies as st

from oval_room.core.brief.commands import AddNote, DropNote
from oval_room.core.commands import Command
from oval_room.core.plan.document import Plan, new_plan
from tests.core.survey.rooms import say

NOTED: Final = say(new_plan("noted"), "note the client wants it lower", "note the dog sleeps under the screen")
PLANS: Final[tuple[Plan, ...]] = (NOTED,)
COMMANDS: Final[tuple[Command, ...]] = (AddNote(text="no shoes in the house"), DropNote(number=2))
GROUND: Final[dict[str, Plan]] = {"drop note": NOTED}
RANDOM: Final[st.SearchStrategy[Command]] = st.one_of(
    st.builds(AddNote, text=st.text("abc def", min_size=1, max_size=20)), st.builds(DropNote, number=st.integers(0, 3))
)
