"""From scene to picture: exposure, optics, movement, noise, clipping, looks, held against formulas and Monte Carlo."""

import math

import cv2
import numpy as np
from django.test import SimpleTestCase

from tests.core.builders import body
from tests.core.scenes import composed, drawn, kind
from wide_aperture.core.documents.body import FlashSync
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.motion import image_speed
from wide_aperture.core.physics.optics import blur_disc_diameter
from wide_aperture.core.physics.sensor import read_noise_at, signal_to_noise
from wide_aperture.core.picture.imaging import Capture, Darkroom, Look, readings
from wide_aperture.core.picture.imaging.capture import Crop, Development, LookRecipe, Peaking, Thresholds, WhiteSetting
from wide_aperture.core.picture.imaging.kernels import disc_blur, streak
from wide_aperture.core.picture.imaging.look import level_of_ev, white_ev
from wide_aperture.core.picture.imaging.merge import align_crop, merged_radiance
from wide_aperture.core.picture.imaging.optical import blur_diameter_px, image_velocity_px_s, mm_per_px
from wide_aperture.core.picture.imaging.raw import exposure_ev100
from wide_aperture.core.picture.scenes import Tuning
from wide_aperture.core.picture.store import BoundedStore

BODY = body()
SMALL = Look(width_px=240)


def capture(name="grey_card", **changes):
    """Exposed as the scene's subject wants it, at f/4."""
    of = kind(name)
    iso = changes.get("iso", 100)
    values = {
        "aperture": 4.0,
        "iso": iso,
        "shutter_s": 16 / 2**of.ev100 / (iso / 100),
        "focal_mm": of.focal_mm,
        "focus_m": None if of.subject_m > 1e5 else of.subject_m,
        "white": WhiteSetting(mode="kelvin", kelvin=of.lamps[0].cct_k),
    }
    return Capture(**{**values, **changes})


class FrameCase(SimpleTestCase):
    def setUp(self):
        self.room = Darkroom()

    def frame(self, name="grey_card", look=SMALL, camera=BODY, tuning=None, **changes):
        made = changes.pop("made", None) or capture(name, **changes)
        return self.room.render(composed(name), camera, made, look, tuning=tuning or Tuning())


class Looks(FrameCase):
    """The camera's own picture: what a look does to colour, edges and noise. The data stay as they are."""

    def picture(self, look=SMALL, **recipe):
        made = capture("portrait_shade", iso=6400, look=LookRecipe(**recipe))
        return self.room.render(composed("portrait_shade"), BODY, made, look, tuning=Tuning()).picture.astype(
            np.float64
        )

    def spread(self, picture):
        return float((picture.max(axis=-1) - picture.min(axis=-1)).mean())

    def test_monochrome_has_no_colour_and_its_filter_moves_tones(self):
        plain, red = self.picture(base="mono"), self.picture(base="mono", filter="red")
        self.assertLess(self.spread(plain), 1.5)
        self.assertGreater(float(np.abs(plain - red).mean()), 1.0)

    def test_the_bases_differ_in_contrast(self):
        flat, standard = (float(self.picture(base=base).std()) for base in ("flat", "standard"))
        self.assertLess(flat, standard)

    def test_noise_reduction_smooths_more_the_stronger_it_is(self):
        one_to_one = Look(width_px=240, crop=Crop(x=0.5, y=0.5), crop_height_px=160)

        def roughness(strength):
            picture = self.picture(one_to_one, noise_strength=strength).mean(axis=-1)
            return float(np.abs(np.diff(picture, axis=1)).mean())

        off, light, strong = (roughness(strength) for strength in ("off", "light", "strong"))
        self.assertLess(light, off)
        self.assertLess(strong, light)

    def test_a_look_changes_the_picture_and_not_the_data(self):
        a, b = (
            self.room.render(
                composed("portrait_shade"),
                BODY,
                capture("portrait_shade", look=LookRecipe(base=base)),
                SMALL,
                tuning=Tuning(),
            )
            for base in ("flat", "mono")
        )
        np.testing.assert_array_equal(a.raw.electrons, b.raw.electrons)
        self.assertGreater(float(np.abs(a.picture.astype(float) - b.picture.astype(float)).mean()), 1)

    def test_white_is_taken_as_the_mode_says_and_held_to_what_the_body_can(self):
        warm = body(kelvin_low=3000, kelvin_high=8000)
        asked = {"kelvin": WhiteSetting(mode="kelvin", kelvin=2000), "daylight": WhiteSetting(mode="daylight")}
        taken = {
            name: self.room.render(
                composed("portrait_shade"), warm, capture("portrait_shade", white=white), SMALL, tuning=Tuning()
            ).white_kelvin
            for name, white in asked.items()
        }
        self.assertEqual(taken["kelvin"], 3000)
        self.assertGreater(taken["daylight"], 4800)


