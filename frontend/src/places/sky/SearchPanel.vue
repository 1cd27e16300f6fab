<script setup lang="ts">
/** Nights that fit a wish, over months: month by month with progress, ranked, and taken along as a calendar file. */
import { Button, Checkbox } from 'ant-design-vue'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { NightHit, NightWish, SkyContext } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { clockText } from '@/shared/format'
import { parseClock } from '@/shared/numbers'
import NumberField from '@/shared/NumberField.vue'
import { fixed } from '@/shared/numberText'
import { daysAfter } from './dates'
import { takeCalendar } from './calendar'
import type { NightOver } from './useNight'
import { useWish } from './useWish'

const props = defineProps<{ over: NightOver; sky: SkyContext; place: string }>()
const emit = defineEmits<{ look: [date: string, minutes: number] }>()
const { asked } = props.over

const { wish, change, months, days, searched } = useWish()
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const CHUNK = 31

const hits = shallowRef<NightHit[]>([])
const chosen = ref<string[]>([])
const said = ref('')
const done = ref(0)
const running = ref(0)
const nearest = ref<string | null>(null)
const total = computed(() => Number(months.value) * CHUNK)
const searching = computed(() => running.value > 0 && done.value < total.value)

async function search(): Promise<void> {
  const mine = ++running.value
  const found: NightHit[] = []
  hits.value = []
  chosen.value = []
  said.value = ''
  nearest.value = null
  done.value = 0
  const whole = total.value
  searched.value = '1'
  let why = ''
  try {
    for (let from = 0; from < whole; from += CHUNK) {
      const sky = { ...props.sky, date: daysAfter(props.sky.date, from), readings: [] }
      const part = await answered(
        client.POST('/api/v1/sky/search', {
          body: { sky, days: Math.min(CHUNK, whole - from), wish: wish.value as NightWish, target: asked.value.target },
        }),
      )
      if (mine !== running.value) return
      found.push(...part.hits)
      if (!part.hits.length) why ||= part.sentence
      nearest.value ??= part.nearest ?? null
      hits.value = [...found].sort((a, b) => b.score - a.score || a.date.localeCompare(b.date))
      done.value = from + CHUNK
    }
    said.value = found.length ? `${found.length} nights fit; the best first.` : why
  } catch (error) {
    said.value = error instanceof Problem ? error.message : String(error)
  }
  running.value = mine
  done.value = whole
}
function stop(): void {
  running.value++
  done.value = total.value
  said.value = `Stopped. ${hits.value.length} nights found so far.`
}

function toggleDay(day: number, on: boolean): void {
  days.value = (on ? [...wish.value.weekdays, day].sort() : wish.value.weekdays.filter((each) => each !== day)).join('')
}
function toggleHit(date: string, on: boolean): void {
  chosen.value = on ? [...chosen.value, date] : chosen.value.filter((each) => each !== date)
}
async function take(): Promise<void> {
  const picked = hits.value.filter((hit) => !chosen.value.length || chosen.value.includes(hit.date))
  try {
    await takeCalendar(
      'nights',
      picked.map((hit) => ({
        title: `${asked.value.target}, ${props.place}`,
        date: hit.date,
        zone: props.sky.zone,
        from_min: hit.from_min,
        until_min: hit.until_min,
        note: hit.sentence,
        place: props.place,
        latitude_deg: props.sky.latitude_deg,
        longitude_deg: props.sky.longitude_deg,
        alarm_min: 120,
      })),
    )
  } catch (error) {
    said.value = error instanceof Problem ? error.message : String(error)
  }
}
// A link to hits is a link to their search.
onMounted(() => searched.value && void search())
const writeClock = (minutes: number): string => (minutes >= 1440 ? `1+${clockText(minutes)}` : clockText(minutes))
</script>

<template>
  <form class="panel" @submit.prevent="search">
    <p class="soft">{{ asked.target }} from {{ sky.date }} on, while the Sun is 18° down.</p>
    <div class="two">
      <NumberField
        label="Stands above"
        pointer="/wish/above"
        unit="°"
        :value="wish.above_deg"
        :least="-90"
        :most="90"
        @update:value="(value) => change({ above_deg: value ?? 15 })" />
      <ChoiceField
        :value="wish.moon"
        label="Moon"
        :options="[
          { value: 'below', label: 'below the horizon' },
          { value: 'up', label: 'above the horizon' },
          { value: 'any', label: 'either' },
        ]"
        @update:value="(moon) => change({ moon })" />
      <NumberField
        label="Not before"
        pointer="/wish/from"
        :value="wish.from_min"
        :least="720"
        :most="2160"
        :format="writeClock"
        :parse="parseClock"
        @update:value="(value) => change({ from_min: value ?? 1080 })" />
      <NumberField
        label="Not after"
        pointer="/wish/until"
        :value="wish.until_min"
        :least="720"
        :most="2160"
        :format="writeClock"
        :parse="parseClock"
        @update:value="(value) => change({ until_min: value ?? 1800 })" />
      <NumberField
        label="For at least"
        pointer="/wish/least"
        unit="min"
        :value="wish.at_least_min"
        :least="10"
        :most="720"
        @update:value="(value) => change({ at_least_min: value ?? 20 })" />
      <ChoiceField
        v-model:value="months"
        label="Over"
        :options="[
          { value: '3', label: '3 months' },
          { value: '6', label: '6 months' },
          { value: '12', label: 'a year' },
        ]" />
    </div>
    <fieldset class="days">
      <legend class="soft">Only evenings of (none: all)</legend>
      <Checkbox v-for="(day, i) in DAYS" :key="day" :checked="wish.weekdays.includes(i)" @update:checked="(on: boolean) => toggleDay(i, on)">{{
        day
      }}</Checkbox>
    </fieldset>
    <div class="line">
      <Button v-if="!searching" type="primary" size="small" html-type="submit">Search</Button>
      <Button v-else size="small" @click="stop">Stop</Button>
      <Button size="small" :disabled="!hits.length" @click="take"
        >{{ chosen.length ? `Calendar of ${chosen.length}` : 'Calendar of all' }} (.ics)</Button
      >
    </div>
    <progress v-if="searching" :value="done" :max="total" aria-label="Months searched" />
    <p v-if="said" role="status">
      {{ said }} <button v-if="nearest && !hits.length" type="button" class="link" @click="emit('look', nearest!, 1440)">Go to {{ nearest }}</button>
    </p>
    <ul v-if="hits.length" class="hits">
      <li v-for="hit in hits.slice(0, 40)" :key="hit.date" class="hit">
        <Checkbox :checked="chosen.includes(hit.date)" :aria-label="`Take ${hit.date}`" @update:checked="(on: boolean) => toggleHit(hit.date, on)" />
        <span>
          <button type="button" class="link" @click="emit('look', hit.date, (hit.from_min + hit.until_min) / 2)">{{ hit.date }}</button>
          <span class="soft"
            >&ensp;{{ DAYS[(new Date(`${hit.date}T12:00`).getDay() + 6) % 7] }}, Moon {{ Math.round(hit.moon_fraction * 100) }} %</span
          >
          <br />{{ hit.sentence }} Bearing {{ fixed(hit.azimuth_deg) }}°.
        </span>
      </li>
    </ul>
  </form>
</template>

<style scoped src="./panel.css"></style>
<style scoped>
fieldset {
  margin: 0;
  padding: 0;
  border: 0;
}

.line {
  display: flex;
  gap: 8px;
}

.hit {
  grid-template-columns: 20px minmax(0, 1fr);
}

.days :deep(.ant-checkbox-wrapper) {
  margin: 0;
}
</style>
