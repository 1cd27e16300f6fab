<script setup lang="ts">
/** The controls a body has, where they lie on the drawing, what each may do and how easily it is moved by accident. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Control } from '@/api/types'
import BodyDrawing from '@/camera/BodyDrawing.vue'
import { useFunctions } from '@/camera/functions'
import ControlForm from './ControlForm.vue'

/** owner: whose controls, so that what is half typed stays with its body. */
defineProps<{ owner: string }>()
const controls = defineModel<Control[]>('controls', { required: true })
const { labelOf } = useFunctions()
const drawn = computed(() => controls.value.map((control) => ({ ...control, does: labelOf(control.assigned) })))
const selected = ref<string | null>(null)
const change = (id: string, part: Partial<Control>): void =>
  void (controls.value = controls.value.map((control) => (control.id === id ? { ...control, ...part } : control)))
const drop = (id: string): void => void (controls.value = controls.value.filter((control) => control.id !== id))
function add(): void {
  let number = controls.value.length + 1
  while (controls.value.some((control) => control.id === `own_${number}`)) number += 1
  const fresh: Control = {
    id: `own_${number}`,
    label: `button ${number}`,
    kind: 'button',
    face: 'back',
    x: 0.75,
    y: 0.75,
    hand: 'right thumb',
    in_finder: true,
    seconds: 0.6,
    functions: ['off'],
    assigned: 'off',
    turned: null,
    setting: null,
    press_turn: false,
    knocks: 0.03,
    width_mm: 8,
    height_mm: 8,
    area: null,
    members: [],
    held: 'as_set',
    after_press: false,
    review_functions: [],
    in_review: 'off',
    kept_by_mode: false,
    by_mode: {},
  }
  controls.value = [...controls.value, fresh]
  selected.value = fresh.id
}
const picked = computed(() => controls.value.find((control) => control.id === selected.value) ?? null)
</script>

<template>
  <div class="controls">
    <BodyDrawing :controls="drawn" :selected="selected" @pick="(id) => (selected = id)" />
    <div class="side">
      <ol>
        <li v-for="(control, k) in controls" :key="control.id">
          <button class="plain" :class="{ on: control.id === selected }" @click="selected = control.id">
            {{ k + 1 }} {{ control.label }} <span class="soft">{{ labelOf(control.assigned) }}</span>
          </button>
        </li>
      </ol>
      <Button size="small" @click="add">Add a control</Button>
    </div>
    <ControlForm v-if="picked" :owner="owner" :control="picked" @change="(part) => change(picked!.id, part)" @drop="drop(picked.id)" />
    <p v-else class="soft">Choose a control to say more about it.</p>
  </div>
</template>

<style scoped>
.controls {
  display: grid;
  grid-template-columns: 340px 220px minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}

ol {
  margin-bottom: 8px;
  padding: 0;
  list-style: none;
}

.on {
  font-weight: 600;
}

@media (max-width: 900px) {
  .controls {
    grid-template-columns: 1fr;
  }
}
</style>
