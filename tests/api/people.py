"""Made-up people for tests: signed in, each with a client of their own."""

from __future__ import annotations

from typing import Any

from flask import Flask
from flask.testing import FlaskClient

OURS = {"X-Elm-Cover": "1"}
PASSWORD = "seven blue ladders"
# By role: a name.
NAMES = {"office": "Ana Ortiz", "estimator": "Bo Lind", "crew": "Cy Marsh", "reader": "Di Vance"}


def signed_in(app: Flask, name: str, password: str = PASSWORD) -> FlaskClient:
    """A client whose pages are ours."""
    client = app.test_client()
    client.environ_base["HTTP_X_ELM_COVER"] = "1"
    answer = client.post("/api/me/sign-in", json={"name": name, "password": password})
    assert answer.status_code == 200, answer.json
    return client


def first(app: Flask, name: str = NAMES["office"]) -> FlaskClient:
    """The first account, signed in."""
    client = app.test_client()
    client.environ_base["HTTP_X_ELM_COVER"] = "1"
    answer = client.post("/api/me/first", json={"name": name, "password": PASSWORD})
    assert answer.status_code == 200, answer.json
    return client


def joined(app: Flask, office: FlaskClient, role: str, crew: str | None = None, name: str = "") -> FlaskClient:
    """Somebody invited by the office who took it up."""
    asked: dict[str, Any] = {"name": name or NAMES[role], "role": role, **({"crew": crew} if crew else {})}
    link = office.post("/api/people", json=asked).json["link"]
    client = app.test_client()
    client.environ_base["HTTP_X_ELM_COVER"] = "1"
    answer = client.post("/api/me/join", json={"code": link.split("#")[1], "password": PASSWORD})
    assert answer.status_code == 200, answer.json
    return client
