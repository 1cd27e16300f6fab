"""Saved places of an owner."""

from wide_aperture.store.models import StoredDocument


class Place(StoredDocument):
    """A place to shoot at; document: core.place_document.SavedPlace."""
