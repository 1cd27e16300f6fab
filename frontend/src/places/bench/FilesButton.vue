<script setup lang="ts">
/** A button that asks for several files; they may also be dropped on it. */
import { Button } from 'ant-design-vue'
import { ref } from 'vue'

defineProps<{ label: string; disabled?: boolean }>()
const emit = defineEmits<{ files: [files: File[]] }>()
const picker = ref<HTMLInputElement | null>(null)

function take(event: Event): void {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  input.value = ''
  if (files.length) emit('files', files)
}
function drop(event: DragEvent): void {
  const files = [...(event.dataTransfer?.files ?? [])]
  if (files.length) emit('files', files)
}
</script>

<template>
  <span>
    <input ref="picker" class="visually-hidden" type="file" multiple :aria-label="label" tabindex="-1" @change="take" />
    <Button type="primary" :disabled="disabled" @click="picker?.click()" @dragover.prevent @drop.prevent="drop"><slot /></Button>
  </span>
</template>
