"""Devices over HTTP: who holds a token, the codes that phones join by, and joining itself (design §7)."""

from __future__ import annotations

from dataclasses import asdict

import segno
from flask import Response, current_app, jsonify, request
from flask_openapi3 import Tag

from ..store.devices import add_device, all_devices, change_device
from ..store.joining import codes, end_code, join, show_code
from ..store.tries import count_try, forget_tries
from .answers.devices import (
    CodeList,
    CodePath,
    DeviceChange,
    DeviceList,
    DevicePath,
    DeviceTold,
    JoinAsked,
    Joined,
    MadeDevice,
    NewDevice,
    ShownCode,
)
from .asking import asking_actor, job_store
from .blueprint import APIBlueprint
from .deeds import tell
from .door import door
from .problems import Problem, problem

devices = APIBlueprint("devices", __name__, url_prefix="/api/devices", abp_tags=[Tag(name="devices")])
joining = APIBlueprint("joining", __name__, url_prefix="/api/field", abp_tags=[Tag(name="field")])
# Guessing a code is counted by where it is guessed from.
A_CODE = "a code"


@devices.get("", responses={200: DeviceList}, summary="Every device with a token, revoked ones among them")
def list_devices() -> Response:
    return jsonify({"devices": [asdict(device) for device in all_devices(job_store())]})


@devices.post(
    "", responses={201: MadeDevice, 409: Problem, 422: Problem}, summary="A new device, and its token this once"
)
def make_device(body: NewDevice) -> Response:
    device, token = add_device(job_store(), body.name, body.crew, asking_actor())
    tell(what=device.name)
    response = jsonify({"device": asdict(device), "token": token})
    response.status_code = 201
    return response


@devices.put("/<device_id>", responses={200: DeviceTold, 404: Problem, 422: Problem}, summary="Name or revoke a device")
def rename_or_revoke(path: DevicePath, body: DeviceChange) -> Response:
    device = change_device(job_store(), path.device_id, body.model_dump(exclude_unset=True))
    current_app.extensions["elm_cover_end"]([device.id])
    tell(what=device.name)
    return jsonify(asdict(device))


@devices.get("/codes", responses={200: CodeList}, summary="The codes of the last hour, and what became of them")
def list_codes() -> Response:
    return jsonify({"codes": [asdict(code) for code in codes(job_store())]})


@devices.post(
    "/codes", responses={201: ShownCode, 409: Problem, 422: Problem}, summary="A code that a phone joins by, once"
)
def new_code(body: NewDevice) -> Response:
    at = door().reached(request.host.lower())
    shown, code = show_code(job_store(), body.name, body.crew, asking_actor())
    tell(what=shown.name)
    url = f"{at.page}/field/#code={code}"
    more = {
        "url": url, "rows": _rows(url), "reached": at.by_others, "certificate": at.certificate,
        "certificate_rows": None if at.certificate is None else _rows(at.certificate),
    }  # fmt: skip
    response = jsonify({"code": asdict(shown), **more})
    response.status_code = 201
    return response


def _rows(text: str) -> list[str]:
    """A QR code (ISO/IEC 18004), a row each, 1 dark."""
    return ["".join("1" if cell else "0" for cell in row) for row in segno.make(text, error="m", micro=False).matrix]


@devices.delete("/codes/<code_id>", responses={204: None}, summary="End a code that nobody has used yet")
def end(path: CodePath) -> Response:
    end_code(job_store(), path.code_id)
    return Response(status=204)


@joining.post(
    "/join",
    responses={200: Joined, 409: Problem, 410: Problem, 422: Problem, 429: Problem},
    summary="Join by a code that the desk shows",
)
def join_by_code(body: JoinAsked) -> Response:
    store, address = job_store(), request.remote_addr or ""
    count_try(store, A_CODE, address)
    found = join(store, body.code, body.token, body.before)
    if found is None:
        text = "It was used, has ended, or never was. Ask the office to show a new one."
        return problem(410, "The code is over", text)
    forget_tries(store, A_CODE, address)
    device, now = found
    if now:
        current_app.extensions["elm_cover_end"]([device.id])
        tell(kind="device_joined", what=device.name, doer=(device.name, device.id))
    return jsonify({"name": device.name, "crew": device.crew})
