"""Fixed ids for demo rows, so that loading again finds them."""

from __future__ import annotations

import uuid

NAMESPACE = uuid.UUID("5b1b0f4c-9f3d-5c0e-9f56-0d6a7c1e2f10")


def demo_id(name: str) -> uuid.UUID:
    """The id of a demo row by its name, like "body/alder-24"."""
    return uuid.uuid5(NAMESPACE, name)
