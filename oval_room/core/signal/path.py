"""Whether a path carries a format, and which link can't first (rules 10.6).

A link is what sends, the cable, what takes it in. It runs FRL at the least of their three rates where all have it,
else TMDS at the least of the three; it carries what either carries. Where its rate goes, the first of the three that
does not pass the HDR or a moving frame rate stops it; 4:2:0 over TMDS is the last input's to declare.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import field
from typing import Final, Literal

from oval_room.core.levels import beyond
from oval_room.core.record import record
from oval_room.core.sent_format import Format, dp_need, frl_need, frl_payload, sdi_need, tmds_has, tmds_need

Why = Literal["rate", "hdr", "vrr", "chroma", "kind"]
COMPONENT_LINES: Final = 720


@record
class End:
    """A port or a cable: the rates it goes up to [Gbit/s]; the kinds of HDR it passes and whether a moving frame rate,
    None where nobody has said, which is both."""

    name: str
    tmds: float = 0.0
    frl: float = 0.0
    hdr: tuple[str, ...] | None = None
    vrr: bool | None = None
    lists_420: bool = False
    gbps: float = 0.0
    """Of a port or cable that is no HDMI: what it carries [Gbit/s]."""


@record
class Link:
    """Out, cable, in."""

    name: str
    out: End
    cable: End
    into: End
    kind: str = "hdmi"

    @property
    def parts(self) -> tuple[End, End, End]:
        return self.out, self.cable, self.into


@record
class Stopped:
    """The first link that can't: why, its weakest part, what is needed and what it has [Gbit/s], None but for rates."""

    link: str
    why: Why
    weakest: str
    need: float | None = None
    have: float | None = None


@record
class Checked:
    """Whether a format goes, what stops it first, and which other formats would go."""

    stopped: Stopped | None
    would_go: tuple[str, ...] = field(default=())

    @property
    def goes(self) -> bool:
        return self.stopped is None


def check_path(links: Sequence[Link], form: Format, candidates: Sequence[Format] = ()) -> Checked:
    """A format over a path of links, from the source on (rules 10.6)."""
    stopped = next((found for n, link in enumerate(links) if (found := _stops(link, form, n == len(links) - 1))), None)
    others = tuple(one.name for one in candidates if check_path(links, one).goes)
    return Checked(stopped, others)


def _stops(link: Link, form: Format, last: bool) -> Stopped | None:
    return _other_stops(link, form) if link.kind != "hdmi" else _hdmi_stops(link, form, last)


def _other_stops(link: Link, form: Format) -> Stopped | None:
    """DisplayPort by its payload, SDI by its steps at 4:2:2, twisted pair as TMDS, component up to 720 whole lines or
    1080 interlaced (rules 10.4)."""
    weakest = min(link.parts, key=lambda part: part.gbps)
    if link.kind == "displayport":
        need: float | None = dp_need(form)
    elif link.kind == "data":
        need = tmds_need(form) if tmds_has(form) else None
    elif link.kind == "sdi":
        need = sdi_need(form)
    else:
        need = weakest.gbps if form.pixels[1] <= COMPONENT_LINES and form.hdr == "none" else None
    if need is None:
        return Stopped(link.name, "kind", weakest.name)
    if beyond(need, weakest.gbps):
        return Stopped(link.name, "rate", weakest.name, need, weakest.gbps)
    return _unlisted(link, form)


def _hdmi_stops(link: Link, form: Format, last: bool) -> Stopped | None:
    frl = min(part.frl for part in link.parts)
    tmds = min(part.tmds for part in link.parts)
    over_frl, over_tmds = frl_need(form), tmds_need(form)
    if frl > 0 and not beyond(over_frl, frl_payload(frl)):
        return _unlisted(link, form)
    listed = form.chroma != "420" or link.into.lists_420 or not last
    if tmds > 0 and tmds_has(form) and not beyond(over_tmds, tmds):
        if listed:
            return _unlisted(link, form)
        return Stopped(link.name, "chroma", link.into.name)
    if frl > 0:
        weakest = min(link.parts, key=lambda part: part.frl)
        return Stopped(link.name, "rate", weakest.name, over_frl, frl_payload(frl))
    if not tmds_has(form):
        return Stopped(link.name, "chroma", min(link.parts, key=lambda part: part.frl).name)
    ports_first = (link.out, link.into, link.cable)  # a cable is planned for what its ports can do
    weakest = min(ports_first, key=lambda part: (part.tmds, part.frl))
    return Stopped(link.name, "rate", weakest.name, over_tmds, tmds)


def spare_of(link: Link, form: Format) -> float:
    """What a link that carries a format has left [Gbit/s]."""
    return max((has - need for has, need in _loads(link, form)), default=0.0)


def share_left(link: Link, form: Format) -> float:
    """What a link has left of all that it carries, as a share; under 0 where a format is too much for it, 1 where its
    kind has no rate."""
    return max(((has - need) / has for has, need in _loads(link, form) if has > 0), default=1.0)


def _loads(link: Link, form: Format) -> Iterator[tuple[float, float]]:
    """Each way that a link can run: what it carries so and what a format asks of it [Gbit/s]."""
    weakest = min(part.gbps for part in link.parts)
    if link.kind == "displayport":
        yield weakest, dp_need(form)
    elif link.kind == "data":
        yield weakest, tmds_need(form)
    elif link.kind == "sdi":
        yield weakest, sdi_need(form) or 0.0
    elif link.kind == "hdmi":
        frl, tmds = min(part.frl for part in link.parts), min(part.tmds for part in link.parts)
        if frl > 0:
            yield frl_payload(frl), frl_need(form)
        if tmds > 0 and tmds_has(form):
            yield tmds, tmds_need(form)


def _unlisted(link: Link, form: Format) -> Stopped | None:
    """The first of source, lead and input that does not pass its HDR or moving frame rate; one that nobody has asked
    passes."""
    for part in link.parts:
        if form.hdr != "none" and part.hdr is not None and form.hdr not in part.hdr:
            return Stopped(link.name, "hdr", part.name)
        if form.vrr and part.vrr is False:
            return Stopped(link.name, "vrr", part.name)
    return None
