<script setup lang="ts">
/** Many frames of one night: star trails, a time-lapse, a panorama, a test series. What to set and what it takes. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'
import type { Panorama, SequencePlan, SequenceRequest, SeriesOut, SeriesRequest, TurnRequest } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { download } from '@/shared/download'
import { apertureText, isoText } from '@/shared/format'
import { parseNumber } from '@/shared/numbers'
import NumberField from '@/shared/NumberField.vue'
import PickRow from '@/shared/PickRow.vue'
import TextField from '@/shared/TextField.vue'
import { useLatest } from '@/shared/useLatest'
import { fixed } from '@/shared/numberText'
import type { NightOver } from './useNight'

const props = defineProps<{ over: NightOver; title: string }>()
const { body, focalMm, fNumber, night, planned, plan } = props.over
const kind = ref<'star_trails' | 'time_lapse' | 'panorama' | 'series'>('star_trails')
const KINDS = [
  { value: 'star_trails', label: 'Star trails' },
  { value: 'time_lapse', label: 'Time-lapse' },
  { value: 'panorama', label: 'Panorama' },
  { value: 'series', label: 'Test series' },
] as const

const exposure = ref<number | null>(null)
const interval = ref<number | null>(null)
const duration = ref(120)
const frameS = computed(() => exposure.value ?? (kind.value === 'star_trails' ? 30 : Math.round(night.answer.value?.frame.exposure_s ?? 15)))
const sequence = useLatest<SequenceRequest, SequencePlan>(
  'sequence',
  () =>
    body.value && (kind.value === 'star_trails' || kind.value === 'time_lapse')
      ? ({
          kind: kind.value,
          body: body.value,
          exposure_s: frameS.value,
          duration_min: duration.value,
          interval_s: interval.value,
          temperature_c: planned.value?.situation.temperature_c ?? null,
          humidity: planned.value?.situation.humidity ?? null,
          cards_gb: planned.value?.accessories.cards_gb ?? 128,
        } as SequenceRequest)
      : null,
  (asked) => answered(client.POST('/api/v1/sky/sequence', { body: asked })),
)

const span = ref(180)
const fromTilt = ref(0)
const toTilt = ref(60)
const overlap = ref(35)
const upright = ref<'upright' | 'level'>('upright')
const turn = useLatest<TurnRequest, Panorama>(
  'panorama',
  () =>
    body.value && focalMm.value && kind.value === 'panorama'
      ? ({
          body: body.value,
          focal_mm: focalMm.value,
          span_deg: span.value,
          from_tilt_deg: fromTilt.value,
          to_tilt_deg: toTilt.value,
          overlap: overlap.value / 100,
          upright: upright.value === 'upright',
        } as TurnRequest)
      : null,
  (asked) => answered(client.POST('/api/v1/sky/turn', { body: asked })),
)

type Varied = SeriesRequest['vary']
const vary = ref<Varied>('iso')
const START: Record<Varied, string> = { iso: '800 1600 3200 6400', exposure_s: '5 8 10 15 20', aperture: '1.8 2.2 2.8 4', focus: '-2 -1 0 1 2' }
const typed = ref<Partial<Record<Varied, string>>>({})
const values = computed(() =>
  (typed.value[vary.value] ?? START[vary.value])
    .split(/[\s;]+/)
    .map(parseNumber)
    .filter((value) => value !== null),
)
const held = computed(() => ({
  exposure_s: `${frameS.value} s`,
  iso: `ISO ${isoText(night.answer.value?.frame.iso ?? 1600)}`,
  aperture: apertureText(fNumber.value),
  focus: 'at best focus',
}))
const series = useLatest<SeriesRequest, SeriesOut>(
  'series',
  () => (kind.value === 'series' ? ({ vary: vary.value, values: values.value, held: held.value } as SeriesRequest) : null),
  (asked) => answered(client.POST('/api/v1/sky/series', { body: asked })),
)
function takeList(): void {
  const lines = series.answer.value?.frames.map((frame) => `${frame.number}. ${frame.varies} (${frame.held})`) ?? []
  download('test-series.txt', `${props.title}: test series\n\n${lines.join('\n')}\n`, 'text/plain')
}
const problem = computed(() => sequence.problem.value ?? turn.problem.value ?? series.problem.value)
const shown = computed(() => sequence.answer.value)
</script>

<template>
  <div class="panel">
    <PickRow v-model:value="kind" label="What" spoken :options="KINDS" />
    <p v-if="!body" class="soft">Choose body and lens in the plan first.</p>
    <p v-if="problem" class="stop" role="alert">{{ problem.message }}</p>
    <template v-if="kind === 'star_trails' || kind === 'time_lapse'">
      <div class="two">
        <NumberField
          label="Each exposure"
          pointer="/each"
          unit="s"
          optional
          :empty-means="String(frameS)"
          :value="exposure"
          :above="0"
          :most="3600"
          @update:value="(value) => (exposure = value)" />
        <NumberField
          label="Interval"
          pointer="/interval"
          unit="s"
          optional
          empty-means="shortest"
          :value="interval"
          :above="0"
          :most="7200"
          @update:value="(value) => (interval = value)" />
        <NumberField
          label="For"
          pointer="/for"
          unit="min"
          :value="duration"
          :above="0"
          :most="1440"
          @update:value="(value) => (duration = value ?? 60)" />
      </div>
      <template v-if="shown">
        <p class="verdict">
          <b>{{ shown.frames }} frames</b>, one every {{ fixed(shown.interval_s, 1) }} s, gap {{ fixed(shown.gap_s, 1) }} s.
        </p>
        <dl>
          <dt v-if="kind === 'star_trails'">Arc</dt>
          <dd v-if="kind === 'star_trails'">{{ fixed(shown.arc_deg) }}° round the pole</dd>
          <dt v-else>Plays for</dt>
          <dd v-if="kind === 'time_lapse'">{{ fixed(shown.playback_s) }} s at 25 frames a second</dd>
          <dt>Cards</dt>
          <dd>{{ fixed(shown.gigabytes, 1) }} GB of raw</dd>
          <dt>Batteries</dt>
          <dd>about {{ shown.batteries }}</dd>
        </dl>
        <ul>
          <li v-for="note in shown.notes" :key="note">{{ note }}</li>
        </ul>
      </template>
    </template>
    <template v-else-if="kind === 'panorama'">
      <div class="two">
        <NumberField
          label="Along the horizon"
          pointer="/span"
          unit="°"
          :value="span"
          :least="1"
          :most="360"
          @update:value="(value) => (span = value ?? 180)" />
        <NumberField
          label="Overlap"
          pointer="/overlap"
          unit="%"
          :value="overlap"
          :least="10"
          :most="80"
          @update:value="(value) => (overlap = value ?? 35)" />
        <NumberField
          label="From height"
          pointer="/from"
          unit="°"
          :value="fromTilt"
          :least="-90"
          :most="90"
          @update:value="(value) => (fromTilt = value ?? 0)" />
        <NumberField label="Up to" pointer="/to" unit="°" :value="toTilt" :least="-90" :most="90" @update:value="(value) => (toTilt = value ?? 60)" />
        <ChoiceField
          v-model:value="upright"
          label="Camera"
          :options="[
            { value: 'upright', label: 'upright' },
            { value: 'level', label: 'level' },
          ]" />
      </div>
      <template v-if="turn.answer.value">
        <p class="verdict">{{ turn.answer.value.sentence }}</p>
        <dl>
          <dt>Rows at</dt>
          <dd>{{ turn.answer.value.tilts_deg.map((tilt) => `${tilt}°`).join(', ') }}</dd>
          <dt>Turn by</dt>
          <dd>{{ turn.answer.value.step_deg }}° each time</dd>
          <dt>Takes</dt>
          <dd>{{ Math.ceil((turn.answer.value.frames * (frameS + 6)) / 60) }} min at {{ frameS }} s a frame: start where the sky changes first</dd>
        </dl>
      </template>
    </template>
    <template v-else>
      <div class="two">
        <ChoiceField
          v-model:value="vary"
          label="Vary"
          :options="[
            { value: 'iso', label: 'ISO' },
            { value: 'exposure_s', label: 'exposure, s' },
            { value: 'aperture', label: 'aperture' },
            { value: 'focus', label: 'focus, steps' },
          ]" />
        <TextField
          label="Through"
          pointer="/values"
          :value="typed[vary] ?? START[vary]"
          @update:value="(text) => (typed = { ...typed, [vary]: text })" />
      </div>
      <template v-if="series.answer.value">
        <p class="verdict">
          {{ series.answer.value.frames.length }} frames change one thing and hold the rest: {{ series.answer.value.frames[0]?.held }}.
        </p>
        <ol class="steps">
          <li v-for="frame in series.answer.value.frames" :key="frame.number">{{ frame.varies }}</li>
        </ol>
        <Button size="small" @click="takeList">Shot list as text</Button>
        <h3>Focus first</h3>
        <ol class="steps">
          <li v-for="step in series.answer.value.focus" :key="step">{{ step }}</li>
        </ol>
      </template>
    </template>
    <p v-if="plan?.cautions.length" class="soft">{{ plan.cautions.at(-1) }}</p>
  </div>
</template>

<style scoped src="./panel.css"></style>
