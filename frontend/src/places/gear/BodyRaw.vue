<script setup lang="ts">
/** Which raw variants of this body one's own software opens: tried once with a trial file, then never asked again. */
import { computed } from 'vue'
import type { Body } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { settingOf } from '@/shared/tables'

type File = Body['raw_tried'][number]['file']
type Tried = 'untried' | 'opens' | 'does_not'
const props = defineProps<{ body: Body }>()
const emit = defineEmits<{ change: [changes: Partial<Body>] }>()
const ANSWERS: { value: Tried; label: string }[] = [
  { value: 'untried', label: 'not tried yet' },
  { value: 'opens', label: 'opens' },
  { value: 'does_not', label: 'does not open' },
]
const variants = computed(() => {
  const declared = props.body.support.find((each) => each.setting === 'file')?.options
  return (settingOf('file')?.options ?? []).filter((option) => option.id.startsWith('raw') && (!declared || declared.includes(option.id)))
})
function triedOf(file: string): Tried {
  const found = props.body.raw_tried.find((each) => each.file === file)
  return found ? (found.opens ? 'opens' : 'does_not') : 'untried'
}
function answer(file: string, tried: Tried): void {
  const others = props.body.raw_tried.filter((each) => each.file !== file)
  emit('change', { raw_tried: tried === 'untried' ? others : [...others, { file: file as File, opens: tried === 'opens' }] })
}
</script>

<template>
  <section class="gear-part" aria-label="Raw variants">
    <h2>Raw variants</h2>
    <p class="soft">Take one trial file of each to your own software. One that does not open is not planned.</p>
    <div class="gear-fields">
      <ChoiceField
        v-for="variant in variants"
        :key="variant.id"
        :label="variant.label"
        :value="triedOf(variant.id)"
        :options="ANSWERS"
        @update:value="(tried) => answer(variant.id, tried)" />
    </div>
  </section>
</template>
