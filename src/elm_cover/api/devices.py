"""Devices over HTTP: who holds a token, and how one is made and revoked (design §5; reached from this machine or a proxy of it)."""

from __future__ import annotations

from dataclasses import asdict

from flask import Flask, Response, g, jsonify, request
from flask_openapi3 import Tag

from ..store.devices import Device, add_device, all_devices, change_device, device_of, sees_job
from ..store.log import DESK
from .answers.field import DeviceChange, DeviceList, DevicePath, DeviceTold, MadeDevice, NewDevice
from .blueprint import APIBlueprint
from .jobs import ACTOR, job_store
from .problems import Problem, problem
from .routes import route_of

devices = APIBlueprint("devices", __name__, url_prefix="/api/devices", abp_tags=[Tag(name="devices")])
BEARER = "bearer"


def asking_device() -> Device | None:
    """The device whose token this request carries; None: it is this machine itself."""
    found: Device | None = g.get("device")
    return found


def asking_actor() -> str:
    """Who asks, by name."""
    device = asking_device()
    return ACTOR if device is None else device.name


def asking_sender() -> str:
    """Whose token came with the request: a device's id, or this machine itself."""
    device = asking_device()
    return DESK if device is None else device.id


def guard_devices(app: Flask) -> None:
    """A request that carries a token is that device's or nobody's, and sees what a device needs."""

    @app.before_request
    def _whose() -> Response | None:
        told = request.headers.get("Authorization")
        if not request.path.startswith("/api/"):
            return None
        if told is None:
            return _through_a_proxy()
        scheme, _, token = told.partition(" ")
        device = device_of(job_store(), token.strip()) if scheme.lower() == BEARER else None
        if device is None:
            text = "This device was taken off the list, or never stood on it. What it holds stays on it: join it again at the desk."
            return problem(401, "Unknown device", text)
        rule = request.url_rule.rule if request.url_rule else ""
        row = route_of(request.method, rule)
        if row is None or not row.device:
            return problem(
                403, "Not for a device", "A device reads its days, its packs and its log; the rest is done at the desk."
            )
        job_id = (request.view_args or {}).get("job_id")
        if job_id is not None and not sees_job(job_store(), device, job_id):
            text = "The job stands with another crew on the calendar, or with none. What this device holds of it stays on it."
            return problem(403, "Not a job of this device's crew", text)
        g.device = device
        return None


def _through_a_proxy() -> Response | None:
    """Who comes through a proxy is not this machine, though the proxy may stand on it: without a token nobody knows who it is."""
    for name in request.headers.keys():  # noqa: SIM118 – its items are pairs
        if name.lower() == "forwarded" or name.lower().startswith("x-forwarded-"):
            text = f"This came through a proxy ({name}), and nobody can say from whom. Only devices with a token are answered through one."
            return problem(403, "Not from this machine", text)
    return None


@devices.get("", responses={200: DeviceList}, summary="Every device with a token, revoked ones among them")
def list_devices() -> Response:
    return jsonify({"devices": [asdict(device) for device in all_devices(job_store())]})


@devices.post(
    "", responses={201: MadeDevice, 409: Problem, 422: Problem}, summary="A new device, and its token this once"
)
def make_device(body: NewDevice) -> Response:
    device, token = add_device(job_store(), body.name, body.crew, ACTOR)
    response = jsonify({"device": asdict(device), "token": token})
    response.status_code = 201
    return response


@devices.put("/<device_id>", responses={200: DeviceTold, 404: Problem, 422: Problem}, summary="Name or revoke a device")
def rename_or_revoke(path: DevicePath, body: DeviceChange) -> Response:
    return jsonify(asdict(change_device(job_store(), path.device_id, body.model_dump(exclude_unset=True))))
