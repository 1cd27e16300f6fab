<script setup lang="ts">
/** What the picture shows round the subject, where the brief wants to say it: surroundings, subject in them, what lies behind. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { Situation } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import DistanceField from '@/shared/DistanceField.vue'

const props = defineProps<{ situation: Situation }>()
const emit = defineEmits<{ change: [Partial<Situation>] }>()
const list = useQuery({ queryKey: ['scenes'], queryFn: () => answered(client.GET('/api/v1/scenes')), staleTime: Infinity })
const NEAREST = { value: '', label: 'the nearest' }
/** A name that nothing drawn has (any more) is kept and said. */
function choices(known: readonly { name: string; title: string }[], held: string | null | undefined): { value: string; label: string }[] {
  const lost = held && known.length && !known.some((each) => each.name === held) ? [{ value: held, label: `${held} (not there)` }] : []
  return [NEAREST, ...known.map((each) => ({ value: each.name, label: each.title })), ...lost]
}
const places = computed(() => choices(list.data.value?.surroundings ?? [], props.situation.surroundings))
const subjects = computed(() => choices(list.data.value?.subjects ?? [], props.situation.seen_as))
</script>

<template>
  <ChoiceField
    label="Surroundings drawn"
    searchable
    :value="situation.surroundings ?? ''"
    :options="places"
    hint="What the plan’s frame shows; the meter is read from it."
    @update:value="(name) => emit('change', { surroundings: name || null })" />
  <ChoiceField
    label="Subject drawn"
    searchable
    :value="situation.seen_as ?? ''"
    :options="subjects"
    @update:value="(name) => emit('change', { seen_as: name || null })" />
  <DistanceField
    label="Background at"
    pointer="/situation/background_m"
    optional
    empty-means="as usual"
    :value="situation.background_m ?? null"
    :above="0"
    hint="From the camera to what lies behind"
    @update:value="(background_m) => emit('change', { background_m })" />
</template>
