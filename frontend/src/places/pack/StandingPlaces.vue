<script setup lang="ts">
/** What the places kept for setups of one's own hold: nothing of the shoot asks for them. */
import { computed } from 'vue'
import type { PackedBody, StandingPlace } from '@/api/types'
import type { InPack } from '@/camera/usePack'
import { useFoundation } from '@/planning/useFoundation'
import NamedSelect from '@/shared/NamedSelect.vue'
import { lookSettings } from '@/shared/lookSettings'
import StandingField from '@/shared/StandingField.vue'
import { settingOf, tables } from '@/shared/tables'

const props = defineProps<{ pack: InPack; packed: PackedBody }>()
const { document: foundation } = useFoundation()
const looks = computed(() => foundation.value?.looks ?? [])
const places = computed(() => props.packed.packing.places)
const standing = computed(() => props.pack.decisions.value?.wishes?.[props.packed.body_id]?.standing ?? {})
const rows = computed(() => places.value.filter((place) => place.id in standing.value).map((place) => ({ place, own: standing.value[place.id]! })))
const settings = (kind: string) => (kind === 'look' ? lookSettings(tables.value?.settings ?? []) : (tables.value?.settings ?? []))
const free = (kind: string, own: StandingPlace) =>
  settings(kind)
    .filter((item) => item.scope !== 'camera' && item.done === 'in_camera' && !(item.id in own.settings))
    .map((item) => ({ value: item.id, label: item.label }))

function put(id: string, changes: Partial<StandingPlace>): void {
  props.pack.wish(props.packed.body_id, (before) => ({ ...before, standing: { ...before.standing, [id]: { ...before.standing[id]!, ...changes } } }))
}
function choose(id: string, own: StandingPlace, setting: string, value: StandingPlace['settings'][string] | undefined): void {
  const next: StandingPlace['settings'] = { ...own.settings }
  if (value === undefined) delete next[setting]
  else next[setting] = value
  put(id, { settings: next })
}
function add(id: string, own: StandingPlace, setting: string): void {
  const item = settingOf(setting)
  if (item) choose(id, own, setting, item.options[0]?.id ?? (item.kind === 'flag' ? true : null)) // a number is typed
}
function take(id: string, name: string): void {
  const look = looks.value.find((each) => each.name === name)
  if (look) put(id, { name: look.name, settings: { ...look.settings } })
}
</script>

<template>
  <section v-for="{ place, own } in rows" :key="place.id" class="own" :aria-label="`${place.label}, ${own.name}`">
    <h3>
      {{ place.label }}, “{{ own.name }}”
      <span class="soft">{{ Object.keys(own.settings).length ? '' : 'as the day begins: add what differs' }}</span>
    </h3>
    <div v-for="(value, id) in own.settings" :key="id" class="one">
      <RouterLink :to="`/atlas/settings/${id}`">{{ settingOf(String(id))?.label ?? id }}</RouterLink>
      <StandingField
        v-if="settingOf(String(id))"
        :item="settingOf(String(id))!"
        :value="value"
        :pointer="`pack/${packed.body_id}/${place.id}/${id}`"
        needed
        @choose="(chosen) => choose(place.id, own, String(id), chosen)" />
      <button
        class="link"
        :aria-label="`Take out ${settingOf(String(id))?.label ?? id} of ${own.name}`"
        @click="choose(place.id, own, String(id), undefined)">
        Take out
      </button>
    </div>
    <div class="one">
      <NamedSelect
        :key="Object.keys(own.settings).length"
        :label="`Add to ${own.name}`"
        spoken
        show-search
        option-filter-prop="label"
        :value="undefined"
        placeholder="Add what differs"
        :options="free(place.kind, own)"
        @update:value="(id: unknown) => add(place.id, own, String(id))" />
      <NamedSelect
        v-if="looks.length"
        :label="`Take one of your looks into ${place.label}`"
        spoken
        :value="undefined"
        placeholder="Take one of your looks"
        :options="looks.map((look) => ({ value: look.name, label: look.name }))"
        @update:value="(name: unknown) => take(place.id, String(name))" />
    </div>
  </section>
</template>

<style scoped>
.own {
  display: grid;
  gap: 3px;
  padding: 6px 0;
  border-top: 1px solid var(--rule);
}

.one {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}

.one > a {
  width: 150px;
}

.one > .field {
  flex: 0 1 250px;
}
</style>
