<script setup lang="ts">
/** What stays of a shoot beside its frames: notes, weather, lessons, and the minutes it cost at home. */
import { computed, ref } from 'vue'
import type { ReviewDocument, SituationReview } from '@/api/types'
import NumberField from '@/shared/NumberField.vue'

const props = defineProps<{ decisions: ReviewDocument; cost: readonly string[]; shown: SituationReview | null }>()
const emit = defineEmits<{ decide: [next: (now: ReviewDocument) => ReviewDocument] }>()
const KINDS = { note: 'Note', weather: 'Weather', lesson: 'Lesson' } as const
const kind = ref<keyof typeof KINDS>('note')
const text = ref('')

function add(): void {
  const said = text.value.trim()
  if (!said) return
  const entry = { kind: kind.value, text: said, at: new Date().toISOString() }
  emit('decide', (now) => ({ ...now, log: [...now.log, entry] }))
  text.value = ''
}
const remove = (at: number): void => emit('decide', (now) => ({ ...now, log: now.log.filter((_, k) => k !== at) }))
type Minutes = ReviewDocument['minutes']
/** Of the situation that is open, or of the shoot where none is. */
const minutesNow = computed<Minutes>(() => {
  const own = props.shown && props.decisions.minutes_by_situation[props.shown.situation_id]
  return props.shown ? (own ?? { culling: null, editing: null }) : props.decisions.minutes
})
function minutes(which: 'culling' | 'editing', value: number | null): void {
  const next = { ...minutesNow.value, [which]: value }
  const id = props.shown?.situation_id
  emit('decide', (now) => (id ? { ...now, minutes_by_situation: { ...now.minutes_by_situation, [id]: next } } : { ...now, minutes: next }))
}
const WORK = [
  { which: 'culling', label: 'Culling' },
  { which: 'editing', label: 'Editing' },
] as const
</script>

<template>
  <section aria-label="Logbook">
    <h3>Logbook</h3>
    <ul>
      <li v-for="(entry, k) in decisions.log" :key="entry.at + entry.text">
        <span class="soft">{{ KINDS[entry.kind] }}</span> {{ entry.text }}
        <button class="link" :aria-label="`Delete: ${entry.text}`" @click="remove(k)">Delete</button>
      </li>
    </ul>
    <form @submit.prevent="add">
      <label>
        <span class="visually-hidden">Kind</span>
        <select v-model="kind">
          <option v-for="(label, id) in KINDS" :key="id" :value="id">{{ label }}</option>
        </select>
      </label>
      <label class="text"
        ><span class="visually-hidden">Logbook line</span><input v-model="text" maxlength="2000" placeholder="what to remember" autocomplete="off"
      /></label>
      <button class="link">Add</button>
    </form>
    <div class="minutes">
      <span class="soft">{{ shown ? shown.title : 'All of it' }}</span>
      <NumberField
        v-for="{ which, label } in WORK"
        :key="which"
        :label="label"
        :pointer="`/review/${decisions.id}/${shown?.situation_id ?? ''}/${which}`"
        unit="min"
        optional
        late
        empty-means="not timed"
        :value="minutesNow[which] ?? null"
        :least="0"
        :most="100_000"
        @update:value="(value: number | null) => minutes(which, value)" />
    </div>
    <p v-for="line in cost" :key="line" class="soft">{{ line }}</p>
    <p v-if="!cost.length" class="soft">Looking through is timed by itself; what other programs took can be typed here.</p>
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  padding: 2px 0;
}

form,
.minutes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: baseline;
}

.text {
  flex: 1;
}

input,
select {
  padding: 3px 6px;
  border: 1px solid var(--edge);
  background: var(--well);
  color: inherit;
  font: inherit;
}

.text input {
  width: 100%;
}

.minutes > :not(span) {
  width: 120px;
}
</style>
