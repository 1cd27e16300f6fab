<script setup lang="ts">
import { Modal } from 'ant-design-vue'
import { shortcuts } from '@/shared/shortcuts'
import { useReturningFocus } from '@/shared/useReturningFocus'

const emit = defineEmits<{ close: [] }>()
useReturningFocus()
</script>

<template>
  <Modal open title="Shortcuts of this place" :footer="null" @cancel="emit('close')">
    <dl>
      <template v-for="item in shortcuts" :key="item.keys + item.does">
        <dt>{{ item.keys }}</dt>
        <dd>{{ item.does }}</dd>
      </template>
      <dt>← →</dt>
      <dd>On a ruler or in the exposure field: a third of a stop</dd>
      <dt>Page Up, Page Down</dt>
      <dd>On a ruler: one stop</dd>
      <dt>Backspace</dt>
      <dd>On a ruler: release the pin</dd>
    </dl>
  </Modal>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 4px 18px;
}

dt {
  font-weight: 600;
}
</style>
