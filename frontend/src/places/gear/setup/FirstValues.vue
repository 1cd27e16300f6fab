<script setup lang="ts">
/** The standing values that matter first, with our proposal set; the others stand on the foundation's page. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { Body, CatalogueEntry, SettingValue } from '@/api/types'
import { blankFoundation, inPlans } from '@/planning/useFoundation'
import { tables } from '@/shared/tables'
import { useSupported } from '@/shared/useSupported'
import { useOldFrames } from '@/planning/oldFrames'
import StandingRow from '../StandingRow.vue'

type Value = SettingValue['value']
const props = defineProps<{ body: Body; own: Readonly<Record<string, Value>>; schools: Readonly<Record<string, string>> }>()
const emit = defineEmits<{ change: [own: Record<string, Value>, setting: string] }>()
const readOldFrames = useOldFrames()
const { optionsOn } = useSupported(() => props.body)
const items = computed(() => (tables.value?.settings ?? []).filter((entry) => entry.asked_first && optionsOn(entry) !== 'none'))

const proposals = useQuery({
  queryKey: computed(() => ['proposals', props.body, props.schools]),
  queryFn: () =>
    answered(
      client.POST('/api/v1/gear/proposals', { body: { body: props.body, foundation: { ...inPlans(blankFoundation()), schools: props.schools } } }),
    ),
  placeholderData: (before) => before,
})
const proposed = (item: CatalogueEntry): string | undefined => proposals.data.value?.find((each) => each.setting === item.id)?.words
function choose(item: CatalogueEntry, value: Value | undefined): void {
  const settings: Record<string, Value> = Object.fromEntries(Object.entries(props.own).filter(([id]) => id !== item.id))
  if (value !== undefined) settings[item.id] = value
  emit('change', settings, item.id)
}
</script>

<template>
  <StandingRow
    v-for="item in items"
    :key="item.id"
    :item="item"
    :value="own[item.id]"
    :proposed="proposed(item)"
    :note="item.usual_because || item.explanation"
    @choose="(value) => choose(item, value)" />
  <p class="soft">
    Or let frames of the past tell: <button class="link" @click="readOldFrames">read a folder of old frames</button>, and what you never changed is
    proposed here.
  </p>
  <p class="soft">All others: <RouterLink to="/gear/foundation">your foundation</RouterLink>.</p>
</template>
