"""The rules of the job and all computation: pure Python and numpy, no Django, no clock, no network."""
