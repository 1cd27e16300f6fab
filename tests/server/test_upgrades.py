"""Databases as earlier parts left them, opened by this program: nothing is lost, everything is readable and planned."""

import json
import lzma
import os
import sqlite3
import subprocess
import sys
import tempfile
from contextlib import closing
from pathlib import Path
from typing import Any

from django.test import SimpleTestCase

from wide_aperture.server.settings import PROJECT

KEPT = Path(__file__).parent / "databases"
LOOK = """
import json
from wide_aperture.store.models import Revision, stored_models
found = {"kinds": {}, "unreadable": [], "behind": []}
for model in stored_models():
    rows = list(model._default_manager.filter(deleted_at__isnull=True))
    found["kinds"][model.plural] = len(rows)
    for row in rows:
        try:
            model.parse(row.document)
        except Exception as error:
            found["unreadable"].append(f"{model.noun} {row.pk}: {error}")
        if Revision.objects.filter(row_id=row.pk, number=row.revision).count() != 1:
            found["behind"].append(str(row.pk))
situations = [row.document for model in stored_models() if model.plural == "situations" for row in model._default_manager.all()]
shoots = {row.document["id"]: row.document for model in stored_models() if model.plural == "shoots" for row in model._default_manager.all()}
found["unnamed"] = [s["situation"]["title"] for s in situations
                    if s["photographer_id"] and s["photographer_id"] not in {p["id"] for p in shoots[s["shoot_id"]]["photographers"]}]
found["taken"] = sum(s["photographer_id"] is not None for s in situations)
print(json.dumps(found))
"""


class Upgrade(SimpleTestCase):
    def setUp(self):
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.data = Path(holder.name)
        self.database = self.data / "wide_aperture.sqlite3"

    def run_in(self, *arguments: str) -> str:
        done = subprocess.run(
            [sys.executable, "manage.py", *arguments], cwd=PROJECT, capture_output=True, text=True, check=False,
            env={**os.environ, "WIDE_APERTURE_DATA": str(self.data)},
        )  # fmt: skip
        self.assertEqual(done.returncode, 0, done.stderr)
        return done.stdout

    def rows(self) -> dict[str, int]:
        with closing(sqlite3.connect(self.database)) as connection:
            tables = (
                "gear_body",
                "gear_lens",
                "shoots_shoot",
                "shoots_situation",
                "setups_savedsetup",
                "pack_phrasebook",
            )
            names = {name for (name,) in connection.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
            return {t: connection.execute(f"SELECT count(*) FROM {t}").fetchone()[0] for t in tables if t in names}

    def open(self, name: str) -> dict[str, Any]:
        self.database.write_bytes(lzma.decompress((KEPT / f"{name}.sqlite3.xz").read_bytes()))
        before = self.rows()
        self.assertGreater(sum(before.values()), 50)

        self.run_in("prepare")
        found = json.loads(self.run_in("shell", "-v", "0", "-c", LOOK).strip().splitlines()[-1])

        self.assertEqual(self.rows(), before)
        return found

    def test_what_each_part_left_is_brought_up_to_date_whole(self):
        for name in ("part5", "part6", "part7", "part8"):
            with self.subTest(name):
                found = self.open(name)

                self.assertEqual(found["unreadable"], [])
                self.assertEqual(found["behind"], [])
                self.assertEqual(found["unnamed"], [])
                if name in ("part5", "part6"):  # before photographers had names the one there was is filled in
                    self.assertEqual(found["taken"], found["kinds"]["situations"])
                self.assertGreater(found["kinds"]["situations"], 20)
                self.database.unlink()

    def test_a_foundation_from_before_it_could_differ_stands_as_it_did(self):
        self.open("part8")
        look = (
            "import json; from wide_aperture.gear.models import Foundation as F; "
            "print(json.dumps([F.parse(row.document).model_dump(mode='json') for row in F.objects.all()]))"
        )
        (own,) = json.loads(self.run_in("shell", "-v", "0", "-c", look).strip().splitlines()[-1])
        self.assertEqual(own["settings"], {"grid": "on", "sounds": "off", "clip_high": 253.0})
        self.assertEqual(own["standing"], [])

    def test_the_old_database_is_copied_first(self):
        self.open("part6")

        copies = list((self.data / "backups").glob("*"))
        self.assertTrue(copies)
