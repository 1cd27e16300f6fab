"""Calendar files that leave and waypoint files that come in."""

from __future__ import annotations

import codecs
import datetime as dt
import math
import uuid
from typing import Any
from xml.etree.ElementTree import Element, ParseError, SubElement, tostring

import icalendar
from defusedxml.common import DefusedXmlException
from defusedxml.ElementTree import fromstring

from wide_aperture.core.documents.clock import moment_of
from wide_aperture.core.documents.place import SavedPlace
from wide_aperture.core.errors import DomainError
from wide_aperture.core.sky.clock import zone_of
from wide_aperture.sky.questions import CalendarItem

PRODUCT = "-//Wide Aperture//Plans//EN"
SPACE = uuid.UUID("5b0f7e56-58b5-5b2a-9d0d-2a6c6f9f4e11")
MOST_WAYPOINTS = 500
GPX_1_1 = "http://www.topografix.com/GPX/1/1"


def calendar(items: list[CalendarItem], *, made_at: dt.datetime) -> str:
    """An iCalendar file with one event an item and its alarm.

    Raises: DomainError for an end before its beginning.
    """
    book = icalendar.Calendar()
    book.add("prodid", PRODUCT)
    book.add("version", "2.0")
    for number, item in enumerate(items):
        if item.until_min < item.from_min:
            raise DomainError(f"items/{number}/until_min", item.until_min, "must not come before it begins")
        begins, ends = (moment_of(item.date, item.zone, minutes) for minutes in (item.from_min, item.until_min))
        event = icalendar.Event()
        event.add("uid", f"{uuid.uuid5(SPACE, item.title + begins.isoformat())}@wide-aperture")
        event.add("dtstamp", made_at)
        event.add("dtstart", begins)
        event.add("dtend", ends)
        event.add("summary", item.title)
        if item.note:
            event.add("description", item.note)
        if item.place:
            event.add("location", item.place)
        if item.latitude_deg is not None and item.longitude_deg is not None:
            event.add("geo", (item.latitude_deg, item.longitude_deg))
        if item.alarm_min is not None:
            alarm = icalendar.Alarm()
            alarm.add("action", "DISPLAY")
            alarm.add("description", item.title)
            alarm.add("trigger", dt.timedelta(minutes=-item.alarm_min))
            event.add_component(alarm)
        book.add_component(event)
    text: bytes = book.to_ical()
    return text.decode("utf-8")


def gpx(places: list[SavedPlace]) -> str:
    """The places as waypoints of a GPX 1.1 file."""
    root = Element("gpx", {"version": "1.1", "creator": "Wide Aperture", "xmlns": GPX_1_1})
    for place in places:
        point = SubElement(root, "wpt", {"lat": f"{place.latitude_deg:.7f}", "lon": f"{place.longitude_deg:.7f}"})
        SubElement(point, "ele").text = f"{place.elevation_m:g}"
        SubElement(point, "name").text = place.name
        if place.note:
            SubElement(point, "desc").text = place.note
    return tostring(root, encoding="unicode", xml_declaration=True)


def waypoints(content: bytes) -> list[dict[str, Any]]:
    """Waypoints of a GPX file as places without an id: name, coordinates, elevation, zone.

    Raises: DomainError for what is no GPX file or holds no usable waypoint.
    """
    try:
        root = fromstring(content.removeprefix(codecs.BOM_UTF8), forbid_dtd=True)  # in the encoding it declares
    except (ParseError, DefusedXmlException, ValueError, LookupError, RecursionError):
        raise DomainError("file", "the upload", "must be a GPX file (XML with waypoints)") from None
    found: list[dict[str, Any]] = []
    for point in root.iter():
        if _tag(point) == "wpt" and len(found) < MOST_WAYPOINTS:
            place = _place(point, len(found) + 1)
            if place is not None:
                found.append(place)
    if not found:
        raise DomainError("file", "the upload", "must hold at least one waypoint with coordinates on the globe")
    return found


def _place(point: Element, number: int) -> dict[str, Any] | None:
    try:
        latitude, longitude = float(point.get("lat", "")), float(point.get("lon", ""))
        if not (abs(latitude) <= 90 and abs(longitude) <= 360):  # NaN fails it too
            return None
        zone = zone_of(latitude, longitude)
    except (ValueError, OverflowError):
        return None
    texts = {_tag(child): (child.text or "").strip() for child in point}
    return {
        "name": (texts.get("name") or f"Waypoint {number}")[:120],
        "note": (texts.get("desc") or texts.get("cmt") or "")[:4000],
        "latitude_deg": latitude,
        "longitude_deg": (longitude + 180) % 360 - 180,
        "elevation_m": _elevation(texts.get("ele", "")),
        "zone": zone,
    }


def _elevation(text: str) -> float:
    try:
        elevation = float(text)
    except ValueError:
        return 0.0
    return 0.0 if math.isnan(elevation) else min(max(elevation, -500.0), 9000.0)


def _tag(element: Element) -> str:
    return str(element.tag).rsplit("}", 1)[-1]
