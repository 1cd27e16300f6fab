<script setup lang="ts">
/** The card of one situation: read at a glance; a missed moment is one tap; the test frame the other. */
import { computed, ref } from 'vue'
import CardBody from './CardBody.vue'
import { CAUSES, timeOf, toldOf } from './notes'
import TopBar from './TopBar.vue'
import { nextEvent, useAlarm } from './useAlarm'
import type { Card, Cause, Field } from './useField'

const props = defineProps<{ shoot: string; field: Field; card: Card }>()
const { notes, unsent, isAway, problem, cards } = props.field
const alarm = useAlarm(props.shoot, () => cards.value)
const own = computed(() => notes.value.filter((note) => note.situation_id === props.card.situation_id))
/** The tap is noted with its time at once; the cause can be said when there is time. */
const missed = ref<string | null>(null)
async function miss(): Promise<void> {
  missed.value = await props.field.note({ kind: 'missed', situation_id: props.card.situation_id })
}
async function because(cause: Cause): Promise<void> {
  await props.field.note({ kind: 'cause', of: missed.value, situation_id: props.card.situation_id, cause })
  missed.value = null
}
async function takeBack(id: string): Promise<void> {
  await props.field.note({ kind: 'taken_back', of: id, situation_id: props.card.situation_id })
  missed.value = null
}

const around = computed(() => {
  const all = cards.value?.cards ?? []
  const at = all.findIndex((each) => each.situation_id === props.card.situation_id)
  return { before: all[at - 1], after: all[at + 1] }
})
const coming = computed(() => nextEvent(cards.value?.events ?? [], props.card.starts_at_min ?? null, alarm.now.value))
const kept = computed(() => (isAway.value ? `Away: kept here${unsent.value ? `, ${unsent.value} not sent` : ''}` : alarm.said.value))
</script>

<template>
  <TopBar :shoot="shoot" :title="card.title" :in-file="!field.askReply" page="cards" />
  <main class="card">
    <p v-if="problem" role="alert" class="stop">{{ problem }}</p>
    <CardBody :card="card" />
    <h3>Next</h3>
    <p v-if="coming" class="next">{{ coming }}</p>
    <p v-else class="soft">Nothing more today.</p>
    <p class="around no-print">
      <a v-if="around.before" :href="`#card/${around.before.situation_id}`">Before: {{ around.before.title }}</a>
      <a v-if="around.after" :href="`#card/${around.after.situation_id}`">After: {{ around.after.title }}</a>
    </p>
    <section v-if="own.length" class="noted">
      <h3>Noted</h3>
      <ul>
        <li v-for="note in own" :key="note.id">
          <span>{{ timeOf(note.at) }} {{ toldOf(note) }}</span>
          <button type="button" class="quiet" :aria-label="`Take back: ${timeOf(note.at)} ${toldOf(note)}`" @click="takeBack(note.id)">
            Take back
          </button>
        </li>
      </ul>
    </section>
  </main>
  <footer>
    <span role="status" :class="{ cost: isAway }">{{ kept }}</span>
    <div v-if="missed" class="causes" role="group" aria-label="What was it, do you think?">
      <button v-for="(label, cause) in CAUSES" :key="cause" type="button" @click="because(cause)">{{ label }}</button>
      <button type="button" @click="missed = null">Not now</button>
      <button type="button" @click="takeBack(missed)">A slip: nothing missed</button>
    </div>
    <template v-else>
      <a class="button main" :href="`#test/${card.situation_id}`">Test frame</a>
      <button type="button" class="dark" @click="miss">Missed it</button>
      <button type="button" :aria-pressed="alarm.on.value" :disabled="!cards?.events.length" @click="alarm.toggle()">
        {{ alarm.on.value ? 'Alarm on' : 'Alarm' }}
      </button>
    </template>
  </footer>
</template>
