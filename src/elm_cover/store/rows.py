"""The rows of the database."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar

from peewee import (
    AutoField,
    BlobField,
    CompositeKey,
    FloatField,
    ForeignKeyField,
    IntegerField,
    Model,
    Proxy,
    SqliteDatabase,
    TextField,
)

_IN_USE: ContextVar[SqliteDatabase | None] = ContextVar("the database in use", default=None)


class DatabaseInUse(Proxy):
    """The database of the store that asks, thread by thread.

    peewee binds a model for the whole process; two stores at work in one process at the same moment would then read and
    write each other's rows.
    """

    __slots__ = ()

    def __init__(self) -> None:
        """Nothing to hold: which database it is depends on who asks."""

    def attach_callback(self, callback: Callable[..., object]) -> Callable[..., object]:
        """Nobody is told of a change: every store is SQLite, so a field is kept the same way in each."""
        return callback

    @property
    def obj(self) -> SqliteDatabase | None:
        return _IN_USE.get()


@contextmanager
def using(database: SqliteDatabase) -> Iterator[None]:
    """The rows are those of this database, for this thread and the length of a block."""
    before = _IN_USE.set(database)
    try:
        yield
    finally:
        _IN_USE.reset(before)


class Row(Model):
    class Meta:
        database = DatabaseInUse()


class JobRow(Row):
    """A job. saves counts its saves, and is what a client must have seen to replace it. touched to floor_ft2: what the shelf
    is searched and sorted by; touched counts the changes of all jobs. stage: how far it has come, but for its date; day: what
    there is to do on it, as JSON, for the calendar. made_saves, made_n: the save and the last entry that those were made from."""

    id = TextField(primary_key=True)
    saves = IntegerField()
    deleted_at = TextField(null=True)
    summary = TextField(null=True)
    touched = IntegerField(default=0)
    saved_at = TextField(default="")
    name = TextField(default="")
    words = TextField(default="")
    floor_ft2 = FloatField(default=0)
    stage = TextField(default="")
    day = TextField(null=True)
    made_saves = IntegerField(default=0)
    made_n = IntegerField(default=0)

    class Meta:
        table_name = "job"


class RevisionRow(Row):
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


class PaperRow(Row):
    """A paper as it was issued, with the revision it was made from. key, signature: of who issued it; late: signed after that day.
    came_at: when it came in with an archive, None: it was issued here; of_job: the job it was issued of there. revision 0, issued_at
    empty: what it came in with does not say."""

    id = AutoField()
    job = ForeignKeyField(JobRow, backref="papers", on_delete="CASCADE")
    number = IntegerField()
    revision = IntegerField()
    kind = TextField()
    actor = TextField()
    issued_at = TextField()
    content = BlobField()
    code = TextField(default="")
    sha256 = TextField(default="")
    key = TextField(default="")
    signature = TextField(default="")
    late = IntegerField(default=0)
    of_job = TextField(default="")
    came_at = TextField(null=True)

    class Meta:
        table_name = "paper"


class PaperKeyRow(Row):
    """A key of this office for its papers. private: None for one that signs no more; its public half is kept, for what it signed."""

    public = TextField(primary_key=True)
    private = TextField(null=True)
    made_at = TextField()

    class Meta:
        table_name = "paper_key"


class LogRow(Row):
    """One entry of a job's log as it arrived; n counts them. sender: who sent it, by token: a device's id, or one of store.log's."""

    job = ForeignKeyField(JobRow, backref="log", on_delete="CASCADE")
    id = TextField()
    n = IntegerField()
    received_at = TextField()
    entry = TextField()
    sender = TextField(default="")

    class Meta:
        table_name = "log"
        primary_key = CompositeKey("job", "id")


class WriterRow(Row):
    """Under which token a phone's database wrote first."""

    device = TextField(primary_key=True)
    sender = TextField()

    class Meta:
        table_name = "writer"


class FirmRow(Row):
    """The one row of what the firm keeps."""

    id = IntegerField(primary_key=True)
    saves = IntegerField()
    actor = TextField()
    saved_at = TextField()
    document = TextField()

    class Meta:
        table_name = "firm"


class PlacementRow(Row):
    """Where a job stands on the calendar: its crew, its first day, in the morning 0 or the afternoon 1."""

    job = ForeignKeyField(JobRow, primary_key=True, on_delete="CASCADE", column_name="job_id")
    crew = TextField()
    day = TextField()
    half = IntegerField()
    actor = TextField()
    placed_at = TextField()

    class Meta:
        table_name = "placement"


class WeatherRow(Row):
    """High and low of a day, °F, as typed or read from a file."""

    day = TextField(primary_key=True)
    high_f = FloatField()
    low_f = FloatField()
    source = TextField()

    class Meta:
        table_name = "weather"


class DewPointRow(Row):
    """Dew point of a day, °F, where it was typed or read."""

    day = TextField(primary_key=True)
    dew_f = FloatField()

    class Meta:
        table_name = "dew_point"


class BusyRow(Row):
    """Days on which a crew is busy elsewhere, first and last."""

    id = AutoField()
    crew = TextField()
    first = TextField()
    last = TextField()
    what = TextField()

    class Meta:
        table_name = "busy"


class SoundnessRow(Row):
    """The one row of when everything was compared last, and what was damaged, as JSON."""

    id = IntegerField(primary_key=True)
    checked_at = TextField()
    damaged = TextField()

    class Meta:
        table_name = "soundness"


class ToldEventRow(Row):
    """What a calendar file has told of a job and a day of it. scope: whose file, empty: all crews'; off: it is called off."""

    scope = TextField()
    uid = TextField()
    day = TextField()
    sequence = IntegerField()
    off = IntegerField()
    event = TextField()

    class Meta:
        table_name = "told_event"
        primary_key = CompositeKey("scope", "uid")


class PhotoJobRow(Row):
    """That a photo is named in a job, by a revision of it or its log."""

    photo = TextField()
    job_id = TextField()

    class Meta:
        table_name = "photo_job"
        primary_key = CompositeKey("photo", "job_id")
