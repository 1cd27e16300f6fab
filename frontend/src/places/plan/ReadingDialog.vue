<script setup lang="ts">
/** A reading on the spot: from your own meter, or from the simulated one that stands in for it. It overrides the model. */
import { Button, Modal } from 'ant-design-vue'
import { computed, ref, shallowRef, watch } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { DayOut, SkyCondition, SkyContext } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { clockText, evText, signedStops } from '@/shared/format'
import { parseClock } from '@/shared/numbers'
import NumberField from '@/shared/NumberField.vue'
import { optionsOf } from '@/planning/labels'
import { useReturningFocus } from '@/shared/useReturningFocus'

const props = defineProps<{ sky: SkyContext; atMin: number; condition: SkyCondition }>()
const emit = defineEmits<{ close: []; record: [reading: { ev100: number; at_min: number; condition: SkyCondition }] }>()
const at = ref(props.atMin)
const condition = ref(props.condition)
const typed = ref<number | null>(null)
const model = shallowRef<DayOut | null>(null)
const said = ref('')

async function askModel(): Promise<void> {
  try {
    const sky = { ...props.sky, readings: [] }
    model.value = await answered(
      client.POST('/api/v1/sky/day', {
        body: { sky, from_min: at.value, until_min: at.value + 10, step_min: 5, condition: condition.value, blocks: [] },
      }),
    )
  } catch (error) {
    said.value = error instanceof Problem ? error.message : String(error)
  }
}
watch([at, condition], () => void askModel(), { immediate: true })

async function meter(): Promise<void> {
  try {
    const shown = await answered(client.POST('/api/v1/sky/reading', { body: { sky: props.sky, at_min: at.value, condition: condition.value } }))
    typed.value = shown.ev100
    said.value = 'The simulated meter shows this: a sky of its own within the model’s band. Type what your meter shows instead.'
  } catch (error) {
    said.value = error instanceof Problem ? error.message : String(error)
  }
}
const off = computed(() => (typed.value === null || !model.value ? null : typed.value - model.value.ev100[0]!))
const writeClock = (minutes: number): string => (minutes >= 1440 ? `1+${clockText(minutes)}` : clockText(minutes))
useReturningFocus(() => emit('close'))
</script>

<template>
  <Modal open title="A reading on the spot" :footer="null" :width="440" @cancel="emit('close')">
    <form class="form" @submit.prevent>
      <NumberField
        label="Taken at"
        pointer="/at"
        :value="at"
        :format="writeClock"
        :parse="parseClock"
        @update:value="(value) => (at = value ?? at)" />
      <ChoiceField v-model:value="condition" label="In the light of" :options="optionsOf<SkyCondition>('sky')" />
      <NumberField
        label="The meter shows"
        pointer="/ev100"
        unit="EV"
        optional
        empty-means="at ISO 100"
        :value="typed"
        :least="-20"
        :most="40"
        @update:value="(value) => (typed = value)" />
      <Button class="meter" @click="meter">Simulated meter</Button>
    </form>
    <p v-if="model" class="soft">The model says {{ evText(model.ev100[0]!) }} ({{ evText(model.ev_low[0]!) }} to {{ evText(model.ev_high[0]!) }}).</p>
    <p v-if="off !== null">
      {{
        Math.abs(off) < 0.17
          ? 'The reading agrees with it.'
          : `The reading lies ${signedStops(off)} EV off it; from ${writeClock(at)} on the whole day is corrected by as much.`
      }}
    </p>
    <p v-if="said" class="soft" role="status">{{ said }}</p>
    <div class="foot">
      <Button @click="emit('close')">Cancel</Button>
      <Button type="primary" :disabled="typed === null" @click="emit('record', { ev100: typed!, at_min: Math.round(at), condition })"
        >Record the reading</Button
      >
    </div>
  </Modal>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 12px;
  margin-bottom: 10px;
}

.meter {
  align-self: end;
}

.foot {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
  margin-top: 12px;
}
</style>
