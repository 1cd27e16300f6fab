"""When the server itself fails: each failure has its own sentence, and everything under /api one shape."""

import re
import socket
import threading
import urllib.error
import urllib.request
from unittest.mock import patch

from django.db import OperationalError, connection
from django.test import TransactionTestCase, override_settings

from tests.api.base import ApiTestCase
from wide_aperture.gear.models import Body
from wide_aperture.http.field_names import NAMES, field_name
from wide_aperture.http.problem_json import PROBLEM_TYPE
from wide_aperture.rehearse.pool import RenderPool, TooManyRendersError
from wide_aperture.server import web_server
from wide_aperture.server.settings import PROJECT
from wide_aperture.server.wsgi import application

KIND = "urn:wide-aperture:problem:"


class StoreFailures(ApiTestCase):
    def test_each_failure_of_the_store_has_its_own_sentence(self):
        said = set()
        for message, status, kind in (
            ("database or disk is full", 507, "full"),
            ("attempt to write a readonly database", 503, "read_only"),
            ("unable to open database file", 503, "read_only"),
            ("database is locked", 503, "busy"),
            ("disk I/O error", 500, "damaged"),
            ("database disk image is malformed", 500, "damaged"),
            ("file is not a database", 500, "damaged"),
            ("no such table: gear_body", 500, "unexpected"),
        ):
            with (
                self.subTest(message=message),
                patch("wide_aperture.store.services.append_revision", side_effect=OperationalError(message)),
                self.assertLogs("wide_aperture.server", "ERROR"),
            ):
                problem = self.assert_problem(self.put("bodies", self.body), status)
                self.assertEqual(problem["type"], KIND + kind)
                said.add(problem["detail"])
        self.assertEqual(len(said), 7)

    def test_a_failure_before_any_route_is_reached_has_the_shape_too(self):
        with (
            patch(
                "wide_aperture.server.middleware.owner.local_owner",
                side_effect=OperationalError("database disk image is malformed"),
            ),
            self.assertLogs("wide_aperture.server", "ERROR"),
        ):
            problem = self.assert_problem(self.client.get("/api/v1/bodies"), 500)
        self.assertEqual(problem["type"], KIND + "damaged")

    @override_settings(DEBUG=False)
    def test_our_own_fault_is_never_called_an_absence(self):
        self.client.raise_request_exception = False
        with patch("wide_aperture.server.api.PLANNER_VERSION", object()), self.assertLogs("wide_aperture", "ERROR"):
            problem = self.assert_problem(self.client.get("/api/v1/session"), 500)
        self.assertEqual(problem["type"], KIND + "unexpected")

    def test_wrong_methods_and_broken_forms(self):
        refused = self.client.post("/api/v1/session", "{}", content_type="application/json")
        self.assert_problem(refused, 405)
        self.assertEqual(refused["Allow"], "GET")
        for content_type, body in (
            ("multipart/form-data", b"x"),
            ("multipart/form-data; boundary=", b"x"),
            ("multipart/form-data; boundary=b", b"--b\r\nbroken"),
            ("multipart/form-data; boundary=b", b"".join(b'--b\r\nContent-Disposition: form-data; name="f%d"\r\n\r\n1\r\n' % k for k in range(2000)) + b"--b--\r\n"),
        ):  # fmt: skip
            with self.subTest(content_type=content_type, size=len(body)):
                answer = self.client.generic("POST", "/api/v1/restores", body, content_type=content_type)
                self.assertIn(answer.status_code, (400, 422))
                self.assert_problem(answer, answer.status_code)

    def test_a_precondition_that_is_none_is_a_conflict_not_a_crash(self):
        self.put("bodies", self.body)
        for text in ("²", "9" * 5000, '"-1"', "*", "é", "\x00", '"1', 'W/"1"'):
            with self.subTest(text=text[:10]):
                answer = self.put("bodies", {**self.body, "name": "Other"}, headers={"If-Match": text})
                self.assertIn(answer.status_code, (200, 412))
                if answer.status_code == 200:
                    self.assertIn(text.strip('W/"'), ("1", "2"))

    def test_answers_under_api_are_kept_by_nobody_and_used_by_nobody_else(self):
        for address in ("/api/v1/session", "/api/v1/backup", "/api/v1/nothing", "/api"):
            answer = self.client.get(address)
            self.assertEqual(answer["Cache-Control"], "no-store", address)
            self.assertEqual(answer["Cross-Origin-Resource-Policy"], "same-origin")
            self.assertIn("camera=()", answer["Permissions-Policy"])


