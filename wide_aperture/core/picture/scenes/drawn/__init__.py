"""The drawn scenes, a file per kind of place."""
