<script setup lang="ts">
/** What the places kept for setups of one's own hold: nothing of the shoot asks for them. */
import { computed } from 'vue'
import type { PackedBody, StandingPlace } from '@/api/types'
import type { InPack } from '@/camera/usePack'
import { useFoundation } from '@/planning/useFoundation'
import NamedSelect from '@/shared/NamedSelect.vue'
import { lookSettings } from '@/shared/lookSettings'
import OwnValues from '@/shared/OwnValues.vue'
import { tables } from '@/shared/tables'

const props = defineProps<{ pack: InPack; packed: PackedBody }>()
const { document: foundation } = useFoundation()
const looks = computed(() => foundation.value?.looks ?? [])
const places = computed(() => props.packed.packing.places)
const standing = computed(() => props.pack.decisions.value?.wishes?.[props.packed.body_id]?.standing ?? {})
const rows = computed(() => places.value.filter((place) => place.id in standing.value).map((place) => ({ place, own: standing.value[place.id]! })))
const may = (kind: string) =>
  (kind === 'look' ? lookSettings(tables.value?.settings ?? []) : (tables.value?.settings ?? [])).filter(
    (item) => item.scope !== 'camera' && item.done === 'in_camera',
  )

function put(id: string, changes: Partial<StandingPlace>): void {
  props.pack.wish(props.packed.body_id, (before) => ({ ...before, standing: { ...before.standing, [id]: { ...before.standing[id]!, ...changes } } }))
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
    <OwnValues
      :owner="own.name"
      :values="own.settings"
      :may="may(place.kind)"
      :pointer="`pack/${packed.body_id}/${place.id}`"
      placeholder="Add what differs"
      @change="(settings) => put(place.id, { settings })">
      <NamedSelect
        v-if="looks.length"
        :label="`Take one of your looks into ${place.label}`"
        spoken
        :value="undefined"
        placeholder="Take one of your looks"
        :options="looks.map((look) => ({ value: look.name, label: look.name }))"
        @update:value="(name: unknown) => take(place.id, String(name))" />
    </OwnValues>
  </section>
</template>

<style scoped>
.own {
  display: grid;
  gap: 3px;
  padding: 6px 0;
  border-top: 1px solid var(--rule);
}
</style>
