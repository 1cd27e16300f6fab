<script setup lang="ts">
/** A shoot in six questions, each with pictures: what, where and when, with what, how far, which light, what for. It ends in the plan. */
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import type { Situation } from '@/api/types'
import { beginningPicture } from '@/planning/beginningPictures'
import { labelOf, optionsOf } from '@/planning/labels'
import { currentOf } from '@/saving/documents'
import ChoiceField from '@/shared/ChoiceField.vue'
import CoordinateFields from '@/shared/CoordinateFields.vue'
import DayField from '@/shared/DayField.vue'
import DistanceField from '@/shared/DistanceField.vue'
import NumberField from '@/shared/NumberField.vue'
import { parseClock, writeClock } from '@/shared/numbers'
import PictureChoice from '@/shared/PictureChoice.vue'
import { tables } from '@/shared/tables'
import { distanceBand } from '@/shared/units'
import { useOpenThing } from '@/shell/open'
import BeginKit from './BeginKit.vue'
import SheetPicture from './SheetPicture.vue'
import { SKIES, useBegin, usualDistance } from './useBegin'

const router = useRouter()
const begin = useBegin()
const { answers, loaded, kit, problem, places, begun, light, far, skyTells, missing, working, open } = begin

const whats = computed(() =>
  (tables.value?.beginnings ?? []).map((each) => ({
    value: each.id,
    label: each.label,
    says: labelOf('genre', each.genre),
    picture: beginningPicture(each.id, usualDistance(each)),
  })),
)
const distances = computed(() =>
  (begun.value?.distances ?? []).map((each, k) => ({
    value: String(k),
    label: each.label,
    says: distanceBand(each.near_m, each.far_m ?? null),
    picture: beginningPicture(begun.value!.id, k),
  })),
)
const lights = computed(() => [
  ...(begun.value?.lights ?? []).map((name) => ({
    value: name,
    label: tables.value?.lights.find((each) => each.id === name)?.label ?? name,
    picture: beginningPicture(begun.value!.id, name),
  })),
  ...(skyTells.value ? SKIES.map(({ value, label }) => ({ value, label, picture: beginningPicture(begun.value!.id, begun.value!.lights[0]!) })) : []),
])
const outputs = optionsOf<Situation['output']>('output')
const placeOptions = computed(() => [
  { value: '', label: places.value.length ? 'none of these' : 'none saved yet' },
  ...places.value.map((entry) => ({ value: entry.id, label: currentOf(entry)!.name })),
])

/** Another subject: its own distances and lights, not those chosen for the one before. */
function choose(what: string): void {
  answers.value = { ...answers.value, what, far: '', light: '', near_m: null, far_m: null }
}
const go = (): Promise<void> => open((to) => router.push(to))
useOpenThing(() => '')
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>Plan a shoot now</h1>
      <p class="soft">Six questions. What you leave open is as usual, and every answer can be changed in the plan.</p>
    </div>
    <!-- Cameras that arrive late would push the questions away under the hand. -->
    <p v-if="!loaded || !tables || !(kit || problem)" class="soft" aria-busy="true">Opening…</p>
    <form v-else @submit.prevent="go">
      <section aria-labelledby="begin-what">
        <h2 id="begin-what">1. What?</h2>
        <PictureChoice :value="answers.what" label="What you photograph" :options="whats" @update:value="choose" />
      </section>
      <section aria-labelledby="begin-where">
        <h2 id="begin-where">2. Where and when?</h2>
        <p class="soft">With a day and a place the sky tells its light. Both may wait.</p>
        <div class="row">
          <DayField v-model:value="answers.date" label="Day" pointer="/begin/date" />
          <NumberField
            v-model:value="answers.startsAt"
            label="From"
            pointer="/begin/starts"
            optional
            empty-means="any time"
            late
            :parse="parseClock"
            :format="writeClock" />
          <ChoiceField v-model:value="answers.placeId" label="Saved place" searchable :options="placeOptions" />
          <CoordinateFields
            v-if="!answers.placeId"
            :latitude="answers.latitude"
            :longitude="answers.longitude"
            pointer="/begin"
            optional
            @moved="({ latitude_deg, longitude_deg }) => (answers = { ...answers, latitude: latitude_deg, longitude: longitude_deg })" />
        </div>
      </section>
      <section aria-labelledby="begin-kit">
        <h2 id="begin-kit">3. With what?</h2>
        <BeginKit :begin="begin" />
      </section>
      <template v-if="begun">
        <section aria-labelledby="begin-far">
          <h2 id="begin-far">4. How far?</h2>
          <PictureChoice :value="String(far)" label="How far" :options="distances" @update:value="(value) => (answers.far = value)" />
          <div class="row">
            <DistanceField
              v-model:value="answers.near_m"
              label="Or nearest"
              pointer="/begin/near"
              :above="0"
              late
              optional
              empty-means="as the picture" />
            <DistanceField
              v-model:value="answers.far_m"
              label="and farthest"
              pointer="/begin/far"
              :above="0"
              late
              optional
              empty-means="as the picture" />
          </div>
        </section>
        <section aria-labelledby="begin-light">
          <h2 id="begin-light">5. Which light?</h2>
          <PictureChoice :value="light" label="Light" :options="lights" @update:value="(value) => (answers.light = value)" />
        </section>
        <section aria-labelledby="begin-for">
          <h2 id="begin-for">6. What for?</h2>
          <PictureChoice v-model:value="answers.output" label="What for" small :options="outputs">
            <template #picture="{ option }"><SheetPicture :output="option.value" /></template>
          </PictureChoice>
        </section>
      </template>
      <div class="foot">
        <Button type="primary" html-type="submit" :loading="working">Open the plan</Button>
        <p v-if="problem" class="stop" role="alert">{{ problem }}</p>
        <p v-else-if="missing" class="soft">{{ missing }}</p>
      </div>
    </form>
  </div>
</template>

<style scoped>
form {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 18px;
}

h2 {
  margin-bottom: 4px;
}

section > p {
  margin-bottom: 6px;
}

.row {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 10px 14px;
  max-width: 900px;
  margin-top: 6px;
}

.foot {
  position: sticky;
  bottom: 0;
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 10px 0;
  border-top: 1px solid var(--rule);
  background: var(--wall);
}
</style>
