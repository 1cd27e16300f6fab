<script setup lang="ts">
/** Two to four setups side by side: what differs, or everything; with exposure, stops between them and findings. */
import { Switch } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { CatalogueEntry, SavedSetup } from '@/api/types'
import { sayValue, tables } from '@/shared/tables'
import { signedStops } from '@/shared/format'
import { useOpenThing } from '@/shell/open'
import { rootOf } from './library'
import { useSetups } from './useLibrary'

const route = useRoute()
const router = useRouter()
const ids = computed(() =>
  String(route.query.ids ?? '')
    .split(',')
    .filter(Boolean)
    .slice(0, 4),
)
const { loaded, failed, setups: shown } = useSetups(() => ids.value)
const all = ref(route.query.all === '1')

interface Row {
  entry: CatalogueEntry
  values: string[]
  differs: boolean
}
const rows = computed<Row[]>(() =>
  (tables.value?.settings ?? []).flatMap((entry) => {
    const held = shown.value.map((setup) => setup.setup.settings[entry.id]?.value)
    if (held.every((value) => value === undefined || value === null)) return []
    const values = held.map((value) => sayValue(entry, value ?? null))
    return [{ entry, values, differs: new Set(values).size > 1 }]
  }),
)
const differing = computed(() => rows.value.filter((row) => row.differs).length)
const groups = computed(() => {
  const found = new Map<string, Row[]>()
  for (const row of rows.value) if (all.value || row.differs) found.set(row.entry.group, [...(found.get(row.entry.group) ?? []), row])
  return [...found]
})

/** Stops against the first setup, worded by what happens to the picture. */
function against(setup: SavedSetup): string {
  const [first] = shown.value
  if (!first || setup.id === first.id) return 'the others are measured against this one'
  const time = Math.log2(setup.choice.shutter_s / first.choice.shutter_s)
  const opening = -2 * Math.log2(setup.choice.aperture / first.choice.aperture)
  const iso = Math.log2(setup.choice.iso / first.choice.iso)
  const said = [
    ['time', time],
    ['opening', opening],
    ['ISO', iso],
  ] as const
  const parts = said.filter(([, stops]) => Math.abs(stops) > 0.16).map(([name, stops]) => `${name} ${signedStops(stops)}`)
  const total = time + opening + iso
  return parts.length ? `${parts.join(', ')}; together ${signedStops(total)} stops` : 'same exposure'
}
const hasVersions = (setup: SavedSetup): boolean => shown.value.filter((each) => rootOf(each) === rootOf(setup)).length > 1 || setup.version > 1
const leave = (id: string): void => void router.replace({ query: { ...route.query, ids: ids.value.filter((each) => each !== id).join(',') } })
useOpenThing(() => 'Compare')
</script>

<template>
  <div class="page">
    <p><RouterLink to="/setups">Setups</RouterLink></p>
    <div class="page-head">
      <h1>Compare setups</h1>
      <label v-if="shown.length > 1" class="actions"
        ><Switch v-model:checked="all" size="small" aria-label="Show everything" /> everything, not only the {{ differing }} differences</label
      >
    </div>
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <p v-if="!loaded" class="soft" aria-busy="true">Opening…</p>
    <div v-else-if="shown.length < 2" class="empty">
      <p>
        {{
          ids.length > shown.length ? 'Some of these setups are not there (any more).' : 'Choose two to four setups in the library, then “Compare”.'
        }}
      </p>
      <RouterLink to="/setups">To the setups</RouterLink>
    </div>
    <div v-else class="scroll">
      <table :style="{ minWidth: `${150 + shown.length * 170}px` }">
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">Setting</span></th>
            <th v-for="setup in shown" :key="setup.id" scope="col">
              <RouterLink :to="`/setups/${setup.id}`">{{ setup.title }}</RouterLink><template v-if="hasVersions(setup)">
                · version {{ setup.version }}</template
              >
              <p class="soft">{{ setup.body.name }}, {{ setup.lens.name }}</p>
              <p class="soft">{{ against(setup) }}</p>
              <button v-if="shown.length > 2" class="link" @click="leave(setup.id)">Leave out</button>
            </th>
          </tr>
        </thead>
        <tbody>
          <template v-for="[group, items] in groups" :key="group">
            <tr class="group">
              <th :colspan="shown.length + 1" scope="colgroup">{{ group }}</th>
            </tr>
            <tr v-for="row in items" :key="row.entry.id">
              <th scope="row">
                <RouterLink :to="`/atlas/settings/${row.entry.id}`">{{ row.entry.label }}</RouterLink>
              </th>
              <td v-for="(value, at) in row.values" :key="at" :class="{ differs: row.differs && value !== row.values[0] }">{{ value }}</td>
            </tr>
          </template>
          <tr v-if="!groups.length">
            <td :colspan="shown.length + 1">They hold the same values.</td>
          </tr>
          <tr class="group">
            <th :colspan="shown.length + 1" scope="colgroup">Findings</th>
          </tr>
          <tr>
            <th scope="row">Open</th>
            <td v-for="setup in shown" :key="setup.id">
              <p v-for="finding in setup.findings" :key="finding.code" :class="{ soft: finding.level === 'note' }">{{ finding.title }}</p>
              <span v-if="!setup.findings.length">none</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}

table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}

th,
td {
  padding: 3px 14px 3px 0;
  border-top: 1px solid var(--rule);
  font-weight: 400;
  text-align: left;
  vertical-align: top;
}

thead th {
  border: 0;
  font-weight: 600;
}

thead p {
  font-size: 12px;
  font-weight: 400;
}

thead th:first-child {
  width: 150px;
}

.group th {
  padding-top: 12px;
  border: 0;
  color: var(--soft);
  font-size: 11px;
  font-weight: 600;
}

tbody th a {
  color: var(--soft);
}

.differs {
  font-weight: 600;
  box-shadow: inset 2px 0 0 var(--move);
  padding-left: 8px;
}
</style>
