"""What protects a server on the loopback interface, and what is published stays as it is."""

import io
import sqlite3
import tempfile
from pathlib import Path

from django.core.management import CommandError, call_command
from django.db import connection
from django.test import Client, SimpleTestCase, override_settings

from tests.api.base import ApiTestCase
from wide_aperture.demo.load import load_demo
from wide_aperture.gear.models import Body
from wide_aperture.server.management.commands.export_schemas import (
    DOCUMENTS,
    OPENAPI,
    SCHEMAS,
    openapi_text,
    schema_text,
)
from wide_aperture.server.management.commands.serve import _listen
from wide_aperture.server.middleware.owner import local_owner


class Guard(ApiTestCase):
    def test_foreign_hosts_are_refused_everywhere(self):
        for path in ("/", "/api/v1/session", "/assets/any.js", "/shoots"):
            self.assertEqual(Client(HTTP_HOST="evil.example").get(path).status_code, 400)

    def test_foreign_origins_other_ports_and_cross_site_requests_are_refused(self):
        for headers in (
            {"Origin": "https://evil.example"},
            {"Origin": "http://127.0.0.1:9999"},
            {"Sec-Fetch-Site": "cross-site"},
            {"Sec-Fetch-Site": "same-site"},
        ):
            self.assert_problem(self.client.get("/api/v1/session", headers=headers), 403)
        own = {"Origin": "http://127.0.0.1:8000", "Sec-Fetch-Site": "same-origin"}
        self.assertEqual(self.client.get("/api/v1/session", headers=own).status_code, 200)

    def test_plain_text_cannot_create_a_row(self):
        response = self.client.put(f"/api/v1/bodies/{self.body['id']}", "{}", content_type="text/plain")
        self.assert_problem(response, 415)

    def test_every_answer_carries_the_content_policy_with_its_own_nonce(self):
        first, second = (self.client.get("/api/v1/session")["Content-Security-Policy"] for _ in range(2))
        self.assertIn("default-src 'none'", first)
        self.assertNotEqual(first, second)


class Published(SimpleTestCase):
    def test_the_api_changes_only_on_purpose(self):
        self.assertEqual(openapi_text(), OPENAPI.read_text("utf-8"), "run: make schema")

    def test_the_published_schemas_are_the_documents(self):
        for name in DOCUMENTS:
            self.assertEqual(schema_text(name), (SCHEMAS / f"{name}.json").read_text("utf-8"), "run: make schema")

    def test_the_application_neither_knows_nor_needs_another_machine(self):
        built = Path(__file__).parents[2] / "frontend" / "index.html"
        self.assertNotIn("//", built.read_text("utf-8").replace("http://www.w3.org", ""))


class Commands(ApiTestCase):
    def test_no_migration_is_missing(self):
        call_command("makemigrations", check=True, dry_run=True, verbosity=0)

    def test_demo_rows_edited_or_deleted_stay_so(self):
        owner = local_owner()
        load_demo(owner=owner)
        self.put("bodies", {**self.body, "name": "Mine now"}, revision=1)
        self.client.delete(f"/api/v1/lenses/{self.lens['id']}", headers={"If-Match": '"1"'})

        added, left = load_demo(owner=owner)

        self.assertEqual((added, left > 50), (0, True))
        self.assertEqual(Body.objects.get(pk=self.body["id"]).document["name"], "Mine now")
        self.assertEqual(self.client.get(f"/api/v1/lenses/{self.lens['id']}").status_code, 404)

        load_demo(owner=owner, reset=True)
        self.assertEqual(Body.objects.get(pk=self.body["id"]).document["name"], "Alder 24")

    def test_a_busy_port_gives_a_clear_sentence(self):
        listener = _listen(0)
        port = listener.getsockname()[1]
        self.addCleanup(listener.close)
        with self.assertRaisesMessage(CommandError, f"Port {port} is already in use"):
            call_command("serve", port=port, stdout=io.StringIO())
        with self.assertRaisesMessage(CommandError, "is no port"):
            call_command("serve", port=99999)

    def test_an_up_to_date_database_is_not_copied(self):
        out = io.StringIO()
        call_command("prepare", stdout=out)
        self.assertEqual(out.getvalue(), "")

    def test_foreign_keys_and_the_write_ahead_log_are_on(self):
        with connection.cursor() as cursor:
            self.assertEqual(cursor.execute("PRAGMA foreign_keys").fetchone()[0], 1)
            self.assertEqual(cursor.execute("PRAGMA journal_mode").fetchone()[0], "wal")


class Migration(SimpleTestCase):
    """Runs the real command on a folder of its own, as an update of the program would."""

    def test_the_database_is_copied_before_it_changes(self):
        import os
        import subprocess
        import sys

        project = Path(__file__).parents[2]
        with tempfile.TemporaryDirectory() as folder:
            environment = {**os.environ, "WIDE_APERTURE_DATA": folder}

            def run(*command: str) -> str:
                done = subprocess.run(
                    [sys.executable, "manage.py", *command],
                    cwd=project,
                    env=environment,
                    capture_output=True,
                    text=True,
                    check=True,
                )
                return done.stdout

            run("prepare")
            run("migrate", "setups", "zero")
            said = run("prepare")
            copies = list((Path(folder) / "backups").glob("*.sqlite3"))
            self.assertIn("copied", said)
            self.assertEqual(len(copies), 1)
            tables = {row[0] for row in sqlite3.connect(copies[0]).execute("SELECT name FROM sqlite_master")}
            self.assertIn("gear_body", tables)
            self.assertNotIn("setups_savedsetup", tables)


class FrontEnd(ApiTestCase):
    def test_a_front_end_that_is_not_built_says_what_to_run(self):
        with tempfile.TemporaryDirectory() as folder, override_settings(FRONT_END=Path(folder)):
            answer = self.client.get("/shoots")
            self.assertEqual(answer.status_code, 503)
            self.assertIn("make demo", answer.content.decode())

    def test_every_address_of_a_place_is_the_one_page_and_only_for_reading(self):
        with tempfile.TemporaryDirectory() as folder, override_settings(FRONT_END=Path(folder)):
            (Path(folder) / "index.html").write_text("<html nonce='CSP_NONCE'></html>")
            pages = {self.client.get(path).status_code for path in ("/", "/shoots/x/pack", "/gear")}
            first, second = (self.client.get("/gear").content for _ in range(2))
            self.assertEqual(self.client.post("/gear").status_code, 405)
        self.assertEqual(pages, {200})
        self.assertNotEqual(first, second)  # a nonce is used once
        self.assertNotIn(b"CSP_NONCE", first)
