<script setup lang="ts">
/** A situation's frames over time, one chart a quantity; aperture and compensation only where they moved. */
import type { SituationReview } from '@/api/types'
import { apertureText, evText, isoText, shutterText, signedStops } from '@/shared/format'
import TimeChart from './TimeChart.vue'

const props = defineProps<{ of: SituationReview; chosen: ReadonlySet<number> }>()
const emit = defineEmits<{ open: [index: number]; hole: [after: string] }>()
const ISO_TICKS = [50, 100, 200, 400, 800, 1600, 3200, 6400, 12800, 25600, 51200, 102400]
const SHUTTER_TICKS = [16, 4, 1, 1 / 4, 1 / 15, 1 / 30, 1 / 60, 1 / 125, 1 / 250, 1 / 500, 1 / 1000, 1 / 2000, 1 / 4000, 1 / 8000]
const APERTURE_TICKS = [1, 1.4, 2, 2.8, 4, 5.6, 8, 11, 16, 22, 32]
const COMP_TICKS = Array.from({ length: 13 }, (_, k) => k - 6)
const EV_TICKS = Array.from({ length: 40 }, (_, k) => k - 10)
const limitsOf = (axis: string) => props.of.limits.filter((limit) => limit.axis === axis).map((limit) => ({ ...limit, own: limit.whose === 'yours' }))
const varies = (values: readonly (number | null)[]): boolean => new Set(values.filter((value) => value !== null)).size > 1
</script>

<template>
  <TimeChart
    name="Shutter"
    falls
    :values="of.points.shutter_s"
    :at="of.points.at_min"
    :kept="of.points.kept"
    log
    :say="shutterText"
    :ticks="SHUTTER_TICKS"
    :shaded="limitsOf('shutter_s')"
    :holes="of.missed"
    :chosen="chosen"
    @hole="(id) => emit('hole', id)"
    @open="(index) => emit('open', index)" />
  <TimeChart
    name="ISO"
    :values="of.points.iso"
    :at="of.points.at_min"
    :kept="of.points.kept"
    log
    :say="isoText"
    :ticks="ISO_TICKS"
    :shaded="limitsOf('iso')"
    :chosen="chosen"
    @open="(index) => emit('open', index)" />
  <TimeChart
    name="Light, EV at ISO 100"
    :values="of.points.light_ev"
    :at="of.points.at_min"
    :kept="of.points.kept"
    :log="false"
    :say="evText"
    :ticks="EV_TICKS"
    :band="of.light_planned"
    :chosen="chosen"
    axis
    @open="(index) => emit('open', index)" />
  <TimeChart
    v-if="varies(of.points.aperture)"
    name="Aperture"
    :values="of.points.aperture"
    :at="of.points.at_min"
    :kept="of.points.kept"
    log
    :say="apertureText"
    :ticks="APERTURE_TICKS"
    :chosen="chosen"
    @open="(index) => emit('open', index)" />
  <TimeChart
    v-if="varies(of.points.comp_ev)"
    name="Compensation"
    :values="of.points.comp_ev"
    :at="of.points.at_min"
    :kept="of.points.kept"
    :log="false"
    :say="signedStops"
    :ticks="COMP_TICKS"
    :chosen="chosen"
    axis
    @open="(index) => emit('open', index)" />
</template>
