"""The sky over the API: places, the day, nights, searches, files, and what is refused."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

import icalendar
from django.core.files.uploadedfile import SimpleUploadedFile

from tests.api.base import ApiTestCase, as_json
from wide_aperture.core.documents.shoot import sky_context
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.places import PLACES
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS

GPX = """<?xml version="1.0"?><gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1">
<wpt lat="-42" lon="-150"><ele>12.5</ele><name>Cold Sound</name><desc>Tide table</desc></wpt>
<wpt lat="91" lon="0"><name>Nowhere</name></wpt></gpx>"""


class SkyCase(ApiTestCase):
    def setUp(self):
        super().setUp()
        shoot = next(each for each in SHOOTS if each.id == demo_id("shoot/wedding"))
        self.sky = as_json(sky_context(shoot))
        self.walk = as_json(next(each for each in SITUATIONS if each.id == demo_id("situation/wedding/5")))

    def night(self, **changes: Any) -> dict[str, Any]:
        return {"sky": self.sky, "body": self.body, "focal_mm": 20, "f_number": 1.8, **changes}


class Day(SkyCase):
    def strip(self, **changes: Any):
        return self.post("sky/day", {"sky": self.sky, "from_min": 1080, "until_min": 1320, "step_min": 1, **changes})

    def test_columns_are_as_long_as_the_minutes(self):
        block = {"id": self.walk["situation"]["id"], "from_min": 1120, "until_min": 1225, "light": self.walk["situation"]["light"]}  # fmt: skip
        day = self.strip(blocks=[block]).json()
        columns = ("ev100", "ev_low", "ev_high", "cct_k", "sun_altitude_deg", "moon_altitude_deg", "core_altitude_deg")
        self.assertEqual({len(day[name]) for name in columns}, {241})
        self.assertGreater(day["ev100"][0], day["ev100"][-1] + 8)
        self.assertGreater(day["blocks"][0]["ev_high"], day["blocks"][0]["ev_low"] + 8)
        self.assertIn("sunset", [event["kind"] for event in day["events"]])

    def test_blocks_with_light_of_their_own_keep_it(self):
        at = {"from_min": 1120, "until_min": 1180}
        blocks = [
            {"id": str(uuid4()), **at, "light": {"kind": "ev", "ev100": 5, "ev_low": 4, "ev_high": 7, "cct_k": 3000}},
            {"id": str(uuid4()), **at, "light": {"kind": "ev", "ev100": 9}},
            {"id": str(uuid4()), **at, "light": {"kind": "named", "name": "overcast"}},
            {"id": str(uuid4()), **at, "light": {"kind": "reading", "ev100": 11, "at_min": 1125}},
        ]
        given, steady, named, read = self.strip(blocks=blocks).json()["blocks"]
        self.assertEqual([given[name] for name in ("ev100", "ev_low", "ev_high", "cct_k")], [5, 4, 7, 3000])
        self.assertEqual((steady["ev_low"], steady["ev_high"], steady["cct_k"]), (9, 9, None))
        self.assertGreater(named["cct_k"], 5500)
        self.assertEqual(read["ev100"], 11)

    def test_hours_of_one_kind_are_said_to_be_so(self):
        self.assertIn("does not rise", self.strip(from_min=1380, until_min=1440).json()["sentence"])
        self.assertIn("does not set", self.strip(from_min=660, until_min=780).json()["sentence"])
        self.assertEqual(self.strip().json()["sentence"], "")

    def test_a_plan_takes_its_light_from_the_sky(self):
        asked = self.plan_request(situation=self.walk["situation"], sky=self.sky)
        light = self.post("plan", asked).json()["light"]
        self.assertLess(light["ev_low"] + 8, light["ev_high"])
        self.assert_problem(self.post("plan", {**asked, "sky": None}), 422, "/situation/light")

    def test_changes_on_the_way_are_told(self):
        asked = self.plan_request(situation=self.walk["situation"], sky=self.sky)
        found = self.post("sky/changes", asked).json()["changing"]
        self.assertGreaterEqual(len(found["steps"]), 2)
        self.assertIsNone(self.post("sky/changes", {**asked, "sky": None}).json()["changing"])

    def test_the_list_of_shoots_knows_the_next_light(self):
        self.demo()
        listed = self.listed("shoots/overview", budget_ms=2000)
        while any(row["pending"] for row in listed):  # a slow machine needs a second asking, as the list does it
            listed = self.listed("shoots/overview", budget_ms=2000)
        rows = {row["document"]["title"]: row for row in listed}
        self.assertRegex(rows["Wedding at Ashcombe"]["next_light"], r"^(Moon rises|sunset) \d\d:\d\d$")

    def test_the_stand_in_meter_answers_within_the_band(self):
        shown = self.post("sky/reading", {"sky": self.sky, "at_min": 1120, "condition": "haze"}).json()
        day = self.strip(from_min=1120, condition="haze").json()
        self.assertLessEqual(day["ev_low"][0] - 0.06, shown["ev100"])
        self.assertLessEqual(shown["ev100"], day["ev_high"][0] + 0.06)

    def test_what_is_no_day_and_no_place_is_said_by_its_field(self):
        for field, wrong in (("latitude_deg", 91), ("longitude_deg", -181), ("date", "2026-02-30"), ("zone", "Mars/Olympus"), ("date", "1066-10-14")):  # fmt: skip
            with self.subTest(field=field, wrong=wrong):
                answer = self.post("sky/day", {"sky": {**self.sky, field: wrong}})
                self.assert_problem(answer, 422, f"/sky/{field}")


class Night(SkyCase):
    def test_dark_hours_and_a_frame(self):
        night = self.post("sky/night", self.night(frames=16)).json()
        self.assertTrue(night["dark"]["dark"])
        self.assertAlmostEqual(night["frame"]["snr_stacked"], 4 * night["frame"]["snr_single"])
        self.assertGreaterEqual(night["trail_edge_px"], night["frame"]["trail_px"])

    def test_the_frame_is_a_plan_s_between_the_planner_s_limits(self):
        night = self.post("sky/night", self.night()).json()
        frame, planned = night["frame"], night["planned"]
        self.assertEqual((frame["exposure_s"], frame["iso"]), (planned["exposure_s"], planned["iso"]))
        self.assertGreater(planned["iso"], 0)
        self.assertAlmostEqual(frame["iso_enough"], planned["iso_drowned"], delta=0.3 * planned["iso_drowned"])
        self.assertLess(planned["limit_points_s"], 60)

    def test_the_plan_that_is_looked_at_shows_its_own_frame_until_another_is_asked(self):
        own = {"exposure_s": 8.0, "iso": 5000.0}
        shown = self.post("sky/night", self.night(planned=own)).json()["frame"]
        self.assertEqual((shown["exposure_s"], shown["iso"]), (8, 5000))
        longer = self.post("sky/night", self.night(planned=own, exposure_s=25.0)).json()["frame"]
        self.assertAlmostEqual(longer["exposure_s"], 25)
        self.assertGreater(longer["trail_px"], shown["trail_px"] * 3)
        followed = self.post("sky/night", self.night(planned=own, tracked=True)).json()
        self.assertEqual((followed["frame"]["trail_px"], followed["trail_edge_px"]), (0, 0))
        self.assertNotEqual(followed["frame"]["exposure_s"], 8)

    def test_trails_at_the_edge_of_a_wide_frame_are_longer_than_in_its_middle(self):
        wide = self.post("sky/night", self.night(focal_mm=14, exposure_s=20.0, bearing_deg=180, tilt_deg=20)).json()
        self.assertGreater(wide["trail_edge_px"], 2 * wide["frame"]["trail_px"])

    def test_a_planned_frame_that_cannot_be_is_refused_at_its_field(self):
        refused = self.post("sky/night", self.night(planned={"exposure_s": 0, "iso": 100}))
        self.assertEqual(refused.status_code, 422)
        self.assertIn("/planned/exposure_s", refused.json()["errors"][0]["pointer"])

    def test_no_such_night_is_a_sentence_with_the_nearest_one(self):
        polar = {**self.sky, "latitude_deg": 75, "date": "2026-06-21"}
        night = self.post("sky/night", self.night(sky=polar)).json()
        self.assertIn("does not set", night["dark"]["sentence"])
        self.assertGreater(night["nearest_dark"], "2026-09-01")
        search = self.post("sky/search", {"sky": polar, "days": 31}).json()
        self.assertEqual((search["hits"], search["nearest"]), ([], night["nearest_dark"]))

    def test_an_unknown_target_is_refused(self):
        for route in ("night", "year", "search"):
            with self.subTest(route=route):
                asked = self.night() if route == "night" else {"sky": self.sky}
                answer = self.post(f"sky/{route}", {**asked, "target": "Nemesis"})
                self.assertIn(answer.status_code, (404, 422))
                self.assertIn("Nemesis", answer.json()["detail"])

    def test_the_drawn_sky_has_tracks_brightness_and_the_frame(self):
        frame = {"sensor_width_mm": 36, "sensor_height_mm": 24, "focal_mm": 400, "bearing_deg": 265, "tilt_deg": 5}
        asked = {"sky": self.sky, "from_min": 720, "until_min": 2160, "at_min": 1170, "pointed": frame}
        sky = self.post("sky/panorama", asked).json()
        self.assertEqual({track["kind"] for track in sky["tracks"]}, {"sun", "moon", "core", "pole"})
        self.assertEqual(len(sky["glow"]["magnitude"]), len(sky["glow"]["altitude_deg"]))
        self.assertIn("The Sun stands", sky["frame"]["caution"])

    def test_the_moon_s_limits_are_the_planner_s_and_its_focus_the_school_s(self):
        asked = {**self.night(focal_mm=600, f_number=8), "at_min": 780}
        bare = self.post("sky/moon", {**asked, "body": {**self.body, "stabiliser_stops": 0}}).json()
        steadied = self.post(
            "sky/moon", {**asked, "body": {**self.body, "stabiliser_stops": 0}, "lens_stabiliser_stops": 4}
        ).json()
        self.assertAlmostEqual(steadied["limit_hand_s"] / bare["limit_hand_s"], 8, delta=1)  # a sheet's figure less one
        ways = {
            way: self.post("sky/moon", {**asked, "focus": way}).json()["focus"][0]
            for way in ("single", "continuous", "by_hand")
        }
        self.assertEqual(len(set(ways.values())), 3)
        self.assertIn("By hand", ways["by_hand"])
        self.assertEqual(self.post("sky/moon", {**asked, "focus": "guess"}).status_code, 422)

    def test_moon_rises_sequences_and_turns(self):
        moon = self.post("sky/moon", {**self.night(focal_mm=600, f_number=8), "at_min": 780}).json()
        self.assertGreater(moon["disc_px"], 700)
        rises = self.post("sky/rises", {"sky": self.sky, "days": 60}).json()
        self.assertTrue(all(rise["illuminated_fraction"] > 0.96 for rise in rises))
        body = {"body": self.body}
        trails = self.post("sky/sequence", {**body, "kind": "star_trails", "exposure_s": 30, "duration_min": 60}).json()
        self.assertEqual(trails["frames"], 116)
        self.assertGreater(self.post("sky/turn", {**body, "focal_mm": 20}).json()["frames"], 3)
        too_quick = {**body, "kind": "time_lapse", "exposure_s": 30, "duration_min": 60, "interval_s": 10}
        self.assert_problem(self.post("sky/sequence", too_quick), 422, "/interval_s")
        self.assert_problem(self.post("sky/series", {"vary": "iso", "values": [800]}), 422, "/values")


class Files(SkyCase):
    def item(self, **changes: Any) -> dict[str, Any]:
        return {"title": "Core, up late", "date": "2026-03-29", "zone": "CET", "from_min": 60, "until_min": 240, "alarm_min": 30, "note": "20 mm; f/1.8", **changes}  # fmt: skip

    def test_plans_leave_as_a_calendar_with_alarms(self):
        answer = self.post("sky/calendar", {"items": [self.item()]})
        self.assertTrue(answer["Content-Type"].startswith("text/calendar"))
        event = icalendar.Calendar.from_ical(answer.content).walk("VEVENT")[0]
        self.assertEqual(event["SUMMARY"], "Core, up late")
        # 01:00 to 04:00 on the clock of the night it is put forward: two hours, not three.
        self.assertEqual((event["DTEND"].dt - event["DTSTART"].dt).total_seconds(), 2 * 3600)
        self.assertEqual(event.walk("VALARM")[0]["TRIGGER"].dt.total_seconds(), -1800)

    def test_a_plan_in_the_calendar_knows_where_it_is(self):
        answer = self.post("sky/calendar", {"items": [self.item(latitude_deg=51.5, longitude_deg=-25.0), self.item()]})
        there, nowhere = icalendar.Calendar.from_ical(answer.content).walk("VEVENT")
        self.assertEqual(there["GEO"].to_ical(), "51.5;-25.0")
        self.assertNotIn("GEO", nowhere)

    def test_places_leave_as_waypoints_and_come_back_the_same(self):
        place = {
            "id": str(uuid4()),
            "name": "Kelp & <Sound>",
            "note": "Tide",
            "latitude_deg": -42.25,
            "longitude_deg": 170.5,
            "elevation_m": 12.5,
        }
        self.put("places", place)
        self.put("places", {**place, "id": str(uuid4()), "name": "Put away", "archived": True})
        left = self.client.get("/api/v1/places/gpx")
        self.assertTrue(left["Content-Type"].startswith("application/gpx+xml"))
        (back,) = self.read(left.content).json()
        for name in ("name", "note", "latitude_deg", "longitude_deg", "elevation_m"):
            self.assertEqual(back[name], place[name])

    def test_an_end_before_the_beginning_is_refused(self):
        self.assert_problem(self.post("sky/calendar", {"items": [self.item(until_min=10)]}), 422, "/items/0/until_min")

    def read(self, content: str | bytes):
        data = content.encode() if isinstance(content, str) else content
        return self.client.post("/api/v1/places/import", {"file": SimpleUploadedFile("w.gpx", data)})

    def test_waypoints_come_in_with_their_zone(self):
        found = self.read(GPX).json()
        self.assertEqual([point["name"] for point in found], ["Cold Sound"])
        self.assertEqual((found[0]["zone"], found[0]["elevation_m"], found[0]["note"]), ("Etc/GMT+10", 12.5, "Tide table"))  # fmt: skip

    def test_what_holds_no_waypoint_is_refused(self):
        bomb = '<!DOCTYPE gpx [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><gpx><wpt lat="1" lon="1"><name>&b;</name></wpt></gpx>'
        for content in ("hello", "<gpx></gpx>", bomb, b"\xff\xfe\x00", '<gpx><wpt lat="NaN" lon="1"/></gpx>'):
            with self.subTest(content=content):
                self.assert_problem(self.read(content), 422, "/file")

    def test_what_is_wrong_in_one_waypoint_leaves_the_others(self):
        points = ("NaN", "inf", "1e999", "91", "x", "")
        broken = "".join(
            f'<wpt lat="{each}" lon="1"/><wpt lat="1" lon="{each if each != "91" else "361"}"/>' for each in points
        )
        elevations = "".join(
            f'<wpt lat="2" lon="{k}"><ele>{each}</ele></wpt>' for k, each in enumerate(("nan", "1e9", "-1e9", "x"))
        )
        found = self.read(f"<gpx>{broken}{elevations}</gpx>").json()
        self.assertEqual(
            [(point["latitude_deg"], point["elevation_m"]) for point in found], [(2, 0), (2, 9000), (2, -500), (2, 0)]
        )

    def test_a_file_is_read_in_the_encoding_it_declares(self):
        body = '<gpx><wpt lat="1" lon="2"><name>Cañón</name></wpt></gpx>'
        for encoding, declared in (("utf-8", ""), ("utf-8-sig", ""), ("utf-16", "UTF-16"), ("latin-1", "ISO-8859-1")):
            with self.subTest(encoding=encoding):
                head = f'<?xml version="1.0" encoding="{declared}"?>' if declared else ""
                self.assertEqual(self.read((head + body).encode(encoding)).json()[0]["name"], "Cañón")
        for unknown in (b'<?xml version="1.0" encoding="klingon"?><gpx/>', b"\xfe\xff", b"<" * 100_000):
            self.assert_problem(self.read(unknown), 422, "/file")

    def test_places_are_documents_like_all_others(self):
        place = as_json(PLACES[0])
        self.assertEqual(self.put("places", place).status_code, 201)
        self.assert_problem(self.put("places", {**place, "latitude_deg": 95}, revision=1), 422, "/latitude_deg")
        self.assertEqual(self.listed("places")[0]["document"]["name"], "Withen Ridge")
        zone = self.client.get("/api/v1/sky/zone", {"latitude_deg": 0, "longitude_deg": 0}).json()
        self.assertEqual(zone, {"zone": "Etc/GMT"})
