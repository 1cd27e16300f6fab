<script setup lang="ts">
/** The test frame: four questions answered by taps, the clicks that follow, asked again until it is right. */
import { computed, ref, type Ref, watch } from 'vue'
import TopBar from './TopBar.vue'
import type { Card, Field, Reply, Round } from './useField'

const props = defineProps<{ shoot: string; field: Field; card: Card }>()
const place = `wa-test-frame:${props.shoot}:${props.card.situation_id}`
type Answers = Round['answers']

const EDGES = { gap: 'gap', touches: 'touches', piled_up: 'piled up', cannot_tell: 'cannot tell' } as const
const FOCUS = { sharp: 'sharp', in_front: 'in front', behind: 'behind', smeared: 'smeared', elsewhere: 'on another thing' } as const
const COLOURS = { right: 'right', too_warm: 'too warm', too_cold: 'too cold', green: 'green', magenta: 'magenta' } as const

const rounds = ref<Round[]>([])
const reply = ref<Reply | null>(null)
const marks = ref<string[] | null>(null)
const edge = ref<keyof typeof EDGES | null>(null)
const focus = ref<keyof typeof FOCUS | null>(null)
const colour = ref<keyof typeof COLOURS | null>(null)
const problem = ref('')
const busy = ref(false)
const light = ref('')
const noted = ref(false)
const answering = ref(false)

/** Nothing tapped is lost: a dialogue goes on where it was left. */
const left = { rounds, reply, noted, answering, marks, edge, focus, colour }
try {
  const kept = JSON.parse(localStorage.getItem(place) ?? '{}') as Record<string, unknown>
  for (const [name, held] of Object.entries(left)) if (name in kept) (held as Ref<unknown>).value = kept[name]
} catch {
  // begun anew
}
watch(Object.values(left), () => {
  try {
    localStorage.setItem(place, JSON.stringify(Object.fromEntries(Object.entries(left).map(([name, held]) => [name, held.value]))))
  } catch {
    // a browser that keeps nothing
  }
})

const AS_PLANNED = { correction_ev: 0, faster_clicks: 0, closed_clicks: 0, tint: 0 }
const next = computed<Omit<Round, 'answers'>>(() => reply.value?.next_round ?? AS_PLANNED)
const asking = computed(() => reply.value === null || answering.value)
const complete = computed(() => marks.value !== null && edge.value && focus.value && colour.value)

function mark(tone: string | null): void {
  if (tone === null) marks.value = []
  else {
    const held = marks.value ?? []
    marks.value = held.includes(tone) ? held.filter((each) => each !== tone) : [...held, tone]
  }
}
function clear(): void {
  marks.value = null
  edge.value = focus.value = colour.value = null
}
async function answer(): Promise<void> {
  if (!props.field.askReply) return
  busy.value = true
  problem.value = ''
  const answers = { marks: marks.value, edge: edge.value, focus: focus.value, colour: colour.value } as Answers
  const taken = [...rounds.value, { ...next.value, answers }]
  try {
    reply.value = await props.field.askReply(props.card.situation_id, taken)
    rounds.value = taken
    answering.value = false
    clear()
    if (reply.value.passed) await write(true)
  } catch (error) {
    problem.value =
      error instanceof TypeError
        ? 'The server is away: it reckons the clicks. Your answers stay; until then the card says what marks mean.'
        : (error as Error).message
  } finally {
    busy.value = false
  }
}
async function write(passed: boolean): Promise<void> {
  const made = reply.value!
  await props.field.note({
    kind: 'test_frame',
    situation_id: props.card.situation_id,
    rounds: rounds.value,
    before: made.planned ?? {},
    after: made.values ?? {},
    passed,
    note: made.turned ?? '',
  })
  noted.value = true
}
async function keepLight(): Promise<void> {
  try {
    light.value = await props.field.keepLight!(props.card.situation_id, reply.value!.light!.ev100)
  } catch (error) {
    light.value = (error as Error).message
  }
}
async function anew(): Promise<void> {
  if (rounds.value.length && reply.value && !noted.value) await write(false)
  ;[rounds.value, reply.value, noted.value, light.value] = [[], null, false, '']
  answering.value = false
  clear()
}
</script>

