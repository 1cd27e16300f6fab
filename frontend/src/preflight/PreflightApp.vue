<script setup lang="ts">
/** The pre-flight of a shoot, for one hand and a small screen: every line a target, its reason a tap away. */
import { computed, ref } from 'vue'
import type { Line, Tick } from './ticks'
import TopBar from './TopBar.vue'
import type { Check } from './useChecklist'

const props = defineProps<{ shoot: string; check: Check }>()
const { check } = props
const { list, stands, carried, unsent, done, secondsLeft, failedOn, isAway, problem, loading } = check

const GROUPS: Record<Line['group'], string> = {
  body: 'On the body', lens: 'On the lenses', power: 'Power', cards: 'Cards', clock: 'Clock and names', settings: 'Settings', bag: 'In the bag',
  weather: 'Weather', people: 'People', safety: 'Safety',
  back: 'Setting back',
} // prettier-ignore
const openOnly = ref(false)
const evening = ref(false)
const opened = ref<string | null>(null)
const last = ref<{ code: string; before: Tick['state'] } | null>(null)

const stateOf = (line: Line): Tick['state'] => stands.value.get(line.code)?.state ?? 'undone'
const all = computed(() => (evening.value ? list.value?.after : list.value?.lines) ?? [])
const shown = computed(() => all.value.filter((line) => !openOnly.value || stateOf(line) !== 'done'))
/** Body by body, then what is not the camera's; within each in the order of reach. */
const parts = computed(() => {
  const found: { title: string; group: string; lines: Line[] }[] = []
  for (const line of shown.value) {
    const title = line.body_id ? (list.value!.bodies[line.body_id] ?? 'Camera') : 'The day'
    const part = found.at(-1)
    if (part?.title === title && part.group === line.group) part.lines.push(line)
    else found.push({ title, group: line.group, lines: [line] })
  }
  return found.map((part, i) => ({ ...part, heads: i === 0 || found[i - 1]!.title !== part.title }))
})
function set(line: Line, state: Tick['state']): void {
  last.value = { code: line.code, before: stateOf(line) }
  void check.mark(line.code, state)
}
function undo(): void {
  if (!last.value) return
  void check.mark(last.value.code, last.value.before)
  last.value = null
}
const minutes = computed(() => Math.ceil(secondsLeft.value / 60))
const saved = computed(() =>
  check.save
    ? `${unsent.value} to save in this file`
    : isAway.value
      ? `Away: kept here${unsent.value ? `, ${unsent.value} not sent` : ''}`
      : unsent.value
        ? `${unsent.value} being sent`
        : 'All sent',
)
const dayOf = (moment: string): string => new Date(moment).toLocaleDateString(undefined, { day: 'numeric', month: 'short' })

const print = (): void => window.print()
const took = ref('')
async function takeIn(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (file) took.value = await check.takeIn!(await file.text())
  input.value = ''
}
</script>

<template>
  <TopBar :shoot="shoot" :title="list?.title ?? 'Pre-flight'" :in-file="!!check.save" page="checklist">
    <p v-if="list" role="status">
      <b>{{ done }}</b> of {{ list.lines.length }} done<template v-if="minutes">, about {{ minutes }} min left</template
      ><template v-else>: ready</template>.
    </p>
    <progress v-if="list" :value="done" :max="list.lines.length" aria-label="Lines done" />
  </TopBar>
  <main>
    <p v-if="problem" role="alert" class="stop">{{ problem }}</p>
    <p v-if="!list && loading" aria-busy="true">The checklist is made from the shoot’s plans…</p>
    <p v-else-if="!list && isAway">
      The server is away and this device has not seen this shoot yet. Open the page once where the server can be reached.
    </p>
    <p v-else-if="list && !list.lines.length">Nothing to check: the shoot has no situation with a body and a lens.</p>
    <p v-for="each in list?.left_out" :key="each" class="cost">Left out: {{ each }}</p>
    <section v-for="part in parts" :key="part.title + part.group">
      <h2 v-if="part.heads">{{ part.title }}</h2>
      <h3>{{ GROUPS[part.group as Line['group']] }}</h3>
      <ul>
        <li v-for="line in part.lines" :key="line.code" :class="stateOf(line)">
          <div class="row">
            <button
              type="button"
              class="tick"
              :aria-pressed="stateOf(line) === 'done'"
              @click="set(line, stateOf(line) === 'done' ? 'undone' : 'done')">
              <span class="box" aria-hidden="true">{{ stateOf(line) === 'done' ? '✓' : stateOf(line) === 'failed' ? '!' : '' }}</span>
              <span>{{ line.do }}<em v-if="carried.has(line.code) && stateOf(line) === 'undone'"> open since last time</em></span>
            </button>
            <button
              type="button"
              class="why"
              :aria-expanded="opened === line.code"
              :aria-label="`Why: ${line.do}`"
              @click="opened = opened === line.code ? null : line.code">
              ?
            </button>
          </div>
          <div v-if="opened === line.code" class="more">
            <p>{{ line.why }}</p>
            <p class="soft">
              {{ line.where }} · {{ line.seconds }} s<template v-if="line.frames_at_risk"> · {{ line.frames_at_risk }} frames at risk</template>
            </p>
            <p v-if="line.situations.length" class="soft">For {{ line.situations.join(', ') }}.</p>
            <p v-if="failedOn[line.code]" class="cost">Was wrong on {{ dayOf(failedOn[line.code]!) }}.</p>
            <button type="button" class="wrong" @click="set(line, stateOf(line) === 'failed' ? 'undone' : 'failed')">
              {{ stateOf(line) === 'failed' ? 'Put right' : 'It is wrong' }}
            </button>
          </div>
        </li>
      </ul>
    </section>
    <section v-if="check.takeIn && list" class="along">
      <h3>Without this server</h3>
      <p class="soft">One file with the whole list: open it on any telephone. It keeps its ticks and saves them as a small file to take in here.</p>
      <p>
        <a :href="`/api/v1/pack/pre-flight/${shoot}/file`" download>Take it along as a file</a>
      </p>
      <label>Take in ticks <input type="file" accept=".json,application/json" @change="takeIn" /></label>
      <p v-if="took" role="status">{{ took }}</p>
    </section>
  </main>
  <footer>
    <span role="status" :class="{ cost: isAway }">{{ saved }}</span>
    <button type="button" :disabled="!last" @click="undo">Undo</button>
    <button type="button" :aria-pressed="openOnly" @click="openOnly = !openOnly">{{ openOnly ? 'All' : 'Open only' }}</button>
    <button type="button" :disabled="!done" @click="check.newRun()">New run</button>
    <button type="button" :aria-pressed="evening" @click="evening = !evening">{{ evening ? 'Before' : 'After' }}</button>
    <button v-if="check.save" type="button" :disabled="!unsent" @click="check.save()">Save ticks</button>
    <button type="button" @click="print">Print</button>
  </footer>
</template>
