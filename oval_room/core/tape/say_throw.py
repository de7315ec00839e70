"""The throw and the fixing: projector, lens, mounts: what can be said about it on the tape line."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from oval_room.core.commands import Command, several
from oval_room.core.errors import RefusedError
from oval_room.core.evaluate import evaluate
from oval_room.core.fixing.study import FixingResult
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.measure import next_id
from oval_room.core.plan.placed import Pose
from oval_room.core.plan.turn import turned_for
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.throw import distances
from oval_room.core.screens.commands import PutPicture
from oval_room.core.tape.grammar import Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import number, one_of


def _projector(here: Here, rest: str) -> Heard:
    gear = here.gear_named(rest, "projector")
    projectors = here.plan.chosen.projectors
    if projectors:
        key, projector = here.projector()
        return Heard(
            f"{projector.name}: now {here.gear[gear].name}", several(PutProjector(id=key, gear=gear, name=here.gear[gear].name))
        )
    screens = [key for key, picture in here.plan.chosen.pictures.items() if picture.kind == "screen"]
    if not screens:
        raise RefusedError("place the screen it shows first: screen 110")
    shows = here.subject.picture if here.subject.picture in screens else screens[0]
    put = PutProjector(id=next_id("j", set(projectors)), gear=gear, shows=shows)
    return Heard(f"New projector {here.gear[gear].name} for {here.plan.chosen.pictures[shows].name}", put)


def _own(here: Here, shows: str, put: Command) -> Command:
    """A command in the frame of the picture's own wall, as one for the room."""
    turn = turned_for(here.plan, shows)
    return put.turned_back(turn, here.plan) if turn else put


def _place(here: Here, shows: str, pose: Pose) -> tuple[float, float]:
    """A pose in the frame of the picture's own wall: along it and out from it [mm]."""
    turn = turned_for(here.plan, shows)
    return turn.wall.own(pose.x, pose.y) if turn else (pose.x, pose.y)


def _throw(here: Here, rest: str) -> Heard:
    key, projector = here.projector()
    value = here.length(rest)
    _, plane = _place(here, projector.shows, here.plan.chosen.pictures[projector.shows].pose)
    say = f"Throw {here.show(value)}, lens to screen"
    return Heard(say, _own(here, projector.shows, PutProjector(id=key, y=plane + value)))


def _screen_to_lens(here: Here, rest: str) -> Heard:
    """The throw with the lens held: the screen comes forward or goes back."""
    _, projector = here.projector()
    _, lens = _place(here, projector.shows, projector.pose)
    y = lens - here.length(rest)
    if y < 0:
        raise RefusedError(f"the lens is only {here.show(lens)} from the wall; move the lens")
    picture = here.plan.chosen.pictures[projector.shows]
    put = _own(here, projector.shows, PutPicture(id=projector.shows, y=y))
    return Heard(f"{picture.name}: surface {here.show(y)} from the wall, lens held", put)


def _lens_up(here: Here, rest: str) -> Heard:
    key, _ = here.projector()
    value = here.length(rest)
    return Heard(f"Lens height {here.show(value)} from the floor", PutProjector(id=key, z=value))


def _lens_along(here: Here, rest: str) -> Heard:
    key, projector = here.projector()
    value = here.length(rest)
    put = _own(here, projector.shows, PutProjector(id=key, x=value))
    return Heard(f"Lens {here.show(value)} from the left wall", put)


def _lens(here: Here, rest: str) -> Heard:
    """A bare lens length is a height or a throw: whichever is possible here, else it asks."""
    _key, projector = here.projector()
    value, ceiling = here.length(rest), here.plan.survey.room.height.value
    item = here.gear.get(projector.gear)
    picture = here.plan.chosen.pictures[projector.shows]
    likely = False
    if isinstance(item, ProjectorGear):
        span = distances(picture.width.value, item.lens)
        likely = 0.6 * span.least <= value <= 1.5 * span.greatest
    high = 0.25 * ceiling <= value < ceiling
    if likely and not high:
        return _throw(here, rest)
    if high and not likely:
        return _lens_up(here, rest)
    raise Ask(f"Is {here.show(value)} the lens's height or its throw?", f"lens up {rest}", f"throw {rest}")


