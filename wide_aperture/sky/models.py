"""Saved places of an owner."""

from wide_aperture.core.documents.place import SavedPlace
from wide_aperture.store.models import StoredDocument


class Place(StoredDocument):
    """A place to shoot at."""

    schema, noun, plural = SavedPlace, "place", "places"
