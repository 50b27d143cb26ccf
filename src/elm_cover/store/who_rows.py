"""The rows of who is who: devices, people, what they come in by, what they did."""

from __future__ import annotations

from peewee import AutoField, CompositeKey, FloatField, ForeignKeyField, IntegerField, TextField

from .rows import JobRow, Row


class DeviceRow(Row):
    """A device with a token of its own, kept as its SHA-256. seen_at: when it last asked; joined_at: when it joined by a code; unsent,
    unsent_photos: what it last said it holds."""

    id = TextField(primary_key=True)
    name = TextField()
    crew = TextField(null=True)
    token_sha256 = TextField(unique=True)
    actor = TextField()
    made_at = TextField()
    revoked_at = TextField(null=True)
    seen_at = TextField(null=True)
    joined_at = TextField(null=True)
    unsent = IntegerField(null=True)
    unsent_photos = IntegerField(null=True)

    class Meta:
        table_name = "device"


class JoiningRow(Row):
    """A code that lets a phone join, once and until it ends. sum: SHA-256 of it; device: who joined by it."""

    id = TextField(primary_key=True)
    sum = TextField(unique=True)
    name = TextField()
    crew = TextField(null=True)
    made_at = TextField()
    made_by = TextField()
    ends_at = TextField()
    used_at = TextField(null=True)
    device = TextField(null=True)

    class Meta:
        table_name = "joining"


class StayRow(Row):
    """A time in which a device was with the firm, of one crew or of all. until: None, it still is."""

    device = TextField()
    crew = TextField(null=True)
    since = TextField()
    until = TextField(null=True)

    class Meta:
        table_name = "stay"
        primary_key = False


class StoodRow(Row):
    """A time in which a job stood with a crew on the calendar. until: None, it still does."""

    job = TextField()
    crew = TextField()
    since = TextField()
    until = TextField(null=True)

    class Meta:
        table_name = "stood"
        primary_key = False


class HeldRow(Row):
    """An entry that was not believed, beside the log until the office takes or refuses it. taken: None while it waits."""

    job = ForeignKeyField(JobRow, column_name="job", object_id_name="job_id", on_delete="CASCADE")
    job_id: str
    id = TextField()
    entry = TextField()
    sender = TextField()
    name = TextField()
    why = TextField()
    received_at = TextField()
    settled_at = TextField(null=True)
    settled_by = TextField(null=True)
    taken = IntegerField(null=True)

    class Meta:
        table_name = "held_entry"
        primary_key = CompositeKey("job", "id")


class PersonRow(Row):
    """Somebody with an account. known_as: the name without capitals, of one person for ever; password: its hash, null until they chose
    one."""

    id = TextField(primary_key=True)
    name = TextField()
    known_as = TextField(unique=True)
    role = TextField()
    crew = TextField(null=True)
    password = TextField(null=True)
    made_at = TextField()
    made_by = TextField()
    locked_at = TextField(null=True)
    deleted_at = TextField(null=True)

    class Meta:
        table_name = "person"


class SessionRow(Row):
    """Somebody signed in somewhere. sum: SHA-256 of what the cookie holds."""

    id = TextField(primary_key=True)
    sum = TextField(unique=True)
    person = ForeignKeyField(PersonRow, column_name="person", object_id_name="person_id")
    made_at = TextField()
    seen_at = TextField()
    address = TextField()
    agent = TextField()

    class Meta:
        table_name = "session"


class InvitationRow(Row):
    """A link that lets somebody choose a password, once and until it ends. sum: SHA-256 of its code."""

    sum = TextField(primary_key=True)
    person = ForeignKeyField(PersonRow, column_name="person", object_id_name="person_id")
    made_at = TextField()
    made_by = TextField()
    ends_at = TextField()
    used_at = TextField(null=True)

    class Meta:
        table_name = "invitation"


class AttemptRow(Row):
    """A try to sign in, by what it is counted by."""

    key = TextField()
    at_s = FloatField()

    class Meta:
        table_name = "attempt"
        primary_key = False


class DeedRow(Row):
    """Who did what, a line that is never changed. who: the name as it was then."""

    n = AutoField()
    at = TextField()
    kind = TextField()
    who = TextField()
    who_id = TextField()
    job = TextField(null=True)
    what = TextField()
    address = TextField()

    class Meta:
        table_name = "deed"
