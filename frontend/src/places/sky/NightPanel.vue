<script setup lang="ts">
/** The dark hours, the frame they allow, and the season of the target. */
import { Checkbox } from 'ant-design-vue'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { SkyContext, Star, YearOut } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { apertureText, clockText, isoText, shutterWithUnit, signedStops } from '@/shared/format'
import NumberField from '@/shared/NumberField.vue'
import RangeField from '@/shared/RangeField.vue'
import { useLatest } from '@/shared/useLatest'
import { fixed } from '@/shared/numberText'
import type { NightOver } from './useNight'
import YearCurve from './YearCurve.vue'

const props = defineProps<{ over: NightOver; sky: SkyContext; stars: readonly Star[] }>()
const { night, asked, focalMm, fNumber, body, lens, goTo, saved } = props.over
const answer = computed(() => night.answer.value)
const frame = computed(() => answer.value?.frame)
const targets = computed(() => [...new Set(['Galactic core', ...props.stars.map((star) => star.name)])].map((name) => ({ value: name, label: name })))
const spans = computed(
  () => answer.value?.dark.target.map((span) => `${clockText(Math.round(span.from_min))}–${clockText(Math.round(span.until_min))}`).join(', ') ?? '',
)
const HAZE = ['clear mountain air', 'clear', 'some haze', 'haze', 'thick valley haze']
const hazeText = computed(() => HAZE[Math.round(asked.value.haze * 4)]!)
const change = (changes: Partial<typeof asked.value>): void => void (asked.value = { ...asked.value, ...changes })

const { answer: year } = useLatest<{ sky: SkyContext; target: string; above_deg: number }, YearOut>(
  'year',
  () => ({ sky: { ...props.sky, readings: [] }, target: asked.value.target, above_deg: asked.value.above_deg }),
  (body_) => answered(client.POST('/api/v1/sky/year', { body: { ...body_, before_min: 1380 } })),
)
const seconds = (s: number): string => (s >= 3600 ? 'an hour or more' : s >= 1 ? `${s < 10 ? fixed(s, 1) : Math.round(s)} s` : shutterWithUnit(s))
</script>

<template>
  <div class="panel">
    <p v-if="night.problem.value" class="stop" role="alert">{{ night.problem.value.message }}</p>
    <div class="two">
      <ChoiceField label="Target" searchable :value="asked.target" :options="targets" @update:value="(target) => change({ target })" />
      <NumberField
        label="Stands above"
        pointer="/above"
        unit="°"
        :value="asked.above_deg"
        :least="-90"
        :most="90"
        @update:value="(above) => change({ above_deg: above ?? 10 })" />
    </div>
    <template v-if="answer">
      <p class="verdict">
        {{ answer.dark.sentence }} <b v-if="spans">{{ spans }}</b>
      </p>
      <p v-if="answer.nearest_dark" class="soft">
        The next dark night is {{ answer.nearest_dark }}. <button class="link" @click="goTo(answer.nearest_dark!)">Go to it</button>
      </p>
      <dl>
        <dt>Moon</dt>
        <dd>{{ Math.round(answer.dark.moon_fraction * 100) }} % lit</dd>
        <dt>Best</dt>
        <dd>
          {{
            answer.dark.target_best_min === null || answer.dark.target_best_min === undefined
              ? 'not while it is dark'
              : `${clockText(Math.round(answer.dark.target_best_min))}, ${fixed(answer.dark.target_highest_deg)}° high, bearing ${fixed(answer.target_azimuth_deg)}°`
          }}
        </dd>
        <dt>Sky there</dt>
        <dd>{{ fixed(answer.sky_mag, 1) }} mag/arcsec²{{ saved ? `, from ${saved.name}` : ', a dark sky assumed' }}</dd>
        <dt v-if="asked.haze > 0">Haze ends it</dt>
        <dd v-if="asked.haze > 0">under {{ fixed(answer.usable_above_deg) }}°</dd>
      </dl>
    </template>
    <RangeField label="Air" :min="0" :max="1" :step="0.25" :value="asked.haze" :text="hazeText" @update:value="(haze) => change({ haze })" />

    <h3>One frame{{ body && lens && focalMm ? `: ${body.name}, ${Math.round(focalMm)} mm, ${apertureText(fNumber)}` : '' }}</h3>
    <p v-if="!body || !lens" class="soft">Choose body and lens in the plan to see what a frame holds.</p>
    <div class="two">
      <NumberField
        label="Exposure"
        pointer="/exposure"
        unit="s"
        optional
        empty-means="as the plan has it"
        :value="asked.exposure_s"
        :above="0"
        :most="3600"
        @update:value="(exposure_s) => change({ exposure_s })" />
      <NumberField
        label="Frames to stack"
        pointer="/frames"
        :value="asked.frames"
        :least="1"
        :most="2000"
        @update:value="(frames) => change({ frames: Math.round(frames ?? 1) })" />
    </div>
    <Checkbox :checked="asked.tracked" @update:checked="(tracked: boolean) => change({ tracked })">on a tracker that follows the sky</Checkbox>
    <template v-if="frame && answer">
      <p class="verdict">{{ frame.sentence }}</p>
      <dl>
        <dt>Exposure</dt>
        <dd>
          <b>{{ seconds(frame.exposure_s) }}</b> at ISO {{ isoText(frame.iso) }}, as the plan has it: the tone wanted.
          <span class="soft">Read noise drowned from ISO {{ isoText(frame.iso_enough) }}: more only makes it brighter.</span>
        </dd>
        <dt>Trail</dt>
        <dd>
          {{ fixed(frame.trail_px, 1) }} px in the middle, {{ fixed(answer.trail_edge_px, 1) }} px at worst<span class="soft">
            (declination {{ fixed(answer.declination_deg) }}°)</span
          >
        </dd>
        <dt>Points until</dt>
        <dd>
          {{ seconds(frame.limit_points_s) }} for {{ fixed(answer.planned.points_px, 1) }} px
          <span class="soft">· NPF {{ seconds(frame.limit_npf_s) }} · 500 rule {{ seconds(frame.limit_500_s) }}</span>
        </dd>
        <dt>Sky</dt>
        <dd>
          {{ Math.round(frame.sky_electrons) }} e⁻ a pixel, {{ signedStops(frame.sky_ev_from_mid) }} EV from mid; read noise drowned from
          {{ seconds(frame.needs_s) }}
        </dd>
        <dt>Signal</dt>
        <dd>{{ fixed(frame.snr_single, 1) }} : 1 in one, {{ fixed(frame.snr_stacked, 1) }} : 1 in {{ frame.frames }}</dd>
        <dt>Land</dt>
        <dd>{{ seconds(frame.land_s) }} for a frame of its own</dd>
      </dl>
    </template>
    <template v-if="answer">
      <h3>Focus</h3>
      <ol class="steps">
        <li v-for="step in answer.focus" :key="step">{{ step }}</li>
      </ol>
    </template>
    <template v-if="year">
      <h3>{{ asked.target }} through the year, while it is dark</h3>
      <YearCurve :year="year" :date="sky.date" @go="goTo" />
    </template>
  </div>
</template>

<style scoped src="./panel.css"></style>
