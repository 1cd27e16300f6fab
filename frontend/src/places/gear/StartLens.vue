<script setup lang="ts">
/** A new lens from the line people call it by, or from a kind. */
import { Button } from 'ant-design-vue'
import { ref } from 'vue'
import type { Lens } from '@/api/types'
import { readLensLine, useStartingKit } from '@/planning/kitTexts'
import LineField from '@/shared/LineField.vue'

const props = defineProps<{ lens: Lens }>()
const emit = defineEmits<{ change: [changes: Partial<Lens>] }>()
const problem = ref('')
const kit = useStartingKit((reason) => (problem.value = reason))

const take = (lens: Lens): void => emit('change', { ...lens, id: props.lens.id, built_into: props.lens.built_into ?? null })
async function read(text: string): Promise<void> {
  const { lens, wrong } = await readLensLine(text)
  problem.value = wrong
  if (lens) take(lens)
}
</script>

<template>
  <div class="start">
    <div class="field">
      <span class="caption" aria-hidden="true">Type what it is called, or begin from a kind</span>
      <LineField label="What the lens is called" pointer="/line" placeholder="70–200 mm f/2.8" value="" @change="read" />
      <p v-if="problem" class="stop note" role="alert">{{ problem }}</p>
    </div>
    <p v-if="kit" class="kinds" role="group" aria-label="Kinds to begin with">
      <Button v-for="each in kit.lenses" :key="each.id" size="small" :title="each.lens.name" @click="take(each.lens)">{{ each.label }}</Button>
    </p>
  </div>
</template>

<style scoped>
.start {
  display: grid;
  gap: 8px;
  max-width: 620px;
  margin-bottom: 14px;
}

.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
