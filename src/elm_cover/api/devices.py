"""Devices over HTTP: who holds a token, and how one is made and revoked (design §5; reached from this machine or a proxy of it)."""

from __future__ import annotations

from dataclasses import asdict

from flask import Response, current_app, jsonify
from flask_openapi3 import Tag

from ..store.devices import add_device, all_devices, change_device
from .answers.field import DeviceChange, DeviceList, DevicePath, DeviceTold, MadeDevice, NewDevice
from .asking import asking_actor, job_store
from .blueprint import APIBlueprint
from .deeds import tell
from .problems import Problem

devices = APIBlueprint("devices", __name__, url_prefix="/api/devices", abp_tags=[Tag(name="devices")])


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
