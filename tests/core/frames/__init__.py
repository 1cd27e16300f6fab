"""Frames read back: what files of every kind say, and what hostile ones cannot do."""
