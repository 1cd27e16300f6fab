<script setup lang="ts">
/** A new body in a minute: a class to begin with, and a specification sheet pasted over it. Its own lens comes along. */
import { Button } from 'ant-design-vue'
import { ref, shallowRef } from 'vue'
import type { Body, Lens, ReadSheet } from '@/api/types'
import { readSheet, useStartingKit } from '@/planning/kitTexts'
import SheetRead from '@/planning/SheetRead.vue'
import { edit } from '@/saving/undo'
import { newId } from '@/shared/ids'
import LineField from '@/shared/LineField.vue'

const props = defineProps<{ body: Body; isNew: boolean }>()
const emit = defineEmits<{ change: [changes: Partial<Body>] }>()
const read = shallowRef<ReadSheet | null>(null)
const text = ref('')
/** It stays open while it is used, though the body is no longer new after the first answer. */
const open = ref(props.isNew)
const problem = ref('')
const kit = useStartingKit((reason) => (problem.value = reason))

function takeLens(lens: Lens | null | undefined): void {
  if (lens) edit('lenses', { ...lens, id: newId(), built_into: props.body.id })
}
function begin(id: string): void {
  const chosen = kit.value?.bodies.find((each) => each.id === id)
  if (!chosen) return
  emit('change', { ...chosen.body, id: props.body.id, name: props.isNew ? `My ${chosen.label} camera` : props.body.name })
  takeLens(chosen.lens)
}
async function take(): Promise<void> {
  problem.value = ''
  if (!text.value.trim()) return
  try {
    read.value = await readSheet(text.value, props.body)
    emit('change', { ...read.value.body, id: props.body.id })
    takeLens(read.value.lens)
    text.value = ''
  } catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <details class="start" :open="open">
    <summary>Begin from a class, or from its specification sheet’s text</summary>
    <p v-if="kit" class="classes" role="group" aria-label="Classes to begin with">
      <Button v-for="each in kit.bodies" :key="each.id" size="small" :title="each.says" @click="begin(each.id)">{{ each.label }}</Button>
    </p>
    <LineField
      label="Specification sheet"
      pointer="/sheet"
      :rows="4"
      :most="40000"
      placeholder="Paste it here: 33 MP, 36 × 24 mm, ISO 100–51,200, shutter 1/8000 s, 10 fps …"
      :value="text"
      @change="
        (typed) => {
          text = typed
          void take()
        }
      " />
    <p class="soft">It is read when you leave the field; what is not understood is listed. Undo takes it back.</p>
    <p v-if="problem" class="stop" role="alert">{{ problem }}</p>
    <SheetRead v-if="read" :read="read" />
  </details>
</template>

<style scoped>
.start {
  display: grid;
  gap: 6px;
  margin-bottom: 12px;
}

summary {
  cursor: pointer;
}

.classes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 6px 0;
}
</style>
