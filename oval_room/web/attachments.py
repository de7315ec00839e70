"""Photos and notes between the store and job files."""

from __future__ import annotations

from collections.abc import Sequence

from oval_room.formats.job_file import Pinned
from oval_room.formats.photos import photo_size
from oval_room.store.records import Pin
from oval_room.store.store import Store


def pinned_of(store: Store, job: str) -> list[Pinned]:
    """What is pinned to a job, as a job file carries it."""
    return [
        Pinned(one.about, one.text, one.author, one.at, store.photo(job, one.id) if one.is_photo else None)
        for one in store.attachments(job)
    ]


def pins_of(pinned: Sequence[Pinned]) -> list[Pin]:
    """What a job file carried, as the store takes it; its photos were made anew when it was read."""
    return [
        Pin(one.about, one.text, one.author, one.at, (one.photo, *photo_size(one.photo)) if one.photo else None)
        for one in pinned
    ]