class Exposure(FrameCase):
    def test_a_metered_card_comes_out_at_mid(self):
        level = math.log2(0.18 / 0.157)  # an 18 % card lies a little over the meter's mid
        wanted = 10 + math.log2(0.18 * math.pi / math.pi * 250 / (math.pi * 12.5))
        made = self.frame(shutter_s=16 / 2**wanted)
        ev = float(np.log2(made.raw.electrons[..., 1].mean() / made.raw.mid_e))
        self.assertAlmostEqual(ev, 0, delta=0.02)
        self.assertGreater(level, 0.1)

    def test_a_matched_card_is_neutral_and_mid_grey(self):
        made = self.frame(shutter_s=16 / 2 ** (10 + math.log2(0.18 * 250 / (math.pi * 12.5))))
        middle = made.picture[40:120, 60:180].reshape(-1, 3).mean(axis=0)
        self.assertLess(float(np.ptp(middle)), 1.2)
        self.assertAlmostEqual(float(middle.mean()), 118, delta=2)

    def test_one_stop_more_doubles_the_electrons_until_they_clip(self):
        one, two = self.frame(), self.frame(shutter_s=32 / 2**10)
        self.assertAlmostEqual(float(two.raw.electrons.mean() / one.raw.electrons.mean()), 2, delta=0.01)
        burnt = self.frame(shutter_s=16 / 2**5)
        self.assertTrue((burnt.raw.electrons[..., 1] <= burnt.raw.clip_e).all())
        self.assertGreater(float(readings.raw_clip_mask(burnt.raw).mean()), 0.99)

    def test_filters_and_iso_count(self):
        made = capture(nd_stops=3, iso=400)
        self.assertAlmostEqual(exposure_ev100(made), 10 + 3, places=6)


class Noise(FrameCase):
    def test_predicted_signal_to_noise_equals_monte_carlo_within_two_per_cent(self):
        for iso in (100, 1600, 12800):
            with self.subTest(iso=iso):
                look = Look(width_px=600, crop=Crop(), crop_height_px=400)
                made = self.frame(look=look, iso=iso, shutter_s=16 / 2**10 / (iso / 100))
                green = made.raw.electrons[..., 1]
                signal = float(green.mean())
                predicted = signal_to_noise(
                    signal, float(read_noise_at(BODY.electrons, iso)), BODY.electrons.prnu_fraction
                )
                self.assertAlmostEqual(signal / float(green.std()) / predicted, 1, delta=0.02)

    def test_merged_pixels_are_cleaner_by_the_root_of_their_number(self):
        made = self.frame(iso=6400)
        signal = float(made.raw.electrons[..., 1].mean())
        one = signal_to_noise(signal, made.raw.read_e, 0.0)
        measured = signal / float(made.raw.electrons[..., 1].std())
        self.assertAlmostEqual(measured / (one * math.sqrt(made.raw.pixels_merged)), 1, delta=0.05)

    def test_the_same_shot_has_the_same_noise_and_the_next_has_not(self):
        one, again, other = (self.frame(iso=6400, shot=shot).raw.electrons for shot in (1, 1, 2))
        self.assertTrue((one == again).all())
        self.assertFalse(np.allclose(one, other, rtol=1e-4))

    def test_measured_tone_noise_follows_the_iso(self):
        look = Look(width_px=480)
        snr = {
            iso: readings.patch_snr(self.frame(look=look, iso=iso).raw.electrons, np.ones((320, 480)))
            for iso in (100, 1600)
        }
        self.assertGreater(snr[100], 3 * snr[1600])

    def test_denoising_at_home_takes_noise_and_leaves_edges(self):
        look = {
            d: Look(width_px=400, crop=Crop(x=0.3, y=0.3), crop_height_px=260, development=Development(denoise=d))
            for d in (0, 0.8)
        }
        raw, clean = (
            self.frame("step_wedge", look=look[d], iso=12800, shutter_s=16 / 2**10 / 128).picture[..., 1].astype(float)
            for d in (0, 0.8)
        )
        self.assertLess(float(np.abs(np.diff(clean, axis=1)).mean()), 0.6 * float(np.abs(np.diff(raw, axis=1)).mean()))
        self.assertAlmostEqual(float(clean.mean()), float(raw.mean()), delta=3)


