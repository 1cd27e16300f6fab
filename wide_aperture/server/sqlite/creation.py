"""Cloning copies the file only, so what still lies in the write-ahead log must be written into it first."""

from django.db.backends.sqlite3 import creation


class DatabaseCreation(creation.DatabaseCreation):
    def _clone_test_db(self, suffix: str, verbosity: int, keepdb: bool = False) -> None:
        with self.connection.cursor() as cursor:
            cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        super()._clone_test_db(suffix, verbosity, keepdb)  # type: ignore[misc] # Django's stubs leave it out
