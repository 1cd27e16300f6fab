<script setup lang="ts">
/** The brief in words, the schools followed, findings with their remedies, and other ways. */
import OwnWord from '@/shared/OwnWord.vue'
import { computed } from 'vue'
import type { Alternative, Finding, NamedLight, Plan, PlannedSituation, Price } from '@/api/types'
import { apertureText, clockText, evText, isoText, kelvinText, shutterText, signedStops } from '@/shared/format'
import { distanceBand, speedBand } from '@/shared/units'
import { labelOf } from '@/planning/labels'
import type { Changes } from '@/planning/pins'
import RawAnswer from './RawAnswer.vue'

const props = defineProps<{ planned: PlannedSituation; plan: Plan | null; place: number; of: number; lights: readonly NamedLight[] }>()
const emit = defineEmits<{
  edit: [section: string]
  order: []
  schools: [question: string]
  remedy: [changes: Changes]
  choose: [alternative: Alternative]
}>()

const rows = computed(() => {
  const { situation } = props.planned
  const light = situation.light
  const named = light.kind === 'named' ? props.lights.find((item) => item.id === light.name) : undefined
  const ev = light.kind === 'ev' ? light.ev100 : (props.plan?.light.ev100 ?? named?.ev100)
  const speed = situation.speed
  const seen = props.plan?.light
  const between = seen && light.kind !== 'named' && seen.ev_high - seen.ev_low > 0.6 ? `${evText(seen.ev_low)} to ${evText(seen.ev_high)}` : null
  return [
    { label: 'Light', value: `${ev === undefined ? '' : evText(ev)}${sort(named)}`, section: 'light' },
    {
      label: 'Colour',
      value: `${kelvinText(light.cct_k ?? named?.cct_k ?? seen?.cct_k ?? 5500)}${seen?.flicker_hz ? `, pulses ${[seen.flicker_hz, situation.second_flicker_hz].filter(Boolean).join(' and ')} Hz` : ''}${situation.second_cct_k ? `, second ${kelvinText(situation.second_cct_k)}` : ''}`,
      section: 'light',
    },
    ...(between ? [{ label: 'Between', value: between, section: 'light' }] : []),
    {
      label: 'Subject',
      value: `${labelOf('subject', situation.subject ?? 'usual')}${speed.high_m_s ? `, ${speedBand(speed)}` : ''}, ${labelOf('direction', situation.direction)}`,
      section: 'subject',
    },
    { label: 'Distance', value: distanceBand(situation.near_m, situation.far_m ?? null), section: 'subject' },
    {
      label: 'Focal length',
      value: `${Math.round(props.plan?.choice.focal_length_mm ?? situation.focal_length_mm ?? 0) || '–'} mm${situation.focal_length_mm ? '' : ', chosen'}`,
      section: 'kit',
    },
    { label: 'Support', value: labelOf('support', situation.support), section: 'subject' },
    { label: 'Look', value: labelOf('look', situation.look), section: 'look' },
    { label: 'For', value: labelOf('output', situation.output), section: 'look' },
    { label: 'Rules', value: situation.constraints.map((c) => labelOf('constraint', c)).join(', ') || 'none', section: 'look' },
  ]
})
/** What kind of light it is: its name, the sky, or a reading. */
function sort(named: NamedLight | undefined): string {
  const { light } = props.planned.situation
  if (light.kind === 'sky') return ` · sky, ${labelOf('sky', light.condition ?? 'clear')}`
  if (light.kind === 'reading') return ` · read${light.at_min !== null && light.at_min !== undefined ? ` at ${clockText(light.at_min)}` : ''}`
  return named ? ` · ${named.label.toLowerCase()}` : ''
}

const schools = computed(() => Object.entries(props.plan?.schools_followed ?? {}).slice(0, 4))
const findings = computed(() => props.plan?.findings ?? [])

function tone(finding: Finding): string {
  if (finding.handled_by.length) return 'handled'
  return finding.level
}

const priceText = (price: Price): string => `${price.label} ${signedStops(price.ev)}${price.seen === 'not' ? ', not seen' : ''}`

function costs(alternative: Alternative): string {
  return alternative.costs_nothing ? 'no limit passed' : alternative.costs.map(priceText).join(', ')
}

function name(alternative: Alternative): string {
  const { shutter_s: shutter, aperture, iso } = alternative.choice
  const axis = Object.keys(alternative.change)[0]
  if (alternative.id === 'cleaner_file') return `${alternative.label}, ISO ${isoText(iso)}`
  if (alternative.id.endsWith('depth')) return `${alternative.label}, ${apertureText(aperture)}`
  return axis ? `${alternative.label}, ${shutterText(shutter)}` : alternative.label
}
</script>

