"""Bodies, lenses and the foundation of an owner."""

from wide_aperture.store.models import StoredDocument


class Body(StoredDocument):
    """A camera body; document: core.kit.Body."""


class Lens(StoredDocument):
    """A lens; document: core.kit.Lens."""


class Foundation(StoredDocument):
    """What the owner sets on any body; document: core.foundation.FoundationDocument."""
