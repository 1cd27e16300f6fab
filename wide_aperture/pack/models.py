"""What an owner keeps about cameras in the hand: their words, how they stand, how a shoot is packed."""

from wide_aperture.store.models import StoredDocument


class Phrasebook(StoredDocument):
    """A body's words and ways; document: core.phrasebook.Phrasebook."""


class CameraState(StoredDocument):
    """How a body was last known; its revisions are the history. document: core.camera.state.CameraState."""


class Packing(StoredDocument):
    """Decisions about packing a shoot; document: core.packing.PackingDocument."""
