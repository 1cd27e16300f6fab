"""The demo bodies' own words and menu trees. All invented; each family hides things in its own way."""

from __future__ import annotations

from dataclasses import dataclass, field
from uuid import UUID

from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.camera.controls.layout import usual_controls
from wide_aperture.core.camera.phrasebook import Phrase, Phrasebook, Reach
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.later_words import words_of


@dataclass(frozen=True)
class Dialect:
    """How one family of bodies speaks. pages: catalogue group to menu path; words: setting to the body's word."""

    quick_screen: str
    personal_menu: str
    pages: dict[str, tuple[str, ...]]
    words: dict[str, str]
    options: dict[str, dict[str, str]]
    quick: tuple[str, ...]
    dials: dict[str, str]
    buttons: dict[str, str] = field(default_factory=dict)
    switches: dict[str, str] = field(default_factory=dict)
    personal: tuple[str, ...] = ()
    controls: tuple[Control, ...] = ()


LEAVES = Dialect(
    quick_screen="slate",
    personal_menu="pocket list",
    pages={
        "Exposure": ("Light leaf",), "Metering": ("Light leaf", "Reading"), "Tone": ("Light leaf", "Bright ends"), "Flash": ("Light leaf", "Flash"), "Bracketing": ("Light leaf", "Series"),
        "Focus": ("Sharp leaf",), "Stabiliser": ("Sharp leaf", "Steady"), "Drive": ("Rhythm leaf",), "File": ("Keep leaf",), "Noise": ("Keep leaf", "Grain"), "Colour": ("Keep leaf", "Colour"),
        "Display": ("Window leaf",), "Playback": ("Window leaf", "Looking back"), "Controls": ("Hand leaf",), "Sound and light": ("House leaf", "Being noticed"), "Link": ("House leaf", "Sending"), "Power and care": ("House leaf",),
    },
    words=words_of("leaves") | {
        "exposure_mode": "Who sets what", "iso": "Gain", "iso_ceiling": "Gain, at most", "iso_floor": "Gain, at least", "slowest_shutter_s": "Never slower than", "exposure_comp_ev": "Push and pull", "metering": "Reading",
        "face_metering": "Read faces first", "dr_mode": "Cloud guard", "white_balance": "White is", "kelvin": "Warmth of light", "file": "Kept as", "picture_profile": "Rendering", "card_mode": "Second card does",
        "af_mode": "Sharpness follows", "af_area": "Looking patch", "subject_detection": "Looking for", "eye_detection": "Which eye", "af_priority": "Fire when", "af_response": "Stubbornness", "af_activation": "Who starts focus",
        "drive": "Rhythm", "frame_rate": "Beats a second", "shutter_type": "Curtain", "self_timer": "Wait before", "anti_flicker": "Lamp sense", "bracketing": "Series of", "stabilisation": "Steady", "silent_mode": "Hush",
        "noise_reduction_long_exposure": "Dark twin", "exposure_simulation": "Show what comes", "precapture": "Before the press", "exposure_delay": "Breath", "sounds": "Chirps", "assist_lamp": "Helper lamp", "controls_lock": "Sleep of dials", "slot_changes": "Memory of changes",
        "touch_drag": "Thumb on glass", "button_back": "Heel button", "button_front": "Toe button", "peaking": "Bright edges", "review": "Show after", "level": "Spirit line",
    },
    options={
        "metering": {"multi_segment": "whole view", "centre_weighted": "heart", "average": "even", "spot": "needle", "highlight_weighted": "brightest"},
        "dr_mode": {"off": "open sky", "highlight_reserve_1": "thin cloud", "highlight_reserve_2": "thick cloud", "auto": "as it sees"},
        "af_mode": {"single": "once", "continuous": "all along", "auto_switch": "as it moves", "manual": "my hand"},
        "drive": {"single": "one", "continuous_low": "walk", "continuous_high": "run", "interval": "clock", "self_timer": "wait"},
        "shutter_type": {"mechanical": "both curtains", "electronic_first_curtain": "second curtain", "electronic": "no curtain"},
        "af_activation": {"shutter_button": "shutter", "back_button": "heel", "back_button_eye": "heel, eyes"},
    },
    quick=("iso", "iso_ceiling", "white_balance", "kelvin", "metering", "dr_mode", "af_area", "subject_detection", "file", "picture_profile", "shutter_type", "anti_flicker", "bracketing", "stabilisation"),
    dials={"shutter_s": "rear dial", "aperture": "front dial"},
    buttons={"iso": "button by the release", "af_area": "joystick"},
    switches={"exposure_mode": "mode dial", "drive": "rhythm dial"},
    personal=("af_response", "silent_mode", "exposure_simulation", "slowest_shutter_s", "sounds"),
    controls=usual_controls(),
)  # fmt: skip

