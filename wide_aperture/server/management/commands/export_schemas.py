"""Write what others build on: the OpenAPI file and the JSON Schemas of the documents."""

import json
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand
from pydantic import BaseModel

from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.shoot_file import ShootFile
from wide_aperture.core.camera.state import CameraState
from wide_aperture.core.camera.storage.documents import PackingDocument
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.foundation import FoundationDocument
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.place import SavedPlace
from wide_aperture.core.documents.saved_setup import SavedSetup
from wide_aperture.core.documents.shoot import PlannedSituation, Shoot
from wide_aperture.server.api import api

DOCUMENTS: dict[str, type[BaseModel]] = {
    "setup": SavedSetup,
    "body": Body,
    "lens": Lens,
    "foundation": FoundationDocument,
    "shoot": Shoot,
    "situation": PlannedSituation,
    "place": SavedPlace,
    "phrasebook": Phrasebook,
    "state": CameraState,
    "packing": PackingDocument,
    "shoot-file": ShootFile,
}
OPENAPI = settings.PROJECT / "tests" / "api" / "openapi.json"
SCHEMAS = settings.PROJECT / "docs" / "schema"


def openapi_text() -> str:
    """The API's description as it is committed and compared."""
    return json.dumps(api.get_openapi_schema(), indent=1, ensure_ascii=False, sort_keys=True) + "\n"


def schema_text(name: str) -> str:
    """The JSON Schema of a document as it is published."""
    schema: dict[str, object] = DOCUMENTS[name].model_json_schema()
    schema["$schema"] = "https://json-schema.org/draft/2020-12/schema"
    return json.dumps(schema, indent=1, ensure_ascii=False) + "\n"


class Command(BaseCommand):
    help = "Write tests/api/openapi.json and docs/schema/*.json."

    def handle(self, *args: Any, **options: Any) -> None:
        _write(OPENAPI, openapi_text())
        for name in DOCUMENTS:
            _write(SCHEMAS / f"{name}.json", schema_text(name))


def _write(path: Path, text: str) -> None:
    path.parent.mkdir(parents=True, exist_ok=True)
    path.write_text(text, "utf-8")
