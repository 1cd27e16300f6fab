"""Formulas with their sources: exposure, optics, motion, sensor, flash and colour; plain floats or arrays in."""
