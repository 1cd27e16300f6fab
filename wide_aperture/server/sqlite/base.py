"""The backend itself: SQLite with our own test-database creation."""

from django.db.backends.sqlite3 import base

from wide_aperture.server.sqlite.creation import DatabaseCreation


class DatabaseWrapper(base.DatabaseWrapper):
    creation_class = DatabaseCreation
