<script setup lang="ts">
/** What a hand finds on a body, and what its makers built in or left out: the plan asks for nothing else. */
import { Checkbox } from 'ant-design-vue'
import type { Abilities, Body } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import NamedSelect from '@/shared/NamedSelect.vue'
import NumberField from '@/shared/NumberField.vue'
import NumberListField from '@/shared/NumberListField.vue'
import { distanceUnit, parseDistance, writeDistance } from '@/shared/units'
import BodyProgram from './BodyProgram.vue'

const props = defineProps<{ body: Body }>()
const emit = defineEmits<{ change: [changes: Partial<Body>] }>()
const change = (part: Partial<Abilities>): void => emit('change', { abilities: { ...props.body.abilities, ...part } })
const SIDES = [
  { field: 'width_mm', label: 'Width' },
  { field: 'height_mm', label: 'Height' },
  { field: 'depth_mm', label: 'Depth without lens' },
] as const
const CONTENTS: { value: Abilities['place_contents'][number]; label: string }[] = [
  { value: 'mode', label: 'the mode' },
  { value: 'values', label: 'mode and values' },
  { value: 'all', label: 'everything' },
]
const EYES: { value: Abilities['eye']; label: string }[] = [
  { value: 'right', label: 'right' },
  { value: 'left', label: 'left' },
]
</script>

<template>
  <section class="gear-part" aria-label="In the hand">
    <h2>In the hand</h2>
    <div class="gear-fields">
      <div class="wide flags">
        <Checkbox :checked="body.abilities.joystick" @update:checked="(joystick: boolean) => change({ joystick })">Joystick</Checkbox>
        <Checkbox :checked="body.abilities.pad" @update:checked="(pad: boolean) => change({ pad })">Pad of four presses</Checkbox>
        <Checkbox :checked="body.abilities.touch_screen" @update:checked="(touch_screen: boolean) => change({ touch_screen })">Touch screen</Checkbox>
        <Checkbox :checked="body.abilities.manual_iso" @update:checked="(manual_iso: boolean) => change({ manual_iso })">ISO by hand</Checkbox>
      </div>
      <NumberField
        v-for="side in SIDES"
        :key="side.field"
        :label="side.label"
        unit="mm"
        :pointer="`/abilities/${side.field}`"
        :value="body.abilities[side.field]"
        :least="20"
        :most="400"
        @update:value="(v) => change({ [side.field]: v! })" />
      <NumberField
        label="Dials"
        pointer="/abilities/dials"
        :value="body.abilities.dials"
        :least="0"
        :most="4"
        @update:value="(v) => change({ dials: Math.round(v!) })" />
      <NumberField
        label="Rings to assign"
        pointer="/abilities/rings"
        :value="body.abilities.rings"
        :least="0"
        :most="3"
        @update:value="(v) => change({ rings: Math.round(v!) })" />
      <ChoiceField
        v-if="body.finder !== 'none'"
        label="Eye at the finder"
        :value="body.abilities.eye"
        :options="EYES"
        @update:value="(eye) => change({ eye })" />
      <NumberListField
        label="Self-timer"
        unit="s"
        pointer="/abilities/timer_lengths_s"
        :values="body.abilities.timer_lengths_s ?? null"
        empty-means="as most bodies"
        none="none"
        hint="“none” where it has none"
        @change="(timer_lengths_s) => change({ timer_lengths_s })" />
      <NumberListField
        label="Release delay"
        unit="s"
        pointer="/abilities/release_delays_s"
        :values="body.abilities.release_delays_s ?? null"
        empty-means="as most bodies"
        none="none"
        hint="After curtain or mirror"
        @change="(release_delays_s) => change({ release_delays_s })" />
      <NumberListField
        :key="distanceUnit"
        label="Zone focus, distances"
        :unit="distanceUnit"
        pointer="/abilities/focus_steps_m"
        :values="body.abilities.focus_steps_m"
        empty-means="any"
        :parse="parseDistance"
        :format="writeDistance"
        @change="(steps) => change({ focus_steps_m: steps ?? [] })" />
      <NumberListField
        :key="`depth ${distanceUnit}`"
        label="Zone focus, depths"
        :unit="distanceUnit"
        pointer="/abilities/zone_depths_m"
        :values="body.abilities.zone_depths_m"
        empty-means="any"
        :parse="parseDistance"
        :format="writeDistance"
        @change="(depths) => change({ zone_depths_m: depths ?? [] })" />
      <NumberListField
        label="Magnifier goes through"
        unit="×"
        pointer="/abilities/magnifier_steps"
        :values="body.abilities.magnifier_steps"
        empty-means="one step"
        @change="(steps) => change({ magnifier_steps: steps ?? [] })" />
      <NamedSelect
        label="A storage place can be told to hold"
        mode="multiple"
        placeholder="all it can"
        :value="body.abilities.place_contents"
        :options="CONTENTS"
        @update:value="(chosen: unknown) => change({ place_contents: chosen as Abilities['place_contents'] })" />
      <NumberField
        label="Busy after a dark frame"
        pointer="/abilities/dark_frame_share"
        unit="× the time"
        :value="body.abilities.dark_frame_share"
        :least="0"
        :most="4"
        @update:value="(v) => change({ dark_frame_share: v! })" />
      <NumberField
        label="Busy after joined frames"
        pointer="/abilities/hdr_busy_s"
        unit="s"
        optional
        empty-means="unknown"
        :value="body.abilities.hdr_busy_s ?? null"
        :least="0"
        @update:value="(hdr_busy_s) => change({ hdr_busy_s })" />
      <BodyProgram class="wide" :program="body.abilities.long_time_program ?? null" @change="(long_time_program) => change({ long_time_program })" />
    </div>
  </section>
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
}

.flags {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
}
</style>
