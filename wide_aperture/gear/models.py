"""Bodies, lenses and the foundation of an owner."""

from wide_aperture.core.documents import kit
from wide_aperture.core.planning.foundation import FoundationDocument
from wide_aperture.store.models import StoredDocument


class Body(StoredDocument):
    """A camera body."""

    schema, noun, plural = kit.Body, "body", "bodies"


class Lens(StoredDocument):
    """A lens."""

    schema, noun, plural = kit.Lens, "lens", "lenses"


class Foundation(StoredDocument):
    """What the owner sets on any body."""

    schema, noun, plural = FoundationDocument, "foundation", "foundations"
