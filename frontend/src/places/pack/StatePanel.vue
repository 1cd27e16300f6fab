<script setup lang="ts">
/** How a body was last known: its values, what somebody doubts, and how it stood before. */
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { answered, client } from '@/api/client'
import type { CameraState, PackedBody, Phrasebook } from '@/api/types'
import { sayValue, tables } from '@/shared/tables'
import type { InPack } from '@/camera/usePack'

const props = defineProps<{ pack: InPack; packed: PackedBody; book: Phrasebook | null }>()
const SOURCES: Record<string, string> = {
  factory: 'out of its box',
  route: 'a route walked to its end',
  pre_flight: 'a check before shooting',
  simulated: 'the simulated camera',
  by_hand: 'your word',
}
const state = computed(() => props.packed.state)
const known = computed(() => props.pack.stateOf(props.packed.body_id))
const sought = ref('')
const rows = computed(() => {
  const words = sought.value.trim().toLowerCase()
  return (tables.value?.settings ?? [])
    .filter((entry) => entry.id in (state.value.values ?? {}))
    .map((entry) => ({
      entry,
      theirs: props.book?.phrases?.find((each) => each.setting === entry.id)?.words ?? entry.label,
      value: sayValue(entry, state.value.values![entry.id] ?? null),
      doubted: state.value.unsure?.includes(entry.id) ?? false,
    }))
    .filter((row) => !words || `${row.entry.label} ${row.theirs} ${row.value}`.toLowerCase().includes(words) || row.doubted)
})
function doubt(id: string, doubted: boolean): void {
  const unsure = (state.value.unsure ?? []).filter((each) => each !== id)
  props.pack.record(
    props.packed,
    { values: state.value.values ?? {}, unsure: doubted ? [...unsure, id] : unsure, slots: state.value.slots },
    'by_hand',
  )
}
const reset = (): void => props.pack.record(props.packed, { values: props.packed.factory, unsure: [], slots: [], active_slot: null }, 'factory')

interface Earlier {
  number: number
  written_at: string
  document: CameraState
}
const history = ref<Earlier[]>([])
async function loadHistory(): Promise<void> {
  history.value = []
  if (!known.value) return
  const found = await answered(client.GET('/api/v1/states/{row_id}/revisions', { params: { path: { row_id: known.value.id } } }))
  history.value = found.items.slice(0, 12) as unknown as Earlier[]
}
watch(
  () => [known.value?.id, known.value?.at],
  () => void loadHistory().catch(() => undefined),
  { immediate: true },
)
const when = (text: string): string =>
  new Date(text).toLocaleString(undefined, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
</script>

<template>
  <div class="panel">
    <p>
      Known: {{ SOURCES[state.source ?? 'factory'] }}{{ state.at ? `, ${when(state.at)}` : '' }}.
      <span v-if="state.unsure?.length" class="cost">{{ state.unsure.length }} not sure: routes set them again.</span>
    </p>
    <div class="deeds">
      <input v-model="sought" class="line" type="search" placeholder="Find a setting" aria-label="Find a setting" />
      <Button v-if="known" size="small" @click="reset">It is as out of its box</Button>
    </div>
    <table class="list">
      <thead>
        <tr>
          <th scope="col">Setting</th>
          <th scope="col">Stands at</th>
          <th scope="col">Not sure</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows.slice(0, 60)" :key="row.entry.id">
          <th scope="row">
            {{ row.theirs }}<span v-if="row.theirs !== row.entry.label" class="soft ours">{{ row.entry.label }}</span>
          </th>
          <td>{{ row.value }}</td>
          <td>
            <input
              type="checkbox"
              :checked="row.doubted"
              :aria-label="`Not sure of ${row.entry.label}`"
              @change="doubt(row.entry.id, ($event.target as HTMLInputElement).checked)" />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="rows.length > 60" class="soft">{{ rows.length - 60 }} more: narrow the search.</p>
    <template v-if="history.length > 1">
      <h3>Earlier</h3>
      <ol class="earlier">
        <li v-for="each in history.slice(1)" :key="each.number">
          {{ when(each.written_at) }}, {{ SOURCES[each.document.source ?? 'factory'] }}
          <button class="link" @click="pack.record(packed, each.document, each.document.source ?? 'by_hand')">It stands like this</button>
        </li>
      </ol>
    </template>
  </div>
</template>

<style scoped src="../sky/panel.css"></style>
<style scoped>
.deeds {
  display: flex;
  gap: 8px;
  align-items: center;
}

.list :is(th, td) {
  padding-top: 2px;
  padding-bottom: 2px;
}

.ours {
  margin-left: 6px;
  font-weight: 400;
}

.earlier {
  padding-left: 18px;
}
</style>
