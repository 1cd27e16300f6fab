"""Tests of the way from a plan to its frame."""
