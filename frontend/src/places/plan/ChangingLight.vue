<script setup lang="ts">
/** What to change when while the light moves during the situation; shown only where it does. */
import { refDebounced } from '@vueuse/core'
import { answered, client } from '@/api/client'
import type { ChangingLight, PlanInput } from '@/api/types'
import { clockText, evText, isoText } from '@/shared/format'
import { useLatest } from '@/shared/useLatest'
import { toRef } from 'vue'

const props = defineProps<{ request: PlanInput }>()
/** The plan comes first; this may follow a moment later. */
const rested = refDebounced(toRef(props, 'request'), 300)
const { answer: changing } = useLatest<PlanInput, ChangingLight | null>(
  'changes',
  () => (rested.value.sky ? rested.value : null),
  async (body) => (await answered(client.POST('/api/v1/sky/changes', { body }))).changing,
)
</script>

<template>
  <section v-if="changing" class="changing" aria-label="As the light changes">
    <h3>As the light changes</h3>
    <p>{{ changing.sentence }}</p>
    <p v-if="changing.iso_ceiling" class="soft">
      Automatic ISO for the whole of it: {{ isoText(changing.iso_floor ?? 0) }} to {{ isoText(changing.iso_ceiling) }}.
    </p>
    <ol>
      <li v-for="step in changing.steps" :key="step.from_min" :class="step.kind">
        <span class="at">{{ clockText(Math.round(step.from_min)) }}</span>
        <span
          >{{ step.sentence }}
          <span class="soft"
            >{{ evText(step.ev_from) }}{{ Math.abs(step.ev_from - step.ev_until) > 0.3 ? ` to ${evText(step.ev_until)}` : '' }}</span
          ></span
        >
      </li>
    </ol>
  </section>
</template>

<style scoped>
.changing {
  display: grid;
  gap: 2px;
}

ol {
  display: grid;
  gap: 3px;
  margin: 2px 0 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 40px minmax(0, 1fr);
  gap: 6px;
  padding: 2px 6px;
  border-left: 3px solid var(--edge);
  background: var(--sheet);
  line-height: 1.3;
}

.at {
  font-weight: 600;
}

.floor_broken {
  border-color: var(--cost);
}

.too_dark {
  border-color: var(--stop);
}
</style>
