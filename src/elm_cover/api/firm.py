"""What the firm keeps from job to job, over HTTP. A save names the version it was made from, or is refused."""

from __future__ import annotations

from typing import Any

from flask import Response, jsonify
from flask_openapi3 import Tag
from pydantic import BaseModel

from ..job.firm import Firm
from ..store.firm import StoredFirm, keep_firm, read_firm
from .answers.jobs import IfMatch
from .asking import asking_actor, job_store
from .blueprint import APIBlueprint
from .jobs import version_seen
from .problems import Problem

firm = APIBlueprint("firm", __name__, url_prefix="/api/firm", abp_tags=[Tag(name="firm")])


class FirmAnswer(BaseModel):
    """kept: whether anything was kept yet; document: with start values where nothing was."""

    kept: bool
    document: Firm


@firm.get("", responses={200: FirmAnswer}, summary="The firm's price book, house rules, target rules and products")
def read() -> Response:
    return _answer(read_firm(job_store()))


@firm.put("", responses={200: FirmAnswer, 412: Problem, 422: Problem, 428: Problem}, summary="Keep them for the firm")
def keep(header: IfMatch, body: Firm) -> Response:
    seen = version_seen(header)
    if isinstance(seen, Response):
        return seen
    document: dict[str, Any] = body.model_dump(mode="json", exclude_unset=True)
    return _answer(keep_firm(job_store(), document, seen, asking_actor()))


def _answer(stored: StoredFirm) -> Response:
    document = Firm.model_validate(stored.document).model_dump(mode="json")
    response = jsonify({"kept": stored.saves > 0, "document": document})
    response.set_etag(str(stored.saves))
    return response
