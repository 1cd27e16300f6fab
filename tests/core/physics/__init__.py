"""Tests of the formulas against reference tables, laws and worked values."""
