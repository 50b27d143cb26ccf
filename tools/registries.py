"""The program's lists as the screens need them, written by ``make client``: python -m tools.registries > FILE.

A screen that has a list of its own, instead of this one, is what tests/test_registries.py finds.
"""

from __future__ import annotations

import json
from collections.abc import Iterable
from dataclasses import asdict
from typing import Any

from elm_cover.core.hazards.before_test import BEFORE_A_TEST
from elm_cover.core.layers.kinds import KINDS
from elm_cover.core.log.kinds import LOG_KINDS, OF_A_DAY, WAITING, Writer
from elm_cover.core.schedule.attic_air import MINUTES
from elm_cover.job.paper_kinds import PAPERS
from elm_cover.job.roles import ROLES
from elm_cover.job.stages import STAGES
from elm_cover.store.deed_kinds import DEEDS

HEAD = "// The program's own lists, made by `make client`: change them in Python, never here.\n"


def _const(name: str, value: Any) -> str:
    return f"export const {name} = {json.dumps(value, ensure_ascii=False, indent=2)} as const;\n"


def _union(name: str, words: Iterable[str]) -> str:
    return f"export type {name} = {' | '.join(json.dumps(word) for word in words)};\n"


def _written_by(writer: Writer) -> list[str]:
    return [word for word, kind in LOG_KINDS.items() if writer in kind.writers]


def written() -> str:
    """The file, whole."""
    return "\n".join(
        [
            HEAD,
            _union("Stage", STAGES),
            _const("STAGES", {word: row.title for word, row in STAGES.items()}),
            _union("PaperKind", PAPERS),
            _const("PAPERS", {word: {"title": row.title, "step": row.step} for word, row in PAPERS.items()}),
            _union("EntryKind", LOG_KINDS),
            _union("DeskKind", _written_by("desk")),
            _union("PhoneKind", _written_by("phone")),
            _const("OF_A_DAY", [word for word in LOG_KINDS if word in OF_A_DAY]),
            _const("WAITING", [word for word in LOG_KINDS if word in WAITING]),
            _const("INSULATION", list(KINDS)),
            _const("BEFORE_A_TEST", BEFORE_A_TEST),
            _union("Role", ROLES),
            _const("ROLES", {word: asdict(row) for word, row in ROLES.items()}),
            _const("DEEDS", dict(DEEDS)),
            # Attic air to which one works whole hours, and from which nobody works.
            _const("ATTIC_HOURS_F", [MINUTES[0][0], MINUTES[-1][0]]),
        ]
    )


if __name__ == "__main__":
    print(written(), end="")
