"""What is told of who did what: the one list of kinds, each as screens say it. Which route tells which stands in api/routes.py."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

DEEDS: Mapping[str, str] = MappingProxyType(
    {
        "signed_in": "signed in",
        "sign_in_refused": "was refused at signing in",
        "signed_out": "signed out",
        "session_ended": "ended a sign-in elsewhere",
        "password_changed": "changed the password",
        "first_account": "made the first account",
        "invitation_taken": "took an invitation up",
        "person_invited": "invited",
        "person_changed": "changed role, crew or lock of",
        "person_deleted": "deleted the account of",
        "device_made": "gave a token to the device",
        "device_changed": "named or revoked the device",
        "code_shown": "showed a code for the phone",
        "code_ended": "ended a code for a phone",
        "device_joined": "joined by a code as",
        "held_settled": "settled entries that were held:",
        "refused": "was refused",
        "job_made": "made the job",
        "job_changed": "changed the job",
        "job_binned": "put the job into the bin",
        "job_unbinned": "took the job out of the bin",
        "archive_in": "brought an archive in as",
        "archive_out": "took out an archive of",
        "papers_out": "handed over the papers of",
        "paper_issued": "issued a paper of",
        "photo_stored": "stored a photo",
        "file_out": "took out a file",
        "firm_changed": "changed the firm's own figures",
        "calendar_changed": "changed the calendar",
    }
)
