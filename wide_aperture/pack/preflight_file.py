"""A pre-flight as one file for a phone that cannot reach the server: page, style, script, list and cards in it, nothing to fetch."""

from __future__ import annotations

import base64
import datetime as dt
import hashlib
import html
import json
from uuid import UUID

from django.conf import settings

from wide_aperture.pack.field import ShootCards
from wide_aperture.pack.preflight import ShootChecklist

SCRIPT, STYLE = "preflight-file.js", "preflight-file.css"
PAGE = """<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; script-src '{script_hash}'; style-src '{style_hash}'; base-uri 'none'; form-action 'none'">
<meta name="viewport" content="width=device-width, initial-scale=1, viewport-fit=cover">
<title>{title}</title>
<style>{style}</style>
</head>
<body>
<div id="app"></div>
<script type="application/json" id="checklist">{held}</script>
<script>{script}</script>
</body>
</html>
"""


def preflight_file(shoot_id: UUID, found: ShootChecklist, cards: ShootCards, made: dt.datetime) -> str:
    """The file. Its policy lets in this one script and this one style, by their digests. Raises FileNotFoundError before the
    front end is built."""
    script = (settings.FRONT_END / SCRIPT).read_text("utf-8").replace("</script", "<\\/script")
    style = (settings.FRONT_END / STYLE).read_text("utf-8")
    held = {
        "shoot": str(shoot_id),
        "made": made.isoformat(),
        "list": found.model_dump(mode="json"),
        "cards": cards.model_dump(mode="json"),
    }
    return PAGE.format(
        script_hash=_digest(script),
        style_hash=_digest(style),
        title=html.escape(f"Pre-flight: {found.title}"),
        style=style,
        held=json.dumps(held, ensure_ascii=False).replace("<", "\\u003c"),
        script=script,
    )


def _digest(text: str) -> str:
    return "sha256-" + base64.b64encode(hashlib.sha256(text.encode()).digest()).decode()
