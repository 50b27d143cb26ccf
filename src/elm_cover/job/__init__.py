"""The job document: one JSON object is the whole job. Frozen models, no input or output, nothing of the core."""

from __future__ import annotations

from .document import Job, job_schema, read_job
from .faults import Fault, JobError

__all__ = ["Fault", "Job", "JobError", "job_schema", "read_job"]
