"""Debian's nginx or Caddy before the program, as docs/deploy.md shows them; with a prefix that is cut or left."""

from __future__ import annotations

import os
import re
import shutil
import subprocess
import time
import urllib.request
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

NGINX = shutil.which("nginx") or ("/usr/sbin/nginx" if Path("/usr/sbin/nginx").exists() else None)
CADDY = shutil.which("caddy")
ROOT = Path(__file__).parent.parent
AROUND = """
daemon off; worker_processes 1; pid {folder}/nginx.pid; error_log {folder}/error.log;
events {{ worker_connections 256; }}
http {{
  access_log off; client_body_temp_path {folder}/body; proxy_temp_path {folder}/proxy;
  fastcgi_temp_path {folder}/f; uwsgi_temp_path {folder}/u; scgi_temp_path {folder}/s;
  {server}
}}
"""


def shown(language: str) -> str:
    """The block that docs/deploy.md shows."""
    found = re.search(rf"```{language}\n(.*?)```", (ROOT / "docs" / "deploy.md").read_text(encoding="utf-8"), re.S)
    assert found is not None
    return found[1]


def nginx(folder: Path, port: int, to: int, cuts: bool) -> list[str]:
    """Its command. The block on free ports and without TLS; what is asked outside the prefix is answered 418. cuts: the prefix is not
    handed on."""
    assert NGINX is not None
    block = re.sub(r"\n\s*(?:ssl_\w+|server_name) [^\n]*", "", shown("nginx"))
    block = block.replace("listen 443 ssl;", f"listen 127.0.0.1:{port};\n    location / {{ return 418; }}")
    block = block.replace("http://127.0.0.1:8790/;", f"http://127.0.0.1:{to}{'/' if cuts else ''};")
    conf = folder / "nginx.conf"
    conf.write_text(AROUND.format(folder=folder, server=block))
    return [NGINX, "-e", str(folder / "start.log"), "-p", str(folder), "-c", str(conf)]


def caddy(folder: Path, port: int, to: int) -> list[str]:
    """The same."""
    assert CADDY is not None
    block = shown("caddy").replace(
        "attic.example {", f"http://127.0.0.1:{port} {{\n    bind 127.0.0.1\n    respond 418"
    )
    conf = folder / "Caddyfile"
    conf.write_text("{\n    admin off\n    auto_https off\n}\n" + block.replace("127.0.0.1:8790", f"127.0.0.1:{to}"))
    return [CADDY, "run", "--config", str(conf), "--adapter", "caddyfile"]


# By name: whether it is here, and its command.
PROXIES: dict[str, tuple[str | None, Callable[[Path, int, int], list[str]]]] = {
    "nginx, cut": (NGINX, lambda folder, port, to: nginx(folder, port, to, cuts=True)),
    "nginx, left": (NGINX, lambda folder, port, to: nginx(folder, port, to, cuts=False)),
    "caddy": (CADDY, caddy),
}


@contextmanager
def before(name: str, folder: Path, port: int, to: int) -> Iterator[str]:
    """A proxy before the program at a port; its address with the prefix."""
    folder.mkdir(exist_ok=True)
    running = subprocess.Popen(
        PROXIES[name][1](folder, port, to), stderr=subprocess.DEVNULL, env={**os.environ, "HOME": str(folder)}
    )
    address = f"http://127.0.0.1:{port}/elm"
    try:
        for _ in range(200):
            with suppress(OSError):
                urllib.request.urlopen(address + "/favicon.svg", timeout=2).close()
                break
            time.sleep(0.05)
        yield address
    finally:
        running.terminate()
        try:
            running.wait(3)
        except subprocess.TimeoutExpired:  # it waits for streams that are still open
            running.kill()
            running.wait(10)
