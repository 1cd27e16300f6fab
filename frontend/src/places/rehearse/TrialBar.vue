<script setup lang="ts">
/** What was tried here and does not stand in the plan yet. */
import { Button } from 'ant-design-vue'

defineProps<{ tried: string[]; ready: boolean }>()
const emit = defineEmits<{ hold: []; drop: [] }>()
</script>

<template>
  <div class="trial" role="status">
    <p><b>Tried:</b> {{ tried.join(', ') || 'the meter exposes' }}</p>
    <Button size="small" type="primary" :disabled="!ready" @click="emit('hold')">Hold in the plan</Button>
    <button class="link" @click="emit('drop')">As planned</button>
  </div>
</template>

<style scoped>
.trial {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  padding: 6px 10px;
  border-left: 3px solid var(--move);
  background: var(--sheet);
  font-size: 12px;
}

.trial p {
  flex-basis: 100%;
}
</style>
