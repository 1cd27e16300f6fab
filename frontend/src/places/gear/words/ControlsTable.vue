<script setup lang="ts">
/** The controls a body has, where they lie on the drawing, what each may do and how easily it is moved by accident. */
import { Button, Select } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Control } from '@/api/types'
import LineField from '@/shared/LineField.vue'
import NumberField from '@/shared/NumberField.vue'
import BodyDrawing from '@/camera/BodyDrawing.vue'
import { useFunctions } from '@/camera/functions'

/** owner: whose controls, so that what is half typed stays with its body. */
defineProps<{ owner: string }>()
const controls = defineModel<Control[]>('controls', { required: true })
const { labelOf, choices } = useFunctions()
const drawn = computed(() => controls.value.map((control) => ({ ...control, does: labelOf(control.assigned) })))
const selected = ref<string | null>(null)
const KINDS: Control['kind'][] = ['button', 'dial', 'joystick', 'ring', 'touch', 'switch']
const FACES: Control['face'][] = ['top', 'back', 'front', 'lens']
const KNOCKS = [
  { value: 0.03, label: 'hardly ever' },
  { value: 0.1, label: 'now and then' },
  { value: 0.25, label: 'often' },
  { value: 0.4, label: 'all the time' },
]
const nearest = (knocks: number): number =>
  KNOCKS.reduce((best, each) => (Math.abs(each.value - knocks) < Math.abs(best - knocks) ? each.value : best), KNOCKS[0]!.value)
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
    <div v-if="picked" class="form">
      <label
        ><span class="soft">Its name</span
        ><LineField
          :pointer="`${owner}/controls/${picked.id}/label`"
          :value="picked.label"
          label="Name of the control"
          @change="(text) => change(picked!.id, { label: text.trim() || picked!.label })"
      /></label>
      <label
        ><span class="soft">Kind</span
        ><select
          class="line"
          :value="picked.kind"
          @change="change(picked.id, { kind: ($event.target as HTMLSelectElement).value as Control['kind'] })">
          <option v-for="kind in KINDS" :key="kind">{{ kind }}</option>
        </select></label
      >
      <label
        ><span class="soft">Side</span
        ><select
          class="line"
          :value="picked.face"
          @change="change(picked.id, { face: ($event.target as HTMLSelectElement).value as Control['face'] })">
          <option v-for="face in FACES" :key="face">{{ face }}</option>
        </select></label
      >
      <NumberField
        label="From the left"
        unit="%"
        :pointer="`${owner}/controls/${picked.id}/x`"
        :value="Math.round(picked.x * 100)"
        :least="0"
        :most="100"
        @update:value="(v) => change(picked!.id, { x: v! / 100 })" />
      <NumberField
        label="From above"
        unit="%"
        :pointer="`${owner}/controls/${picked.id}/y`"
        :value="Math.round(picked.y * 100)"
        :least="0"
        :most="100"
        @update:value="(v) => change(picked!.id, { y: v! / 100 })" />
      <NumberField
        label="Seconds to use"
        unit="s"
        :pointer="`${owner}/controls/${picked.id}/seconds`"
        :value="picked.seconds ?? 0.6"
        :least="0"
        :most="60"
        @update:value="(v) => change(picked!.id, { seconds: v! })" />
      <label
        ><span class="soft">Moved by accident</span
        ><select
          class="line"
          :value="nearest(picked.knocks ?? 0.05)"
          @change="change(picked.id, { knocks: Number(($event.target as HTMLSelectElement).value) })">
          <option v-for="each in KNOCKS" :key="each.value" :value="each.value">{{ each.label }}</option>
        </select></label
      >
      <label class="check"
        ><input type="checkbox" :checked="picked.in_finder" @change="change(picked.id, { in_finder: ($event.target as HTMLInputElement).checked })" />
        found with the eye at the finder</label
      >
      <div class="wide">
        <span class="soft">What it may do</span
        ><Select
          mode="multiple"
          class="may"
          :value="picked.functions"
          :options="choices"
          option-filter-prop="label"
          aria-label="What it may do"
          @update:value="(chosen) => change(picked!.id, { functions: chosen as string[] })" />
      </div>
      <label
        ><span class="soft">Does now</span
        ><select class="line" :value="picked.assigned" @change="change(picked.id, { assigned: ($event.target as HTMLSelectElement).value })">
          <option v-for="id in picked.functions" :key="id" :value="id">{{ labelOf(id) }}</option>
        </select></label
      >
      <label
        ><span class="soft">Pressed and turned</span
        ><select
          class="line"
          :value="picked.turned ?? ''"
          @change="
            change(picked.id, {
              turned: ($event.target as HTMLSelectElement).value || null,
              press_turn: ($event.target as HTMLSelectElement).value !== '',
            })
          ">
          <option value="">cannot</option>
          <option v-for="id in ['aperture', 'shutter', 'iso', 'comp']" :key="id" :value="id">{{ labelOf(id) }}</option>
        </select></label
      >
      <button class="link" @click="drop(picked.id)">It has no such control</button>
    </div>
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

.form {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  gap: 8px 12px;
  align-items: start;
}

.wide {
  grid-column: 1 / -1;
}

.may {
  width: 100%;
}

@media (max-width: 900px) {
  .controls {
    grid-template-columns: 1fr;
  }
}
</style>