VERBS = Dialect(
    quick_screen="board",
    personal_menu="own page",
    pages={
        "File": ("Keep",), "Noise": ("Keep", "Clean"), "Colour": ("Colour",), "Tone": ("Colour", "Range"), "Exposure": ("Measure",), "Metering": ("Measure", "Where"), "Flash": ("Measure", "Flash"), "Bracketing": ("Measure", "Rows"),
        "Focus": ("Aim",), "Stabiliser": ("Aim", "Still"), "Drive": ("Catch",), "Display": ("See",), "Playback": ("See", "Again"), "Controls": ("Touch",), "Sound and light": ("Body", "Manners"), "Link": ("Body", "Air"), "Power and care": ("Body",),
    },
    words=words_of("verbs") | {
        "iso": "Speed of sensor", "iso_ceiling": "Speed up to", "iso_floor": "Speed from", "slowest_shutter_s": "Time down to", "exposure_comp_ev": "Lighter, darker", "exposure_mode": "Rings and letters", "dr_mode": "Range kept", "white_balance": "Neutral point", "kelvin": "Degrees",
        "picture_profile": "Paper", "look_highlight": "Paper, lights", "look_shadow": "Paper, darks", "look_saturation": "Paper, strength", "look_sharpness": "Paper, edge", "look_noise": "Paper, grain off", "file": "Writes", "af_mode": "Aim holds", "af_area": "Aim window", "subject_detection": "Aim knows",
        "drive": "Catch one or many", "shutter_type": "Slit", "anti_flicker": "Waits for lamps", "self_timer": "Catch later", "metering": "Measured where", "stabilisation": "Still hands", "silent_mode": "Whisper", "sounds": "Voice", "af_activation": "Aim starts with", "noise_reduction_long_exposure": "Second dark frame",
    },
    options={
        "dr_mode": {"off": "plain", "highlight_reserve_1": "plus one", "highlight_reserve_2": "plus two", "auto": "finds out"},
        "picture_profile": {"standard": "daily paper", "neutral": "proof paper", "flat": "tracing paper", "mono": "ink only"},
        "drive": {"single": "one", "continuous_low": "a few", "continuous_high": "many"},
        "shutter_type": {"mechanical": "metal", "electronic_first_curtain": "half metal", "electronic": "light only"},
    },
    quick=("iso", "iso_ceiling", "dr_mode", "white_balance", "picture_profile", "look_highlight", "look_shadow", "file", "af_mode", "self_timer", "subject_detection", "sounds", "anti_flicker", "slowest_shutter_s"),
    dials={"aperture": "ring on the lens mount", "shutter_s": "time wheel", "exposure_comp_ev": "lighter-darker wheel"},
    buttons={"af_area": "joystick", "white_balance": "button under the screen"},
    switches={"af_mode": "aim lever"},
    personal=("shutter_type", "silent_mode", "kelvin", "bracketing"),
    controls=(
        Control(id="dial_front", label="ring on the lens mount", kind="ring", face="lens", x=0.5, y=0.62, hand="left hand", functions=("aperture", "off"), assigned="aperture", seconds=0.6, knocks=0.08),
        Control(id="dial_rear", label="time wheel", kind="dial", face="top", x=0.62, y=0.36, functions=("shutter", "off"), assigned="shutter", in_finder=False, seconds=1.0, knocks=0.1),
        Control(id="dial_comp", label="lighter-darker wheel", kind="dial", face="top", x=0.9, y=0.3, functions=("comp", "off"), assigned="comp", seconds=0.7, knocks=0.35),
        Control(id="joystick", label="joystick", kind="joystick", face="back", x=0.85, y=0.42, functions=("point", "af_area", "off"), assigned="point", seconds=0.5, knocks=0.2),
        Control(id="button_back", label="thumb button", kind="button", face="back", x=0.8, y=0.2, functions=("exposure_lock", "focus", "focus_eye", "focus_stop", "off"), assigned="exposure_lock", setting="button_back", seconds=0.3),
        Control(id="button_front", label="button beside the mount", kind="button", face="front", x=0.24, y=0.5, hand="right index", functions=("preview_depth", "af_area", "recall_slot", "af_mode", "dr_mode", "silent", "off"), assigned="preview_depth", setting="button_front", seconds=0.5),
        Control(id="button_screen", label="button under the screen", kind="button", face="back", x=0.6, y=0.92, in_finder=False, functions=("white_balance", "playback", "drive", "personal_menu", "off"), assigned="white_balance", members=("auto", "daylight", "kelvin"), seconds=1.0, review_functions=("rate", "send", "protect", "off"), in_review="rate"),
        Control(id="lever_aim", label="aim lever", kind="lever", face="front", x=0.72, y=0.84, width_mm=14, height_mm=8, hand="left index", in_finder=False, functions=("af_mode", "off"), assigned="af_mode", seconds=0.8),
        Control(id="lever_power", label="lever round the release", kind="lever", face="top", x=0.76, y=0.14, width_mm=10, height_mm=8, hand="right index", functions=("power", "lamp", "off"), assigned="power", turned="lamp", seconds=0.4),
        Control(id="swipe_up", label="swipe upwards", kind="swipe", face="back", x=0.36, y=0.4, width_mm=40, height_mm=20, in_finder=False, functions=("histogram", "look", "off"), seconds=0.8, knocks=0.3),
        Control(id="touch", label="glass under the thumb", kind="touch", face="back", x=0.36, y=0.55, functions=("point", "off"), assigned="point", setting="touch_drag", knocks=0.4),
    ),
)  # fmt: skip

