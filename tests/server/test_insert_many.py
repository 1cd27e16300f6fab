"""Many rows at once are the rows the ORM would have written."""

from __future__ import annotations

import datetime as dt
import uuid

from django.db import IntegrityError, transaction

from tests.api.base import ApiTestCase
from tests.core.review.test_assign import frame
from wide_aperture.core.frames.frame import Frame as FrameDocument
from wide_aperture.core.frames.frame import frame_id
from wide_aperture.demo.ids import demo_id
from wide_aperture.frames.keep import Arrived, take_frames
from wide_aperture.frames.models import COLUMNS, Frame, columns_of
from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.store.many import insert_many
from wide_aperture.store.models import Revision

SHOOT = demo_id("shoot/tarn")


class ManyRows(ApiTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.demo()

    def document(self, k: int, **more) -> FrameDocument:
        digest = f"{k:064x}"
        return FrameDocument(
            id=frame_id(SHOOT, digest),
            shoot_id=SHOOT,
            identity=digest,
            name=f"Ä “{k}”.jpg",
            said=frame(600 + k).said,
            **more,
        )

    def test_they_read_back_as_the_orm_s_own(self):
        one, other = self.document(1, note="100 % ‘sure’"), self.document(2)
        take_frames([Arrived(one)], owner=local_owner())
        Frame.objects.create(
            id=other.id,
            owner=local_owner(),
            revision=1,
            document=other.model_dump(mode="json"),
            has_preview=False,
            **columns_of(other),
        )
        ours, orm = (Frame.objects.get(pk=each.id) for each in (one, other))
        self.assertEqual(FrameDocument.model_validate(ours.document), one)
        self.assertEqual(
            {name: type(getattr(ours, name)) for name in COLUMNS}, {name: type(getattr(orm, name)) for name in COLUMNS}
        )
        self.assertEqual(ours.taken_at, one.said.taken_at.replace(tzinfo=dt.UTC))
        self.assertEqual(tuple(columns_of(one)), COLUMNS)
        # and the database finds them by what the ORM asks with
        self.assertEqual(
            list(Frame.objects.filter(shoot_id=SHOOT, taken_at__gte=ours.taken_at, deleted_at__isnull=True)),
            [ours, orm],
        )
        (revision,) = Revision.objects.filter(kind=Frame.kind(), row_id=one.id)
        self.assertEqual((revision.number, revision.document, revision.deleted), (1, ours.document, False))

    def test_a_row_twice_is_refused_and_none_is_written(self):
        made = (Frame.kind(), uuid.uuid4(), 1, {"a": 1}, False, dt.datetime(2026, 1, 1, tzinfo=dt.UTC))
        names = ("kind", "row_id", "number", "document", "deleted", "written_at")
        with self.assertRaises(IntegrityError), transaction.atomic():
            insert_many(Revision, names, [made, made])
        self.assertFalse(Revision.objects.filter(row_id=made[1]).exists())
