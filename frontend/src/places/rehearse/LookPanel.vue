<script setup lang="ts">
/** The camera's look, or the raw developed at home; focus peaking. */
import { Switch } from 'ant-design-vue'
import type { Capture, LookRecipe } from '@/api/types'
import { signedStops } from '@/shared/format'
import PickRow from '@/shared/PickRow.vue'
import RangeField from '@/shared/RangeField.vue'
import type { Changes } from '@/planning/pins'

export interface ViewChoice {
  developed: boolean
  lift_ev: number
  denoise: number
  peaking: 'off' | 'low' | 'middle' | 'high'
  peakColour: string
}
defineProps<{ capture: Capture }>()
const emit = defineEmits<{ change: [changes: Changes] }>()
const view = defineModel<ViewChoice>('view', { required: true })
const set = (part: Partial<ViewChoice>): void => void (view.value = { ...view.value, ...part })
const BASES: { value: LookRecipe['base']; label: string }[] = [
  { value: 'standard', label: 'standard' },
  { value: 'neutral', label: 'neutral' },
  { value: 'flat', label: 'flat' },
  { value: 'mono', label: 'black-and-white' },
]
const step = (value: number): string => (value === 0 ? 'neutral' : `${value > 0 ? '+' : '−'}${Math.abs(value)}`)
const COLOURS = [
  { value: '#ffd23f', label: 'yellow' },
  { value: '#ff5340', label: 'red' },
  { value: '#f4f4f4', label: 'white' },
]
</script>

<template>
  <section class="panel" aria-label="Look">
    <PickRow
      label="Shown"
      :options="[
        { value: 'camera', label: 'the camera’s picture' },
        { value: 'home', label: 'developed at home' },
      ]"
      :value="view.developed ? 'home' : 'camera'"
      @update:value="(which) => set({ developed: which === 'home' })" />
    <template v-if="view.developed">
      <RangeField
        label="Lifted by"
        :min="-2"
        :max="6"
        :step="1 / 3"
        :text="`${signedStops(view.lift_ev)} EV`"
        :value="view.lift_ev"
        @update:value="(lift_ev) => set({ lift_ev })" />
      <RangeField
        label="Noise taken out"
        :min="0"
        :max="1"
        :step="0.1"
        :text="`${Math.round(view.denoise * 100)} %`"
        :value="view.denoise"
        @update:value="(denoise) => set({ denoise })" />
      <p class="soft">
        From the raw data with their true noise, through a neutral curve that runs up to where the data clip. Details of three sizes are shrunk by
        their share of the noise.
      </p>
    </template>
    <template v-else>
      <PickRow label="Look" :options="BASES" :value="capture.look.base" @update:value="(base) => emit('change', { picture_profile: base })" />
      <PickRow
        v-if="capture.look.base === 'mono'"
        label="Filter"
        :options="[
          { value: 'none', label: 'none' },
          { value: 'yellow', label: 'yellow' },
          { value: 'red', label: 'red' },
          { value: 'green', label: 'green' },
        ]"
        :value="capture.look.filter"
        @update:value="(filter) => emit('change', { look_filter: filter })" />
      <RangeField
        label="Contrast"
        :min="-4"
        :max="4"
        :step="1"
        :text="step(capture.look.contrast)"
        :value="capture.look.contrast"
        @update:value="(value) => emit('change', { look_contrast: value })" />
      <RangeField
        label="Highlights"
        :min="-4"
        :max="4"
        :step="1"
        :text="step(capture.look.highlight_tone)"
        :value="capture.look.highlight_tone"
        @update:value="(value) => emit('change', { look_highlight: value })" />
      <RangeField
        label="Shadows"
        :min="-4"
        :max="4"
        :step="1"
        :text="step(capture.look.shadow_tone)"
        :value="capture.look.shadow_tone"
        @update:value="(value) => emit('change', { look_shadow: value })" />
      <RangeField
        label="Saturation"
        :min="-4"
        :max="4"
        :step="1"
        :text="step(capture.look.saturation)"
        :value="capture.look.saturation"
        @update:value="(value) => emit('change', { look_saturation: value })" />
      <RangeField
        label="Sharpness"
        :min="-4"
        :max="4"
        :step="1"
        :text="step(capture.look.sharpness)"
        :value="capture.look.sharpness"
        @update:value="(value) => emit('change', { look_sharpness: value })" />
      <PickRow
        label="Noise reduction"
        :options="[
          { value: 'off', label: 'off' },
          { value: 'light', label: 'light' },
          { value: 'strong', label: 'strong' },
        ]"
        :value="capture.look.noise_strength"
        @update:value="(strength) => emit('change', { look_noise: strength })" />
      <p class="soft">A look touches the JPEG, the screen and the histogram, never the raw data.</p>
    </template>
    <h3>Focus aids</h3>
    <PickRow
      label="Peaking"
      :options="[
        { value: 'off', label: 'off' },
        { value: 'low', label: 'low' },
        { value: 'middle', label: 'middle' },
        { value: 'high', label: 'high' },
      ]"
      :value="view.peaking"
      @update:value="(peaking) => set({ peaking })" />
    <PickRow
      v-if="view.peaking !== 'off'"
      label="Colour of the edges"
      :options="COLOURS"
      :value="view.peakColour"
      @update:value="(peakColour) => set({ peakColour })" />
    <label v-if="capture.shutter_type" class="line">
      <Switch
        size="small"
        :checked="capture.shutter_type === 'electronic'"
        aria-label="Electronic read-out"
        @update:checked="(on) => emit('change', { shutter_type: on ? 'electronic' : 'mechanical' })" />
      electronic read-out
    </label>
  </section>
</template>
