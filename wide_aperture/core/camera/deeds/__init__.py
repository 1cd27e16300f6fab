"""What a simulated camera does when a hand does something to it, step by step, and what it refuses as a real one would.

It knows nothing of plans. Screens must be open, pages turned to, dials assigned; the exposure mode takes values over; a
body's own conflicts hold; half a press focuses again where the back button held. It takes no frames yet.
"""

from __future__ import annotations

from wide_aperture.core.camera.deeds.controls import half_press, press, release, turn
from wide_aperture.core.camera.deeds.places import hold, let_go, off_on, recall, scope, store
from wide_aperture.core.camera.deeds.screens import by_hand, open_screen, set_value, turn_page
from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.simulated import Action, Outcome, SimulatedCamera
from wide_aperture.core.documents.body import Body

BATTERY_PER_ACTION = 0.0004


def act(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """Do one thing to the camera."""
    doing = {
        "recall": recall, "scope": scope, "open": open_screen, "page": turn_page, "set": set_value, "by_hand": by_hand, "store": store, "turn": turn,
        "press": press, "release": release, "half_press": half_press, "switch_off_on": off_on, "hold": hold, "let_go": let_go,
    }[action.deed]  # fmt: skip
    used = camera.model_copy(update={"battery": max(camera.battery - BATTERY_PER_ACTION, 0.0)})
    if used.battery <= 0:
        return Outcome(camera=used, said="The battery is empty.", refused=True)
    return doing(used, action, body, book)
