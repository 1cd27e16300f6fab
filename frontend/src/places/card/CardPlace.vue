<script setup lang="ts">
/** The setup card of a situation: one page to print, or to take along as text. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import { currentOf, useEntry } from '@/saving/documents'
import { apertureText, evText, isoText, shutterWithUnit } from '@/shared/format'
import { useShortcuts } from '@/shared/shortcuts'
import WhileOpening from '@/shared/WhileOpening.vue'
import { useOpenThing } from '@/shell/open'
import { snapshotOf } from '@/planning/saveSnapshot'
import { useCase } from '@/planning/useCase'
import { usePlan } from '@/planning/usePlan'
import { distanceBand, isImperial } from '@/shared/units'
import { usePack } from '@/camera/usePack'
import CardSheet from '@/camera/CardSheet.vue'
import { download } from '@/shared/download'

const props = defineProps<{ shootId: string; situationId: string }>()
const said = ref('')
const { loaded, failed, planned, bodyEntry, lensEntry, body, lens, request } = useCase(() => props.situationId)
const shootEntry = useEntry('shoots', () => props.shootId)
const shootTitle = computed(() => (shootEntry.value ? currentOf(shootEntry.value)!.title : ''))
const { plan, problem } = usePlan(() => request.value)
const headline = computed(() => {
  const choice = plan.value?.choice
  if (!choice) return ''
  const nd = choice.nd_stops ? ` · ND ${choice.nd_stops}` : ''
  return `${shutterWithUnit(choice.shutter_s)} · ${apertureText(choice.aperture)} · ISO ${isoText(choice.iso)}${nd}`
})
const circumstances = computed(() => {
  if (!plan.value || !planned.value) return ''
  const { situation } = planned.value
  const distance = distanceBand(situation.near_m, situation.far_m ?? null)
  return `${body.value?.name}, ${lens.value?.name} at ${Math.round(plan.value.choice.focal_length_mm)} mm · ${evText(plan.value.light.ev100)} · ${distance}`
})

/** How the card is set in the hand: the camera's words, and what a storage place brings back. */
const pack = usePack(() => props.shootId)
const hand = computed(() => {
  const holder = pack.answer.value?.bodies.find((each) => each.body_id === body.value?.id)
  const move = holder?.packing.moves.find((each) => each.situation_id === props.situationId)
  const place = holder?.packing.places.find(
    (each) => (each.kind !== 'held_button' && each.situation_id === props.situationId) || each.id === move?.route.slot,
  )
  return {
    book: body.value ? pack.bookOf(body.value.id) : null,
    recall: place ? `${place.label}, “${place.name}”` : '',
    by_hand: place && move?.route.slot ? move.by_hand : [],
    units: isImperial.value ? ('imperial' as const) : ('metric' as const),
  }
})

const fileName = computed(() =>
  `${shootTitle.value} ${planned.value?.situation.title ?? ''}`
    .trim()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .toLowerCase(),
)

async function text(kind: 'markdown' | 'text'): Promise<string> {
  const card = await answered(client.POST('/api/v1/card', { body: { ...request.value!, hand: hand.value } }))
  return card[kind]
}

async function take(kind: 'markdown' | 'text', how: 'copy' | 'file'): Promise<void> {
  try {
    const content = await text(kind)
    if (how === 'copy') {
      await navigator.clipboard.writeText(content)
      said.value = 'Copied.'
    } else {
      download(`${fileName.value}.${kind === 'markdown' ? 'md' : 'txt'}`, content, 'text/plain')
    }
  } catch (error) {
    said.value = error instanceof Problem ? error.message : 'Copying was not allowed; use the file instead.'
  }
}

function takeJson(): void {
  if (!plan.value || !planned.value || !body.value || !lens.value) return
  const title = `${shootTitle.value}: ${planned.value.situation.title}`.slice(0, 120)
  const revisions = { body: bodyEntry.value?.revision ?? 0, lens: lensEntry.value?.revision ?? 0 }
  const document = snapshotOf(title, plan.value, planned.value, body.value, lens.value, request.value?.foundation ?? null, revisions)
  download(`${fileName.value}.json`, JSON.stringify(document, null, 1), 'application/json')
}

const print = (): void => window.print()
useOpenThing(() => shootTitle.value)
useShortcuts([{ keys: 'Ctrl+P', does: 'Print the card', run: print }])
</script>

<template>
  <WhileOpening v-if="!planned" :loaded="loaded" :failed="failed" what="situation" />
  <div v-else class="page card-page">
    <div class="page-head no-print">
      <RouterLink :to="`/shoots/${shootId}/plan/${situationId}`">Back to the plan</RouterLink>
      <span v-if="said" class="soft" role="status">{{ said }}</span>
      <div class="actions">
        <a :href="`/pre-flight/${shootId}#card/${situationId}`">In the hand</a>
        <Button type="primary" :disabled="!plan" @click="print">Print</Button>
        <Button :disabled="!plan" @click="take('markdown', 'copy')">Copy Markdown</Button>
        <Button :disabled="!plan" @click="take('markdown', 'file')">Markdown</Button>
        <Button :disabled="!plan" @click="take('text', 'file')">Text</Button>
        <Button :disabled="!plan" @click="takeJson">JSON</Button>
      </div>
    </div>
    <p v-if="problem" class="stop" role="alert">{{ problem.message }}</p>
    <p v-else-if="!body || !lens" class="empty">
      Choose body and lens first. <RouterLink :to="`/shoots/${shootId}/plan/${situationId}`">To the plan</RouterLink>
    </p>
    <CardSheet
      v-if="plan"
      :plan="plan"
      :shoot="shootTitle"
      :title="planned.situation.title"
      :headline="headline"
      :circumstances="circumstances"
      :hand="hand" />
  </div>
</template>

<style scoped>
@media print {
  .card-page {
    max-width: none;
    padding: 0;
  }
}
</style>