<template>
  <TopBar :shoot="shoot" :title="`Test frame ${rounds.length + (asking ? 1 : 0)}: ${card.title}`" :in-file="!field.askReply" page="cards" />
  <main class="test">
    <p v-if="!field.askReply">The clicks are reckoned by the server, which this file cannot reach. The card says what marks mean.</p>
    <template v-else-if="asking">
      <p class="soft">Take a frame as the card says<template v-if="reply">, with what was turned</template>, look at it, and answer.</p>
      <fieldset>
        <legend>Over-marks, where?</legend>
        <button type="button" :aria-pressed="marks?.length === 0" @click="mark(null)">none</button>
        <button v-for="tone in card.tones" :key="tone" type="button" :aria-pressed="marks?.includes(tone) ?? false" @click="mark(tone)">
          {{ tone }}
        </button>
      </fieldset>
      <fieldset>
        <legend>Histogram’s right edge?</legend>
        <button v-for="(label, id) in EDGES" :key="id" type="button" :aria-pressed="edge === id" @click="edge = id">{{ label }}</button>
      </fieldset>
      <fieldset>
        <legend>Focus at full zoom, on what matters?</legend>
        <button v-for="(label, id) in FOCUS" :key="id" type="button" :aria-pressed="focus === id" @click="focus = id">{{ label }}</button>
      </fieldset>
      <fieldset>
        <legend>White and skin?</legend>
        <button v-for="(label, id) in COLOURS" :key="id" type="button" :aria-pressed="colour === id" @click="colour = id">{{ label }}</button>
      </fieldset>
    </template>
    <p v-if="problem" role="alert" class="stop">{{ problem }}</p>
    <section v-if="reply && !asking" class="reply" :class="reply.stage" role="status">
      <h2>
        {{
          reply.passed
            ? 'Right.'
            : reply.stage === 'given_up'
              ? 'These answers do not go together.'
              : reply.corrections.length
                ? 'Turn'
                : 'Look again'
        }}
      </h2>
      <ul v-if="reply.corrections.length && reply.stage !== 'given_up'">
        <li v-for="each in reply.corrections" :key="each.setting">{{ each.sentence }}</li>
      </ul>
      <p v-else>{{ reply.sentence }}</p>
      <p v-if="reply.corrections.length && !reply.passed" class="soft">{{ reply.because }}</p>
      <p v-if="reply.passed" class="soft">{{ reply.because }} {{ reply.turned }}</p>
      <template v-if="reply.light">
        <p>{{ reply.light.sentence }}</p>
        <button v-if="!light && Math.abs(reply.light.off_ev) > 0.1" type="button" @click="keepLight">Keep this light for the plan</button>
        <p v-if="light">{{ light }}</p>
      </template>
    </section>
    <details v-if="rounds.length">
      <summary>Frames so far: {{ rounds.length }}</summary>
      <ol>
        <li v-for="(each, k) in rounds" :key="k">
          {{ each.answers.marks?.length ? `marks on ${each.answers.marks.join(', ')}` : 'no marks' }}, {{ EDGES[each.answers.edge!] }},
          {{ FOCUS[each.answers.focus!] }}, {{ COLOURS[each.answers.colour!] }}
        </li>
      </ol>
    </details>
  </main>
  <footer>
    <span role="status">{{ asking && field.askReply ? 'Asked until it passes.' : '' }}</span>
    <button v-if="asking && field.askReply" type="button" class="main" :disabled="!complete || busy" @click="answer">
      {{ busy ? 'Reckoning…' : 'What to turn' }}
    </button>
    <button v-else-if="reply && !reply.passed && reply.stage !== 'given_up'" type="button" class="main" @click="answering = true">
      Done, next frame
    </button>
    <button v-if="rounds.length" type="button" @click="anew">Begin anew</button>
    <a class="button" :href="`#card/${card.situation_id}`">Card</a>
  </footer>
</template>
