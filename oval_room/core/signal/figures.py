"""The figures of the chain."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import FigureKind, kinds
from oval_room.core.signal.units import GBPS, KWH

KINDS: Final = kinds(
    FigureKind(
        "route_spare",
        "picture.{picture}.spare",
        GBPS,
        "left on the tightest link to it",
        "10.6",
        "R − N",
        "routing",
        side="greatest",
        rank=30,
        short="spare",
    ),
    FigureKind(
        "route_lag",
        "picture.{picture}.chain_lag",
        "ms",
        "behind the source, boxes and display added up",
        "3.6",
        "t_d + t_b",
        "routing",
        rank=31,
        short="lag",
    ),
    FigureKind("route_lips", "picture.{picture}.lips", "ms", "sound after the picture", "11", "t_s − t_p", "routing"),
    FigureKind("cable_run", "cable.{cable}.run", "mm", "along its way", "10.9", "s", "routing", side="least"),
    FigureKind(
        "cable_length",
        "cable.{cable}.length",
        "m",
        "cable to buy",
        "10.9",
        "l",
        "routing",
        side="least",
        rank=32,
        short="cable",
    ),
    FigureKind("route_cables", "routing.cables", "m", "of cable in all", "10.9", "l", "routing", side="least"),
    FigureKind("route_watts", "routing.watts", "watts", "typical, all that is known of", "12.1", "W", "routing"),
    FigureKind(
        "route_circuit",
        "routing.circuit",
        "pct",
        "of what its circuit may bear on and on",
        "12.2",
        "100·W_p/(0.8·U·I)",
        "routing",
        side="least",
    ),
    FigureKind("route_energy", "routing.energy", KWH, "in a year", "12.1", "W·h·365/1000", "routing", side="least"),
    FigureKind("button_time", "button.{thing}.time", "s", "until all is done", "10.13", "t", "routing", side="least"),
    FigureKind("route_heat", "routing.heat", "btu", "of heat", "12.1", "W·3.412", "routing", side="least"),
    FigureKind("route_cost", "routing.cost", "money", "a year, at the tariff", "12.1", "E·c", "routing"),
)
