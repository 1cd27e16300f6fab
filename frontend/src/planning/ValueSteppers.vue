<script setup lang="ts">
/** Shutter, aperture and ISO for the thumb: large steps of a third, what each value means, and whether it is held. */
import { computed } from 'vue'
import type { Body, Lens, Pin, Plan } from '@/api/types'
import { isPinned } from './pins'
import { endsOf, rulerModels } from './rulerModels'

const props = defineProps<{ plan: Plan; body: Body; lens: Lens; pins: readonly Pin[] }>()
const emit = defineEmits<{ hold: [setting: string, value: number]; release: [setting: string] }>()
const SHOWN = ['shutter_s', 'aperture', 'iso']
const models = computed(() =>
  rulerModels(props.plan, endsOf(props.plan, props.body, props.lens), null, null).filter((model) => SHOWN.includes(model.setting)),
)
</script>

<template>
  <div class="steppers">
    <div v-for="model in models" :key="model.setting" class="stepper">
      <button
        class="plain step"
        type="button"
        :aria-label="`${model.name}: a third less`"
        :disabled="model.fixed || model.marker === null"
        @click="model.marker !== null && emit('hold', model.setting, model.nudge(model.marker, -1))">
        −
      </button>
      <div class="said">
        <span class="label">{{ model.name }}</span>
        <b>{{ model.valueText }}</b>
        <button v-if="isPinned(pins, model.setting)" class="link" type="button" @click="emit('release', model.setting)">held · release</button>
        <span v-else class="soft meaning">{{ model.meaning }}</span>
      </div>
      <button
        class="plain step"
        type="button"
        :aria-label="`${model.name}: a third more`"
        :disabled="model.fixed || model.marker === null"
        @click="model.marker !== null && emit('hold', model.setting, model.nudge(model.marker, 1))">
        +
      </button>
    </div>
  </div>
</template>

<style scoped>
.steppers {
  display: grid;
  gap: 6px;
}

.stepper {
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr) 56px;
  align-items: center;
  border: 1px solid var(--rule);
  background: var(--sheet);
}

.step {
  height: 56px;
  font-size: 24px;
  text-align: center;
}

.step:disabled {
  opacity: 0.4;
}

.said {
  display: grid;
  justify-items: center;
  line-height: 1.2;
}

b {
  font-size: 19px;
  font-stretch: 85%;
}

.meaning {
  max-width: 100%;
  overflow: hidden;
  font-size: 12px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
