"""Tests of positions, light and nights."""
