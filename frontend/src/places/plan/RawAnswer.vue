<script setup lang="ts">
/** Whether one's own software opens this raw variant of the body: asked once, where the plan says that it is not known. */
import type { PlannedSituation } from '@/api/types'
import { currentOf, useEntry } from '@/saving/documents'
import { edit } from '@/saving/undo'
import { plainCopy } from '@/saving/merge'

const props = defineProps<{ planned: PlannedSituation; file: string }>()
const entry = useEntry('bodies', () => props.planned.body_id ?? '')

function answer(opens: boolean): void {
  const body = entry.value ? plainCopy(currentOf(entry.value)) : null
  if (!body) return
  const file = props.file as (typeof body.raw_tried)[number]['file']
  const others = (body.raw_tried ?? []).filter((each) => each.file !== file)
  edit('bodies', { ...body, raw_tried: [...others, { file, opens }] }, 'gear/raw_tried')
}
</script>

<template>
  <span class="answers">
    <button class="link" @click="answer(true)">It opens</button>
    <button class="link" @click="answer(false)">It does not open</button>
  </span>
</template>

<style scoped>
.answers {
  display: inline-flex;
  gap: 12px;
}
</style>
