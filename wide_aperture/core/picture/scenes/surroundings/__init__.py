"""Surroundings of composed scenes, a file each. docs/handbook/scenes.md says how to add one."""
