<script setup lang="ts">
/** How a drill is answered: a number on a scale, one of several, several in order. A place is clicked in the picture instead. */
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { DrillOut } from '@/api/types'
import { shutterWithUnit, signedStops } from '@/shared/format'
import { significant } from '@/shared/numberText'
import { distanceText } from '@/shared/units'
import { scaleOf } from './scale'
import type { Given } from './useDrill'

const props = defineProps<{ drill: DrillOut; done: boolean }>()
const emit = defineEmits<{ answer: [given: Given] }>()
const scale = computed(() => scaleOf(props.drill))
const at = ref(0.5)
const order = ref<string[]>([])
watch(
  () => [props.drill.kind, props.drill.seed],
  () => {
    at.value = 0.5
    order.value = []
  },
)
const number = computed(() => scale.value?.valueAt(at.value) ?? 0)
function inWords(value: number): string {
  const { measure } = props.drill
  if (measure === 'ev') return `${signedStops(value)} EV`
  if (measure === 's') return shutterWithUnit(value)
  return measure === 'm' ? distanceText(value) : `${significant(value, 3)} K`
}
const said = computed(() => inWords(number.value))
const labelOf = (id: string): string => props.drill.choices.find((choice) => choice.id === id)?.label ?? id
function press(id: string): void {
  if (!props.done) order.value = [...order.value, id]
}
</script>

<template>
  <form v-if="scale" class="answer" @submit.prevent="emit('answer', { number })">
    <label>
      <span class="label">Your answer</span>
      <b class="said">{{ said }}</b>
      <span class="ends soft" aria-hidden="true"
        ><span>{{ inWords(scale.valueAt(0)) }}</span
        ><span>{{ inWords(scale.valueAt(1)) }}</span></span
      >
      <input v-model.number="at" type="range" min="0" max="1" :step="scale.step" :aria-valuetext="said" :disabled="done" />
    </label>
    <Button v-if="!done" type="primary" html-type="submit">That is it</Button>
  </form>
  <div v-else-if="drill.measure === 'choice'" class="answer choices" role="group" aria-label="Your answer">
    <button
      v-for="(choice, k) in drill.choices"
      :key="choice.id"
      type="button"
      class="choice"
      :disabled="done"
      @click="emit('answer', { choice: choice.id })">
      <kbd>{{ k + 1 }}</kbd> {{ choice.label }}
    </button>
  </div>
  <div v-else-if="drill.measure === 'order'" class="answer">
    <ol class="order" aria-label="Your order" aria-live="polite">
      <li v-for="(id, k) in order" :key="k">{{ labelOf(id) }}</li>
    </ol>
    <div class="choices" role="group" aria-label="What the fingers do">
      <button v-for="(choice, k) in drill.choices" :key="choice.id" type="button" class="choice" :disabled="done" @click="press(choice.id)">
        <kbd>{{ k + 1 }}</kbd> {{ choice.label }}
      </button>
    </div>
    <p v-if="!done" class="row">
      <Button type="primary" :disabled="!order.length" @click="emit('answer', { order })">In this order</Button>
      <Button :disabled="!order.length" @click="order = order.slice(0, -1)">Take the last one back</Button>
    </p>
  </div>
</template>

<style scoped>
.answer {
  display: grid;
  gap: 10px;
  max-width: 560px;
}

.said {
  display: block;
  font-size: 20px;
}

.ends {
  display: flex;
  justify-content: space-between;
  font-size: 12px;
}

input[type='range'] {
  width: 100%;
  min-height: 32px;
}

.choices {
  display: grid;
  gap: 6px;
}

.choice {
  min-height: 40px;
  padding: 6px 12px;
  border: 1px solid var(--edge);
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.choice:hover:not(:disabled) {
  border-color: var(--move);
}

.choice:disabled {
  cursor: default;
}

kbd {
  display: inline-block;
  min-width: 20px;
  color: var(--soft);
}

.order {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  min-height: 28px;
  margin: 0;
  padding: 0;
  list-style: none;
  counter-reset: press;
}

.order li::before {
  counter-increment: press;
  content: counter(press) '. ';
  color: var(--soft);
}

.row {
  display: flex;
  gap: 10px;
}

@media (max-width: 760px) {
  .choice,
  input[type='range'] {
    min-height: 44px;
  }
}
</style>
