"""The round of one body: levers, lens, power, cards, clock, and what its menus must stand at."""

from __future__ import annotations

import math
import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from uuid import UUID

from wide_aperture.core.camera.packing import PackedBody
from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.precautions.knocked import expected_frames
from wide_aperture.core.camera.preflight.line import CheckLine, Group, Proof
from wide_aperture.core.camera.state import same_value
from wide_aperture.core.camera.storage.documents import PackItem
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.endurance import GB, battery_left, bytes_a_frame
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.plan import Finding
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.planning import PlanInput
from wide_aperture.core.planning.checks import check_setup

BATTERY_FRAMES = figure("battery_frames")
LOOK_S, TURN_S, WIPE_S, CARD_S, CLOCK_S, FACES_S, READ_S, SHOT_S = 3.0, 4.0, 20.0, 30.0, 20.0, 240.0, 30.0, 6.0
MOST_NAMED = 4
COLD_C = 5.0  # from here down a battery is kept near the body
# What a day before leaves behind, and what is nought again; checked where the first plan does not set it itself.
NOUGHT: tuple[tuple[SettingId, Value, str], ...] = (
    ("exposure_comp_ev", 0.0, "A correction left from another day makes every frame too dark or too light."),
    ("meter_fine_tune", 0.0, "A fine tune is shown nowhere: it shifts every meter reading."),
    ("self_timer", "off", "The first frame comes seconds late."),
    ("bracketing", "none", "Every third frame is too dark."),
    ("aspect", "full", "A crop left on halves every file."),
)
ONE_AT_A_TIME: tuple[tuple[SettingId, str], ...] = (
    ("exposure_mode", "In another mode the camera decides what you meant to."),
    ("drive", "One frame instead of a burst, or a burst instead of one."),
    ("file", "What is not kept raw cannot be put right at home."),
    ("shutter_type", "The read-out bends what moves, or bands under lamps."),
    ("stabilisation", "On where the camera stands firm it drifts; off in the hand it blurs."),
)


