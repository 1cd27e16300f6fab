<script setup lang="ts">
/** What autofocus meets here: the brief's numbers and what is assumed beside them, to be put right. */
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import type { Scenario } from '@/api/types'
import RangeField from '@/shared/RangeField.vue'
import { FIGURES, type FigureField } from './words'
import type { Lab } from './useLab'
import { significant } from '@/shared/numberText'

const props = defineProps<{ lab: Lab; known: readonly Scenario[] }>()
const scene = computed(() => props.lab.scenario.value!)
const assumed = computed(() => new Set(props.lab.assumed.value?.assumed.map((each) => each.field)))
const changed = computed(() => Object.keys(props.lab.trial.value.scene).length > 0)
const valueOf = (field: FigureField): number => Number(scene.value[field.name])
const textOf = (field: FigureField): string => {
  const value = valueOf(field)
  const shown = field.unit === '' || field.unit === 'of the view' ? `${Math.round(value * 100)} %` : significant(value, 3)
  return `${shown} ${field.unit === 'of the view' ? field.unit : field.unit}`.trim()
}
function change(name: string, value: number): void {
  props.lab.note({ scene: { ...props.lab.trial.value.scene, [name]: value } })
}
function take(name: string): void {
  const found = props.known.find((each) => each.name === name)
  if (found) props.lab.note({ scene: { ...found } })
}
</script>

<template>
  <div class="panel">
    <p class="soft">{{ scene.title }}. What the brief does not say is assumed; drag it where you know better.</p>
    <RangeField
      v-for="field in FIGURES"
      :key="field.name"
      :label="`${field.label}${assumed.has(field.name) && !(field.name in lab.trial.value.scene) ? ', assumed' : ''}`"
      :min="field.min"
      :max="field.max"
      :step="field.step"
      :text="textOf(field)"
      :value="valueOf(field)"
      @update:value="(value) => change(field.name, value)" />
    <Button v-if="changed" @click="lab.note({ scene: {} })">As the brief has it</Button>
    <details>
      <summary>Scenarios of the lab</summary>
      <ul>
        <li v-for="each in known" :key="each.name">
          <button type="button" class="link" @click="take(each.name)">{{ each.title }}</button>
        </li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 7px;
}

ul {
  padding: 4px 0 0;
  list-style: none;
}

li button {
  min-height: 26px;
}
</style>
