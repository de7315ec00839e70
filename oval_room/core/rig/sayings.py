"""How people say which screens stand round a seat."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Final

from oval_room.core.rig.fan import MOST_TURN
from oval_room.core.rig.phrases import AWAY
from oval_room.core.rig.rig import shown_rig
from oval_room.core.tape.phrase import Here
from oval_room.core.tape.sayings import Saying, about, grouped

FAR: Final = (600.0, 700.0, 800.0)
"""How far a rig's centre is offered where nobody said it [mm] (planning values of ours)."""
_HOW_FAR: Final = "How far is the centre from the eye?"
_WHERE: Final = "Where does the driver's eye come, from the display wall?"
_MANY: Final = {"triple": "three", "triples": "three", "quad": "four"}
_THREE: Final = "{n:triple|triples|three|quad|four} {size:size} [monitors|screens|displays|tvs|panels] [wide]"
_PAIR: Final = "{n:two|dual|double} {size:size} [monitors|screens|displays]"
_ONE: Final = "[one|single] {size:size} (ultrawide|ultra wide|super ultrawide) [monitor|screen]"


def _round_a_seat(here: Here, line: str, far: float) -> list[str]:
    """A rig stands round a seat: where there is none, a line asks for it, behind where the screens would be."""
    if here.plan.survey.seats:
        return [line]
    return [f"seat {here.show(far + behind)}; {line}" for behind in BEHIND]


BEHIND: Final = (600.0, 1200.0)
"""How far from the wall a rig's centre is offered where no seat is placed yet [mm] (planning values of ours)."""


def _away(line: str) -> Callable[[Here, Mapping[str, str]], list[str]]:
    """A line with no distance, at each that is usual."""

    def made(here: Here, said: Mapping[str, str]) -> list[str]:
        count = _MANY.get(said.get("n", "").lower(), said.get("n", "").lower())
        lines = [(line.format(n=count, size=said["size"], d=here.show(far)), far) for far in FAR]
        return [whole for one, far in lines for whole in _round_a_seat(here, one, far)[:1]]

    return made


def _round(here: Here, said: Mapping[str, str]) -> list[str]:
    count = said["n"].lower()
    return _round_a_seat(
        here, f"rig {_MANY.get(count, count)} {said['size']} at {said['d']}", here.length(said["d"], AWAY)
    )


def _one(here: Here, said: Mapping[str, str]) -> list[str]:
    return _round_a_seat(here, f"rig one {said['size']} at {said['d']}", here.length(said["d"], AWAY))


def _with_gap(here: Here, said: Mapping[str, str]) -> str:
    count = said["n"].lower()
    return f"rig {_MANY.get(count, count)} {said['size']}, gap {said['gap']} at {said['d']}"


_WITH_OVER: Final = "[rig] (triple|three) {size:size} (and|plus|with) {over:size} (above|on top|over it|over them)"


def _over(here: Here, said: Mapping[str, str]) -> list[str]:
    """Three and another over them, with no distance, at each that is usual."""
    lines = [(f"rig three {said['size']} and {said['over']} above at {here.show(far)}", far) for far in FAR]
    return [whole for one, far in lines for whole in _round_a_seat(here, one, far)[:1]]


def _more(here: Here, said: Mapping[str, str]) -> str | None:
    """The sides turned by so much more or less than they are."""
    _, rig = shown_rig(here.plan.chosen, here.plan.survey.seats, here.subject.picture) or ("", None)
    if rig is None:
        return None
    turn = rig.set_turn + (1 if said["way"].lower() == "more" else -1) * float(said["a"])
    return f"turn {min(max(turn, 0.0), MOST_TURN):.1f}"


SAYINGS: Final[tuple[Saying, ...]] = (
    Saying(_THREE + " {d:length} [with] gap {gap:length}", _with_gap),
    Saying("(gap|gaps) {gap:length}", "rig gap {gap}", when=about("rig")),
    Saying("rig {d:length} [away|back]", "rig away {d}", when=grouped("rig")),
    Saying(
        "[rig] (lean|leans|leaned) {way:back|forward} {a:number} [degrees|deg|°]",
        "rig lean {a} {way}",
        when=grouped("rig"),
    ),
    Saying("wheel {d:length} [ahead|out]", "wheel base {d}", when=grouped("rig")),
    Saying("sides square", "turn square", when=grouped("rig")),
    Saying("rig " + _THREE, _away("rig {n} {size} at {d}"), ask=_HOW_FAR),
    Saying("[rig] (triple|three) {size:size} (and|plus|with) one above [at] {d:length}", "rig four {size} at {d}"),
    Saying("[rig] (triple|three) {size:size} (and|plus|with) one above", _away("rig four {size} at {d}"), ask=_HOW_FAR),
    Saying(_WITH_OVER + " [at] {d:length}", "rig three {size} and {over} above at {d}"),
    Saying(_WITH_OVER, _over, ask=_HOW_FAR),
    Saying("{n:triple|three|four} (monitors|screens) {size:size} {d:length} [away|back]", _round),
    Saying("{n:triple|three|four} (monitors|screens) {size:size}", _away("rig {n} {size} at {d}"), ask=_HOW_FAR),
    Saying(_THREE + " [away] {d:length} [away|back|from eye|from eyes|from me]", _round, ask=_WHERE),
    Saying(_THREE, _away("rig {n} {size} at {d}"), ask=_HOW_FAR),
    Saying(_PAIR + " {d:length} [away|back|from eye]", "desk screens two {size} at {d}"),
    Saying(_PAIR, _away("desk screens two {size} at {d}"), ask="How far are they from the eye?"),
    Saying(_ONE + " {d:length} [away|back|from eye]", _one, ask=_WHERE),
    Saying("(ultrawide|ultra wide) {size:size} {d:length} [away|back]", _one, ask=_WHERE),
    Saying(_ONE, _away("rig one {size} at {d}"), ask=_HOW_FAR),
    Saying("[side|sides] (angle|angles) {a:number} [degrees|deg|°]", "turn {a}"),
    Saying("turn [sides] [in] {a:number} [degrees|deg|°] {way:more|less}", _more, when=grouped("rig")),
    Saying("(backglass|back glass|backbox) {what:words}", "cabinet back {what}"),
    Saying("(playfield|play field) {what:words}", "cabinet playfield {what}"),
    Saying("(pinball|table sim|virtual pinball) cabinet {sizes:sizes}", "cabinet {sizes}"),
)