class Tunings(FrameCase):
    def test_a_level_no_light_has_is_refused_before_anything_is_drawn(self):
        for tuning in (Tuning(light_ev=1e308), Tuning(light_ev=-21.0), Tuning(subject_ev=math.inf)):
            with self.subTest(tuning=tuning), self.assertRaises(DomainError):
                self.frame(tuning=tuning)


class Mosaic(FrameCase):
    def likeness(self, look):
        """How alike the noise of neighbours is, red and green, on an even grey."""
        noise = self.frame("grey_card", look=look, iso=6400).raw.electrons
        found = []
        for channel in (0, 1):
            plane = noise[8:-8, 8:-8, channel] - noise[8:-8, 8:-8, channel].mean()
            found.append(float((plane[:, 1:] * plane[:, :-1]).mean() / plane.var()))
        return found

    def test_single_pixels_share_their_noise_with_neighbours_and_merged_ones_do_not(self):
        red, green = self.likeness(Look(width_px=120, crop=Crop(x=0.5, y=0.5), crop_height_px=80))
        self.assertTrue(0.25 < green < red < 0.75, (green, red))
        self.assertLess(max(map(abs, self.likeness(SMALL))), 0.1)

    def test_as_much_noise_as_without(self):
        single = self.frame(
            "grey_card", look=Look(width_px=160, crop=Crop(x=0.5, y=0.5), crop_height_px=120), iso=6400
        ).raw
        plane = single.electrons[..., 1]
        self.assertAlmostEqual(float(plane.std() / np.sqrt(plane.mean() + single.read_e**2)), 1, delta=0.1)


class Optics(FrameCase):
    def test_blur_discs_have_the_diameter_of_the_lens_formula(self):
        portrait = drawn("portrait_shade", 960, 640)
        made = capture("portrait_shade", aperture=1.8)
        for layer in portrait.layers:
            expected = blur_disc_diameter(85, 1.8, 2.8, layer.depth_m) / mm_per_px(portrait, BODY)
            self.assertAlmostEqual(blur_diameter_px(layer.depth_m, portrait, BODY, made), expected, places=6)

    def test_a_drawn_disc_is_as_wide_as_asked_within_a_pixel(self):
        for diameter in (3.0, 9.0, 21.0, 60.0):
            point = np.zeros((161, 161), np.float32)
            point[80, 80] = 1.0
            blurred = disc_blur(point, diameter)
            # Second moment of an even disc: r^2 / 4 along each axis.
            x = np.arange(161) - 80
            spread = float((blurred.sum(axis=0) * x**2).sum() / blurred.sum())
            pixel_share = 1 / 12 if diameter < 14 else 2.5  # a coarser grid adds its own pixel
            self.assertLess(abs(2 * math.sqrt(4 * max(spread - pixel_share, 0)) - diameter), 1.0, diameter)

    def test_blurs_lose_no_light_away_from_the_edges(self):
        point = np.zeros((241, 241, 3), np.float32)
        point[118:123, 118:123] = (1.0, 0.5, 2.0)
        for blurred in (disc_blur(point, 40.0), streak(point, 31.0, 30.0)):
            np.testing.assert_allclose(blurred.sum(axis=(0, 1)), point.sum(axis=(0, 1)), rtol=2e-3)

    def test_stopping_down_sharpens_the_background(self):
        def detail(f_number):
            made = self.frame(
                "portrait_shade", look=Look(width_px=480), aperture=f_number, shutter_s=f_number**2 / 2**12
            )
            return float(np.abs(np.diff(made.raw.electrons[:100, :, 1], axis=1)).mean())

        self.assertLess(detail(1.8), 0.8 * detail(16))

    def test_a_crop_shows_what_the_whole_frame_shows_there(self):
        whole = self.frame("chapel", look=Look(width_px=1200)).raw.electrons[..., 1]
        crop = self.frame("chapel", look=Look(width_px=300, crop=Crop(x=0.4, y=0.7), crop_height_px=200)).raw.electrons[
            ..., 1
        ]
        left, top = 0.4 * 1200 - 30, 0.7 * 800 - 20
        there = whole[round(top) : round(top) + 40, round(left) : round(left) + 60].mean()
        self.assertAlmostEqual(float(crop.mean() / there), 1, delta=0.1)

    def test_nearer_than_the_lens_is_long_is_refused(self):
        for field in ("focus_m", "subject_m"):
            with self.assertRaises(DomainError):
                self.frame("portrait_shade", **{field: 0.05})


