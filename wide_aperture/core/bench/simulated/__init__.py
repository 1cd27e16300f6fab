"""Frames of bench tests made by a model whose truth is known: for the demo, and to see whether a test finds it."""
