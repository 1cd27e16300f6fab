"""Files of other people's making, read from what a person chose."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from wide_aperture.core.errors import DomainError


@contextmanager
def refused_as_text(text: str) -> Iterator[None]:
    """A file that cannot be read is refused as a fault of the field text, with the reason the reader gave."""
    try:
        yield
    except ValueError as error:
        raise DomainError("text", text[:40], str(error)) from None
