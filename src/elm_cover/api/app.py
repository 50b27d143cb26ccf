"""The application: the routes, the store behind them, and the rules for every request."""

from __future__ import annotations

from pathlib import Path

from flask_openapi3 import Info, OpenAPI

from .. import __version__
from ..store.jobs import JobStore
from .exchange import exchange
from .firm import firm
from .jobs import jobs
from .pages import pages
from .photos import photos
from .planning import headline, planning
from .problems import Problem, handle_problems, invalid
from .racks import racks
from .security import LOCAL_HOSTS, guard


def create_app(folder: Path | None, hosts: tuple[str, ...] = LOCAL_HOSTS) -> OpenAPI:
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
    app.json.sort_keys = False  # type: ignore[attr-defined]
    if folder is not None:
        app.extensions["elm_cover_store"] = JobStore(folder, headline)
    guard(app, hosts)
    handle_problems(app)
    app.register_api(jobs)
    app.register_api(planning)
    app.register_api(photos)
    app.register_api(exchange)
    app.register_api(racks)
    app.register_api(firm)

    @app.get("/api/openapi.json", doc_ui=False)
    def openapi_document() -> dict[str, object]:
        return dict(app.api_doc)

    app.register_blueprint(pages)
    return app
