<script setup lang="ts">
/** The setup by groups: each value with what decides it, its layer, and the whole reason on demand. */
import { computed, ref } from 'vue'
import type { CatalogueEntry, OwnLook, Plan, Requests, SettingValue } from '@/api/types'
import AskFor from './AskFor.vue'
import OwnWord from '@/shared/OwnWord.vue'
import { LAYERS, standsOnAnyDay } from '@/planning/layers'
import { sayValue, tables } from '@/shared/tables'

const props = defineProps<{ plan: Plan; requests: Requests; looks: readonly OwnLook[] }>()
const emit = defineEmits<{ release: [setting: string]; schools: [question: string]; reserve: []; ask: [changes: Partial<Requests>] }>()
const open = ref<Set<string>>(new Set())
const whole = ref(false)

interface Row {
  entry: CatalogueEntry
  held: SettingValue
}

const ORDER = ['Exposure', 'Metering', 'Focus', 'Drive', 'Stabiliser', 'Colour', 'Tone', 'Bracketing', 'Flash', 'Noise', 'File']

const rows = computed<Row[]>(() =>
  (tables.value?.settings ?? []).flatMap((entry) => {
    const held = props.plan.setup.settings[entry.id]
    return held && held.value !== null && held.value !== undefined ? [{ entry, held }] : []
  }),
)
/** What stands on any day; your own is shown where something else would have been set. */
const stands = ({ held }: Row): boolean => standsOnAnyDay(held) && !held.spoke?.length
const always = computed(() => rows.value.filter(stands).length)
const groups = computed(() => {
  const found = new Map<string, Row[]>()
  for (const row of rows.value) {
    if (stands(row) && !whole.value) continue
    found.set(row.entry.group, [...(found.get(row.entry.group) ?? []), row])
  }
  const rank = (name: string): number => (ORDER.includes(name) ? ORDER.indexOf(name) : 99)
  return [...found].map(([name, held]) => ({ name, rows: held })).sort((a, b) => rank(a.name) - rank(b.name))
})

const windowOf = (held: SettingValue) => props.plan.windows.find((item) => item.id === held.limits[0])

/** One word for the column: who decides. */
function decider(held: SettingValue): string {
  if (held.layer === 'pin') return 'held'
  const window = windowOf(held)
  if (window) return window.imposed_by
  if (held.layer === 'foundation') return 'foundation'
  if (held.layer === 'genre' || held.layer === 'request' || held.layer === 'body') return held.layer
  return held.school ? 'school' : 'why'
}

const questionOf = (setting: string): string | undefined => tables.value?.schools.find((question) => question.settings.includes(setting))?.id

function toggle(id: string): void {
  const next = new Set(open.value)
  if (!next.delete(id)) next.add(id)
  open.value = next
}
</script>

<template>
  <section class="setup" aria-label="Setup">
    <div v-for="group in groups" :key="group.name" class="group">
      <h3>{{ group.name }}</h3>
      <div v-for="row in group.rows" :key="row.entry.id" class="item">
        <button class="plain line" :aria-expanded="open.has(row.entry.id)" @click="toggle(row.entry.id)">
          <span class="soft">{{ row.entry.label }}</span>
          <b>{{ sayValue(row.entry, row.held.value) }}</b>
          <span class="who narrow" :class="row.held.layer">{{ decider(row.held) }}</span>
        </button>
        <div v-if="open.has(row.entry.id)" class="why">
          <p v-for="reason in row.held.reasons" :key="reason">{{ reason }}</p>
          <p class="soft">
            {{ LAYERS[row.held.layer] }} <OwnWord v-if="windowOf(row.held)" word="Limit" /><template v-if="row.held.school">
              School: {{ row.held.school }}.</template
            >
            Touches {{ row.held.touches.join(', ') }}.
          </p>
          <p v-if="row.held.spoke?.length" class="soft">
            Spoke: {{ row.held.spoke.map((voice) => `${voice.layer} ${sayValue(row.entry, voice.value)}`).join(', then ') }}.
          </p>
          <AskFor
            v-if="tables?.asking[row.entry.id]"
            :ways="tables.asking[row.entry.id]!"
            :requests="requests"
            :looks="looks"
            @ask="(changes) => emit('ask', changes)" />
          <p class="links">
            <RouterLink :to="`/atlas/settings/${row.entry.id}`">About this setting</RouterLink>
            <button v-if="questionOf(row.entry.id)" class="link" @click="emit('schools', questionOf(row.entry.id)!)">
              What would another school do?
            </button>
            <button v-if="row.entry.id === 'dr_mode'" class="link" @click="emit('reserve')">Does a reserve pay here?</button>
            <button v-if="row.held.layer === 'pin'" class="link" @click="emit('release', row.entry.id)">Release this value</button>
          </p>
        </div>
      </div>
    </div>
    <button v-if="always" class="link always" :aria-expanded="whole" @click="whole = !whole">
      {{ whole ? 'Leave out what stands on any day' : `And ${always} values that stand on any day` }}
    </button>
    <template v-if="plan.missing.length">
      <h3>This body lacks</h3>
      <p v-for="item in plan.missing" :key="item.setting" class="lacks">
        <b>{{ item.label }}</b> would be {{ item.would_use }}. {{ item.instead }}
      </p>
    </template>
  </section>
</template>

<style scoped>
.group {
  padding: 4px 0 3px;
  border-top: 1px solid var(--rule);
}

.line {
  display: grid;
  grid-template-columns: 112px minmax(0, 1fr) max-content;
  gap: 8px;
  width: 100%;
  line-height: 1.42;
}

.line b {
  font-weight: 600;
}

.who {
  max-width: 96px;
  overflow: hidden;
  color: var(--move);
  font-size: 12px;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.who.pin {
  font-weight: 700;
}

.who.foundation,
.who.genre {
  color: var(--soft);
}

.line:hover .who {
  text-decoration: underline;
}

.why {
  display: grid;
  gap: 3px;
  margin: 2px 0 6px;
  padding: 5px 8px;
  background: var(--sheet);
  line-height: 1.34;
}

.links {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
}

.always {
  padding: 4px 0;
}

.lacks {
  line-height: 1.34;
}
</style>
