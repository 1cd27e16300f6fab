"""What travels: the frozen documents that are the JSON, the API's schemas and the front end's types."""

from wide_aperture.core.documents.saved_setup import upgrade

__all__ = ["upgrade"]