class Movement(FrameCase):
    def test_a_runner_moves_as_far_as_speed_distance_and_lens_say(self):
        pitch, made = drawn("day_pitch", 480, 320), capture("day_pitch")
        runner = next(layer for layer in pitch.layers if layer.name == "chaser")
        vx, _ = image_velocity_px_s(runner, pitch, BODY, made)
        expected = image_speed(6.0, 90, runner.depth_m, 200) / mm_per_px(pitch, BODY)
        self.assertAlmostEqual(vx, expected, places=5)

    def test_a_long_time_smears_the_mover_and_not_the_ground(self):
        sharp, smeared = (
            self.frame("day_pitch", look=Look(width_px=480), shutter_s=t, iso=100).raw for t in (1 / 2000, 1 / 15)
        )
        left = (slice(110, 250), slice(90, 190))  # around the runner in dark kit
        edges = [
            float(np.abs(np.diff(raw.electrons[left][..., 1], axis=1)).max() / raw.electrons[left][..., 1].mean())
            for raw in (sharp, smeared)
        ]
        self.assertLess(edges[1], 0.6 * edges[0])

    def test_an_electronic_read_out_slants_and_curtains_do_not(self):
        made = {
            kind: self.frame(
                "day_pitch",
                look=Look(width_px=480),
                tuning=Tuning(speed=8),
                shutter_type=kind,
                shutter_s=1 / 4000,
                iso=1000,
            ).raw.electrons
            for kind in ("mechanical", "electronic")
        }
        self.assertGreater(float(np.abs(made["electronic"] - made["mechanical"]).max()), 100)

    def test_panning_keeps_the_subject_and_smears_the_ground(self):
        still, panned = (
            self.frame(
                "day_pitch", look=Look(width_px=480), shutter_s=1 / 30, iso=100, nd_stops=6, panned=p
            ).raw.electrons[290:, :, 1]
            for p in (False, True)
        )
        self.assertLess(
            float(np.abs(np.diff(panned, axis=1)).mean()), 0.8 * float(np.abs(np.diff(still, axis=1)).mean())
        )

    def test_later_frames_of_a_series_find_the_mover_elsewhere(self):
        now, later = (
            self.frame("day_pitch", look=Look(width_px=480), shutter_s=1 / 2000, iso=400, later_s=s).raw.electrons
            for s in (0, 0.2)
        )
        self.assertGreater(float(np.abs(now - later).mean()), 20)


