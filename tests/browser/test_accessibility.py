"""An accessibility scan (WCAG 2.1 A and AA, axe-core) of every place, as the demo fills it."""

from pathlib import Path

from tests.browser.base import BrowserTestCase
from tests.demo import played_frames
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.server.middleware.owner import local_owner

AXE = Path(__file__).parents[2] / "frontend" / "node_modules" / "axe-core" / "axe.min.js"
SHOOT, SITUATION = demo_id("shoot/wedding"), demo_id("situation/wedding/3")
PLACES = {
    "shoots": "/shoots",
    "plan": f"/shoots/{SHOOT}/plan/{SITUATION}",
    "rehearse": f"/shoots/{SHOOT}/rehearse/{SITUATION}",
    "focus": f"/shoots/{demo_id('shoot/cup-final')}/focus/{demo_id('situation/cup-final/1')}",
    "sky": f"/shoots/{demo_id('shoot/ridge')}/sky/{demo_id('situation/ridge/1')}",
    "pre-flight": f"/pre-flight/{SHOOT}",
    "cards": f"/pre-flight/{SHOOT}#cards",
    "field-card": f"/pre-flight/{SHOOT}#card/{SITUATION}",
    "test-frame": f"/pre-flight/{SHOOT}#test/{SITUATION}",
    "read-back": f"/shoots/{demo_id('shoot/cup-final')}/review/{demo_id('situation/cup-final/2')}",
    "pack": f"/shoots/{SHOOT}/pack/{SITUATION}",
    "card": f"/shoots/{SHOOT}/card/{SITUATION}",
    "places": "/places",
    "keeping": "/keeping",
    "gear": "/gear",
    "body": f"/gear/bodies/{BODIES[0].id}",
    "words": f"/gear/bodies/{BODIES[0].id}/words",
    "foundation": "/gear/foundation",
    "set-up": f"/gear/bodies/{BODIES[0].id}/set-up",
    "review": f"/gear/bodies/{BODIES[0].id}/review",
    "lens": f"/gear/lenses/{LENSES[0].id}",
    "atlas": "/atlas/settings/iso",
    "setups": "/setups",
}
# A closed list of the component library names a popup that is not drawn yet, or none; once open it is named rightly.
ASK = """async () => (await axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']}))
  .violations.map(v => [v.id, v.nodes.filter(n => !/haspopup="listbox"/.test(n.html) || !['aria-valid-attr-value', 'aria-required-attr'].includes(v.id)).map(n => n.html.slice(0, 140))])
  .filter(v => v[1].length)"""


class Scan(BrowserTestCase):
    maxDiff = None

    def test_no_place_has_a_violation(self):
        played_frames(local_owner())
        for name, path in PLACES.items():
            with self.subTest(name):
                page = self.open(path)
                page.locator("h1, h2, [role=slider]").first.wait_for()
                page.wait_for_load_state("networkidle")
                page.evaluate(AXE.read_text("utf-8"))

                self.assertEqual(page.evaluate(ASK), [])
