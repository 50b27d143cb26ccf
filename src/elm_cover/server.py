"""Serving on this machine only: 127.0.0.1, in the foreground, the address printed once it answers."""

from __future__ import annotations

import os
import sys
from pathlib import Path

import waitress

from .api.app import create_app
from .store.photos import sweep_parts

DEFAULT_PORT = 8790
ADDRESS = "127.0.0.1"
TAKEN = 3


def data_folder() -> Path:
    """Where a user's own jobs are kept: XDG_DATA_HOME, or .local/share in the home folder."""
    home = os.environ.get("XDG_DATA_HOME")
    return (Path(home) if home else Path.home() / ".local" / "share") / "elm-cover"


def serve(folder: Path, port: int) -> int:
    """Serves a data folder until stopped. Returns 3 where the port cannot be had."""
    app = create_app(folder)
    sweep_parts(folder)
    try:
        server = waitress.create_server(app, host=ADDRESS, port=port, threads=6, ident=None)
    except (OSError, OverflowError, ValueError) as error:
        print(
            f"Port {port} on {ADDRESS} cannot be used: {error}. Pick another, for example PORT={port + 1}.",
            file=sys.stderr,
        )
        return TAKEN
    print(f"Elm Cover is at http://{ADDRESS}:{server.effective_port} (stop with Ctrl-C)", flush=True)
    try:
        server.run()
    except KeyboardInterrupt:
        pass
    finally:
        server.close()
    return 0
