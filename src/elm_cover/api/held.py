"""Entries that were not believed, for the office to take or refuse."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import UTC, datetime
from typing import Any

from flask import Response, current_app, jsonify
from flask_openapi3 import Tag

from ..core.from_job import entry_of
from ..core.log import in_words
from ..formats.log_file import read_entry
from ..store.held import Held, held, settle
from ..store.log import Answer, Sent, add_entries
from .answers.devices import HeldList, Settle, Settled
from .asking import asking_actor, job_store
from .believing import written_s
from .blueprint import APIBlueprint
from .deeds import tell
from .log import LOG_BOUND, clock
from .problems import Problem

holding = APIBlueprint("held", __name__, url_prefix="/api/held", abp_tags=[Tag(name="held")])


@holding.get("", responses={200: HeldList}, summary="Entries that wait for the office, each with why")
def list_held() -> Response:
    found, count = held(job_store())
    return jsonify({"held": [_told(one) for one in found], "count": count})


def _told(one: Held) -> dict[str, Any]:
    entry = one.entry
    at = datetime.fromtimestamp(written_s(entry), UTC).isoformat(timespec="seconds")
    return {
        "job": one.job, "job_name": one.job_name, "id": one.id, "at": at, "by": str(entry.get("actor", "")),
        "name": one.name, "text": _text(entry), "why": one.why, "received_at": one.received_at,
        "practice": bool(entry.get("practice")),
    }  # fmt: skip


def _text(entry: Mapping[str, Any]) -> str:
    """What it says, in words; items and sections by their keys, since the job may be another by now."""
    return in_words(entry_of(read_entry(dict(entry))), {}, {})


@holding.post("", responses={200: Settled, 422: Problem}, summary="Take held entries into their logs, or refuse them")
def settle_held(body: Settle) -> Response:
    def taken(job_id: str, sent: Sent) -> list[Answer]:
        return add_entries(job_id, sent, LOG_BOUND, clock())

    chosen = [(one.job, one.id) for one in body.entries]
    count = settle(job_store(), chosen, body.take, asking_actor(), taken)
    if body.take:
        for job in sorted({job for job, _ in chosen}):
            current_app.extensions["elm_cover_tell"](job)
    tell(what=f"{count} {'taken' if body.take else 'refused'}")
    return jsonify({"settled": count})
