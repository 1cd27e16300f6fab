"""Writes every table anew: `make frozen`."""

from tests.core.frozen import write
from tests.core.frozen.tables import TABLES

for name, table in TABLES.items():
    write(name, table())
