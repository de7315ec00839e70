"""Study of the buttons: is one thing told two acts at once, does the cloth come down into a TV that is swung out, is
the tray out before there is light, is all undone again, how long is the wait (rules 10.13)."""

from __future__ import annotations

from collections.abc import Iterator

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Mount, Screen
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.screens.placing import COMES_DOWN
from oval_room.core.signal.buttons import Played, before, clashes, left_on, longest, timeline, whole_time
from oval_room.core.signal.document import Button, Routing
from oval_room.core.signal.figures import KINDS
from oval_room.core.signal.says import SignalCode


@record
class ButtonResult(Result):
    """What the buttons do."""


def study_buttons(scheme: Scheme, gear: GearShelf) -> ButtonResult:
    """Every button of a scheme."""
    buttons = scheme.kept(Routing).buttons
    if not buttons:
        return ButtonResult({}, ())
    book, out = FigureBook(KINDS), list[Finding]()
    for key, button in buttons.items():
        whole = whole_time(button)
        book.add("button_time", whole, Input("t", "its last step done", whole, "s"), subject=button.name, thing=key)
        out += [*_twice(key, button), *_into_a_panel(key, button, scheme, gear), *_tray(key, button)]
        most = longest(button)
        if most is not None:
            more = {"button": button.name, "of": most.step.of, "act": most.step.act, "takes": most.end - most.start}
            out.append(
                Finding(SignalCode.BUTTON_WAIT, Level.NOTE, "10.13", {"thing": key}, whole, None, "s", more=more)
            )
    for of, act, undo in left_on(list(buttons.values())):
        more = {"of": of, "act": act, "undo": undo, "part": f"{of} {act}"[:30]}
        out.append(Finding(SignalCode.BUTTON_LEFT_ON, Level.MIND, "10.13", {}, more=more))
    return ButtonResult(book.figures, tuple(out))


def _twice(key: str, button: Button) -> Iterator[Finding]:
    for n, (one, other) in enumerate(clashes(button)):
        more = {"button": button.name, "of": one.step.of, "one": one.step.act, "other": other.step.act, "part": str(n)}
        overlap = min(one.end, other.end) - max(one.start, other.start)
        yield Finding(SignalCode.BUTTON_TWICE, Level.STOP, "10.13", {"thing": key}, overlap, 0.0, "s", more=more)


def _named(step: Played, picture: Picture) -> bool:
    return step.step.of.lower() == picture.name.lower()


def _into_a_panel(key: str, button: Button, scheme: Scheme, gear: GearShelf) -> Iterator[Finding]:
    """A cloth that comes down before a panel on an arm: the arm goes in first."""
    for name, cloth in scheme.pictures.items():
        item = gear.get(cloth.gear or "")
        down = next((one for one in timeline(button) if _named(one, cloth) and one.step.act.lower() == "down"), None)
        if down is None or not isinstance(item, Screen) or item.way not in COMES_DOWN:
            continue
        for panel in _on_arms_behind(name, cloth, scheme, gear):
            if not before(button, [(panel.name.lower(), "arm in"), (panel.name.lower(), "in")], down):
                more = {"button": button.name, "cloth": cloth.name, "panel": panel.name, "part": panel.name[:20]}
                yield Finding(SignalCode.BUTTON_ARM, Level.STOP, "10.13", {"thing": key}, more=more)


def _on_arms_behind(name: str, cloth: Picture, scheme: Scheme, gear: GearShelf) -> Iterator[Picture]:
    for key, panel in scheme.pictures.items():
        mount = gear.get(panel.mount or "")
        across = abs(panel.pose.x - cloth.pose.x) < (panel.across + cloth.across) / 2
        if (
            key != name
            and panel.kind == "panel"
            and isinstance(mount, Mount)
            and (mount.reach or mount.swivel)
            and across
        ):
            yield panel


def _tray(key: str, button: Button) -> Iterator[Finding]:
    """Light only when the tray is out."""
    played = timeline(button)
    for out in (one for one in played if one.step.act.lower() == "tray out"):
        for light in (one for one in played if one.step.act.lower() == "on" and one.step.of == out.step.of):
            if light.start < out.end - 1e-9:
                more = {"button": button.name, "of": out.step.of}
                early = out.end - light.start
                yield Finding(SignalCode.BUTTON_TRAY, Level.STOP, "10.13", {"thing": key}, early, 0.0, "s", more=more)
