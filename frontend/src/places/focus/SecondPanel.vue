<script setup lang="ts">
/** A second setup beside the plan's: what is changed of it, and holding it in the plan. */
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import type { FocusSetup } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import RangeField from '@/shared/RangeField.vue'
import { apertureText } from '@/shared/format'
import { settingOf } from '@/shared/tables'
import { type Choice, type Lab, SETTING_OF } from './useLab'

const props = defineProps<{ lab: Lab }>()
const CHOICES: readonly { name: Choice; label: string; among?: readonly string[] }[] = [
  { name: 'mode', label: 'Mode', among: ['single', 'continuous', 'manual'] },
  {
    name: 'area',
    label: 'Area',
    among: ['pinpoint', 'single_point', 'expanded_point', 'small_zone', 'zone', 'wide_tracking', 'tracking_point', 'whole_area'],
  },
  { name: 'response', label: 'Response', among: ['locked_on', 'standard', 'responsive'] },
  { name: 'priority', label: 'Priority', among: ['release', 'balanced', 'focus'] },
  { name: 'detection', label: 'Detection' },
  { name: 'subject_motion', label: 'Motion the body expects' },
]
const optionsOf = (choice: (typeof CHOICES)[number]): { value: string; label: string }[] =>
  (settingOf(SETTING_OF[choice.name])?.options ?? [])
    .filter((option) => !choice.among || choice.among.includes(option.id))
    .map((option) => ({ value: option.id, label: option.label }))
const second = computed(() => props.lab.second.value)
function change(part: Partial<FocusSetup>): void {
  props.lab.note({ second: { ...props.lab.trial.value.second, ...part } })
}
const held = computed(() => Object.keys(props.lab.differs.value).length)
</script>

<template>
  <div class="panel">
    <p v-if="!second" class="soft">The plan’s own setup is tried. Set another one beside it on the same happenings.</p>
    <Button v-if="!second" @click="change({})">Try another beside it</Button>
    <template v-else>
      <ChoiceField
        v-for="choice in CHOICES"
        :key="choice.name"
        :label="choice.label"
        :options="optionsOf(choice)"
        :value="String(second[choice.name])"
        @update:value="(value) => change({ [choice.name]: value })" />
      <RangeField
        label="Aperture"
        :min="0"
        :max="6"
        :step="0.5"
        :text="apertureText(second.aperture)"
        :value="Math.round(4 * Math.log2(second.aperture / second.widest)) / 2"
        @update:value="(half) => change({ aperture: second!.widest * 2 ** (half / 2) })" />
      <RangeField
        label="Frames a second"
        :min="1"
        :max="30"
        :step="1"
        :text="`${second.frames_per_s}/s`"
        :value="second.frames_per_s"
        @update:value="(rate) => change({ frames_per_s: rate, blackout_s: Math.min(second!.blackout_s, 0.8 / rate) })" />
      <div class="row">
        <Button type="primary" :disabled="!held" @click="lab.holdInPlan()">Hold in the plan</Button>
        <Button @click="lab.note({ second: null })">Drop it</Button>
      </div>
      <p class="soft">
        {{
          held ? `${held} ${held === 1 ? 'setting differs' : 'settings differ'} from the plan.` : 'Nothing differs from the plan that it could hold.'
        }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
