"""Whole files in parts, for bench tests: begin, send, go on, delete."""

from __future__ import annotations

from typing import Annotated, Any
from uuid import UUID

from django.conf import settings
from django.http import HttpResponse
from ninja import File, Form, Router
from ninja.files import UploadedFile

from wide_aperture.http.document_routes import PROBLEMS, WRITE_PROBLEMS
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import Problem, problem
from wide_aperture.uploads import services
from wide_aperture.uploads.errors import DifferentError, NoRoomError, OffsetError
from wide_aperture.uploads.models import Upload
from wide_aperture.uploads.schemas import UploadIn, UploadOut, UploadsOut

uploads = Router(tags=["uploads"])
TOO_MUCH = {413: Problem}


@uploads.get("", response={200: UploadsOut, **PROBLEMS}, operation_id="uploads")
def list_uploads(request: PersonRequest) -> Any:
    """A person's files, and what room there is for more."""
    return {
        "items": list(Upload.objects.filter(owner=request.user)),
        "used_bytes": services.used_bytes(request.user),
        "quota_bytes": settings.UPLOAD_QUOTA_BYTES,
    }


@uploads.post("", response={200: UploadOut, **WRITE_PROBLEMS, **TOO_MUCH}, operation_id="upload_begin")
def begin(request: PersonRequest, asked: UploadIn) -> Any:
    """Announce a file. One that was begun before goes on: the answer says from which byte."""
    try:
        return services.begin(asked.name, asked.size_bytes, asked.identity, owner=request.user)
    except NoRoomError as error:
        return problem(413, str(error))


@uploads.get("/{uuid:upload_id}", response={200: UploadOut, **PROBLEMS}, operation_id="upload")
def one_upload(request: PersonRequest, upload_id: UUID) -> Any:
    """How far it is."""
    return services.upload_of(upload_id, owner=request.user)


@uploads.post(
    "/{uuid:upload_id}/part", response={200: UploadOut, 409: Problem, **WRITE_PROBLEMS, **TOO_MUCH}, operation_id="upload_part"
)  # fmt: skip
def take_part(
    request: PersonRequest, upload_id: UUID, offset: Annotated[int, Form(ge=0, le=2**40)], part: File[UploadedFile]
) -> Any:
    """The next bytes of a file, at most 8 MB. 409 says from which byte to go on."""
    upload = services.upload_of(upload_id, owner=request.user)
    if (part.size or 0) > services.MOST_PART_BYTES:
        return problem(413, f"A part must not be larger than {services.MOST_PART_BYTES} bytes.")
    try:
        return services.take_part(upload, offset, part.read())
    except OffsetError as error:
        return problem(409, str(error), extra={"received": error.received})
    except DifferentError as error:
        return problem(422, str(error))
    except OSError as error:
        return problem(
            507, f"The part could not be written ({error.strerror}). Make room, and it goes on from there.", kind="full"
        )


@uploads.delete("/{uuid:upload_id}", response={204: None, **PROBLEMS}, operation_id="upload_remove")
def remove(request: PersonRequest, upload_id: UUID) -> HttpResponse:
    """Delete a file for good."""
    services.remove(services.upload_of(upload_id, owner=request.user))
    return HttpResponse(status=204)
