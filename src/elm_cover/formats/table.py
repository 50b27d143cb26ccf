"""Tables as people send them: columns by name in any order, commas, semicolons or tabs, points or decimal commas."""

from __future__ import annotations

import csv
from dataclasses import dataclass
from io import StringIO

from ..job import Fault, JobError

MOST_LINES = 3000
# What a spreadsheet takes a cell for a formula by.
FORMULA = ("=", "+", "-", "@", "\t", "\r")


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
    text = text.lstrip("\ufeff")
    head = next((line for line in text.splitlines() if line.strip()), "")
    delimiter = next((d for d in (";", "\t") if d in head), ",")
    try:
        rows = list(csv.reader(StringIO(text, newline=""), delimiter=delimiter))
    except csv.Error as error:
        raise JobError([Fault("table", f"cannot be read as one: {error}")]) from error
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
        cells = dict(zip(names, map(as_it_was, row), strict=True))
        found.append(Line(number, cells, delimiter != ","))
    return found


def harmless(cell: object) -> object:
    """A cell as it is written: words that a spreadsheet would take for a formula get an apostrophe before them."""
    if isinstance(cell, str) and (cell.startswith(FORMULA) or cell.startswith("'")) and not _is_number(cell):
        return f"'{cell}"
    return cell


def as_it_was(cell: str) -> str:
    """A cell as it was before it was made harmless."""
    return cell[1:] if cell.startswith("'") and (cell[1:].startswith(FORMULA) or cell[1:].startswith("'")) else cell


def _is_number(cell: str) -> bool:
    try:
        float(cell)
    except ValueError:
        return False
    return True


def write_table(columns: tuple[str, ...], rows: list[list[object]]) -> str:
    """A table with commas and decimal points, empty cells where a value is None."""
    out = StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(columns)
    writer.writerows([["" if cell is None else harmless(cell) for cell in row] for row in rows])
    return out.getvalue()
