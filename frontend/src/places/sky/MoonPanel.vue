<script setup lang="ts">
/** The Moon at the moment looked at, through the lens; and the evenings when it rises over land of like brightness. */
import { Button, Checkbox } from 'ant-design-vue'
import { computed, ref, shallowRef } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { BalancedRise, MoonPlan, MoonRequest, SkyContext } from '@/api/types'
import { apertureText, clockText, evText, isoText, shutterWithUnit } from '@/shared/format'
import NumberField from '@/shared/NumberField.vue'
import RangeField from '@/shared/RangeField.vue'
import { useLatest } from '@/shared/useLatest'
import { fixed } from '@/shared/numberText'
import type { NightOver } from './useNight'

const props = defineProps<{ over: NightOver; sky: SkyContext }>()
const emit = defineEmits<{ look: [date: string, minutes: number] }>()
const { body, lens, focalMm, fNumber, atMin, lookAt, pointed, saved, schools } = props.over
const burst = ref(200)
const perSecond = ref(10)
const iso = ref<number | null>(null)
const haze = ref(0)

const { answer: moon, problem } = useLatest<MoonRequest, MoonPlan>(
  'moon',
  () =>
    body.value && focalMm.value
      ? ({
          sky: props.sky,
          at_min: atMin.value,
          body: body.value,
          focal_mm: focalMm.value,
          f_number: fNumber.value,
          haze: haze.value,
          iso: iso.value,
          burst_frames: burst.value,
          frames_per_s: perSecond.value,
          lens_stabiliser_stops: lens.value?.stabiliser_stops ?? 0,
          focus: schools.value?.moon_focus ?? 'single',
        } as MoonRequest)
      : null,
  (asked) => answered(client.POST('/api/v1/sky/moon', { body: asked })),
)
const seconds = (s: number): string => (s >= 1 ? `${s < 10 ? fixed(s, 1) : Math.round(s)} s` : shutterWithUnit(s))
const landHeight = computed(() => {
  const points = saved.value?.horizon ?? []
  return points.length ? Math.max(...points.map((point) => point.altitude_deg)) : 1
})

const nearBearing = ref(false)
const rises = shallowRef<BalancedRise[] | null>(null)
const said = ref('')
const finding = ref(false)
async function find(): Promise<void> {
  finding.value = true
  said.value = ''
  try {
    const bearing_deg = nearBearing.value && pointed.value ? ((pointed.value.bearing % 360) + 360) % 360 : null
    rises.value = await answered(
      client.POST('/api/v1/sky/rises', { body: { sky: { ...props.sky, readings: [] }, days: 186, bearing_deg, within_deg: 20, horizon_deg: 1 } }),
    )
  } catch (error) {
    said.value = error instanceof Problem ? error.message : String(error)
  } finally {
    finding.value = false
  }
}
</script>

