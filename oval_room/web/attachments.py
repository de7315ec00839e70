"""Photos and notes between the store and job files."""

from __future__ import annotations

from collections.abc import Sequence

from oval_room.formats.job_file import Pinned
from oval_room.formats.photos import photo_size
from oval_room.store.store import Store


def pinned_of(store: Store, job: str) -> list[Pinned]:
    """What is pinned to a job, as a job file carries it."""
    return [
        Pinned(one.about, one.text, one.author, one.at, store.photo(job, one.id) if one.is_photo else None)
        for one in store.attachments(job)
    ]


def pin(store: Store, job: str, pinned: Sequence[Pinned]) -> None:
    """Pin what a job file carried to a job; its photos were made anew when it was read."""
    for one in pinned:
        photo = (one.photo, *photo_size(one.photo)) if one.photo else None
        store.attach(job, one.about, one.text, one.author, photo, at=one.at)
