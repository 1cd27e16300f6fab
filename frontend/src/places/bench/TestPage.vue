<script setup lang="ts">
/** One test: what for, what it needs, what to shoot in which order; then its frames, and what they told. */
import { Button } from 'ant-design-vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'
import type { Asked, BenchAbout } from '@/api/types'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import ChoiceField from '@/shared/ChoiceField.vue'
import { isoText } from '@/shared/format'
import NumberField from '@/shared/NumberField.vue'
import NumberListField from '@/shared/NumberListField.vue'
import { parseIso } from '@/shared/numbers'
import FilesButton from './FilesButton.vue'
import OutcomeView from './OutcomeView.vue'
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
const LOOKS = ['standard', 'neutral', 'flat', 'mono'].map((value) => ({ value, label: value }))
const MAINS = [50, 60].map((hz) => ({ value: String(hz), label: `${hz} Hz` }))

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
const { run, working, share, sending, failed, begin, send, cancel, noteTaken } = useRun(
  () => props.about.id,
  () => props.about.title,
  () => emit('measured'),
)
function simulate(): void {
  if (kit.value) void begin(kit.value, { seed: seed.value++ })
}
const has = (field: 'look' | 'mains' | 'kelvins' | 'accepted' | 'focal'): boolean =>
  ({ look: ['headroom'], mains: ['readout', 'flicker'], kelvins: ['white_card'], accepted: ['iso_ladder'], focal: ['hand_hold'] })[field].includes(
    props.about.id,
  )
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
        v-if="has('focal')"
        v-model:value="lensId"
        label="Lens"
        :options="[{ value: '', label: 'a 50 mm lens' }, ...glass.map((each) => ({ value: each.id, label: each.name }))]" />
      <ChoiceField
        v-if="has('look')"
        label="Look"
        :value="asked.look ?? 'standard'"
        :options="LOOKS"
        @update:value="(look) => (asked = { ...asked, look })" />
      <ChoiceField
        v-if="has('mains')"
        label="Mains"
        :value="String(asked.mains_hz ?? 50)"
        :options="MAINS"
        @update:value="(hz) => (asked = { ...asked, mains_hz: hz === '60' ? 60 : 50 })" />
      <NumberField
        v-if="has('accepted')"
        label="Highest ISO you still accept"
        pointer="/bench/accepted"
        optional
        empty-means="look first, say then"
        :value="asked.accepted_iso ?? null"
        :least="25"
        :most="10000000"
        :parse="parseIso"
        :format="isoText"
        @update:value="(accepted_iso) => (asked = { ...asked, accepted_iso })" />
      <NumberListField
        v-if="has('kelvins')"
        label="Kelvin settings, in order"
        pointer="/bench/kelvins"
        :values="asked.kelvins ?? [2800, 3400, 4200, 5200, 6500]"
        empty-means="as usual"
        @change="(kelvins: number[] | null) => (asked = { ...asked, kelvins: kelvins?.length ? kelvins : undefined })" />
    </form>

    <template v-if="shots.length">
      <h2>Shot list <button class="link no-print" @click="print">print</button></h2>
      <table class="list">
        <thead>
          <tr>
            <th scope="col">No.</th>
            <th scope="col">What</th>
            <th v-for="column in columns" :key="column" scope="col">{{ column.replace('_', ' ') }}</th>
            <th scope="col">Frames</th>
            <th scope="col">It shall show</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(shot, k) in shots" :key="k">
            <th scope="row">{{ k + 1 }}</th>
            <td>{{ shot.title }}</td>
            <td v-for="column in columns" :key="column">{{ shot.set[column] ?? '' }}</td>
            <td>{{ shot.frames }}</td>
            <td>{{ shot.expects }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <p v-if="list.error.value" class="stop" role="alert">{{ list.error.value.message }}</p>

    <div v-if="kit" class="do no-print">
      <FilesButton :label="`Frames of ${about.title}`" :disabled="working || sending !== ''" @files="(files) => send(kit!, files)"
        >Measure my frames…</FilesButton
      >
      <Button :disabled="working || sending !== ''" @click="simulate">Try it with simulated frames</Button>
      <template v-if="working || sending">
        <progress :value="sending ? undefined : share" aria-label="Measuring" />
        <span role="status">{{ sending ? `Sending ${sending}` : 'Opening and measuring the frames' }}</span>
        <button class="link" @click="cancel">Stop</button>
      </template>
    </div>
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <OutcomeView v-if="run?.outcome && !working" :run="run" :how="about.how" @taken="noteTaken" />
  </article>
</template>

<style scoped>
.test {
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
