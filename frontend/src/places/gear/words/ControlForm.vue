<script setup lang="ts">
/** One control: where it lies, how large it is, what it may do and what it does. */
import type { Control } from '@/api/types'
import { useFunctions } from '@/camera/functions'
import LineField from '@/shared/LineField.vue'
import NamedSelect from '@/shared/NamedSelect.vue'
import NumberField from '@/shared/NumberField.vue'
import ControlBrings from './ControlBrings.vue'
import { doing, offering } from './controlRules'

/** owner: whose control, so that what is half typed stays with its body. */
defineProps<{ owner: string; control: Control }>()
const emit = defineEmits<{ change: [part: Partial<Control>]; drop: [] }>()
const { labelOf, choices } = useFunctions()
const KINDS: Control['kind'][] = ['button', 'dial', 'joystick', 'pad', 'ring', 'touch', 'swipe', 'switch', 'lever']
const FACES: Control['face'][] = ['top', 'back', 'front', 'lens']
const KNOCKS = [
  { value: 0.03, label: 'hardly ever' },
  { value: 0.1, label: 'now and then' },
  { value: 0.25, label: 'often' },
  { value: 0.4, label: 'all the time' },
]
const nearest = (knocks: number): number =>
  KNOCKS.reduce((best, each) => (Math.abs(each.value - knocks) < Math.abs(best - knocks) ? each.value : best), KNOCKS[0]!.value)
</script>

<template>
  <div class="form">
    <label
      ><span class="soft">Its name</span
      ><LineField
        :pointer="`${owner}/controls/${control.id}/label`"
        :value="control.label"
        label="Name of the control"
        @change="(text) => emit('change', { label: text.trim() || control.label })"
    /></label>
    <label
      ><span class="soft">Kind</span
      ><select class="line" :value="control.kind" @change="emit('change', { kind: ($event.target as HTMLSelectElement).value as Control['kind'] })">
        <option v-for="kind in KINDS" :key="kind">{{ kind }}</option>
      </select></label
    >
    <label
      ><span class="soft">Side</span
      ><select class="line" :value="control.face" @change="emit('change', { face: ($event.target as HTMLSelectElement).value as Control['face'] })">
        <option v-for="face in FACES" :key="face">{{ face }}</option>
      </select></label
    >
    <NumberField
      label="From the left"
      unit="%"
      :pointer="`${owner}/controls/${control.id}/x`"
      :value="Math.round(control.x * 100)"
      :least="0"
      :most="100"
      @update:value="(v) => emit('change', { x: v! / 100 })" />
    <NumberField
      label="From above"
      unit="%"
      :pointer="`${owner}/controls/${control.id}/y`"
      :value="Math.round(control.y * 100)"
      :least="0"
      :most="100"
      @update:value="(v) => emit('change', { y: v! / 100 })" />
    <NumberField
      label="Width"
      unit="mm"
      :pointer="`${owner}/controls/${control.id}/width_mm`"
      :value="control.width_mm"
      :above="0"
      :most="200"
      @update:value="(v) => emit('change', { width_mm: v! })" />
    <NumberField
      label="Height"
      unit="mm"
      :pointer="`${owner}/controls/${control.id}/height_mm`"
      :value="control.height_mm"
      :above="0"
      :most="200"
      @update:value="(v) => emit('change', { height_mm: v! })" />
    <NumberField
      label="Seconds to use"
      unit="s"
      :pointer="`${owner}/controls/${control.id}/seconds`"
      :value="control.seconds ?? 0.6"
      :least="0"
      :most="60"
      @update:value="(v) => emit('change', { seconds: v! })" />
    <label
      ><span class="soft">Moved by accident</span
      ><select
        class="line"
        :value="nearest(control.knocks ?? 0.05)"
        @change="emit('change', { knocks: Number(($event.target as HTMLSelectElement).value) })">
        <option v-for="each in KNOCKS" :key="each.value" :value="each.value">{{ each.label }}</option>
      </select></label
    >
    <label class="check"
      ><input type="checkbox" :checked="control.in_finder" @change="emit('change', { in_finder: ($event.target as HTMLInputElement).checked })" />
      found with the eye at the finder</label
    >
    <div class="wide">
      <NamedSelect
        label="What it may do"
        mode="multiple"
        :value="control.functions"
        :options="choices"
        option-filter-prop="label"
        @update:value="(chosen: unknown) => emit('change', offering(control, chosen as string[]))" />
    </div>
    <label
      ><span class="soft">Does now</span
      ><select class="line" :value="control.assigned" @change="emit('change', doing(control, ($event.target as HTMLSelectElement).value))">
        <option v-for="id in control.functions" :key="id" :value="id">{{ labelOf(id) }}</option>
      </select></label
    >
    <label
      ><span class="soft">{{ control.kind === 'lever' ? 'Pushed on past its end' : 'Pressed and turned' }}</span
      ><select
        class="line"
        :value="control.turned ?? ''"
        @change="
          emit('change', {
            turned: ($event.target as HTMLSelectElement).value || null,
            press_turn: control.kind !== 'lever' && ($event.target as HTMLSelectElement).value !== '',
          })
        ">
        <option value="">cannot</option>
        <option v-for="id in control.kind === 'lever' ? control.functions : ['aperture', 'shutter', 'iso', 'comp']" :key="id" :value="id">
          {{ labelOf(id) }}
        </option>
      </select></label
    >
    <ControlBrings :control="control" @change="(part) => emit('change', part)" />
    <button class="link" @click="emit('drop')">It has no such control</button>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  gap: 8px 12px;
  align-items: start;
}

label > .soft {
  font-size: 12px;
}

.wide {
  grid-column: 1 / -1;
}
</style>