def _hang(here: Here, rest: str) -> Heard:
    key, projector = here.projector()
    word = one_of(rest, ("hung", "upright"))
    return Heard(
        f"{projector.name}: {'hung inverted' if word == 'hung' else 'upright on a shelf'}",
        PutProjector(id=key, hung=word == "hung"),
    )


def _mode(here: Here, rest: str) -> Heard:
    key, projector = here.projector()
    share = number(rest, "the share of light the mode leaves, in %,", 1, 100)
    return Heard(f"{projector.name}: the mode leaves {share:g} %", PutProjector(id=key, mode=share / 100))


def _age(here: Here, rest: str) -> Heard:
    key, projector = here.projector()
    word = one_of(rest, ("new", "lamp", "led", "laser"))
    words = "new" if word == "new" else f"{word} at mid-life"
    return Heard(f"{projector.name}: light source {words}", PutProjector(id=key, age=word))


def _mount(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    gear = here.gear_named(rest, "mount", "panel")
    if picture.kind != "panel":
        raise RefusedError(f"{picture.name} takes no wall mount; make the TV the subject first")
    return Heard(f"{picture.name} on {here.gear[gear].name}", PutPicture(id=key, mount=gear))


def _stem(here: Here, rest: str) -> Heard:
    key, projector = here.projector()
    gear = here.gear_named(rest, "mount", "projector")
    return Heard(f"{projector.name} on {here.gear[gear].name}", PutProjector(id=key, mount=gear))


def _plate(axis: str) -> Callable[[Here, str], Heard]:
    """The mount plate at a place: the lens goes along, as far off the plate as the projector's own figures say."""

    def make(here: Here, rest: str) -> Heard:
        key, projector = here.projector()
        plate = evaluate(here.plan, here.gear).of(FixingResult).plates.get(key)
        if plate is None:
            raise RefusedError(f"{projector.name} has no plate figures; choose a projector from the shelf")
        value = here.length(rest)
        now = dict(zip("xy", _place(here, projector.shows, projector.pose), strict=True))
        lens = now[axis] + value - getattr(plate, axis)
        where = "from the display wall" if axis == "y" else "from the left wall"
        put = _own(here, projector.shows, PutProjector.model_validate({"id": key, axis: lens}))
        return Heard(f"Plate {here.show(value)} {where}, lens with it", put)

    return make


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase("projector", "a name", "a projector from the shelf", "projector Heron", "throw", _projector),
    Phrase("throw", "a length", "lens to screen", "throw 13'4", "throw", _throw),
    Phrase("screen to lens", "a length", "the throw, with the lens held and the screen moved", "screen to lens 9'", "throw", _screen_to_lens),
    Phrase("lens", "a length", "the lens's height or throw, whichever it can be", "lens 7'8 7/8", "throw", _lens),
    Phrase("lens up", "a length", "the lens above the floor", "lens up 7'8", "throw", _lens_up),
    Phrase("lens along", "a length", "the lens from the left wall", "lens along 6'10", "throw", _lens_along),
    Phrase("goes", "hung or upright", "how the projector sits", "goes hung", "throw", _hang),
    Phrase("mode", "a share in %", "light the picture mode leaves", "mode 65", "throw", _mode),
    Phrase("age", "new, lamp, led, laser", "age of the light source", "age lamp", "throw", _age),
    Phrase("plate out", "a length", "the mount plate from the display wall; the lens goes along", "plate out 11'4", "fixing", _plate("y")),
    Phrase("plate along", "a length", "the mount plate from the left wall; the lens goes along", "plate along 6'10", "fixing", _plate("x")),
    Phrase("mount", "a name", "the TV's wall mount", "mount Flat 600", "fixing", _mount),
    Phrase("stem", "a name", "the projector's ceiling mount", "stem Stem long", "fixing", _stem),
)  # fmt: skip
