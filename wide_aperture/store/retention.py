"""How long earlier versions are kept. The last version of a document is never taken, deleted or not."""

from __future__ import annotations

import datetime as dt

from django.db import transaction

from wide_aperture.store.models import Revision

EVERY_VERSION_DAYS = 30
ONE_A_DAY_DAYS = 365
SENTENCE = (
    "Every version of the last 30 days is kept, then the last of each day, and after a year the last of each month. "
    "The last version stays, and what was deleted stays here until you remove it for good."
)
AT_ONCE = 500


def thin_out(now: dt.datetime) -> int:
    """Remove versions that a later one of the same day (after 30 days) or month (after a year) stands for.

    Short transactions, so that nobody's save waits. Returns how many were removed.
    """
    spent: list[int] = []
    bucket: tuple[object, ...] | None = None
    young = now - dt.timedelta(days=EVERY_VERSION_DAYS)
    monthly = now - dt.timedelta(days=ONE_A_DAY_DAYS)
    # Newest first in each document: the first of a bucket stays, and so does the newest of all.
    rows = Revision.objects.order_by("kind", "row_id", "-number").values_list("pk", "kind", "row_id", "written_at")
    document: tuple[str, object] | None = None
    for pk, kind, row_id, written_at in rows.iterator(chunk_size=2000):
        is_newest = (kind, row_id) != document
        document = (kind, row_id)
        if is_newest or written_at >= young:
            bucket = None
            continue
        span = written_at.date() if written_at >= monthly else (written_at.year, written_at.month)
        here = (kind, row_id, span)
        if here == bucket:
            spent.append(pk)
        bucket = here
    for start in range(0, len(spent), AT_ONCE):
        with transaction.atomic():
            Revision.objects.filter(pk__in=spent[start : start + AT_ONCE]).delete()
    return len(spent)
