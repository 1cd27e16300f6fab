"""Tests of limits, search, rules, checks and whole plans."""
