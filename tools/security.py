"""The table of rights as docs/security.md has it, made from the program's own: python -m tools.security > docs/security.md."""

from __future__ import annotations

import re
import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))
from elm_cover.api.rights import RIGHTS, WHO
from elm_cover.api.routes import ROUTES

ROOT = Path(__file__).resolve().parent.parent
MARKS = ("<!-- rights -->", "<!-- /rights -->")
SAID = {"all": "yes", "own": "its crew's", "each": "entry by entry"}


def told(rule: str) -> str:
    """A rule as the OpenAPI document has it."""
    return re.sub(r"<(?:[a-z]+:)?([a-z_]+)>", r"{\1}", rule)


def rights() -> str:
    """Right × role, and every address with its right."""
    lines = [
        f"| right | what it is | {' | '.join(WHO)} |",
        f"|---|---|{'---|' * len(WHO)}",
        *(
            f"| {right.name} | {right.says} | {' | '.join(SAID.get(right.reach.get(who, ''), '') for who in WHO)} |"
            for right in RIGHTS
        ),
        "",
        "| address | right | the record says |",
        "|---|---|---|",
        *(
            f"| `{method} {told(rule)}` | {row.right.name} | {row.deed or ''} |"
            for (method, rule), row in sorted(ROUTES.items(), key=lambda each: (each[0][1], each[0][0]))
        ),
    ]
    return "\n".join(lines)


def written() -> str:
    """The page with its table as it is now."""
    text = (ROOT / "docs" / "security.md").read_text(encoding="utf-8")
    head, rest = text.split(MARKS[0], 1)
    return f"{head}{MARKS[0]}\n\n{rights()}\n\n{MARKS[1]}{rest.split(MARKS[1], 1)[1]}"


if __name__ == "__main__":
    print(written(), end="")
