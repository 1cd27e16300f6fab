<script setup lang="ts">
/** What belongs to a control beside its function: its area or list, held or toggled, what it does in review and in each mode. */
import { Checkbox } from 'ant-design-vue'
import { computed } from 'vue'
import type { Control } from '@/api/types'
import { useFunctions } from '@/camera/functions'
import ChoiceField from '@/shared/ChoiceField.vue'
import NamedSelect from '@/shared/NamedSelect.vue'
import { settingOf } from '@/shared/tables'
import { offeringInReview, STARTERS } from './controlRules'

const props = defineProps<{ control: Control }>()
const emit = defineEmits<{ change: [part: Partial<Control>] }>()
const { labelOf, listOf, reviewChoices } = useFunctions()
const optionsOf = (setting: string | null) => (settingOf(setting ?? '')?.options ?? []).map((option) => ({ value: option.id, label: option.label }))
const NO_AREA = ''
const areas = computed(() => [{ value: NO_AREA, label: 'the one that is set' }, ...optionsOf('af_area')])
const listed = computed(() => optionsOf(listOf(props.control.assigned)))
const HELD: { value: Control['held']; label: string }[] = [
  { value: 'as_set', label: 'as the body is set' },
  { value: 'hold', label: 'while it is held' },
  { value: 'toggle', label: 'until pressed again' },
]
const inReview = computed(() => reviewChoices.value.filter((each) => each.value === 'off' || props.control.review_functions.includes(each.value)))
const modes = computed(() => optionsOf('exposure_mode'))
const AS_ELSEWHERE = ''
const does = computed(() => [
  { value: AS_ELSEWHERE, label: 'as otherwise' },
  ...props.control.functions.map((id) => ({ value: id, label: labelOf(id) })),
])
const inMode = (mode: string): string => (props.control.by_mode as Record<string, string>)[mode] ?? AS_ELSEWHERE
function keep(mode: string, function_: string): void {
  const by_mode: Record<string, string> = { ...props.control.by_mode, [mode]: function_ }
  if (function_ === AS_ELSEWHERE) delete by_mode[mode]
  emit('change', { by_mode })
}
</script>

<template>
  <ChoiceField label="What it brings lasts" :value="control.held" :options="HELD" @update:value="(held) => emit('change', { held })" />
  <ChoiceField
    v-if="STARTERS.includes(control.assigned)"
    label="Its focus area"
    :value="control.area ?? NO_AREA"
    :options="areas"
    @update:value="(area) => emit('change', { area: (area || null) as Control['area'] })" />
  <div v-if="listed.length" class="wide">
    <NamedSelect
      label="Its list goes through"
      mode="multiple"
      placeholder="all the body has"
      :value="control.members"
      :options="listed"
      @update:value="(members: unknown) => emit('change', { members: members as string[] })" />
  </div>
  <div class="wide">
    <NamedSelect
      label="What it may do while a picture is looked at"
      mode="multiple"
      placeholder="nothing"
      :value="control.review_functions"
      :options="reviewChoices"
      @update:value="(chosen: unknown) => emit('change', offeringInReview(control, chosen as string[]))" />
  </div>
  <ChoiceField
    v-if="control.review_functions.length"
    label="In review"
    :value="control.in_review"
    :options="inReview"
    @update:value="(in_review) => emit('change', { in_review })" />
  <div class="wide flags">
    <Checkbox
      v-if="control.functions.includes('point')"
      :checked="control.after_press"
      @update:checked="(after_press: boolean) => emit('change', { after_press })">
      moves the point only after a press
    </Checkbox>
    <Checkbox
      :checked="control.kept_by_mode"
      @update:checked="(kept_by_mode: boolean) => emit('change', { kept_by_mode, by_mode: kept_by_mode ? control.by_mode : {} })">
      kept for each exposure mode
    </Checkbox>
  </div>
  <template v-if="control.kept_by_mode">
    <ChoiceField
      v-for="mode in modes"
      :key="mode.value"
      :label="`In ${mode.label}`"
      :value="inMode(mode.value)"
      :options="does"
      @update:value="(id) => keep(mode.value, id)" />
  </template>
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
