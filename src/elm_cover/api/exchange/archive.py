"""A job as one zip with its photos and papers, out and in."""

from __future__ import annotations

from contextlib import suppress
from pathlib import Path

from flask import Response, request
from flask_openapi3 import RawModel, Tag

from ...formats.archive import Archive, ArchivedPaper, for_customer, photo_names, read_archive, write_archive
from ...job import read_job
from ...store.paper_shelf import stored_papers
from ...store.papers import StoredPaper
from ...store.photos import NoSuchPhotoError, photo_path, put_bytes
from ..answers.jobs import JobPath, StoredJobAnswer
from ..asking import asking_actor, job_store
from ..blueprint import APIBlueprint
from ..jobs import stored_answer
from ..problems import Problem

archives = APIBlueprint("archives", __name__, url_prefix="/api", abp_tags=[Tag(name="files in and out")])


class ArchiveBody(RawModel):
    mimetypes = ["application/zip", "application/octet-stream"]  # noqa: RUF012 – read off the class


@archives.get("/jobs/<job_id>/archive", responses={404: Problem}, summary="A job as one zip, with photos and papers")
def read_job_archive(path: JobPath) -> Response:
    return _zipped(_whole(path.job_id), "job.elm-cover.zip")


@archives.get(
    "/jobs/<job_id>/handover",
    responses={404: Problem, 422: Problem},
    summary="What the customer gets: papers, photos, job file",
)
def read_handover(path: JobPath) -> Response:
    return _zipped(for_customer(_whole(path.job_id)), "attic.elm-cover.zip")


def _zipped(archive: Archive, name: str) -> Response:
    named = {"Content-Disposition": f'attachment; filename="{name}"'}
    return Response(write_archive(archive), mimetype="application/zip", headers=named)


def _whole(job_id: str) -> Archive:
    """All that is kept of a job. Raises NoSuchJobError."""
    store = job_store()
    job = store.get(job_id)
    photos: dict[str, bytes] = {}
    for name in photo_names(read_job(job.document)):
        _take_photo(photos, store.folder, name)
    papers = tuple(ArchivedPaper(one.number, one.kind, one.content, one.seal) for one in stored_papers(store, job_id))
    log = tuple(line.entry for line in store.log(job_id))
    for entry in log:
        if entry["kind"] == "photo":
            _take_photo(photos, store.folder, entry["value"]["file"])
    return Archive(job.document, photos, papers, log)


def _take_photo(photos: dict[str, bytes], folder: Path, name: str) -> None:
    """Adds a photo's bytes; a job opened from a bare file names photos that were never here."""
    with suppress(NoSuchPhotoError):
        photos[name] = photo_path(folder, name).read_bytes()


@archives.post(
    "/archives", responses={201: StoredJobAnswer, 413: Problem, 422: Problem}, summary="Store a job from its archive"
)
def store_archive(raw: ArchiveBody) -> Response:
    archive = read_archive(request.get_data())
    store = job_store()
    for name, content in archive.photos.items():
        put_bytes(store.folder, name, content)
    papers = [StoredPaper(one.number, one.kind, one.content, one.seal) for one in archive.papers]
    document = archive.document
    if store.has_twin(document):
        document = {**document, "name": f"{document.get('name') or 'Unnamed job'}, brought in again"}
    job = store.create(document, asking_actor(), papers, archive.log)
    response = stored_answer(job, 201)
    response.headers["Location"] = f"/api/jobs/{job.id}"
    return response
