<script setup lang="ts">
/** A button that asks for a file; the same file may be chosen again. */
import { Button } from 'ant-design-vue'
import { ref } from 'vue'

defineProps<{ label: string; accept: string; disabled?: boolean }>()
const emit = defineEmits<{ file: [file: File] }>()
const picker = ref<HTMLInputElement | null>(null)

function take(event: Event): void {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file) emit('file', file)
}
</script>

<template>
  <input ref="picker" class="visually-hidden" type="file" :accept="accept" :aria-label="label" tabindex="-1" @change="take" />
  <Button :disabled="disabled" @click="picker?.click()"><slot /></Button>
</template>
