<script setup lang="ts">
/** The setup by groups: each value with what decides it, and the whole reason on demand. */
import { computed, ref } from 'vue'
import type { CatalogueEntry, Plan, SettingValue } from '@/api/types'
import { sayValue, tables } from '@/shared/tables'

const props = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ release: [setting: string] }>()
const open = ref<Set<string>>(new Set())

interface Row {
  entry: CatalogueEntry
  held: SettingValue
}

const groups = computed(() => {
  const found: { name: string; rows: Row[] }[] = []
  for (const entry of tables.value?.settings ?? []) {
    const held = props.plan.setup.settings[entry.id]
    if (!held || held.value === null || held.value === undefined) continue
    const last = found.find((group) => group.name === entry.group)
    if (last) last.rows.push({ entry, held })
    else found.push({ name: entry.group, rows: [{ entry, held }] })
  }
  const order = ['Exposure', 'Metering', 'Focus', 'Drive', 'Stabiliser', 'Colour', 'Tone', 'Bracketing', 'Noise', 'File']
  const rank = (name: string): number => (order.includes(name) ? order.indexOf(name) : 99)
  return found.sort((a, b) => rank(a.name) - rank(b.name))
})

/** One word for the column: who decides. */
function decider(held: SettingValue): string {
  if (held.layer === 'pin') return 'held'
  const limit = held.limits[0]
  const window = limit ? props.plan.windows.find((item) => item.id === limit) : undefined
  if (window) return window.imposed_by
  if (held.layer === 'foundation') return 'habit'
  return held.school ? 'school' : 'why'
}

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
          <span class="who narrow" :class="{ held: row.held.layer === 'pin' }">{{ decider(row.held) }}</span>
        </button>
        <div v-if="open.has(row.entry.id)" class="why">
          <p v-for="reason in row.held.reasons" :key="reason">{{ reason }}</p>
          <p v-if="row.held.school" class="soft">School: {{ row.held.school }}.</p>
          <p class="soft">{{ row.entry.explanation }} Touches {{ row.held.touches.join(', ') }}.</p>
          <button v-if="row.held.layer === 'pin'" class="link" @click="emit('release', row.entry.id)">Release this value</button>
        </div>
      </div>
    </div>
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

.who.held {
  font-weight: 700;
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
</style>