NESTS = Dialect(
    quick_screen="strip",
    personal_menu="three favourites",
    pages={
        **dict.fromkeys(("Exposure", "Metering", "Flash", "Bracketing", "Tone"), ("Nest 1",)), **dict.fromkeys(("Focus", "Drive", "Stabiliser"), ("Nest 2",)),
        **dict.fromkeys(("File", "Colour", "Noise"), ("Nest 3",)), **dict.fromkeys(("Display", "Playback", "Controls", "Sound and light", "Link", "Power and care"), ("Nest 4",)),
    },
    words=words_of("nests") | {"exposure_mode": "Hand or help", "iso": "Boost", "iso_ceiling": "Boost limit", "exposure_comp_ev": "Tilt", "white_balance": "Lamp light", "kelvin": "Lamp degrees", "file": "Paper or clay", "picture_profile": "Feather", "af_area": "Spot of care", "af_mode": "Care", "drive": "Pecks", "shutter_type": "Lid", "self_timer": "Count", "dr_mode": "Sky saver", "sounds": "Song", "metering": "Weighs", "stabilisation": "Perch"},
    options={"drive": {"single": "one peck", "continuous_high": "many pecks"}, "shutter_type": {"leaf": "petal lid", "electronic": "no lid"}},
    quick=("iso", "exposure_comp_ev", "white_balance", "af_area", "drive", "picture_profile", "file"),
    dials={"shutter_s": "rear dial", "aperture": "front dial"},
    personal=("iso_ceiling", "dr_mode", "self_timer"),
    controls=(
        Control(id="dial_front", label="front dial", kind="ring", face="lens", x=0.5, y=0.5, hand="left hand", functions=("aperture", "comp", "off"), assigned="aperture", setting="dial_front", knocks=0.1),
        Control(id="dial_rear", label="rear dial", kind="dial", face="back", x=0.9, y=0.12, width_mm=18, height_mm=5, functions=("shutter", "iso", "comp", "off"), assigned="shutter", setting="dial_rear", knocks=0.3, kept_by_mode=True, by_mode={"manual": "shutter", "aperture_priority": "comp"}),
        Control(id="button_back", label="thumb button", kind="button", face="back", x=0.86, y=0.5, in_finder=False, functions=("exposure_lock", "focus", "playback", "personal_menu", "off"), assigned="exposure_lock", setting="button_back", seconds=0.6),
        Control(id="pad", label="ring of four presses", kind="pad", face="back", x=0.86, y=0.72, width_mm=18, height_mm=18, functions=("point", "drive", "off"), assigned="point", seconds=1.0, after_press=True, review_functions=("next_picture", "off"), in_review="next_picture"),
        Control(id="touch", label="the whole screen", kind="touch", face="back", x=0.4, y=0.5, width_mm=62, height_mm=46, in_finder=False, functions=("point", "off"), assigned="point", setting="touch_drag", knocks=0.3),
    ),
)  # fmt: skip

