<script setup lang="ts">
import { Modal } from 'ant-design-vue'
import { shortcuts } from '@/shared/shortcuts'
import { OWN_WORDS } from '@/shared/ownWords'
import { useReturningFocus } from '@/shared/useReturningFocus'

const emit = defineEmits<{ close: [] }>()
useReturningFocus(() => emit('close'))
</script>

<template>
  <Modal open title="Help: keys of this place, and words" :footer="null" @cancel="emit('close')">
    <dl>
      <template v-for="item in shortcuts" :key="item.keys + item.does">
        <dt>{{ item.keys }}</dt>
        <dd>{{ item.does }}</dd>
      </template>
      <dt>← →</dt>
      <dd>On a ruler or in the exposure field: a third of a stop</dd>
      <dt>Page Up, Page Down</dt>
      <dd>On a ruler: one stop</dd>
      <dt>Home, End</dt>
      <dd>On a ruler: as far as no hard limit bars</dd>
      <dt>Backspace</dt>
      <dd>On a ruler: release the pin</dd>
    </dl>
    <h2>What the words mean</h2>
    <dl>
      <template v-for="[word, meaning] in OWN_WORDS" :key="word">
        <dt>{{ word }}</dt>
        <dd>{{ meaning }}</dd>
      </template>
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

h2 {
  margin: 16px 0 6px;
}
</style>
