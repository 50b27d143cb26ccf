"""How the fill gets to the attic: machine, hose and cord of a job."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from .fields import DocumentModel, Number


class ReachFacts(DocumentModel):
    """throw_ft: left out, that of the machine. to_house_ft: hose from machine to house; up_ft: from there up and to the way in.

    hose_most_ft: what the machine carries. cord_ft, gauge_awg: the cord that is there.
    """

    machine: Literal["small", "truck"] | None = None
    throw_ft: Number | None = Field(None, gt=0, le=60)
    to_house_ft: Number | None = Field(None, ge=0, le=1000)
    up_ft: Number | None = Field(None, ge=0, le=500)
    hose_most_ft: Number | None = Field(None, gt=0, le=2000)
    cord_ft: Number | None = Field(None, ge=0, le=2000)
    gauge_awg: Literal[16, 14, 12, 10] | None = None
    amps: Number | None = Field(None, gt=0, le=100)
    volts: Number | None = Field(None, gt=0, le=600)
