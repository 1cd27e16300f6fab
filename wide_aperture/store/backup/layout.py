"""How a backup is laid out, and what one may hold at most.

Version 2: `documents/<kind>.jsonl` with one line a document, each followed by one line for every revision of it that is
kept; `manifest.json` with counts and checksums; `database.sqlite3`, the whole, for those who want it.
Version 1 held one JSON array a kind, `documents/<kind>.json`, with the revisions inside each document's entry.
"""

from __future__ import annotations

FORMAT = "wide-aperture/backup"
FORMAT_VERSION = 2
MANIFEST = "manifest.json"
DATABASE = "database.sqlite3"

MOST_FILE_BYTES = 60_000_000
MOST_ZIP_ENTRIES = 200
MOST_UNPACKED_BYTES = 400_000_000
MOST_DOCUMENTS = 50_000
MOST_MANIFEST_BYTES = 1_000_000
# One line, or one entry of a version 1 array with all its revisions.
MOST_ITEM_BYTES = {1: 16_000_000, 2: 4_000_000}
MOST_ITEM_NODES = {1: 1_000_000, 2: 250_000}
DEEPEST_NEST = 40


def entry_name(plural: str, version: int = FORMAT_VERSION) -> str:
    return f"documents/{plural}.json{'l' if version > 1 else ''}"
