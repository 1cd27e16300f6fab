<script setup lang="ts">
/** The situations of a shoot in their order with what the light brings between them; on paper every card as a strip. */
import { computed } from 'vue'
import CardBody from './CardBody.vue'
import { clockOf } from './notes'
import TopBar from './TopBar.vue'
import { useAlarm } from './useAlarm'
import type { Field } from './useField'

const props = defineProps<{ shoot: string; field: Field }>()
const { cards, isAway, problem, loading } = props.field
const alarm = useAlarm(props.shoot, () => cards.value)

interface Row {
  at: number | null
  title: string
  detail: string
  situation: string | null
}
/** Situations and light events by the clock; situations without hours come first, in their own order. */
const rows = computed<Row[]>(() => {
  const made = cards.value
  if (!made) return []
  const situations = made.cards.map((card) => ({
    at: card.starts_at_min ?? null,
    title: card.title,
    detail: card.headline,
    situation: card.situation_id,
  }))
  const light = made.events
    .filter((event) => event.kind === 'light')
    .map((event) => ({ at: event.at_min, title: event.title, detail: '', situation: null }))
  return [...situations, ...light].sort((a, b) => (a.at ?? -1) - (b.at ?? -1))
})
const print = (): void => window.print()
</script>

<template>
  <TopBar :shoot="shoot" :title="cards ? `${cards.title}: cards` : 'Cards'" :in-file="!field.askReply" page="cards" />
  <main>
    <p v-if="problem" role="alert" class="stop">{{ problem }}</p>
    <p v-if="!cards && loading" aria-busy="true">The cards are made from the shoot’s plans…</p>
    <p v-else-if="!cards && isAway">
      The server is away and this device has not seen these cards yet. Open the page once where the server can be reached.
    </p>
    <p v-else-if="cards && !cards.cards.length">No card: the shoot has no situation with a body and a lens.</p>
    <p v-for="each in cards?.left_out" :key="each" class="cost">Left out: {{ each }}</p>
    <ul class="day no-print">
      <li v-for="row in rows" :key="`${row.situation}${row.title}${row.at}`" :class="{ light: !row.situation }">
        <a v-if="row.situation" :href="`#card/${row.situation}`">
          <span class="clock">{{ row.at === null ? '' : clockOf(row.at) }}</span>
          <span
            ><b>{{ row.title }}</b
            ><span class="soft">{{ row.detail }}</span></span
          >
        </a>
        <template v-else
          ><span class="clock">{{ clockOf(row.at!) }}</span> {{ row.title }}</template
        >
      </li>
    </ul>
    <div v-if="cards" class="strips print-only">
      <section v-for="card in cards.cards" :key="card.situation_id">
        <h2>{{ card.title }}</h2>
        <CardBody :card="card" />
      </section>
    </div>
  </main>
  <footer>
    <span role="status">{{ alarm.said.value }}</span>
    <button type="button" :aria-pressed="alarm.on.value" :disabled="!cards?.events.length" @click="alarm.toggle()">
      {{ alarm.on.value ? 'Alarm on' : 'Alarm' }}
    </button>
    <button type="button" :disabled="!cards?.cards.length" @click="print">Print</button>
  </footer>
</template>
