<script setup lang="ts">
/** One test: what for, what it needs, what to shoot in which order; then its frames, and what they told. */
import { Button } from 'ant-design-vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'
import type { Asked, BenchAbout } from '@/api/types'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import ChoiceField from '@/shared/ChoiceField.vue'
import AskedFields from './AskedFields.vue'
import FilesButton from './FilesButton.vue'
import FramesLook from './FramesLook.vue'
import OutcomeView from './OutcomeView.vue'
import SlicesView from './SlicesView.vue'
import StackPictures from './StackPictures.vue'
import { type RunKit, useRun } from './useRun'

const props = defineProps<{ about: BenchAbout }>()
const emit = defineEmits<{ measured: [] }>()
for (const kind of ['bodies', 'lenses'] as const) loadKind(kind).catch(() => undefined)
const bodies = useEntries('bodies')
const lenses = useEntries('lenses')
const owned = computed(() => bodies.value.map((entry) => currentOf(entry)!).filter((body) => !body.archived))
const glass = computed(() => lenses.value.map((entry) => currentOf(entry)!).filter((lens) => !lens.archived))
const chosenBody = ref('')
const bodyId = computed({ get: () => chosenBody.value || owned.value[0]?.id || '', set: (id) => (chosenBody.value = id) })
const lensId = ref('')
const asked = ref<Partial<Asked>>({})

const kit = computed<RunKit | null>(() => (bodyId.value ? { bodyId: bodyId.value, lensId: lensId.value || null, asked: asked.value } : null))
const list = useQuery({
  queryKey: computed(() => ['bench-shots', props.about.id, kit.value]),
  queryFn: () =>
    answered(
      client.POST('/api/v1/bench/shots', {
        body: { test: props.about.id, body_id: kit.value!.bodyId, lens_id: kit.value!.lensId, asked: asked.value as Asked },
      }),
    ),
  enabled: () => kit.value !== null,
  placeholderData: (before) => before,
})
const shots = computed(() => list.data.value?.shots ?? [])
const columns = computed(() => [...new Set(shots.value.flatMap((shot) => Object.keys(shot.set)))])
const seed = ref(1)
const { run, updated, working, share, sending, failed, begin, send, cancel, noteTaken } = useRun(
  () => props.about.id,
  () => props.about.title,
  () => emit('measured'),
)
function simulate(): void {
  if (kit.value) void begin(kit.value, { seed: seed.value++ })
}
/** The frames of the run that is shown, once more with what is asked now. */
function again(): void {
  if (kit.value && run.value) void begin(kit.value, run.value.source === 'files' ? { files: [...run.value.files] } : { seed: run.value.seed })
}
function accept(iso: number): void {
  asked.value = { ...asked.value, accepted_iso: iso }
  again()
}
const print = (): void => window.print()
</script>

<template>
  <article class="test">
    <h1>{{ about.title }}</h1>
    <p class="purpose">{{ about.purpose }}</p>
    <div class="two">
      <div>
        <h3>It needs</h3>
        <ul>
          <li v-for="each in about.needs" :key="each">{{ each }}</li>
        </ul>
      </div>
      <div>
        <h3>How</h3>
        <ol>
          <li v-for="each in about.how" :key="each">{{ each }}</li>
        </ol>
      </div>
    </div>
    <p v-if="about.care" class="care">{{ about.care }}</p>
    <p class="soft">It offers {{ about.offers }}.</p>

    <p v-if="!owned.length" class="empty">No body yet. <RouterLink to="/gear">Add one in Gear</RouterLink>; the shot list is made for it.</p>
    <form v-else class="kit no-print" @submit.prevent="simulate">
      <ChoiceField v-model:value="bodyId" label="Body" :options="owned.map((each) => ({ value: each.id, label: each.name }))" />
      <ChoiceField
        v-if="about.id === 'hand_hold'"
        v-model:value="lensId"
        label="Lens"
        :options="[{ value: '', label: 'a 50 mm lens' }, ...glass.map((each) => ({ value: each.id, label: each.name }))]" />
      <AskedFields v-model:asked="asked" :test="about.id" />
    </form>

    <template v-if="shots.length">
      <h2>Shot list <button class="link no-print" @click="print">print</button></h2>
      <table class="list">
        <thead>
          <tr>
            <th scope="col">No.</th>
            <th scope="col">What</th>
            <th v-for="column in columns" :key="column" scope="col">{{ column.replace('_', ' ') }}</th>
            <th v-if="about.wants !== 'notes'" scope="col">Frames</th>
            <th scope="col">It shall show</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(shot, k) in shots" :key="k">
            <th scope="row">{{ k + 1 }}</th>
            <td>{{ shot.title }}</td>
            <td v-for="column in columns" :key="column">{{ shot.set[column] ?? '' }}</td>
            <td v-if="about.wants !== 'notes'">{{ shot.frames }}</td>
            <td>{{ shot.expects }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <p v-if="list.error.value" class="stop" role="alert">{{ list.error.value.message }}</p>

    <div v-if="kit" class="do no-print">
      <Button v-if="about.wants === 'notes'" type="primary" :disabled="working" @click="simulate">Work it out</Button>
      <FilesButton v-else :label="`Frames of ${about.title}`" :disabled="working || sending !== ''" @files="(files) => send(kit!, files)"
        >Measure my frames…</FilesButton
      >
      <Button v-if="about.wants !== 'notes'" :disabled="working || sending !== ''" @click="simulate">Try it with simulated frames</Button>
      <Button v-if="run && about.wants !== 'notes'" :disabled="working || sending !== ''" @click="again">The same frames again</Button>
      <template v-if="working || sending">
        <progress :value="sending ? undefined : share" aria-label="Measuring" />
        <span role="status">{{
          sending ? `Sending ${sending}` : about.wants === 'notes' ? 'Working it out' : 'Opening and measuring the frames'
        }}</span>
        <button class="link" @click="cancel">Stop</button>
      </template>
    </div>
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <StackPictures
      v-if="about.id === 'stack' && run?.outcome?.figures.length && !working"
      :run-id="run.id"
      :updated="updated"
      :trails="run.asked.way === 'trails'"
      :points="run.asked.points_px !== null" />
    <FramesLook v-if="about.id === 'stack' && run?.outcome && !working" :key="run.id" :run="run" />
    <SlicesView v-if="run?.outcome?.slices.length && !working" :key="run.id" :run="run" :updated="updated" @accept="accept" />
    <OutcomeView v-if="run?.outcome && !working" :run="run" :how="about.how" @taken="noteTaken" />
  </article>
</template>

<style scoped>
.test {
  grid-template-columns: minmax(0, 1fr);
  display: grid;
  gap: 10px;
}

.purpose {
  max-width: 720px;
  font-size: 15px;
  line-height: 1.45;
}

.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 6px 28px;
}

ul,
ol {
  margin: 2px 0 0;
  padding-left: 18px;
  line-height: 1.45;
}

.kit {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 10px 16px;
  max-width: 760px;
}

.do {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}

.care {
  font-size: 12.5px;
}
</style>
