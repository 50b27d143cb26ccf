"""The built front end: one page for every screen, its assets, and the nonce its style element needs."""

from __future__ import annotations

from importlib import resources
from pathlib import Path

from flask import Blueprint, Response, abort, send_from_directory

from .problems import problem
from .security import style_nonce
from .wire import packed_file, takes_gzip

TEXTS = {".js": "text/javascript", ".css": "text/css"}
NONCE_MARK = "__STYLE_NONCE__"
pages = Blueprint("pages", __name__)


def web_folder() -> Path:
    """Where the built front end lies."""
    return Path(str(resources.files("elm_cover") / "web"))


@pages.get("/assets/<path:name>")
def asset(name: str) -> Response:
    file = web_folder() / "assets" / name
    if file.suffix in (".js", ".css") and "/" not in name and file.is_file() and takes_gzip():
        response = Response(packed_file(file), mimetype=TEXTS[file.suffix], headers={"Vary": "Accept-Encoding"})
        response.content_encoding = "gzip"
    else:
        response = send_from_directory(web_folder() / "assets", name, max_age=31_536_000)
    response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
    return response


@pages.get("/")
@pages.get("/<path:screen>")
def page(screen: str = "") -> Response:
    """Every screen is the same page; a name with a dot is a file, and no such file is here."""
    if screen.startswith("api/") or "." in screen.rsplit("/", 1)[-1]:
        file = web_folder() / screen
        if "/" not in screen and file.is_file():
            return send_from_directory(web_folder(), screen)
        abort(404, "There is nothing at this address.")
    index = web_folder() / "index.html"
    if not index.exists():
        return problem(503, "The screens are not built", "Run `make demo`, which builds them.")
    html = index.read_text(encoding="utf-8").replace(NONCE_MARK, style_nonce())
    return Response(html, mimetype="text/html", headers={"Cache-Control": "no-store"})
