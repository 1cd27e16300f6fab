"""What an owner keeps about cameras in the hand: their words, how they stand, how a shoot is packed."""

from wide_aperture.core.camera import packing, phrasebook, state
from wide_aperture.store.models import StoredDocument


class Phrasebook(StoredDocument):
    """A body's words and ways."""

    schema, noun, plural = phrasebook.Phrasebook, "phrasebook", "phrasebooks"


class CameraState(StoredDocument):
    """How a body was last known; its revisions are the history."""

    schema, noun, plural = state.CameraState, "state", "states"


class Packing(StoredDocument):
    """Decisions about packing a shoot."""

    schema, noun, plural = packing.PackingDocument, "packing", "packings"
