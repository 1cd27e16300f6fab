"""Taking files in parts: begun once, gone on with after any stop, checked when whole, within a quota."""

from __future__ import annotations

import datetime as dt
import os
import shutil
from uuid import UUID

from django.conf import settings
from django.contrib.auth.models import User
from django.db.models import Sum
from django.utils import timezone

from wide_aperture.core.frames.identity import identity
from wide_aperture.uploads.errors import DifferentError, NoRoomError, OffsetError
from wide_aperture.uploads.models import Upload, folder

MOST_PART_BYTES = 8_000_000
LEFT_FREE_BYTES = 500_000_000
UNFINISHED_DAYS = 7


def used_bytes(owner: User) -> int:
    """What a person's files take, those under way counted whole."""
    return int(Upload.objects.filter(owner=owner).aggregate(total=Sum("size_bytes"))["total"] or 0)


def begin(name: str, size_bytes: int, digest: str, *, owner: User) -> Upload:
    """The upload of a file: the same again where it was begun before, so that it goes on.

    Raises: NoRoomError over the quota, or where the disk would run full.
    """
    forget_unfinished(owner=owner)
    there = Upload.objects.filter(owner=owner, identity=digest, size_bytes=size_bytes).first()
    if there is not None:
        return there
    left = settings.UPLOAD_QUOTA_BYTES - used_bytes(owner)
    if size_bytes > left:
        raise NoRoomError(
            f"{name} has {_said(size_bytes)}, and {_said(max(left, 0))} of {_said(settings.UPLOAD_QUOTA_BYTES)} are left. Delete files under Safe keeping first."
        )
    if size_bytes > shutil.disk_usage(folder()).free - LEFT_FREE_BYTES:
        raise NoRoomError(f"{name} has {_said(size_bytes)}: the disk would run full. Make room first.")
    return Upload.objects.create(owner=owner, name=name, size_bytes=size_bytes, identity=digest)


def take_part(upload: Upload, offset: int, data: bytes) -> Upload:
    """Write the next bytes. The last ones end it: what then is another file than was announced is removed.

    Raises: OffsetError where other bytes come next; DifferentError for more bytes than announced, or a file that is not the one announced.
    """
    received = upload.received
    if upload.whole or offset != received:
        raise OffsetError(received)
    if offset + len(data) > upload.size_bytes:
        raise DifferentError(f"{upload.name} is longer than it was announced. Choose it again.")
    upload.path.touch(mode=0o600)
    with open(upload.path, "r+b") as file:
        file.seek(offset)  # the same part sent twice at once lands in one place
        file.write(data)
        file.flush()
        os.fsync(file.fileno())
    if upload.received == upload.size_bytes:
        if identity(upload.path) != upload.identity:
            remove(upload)
            raise DifferentError(f"{upload.name} did not arrive as it was sent, or changed on the way. Send it again.")
        upload.whole = True
    upload.save()
    return upload


def remove(upload: Upload) -> None:
    """Delete a file for good."""
    path = upload.path
    upload.delete()
    path.unlink(missing_ok=True)


def forget_unfinished(*, owner: User) -> None:
    """Remove what was begun a week ago and never ended, and bytes no row knows."""
    old = timezone.now() - dt.timedelta(days=UNFINISHED_DAYS)
    for upload in Upload.objects.filter(owner=owner, whole=False, updated_at__lt=old):
        remove(upload)
    known = {str(pk) for pk in Upload.objects.values_list("pk", flat=True)}
    for path in folder().glob("*.bin"):
        if path.stem not in known and path.stat().st_mtime < old.timestamp():
            path.unlink(missing_ok=True)


def upload_of(upload_id: UUID, *, owner: User) -> Upload:
    """Raises: ObjectDoesNotExist for another's."""
    return Upload.objects.get(pk=upload_id, owner=owner)


def _said(size: int) -> str:
    return f"{size / 1e9:.1f} GB" if size >= 1e9 else f"{max(size / 1e6, 0.1):.1f} MB" if size else "nothing"