class Lamps(FrameCase):
    def wall(self, **changes):
        """Brightness of the wall by row, in mid-tones."""
        made = self.frame("sports_hall", look=Look(width_px=480), **changes)
        return made.raw.electrons[:, 30:60, 1].mean(axis=1) / made.raw.mid_e

    def bands(self, **changes):
        return self.wall(**{"shutter_s": 1 / 1000, "iso": 1600, **changes}) / self.wall(shutter_s=1 / 100, iso=160)

    def test_pulsing_lamps_draw_bands_only_through_a_read_out(self):
        self.assertGreater(float(np.ptp(self.bands(shutter_type="electronic"))), 0.8)
        self.assertLess(float(np.ptp(self.bands(shutter_type="mechanical", shutter_s=1 / 100, iso=160))), 0.05)

    def test_behind_curtains_the_travelling_slit_meets_the_pulse_on_its_way(self):
        """A curtain that takes 1/250 s crosses two fifths of a pulse of 100 Hz: a gradient, no bands; a leaf opens at once."""
        camera = body(flash_sync=FlashSync(mechanical_s=1 / 250))
        slit = self.wall(camera=camera, shutter_s=1 / 2000, iso=3200) / self.wall(
            camera=camera, shutter_s=1 / 100, iso=160
        )
        steps = np.diff(cv2.blur(slit.reshape(-1, 1), (1, 41)).ravel()[40:-40:40])
        self.assertGreater(float(np.ptp(slit)), 0.3)
        self.assertLessEqual(int((np.diff(np.sign(steps)) != 0).sum()), 1)

    def test_the_pulse_has_the_form_that_is_stated(self):
        wall = [
            self.bands(shutter_type="electronic", tuning=Tuning(flicker_hz=100, modulation=0.6, waveform=form))
            for form in ("sine", "rectified_sine")
        ]
        self.assertLess(float(wall[1].min()), float(wall[0].min()))

    def test_whole_periods_even_them_out(self):
        self.assertLess(float(np.ptp(self.bands(shutter_type="electronic", shutter_s=1 / 50, iso=80))), 0.05)

    def test_a_flash_past_sync_leaves_rows_unlit(self):
        camera = body(flash_sync=FlashSync(mechanical_s=1 / 200))
        lit = {
            t: self.frame("studio_flash", camera=camera, look=SMALL, shutter_s=t, aperture=8, flash=True).raw.electrons[
                :, 20:100, 1
            ]
            for t in (1 / 200, 1 / 800)
        }
        self.assertLess(float(lit[1 / 800][-30:].mean()), 0.2 * float(lit[1 / 200][-30:].mean()))
        self.assertAlmostEqual(float(lit[1 / 800][:20].mean() / lit[1 / 200][:20].mean()), 1, delta=0.1)


class ScreenAndData(FrameCase):
    def read(self, base, **changes):
        made = self.frame(
            "chapel", look=Look(width_px=480), made=capture("chapel", look=LookRecipe(base=base), **changes)
        )
        seen = readings.screen_and_data(made.raw, made.white, made.picture, Thresholds(), made.preview_clip_ev)
        return made, seen

    def test_the_flat_look_warns_falsely_less_at_equal_data(self):
        (flat_frame, flat), (hard_frame, hard) = self.read("flat"), self.read("standard")
        self.assertTrue((flat_frame.raw.electrons == hard_frame.raw.electrons).all())
        self.assertEqual(flat.raw_clipped, hard.raw_clipped)
        self.assertLess(flat.falsely_warned, 0.7 * hard.falsely_warned)
        self.assertLess(flat.difference_ev, hard.difference_ev)

    def test_the_screen_clips_where_the_curve_reaches_white(self):
        for base in ("flat", "neutral", "standard"):
            look = LookRecipe(base=base)
            white = white_ev(look, 3.3)
            self.assertGreater(float(level_of_ev(np.array(white + 0.01), look, 3.3)), 0.998)
            self.assertLess(float(level_of_ev(np.array(white - 0.4), look, 3.3)), 0.99)

    def test_a_tone_curve_always_rises(self):
        ev = np.linspace(-10, 4, 300)
        for look in (
            LookRecipe(),
            LookRecipe(base="standard", contrast=4, highlight_tone=4),
            LookRecipe(base="flat", contrast=-4, shadow_tone=-4),
        ):
            self.assertTrue((np.diff(level_of_ev(ev, look, 3.3, lift_ev=1.3)) >= -1e-9).all())

    def test_histograms_count_every_sampled_pixel(self):
        made, _ = self.read("neutral")
        counts = readings.histograms(made.raw, made.picture)
        self.assertEqual(counts.preview.sum(axis=1).tolist(), [160 * 240] * 4)
        self.assertLessEqual(int(counts.raw.sum(axis=1).max()), 160 * 240)

    def test_a_reserve_moves_clipping_up_and_costs_nothing_but_the_iso(self):
        plain, _ = self.read("neutral", iso=800)
        held, seen = self.read("neutral", iso=800, reserve="highlight_reserve_2")
        self.assertAlmostEqual(held.raw_clip_ev - plain.raw_clip_ev, 2, places=5)
        np.testing.assert_allclose(np.median(held.raw.electrons), np.median(plain.raw.electrons), rtol=0.02)
        self.assertLess(seen.raw_clipped, self.read("neutral", iso=800)[1].raw_clipped)
        base, _ = self.read("neutral", iso=100, reserve="highlight_reserve_1")
        self.assertEqual(base.raw.reserve_ev, 0)

    def test_peaking_marks_what_is_sharp(self):
        sharp, soft = (
            self.frame("step_wedge", look=Look(width_px=480), aperture=a, focus_m=f)
            for a, f in ((8.0, 1.0), (1.4, 0.4))
        )
        marked = [float(readings.peaking_mask(made.picture, Peaking()).mean()) for made in (sharp, soft)]
        self.assertGreater(marked[0], 5 * marked[1] + 0.001)