<template>
  <div class="panel">
    <p v-if="!body || !lens" class="soft">Choose body and lens in the plan first.</p>
    <p v-if="problem" class="stop" role="alert">{{ problem.message }}</p>
    <template v-if="moon">
      <p class="verdict">{{ moon.sentence }}</p>
      <dl>
        <dt>Rises</dt>
        <dd>
          <template v-if="moon.rise"
            ><button class="link" @click="lookAt(moon.rise!.at_min)">{{ clockText(Math.round(moon.rise.at_min)) }}</button> over bearing
            {{ fixed(moon.rise.azimuth_deg) }}°</template
          >
          <template v-else>not this night</template>
        </dd>
        <dt>Sets</dt>
        <dd>
          <template v-if="moon.set"
            ><button class="link" @click="lookAt(moon.set!.at_min)">{{ clockText(Math.round(moon.set.at_min)) }}</button> over bearing
            {{ fixed(moon.set.azimuth_deg) }}°</template
          >
          <template v-else>not this night</template>
        </dd>
        <dt>Now</dt>
        <dd>
          {{ fixed(moon.altitude_deg, 1).replace('-', '−') }}° high, bearing {{ fixed(moon.azimuth_deg) }}°,
          {{ Math.round(moon.illuminated_fraction * 100) }} % lit, {{ fixed(moon.angular_diameter_deg * 60, 1) }}′ wide
        </dd>
        <dt>In the frame</dt>
        <dd>
          {{ Math.round(moon.disc_px) }} px, {{ fixed(moon.disc_share * 100) }} % of the height at {{ Math.round(focalMm ?? 0) }} mm;
          {{ fixed(moon.arcsec_px, 2) }}″ a pixel
        </dd>
        <dt>Exposure</dt>
        <dd>
          <b>{{ shutterWithUnit(moon.exposure_s) }}, {{ apertureText(moon.aperture) }}, ISO {{ isoText(moon.iso) }}</b> for the lit disc,
          {{ evText(moon.ev100) }}
        </dd>
        <dt>Drift limit</dt>
        <dd>
          {{ seconds(moon.limit_drift_s) }} for {{ fixed(moon.drift_px, 1) }} px; out of a fixed frame after
          {{ Math.round(moon.leaves_after_s / 60) }} min
        </dd>
        <dt>Shake limit</dt>
        <dd>{{ seconds(moon.limit_hand_s) }} by hand; on a tripod a delayed release, stabiliser off</dd>
        <dt>To stack</dt>
        <dd>
          {{ burst }} frames in {{ seconds(moon.burst_s) }} drift {{ Math.round(moon.burst_drift_px) }} px: keep the sharpest {{ moon.stack_keeps }},
          crop {{ moon.crop_px }} px square
        </dd>
      </dl>
    </template>
    <div class="two">
      <NumberField label="ISO" pointer="/iso" optional empty-means="base" :value="iso" :above="0" @update:value="(value) => (iso = value)" />
      <NumberField
        label="Burst or clip"
        pointer="/burst"
        unit="frames"
        :value="burst"
        :least="1"
        :most="5000"
        @update:value="(value) => (burst = Math.round(value ?? 1))" />
      <NumberField
        label="At"
        pointer="/rate"
        unit="/s"
        :value="perSecond"
        :above="0"
        :most="240"
        @update:value="(value) => (perSecond = value ?? 10)" />
      <RangeField
        v-model:value="haze"
        label="Haze low down"
        :min="0"
        :max="1"
        :step="0.25"
        :text="haze === 0 ? 'none' : `${Math.round(haze * 100)} %`" />
    </div>
    <template v-if="moon">
      <h3>Focus</h3>
      <ol class="steps">
        <li v-for="step in moon.focus" :key="step">{{ step }}</li>
      </ol>
    </template>

    <h3>Nearly full Moon over dusk or dawn land, the next half year</h3>
    <Checkbox v-if="pointed" v-model:checked="nearBearing">only within 20° of where the frame looks ({{ Math.round(pointed.bearing) }}°)</Checkbox>
    <Button size="small" :loading="finding" @click="find">Find the evenings</Button>
    <p v-if="said" class="stop" role="alert">{{ said }}</p>
    <p v-if="rises && !rises.length" class="soft">None in this time{{ nearBearing ? ' over that bearing: try without it' : '' }}.</p>
    <ul v-if="rises?.length" class="hits">
      <li v-for="rise in rises" :key="rise.date + rise.at_min">
        <button class="link" @click="emit('look', rise.date, rise.at_min)">{{ rise.date }} {{ clockText(rise.at_min) }}</button>
        <span>bearing {{ fixed(rise.azimuth_deg) }}°, {{ fixed(rise.moon_altitude_deg, 1) }}° high. {{ rise.sentence }}</span>
      </li>
    </ul>
    <p v-if="saved" class="soft">Land at {{ saved.name }} stands up to {{ landHeight }}° high: a Moon under that is hidden there.</p>
  </div>
</template>

<style scoped src="./panel.css"></style>
