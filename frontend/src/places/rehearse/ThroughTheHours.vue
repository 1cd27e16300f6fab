<script setup lang="ts">
/** The frame through the situation's hours: a slider over the time, with the light of the sky at that minute. */
import { computed } from 'vue'
import RangeField from '@/shared/RangeField.vue'

const props = defineProps<{ from: number; to: number; at: number | null }>()
defineEmits<{ at: [minute: number | null] }>()
const clock = (minute: number): string => `${String(Math.floor(minute / 60) % 24).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`
const text = computed(() => (props.at === null ? `as planned, ${clock(props.from)} to ${clock(props.to)}` : clock(props.at)))
</script>

<template>
  <div class="hours">
    <RangeField
      label="Through the hours"
      :min="from"
      :max="to"
      :step="5"
      :text="text"
      :value="at ?? from"
      @update:value="(minute) => $emit('at', Math.round(minute))" />
    <button v-if="at !== null" class="link" @click="$emit('at', null)">As planned</button>
  </div>
</template>

<style scoped>
.hours {
  display: flex;
  gap: 12px;
  align-items: end;
}

.hours > :first-child {
  flex: 1;
}
</style>