@dataclass(frozen=True)
class BodyRound:
    """A body with what the day asks of it. items: its situations planned; prefix: letters for its files, None for a body alone;
    faces: whose are focused first, in rank."""

    body: Body
    packed: PackedBody
    book: Phrasebook
    own: Sequence[PlanInput]
    items: Mapping[UUID, PackItem]
    prefix: str | None
    faces: Sequence[str] = ()

    def lines(self) -> Iterator[CheckLine]:
        yield from self._levers()
        for lens in {given.lens.id: given.lens for given in self.own}.values():
            yield from self._lens(lens.id)
        yield from self._power()
        yield from self._cards()
        yield from self._clock()
        yield from self._settings()
        yield from self._standing()
        yield from self._findings()
        yield from self._faces()

    # helpers -----------------------------------------------------------------------------------------

    def _line(
        self, what: str, group: Group, do: str, why: str, where: str, seconds: float, *,
        of: Sequence[PlanInput] | None = None, at_risk: bool = True, proven_by: Proof | None = None,
    ) -> CheckLine:  # fmt: skip
        meant = self.own if of is None else of
        return CheckLine(
            code=f"{slug(self.body.name)}/{what}",
            group=group,
            body_id=self.body.id,
            do=do,
            why=why,
            where=where,
            seconds=seconds,
            frames_at_risk=round(sum(self._frames(each) for each in meant)) if at_risk else None,
            situations=tuple(each.situation.title for each in meant) if len(meant) < len(self.own) else (),
            proven_by=proven_by,
        )

    def _item(self, given: PlanInput) -> PackItem:
        return self.items[given.situation.id]

    def _frames(self, given: PlanInput) -> float:
        return expected_frames(self._item(given))

    def _frames_of_the_day(self) -> int:
        return round(sum(self._frames(each) for each in self.own))

    def _where(self, setting: SettingId) -> str:
        """In the body's own words, the nearest way first."""
        reach = self.book.phrase(setting).reaches[0]
        words = self.book.phrase(setting).words
        return " › ".join((*reach.path, *(() if words in reach.path else (words,))))

    # the round ---------------------------------------------------------------------------------------

    def _levers(self) -> Iterator[CheckLine]:
        yield self._line(
            "stills", "body", "The lever stands at stills.", "In the movie position nothing is kept as a picture.",
            "The lever for stills and movie", LOOK_S, proven_by="frame",
        )  # fmt: skip
        first = self.own[0].situation
        place = self.packed.packing.recalled_for(first.id)
        mode = self.book.say("exposure_mode", self._item(self.own[0]).setup.option("exposure_mode"))
        yield self._line(
            "mode-dial", "body", f"The mode dial stands at {place.label if place else mode} for “{first.title}”, its lock in.",
            "A dial turned in the bag decides what you thought you had decided.", self._where("exposure_mode"), LOOK_S,
            of=self.own[:1], proven_by="frame",
        )  # fmt: skip
        manual = [each for each in self.own if self._mode(each) == "manual"]
        automatic = [each for each in self.own if each not in manual]
        wish = "automatic" if automatic else "by hand"
        yield self._line(
            "focus-lever", "body", f"The focus lever of the body stands at {wish}.",
            "A knocked lever leaves every frame where focus was last.", "The focus lever, where the body has one", LOOK_S,
            of=automatic or manual, proven_by="frame",
        )  # fmt: skip
        yield self._line(
            "selector-lock", "body", "The lock of the focus selector is open.", "A locked point stays in the middle.",
            "The lock round the focus selector, where the body has one", LOOK_S, of=automatic or manual,
        )  # fmt: skip
        yield self._line(
            "eyesight", "body", "The finder is sharp for your eye: turn its wheel on the figures in it, not on the picture.",
            "A finder that is off makes sharp pictures look soft, and soft ones sharp.", "The wheel beside the eyepiece", TURN_S,
            at_risk=False,
        )  # fmt: skip

    def _mode(self, given: PlanInput) -> str | None:
        return self._item(given).setup.option("af_mode")

    def _lens(self, lens_id: object) -> Iterator[CheckLine]:
        own = [each for each in self.own if each.lens.id == lens_id]
        lens, name = own[0].lens, slug(own[0].lens.name)
        fixed = lens.built_into is not None
        if lens.autofocus and not fixed:
            by_hand = all(self._mode(each) == "manual" for each in own)
            yield self._line(
                f"{name}/focus-switch", "lens", f"{lens.name}: focus switch at {'by hand' if by_hand else 'automatic'}.",
                "The lens overrules the body: with the wrong switch nothing it is told happens.", "On the barrel", LOOK_S,
                of=own, proven_by="frame",
            )  # fmt: skip
        if lens.stabiliser_stops:
            firm = [each for each in own if each.case.support.on_tripod]
            off = len(firm) == len(own)
            yield self._line(
                f"{name}/stabiliser", "lens", f"{lens.name}: stabiliser {'off' if off else 'on'}.",
                "On a tripod it hunts for a movement that is not there." if off else "In the hand it is worth stops.",
                "On the barrel", LOOK_S, of=own, proven_by="frame",
            )  # fmt: skip
        if lens.focal_max_mm > lens.focal_min_mm and not fixed:
            yield self._line(
                f"{name}/zoom-lock", "lens", f"{lens.name}: zoom lock open.", "A locked zoom costs the first moment.",
                "On the barrel, where it has one", LOOK_S, of=own, at_risk=False,
            )  # fmt: skip
        yield self._line(
            f"{name}/front", "lens", f"{lens.name}: front clean, cap off, hood on.",
            "Grease makes lamps bleed into the shadows; the hood keeps stray light and knocks off.", "Front of the lens", WIPE_S,
            of=own, proven_by="frame",
        )  # fmt: skip
        wanted = sorted({stops for each in own if (stops := self._item(each).setup.number("nd_stops"))})
        yield self._line(
            f"{name}/filter", "lens",
            f"{lens.name}: filter of {wording.stops_word(wanted[0])} at hand, off until it is needed." if wanted else f"{lens.name}: no filter left on.",
            "A grey filter left on costs its stops in every frame." if not wanted else "Silky water and long times in daylight need it.",
            "Front of the lens", LOOK_S, of=own,
        )  # fmt: skip

    def _power(self) -> Iterator[CheckLine]:
        temperature = min((t for each in self.own if (t := each.situation.temperature_c) is not None), default=None)
        left = battery_left(temperature)
        frames = self._frames_of_the_day()
        wanted = max(math.ceil(frames / (BATTERY_FRAMES * left)), 1)
        carried = max(each.accessories.spare_batteries for each in self.own)
        cold = "" if temperature is None else f" at {wording.celsius(temperature)}, where a battery gives {left:.0%}"
        short, spares = wanted - 1 > carried, max(wanted - 1, 1)
        freezes = temperature is not None and temperature < COLD_C
        yield self._line(
            "battery", "power", "The battery in the body is full; its health is good.",
            f"About {frames} frames are expected{cold}: {wanted} full {'battery' if wanted == 1 else 'batteries'}.",
            "The battery page of the menu, or the door", TURN_S, proven_by="frame",
        )  # fmt: skip
        yield self._line(
            "spares", "power",
            f"{spares} charged {'spare' if spares == 1 else 'spares'} in the bag, the full ones apart from the used."
            + (f" The bag has {carried}: pack {wanted - 1 - carried} more, or charge between." if short else ""),
            "A battery that is taken out warm and kept near the body lasts longer in the cold." if freezes else "An empty spare is found when it is needed.",
            "The bag", CARD_S,
        )  # fmt: skip
        yield self._line(
            "grip", "power", "If a grip is on: it is screwed tight, its own battery is full, and the order says which empties first.",
            "A loose grip switches the body off in the middle of a burst.", "Under the body", TURN_S, at_risk=False,
        )  # fmt: skip

    def _cards(self) -> Iterator[CheckLine]:
        files = [self._item(each).setup.option("file") for each in self.own]
        needed = sum(
            self._frames(each) * bytes_a_frame(self.body.megapixels, file)
            for each, file in zip(self.own, files, strict=True)
        ) / GB  # fmt: skip
        carried = max(each.accessories.cards_gb for each in self.own)
        room = (
            f"The day needs about {needed:.0f} GB for {self._frames_of_the_day()} frames; the bag has {carried:.0f} GB."
        )
        if needed > carried:
            room += f" {needed - carried:.0f} GB are missing: take another card, or a smaller file."
        for slot in range(1, self.body.card_slots + 1):
            where = f"Card slot {slot}" if self.body.card_slots > 1 else "Card slot"
            yield self._line(
                f"card-{slot}/off-loaded", "cards", f"{where}: you have seen the last shoot’s frames on two other disks.",
                "Formatting is the moment at which a shoot is lost.", where, CARD_S, at_risk=False,
            )  # fmt: skip
            yield self._line(
                f"card-{slot}/formatted", "cards", f"{where}: formatted in {self.body.name}, labelled, and it shows the frames that are free.",
                room, where, CARD_S, proven_by="frame",
            )  # fmt: skip
        yield self._line(
            "card-door", "cards", "The card door is shut; a release without a card is refused.",
            "A body without a card goes on clicking.", self._where("release_without_card"), LOOK_S,
        )  # fmt: skip

    def _clock(self) -> Iterator[CheckLine]:
        several = "Every body photographs the same clock with its seconds: frames of two bodies can then be put in order at home."
        alone = "Photograph a clock with its seconds once: at home every frame has its true time."
        yield self._line(
            "clock", "clock", "Date, time and zone are right, to the second.", several if self.prefix else alone,
            self._where("clock_sync"), CLOCK_S, at_risk=False, proven_by="clock_frame",
        )  # fmt: skip
        if self.prefix:
            yield self._line(
                "prefix", "clock", f"Its file names begin with letters of its own, for example {self.prefix}_0001.",
                "Two bodies that count alike overwrite each other’s frames at home.", self._where("file_prefix"), TURN_S,
                proven_by="frame",
            )  # fmt: skip
        yield self._line(
            "firmware", "clock", "Body and lenses run what they ran when you last photographed with them.",
            "What was loaded last night has been tried by nobody, and may have put settings back.", self._where("firmware"), LOOK_S,
            at_risk=False,
        )  # fmt: skip
        yield self._line(
            "copyright", "clock", "Your name and the year stand in the copyright field.", "It cannot be put in later for frames already sent.",
            self._where("copyright"), TURN_S, at_risk=False, proven_by="frame",
        )  # fmt: skip

    def _settings(self) -> Iterator[CheckLine]:
        first = self._item(self.own[0])
        target, state = first.target, self.packed.state
        for setting, nought, why in NOUGHT:
            asked = target.get(setting)
            if asked in (None, nought) and self._has(setting):
                yield self._setting_line(setting, nought, why, doubted=state.values.get(setting) not in (None, nought))
        for setting, why in ONE_AT_A_TIME:
            if (value := target.get(setting)) is not None:
                yield self._setting_line(setting, value, why, doubted=state.values.get(setting) != value)
        labels = {place.id: place.label for place in self.packed.packing.places}
        for preparation in self.packed.packing.preparation:
            if preparation.place is not None:
                label = labels.get(preparation.place, preparation.place)
                yield self._line(
                    f"place/{slug(preparation.place)}", "settings", f"{label} holds “{preparation.title}”.",
                    preparation.fill or "It is recalled on the day.", label, preparation.route.seconds + preparation.store_s,
                    of=[each for each in self.own if each.situation.title == preparation.title] or self.own,
                )  # fmt: skip

        stored = [place.label for place in self.packed.packing.places if place.role == "situation" and place.values]
        if stored:
            yield self._line(
                "proof", "settings", f"A proof frame from each place: {', '.join(stored)}. Bring them into Review, under Proof frames.",
                "They show at once what was stored wrong, and tick what they show.", "Review", SHOT_S * len(stored), at_risk=False,
            )  # fmt: skip

    def _has(self, setting: SettingId) -> bool:
        declared = self.body.support_of(setting)
        return declared is None or bool(declared.options) or not catalogue.setting(setting).options

    def _setting_line(self, setting: SettingId, value: Value, why: str, *, doubted: bool) -> CheckLine:
        entry = catalogue.setting(setting)
        before = self.packed.state.values.get(setting)
        last = f" It was last known at {self.book.say(setting, before)}." if doubted and before is not None else ""
        return self._line(
            f"setting/{setting}", "settings", f"{entry.label}: {self.book.say(setting, value)}.", why + last,
            self._where(setting), TURN_S if doubted else LOOK_S, proven_by="frame",
        )  # fmt: skip

    def _standing(self) -> Iterator[CheckLine]:
        """The photographer's values of any day, where the body is not known to have them."""
        foundation, known = self.own[0].foundation, self.packed.state.values
        if foundation is None:
            return
        wished = {name: value for name, value in foundation.settings.items() if self._has(name)}
        other = [name for name, value in wished.items() if not same_value(known.get(name), value)]
        if other:
            named = ", ".join(
                f"{catalogue.setting(name).label}: {self.book.say(name, wished[name])}" for name in other[:MOST_NAMED]
            )
            more = f" and {len(other) - MOST_NAMED} more" if len(other) > MOST_NAMED else ""
            yield self._line(
                "standing", "settings", f"Your standing values are on the body. Not known to be: {named}{more}.",
                f"{len(wished) - len(other)} of {len(wished)} were there when it was last known.", "My camera", TURN_S * len(other),
                proven_by="frame",
            )  # fmt: skip

    def _findings(self) -> Iterator[CheckLine]:
        """What spoils frames and no setting of the plan answers yet."""
        found: dict[str, list[tuple[Finding, PlanInput]]] = {}
        for given in self.own:
            for finding in check_setup(self._item(given).setup, given):
                if finding.level == "stop" and finding.is_open:
                    found.setdefault(finding.code, []).append((finding, given))
        for code, those in found.items():
            finding = those[0][0]
            remedy = f" {finding.remedy.label}." if finding.remedy else ""
            yield self._line(
                f"finding/{slug(code)}", "settings", f"{finding.title}.{remedy}", finding.spoken("sentence"), "The plan", READ_S,
                of=[given for _, given in those],
            )  # fmt: skip

    def _faces(self) -> Iterator[CheckLine]:
        meant = [each for each in self.own if self._item(each).setup.option("face_register") == "on"]
        if not meant:
            return
        steps = "photograph the face near and from the front, store it, name it"
        for rank, name in enumerate(self.faces, 1):
            yield self._line(
                f"faces/{slug(name)}", "settings", f"{name} is registered, at rank {rank}: {steps}, put it at {rank}.",
                "Else the nearest guest’s face is focused. It takes the person and some light: before the day.",
                self._where("face_register"), FACES_S, of=meant,
            )  # fmt: skip
        if not self.faces:
            yield self._line(
                "faces", "settings", f"The faces that matter are registered, in rank: for each, {steps}; then put them in order.",
                "Else the nearest guest’s face is focused. Name them in the shoot, and each has a line of its own.",
                self._where("face_register"), FACES_S, of=meant,
            )  # fmt: skip


def slug(name: str) -> str:
    """A name as part of a code: small letters, figures and dashes.

    >>> slug("Alder 24"), slug("70–200 mm f/2.8")
    ('alder-24', '70-200-mm-f-2-8')
    """
    return re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "x"
