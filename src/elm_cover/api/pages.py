"""The built front end: one page for every screen, its assets, and the nonce its style element needs."""

from __future__ import annotations

from importlib import resources
from pathlib import Path

from flask import Blueprint, Response, abort, send_from_directory

from .door import door
from .problems import problem
from .security import TRUSTED, style_nonce
from .wire import packed_file, takes_gzip

MEDIA_TYPES = {
    ".js": "text/javascript",
    ".css": "text/css",
    ".webmanifest": "application/manifest+json",
    ".svg": "image/svg+xml",
    ".woff2": "font/woff2",
    ".woff": "font/woff",
}
NONCE_MARK = "__STYLE_NONCE__"
BASE_MARK = "__BASE__"
pages = Blueprint("pages", __name__)


def web_folder() -> Path:
    """Where the built front end lies."""
    return Path(str(resources.files("elm_cover") / "web"))


@pages.get("/assets/<path:name>")
def asset(name: str) -> Response:
    return _asset(web_folder() / "assets", name)


@pages.get("/field/assets/<path:name>")
def field_asset(name: str) -> Response:
    return _asset(web_folder() / "field" / "assets", name)


@pages.get("/field/")
@pages.get("/field/<path:screen>")
def field_page(screen: str = "") -> Response:
    """The phone's page, whatever the job; its worker, manifest and icon beside it. Never kept: the worker keeps what it needs."""
    folder = web_folder() / "field"
    if not (folder / "index.html").is_file():
        return problem(503, "The phone's screens are not built", "Run `make demo`, which builds them.")
    if "." in screen:
        if "/" in screen or not (folder / screen).is_file():
            abort(404, "There is nothing at this address.")
        response = send_from_directory(folder, screen, mimetype=MEDIA_TYPES.get(Path(screen).suffix))
    else:
        response = Response((folder / "index.html").read_bytes(), mimetype="text/html")
    response.headers["Cache-Control"] = "no-cache"
    return response


@pages.get(TRUSTED)
def trusted() -> Response:
    """Reached by TLS: then the certificate is trusted."""
    return Response(status=204, headers={"Cache-Control": "no-store"})


@pages.get("/door/")
def door_page() -> Response:
    """What a phone does once to trust this machine; the same page that is there without TLS."""
    if not door().on_network:
        abort(404, "There is nothing at this address.")
    file = web_folder() / "door" / "index.html"
    if not file.is_file():
        return problem(503, "The page is not built", "Run `make demo`, which builds it.")
    return Response(file.read_bytes(), mimetype="text/html", headers={"Cache-Control": "no-store"})


@pages.get("/door/assets/<path:name>")
def door_asset(name: str) -> Response:
    return _asset(web_folder() / "door" / "assets", name)


def door_files() -> dict[str, tuple[str, bytes]]:
    """The files of that page by path, with their media types, for who has no TLS yet."""
    folder = web_folder() / "door"
    found = {
        f"/door/assets/{file.name}": (MEDIA_TYPES[file.suffix], file.read_bytes()) for file in folder.glob("assets/*.*")
    }
    if (folder / "index.html").is_file():
        found["/door/"] = ("text/html; charset=utf-8", (folder / "index.html").read_bytes())
    return found


def _asset(folder: Path, name: str) -> Response:
    file = folder / name
    if file.suffix in (".js", ".css") and "/" not in name and file.is_file() and takes_gzip():
        response = Response(packed_file(file), mimetype=MEDIA_TYPES[file.suffix], headers={"Vary": "Accept-Encoding"})
        response.content_encoding = "gzip"
    else:
        response = send_from_directory(folder, name, max_age=31_536_000)
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
    prefix = door().prefix
    html = index.read_text(encoding="utf-8").replace(NONCE_MARK, style_nonce()).replace(BASE_MARK, prefix)
    html = html.replace('="./', f'="{prefix}/')
    return Response(html, mimetype="text/html", headers={"Cache-Control": "no-store"})
