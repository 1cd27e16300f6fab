"""Tests of what travels: documents, tables, upgrades."""
