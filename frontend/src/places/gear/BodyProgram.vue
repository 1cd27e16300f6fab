<script setup lang="ts">
/** A program that alone gives long times: its name, how long, and what it takes away while it is on. */
import { Button, Select } from 'ant-design-vue'
import { computed, useId } from 'vue'
import type { LongTimeProgram } from '@/api/types'
import { shutterText } from '@/shared/format'
import LineField from '@/shared/LineField.vue'
import NumberField from '@/shared/NumberField.vue'
import { parseShutter } from '@/shared/numbers'
import { tables } from '@/shared/tables'

const props = defineProps<{ program: LongTimeProgram | null }>()
const emit = defineEmits<{ change: [program: LongTimeProgram | null] }>()
const id = useId()
const change = (part: Partial<LongTimeProgram>): void => {
  if (props.program) emit('change', { ...props.program, ...part })
}

/** Options of every setting, as "Setting: option"; taken away one by one. */
const options = computed(() =>
  (tables.value?.settings ?? []).flatMap((entry) =>
    entry.options.map((option) => ({ value: `${entry.id}/${option.id}`, label: `${entry.label}: ${option.label}` })),
  ),
)
const taken = computed(() => (props.program?.takes_away ?? []).flatMap((loss) => loss.options.map((option) => `${loss.setting}/${option}`)))
function takeAway(chosen: string[]): void {
  const found = new Map<string, string[]>()
  for (const each of chosen) {
    const [setting, option] = each.split('/') as [string, string]
    found.set(setting, [...(found.get(setting) ?? []), option])
  }
  change({ takes_away: [...found].map(([setting, lost]) => ({ setting, options: lost })) as LongTimeProgram['takes_away'] })
}
</script>

<template>
  <div v-if="program" class="program">
    <label class="field">
      Program for long times
      <LineField
        label="Program for long times"
        pointer="/abilities/long_time_program/name"
        :value="program.name"
        @change="(name) => change({ name: name.trim() || program!.name })" />
    </label>
    <NumberField
      label="Gives times up to"
      pointer="/abilities/long_time_program/longest_s"
      unit="s"
      :value="program.longest_s"
      :above="0"
      :parse="parseShutter"
      :format="shutterText"
      @update:value="(v) => change({ longest_s: v! })" />
    <div class="field away">
      <label :for="id">Takes away meanwhile</label>
      <Select
        :id="id"
        mode="multiple"
        :value="taken"
        :options="options"
        option-filter-prop="label"
        aria-label="Takes away meanwhile"
        @update:value="(chosen) => takeAway((chosen as string[]) ?? [])" />
    </div>
    <button type="button" class="link" @click="emit('change', null)">It has no such program</button>
  </div>
  <div v-else>
    <Button size="small" @click="emit('change', { name: 'Night program', longest_s: 30, takes_away: [] })"> Long times in one program only </Button>
  </div>
</template>

<style scoped>
.program {
  display: grid;
  grid-template-columns: 1fr 1fr 2fr auto;
  gap: 10px 14px;
  align-items: end;
}

@media (max-width: 900px) {
  .program {
    grid-template-columns: 1fr;
  }
}
</style>
