"""The demo bodies' words for settings that came later, side by side: one setting a line, one family a column."""

from __future__ import annotations

FAMILIES = ("leaves", "verbs", "nests", "thorns", "drawers")

WORDS: dict[str, tuple[str, str, str, str, str]] = {
    "primary_card": ("First pocket", "Writes first to", "Nest for first", "Save first on", "Tray that fills first"),
    "prefix_text": ("First letters", "Begins with", "Mark of the bird", "Name begins", "Label"),
    "dated_folders": ("A leaf a day", "New folder daily", "Nest a day", "Folder each day", "Drawer by date"),
    "author_text": ("Whose leaf", "Signs as", "Ringed as", "Your name", "Engraved owner"),
    "crops_allowed": ("Shapes to go through", "Papers in the round", "Shapes", "Shapes in turn", "Formats in the ladder"),
    "looks_allowed": ("Renderings to go through", "Papers to go through", "Feathers in turn", "Looks in turn", "Recipes in the ladder"),
    "easy_compensation": ("Free wheel pushes", "Idle ring makes lighter", "Loose tilt", "Spare dial brightens", "Idle dial corrects"),
    "extended_times": ("Long breath", "Open longer", "Long sleep", "Longer openings", "Beyond thirty"),
    "fine_times": ("Small steps of time", "Open in small steps", "Fine pecks", "Small steps", "Vernier of time"),
    "iso_keeps_exposure": ("Gain follows the ring", "Speed makes up for rings", "Boost follows", "Strength follows", "Amplifier compensates"),
    "flash_comp_scope": ("Flash push reaches", "Spark, lighter for", "Spark on", "Flash more for", "Strobe trim acts on"),
    "flash_auto_iso": ("Gain beside flash", "Speed beside spark", "Boost with spark", "Strength with flash", "Amplifier with strobe"),
    "hdr_step": ("Cloud steps", "Range apart by", "Apart by", "Apart by", "Rung of the join"),
    "hdr_align": ("Leaves laid over", "Range laid together", "Laid over", "Lines up", "Registers frames"),
    "hdr_effect": ("Cloud strength", "Range shows", "How much", "How strong", "Grade of the join"),
    "own_area_width": ("Own patch, across", "Own aim, wide", "Own spot, wide", "Own box, wide", "Field width"),
    "own_area_height": ("Own patch, up", "Own aim, tall", "Own spot, tall", "Own box, tall", "Field height"),
    "detection_start": ("Looking begins", "Finds first at", "Begins at", "Looks first", "Search begins"),
    "half_press_single": ("Half press, standing", "Half a press aims once", "Half peck, still", "Half press, still", "Half stroke, single"),
    "half_press_continuous": ("Half press, following", "Half a press aims along", "Half peck, moving", "Half press, moving", "Half stroke, tracking"),
    "af_areas_allowed": ("Patches to go through", "Aims in the round", "Spots in turn", "Boxes in turn", "Fields in the ladder"),
    "af_modes_allowed": ("Ways to follow", "Holds in the round", "Ways in turn", "Ways in turn", "Modes in the ladder"),
    "touch_position": ("Glass counts from", "Finger counts from", "Finger from", "Finger from", "Pointer origin"),
    "ring_magnify_after_af": ("Ring comes closer after", "Ring magnifies after aim", "Closer after", "Ring enlarges", "Loupe after lock"),
    "magnifier_time": ("Closer for", "Loupe stays", "Closer for", "Enlarged for", "Loupe timer"),
    "area_frame": ("Patch drawn", "Aim drawn", "Spot drawn", "Box shown", "Field outline"),
    "focus_guide": ("Which way to turn", "Turn shown", "Turn help", "Turn help", "Turn indicator"),
    "drives_allowed": ("Rhythms to go through", "Catches in the round", "Pecks in turn", "Presses in turn", "Trains in the ladder"),
    "low_rate": ("Slow beats", "A few a second", "Slow pecks", "Slow rate", "Slow train"),
    "release_without_lens": ("Fires without a known lens", "Catches bare", "Bare peck", "Fires without lens", "Fires unmounted"),
    "shading_correction": ("Even corners", "Corners made even", "Even corners", "Corners", "Falloff trim"),
    "distortion_correction": ("Straight stems", "Lines made straight", "Straight", "Straight lines", "Geometry trim"),
    "diffraction_correction": ("Small-hole sharpening", "Small rings sharpened", "Small hole", "Small hole", "Aperture trim"),
    "finder_brightness": ("Window light", "Eye light", "Eye light", "Eye brightness", "Finder lamp"),
    "finder_saturation": ("Window colour", "Eye colour", "Eye colour", "Eye colour", "Finder chroma"),
    "finder_tone": ("Window tint", "Eye tint", "Eye tint", "Eye tint", "Finder white"),
    "screen_for_place": ("Glass for sun or room", "Screen for place", "Screen for", "Screen for", "Panel for bench or sun"),
    "overlay_histogram": ("Hills on the glass", "Heap shown", "Heap", "Graph shown", "Histogram overlay"),
    "overlay_level": ("Spirit on the glass", "Level shown", "Level", "Level shown", "Level overlay"),
    "overlay_distance": ("Paces on the glass", "Distance shown", "Paces", "Distance shown", "Distance overlay"),
    "values_place": ("Figures lie", "Figures stand", "Figures", "Numbers stand", "Readout stands"),
    "help_texts": ("Whispers", "Explains", "Hints", "Help", "Notes"),
    "large_menu": ("Large leaves", "Large words", "Large", "Large text", "Large type"),
    "top_display": ("Roof shows", "Top tells", "Roof", "Top shows", "Top panel shows"),
    "top_light": ("Roof lamp", "Top lit", "Roof light", "Top light", "Top panel lamp"),
    "menu_memory": ("Opens where you left", "Remembers the page", "Last nest", "Opens last page", "Opens last drawer"),
    "playback_first": ("Looking back begins", "Sees again first", "First seen", "Shows first", "Review begins"),
    "screen_off_s": ("Glass sleeps after", "Screen rests after", "Screen sleeps", "Screen off", "Panel off after"),
    "review_off_s": ("Looking back ends after", "Sees again for", "Seen for", "Shown for", "Review off after"),
    "finder_off_s": ("Window sleeps after", "Eye rests after", "Eye sleeps", "Eye off", "Finder off after"),
    "heat_limit": ("Warm until", "Gets warm up to", "Warm up to", "Hot up to", "Thermal limit"),
    "dials_in_menus": ("Wheels in leaves", "Rings in pages", "Wheels in nests", "Dials in menu", "Dials in drawers"),
    "dial_direction": ("Wheels turn", "Rings turn", "Wheels turn", "Dials turn", "Dial sense"),
    "other_mode": ("Toe held: who sets what", "While held: letters", "Held: hand or help", "While held: mode", "Held mode"),
    "other_mode_aperture": ("Toe held: opening", "While held: ring", "Held: hole", "While held: opening", "Held aperture"),
    "other_mode_area": ("Toe held: patch", "While held: aim", "Held: spot", "While held: box", "Held field"),
    "slot_contents": ("Memory keeps", "Memory holds", "Place keeps", "Place keeps", "Shelf stores"),
}  # fmt: skip


def words_of(family: str) -> dict[str, str]:
    """Setting to the word of one family. Raises ValueError for a family there is none of."""
    column = FAMILIES.index(family)
    return {setting: said[column] for setting, said in WORDS.items()}
