<script setup lang="ts">
/** Requests beyond the exposure: a sequence, a stack, whose hands, which files; each may be left to the plan. */
import { computed } from 'vue'
import type { Requests } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import NumberField from '@/shared/NumberField.vue'

const props = defineProps<{ requests: Requests }>()
const emit = defineEmits<{ requests: [changes: Partial<Requests>] }>()

const COMPUTED = { value: '', label: 'as computed' }
/** Requests of a few answers; true and false as yes and no. */
const CHOICES = [
  { id: 'focus_method', label: 'Focus', options: [['autofocus', 'by autofocus'], ['zone_focus', 'set to a distance, not touched']] },
  { id: 'back_button_af', label: 'Focus on a button at the back', options: [['true', 'yes'], ['false', 'no']] },
  { id: 'half_press_af', label: 'Focus on the release', options: [['true', 'yes'], ['false', 'no']] },
  { id: 'noise_reduction_long_exposure', label: 'Dark frame after long times', options: [['on', 'on'], ['off', 'off']] },
  { id: 'card_mode', label: 'Two cards', options: [['backup', 'the same on both'], ['overflow', 'one after the other'], ['raw_jpeg_split', 'raw on one, JPEG on the other']] },
  { id: 'clock_synced', label: 'Clocks of the bodies', options: [['true', 'set alike'], ['false', 'not set alike']] },
  { id: 'file_prefix', label: 'File names', options: [['per_body', 'a prefix for each body'], ['same', 'the same on all']] },
] as const // prettier-ignore
const optionsOf = (options: readonly (readonly [string, string])[]): { value: string; label: string }[] => [
  COMPUTED,
  ...options.map(([value, label]) => ({ value, label })),
]
function ask(id: (typeof CHOICES)[number]['id'], answer: string): void {
  const value = answer === '' ? null : answer === 'true' ? true : answer === 'false' ? false : answer
  emit('requests', { [id]: value } as Partial<Requests>)
}
const numbers = computed(() => [
  { id: 'burst_seconds' as const, label: 'Longest burst', unit: 's', most: undefined, hint: 'The buffer is counted against it' },
  { id: 'focus_stack_frames' as const, label: 'Frames stacked for depth', unit: '', most: 500, hint: undefined },
  { id: 'interval_s' as const, label: 'A frame every', unit: 's', most: undefined, hint: 'Of a sequence, begin to begin' },
  { id: 'sequence_frames' as const, label: 'Frames of the sequence', unit: '', most: 1_000_000, hint: undefined },
  { id: 'sequence_hours' as const, label: 'or for', unit: 'h', most: 10_000, hint: undefined },
])
</script>

<template>
  <NumberField
    v-for="each in numbers"
    :key="each.id"
    :label="each.label"
    :pointer="`/preferences/requests/${each.id}`"
    :unit="each.unit"
    optional
    empty-means="as computed"
    :value="requests[each.id] ?? null"
    :above="0"
    :most="each.most"
    :hint="each.hint"
    @update:value="(value) => emit('requests', { [each.id]: value })" />
  <ChoiceField
    v-for="each in CHOICES"
    :key="each.id"
    :label="each.label"
    :value="String(props.requests[each.id] ?? '')"
    :options="optionsOf(each.options)"
    @update:value="(answer) => ask(each.id, answer)" />
  <ChoiceField
    label="The camera changes hands"
    :value="requests.shared_camera ? 'yes' : 'no'"
    :options="[
      { value: 'no', label: 'no, only I hold it' },
      { value: 'yes', label: 'yes, somebody else takes it' },
    ]"
    @update:value="(answer) => emit('requests', { shared_camera: answer === 'yes' })" />
</template>
