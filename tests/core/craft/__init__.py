"""Tests of what is known: the practice table, the catalogue, the checks' pages."""
