"""Whole files in parts: gone on with after any stop, checked when whole, within a quota, nobody else's."""

from __future__ import annotations

import datetime as dt
import os
import uuid
from unittest import mock

from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import override_settings
from django.utils import timezone

from tests.api.base import ApiTestCase
from wide_aperture.core.frames import identity
from wide_aperture.uploads import services
from wide_aperture.uploads.models import Upload, folder

FILE = os.urandom(300_000)


class Uploads(ApiTestCase):
    def tearDown(self) -> None:
        for path in folder().glob("*.bin"):
            path.unlink()
        super().tearDown()

    def begin(self, data: bytes = FILE, name: str = "A.dng", digest: str | None = None):
        return self.post("uploads", {"name": name, "size_bytes": len(data), "identity": digest or identity(data)})

    def part(self, upload_id: str, offset: int, data: bytes):
        return self.client.post(
            f"/api/v1/uploads/{upload_id}/part", {"offset": offset, "part": SimpleUploadedFile("part", data)}
        )

    def test_parts_make_the_file_and_a_second_beginning_goes_on(self):
        begun = self.begin().json()
        self.assertEqual((begun["received"], begun["whole"]), (0, False))
        self.part(begun["id"], 0, FILE[:100_000])
        again = self.begin().json()
        self.assertEqual((again["id"], again["received"]), (begun["id"], 100_000))
        done = self.part(begun["id"], 100_000, FILE[100_000:]).json()
        self.assertEqual((done["received"], done["whole"]), (300_000, True))
        self.assertEqual(Upload.objects.get().path.read_bytes(), FILE)
        self.assertEqual(self.part(begun["id"], 300_000, b"x").status_code, 409)

    def test_a_part_cut_short_by_a_crash_is_gone_on_with_from_what_reached_the_disk(self):
        begun = self.begin().json()
        self.part(begun["id"], 0, FILE[:100_000])
        with open(Upload.objects.get().path, "ab") as file:
            file.write(FILE[100_000:130_000])  # the row was never told
        refused = self.part(begun["id"], 100_000, FILE[100_000:200_000])
        self.assertEqual((refused.status_code, refused.json()["received"]), (409, 130_000))
        self.assertTrue(self.part(begun["id"], 130_000, FILE[130_000:]).json()["whole"])

    def test_what_is_not_the_file_announced_is_removed_with_a_sentence(self):
        begun = self.begin(digest=identity(b"another")).json()
        answer = self.part(begun["id"], 0, FILE)
        self.assertEqual((answer.status_code, "Send it again" in answer.json()["detail"]), (422, True))
        self.assertEqual((Upload.objects.count(), list(folder().glob("*.bin"))), (0, []))
        begun = self.begin().json()
        answer = self.part(begun["id"], 0, FILE + b"more")
        self.assertEqual((answer.status_code, "longer" in answer.json()["detail"]), (422, True))

    def test_quota_disk_and_size_of_a_part_are_kept(self):
        with override_settings(UPLOAD_QUOTA_BYTES=500_000):
            self.assertEqual(self.begin().status_code, 200)
            answer = self.begin(os.urandom(200_001), name="B.dng")
            self.assertEqual((answer.status_code, "Safe keeping" in answer.json()["detail"]), (413, True))
            self.assertEqual(self.begin(os.urandom(200_000), name="C.dng").status_code, 200)
            self.assertEqual(self.client.get("/api/v1/uploads").json()["used_bytes"], 500_000)
        with mock.patch.object(services.shutil, "disk_usage") as disk:
            disk.return_value.free = services.LEFT_FREE_BYTES + 10
            self.assertIn("disk", self.begin(os.urandom(11), name="D").json()["detail"])
        upload = self.begin().json()
        with mock.patch.object(services, "MOST_PART_BYTES", 10):
            self.assertEqual(self.part(upload["id"], 0, b"x" * 11).status_code, 413)

    def test_a_full_disk_says_so_and_the_rest_can_still_come(self):
        begun = self.begin().json()
        with mock.patch.object(services.os, "fsync", side_effect=OSError(28, "No space left on device")):
            self.assertEqual(self.part(begun["id"], 0, FILE[:1000]).status_code, 507)
        here = self.client.get(f"/api/v1/uploads/{begun['id']}").json()["received"]
        self.assertTrue(self.part(begun["id"], here, FILE[here:]).json()["whole"])

    def test_deleted_is_deleted_and_another_s_is_nobody_s(self):
        begun = self.begin().json()
        self.part(begun["id"], 0, FILE[:10])
        Upload.objects.update(owner=User.objects.create(username="other"))
        for answer in (
            self.client.get(f"/api/v1/uploads/{begun['id']}"),
            self.part(begun["id"], 10, b"x"),
            self.client.delete(f"/api/v1/uploads/{begun['id']}"),
        ):
            self.assertEqual(answer.status_code, 404)
        self.assertEqual(self.client.get("/api/v1/uploads").json()["items"], [])
        mine = self.begin().json()
        self.part(mine["id"], 0, FILE[:10])
        self.assertEqual(self.client.delete(f"/api/v1/uploads/{mine['id']}").status_code, 204)
        self.assertFalse((folder() / f"{mine['id']}.bin").exists())

    def test_what_nobody_finished_for_a_week_and_bytes_without_a_row_go(self):
        old = self.begin().json()
        self.part(old["id"], 0, FILE[:10])
        Upload.objects.update(updated_at=timezone.now() - dt.timedelta(days=8))
        stray = folder() / f"{uuid.uuid4()}.bin"
        stray.write_bytes(b"x")
        os.utime(stray, (0, 0))
        young = folder() / f"{uuid.uuid4()}.bin"
        young.write_bytes(b"x")
        self.begin(b"another file", name="B")
        self.assertEqual([each.name for each in Upload.objects.all()], ["B"])
        self.assertEqual(
            (stray.exists(), young.exists(), (folder() / f"{old['id']}.bin").exists()), (False, True, False)
        )

    def test_names_never_choose_a_path(self):
        begun = self.begin(name="../../etc/passwd").json()
        self.part(begun["id"], 0, FILE)
        self.assertEqual([path.name for path in folder().iterdir()], [f"{begun['id']}.bin"])