<template>
  <div class="brief">
    <div class="label">Situation {{ place }} of {{ of }} <button v-if="of > 1" class="link" @click="emit('order')">order</button></div>
    <h1>{{ planned.situation.title }}</h1>
    <div class="rows">
      <button v-for="row in rows" :key="row.label" class="plain row" :title="`Edit: ${row.label}`" @click="emit('edit', row.section)">
        <span class="soft">{{ row.label }}</span>
        <span class="said">{{ row.value }}</span>
      </button>
    </div>
    <button class="link edit" @click="emit('edit', 'light')">Edit the brief and kit</button>

    <template v-if="plan">
      <p v-if="!plan.advice.feasible" class="compromise">
        {{ plan.advice.sentence }}
        <span v-if="plan.advice.helps.length" class="soft">What would help: {{ plan.advice.helps.join(' ') }}</span>
      </p>

      <h3>Findings</h3>
      <p v-if="!findings.length" class="soft">Nothing stands in the way.</p>
      <article v-for="finding in findings" :key="finding.code" class="finding" :class="tone(finding)">
        <p>
          <RouterLink class="title" :to="`/atlas/checks/${finding.code}`">{{ finding.title }}</RouterLink> {{ finding.sentence }}
          <span v-if="finding.handled_by.length" class="soft"
            >Handled by {{ finding.handled_by.map((id) => labelOf('setting', id)).join(', ') }}.
          </span>
          <span v-if="finding.residual" class="soft">{{ finding.residual }}</span>
        </p>
        <RawAnswer v-if="finding.code === 'raw_variant_untried'" :planned="planned" :file="String(plan.setup.settings.file?.value)" />
        <button v-if="finding.remedy" class="link" @click="emit('remedy', finding.remedy.changes)">{{ finding.remedy.label }}</button>
        <span v-if="finding.remedy?.costs.length" class="cost"> {{ finding.remedy.costs.map(priceText).join(', ') }}</span>
        <span v-if="finding.remedy?.raises?.length" class="cost"> then: {{ finding.remedy.raises.join(', ') }}</span>
      </article>

      <h3>Other ways</h3>
      <button v-for="way in plan.alternatives" :key="way.id" class="plain way" :title="way.gains" @click="emit('choose', way)">
        <span>{{ name(way) }}</span>
        <span class="price" :class="way.costs_nothing ? 'soft' : 'cost'">{{ costs(way) }}</span>
      </button>

      <h3>Schools followed <OwnWord word="School" /> <button class="link" @click="emit('schools', 'exposure')">compare</button></h3>
      <dl class="schools">
        <template v-for="[question, school] in schools" :key="question">
          <dt class="soft">{{ question }}</dt>
          <dd>{{ school }}</dd>
        </template>
      </dl>

      <template v-if="plan.cautions.length">
        <h3>Take care</h3>
        <p v-for="caution in plan.cautions" :key="caution" class="care">{{ caution }}</p>
      </template>
    </template>
  </div>
</template>

<style scoped>
.brief {
  display: grid;
  gap: 5px;
  align-content: start;
}

h1 {
  margin-bottom: 3px;
  line-height: 1.15;
}

h3 {
  margin-top: 8px;
}

.row {
  display: grid;
  grid-template-columns: 76px minmax(0, 1fr);
  gap: 8px;
  width: 100%;
  padding: 1px 0;
  border-bottom: 1px solid var(--rule);
  line-height: 1.3;
}

.row:hover .said {
  color: var(--move);
}

.compromise {
  padding: 5px 8px;
  border: 1px solid var(--cost);
}

.finding {
  padding: 4px 8px 5px;
  border-left: 3px solid var(--cost);
  background: var(--sheet);
  line-height: 1.32;
}

.title {
  color: inherit;
  font-weight: 600;
  text-decoration: none;
}

.title:hover {
  color: var(--move);
  text-decoration: underline;
}

.finding.stop {
  border-color: var(--stop);
  color: inherit;
}

.finding.handled,
.finding.note {
  border-color: var(--edge);
}

.way {
  display: grid;
  grid-template-columns: minmax(0, 1fr) max-content;
  gap: 8px;
  width: 100%;
}

.way:hover span:first-child {
  color: var(--move);
  text-decoration: underline;
}

.price {
  max-width: 118px;
  font-stretch: 82%;
  text-align: right;
}

.schools {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 1px 10px;
}

.care {
  font-size: 12px;
  line-height: 1.3;
}

/* On a telephone what is found comes before what was asked. */
@media (max-width: 760px) {
  .brief {
    display: flex;
    flex-direction: column;
  }

  .rows,
  .edit {
    order: 1;
  }

  .row {
    align-items: center;
  }
}
</style>