class FullDisk(TransactionTestCase):
    """SQLite itself refuses: a database that may not grow, and one that may not be written."""

    def setUp(self):
        self.api = ApiTestCase()
        self.api.setUp()

    def tearDown(self):
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA query_only=OFF")
            cursor.execute("PRAGMA max_page_count=4294967294")
        connection.close()

    def pragma(self, text: str) -> int:
        with connection.cursor() as cursor:
            cursor.execute(f"PRAGMA {text}")
            row = cursor.fetchone()
            return row[0] if row else 0

    def test_a_full_disk_is_told_and_nothing_of_the_write_stays(self):
        self.api.put("bodies", self.api.body)
        with connection.cursor() as cursor:
            cursor.execute("VACUUM")  # the tests before leave free pages, which a full disk has not
        self.assertEqual(self.pragma("freelist_count"), 0)
        self.pragma(f"max_page_count={self.pragma('page_count')}")
        big = {**self.api.body, "note": "x" * 4000}
        with self.assertLogs("wide_aperture.server", "ERROR"):
            refused = [self.api.put("bodies", {**big, "name": f"N{k}"}, revision=1) for k in range(40)][-1]
        self.assertEqual(self.api.assert_problem(refused, 507)["type"], KIND + "full")
        self.pragma("max_page_count=4294967294")
        kept = Body.objects.get()
        self.assertEqual(self.api.put("bodies", {**big, "name": "Room again"}, revision=kept.revision).status_code, 200)

    def test_a_database_that_may_not_be_written_can_still_be_read(self):
        self.api.put("bodies", self.api.body)
        self.pragma("query_only=ON")
        with self.assertLogs("wide_aperture.server", "ERROR"):
            refused = self.api.put("bodies", {**self.api.body, "name": "Other"}, revision=1)
        self.assertEqual(self.api.assert_problem(refused, 503)["type"], KIND + "read_only")
        self.assertEqual(len(self.api.listed("bodies")), 1)
        self.assertEqual(self.api.listed("shoots/overview"), [])


class WebServer(ApiTestCase):
    """The server's own refusals, over a real socket."""

    def setUp(self):
        super().setUp()
        listener = socket.socket()
        listener.bind(("127.0.0.1", 0))
        listener.listen(256)
        self.port = listener.getsockname()[1]
        server = web_server.make_server(application, listener)
        threading.Thread(target=server.run, daemon=True).start()
        self.addCleanup(server.close)

    def raw(self, data: bytes) -> tuple[str, bytes]:
        with socket.create_connection(("127.0.0.1", self.port), timeout=10) as connected:
            connected.sendall(data)
            answer = b""
            while chunk := connected.recv(65536):
                answer += chunk
        head, _, body = answer.partition(b"\r\n\r\n")
        return head.decode(), body

    def test_refusals_of_the_server_itself_have_the_one_shape(self):
        for data, status in (
            (b"GET /api/v1/session HTTP/1.1\r\nbad header\r\n\r\n", 400),
            (b"POST /api/v1/plan HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: x\r\n\r\n", 400),
            (b"GET /api/v1/session HTTP/1.1\r\nHost: 127.0.0.1\r\nX: " + b"x" * 262_144, 431),
        ):
            with self.subTest(status=status):
                head, body = self.raw(data)
                self.assertIn(f" {status} ", head.splitlines()[0])
                self.assertIn(PROBLEM_TYPE, head)
                self.assertIn(f'"status": {status}'.encode(), body)

    def test_an_upload_of_200_mb_is_heard_out_and_its_refusal_can_be_read(self):
        with patch.object(web_server, "MOST_BODY_BYTES", 64_000_000):
            request = urllib.request.Request(
                f"http://127.0.0.1:{self.port}/api/v1/restores", data=bytes(200_000_000), method="POST",
                headers={"Content-Type": "multipart/form-data; boundary=b"},
            )  # fmt: skip
            with self.assertRaises(urllib.error.HTTPError) as refused:
                urllib.request.urlopen(request, timeout=60)
        self.assertEqual(refused.exception.code, 413)
        self.assertIn(b"more than this server takes", refused.exception.read())

    def test_half_open_connections_do_not_shut_others_out(self):
        held = [socket.create_connection(("127.0.0.1", self.port), timeout=10) for _ in range(110)]
        for each in held:
            each.sendall(b"GET / HTTP/1.1\r\n")
        try:
            head, _ = self.raw(b"GET /assets/nothing HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n\r\n")
            self.assertIn(" 404 ", head.splitlines()[0])
        finally:
            for each in held:
                each.close()


