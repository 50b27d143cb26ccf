"""The rows of the database."""

from __future__ import annotations

from peewee import AutoField, BlobField, ForeignKeyField, IntegerField, Model, TextField


class JobRow(Model):
    """A job. saves counts its saves, and is what a client must have seen to replace it."""

    id = TextField(primary_key=True)
    saves = IntegerField()
    deleted_at = TextField(null=True)
    summary = TextField(null=True)

    class Meta:
        table_name = "job"


class RevisionRow(Model):
    """One revision of a job: its document, who made it, when and why."""

    id = AutoField()
    job = ForeignKeyField(JobRow, backref="revisions", on_delete="CASCADE")
    number = IntegerField()
    reason = TextField()
    actor = TextField()
    started_at = TextField()
    saved_at = TextField()
    document = TextField()
    brought_from = IntegerField(null=True)

    class Meta:
        table_name = "revision"


class PaperRow(Model):
    """A paper as it was issued, with the revision it was made from."""

    id = AutoField()
    job = ForeignKeyField(JobRow, backref="papers", on_delete="CASCADE")
    number = IntegerField()
    revision = IntegerField()
    kind = TextField()
    actor = TextField()
    issued_at = TextField()
    content = BlobField()

    class Meta:
        table_name = "paper"


class FirmRow(Model):
    """The one row of what the firm keeps."""

    id = IntegerField(primary_key=True)
    saves = IntegerField()
    actor = TextField()
    saved_at = TextField()
    document = TextField()

    class Meta:
        table_name = "firm"


MODELS = (JobRow, RevisionRow, PaperRow, FirmRow)
