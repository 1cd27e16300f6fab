<script setup lang="ts">
/** A new lens from the line people call it by, or from a kind. */
import { Button } from 'ant-design-vue'
import { ref, shallowRef } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { Lens, StartingKit } from '@/api/types'
import LineField from '@/shared/LineField.vue'

const props = defineProps<{ lens: Lens }>()
const emit = defineEmits<{ change: [changes: Partial<Lens>] }>()
const kit = shallowRef<StartingKit | null>(null)
const problem = ref('')
answered(client.GET('/api/v1/gear/starting'))
  .then((found) => (kit.value = found))
  .catch((error: Error) => (problem.value = error.message))

const take = (lens: Lens): void => emit('change', { ...lens, id: props.lens.id, built_into: props.lens.built_into ?? null })
async function read(text: string): Promise<void> {
  problem.value = ''
  if (!text.trim()) return
  try {
    take(await answered(client.POST('/api/v1/gear/lens-line', { body: { text } })))
  } catch (error) {
    problem.value =
      error instanceof Problem && error.status === 422 ? 'Name focal length and aperture, like 70–200 mm f/2.8.' : (error as Error).message
  }
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
