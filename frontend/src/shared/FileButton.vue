<script setup lang="ts">
/** A button that asks for a file; the same file may be chosen again. */
import { Button } from 'ant-design-vue'
import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'

const props = defineProps<{ label: string; accept: string; disabled?: boolean }>()
const emit = defineEmits<{ file: [file: File] }>()
const picker = ref<HTMLInputElement | null>(null)

/** A file of its kind dropped anywhere on the page comes here. */
const over = ref(false)
const fits = (file: File): boolean =>
  props.accept.split(',').some((kind) => file.name.toLowerCase().endsWith(kind.trim().toLowerCase()) || file.type === kind.trim())
const holdsFiles = (event: DragEvent): boolean => !props.disabled && [...(event.dataTransfer?.types ?? [])].includes('Files')
useEventListener(document, 'dragover', (event: DragEvent) => {
  if (!holdsFiles(event) || event.defaultPrevented) return
  event.preventDefault()
  over.value = true
})
useEventListener(document, ['dragleave', 'dragend'], (event: DragEvent) => event.relatedTarget === null && (over.value = false))
useEventListener(document, 'drop', (event: DragEvent) => {
  over.value = false
  const file = [...(event.dataTransfer?.files ?? [])].find(fits)
  if (!holdsFiles(event) || event.defaultPrevented || !file) return
  event.preventDefault()
  emit('file', file)
})

function take(event: Event): void {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file) emit('file', file)
}
</script>

<template>
  <input ref="picker" class="visually-hidden" type="file" :accept="accept" :aria-label="label" tabindex="-1" @change="take" />
  <Button :disabled="disabled" :class="{ over }" @click="picker?.click()">{{ over ? 'Drop it anywhere' : '' }}<slot v-if="!over" /></Button>
</template>

<style scoped>
.over {
  outline: 2px dashed var(--move);
  outline-offset: 2px;
}
</style>