class FieldNames(ApiTestCase):
    def test_the_table_holds_what_the_forms_show(self):
        shown = {}
        for file in (PROJECT / "frontend" / "src").rglob("*.vue"):
            for label, pointer in re.findall(r'[^:]label="([^"]+)"\s+pointer="(/[^"]+)"', file.read_text("utf-8")):
                shown.setdefault(pointer, set()).add(label)
        checked = 0
        for pointer, labels in shown.items():
            parts = pointer.split("/")[1:]
            if any(tail in NAMES for tail in ("/".join(parts[-2:]), parts[-1])) and parts[-1] not in ("name",):
                checked += 1
                self.assertIn(field_name(pointer), labels | {"Exposure value", "Name"}, pointer)
        self.assertGreater(checked, 50)

    def test_a_field_nobody_labelled_is_said_in_words_with_its_unit(self):
        self.assertEqual(field_name("/dynamic_range_ev"), "Dynamic range (EV)")
        self.assertEqual(field_name("/bodies/0/iso_by_time"), "ISO by time")
        self.assertEqual(field_name(""), "")

    def test_no_refusal_speaks_of_a_path(self):
        self.body["megapixels"] = -1
        self.body["ceilings"]["routine"] = 1
        for change in ({"megapixels": -1}, {"highest_iso": 1}, {"kelvin_high": 1000}, {"strap": 1}):
            detail = self.assert_problem(self.put("bodies", {**self.body, "megapixels": 24, **change}), 422)["detail"]
            self.assertNotRegex(detail, r"[a-z]_[a-z]|/", detail)


class Turns(ApiTestCase):
    def test_at_most_so_many_at_once_and_the_oldest_gives_way(self):
        pool = RenderPool(at_once=1, most_waiting=2)
        began, go = threading.Event(), threading.Event()
        outcomes: list[str] = []

        def hold() -> None:
            with pool.turn(lambda: None):
                began.set()
                go.wait(10)
            outcomes.append("held")

        def wait(name: str) -> None:
            try:
                with pool.turn(lambda: None):
                    outcomes.append(name)
            except TooManyRendersError:
                outcomes.append(f"{name} gave way")

        threads = [threading.Thread(target=hold)]
        threads[0].start()
        began.wait(10)
        for k, name in enumerate(("a", "b", "c"), 1):
            threads.append(threading.Thread(target=wait, args=(name,)))
            threads[-1].start()
            while len(pool._line) < min(k, 2) or (k == 3 and "a gave way" not in outcomes):
                pass
        go.set()
        for thread in threads:
            thread.join(10)
        self.assertEqual((outcomes[0], set(outcomes)), ("a gave way", {"a gave way", "held", "b", "c"}))
        with pool.turn(lambda: None):
            pass  # the turn was given back

    def test_a_wish_nobody_has_any_more_leaves_the_line(self):
        pool = RenderPool(at_once=1, most_waiting=2)

        def gone() -> None:
            raise ConnectionError

        with pool.turn(lambda: None):
            with self.assertRaises(ConnectionError), pool.turn(gone):
                self.fail("it had no turn")
            self.assertEqual(len(pool._line), 0)
        self.assertEqual(pool._free, 1)
