<script setup lang="ts">
/** What yields first, how wrong the brief may be, and what the body itself will choose. */
import OwnWord from '@/shared/OwnWord.vue'
import type { Plan } from '@/api/types'
import { evText, stopsText } from '@/shared/format'

defineProps<{ plan: Plan }>()
const SEEN = { plainly: 'plainly seen', barely: 'barely seen', not: 'not seen' } as const
const minutesText = (minutes: number): string => (minutes >= 90 ? `${Math.round(minutes / 60)} h` : `${Math.round(minutes)} min`)
</script>

<template>
  <section class="notes" aria-label="If things differ">
    <template v-if="plan.prices.length || plan.time_costs.length">
      <h3>What it costs <OwnWord word="Price" /> and whether it is seen <OwnWord word="Seen" /></h3>
      <ul>
        <li v-for="price in plan.prices" :key="price.limit" :title="price.sentence">
          <span class="hand">{{ stopsText(price.ev) }}</span>
          <span
            >{{ price.label }}: {{ SEEN[price.seen] }}. <span class="soft">{{ price.seen_because }}</span></span
          >
        </li>
        <li v-for="item in plan.time_costs" :key="item.setting">
          <span class="hand">{{ minutesText(item.minutes) }}</span> <span>{{ item.sentence }}</span>
        </li>
      </ul>
    </template>
    <template v-if="plan.press_order.length">
      <h3>One press after the other</h3>
      <ol class="order">
        <li v-for="step in plan.press_order" :key="step">{{ step }}</li>
      </ol>
    </template>
    <h3>If the light differs <OwnWord word="Give way" /></h3>
    <ul>
      <li v-for="step in plan.give_way.less_light.slice(0, 4)" :key="`less${step.limit}`">
        <span class="hand">{{ step.after_ev > 0.1 ? `−${stopsText(step.after_ev)}` : 'now' }}</span> {{ step.sentence }}
      </li>
      <li v-for="step in plan.give_way.more_light.slice(0, 3)" :key="`more${step.limit}`">
        <span class="hand">{{ step.after_ev > 0.1 ? `+${stopsText(step.after_ev)}` : 'now' }}</span> {{ step.sentence }}
      </li>
    </ul>
    <p v-if="!plan.give_way.less_light.length && !plan.give_way.more_light.length" class="soft">Five stops either way change nothing that matters.</p>
    <h3>How wrong the brief may be <OwnWord word="Margin" /></h3>
    <ul>
      <li v-for="item in plan.margins.items" :key="item.assumption" :class="{ fragile: item.assumption === plan.margins.most_fragile }">
        <span class="hand">{{ item.stops === null ? '–' : stopsText(item.stops) }}</span> {{ item.assumption }}: {{ item.sentence }}
      </li>
    </ul>
    <template v-if="plan.prediction.length > 1">
      <h3>What the body will set</h3>
      <ul>
        <li v-for="frame in plan.prediction" :key="frame.light">
          <span class="hand">{{ evText(frame.ev100).replace('EV ', '') }}</span> {{ frame.light }}: {{ frame.sentence }}
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.notes {
  padding-top: 6px;
  border-top: 1px solid var(--rule);
}

ul {
  margin: 2px 0 8px;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 34px minmax(0, 1fr);
  gap: 8px;
  line-height: 1.34;
}

.order {
  padding-left: 20px;
}

.order li {
  display: list-item;
}

.hand {
  color: var(--cost);
  text-align: right;
}

.fragile {
  font-weight: 600;
}
</style>
