<script setup lang="ts">
/** The card itself: big exposure, every setting by group, what yields first, findings. One A4 or Letter page. */
import { computed, ref } from 'vue'
import type { Phrasebook, Plan } from '@/api/types'
import { standsOnAnyDay } from '@/planning/layers'
import { sayValue, settingOf, tables } from '@/shared/tables'

const props = defineProps<{
  plan: Pick<Plan, 'setup' | 'findings'> & Partial<Plan>
  shoot: string
  title: string
  headline: string
  circumstances: string
  hand?: { book: Phrasebook | null; recall: string; by_hand: readonly string[] }
}>()

/** The foundation is on the body already: the card lists what this situation sets. */
const whole = ref(false)
const always = computed(() => Object.values(props.plan.setup.settings).filter((held) => standsOnAnyDay(held) && held.value !== null).length)

const phrases = computed(() => new Map((props.hand?.book?.phrases ?? []).map((phrase) => [phrase.setting, phrase])))
const handNames = computed(() => (props.hand?.by_hand ?? []).map((id) => phrases.value.get(id)?.words ?? settingOf(id)?.label ?? id).join(', '))

const groups = computed(() => {
  const found: { name: string; rows: { label: string; ours: string; value: string; held: boolean; byHand: boolean }[] }[] = []
  for (const entry of tables.value?.settings ?? []) {
    const held = props.plan.setup.settings[entry.id]
    if (!held || held.value === null || held.value === undefined || (standsOnAnyDay(held) && !whole.value)) continue
    const phrase = phrases.value.get(entry.id)
    const said = typeof held.value === 'string' ? phrase?.options?.[held.value] : undefined
    const label = phrase?.words ?? entry.label
    const byHand = props.hand !== undefined && props.hand.recall !== '' && props.hand.by_hand.includes(entry.id)
    const row = {
      label,
      ours: label === entry.label ? '' : entry.label,
      value: said ?? sayValue(entry, held.value),
      held: held.layer === 'pin',
      byHand,
    }
    const group = found.find((item) => item.name === entry.group)
    if (group) group.rows.push(row)
    else found.push({ name: entry.group, rows: [row] })
  }
  return found
})
</script>

<template>
  <article class="card">
    <header>
      <p class="soft">{{ shoot }}</p>
      <h1>{{ title }}</h1>
      <p class="exposure">{{ headline }}</p>
      <p>{{ circumstances }}</p>
      <p v-if="hand?.recall">
        <b>Recall {{ hand.recall }}</b
        >{{ handNames ? `, then by hand: ${handNames}` : ', nothing by hand' }}.
      </p>
    </header>
    <div class="groups">
      <section v-for="group in groups" :key="group.name">
        <h3>{{ group.name }}</h3>
        <dl>
          <template v-for="row in group.rows" :key="row.label">
            <dt>
              {{ row.label }}<span v-if="row.ours" class="ours"> {{ row.ours }}</span>
            </dt>
            <dd>{{ row.value }}<span v-if="row.held" class="soft"> (held)</span><span v-if="row.byHand" class="cost"> by hand</span></dd>
          </template>
        </dl>
      </section>
    </div>
    <p v-if="always" class="soft">
      Foundation: {{ always }} values as on any body, set once.
      <button class="link no-print" @click="whole = !whole">{{ whole ? 'Leave them out' : 'List them too' }}</button>
    </p>
    <p v-for="item in plan.missing ?? []" :key="item.setting">
      No {{ item.label.toLowerCase() }} here (would be {{ item.would_use }}). {{ item.instead }}
    </p>
    <div class="below">
      <section v-if="plan.give_way?.less_light.length">
        <h3>If the light falls</h3>
        <ul>
          <li v-for="step in plan.give_way.less_light.slice(0, 3)" :key="step.limit">{{ step.sentence }}</li>
        </ul>
      </section>
      <section v-if="plan.findings.length">
        <h3>Findings</h3>
        <ul>
          <li v-for="finding in plan.findings" :key="finding.code">
            <b>{{ finding.title }}.</b> {{ finding.sentence }}
          </li>
        </ul>
      </section>
      <section v-if="plan.cautions?.length">
        <h3>Take care</h3>
        <ul>
          <li v-for="caution in plan.cautions" :key="caution">{{ caution }}</li>
        </ul>
      </section>
    </div>
  </article>
</template>

<style scoped>
.card {
  max-width: 780px;
  margin: 0 auto;
  padding: 20px 24px;
  border: 1px solid var(--rule);
  background: var(--sheet);
}

.exposure {
  margin: 6px 0 2px;
  font-size: 28px;
  font-weight: 600;
  font-stretch: 84%;
  letter-spacing: 0.01em;
}

.groups {
  columns: 2;
  column-gap: 28px;
  margin-top: 14px;
}

.groups section {
  break-inside: avoid;
  padding: 4px 0 7px;
  border-top: 1px solid var(--rule);
}

dl {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr);
  gap: 0 10px;
}

dt {
  color: var(--soft);
}

dd {
  font-weight: 600;
}

.ours {
  margin-left: 0.4em;
  color: var(--soft);
  font-size: 0.85em;
}

.below {
  display: grid;
  gap: 6px;
}

.below section {
  padding-top: 4px;
  border-top: 1px solid var(--rule);
}

ul {
  margin: 2px 0 0;
  padding-left: 16px;
}

@media (max-width: 700px) {
  .card {
    padding: 14px;
  }

  .groups {
    columns: 1;
  }

  .exposure {
    font-size: 23px;
  }
}

@media print {
  .card {
    max-width: none;
    padding: 0;
    border: 0;
    font-size: 8.5pt;
    line-height: 1.25;
  }

  .groups {
    columns: 3;
    column-gap: 18px;
  }

  .groups section {
    padding: 2px 0 4px;
  }

  dl {
    grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  }

  .below {
    display: block;
    columns: 2;
    column-gap: 18px;
  }
}
</style>
