"""Bodies, lenses and the foundation of an owner."""

from wide_aperture.core.documents.body import Body as BodyDocument
from wide_aperture.core.documents.foundation import FoundationDocument
from wide_aperture.core.documents.lens import Lens as LensDocument
from wide_aperture.store.models import StoredDocument


class Body(StoredDocument):
    """A camera body."""

    schema, noun, plural = BodyDocument, "body", "bodies"


class Lens(StoredDocument):
    """A lens."""

    schema, noun, plural = LensDocument, "lens", "lenses"


class Foundation(StoredDocument):
    """What the owner sets on any body."""

    schema, noun, plural = FoundationDocument, "foundation", "foundations"
