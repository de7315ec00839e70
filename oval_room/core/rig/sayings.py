"""How people say which screens stand round a seat."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Final

from oval_room.core.tape.phrase import Here
from oval_room.core.tape.sayings import Saying

FAR: Final = (600.0, 700.0, 800.0)
"""How far a rig's centre is offered where nobody said it [mm] (planning values of ours)."""
_HOW_FAR: Final = "How far is the centre from the eye?"
_MANY: Final = {"triple": "three", "triples": "three", "quad": "four"}
_THREE: Final = "{n:triple|triples|three|quad|four} {size:size} [monitors|screens|displays|tvs|panels] [wide]"
_PAIR: Final = "{n:two|dual|double} {size:size} [monitors|screens|displays]"
_ONE: Final = "[one|single] {size:size} (ultrawide|ultra wide|super ultrawide) [monitor|screen]"


def _away(line: str) -> Callable[[Here, Mapping[str, str]], list[str]]:
    """A line with no distance, at each that is usual."""

    def made(here: Here, said: Mapping[str, str]) -> list[str]:
        count = _MANY.get(said.get("n", "").lower(), said.get("n", "").lower())
        return [line.format(n=count, size=said["size"], d=here.show(far)) for far in FAR]

    return made


def _round(here: Here, said: Mapping[str, str]) -> str:
    count = said["n"].lower()
    return f"rig {_MANY.get(count, count)} {said['size']} at {said['d']}"


def _with_gap(here: Here, said: Mapping[str, str]) -> str:
    count = said["n"].lower()
    return f"rig {_MANY.get(count, count)} {said['size']}, gap {said['gap']} at {said['d']}"


def _has_rig(here: Here) -> bool:
    return any(group.kind == "rig" for group in here.plan.chosen.groups.values())


SAYINGS: Final[tuple[Saying, ...]] = (
    Saying(_THREE + " {d:length} [with] gap {gap:length}", _with_gap),
    Saying("(gap|gaps) {gap:length}", "rig gap {gap}", when=_has_rig),
    Saying("rig {d:length} [away|back]", "rig away {d}", when=_has_rig),
    Saying(
        "[rig] (lean|leans|leaned) {way:back|forward} {a:number} [degrees|deg|°]", "rig lean {a} {way}", when=_has_rig
    ),
    Saying("wheel {d:length} [ahead|out]", "wheel base {d}", when=_has_rig),
    Saying("sides square", "turn square", when=_has_rig),
    Saying("rig " + _THREE, _away("rig {n} {size} at {d}"), ask=_HOW_FAR),
    Saying("[rig] (triple|three) {size:size} (and|plus|with) one above [at] {d:length}", "rig four {size} at {d}"),
    Saying("[rig] (triple|three) {size:size} (and|plus|with) one above", _away("rig four {size} at {d}"), ask=_HOW_FAR),
    Saying("{n:triple|three|four} (monitors|screens) {size:size} {d:length} [away|back]", _round),
    Saying("{n:triple|three|four} (monitors|screens) {size:size}", _away("rig {n} {size} at {d}"), ask=_HOW_FAR),
    Saying(_THREE + " [away] {d:length} [away|back|from eye|from eyes|from me]", _round),
    Saying(_THREE, _away("rig {n} {size} at {d}"), ask=_HOW_FAR),
    Saying(_PAIR + " {d:length} [away|back|from eye]", "desk screens two {size} at {d}"),
    Saying(_PAIR, _away("desk screens two {size} at {d}"), ask="How far are they from the eye?"),
    Saying(_ONE + " {d:length} [away|back|from eye]", "rig one {size} at {d}"),
    Saying(_ONE, _away("rig one {size} at {d}"), ask=_HOW_FAR),
    Saying("[side|sides] (angle|angles) {a:number} [degrees|deg|°]", "turn {a}", when=_has_rig),
    Saying("(backglass|back glass|backbox) {what:words}", "cabinet back {what}"),
    Saying("(playfield|play field) {what:words}", "cabinet playfield {what}"),
    Saying("(pinball|table sim|virtual pinball) cabinet {sizes:sizes}", "cabinet {sizes}"),
)
