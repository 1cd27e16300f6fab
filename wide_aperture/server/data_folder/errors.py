"""Why a data folder cannot be used."""

from __future__ import annotations


class DataFolderError(Exception):
    """A sentence that says what is wrong with the folder and what to do."""
