<script setup lang="ts">
/** What each control should do on this day, why, and what does not go together. */
import { computed, ref } from 'vue'
import type { Control, PackedBody, Phrasebook, ProposedControl } from '@/api/types'
import { settingOf } from '@/shared/tables'
import BodyDrawing, { type DrawnControl } from '@/camera/BodyDrawing.vue'
import { useFunctions } from '@/camera/functions'
import type { InPack } from '@/camera/usePack'

const props = defineProps<{ pack: InPack; packed: PackedBody; book: Phrasebook | null; usual: readonly Control[] }>()
const { labelOf, listOf, reviewLabelOf } = useFunctions()
const selected = ref<string | null>(null)
const controls = computed(() => (props.book?.controls?.length ? props.book.controls : props.usual))
const proposed = computed(() => new Map(props.packed.controls.controls.map((each) => [each.control, each])))
const troubled = computed(() => new Set(props.packed.controls.conflicts.flatMap((each) => each.controls)))
const drawn = computed<DrawnControl[]>(() =>
  controls.value.map((control) => {
    const it = proposed.value.get(control.id)
    return {
      ...control,
      does: it?.proposed_label ?? '',
      changed: it !== undefined && it.now !== it.proposed,
      troubled: troubled.value.has(control.id),
    }
  }),
)
const habit = (control: string): string => props.pack.decisions.value?.habits?.[props.packed.body_id]?.[control] ?? ''
const optionLabel = (setting: string | null, id: string): string => settingOf(setting ?? '')?.options.find((option) => option.id === id)?.label ?? id
/** What belongs to a control beside its function. */
function brings(each: ProposedControl): string[] {
  const members = (each.members ?? []).map((id) => optionLabel(listOf(each.proposed), id))
  const modes = Object.entries(each.by_mode ?? {}).map(([mode, does]) => `${optionLabel('exposure_mode', mode)}: ${labelOf(does)}`)
  return [
    each.area ? `It brings its own area: ${optionLabel('af_area', each.area)}.` : '',
    members.length ? `Its list: ${members.join(', ')}.` : '',
    modes.length ? `Kept for each mode. ${modes.join('; ')}.` : '',
    each.in_review && each.in_review !== 'off' ? `While a picture is looked at: ${reviewLabelOf(each.in_review)}.` : '',
  ].filter(Boolean)
}
const names = (settings: readonly string[]): string => settings.map((id) => settingOf(id)?.label ?? id).join(', ')
const areaNames = computed(() => {
  const entry = settingOf('af_area')
  return props.packed.controls.areas.map((id) => entry?.options.find((option) => option.id === id)?.label ?? id).join(', ')
})
</script>

<template>
  <div class="panel">
    <BodyDrawing :controls="drawn" :selected="selected" @pick="(id) => (selected = id)" />
    <p v-for="each in packed.controls.conflicts" :key="each.code + each.controls.join()" class="clash" role="alert">
      <b>{{ each.sentence }}</b> {{ each.remedy }}
    </p>
    <ol class="controls">
      <li v-for="(control, k) in controls" :key="control.id" :class="{ on: control.id === selected }">
        <button class="plain row" :aria-expanded="control.id === selected" @click="selected = selected === control.id ? null : control.id">
          <span>{{ k + 1 }}</span>
          <span>{{ control.label }}</span>
          <span v-if="proposed.get(control.id)">
            <span v-if="proposed.get(control.id)!.now !== proposed.get(control.id)!.proposed" class="soft"
              >{{ labelOf(proposed.get(control.id)!.now) }} →
            </span>
            <b
              >{{ proposed.get(control.id)!.proposed_label
              }}{{ proposed.get(control.id)!.area ? `, ${optionLabel('af_area', proposed.get(control.id)!.area!)}` : '' }}</b
            ><span v-if="proposed.get(control.id)!.indirect" class="soft"> through the {{ book?.personal_menu ?? 'personal menu' }}</span>
          </span>
        </button>
        <div v-if="control.id === selected && proposed.get(control.id)" class="why">
          <p>{{ proposed.get(control.id)!.because }}</p>
          <p v-for="line in brings(proposed.get(control.id)!)" :key="line" class="soft">{{ line }}</p>
          <label>
            <span class="soft">My habit</span>
            <select
              :value="habit(control.id)"
              :aria-label="`My habit for the ${control.label}`"
              @change="pack.keepHabit(packed.body_id, control.id, ($event.target as HTMLSelectElement).value || null)">
              <option value="">as proposed</option>
              <option v-for="id in control.functions" :key="id" :value="id">{{ labelOf(id) }}</option>
            </select>
          </label>
        </div>
      </li>
    </ol>
    <dl>
      <dt>{{ book?.quick_screen ?? 'Quick screen' }}</dt>
      <dd>{{ names(packed.controls.quick_screen) || 'nothing more than it holds' }}</dd>
      <dt>{{ book?.personal_menu ?? 'Personal menu' }}</dt>
      <dd>{{ names(packed.controls.personal_menu) || 'nothing more' }}</dd>
      <dt>Areas in the cycle</dt>
      <dd>{{ areaNames || 'the day uses none' }}</dd>
      <template v-if="packed.controls.agrees_with_other.length">
        <dt>Both bodies agree</dt>
        <dd>on {{ packed.controls.agrees_with_other.length }} of {{ controls.length }} controls</dd>
      </template>
    </dl>
  </div>
</template>

<style scoped src="../sky/panel.css"></style>
<style scoped>
.controls {
  display: grid;
  padding: 0;
  list-style: none;
}

.controls li {
  border-top: 1px solid var(--rule);
}

.row {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) minmax(0, 1.3fr);
  gap: 8px;
  width: 100%;
  padding: 2px 4px;
}

.on .row {
  background: var(--well);
}

.why {
  display: grid;
  gap: 4px;
  padding: 2px 4px 6px 30px;
}

.why label {
  display: flex;
  gap: 8px;
  align-items: center;
}

select {
  border: 1px solid var(--edge);
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}

.clash {
  padding: 5px 8px;
  border-left: 3px solid var(--stop);
  background: var(--sheet);
}
</style>