class Merging(FrameCase):
    def test_noise_of_a_merged_bracket_agrees_with_theory(self):
        look = Look(width_px=400, crop=Crop(), crop_height_px=260)
        offsets = (-2.0, 0.0, 1.0)
        frames = [self.frame(look=look, shutter_s=16 / 2**10 * 2**ev, shot=9 + k).raw for k, ev in enumerate(offsets)]
        merged = merged_radiance(frames, offsets)[..., 1]
        without_pattern = [f.mid_e * 2**ev * 0.18 / 0.1571 for f, ev in zip(frames, offsets, strict=True)]
        signal = float(merged.mean())
        per_frame = [(s + f.read_e**2) / 4**ev for s, f, ev in zip(without_pattern, frames, offsets, strict=True)]
        predicted = math.sqrt(1 / sum(1 / v for v in per_frame) + (BODY.electrons.prnu_fraction * signal) ** 2)
        self.assertAlmostEqual(float(merged.std()) / predicted, 1, delta=0.04)

    def test_clipped_frames_have_no_say(self):
        offsets = (-3.0, 0.0)
        frames = [self.frame("chapel", shutter_s=16 / 2**5.5 * 2**ev).raw for ev in offsets]
        merged = merged_radiance(frames, offsets)
        self.assertGreater(float(merged.max()), 1.5 * frames[1].clip_e)

    def test_alignment_cuts_the_edges(self):
        picture = np.zeros((100, 150, 3), np.uint8)
        kept, share = align_crop(picture, 2.4)
        self.assertEqual(kept.shape, (94, 144, 3))
        self.assertAlmostEqual(share, 1 - 94 * 144 / 15000)


class TheDarkroom(FrameCase):
    def test_what_changed_is_rendered_anew_and_the_rest_kept(self):
        self.frame("chapel")
        drawings, images = len(self.room.scenes), len(self.room.optical)
        self.frame("chapel", iso=400, shutter_s=capture("chapel").shutter_s, white=WhiteSetting(mode="tungsten"))
        self.assertEqual((len(self.room.scenes), len(self.room.optical)), (drawings, images))
        self.frame("chapel", aperture=1.4)
        self.assertEqual(len(self.room.optical), images + 1)

    def test_two_people_with_different_scenes_never_mix(self):
        alone = Darkroom().render(composed("chapel"), BODY, capture("chapel"), SMALL).picture
        self.room.render(composed("aisle"), BODY, capture("aisle"), SMALL, seed=4)
        self.room.render(composed("chapel"), BODY, capture("chapel"), SMALL, tuning=Tuning(subject_ev=2))
        self.assertTrue((self.frame("chapel").picture == alone).all())

    def test_stores_stay_within_their_bytes(self):
        store = BoundedStore(100)
        for k in range(20):
            store.get(k, lambda: "x", lambda _: 30)
        self.assertLessEqual(store.held_bytes, 100)
        self.assertEqual(store.get("large", lambda: 5, lambda _: 1000), 5)
        self.assertEqual(len(store), 3)

    def test_a_frame_nobody_waits_for_is_abandoned(self):
        class GoneError(Exception):
            pass

        calls = []

        def go_on():
            calls.append(1)
            if len(calls) == 3:
                raise GoneError

        with self.assertRaises(GoneError):
            self.room.render(composed("chapel"), BODY, capture("chapel"), SMALL, go_on=go_on)
        self.assertEqual(len(self.room.optical), 0)
