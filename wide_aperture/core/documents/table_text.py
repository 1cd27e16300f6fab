"""Tables as text: CSV that comes in from anywhere, and cells that leave for a spreadsheet."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator

MOST_CELL_CHARACTERS = 131_072
# A spreadsheet reads a cell that begins with one of these as a formula and may run it.
FORMULA_SIGNS = ("=", "+", "-", "@", "\t", "\r")


def safe_cell(value: object) -> object:
    """A cell that a spreadsheet shows instead of running. Numbers stay numbers; rows() takes the sign away again."""
    return f"'{value}" if isinstance(value, str) and value.startswith(FORMULA_SIGNS) else value


def as_typed(cell: str) -> str:
    """What safe_cell was given."""
    return cell[1:] if cell.startswith("'") and cell[1:2] in FORMULA_SIGNS else cell


def rows(text: str, *, most_lines: int) -> Iterator[tuple[int, list[str] | None]]:
    """Lines with their numbers from 1, up to most_lines; None for one that is no CSV. Cells are stripped.

    Commas or semicolons part the cells, whichever the first line holds more of; lines end in LF, CRLF or CR. A quoted
    cell may run over lines: its row has the number of its first line.
    """
    plain = text.removeprefix("\ufeff").replace("\r\n", "\n").replace("\r", "\n")
    first = plain.split("\n", 1)[0]
    delimiter = ";" if first.count(";") > first.count(",") else ","
    reader = csv.reader(io.StringIO(plain, newline="\n"), delimiter=delimiter, strict=False)
    before = 0
    while before < most_lines:
        number = before + 1
        try:
            row = next(reader)
        except StopIteration:
            return
        except csv.Error:
            yield number, None
            if reader.line_num <= before:
                return
        else:
            yield number, [as_typed(cell.strip()) for cell in row]
        before = reader.line_num


def count_lines(text: str) -> int:
    """Lines of a text, however they end; an empty last one is none."""
    plain = text.replace("\r\n", "\n").replace("\r", "\n")
    return plain.count("\n") + (0 if plain.endswith("\n") or not plain else 1)


class TableWriter:
    """CSV text, a row at a time, safe to open in a spreadsheet."""

    def __init__(self) -> None:
        self._out = io.StringIO()
        self._writer = csv.writer(self._out, lineterminator="\n")

    def row(self, *cells: object) -> None:
        self._writer.writerow([safe_cell(cell) for cell in cells])

    @property
    def text(self) -> str:
        return self._out.getvalue()
