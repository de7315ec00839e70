"""What is kept beside a job's revisions: photos and notes, and the room as it really is for practice."""

from __future__ import annotations

import secrets
import zlib
from collections.abc import Iterator

import peewee

from oval_room.core import most
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.parts import PLAN
from oval_room.core.plan.measure import plain
from oval_room.store.opened import Opened, now
from oval_room.store.records import Attachment, BrokenError, Pin, TruthRow
from oval_room.store.seals import seal, unbroken


class Attachments:
    """Photos, notes and true rooms of one database."""

    def __init__(self, db: Opened) -> None:
        self._db = db

    # ── photos and notes ──

    def attach(self, job: str, pin: Pin) -> str:
        """Pin a note or a photo to something of a job; returns its id.

        Raises:
            RefusedError: the job holds as many as it can.
        """
        with self._db.writing():
            self._db.job(job)
            count, size = self._held(job)
            if count >= most.PINNED:
                raise RefusedError(
                    f"this job holds {count} photos and notes, the most there can be; take some off first"
                )
            if pin.photo and size + len(pin.photo[0]) > most.PHOTO_BYTES:
                raise RefusedError(
                    f"the photos of this job come to {size / 2**20:.0f} MB and may come to "
                    f"{most.PHOTO_BYTES / 2**20:.0f} MB; take some off first"
                )
            return self._add(job, pin)

    def _add(self, job: str, pin: Pin) -> str:
        content, width, height = pin.photo or (None, 0, 0)
        row = {
            "id": secrets.token_hex(6),
            "job_id": job,
            "about": plain(pin.about)[:40],
            "text": plain(pin.text)[:400],
            "content": content,
            "width": width,
            "height": height,
            "author": plain(pin.author)[:80],
            "at": plain(pin.at) or now(),
        }
        self._db.tables["attachment"].create(**row, seal=seal("attachment", row))
        return str(row["id"])

    def copy_all(self, job: str, copied: str) -> None:
        """Pin what is pinned to a job to another too; inside a transaction."""
        t = self._db.tables["attachment"]
        for row in t.select().where(t.job == job).order_by(t.at, peewee.SQL("rowid")).iterator():
            photo = (bytes(row.content), row.width, row.height) if row.content else None
            self._add(copied, Pin(row.about or "", row.text or "", row.author or "", row.at or "", photo))

    def damaged(self) -> Iterator[str]:
        """A line for each photo, note or hidden room that is not as it was kept."""
        for name, what in (("attachment", "a photo or note"), ("truth", "the hidden room")):
            table = self._db.tables[name]
            for row in table.select().dicts().iterator():
                if not unbroken(name, row | {"job_id": row["job"]}):
                    yield f"{what} of job {row['job']} is not as it was kept"

    def _held(self, job: str) -> tuple[int, int]:
        """How many photos and notes a job holds, and the photos' bytes."""
        t = self._db.tables["attachment"]
        size = peewee.fn.COALESCE(peewee.fn.SUM(peewee.fn.LENGTH(t.content)), 0)
        count, held = t.select(peewee.fn.COUNT(t.id), size).where(t.job == job).tuples().get()
        return int(count), int(held)

    def nearly_full(self, job: str) -> str:
        """A sentence when a job holds nearly as many photos and notes as it can; empty before."""
        with self._db.connected():
            count, size = self._held(job)
        if count >= most.NEARLY * most.PINNED:
            return f"{count} of at most {most.PINNED} photos and notes"
        if size >= most.NEARLY * most.PHOTO_BYTES:
            return f"photos of {size / 2**20:.0f} MB, of at most {most.PHOTO_BYTES / 2**20:.0f} MB"
        return ""

    def attachments(self, job: str) -> list[Attachment]:
        """Photos and notes of a job, oldest first, without the photos' content."""
        t = self._db.tables["attachment"]
        with self._db.connected():
            rows = (
                t.select(t.id, t.about, t.text, t.author, t.at, t.width, t.height)
                .where(t.job == job)
                .order_by(t.at, peewee.SQL("rowid"))
            )
            return [Attachment(r.id, r.about, r.text, r.author, r.at, r.width, r.height) for r in rows]

    def photo(self, job: str, key: str) -> bytes:
        """A photo's JPEG.

        Raises:
            MissingError: there is none.
        """
        t = self._db.tables["attachment"]
        with self._db.connected():
            row = t.get_or_none((t.job == job) & (t.id == key))
        if row is None or row.content is None:
            raise MissingError("there is no such photo", value=key)
        return bytes(row.content)

    def detach(self, job: str, key: str) -> None:
        t = self._db.tables["attachment"]
        with self._db.writing():
            if not t.delete().where((t.job == job) & (t.id == key)).execute():
                raise MissingError("there is no such photo or note", value=key)

    # ── rooms as they really are ──

    def truth(self, job: str) -> TruthRow | None:
        with self._db.connected():
            row = self._db.tables["truth"].get_or_none(self._db.tables["truth"].job == job)
        if row is None:
            return None
        try:
            hidden = None if row.hidden is None else PLAN.validate_json(zlib.decompress(bytes(row.hidden)))
        except (zlib.error, ValueError) as error:
            raise BrokenError(job, "its hidden room can't be read any more") from error
        return TruthRow(row.seed, hidden, row.pitch, row.first, row.slips)

    def practised(self, limit: int = 24) -> list[str]:
        """Jobs with a hidden room, last changed first."""
        truth, job = self._db.tables["truth"], self._db.tables["job"]
        with self._db.connected():
            rows = (
                job.select(job.id)
                .join(truth, on=truth.job == job.id)
                .where(truth.hidden.is_null(False))
                .order_by(job.changed_at.desc(), job.id)
                .limit(limit)
            )
            return [str(row.id) for row in rows]

    def put_truth(self, job: str, truth: TruthRow) -> None:
        hidden = None if truth.hidden is None else zlib.compress(truth.hidden.model_dump_json().encode(), 6)
        row = {
            "job_id": job,
            "seed": truth.seed,
            "hidden": hidden,
            "pitch": truth.pitch,
            "first": truth.first,
            "slips": truth.slips,
        }
        kept = {"job" if key == "job_id" else key: value for key, value in row.items()}
        with self._db.writing():
            self._db.tables["truth"].insert(kept | {"seal": seal("truth", row)}).on_conflict_replace().execute()
