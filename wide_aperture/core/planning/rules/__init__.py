"""The rules: one module per group of settings, each writing its part of the draft."""
