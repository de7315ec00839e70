"""Rates of ports by their kind: what is printed on a socket, and what a link of it comes to (rules 10.2–10.5)."""

from __future__ import annotations

from typing import Final

from oval_room.core.sent_format import DP, FRL, SDI

TMDS_TOP: Final = 18.0
"""A port of an FRL rate runs TMDS up to this as well [Gbit/s]."""
DATA: Final = (10.2, 18.0)
"""What twisted-pair extenders carry [Gbit/s] (rules 10.4)."""
COMPONENT: Final = 1.5
"""Analogue component: up to 1080 lines interlaced or 720 whole (rules 10.4); no digital rate, only an order."""
RATES: Final[dict[str, tuple[float, ...]]] = {
    "hdmi": (10.2, TMDS_TOP, *FRL[2:]),
    "displayport": tuple(DP.values()),
    "sdi": SDI,
    "data": DATA,
    "component": (COMPONENT,),
}
"""Rates that a picture port of a kind can have [Gbit/s]; the others carry no picture."""
PLANNED: Final[dict[str, float]] = {
    "hdmi": TMDS_TOP,
    "displayport": DP["HBR2"],
    "sdi": 2.97,
    "data": 10.2,
    "component": COMPONENT,
}
"""What a port is taken to have until somebody reads its label [Gbit/s] (planning values)."""
PICTURES: Final = tuple(RATES)


def tmds_frl(gbps: float) -> tuple[float, float]:
    """The TMDS and the FRL rate of an HDMI port or cable [Gbit/s]: one over 18 runs both."""
    return (min(gbps, TMDS_TOP), gbps if gbps > TMDS_TOP else 0.0)
