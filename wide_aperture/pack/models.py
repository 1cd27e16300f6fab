"""What an owner keeps about cameras in the hand: their words, how they stand, how a shoot is packed."""

from typing import Any

from django.contrib.auth.models import User

from wide_aperture.core.camera import packing, phrasebook, state
from wide_aperture.core.camera.controls.on_body import lacking
from wide_aperture.core.documents.body import Body
from wide_aperture.core.errors import DomainError
from wide_aperture.store.models import StoredDocument, model_of


class Phrasebook(StoredDocument):
    """A body's words and ways."""

    schema, noun, plural = phrasebook.Phrasebook, "phrasebook", "phrasebooks"

    @classmethod
    def columns(cls, document: phrasebook.Phrasebook, *, owner: User) -> dict[str, Any]:
        """Raises DomainError where a control names an area or option that its body does not have."""
        bodies = model_of("bodies")
        named = any(control.area is not None or control.members for control in document.controls)
        row = bodies._default_manager.filter(pk=document.body_id, owner=owner).first() if bodies and named else None
        if row is not None:
            for field, option, rule in lacking(document.controls, Body.model_validate(row.document)):
                raise DomainError(field, option, rule)
        return {}


class CameraState(StoredDocument):
    """How a body was last known; its revisions are the history."""

    schema, noun, plural = state.CameraState, "state", "states"


class Packing(StoredDocument):
    """Decisions about packing a shoot."""

    schema, noun, plural = packing.PackingDocument, "packing", "packings"
