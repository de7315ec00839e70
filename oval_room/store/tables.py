"""The tables, made for one database each so that several stores can be open in one process."""

from __future__ import annotations

from typing import Any

import peewee

# What stands in a file need not be of its column's kind once the file was damaged: a row that says nonsense is read as
# one, so that it costs itself and no other.


class Whole(peewee.IntegerField):
    """A whole number; −1 where something else stands."""

    def python_value(self, value: object) -> int | None:
        return value if value is None or isinstance(value, int) else -1


class Real(peewee.FloatField):
    """A number; 0 where something else stands."""

    def python_value(self, value: object) -> float | None:
        return float(value) if isinstance(value, (int, float)) else None if value is None else 0.0


class Text(peewee.TextField):
    """A text; bytes are read as one."""

    def python_value(self, value: object) -> str | None:
        if value is None or isinstance(value, str):
            return value
        return value.decode("utf-8", "replace") if isinstance(value, bytes) else str(value)


class Bytes(peewee.BlobField):
    """Bytes; a text is read as its own."""

    def python_value(self, value: object) -> bytes | None:
        if value is None or isinstance(value, bytes):
            return value
        return str(value).encode()


class Yes(peewee.BooleanField):
    """Yes or no; no where something else stands."""

    def python_value(self, value: object) -> bool:
        return value in (1, True)


def make_tables(database: peewee.SqliteDatabase) -> dict[str, Any]:
    """Model classes bound to a database: job, revision, gear, what of it jobs use, attachment, truth, setting, and the
    door's attempts and entries."""

    class Table(peewee.Model):
        class Meta:
            pass

    class Job(Table):
        id = Text(primary_key=True)
        name = Text()
        client = Text(default="")
        place = Text(default="")
        state = Text(default="planning")
        head = Whole()
        archived = Yes(default=False)
        changed_at = Text()
        search = Text(default="")
        worst_level = Text(default="")
        worst_text = Text(default="")
        upset_text = Text(default="")
        summary_of = Whole(default=0)
        gear_of = Whole(default=0)

        class Meta:
            table_name = "job"
            indexes = ((("archived", "changed_at"), False),)

    class Revision(Table):
        job = peewee.ForeignKeyField(Job, on_delete="CASCADE", backref="revisions")
        number = Whole()
        document = Bytes()
        command = Text()
        label = Text()
        author = Text()
        touched = Text()
        kind = Text(default="do")
        undoes = Whole(null=True)
        base = Whole(null=True)
        key = Text(null=True)
        name = Text(null=True)
        group_key = Text(null=True)
        at = Text()
        seal = Text(null=True)

        class Meta:
            table_name = "revision"
            indexes = ((("job", "number"), True), (("job", "key"), True))

    class Gear(Table):
        hash = Text(primary_key=True)
        document = Text()
        on_shelf = Yes(default=True)

        class Meta:
            table_name = "gear"

    class JobGear(Table):
        job = peewee.ForeignKeyField(Job, on_delete="CASCADE")
        hash = Text()

        class Meta:
            table_name = "job_gear"

    class Attachment(Table):
        id = Text(primary_key=True)
        job = peewee.ForeignKeyField(Job, on_delete="CASCADE")
        about = Text()
        text = Text(default="")
        content = Bytes(null=True)
        width = Whole(default=0)
        height = Whole(default=0)
        author = Text()
        at = Text()
        seal = Text(null=True)

        class Meta:
            table_name = "attachment"

    class Truth(Table):
        job = peewee.ForeignKeyField(Job, on_delete="CASCADE", primary_key=True)
        seed = Whole()
        hidden = Bytes(null=True)
        pitch = Real()
        first = Real()
        slips = Real(default=0.0)
        seal = Text(null=True)

        class Meta:
            table_name = "truth"

    class Setting(Table):
        name = Text(primary_key=True)
        value = Bytes()

        class Meta:
            table_name = "setting"

    class Attempt(Table):
        of = Text()
        at = Real()

        class Meta:
            table_name = "attempt"

    class Entry(Table):
        id = Text(primary_key=True)
        until = Whole()

        class Meta:
            table_name = "entry"

    models = {
        "job": Job,
        "revision": Revision,
        "gear": Gear,
        "job_gear": JobGear,
        "attachment": Attachment,
        "truth": Truth,
        "setting": Setting,
        "attempt": Attempt,
        "entry": Entry,
    }
    database.bind(list(models.values()))
    return models
