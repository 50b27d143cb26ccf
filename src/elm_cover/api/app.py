"""The application: the routes, the store behind them, and the rules for every request."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path
from typing import Any

from flask_openapi3 import Info, OpenAPI

from .. import __version__
from ..store.jobs import JobStore
from .asking import guard_rights
from .calendar import calendar
from .deeds import record, write_deeds
from .devices import devices, joining
from .door import Door, set_door
from .exchange.archive import archives
from .exchange.csv_files import csv_files
from .exchange.dxf_files import dxf_files
from .exchange.edits import edits
from .field import field
from .firm import firm
from .headlines import headline_by
from .heavy import LONG, SHORT, Here
from .held import holding
from .interface import document
from .jobs import jobs
from .lists import offered
from .loads import loads
from .log import logs
from .me import me
from .packing import Packing
from .pages import pages
from .papers import checks, papers
from .people import people
from .photos import photos
from .planning import planning
from .problems import Problem, handle_problems, invalid
from .products import tables
from .racks import racks
from .routes import check_routes
from .security import guard
from .setup import setup
from .soundness import soundness
from .wire import pack_answers

# Reached on this machine alone.
HERE_ALONE = Door()
PARTS = (
    jobs,
    logs,
    papers,
    checks,
    planning,
    offered,
    photos,
    csv_files,
    dxf_files,
    edits,
    archives,
    racks,
    tables,
    firm,
    calendar,
    loads,
    devices,
    joining,
    holding,
    setup,
    field,
    soundness,
    me,
    people,
    record,
)


def create_app(folder: Path | None, at: Door = HERE_ALONE) -> OpenAPI:
    """The WSGI application over a data folder; without one, only good for its OpenAPI document."""
    app = OpenAPI(
        "elm_cover",
        info=Info(title="Elm Cover", version=__version__),
        doc_ui=False,
        validation_error_status=422,
        validation_error_model=Problem,
        validation_error_callback=invalid,
        static_folder=None,
    )
    app.json = Packing(app)
    if folder is not None:

        def summarise(stored: dict[str, Any], log: Sequence[dict[str, Any]]) -> dict[str, Any]:
            return headline_by(app.extensions[SHORT], stored, log)

        app.extensions["elm_cover_store"] = JobStore(folder, summarise)
    app.extensions[LONG] = app.extensions[SHORT] = Here()
    app.extensions["elm_cover_tell"] = app.extensions["elm_cover_saved"] = lambda _: None
    app.extensions["elm_cover_end"] = lambda _: None
    pack_answers(app)
    set_door(app, at)
    guard(app)
    if folder is not None:
        guard_rights(app)
        write_deeds(app)
    handle_problems(app)
    for part in PARTS:
        app.register_api(part)

    @app.get("/api/openapi.json", doc_ui=False)
    def openapi_document() -> dict[str, object]:
        return document(app)

    app.register_blueprint(pages)
    check_routes(app)
    return app