THORNS = Dialect(
    quick_screen="row",
    personal_menu="short row",
    pages=dict.fromkeys((entry.group for entry in catalogue.catalogue()), ("Everything",)),
    words=words_of("thorns") | {"iso": "Sensor strength", "exposure_comp_ev": "More, less", "white_balance": "White under", "file": "Save", "drive": "Press gives", "self_timer": "Later by", "shutter_s": "Open for", "subject_detection": "Finds people"},
    options={"subject_detection": {"off": "no", "human": "yes"}},
    quick=("iso", "exposure_comp_ev", "white_balance", "self_timer", "shutter_s", "drive"),
    dials={},
    controls=(
        Control(id="touch", label="the whole screen", kind="touch", face="back", x=0.5, y=0.5, in_finder=False, functions=("point", "off"), assigned="point", setting="touch_drag", knocks=0.3),
        Control(id="button_side", label="side button", kind="button", face="back", x=0.92, y=0.4, in_finder=False, functions=("playback", "drive", "white_balance", "off"), assigned="playback", seconds=1.2),
    ),
)  # fmt: skip

DRAWERS = Dialect(
    quick_screen="tray",
    personal_menu="bench",
    pages={
        "File": ("Drawer A",), "Colour": ("Drawer A",), "Noise": ("Drawer A",), "Exposure": ("Drawer B",), "Metering": ("Drawer B",), "Tone": ("Drawer B",), "Bracketing": ("Drawer B",), "Flash": ("Drawer C",),
        "Focus": ("Drawer D",), "Drive": ("Drawer D",), "Stabiliser": ("Drawer D",), "Display": ("Drawer E",), "Playback": ("Drawer E",), "Controls": ("Drawer E",), "Sound and light": ("Drawer F",), "Link": ("Drawer F",), "Power and care": ("Drawer F",),
    },
    words=words_of("drawers") | {"iso": "Amplifier", "exposure_mode": "Bench mode", "shutter_type": "Shutter train", "white_balance": "Illuminant", "kelvin": "Illuminant, K", "bracketing": "Ladder", "self_timer": "Fuse", "exposure_delay": "Settling", "metering": "Photometer", "focus_stack": "Focus ladder", "file": "Negative", "stabilisation": "Gimbal", "af_area": "Focus cell"},
    options={"shutter_type": {"mechanical": "steel", "electronic_first_curtain": "half steel", "electronic": "scan"}},
    quick=("iso", "white_balance", "kelvin", "metering", "file", "af_area", "bracketing", "shutter_type", "self_timer"),
    dials={"shutter_s": "rear dial", "aperture": "front dial"},
    buttons={"iso": "button by the release"},
    switches={"exposure_mode": "mode dial", "drive": "train lever"},
    controls=tuple(control for control in usual_controls() if control.id not in ("dial_ring", "touch")),
)  # fmt: skip

FAMILY = {
    "alder-24": LEAVES,
    "alder-45": LEAVES,
    "rowan-26": VERBS,
    "wren": NESTS,
    "gorse": THORNS,
    "larch-100": DRAWERS,
}


def _phrase(entry: catalogue.CatalogueEntry, dialect: Dialect) -> Phrase:
    reaches: list[Reach] = []
    for named, way in ((dialect.dials, "dial"), (dialect.buttons, "button"), (dialect.switches, "switch")):
        if entry.id in named:
            reaches.append(Reach(way=way, path=(named[entry.id],)))
    words = dialect.words.get(entry.id, entry.label)
    if entry.done == "by_hand":
        reaches.append(Reach(way="by_hand"))
    else:
        if entry.id in dialect.quick:
            reaches.append(Reach(way="quick_screen"))
        if entry.id in dialect.personal:
            reaches.append(Reach(way="personal_menu"))
        if entry.id not in dialect.switches:
            reaches.append(Reach(way="menu", path=(*dialect.pages[entry.group], words)))
    known = {option.id for option in entry.options}
    options = {name: said for name, said in dialect.options.get(entry.id, {}).items() if name in known}
    return Phrase(setting=entry.id, words=words, options=options, reaches=tuple(reaches))


def _book(slug: str, body_id: UUID) -> Phrasebook:
    dialect = FAMILY[slug]
    return Phrasebook(
        id=demo_id(f"phrasebook/{slug}"),
        body_id=body_id,
        quick_screen=dialect.quick_screen,
        personal_menu=dialect.personal_menu,
        pages=tuple(dict.fromkeys(path[0] for path in dialect.pages.values())),
        phrases=tuple(_phrase(entry, dialect) for entry in catalogue.catalogue()),
        controls=dialect.controls,
    )


def phrasebooks() -> tuple[Phrasebook, ...]:
    """One book a demo body."""
    return tuple(_book(slug, demo_id(f"body/{slug}")) for slug in FAMILY)
