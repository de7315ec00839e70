"""The tables, made for one database each so that several stores can be open in one process."""

from __future__ import annotations

from typing import Any

import peewee


def make_tables(database: peewee.SqliteDatabase) -> dict[str, Any]:
    """Model classes bound to a database: job, revision, gear, what of it jobs use, attachment, truth."""

    class Table(peewee.Model):
        class Meta:
            pass

    class Job(Table):
        id = peewee.CharField(primary_key=True)
        name = peewee.CharField()
        client = peewee.CharField(default="")
        place = peewee.CharField(default="")
        state = peewee.CharField(default="planning")
        head = peewee.IntegerField()
        archived = peewee.BooleanField(default=False)
        changed_at = peewee.CharField()
        search = peewee.TextField(default="")
        worst_level = peewee.CharField(default="")
        worst_text = peewee.TextField(default="")
        upset_text = peewee.TextField(default="")
        summary_of = peewee.IntegerField(default=0)
        gear_of = peewee.IntegerField(default=0)

        class Meta:
            table_name = "job"
            indexes = ((("archived", "changed_at"), False),)

    class Revision(Table):
        job = peewee.ForeignKeyField(Job, on_delete="CASCADE", backref="revisions")
        number = peewee.IntegerField()
        document = peewee.BlobField()
        command = peewee.TextField()
        label = peewee.TextField()
        author = peewee.CharField()
        touched = peewee.TextField()
        kind = peewee.CharField(default="do")
        undoes = peewee.IntegerField(null=True)
        base = peewee.IntegerField(null=True)
        key = peewee.CharField(null=True)
        name = peewee.CharField(null=True)
        group_key = peewee.CharField(null=True)
        at = peewee.CharField()

        class Meta:
            table_name = "revision"
            indexes = ((("job", "number"), True), (("job", "key"), True))

    class Gear(Table):
        hash = peewee.CharField(primary_key=True)
        document = peewee.TextField()
        on_shelf = peewee.BooleanField(default=True)

        class Meta:
            table_name = "gear"

    class JobGear(Table):
        job = peewee.ForeignKeyField(Job, on_delete="CASCADE")
        hash = peewee.CharField()

        class Meta:
            table_name = "job_gear"

    class Attachment(Table):
        id = peewee.CharField(primary_key=True)
        job = peewee.ForeignKeyField(Job, on_delete="CASCADE")
        about = peewee.CharField()
        text = peewee.TextField(default="")
        content = peewee.BlobField(null=True)
        width = peewee.IntegerField(default=0)
        height = peewee.IntegerField(default=0)
        author = peewee.CharField()
        at = peewee.CharField()

        class Meta:
            table_name = "attachment"

    class Truth(Table):
        job = peewee.ForeignKeyField(Job, on_delete="CASCADE", primary_key=True)
        seed = peewee.IntegerField()
        hidden = peewee.BlobField(null=True)
        pitch = peewee.FloatField()
        first = peewee.FloatField()
        slips = peewee.FloatField(default=0.0)

        class Meta:
            table_name = "truth"

    class Setting(Table):
        name = peewee.CharField(primary_key=True)
        value = peewee.BlobField()

        class Meta:
            table_name = "setting"

    models = {
        "job": Job,
        "revision": Revision,
        "gear": Gear,
        "job_gear": JobGear,
        "attachment": Attachment,
        "truth": Truth,
        "setting": Setting,
    }
    database.bind(list(models.values()))
    return models
