<script setup lang="ts">
/** What the drawing assumes because the brief does not say: each can be corrected, and then is the brief's. */
import type { FrameRead, Situation } from '@/api/types'
import NumberField from '@/shared/NumberField.vue'

defineProps<{ assumptions: FrameRead['assumptions'] }>()
const emit = defineEmits<{ say: [part: Partial<Situation>] }>()
const LABELS: Record<string, string> = { background_ev100: 'Background', scene_range_ev: 'Range of the scene', background_m: 'Background distance' }
const ENDS: Record<string, [number, number]> = { background_ev100: [-14, 22], scene_range_ev: [0, 40], background_m: [0.01, 100_000] }
</script>

<template>
  <div class="assumed">
    <p><b>Assumed</b> <span class="soft">Put it right where you know better.</span></p>
    <ul>
      <li v-for="each in assumptions" :key="each.field">
        {{ each.sentence }}
        <NumberField
          v-if="each.value !== null && each.value !== undefined && LABELS[each.field]"
          :label="LABELS[each.field]!"
          :unit="each.unit"
          :pointer="`/situation/${each.field}`"
          late
          :value="each.value"
          :least="ENDS[each.field]![0]"
          :most="ENDS[each.field]![1]"
          @update:value="(value) => emit('say', { [each.field]: value } as Partial<Situation>)" />
      </li>
    </ul>
  </div>
</template>

<style scoped>
ul {
  display: grid;
  gap: 4px;
  margin: 0;
  padding-left: 16px;
  font-size: 12px;
}
</style>
