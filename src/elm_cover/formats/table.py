"""Tables as people send them: columns by name in any order, commas, semicolons or tabs, points or decimal commas."""

from __future__ import annotations

import csv
from dataclasses import dataclass
from io import StringIO

from ..job import Fault, JobError

MOST_LINES = 3000


@dataclass(frozen=True)
class Line:
    """One line of a table: its number in the file, and its cells by column."""

    number: int
    cells: dict[str, str]
    decimal_comma: bool

    def text(self, column: str) -> str:
        return self.cells.get(column, "").strip()

    def read_number(self, given: str) -> float:
        """The number that is written so in this table. Raises ValueError."""
        return float(given.replace(",", ".") if self.decimal_comma else given)

    def number_or_none(self, column: str) -> float | None:
        """The number in a cell; None where it is empty. Raises JobError naming line and column."""
        given = self.text(column)
        if not given:
            return None
        try:
            return self.read_number(given)
        except ValueError:
            hint = "; use a point for decimals" if "," in given else ""
            raise JobError(
                [Fault(f"line {self.number}, {column}", f"must be a plain number, not “{given[:40]}”{hint}")]
            ) from None

    def needed(self, column: str) -> float:
        value = self.number_or_none(column)
        if value is None:
            raise JobError([Fault(f"line {self.number}, {column}", "is empty; it needs a number")])
        return value


def read_table(
    text: str, required: tuple[str, ...], optional: tuple[str, ...], most_lines: int = MOST_LINES
) -> list[Line]:
    """The lines under a header that names the columns. Raises JobError naming the line.

    Between columns stand commas, semicolons or tabs, whichever the header has; with semicolons or tabs a comma in a
    number is a decimal comma.
    """
    lines = text.lstrip("\ufeff").splitlines()
    head = next((line for line in lines if line.strip()), "")
    delimiter = next((d for d in (";", "\t") if d in head), ",")
    rows = list(csv.reader(StringIO("\n".join(lines)), delimiter=delimiter))
    start = next((i for i, row in enumerate(rows) if any(cell.strip() for cell in row)), None)
    if start is None:
        raise JobError([Fault("line 1", f"the table is empty; the columns are {', '.join((*required, *optional))}")])
    names = [cell.strip().lower() for cell in rows[start]]
    missing = [name for name in required if name not in names]
    unknown = [name for name in names if name and name not in (*required, *optional)]
    if missing or unknown:
        said = [f"“{', '.join(missing)}” missing"] if missing else []
        said += [f"“{', '.join(unknown)}” not known"] if unknown else []
        allowed = f"needed are {', '.join(required)}" + (f"; allowed too {', '.join(optional)}" if optional else "")
        raise JobError([Fault(f"line {start + 1}", f"columns {' and '.join(said)}; {allowed}")])
    if len(rows) - start - 1 > most_lines:
        raise JobError(
            [Fault(f"line {most_lines + start + 2}", f"at most {most_lines:,} lines at once; split the file")]
        )
    found = []
    for number, row in enumerate(rows[start + 1 :], start=start + 2):
        if not any(cell.strip() for cell in row):
            continue
        if len(row) != len(names):
            more = (
                " (a decimal comma where commas part the columns?)"
                if delimiter == "," and len(row) > len(names)
                else ""
            )
            raise JobError([Fault(f"line {number}", f"has {len(row)} columns, the header {len(names)}{more}")])
        found.append(Line(number, dict(zip(names, row, strict=True)), delimiter != ","))
    return found


def write_table(columns: tuple[str, ...], rows: list[list[object]]) -> str:
    """A table with commas and decimal points, empty cells where a value is None."""
    out = StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(columns)
    writer.writerows([["" if cell is None else cell for cell in row] for row in rows])
    return out.getvalue()
